import { actionsOfTier, allKinds, asUnstopped, decide, findKinds, kinds } from '@famiglia/core'
import { onceIn } from '../base/once.ts'
import { cutPage, nextLink, readCursor } from '../base/page.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { requireSignIn } from '../base/session.ts'
import type { App } from '../base/validation.ts'
import { actingFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { factsFrom } from '../reach/facts.ts'
import { getAssetReached } from '../reach/findTarget.ts'
import { selfAndTeams } from '../reach/holdersFor.ts'
import { placesOfAsset } from '../reach/places.ts'
import { giversOn } from '../reach/givers.ts'
import { surroundingsOf } from './surroundings.ts'
import { createAsset } from '../bringing-in/createAsset.ts'
import { siblingHolders } from '../reach/siblings.ts'
import { stepAsset, type AssetStep } from './stopAsset.ts'
import { businessParam } from '../businesses/schemas.ts'
import { beginClaim, confirmClaim } from '../bringing-in/claimAsset.ts'
import { getAssetNamed } from './findAsset.ts'
import { holdersOf } from '../reach/holders.ts'
import { holdingsOf } from '../reach/holdings.ts'
import type { Asset } from './records.ts'
import { renameAsset } from './renameAsset.ts'
import {
  assetOut,
  assetPage,
  assetWanted,
  kindList,
  kindsQuery,
  siblingList,
  assetParams,
  assetsQuery,
  claimBegun,
  claimParams,
  claimProof,
  claimWanted,
  holderPage,
  holdingPage,
  listQuery,
  platformList,
  renaming,
} from './schemas.ts'

const tags = ['assets']

/** A business's assets: listed, brought in, renamed, and who reaches them. */
export async function assetRoutes(app: App, kit: Kit): Promise<void> {
  const manager = kit.database.manager

  app.get(
    '/v1/platforms',
    { schema: { tags, summary: 'The platforms assets can be brought in from', response: { 200: platformList } } },
    async request => {
      requireSignIn(request)
      return { items: kit.platforms.all.map(({ key, name, url, kinds: held }) => ({ key, name, url, kinds: held })) }
    },
  )

  app.get(
    '/v1/businesses/:business/assets',
    {
      schema: {
        tags,
        summary: 'The business’s assets: all of them for admins and finance people, for members those they reach',
        params: businessParam,
        querystring: assetsQuery,
        response: { 200: assetPage },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      const { limit, after, find, archived } = request.query
      const rows = await listAssets(kit, acting, limit, readCursor(after), find, archived)
      const page = cutPage(rows, limit, row => [row.name, row.id])
      void reply.headers(nextLink(request.url, page.next))
      return { ...page, items: page.items.map(row => ({ ...row, noun: kinds[row.kind].noun })) }
    },
  )

  app.get(
    '/v1/businesses/:business/assets/:asset',
    { schema: { tags, summary: 'One asset', params: assetParams, response: { 200: assetOut } } },
    async (request, reply) => {
      const { asset, facts } = await visibleAsset(kit, await actingFor(kit.database, request), request.params.asset)
      void reply.header('etag', `"${asset.version}"`)
      return toAssetOut(kit, asset, decide(asUnstopped(facts), 'access.change', kit.clock.now()).allowed)
    },
  )

  app.patch(
    '/v1/businesses/:business/assets/:asset',
    {
      schema: {
        tags,
        summary: 'Give an asset another name or handle (If-Match keeps two from overwriting one another)',
        params: assetParams,
        body: renaming,
        response: { 200: assetOut },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      const asset = await getAssetNamed(manager, acting, request.params.asset)
      const renamed = await renameAsset(kit)(acting, asset, request.body, readVersion(request.headers['if-match']))
      void reply.header('etag', `"${renamed.version}"`)
      return toAssetOut(kit, renamed, true)
    },
  )

  app.get(
    '/v1/businesses/:business/assets/:asset/holders',
    {
      schema: {
        tags,
        summary: 'Who reaches an asset, through what, since when and until when',
        params: assetParams,
        querystring: listQuery,
        response: { 200: holderPage },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      const { limit, after } = request.query
      const reached = await getAssetReached(manager, acting, request.params.asset)
      if (!reached.own) {
        requireStanding(acting, 'deal-with-partners', 'Seeing whom the business put on what it holds')
        const ours = await holdersOf(kit, reached.asset, { limit, after, heldBy: acting.id, forAdmins: true })
        void reply.headers(nextLink(request.url, ours.next))
        return ours
      }
      const { asset, facts } = await visibleAsset(kit, acting, request.params.asset)
      if (!decide(asUnstopped(facts), 'access.see', kit.clock.now()).allowed)
        throw new Problem(
          'access.not-yours-to-give',
          `Who reaches ${asset.name} is told to its stewards and to the admins of ${facts.asset.owner.name}.`,
        )
      const page = await holdersOf(kit, asset, { limit, after, heldBy: null, forAdmins: acting.standing === 'admin' })
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )

  app.get(
    '/v1/kinds',
    {
      schema: {
        tags,
        summary: 'The kinds of asset there are; a word of the trade finds its kind',
        querystring: kindsQuery,
        response: { 200: kindList },
      },
    },
    async request => {
      requireSignIn(request)
      const found = request.query.find ? findKinds(request.query.find) : allKinds
      return {
        items: found.map(kind => {
          const { noun, alsoCalled, canBeAskedFor, takesProofOfControl, contains, figures } = kinds[kind]
          const held = { watch: [...actionsOfTier(kind, 'watch')], run: [...actionsOfTier(kind, 'run')] }
          return { kind, noun, alsoCalled, canBeAskedFor, takesProofOfControl, contains, figures, ...held }
        }),
      }
    },
  )

  app.post(
    '/v1/businesses/:business/assets',
    {
      schema: {
        tags,
        summary: 'Create an asset that is not there yet, on its platform and here',
        params: businessParam,
        body: assetWanted,
        response: { 201: assetOut },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      const wanted = { ...request.body, inside: request.body.inside ?? null }
      return reply.code(201).send(await toAssetOut(kit, await createAsset(kit)(acting, wanted, onceIn(request)), true))
    },
  )

  app.get(
    '/v1/businesses/:business/assets/:asset/siblings',
    {
      schema: {
        tags,
        summary: 'Who holds assets of the same kind and not this one, with the sentence that would change it',
        params: assetParams,
        response: { 200: siblingList },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      requireStanding(acting, 'bring-in-asset', 'Seeing who holds what else')
      return { items: await siblingHolders(kit, await getAssetNamed(manager, acting, request.params.asset)) }
    },
  )

  for (const [path, on, off] of [
    ['archive', 'archive', 'bring-back'],
    ['freeze', 'freeze', 'unfreeze'],
  ] as const) {
    const step = (wanted: AssetStep, summary: string) => ({
      schema: { tags, summary, params: assetParams, response: { 200: assetOut } },
      handle: async (request: Parameters<typeof actingFor>[1] & { params: { asset: string } }) => {
        const acting = await actingFor(kit.database, request)
        const asset = await getAssetNamed(manager, acting, request.params.asset)
        return toAssetOut(kit, await stepAsset(kit, wanted)(acting, asset), true)
      },
    })
    const begin = step(
      on,
      path === 'archive' ? 'Archive an asset: nobody reaches it, nothing is ended' : 'Freeze an asset at once',
    )
    const lift = step(off, path === 'archive' ? 'Bring an archived asset back' : 'Lift the freeze: all is as it was')
    app.put(`/v1/businesses/:business/assets/:asset/${path}`, { schema: begin.schema }, begin.handle)
    app.delete(`/v1/businesses/:business/assets/:asset/${path}`, { schema: lift.schema }, lift.handle)
  }

  app.post(
    '/v1/businesses/:business/claims',
    {
      schema: {
        tags,
        summary: 'Begin to bring in an asset: its platform shows a code',
        params: businessParam,
        body: claimWanted,
        response: { 201: claimBegun },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      const once = onceIn(request)
      return reply.code(201).send(await beginClaim(kit)(acting, request.body, once))
    },
  )

  app.post(
    '/v1/businesses/:business/claims/:claim/confirmation',
    {
      schema: {
        tags,
        summary: 'Bring the asset in, with the code its platform shows',
        params: claimParams,
        body: claimProof,
        response: { 200: assetOut },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      return toAssetOut(kit, await confirmClaim(kit)(acting, request.params.claim, request.body), true)
    },
  )

  app.get(
    '/v1/me/holdings',
    {
      schema: {
        tags,
        summary: 'What you may do, for all businesses',
        querystring: listQuery,
        response: { 200: holdingPage },
      },
    },
    async (request, reply) => {
      const live = requireSignIn(request)
      const page = await holdingsOf(kit, live.person, null, request.query.limit, request.query.after)
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )
}

/** An asset as who acts may see it: one they do not reach answers as one that does not exist. */
async function visibleAsset(kit: Kit, acting: Acting, text: string) {
  const asset = await getAssetNamed(kit.database.manager, acting, text)
  const facts = (await factsFrom(kit).around(acting.live.person, asset.number))!
  const reaches =
    acting.standing !== 'member' || decide(asUnstopped(facts), 'access.see', kit.clock.now()).level.actions.size > 0
  if (!reaches) throw new Problem('asset.unknown', `There is no asset ${text} that you reach at ${acting.name}.`)
  return { acting, asset, facts }
}

interface AssetRow {
  id: string
  number: string
  kind: Asset['kind']
  handle: string
  name: string
  platform: string
  archived: boolean
  frozen: boolean
  inside: string | null
  holders: number
}

async function listAssets(
  kit: Kit,
  acting: Acting,
  limit: number,
  cursor: unknown[] | null,
  find: string | undefined,
  archived: boolean,
): Promise<AssetRow[]> {
  return kit.database.query(
    `SELECT asset.id, asset.number, asset.kind, asset.handle, asset.name, asset.platform,
       asset.archived_at IS NOT NULL AS archived, asset.frozen_at IS NOT NULL AS frozen, outer_asset.name AS inside,
       (SELECT count(*)::integer FROM access_grant g WHERE g.target_id = asset.id AND g.business_id = $1 AND g.ended_at IS NULL
         AND (g.until_at IS NULL OR g.until_at > $7)) AS holders
     FROM asset LEFT JOIN asset outer_asset ON outer_asset.id = asset.inside_id WHERE asset.business_id = $1
       AND (asset.archived_at IS NOT NULL) = $10 AND ($2::text IS NULL OR (asset.name, asset.id) > ($2, $3::uuid))
       AND ($4::text IS NULL OR asset.name ILIKE '%' || $4 || '%' OR asset.handle ILIKE '%' || $4 || '%' OR asset.number = upper($4) OR asset.kind = ANY($9))
       AND ($5 OR EXISTS (SELECT FROM access_grant g WHERE g.target_id = ANY (${placesOfAsset('asset')}) AND g.ended_at IS NULL
         AND g.holder_id = ANY (${selfAndTeams('$6::uuid')})))
     ORDER BY asset.name, asset.id LIMIT $8`,
    [
      acting.id,
      cursor?.[0] ?? null,
      cursor?.[1] ?? null,
      find?.replace(/[\\%_]/g, '\\$&') ?? null,
      acting.standing !== 'member',
      acting.live.person,
      kit.clock.now().toString(),
      limit + 1,
      find && find.length > 2 ? findKinds(find) : [],
      archived,
    ],
  )
}

async function toAssetOut(kit: Kit, asset: Asset, canGiveAccess: boolean) {
  const platform = kit.platforms.all.find(known => known.key === asset.platform)
  return {
    number: asset.number,
    kind: asset.kind,
    noun: kinds[asset.kind].noun,
    handle: asset.handle,
    name: asset.name,
    platform: asset.platform,
    platformName: platform?.name ?? asset.platform,
    ref: asset.platformRef,
    address: platform ? `${platform.url}/assets/${encodeURIComponent(asset.platformRef)}` : '',
    payment: asset.payment,
    broughtInAt: asset.broughtInAt.toString(),
    archived: asset.archivedAt !== null,
    frozen: asset.frozenAt !== null,
    ...(await surroundingsOf(kit.database.manager, asset)),
    version: asset.version,
    canGiveAccess,
    giveAccess: await giversOn(kit, kit.database.manager, asset),
  }
}

function readVersion(header: string | undefined): number | null {
  const version = /^(?:W\/)?"(\d+)"$/.exec(header ?? '')?.[1]
  return version ? Number(version) : null
}
