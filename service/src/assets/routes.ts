import { compareTiers } from '@famiglia/core'
import { onceIn } from '../base/once.ts'
import { nextLink } from '../base/page.ts'
import type { Kit } from '../base/kit.ts'
import { requireSignIn } from '../base/session.ts'
import type { App } from '../base/validation.ts'
import { actingFor, requireStanding } from '../businesses/acting.ts'
import { createAsset } from '../bringing-in/createAsset.ts'
import { siblingHolders } from '../reach/siblings.ts'
import { stepAsset, type AssetStep } from './stopAsset.ts'
import { businessParam } from '../businesses/schemas.ts'
import { beginClaim, confirmClaim } from '../bringing-in/claimAsset.ts'
import { getAssetNamed } from './findAsset.ts'
import { holdingsOf } from '../reach/holdings.ts'
import { listAssets } from '../reach/listAssets.ts'
import { listHolders, listKinds, readAsset, tellAsset } from '../reach/readAsset.ts'
import { readKind } from './readKind.ts'
import { renameAsset } from './renameAsset.ts'
import {
  assetOut,
  assetPage,
  assetWanted,
  kindCompared,
  kindList,
  kindParam,
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
      const page = await listAssets(kit, acting, request.query)
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )

  app.get(
    '/v1/businesses/:business/assets/:asset',
    {
      config: { versioned: true },
      schema: { tags, summary: 'One asset', params: assetParams, response: { 200: assetOut } },
    },
    async (request, reply) => {
      const told = await readAsset(kit, await actingFor(kit.database, request), request.params.asset)
      void reply.header('etag', `"${told.version}"`)
      return told
    },
  )

  app.patch(
    '/v1/businesses/:business/assets/:asset',
    {
      config: { versioned: true },
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
      return tellAsset(kit, acting, renamed, true)
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
      const page = await listHolders(kit, acting, request.params.asset, request.query)
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
      return { items: listKinds(request.query.find) }
    },
  )

  app.get(
    '/v1/kinds/:kind',
    {
      schema: {
        tags,
        summary: 'One kind of asset: what each tier and each single right allows, sees, spends and does not hold',
        params: kindParam,
        response: { 200: kindCompared },
      },
    },
    async request => {
      requireSignIn(request)
      return compareTiers(readKind(request.params.kind))
    },
  )

  app.post(
    '/v1/businesses/:business/assets',
    {
      config: { once: true },
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
      return reply
        .code(201)
        .send(await tellAsset(kit, acting, await createAsset(kit)(acting, wanted, onceIn(request)), true))
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
        return tellAsset(kit, acting, await stepAsset(kit, wanted)(acting, asset), true)
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
      config: { once: true },
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
      return tellAsset(kit, acting, await confirmClaim(kit)(acting, request.params.claim, request.body), true)
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

function readVersion(header: string | undefined): number | null {
  const version = /^(?:W\/)?"(\d+)"$/.exec(header ?? '')?.[1]
  return version ? Number(version) : null
}
