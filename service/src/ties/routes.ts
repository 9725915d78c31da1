import { string } from 'yup'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { getAssetNamed } from '../assets/findAsset.ts'
import type { Asset } from '../assets/queries.ts'
import { assetParams } from '../assets/schemas.ts'
import { changeFor, actingFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { resultOut } from '../proposals/schemas.ts'

const tags = ['assets']
const tieParams = assetParams.shape({ other: string().max(140).required() })

/** Ties: which assets work together, so that a purpose given on one takes the other along. */
export async function tieRoutes(app: App, kit: Kit): Promise<void> {
  app.put(
    '/v1/businesses/:business/assets/:asset/ties/:other',
    { schema: { tags, summary: 'Say that two assets work together', params: tieParams, response: { 200: resultOut } } },
    async request => {
      const acting = await actingFor(kit.database, request)
      return arrange(kit, acting, request.params, async ({ one, other }, change, at) => {
        if (one.id === other.id) throw new Problem('tie.unfitting', 'An asset is not tied to itself.')
        if (one.kind === other.kind)
          throw new Problem(
            'tie.unfitting',
            `${one.name} and ${other.name} are both ${one.kind}: a tie joins two kinds that work together.`,
          )
        await change(
          'INSERT INTO tie (one_id, other_id, tied_at, tied_by) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING',
          [...inOrder(one, other), at, acting.live.person],
        )
        return {
          what: 'asset.tied',
          said: `tied ${other.name} to ${one.name}.`,
          result: `${other.name} and ${one.name} are tied: a purpose given on one takes the other along.`,
        }
      })
    },
  )

  app.delete(
    '/v1/businesses/:business/assets/:asset/ties/:other',
    {
      schema: {
        tags,
        summary: 'Untie two assets; what was given stays',
        params: tieParams,
        response: { 200: resultOut },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      return arrange(kit, acting, request.params, async ({ one, other }, change) => {
        await change('DELETE FROM tie WHERE one_id = $1 AND other_id = $2', inOrder(one, other))
        return {
          what: 'asset.untied',
          said: `untied ${other.name} from ${one.name}.`,
          result: `${other.name} and ${one.name} are no longer tied. What was given stays.`,
        }
      })
    },
  )
}

async function arrange(
  kit: Kit,
  acting: Acting,
  named: { asset: string; other: string },
  work: (
    pair: { one: Asset; other: Asset },
    write: (text: string, values: unknown[]) => Promise<unknown>,
    at: string,
  ) => Promise<{ what: string; said: string; result: string }>,
): Promise<{ result: string }> {
  requireStanding(acting, 'arrange-assets', 'Tying assets')
  return changeFor(kit, acting, async change => {
    const one = await getAssetNamed(change.manager, acting, named.asset)
    const other = await getAssetNamed(change.manager, acting, named.other)
    const { what, said, result } = await work(
      { one, other },
      (text, values) => change.manager.query(text, values),
      change.now.toString(),
    )
    change.record({
      chain: acting.id,
      what,
      sentence: `${acting.live.name} ${said}`,
      asset: one.id,
      data: { other: `${other.kind}/${other.handle}` },
    })
    return { result }
  })
}

function inOrder(one: Asset, other: Asset): [string, string] {
  return one.id < other.id ? [one.id, other.id] : [other.id, one.id]
}
