import { kinds, sayMany } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { getAssetNamed } from '../assets/findAsset.ts'
import type { Asset } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'

interface Pair {
  readonly one: Asset
  readonly other: Asset
}

/** Says that two assets work together, so that a purpose given on one takes the other along. Two of a kind: `tie.unfitting`. */
export function tieAssets(kit: Kit) {
  return (acting: Acting, named: { asset: string; other: string }): Promise<{ result: string }> =>
    arrange(kit, acting, named, 'asset.tied', async (change, { one, other }) => {
      assertFitting(one, other)
      const already = await areTied(change, one, other)
      await change.manager.query(
        'INSERT INTO tie (one_id, other_id, tied_at, tied_by) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING',
        [...inOrder(one, other), change.now.toString(), acting.live.person],
      )
      return {
        said: `tied ${other.name} to ${one.name}${already ? ', as they were' : ''}.`,
        result: `${other.name} and ${one.name} are tied: a purpose given on one takes the other along.`,
      }
    })
}

/** Unties two assets; what was given stays. */
export function untieAssets(kit: Kit) {
  return (acting: Acting, named: { asset: string; other: string }): Promise<{ result: string }> =>
    arrange(kit, acting, named, 'asset.untied', async (change, { one, other }) => {
      const tied = await areTied(change, one, other)
      await change.manager.query('DELETE FROM tie WHERE one_id = $1 AND other_id = $2', inOrder(one, other))
      return {
        said: `untied ${other.name} from ${one.name}${tied ? '' : '; they were not tied'}.`,
        result: `${other.name} and ${one.name} are no longer tied. What was given stays.`,
      }
    })
}

function assertFitting(one: Asset, other: Asset): void {
  if (one.id === other.id) throw new Problem('tie.unfitting', 'An asset is not tied to itself.')
  if (one.kind === other.kind)
    throw new Problem(
      'tie.unfitting',
      `${one.name} and ${other.name} are both ${sayMany(kinds[one.kind].noun)}: a tie joins two kinds that work together.`,
    )
}

async function arrange(
  kit: Kit,
  acting: Acting,
  named: { asset: string; other: string },
  what: string,
  work: (change: Change, pair: Pair) => Promise<{ said: string; result: string }>,
): Promise<{ result: string }> {
  requireStanding(acting, 'arrange-assets', 'Tying assets')
  return changeFor(kit, acting, async change => {
    const one = await getAssetNamed(change.manager, acting, named.asset)
    const other = await getAssetNamed(change.manager, acting, named.other)
    const { said, result } = await work(change, { one, other })
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

async function areTied(change: Change, one: Asset, other: Asset): Promise<boolean> {
  const rows = (await change.manager.query(
    'SELECT FROM tie WHERE one_id = $1 AND other_id = $2',
    inOrder(one, other),
  )) as unknown[]
  return rows.length > 0
}

function inOrder(one: Asset, other: Asset): [string, string] {
  return one.id < other.id ? [one.id, other.id] : [other.id, one.id]
}
