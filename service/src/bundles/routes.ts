import { allKinds, type Kind } from '@famiglia/core'
import { array, number, object, string } from 'yup'
import { onceIn } from '../base/once.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { resultOut } from '../proposals/schemas.ts'
import { makeBundle, putIn, takeOut } from './arrangeBundles.ts'
import { listBundles, most, readBundle } from '../reach/readBundles.ts'

const tags = ['bundles']
const kind = string()
  .oneOf([...allKinds])
  .required()
const bundleLine = object({
  handle: string().required(),
  name: string().required(),
  rule: string().nullable().defined().meta({ description: 'What it takes in by itself; null for one by list.' }),
  assets: number().integer().required(),
})
const bundleOut = object({
  handle: string().required(),
  name: string().required(),
  rule: string().nullable().defined(),
  assets: array(
    object({
      number: string().required(),
      text: string().required(),
      name: string().required(),
      noun: string().required(),
    }),
  ).required(),
}).meta({ id: 'Bundle' })
const bundleWanted = object({
  handle: string().trim().max(60).required('a handle is needed'),
  name: string().trim().min(1).max(80).required('a name is needed'),
  kinds: array(kind).min(1).max(allKinds.length).nullable().default(null),
  assets: array(string().max(140).required()).max(200).default([]),
}).noUnknown()
const bundleParams = object({ business: string().max(40).required(), bundle: string().max(60).required() })
const assetParams = bundleParams.shape({ asset: string().max(140).required() })

/** Bundles: assets that are given together, by list or by rule. */
export async function bundleRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    '/v1/businesses/:business/bundles',
    {
      schema: {
        tags,
        summary: `The business’s bundles, ${most} at most; for members those with something in them that they reach`,
        params: businessParam,
        response: { 200: object({ items: array(bundleLine).required() }) },
      },
    },
    async request => ({ items: await listBundles(kit, await actingFor(kit.database, request)) }),
  )

  app.post(
    '/v1/businesses/:business/bundles',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Make a bundle',
        params: businessParam,
        body: bundleWanted,
        response: { 201: bundleLine },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      const { kinds, assets = [], ...named } = request.body
      const wanted = { ...named, assets, kinds: (kinds ?? null) as Kind[] | null }
      return reply.code(201).send(await makeBundle(kit)(acting, wanted, onceIn(request)))
    },
  )

  app.get(
    '/v1/businesses/:business/bundles/:bundle',
    {
      schema: {
        tags,
        summary: 'One bundle and what is in it; for members what they reach of it',
        params: bundleParams,
        response: { 200: bundleOut },
      },
    },
    async request => readBundle(kit, await actingFor(kit.database, request), request.params.bundle),
  )

  app.put(
    '/v1/businesses/:business/bundles/:bundle/assets/:asset',
    {
      schema: {
        tags,
        summary: 'Put an asset into a bundle by list',
        params: assetParams,
        response: { 200: resultOut },
      },
    },
    async request => putIn(kit)(await actingFor(kit.database, request), request.params.bundle, request.params.asset),
  )

  app.delete(
    '/v1/businesses/:business/bundles/:bundle/assets/:asset',
    {
      schema: {
        tags,
        summary: 'Take an asset out of a bundle by list',
        params: assetParams,
        response: { 200: resultOut },
      },
    },
    async request => takeOut(kit)(await actingFor(kit.database, request), request.params.bundle, request.params.asset),
  )
}
