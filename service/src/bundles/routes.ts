import { allKinds, type Kind } from '@famiglia/core'
import { array, number, object, string } from 'yup'
import { onceIn } from '../base/once.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { App } from '../base/validation.ts'
import { bundlesSeen } from '../reach/bundlesSeen.ts'
import { getBundle } from './queries.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { resultOut } from '../proposals/schemas.ts'
import { makeBundle, putIn, sayRule, sizeOf, takeOut } from './arrangeBundles.ts'
import { bundles, type Bundle } from './records.ts'

const tags = ['bundles']
const most = 200
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
  const manager = kit.database.manager
  const line = async (bundle: Bundle) => ({
    handle: bundle.handle,
    name: bundle.name,
    rule: bundle.kinds ? sayRule(bundle.kinds) : null,
    assets: await sizeOf(kit, bundle),
  })

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
    async request => {
      const acting = await actingFor(kit.database, request)
      const found = await manager.find(bundles, {
        where: { businessId: acting.id },
        order: { name: 'ASC' },
        take: most,
      })
      const seen = await bundlesSeen(
        kit,
        acting,
        found.map(bundle => bundle.id),
      )
      return {
        items: found
          .map(({ id, handle, name, kinds }) => ({
            handle,
            name,
            rule: kinds ? sayRule(kinds) : null,
            assets: seen.get(id)!.length,
          }))
          .filter(({ assets }) => acting.standing !== 'member' || assets > 0),
      }
    },
  )

  app.post(
    '/v1/businesses/:business/bundles',
    {
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
      const wanted = {
        ...request.body,
        kinds: (request.body.kinds ?? null) as Kind[] | null,
        assets: request.body.assets ?? [],
      }
      return reply.code(201).send(await line(await makeBundle(kit)(acting, wanted, onceIn(request))))
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
    async request => {
      const acting = await actingFor(kit.database, request)
      const bundle = await getBundle(manager, acting, request.params.bundle)
      const assets = (await bundlesSeen(kit, acting, [bundle.id])).get(bundle.id)!
      if (acting.standing === 'member' && assets.length === 0)
        throw new Problem('bundle.unknown', `${acting.name} has no bundle called ${bundle.handle}.`)
      return {
        handle: bundle.handle,
        name: bundle.name,
        rule: bundle.kinds ? sayRule(bundle.kinds) : null,
        assets: assets.map(asset => ({
          number: asset.number,
          text: `${asset.kind}/${asset.handle}`,
          name: asset.name,
          noun: asset.kind.replaceAll('-', ' '),
        })),
      }
    },
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
