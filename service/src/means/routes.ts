import { sayMeans } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { onceIn } from '../base/once.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { listMeans } from './listMeans.ts'
import { openMeans, registerMeans, removeMeans } from './registerMeans.ts'
import {
  meansAdded,
  meansBegun,
  meansList,
  meansParams,
  meansRegistered,
  meansRemoved,
  meansWanted,
} from './schemas.ts'

const tags = ['money']

/** What a business pays with: put on record, listed, removed. */
export async function meansRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    '/v1/businesses/:business/means',
    {
      schema: {
        tags,
        summary: 'What the business pays with: what it is charged for, and until when it is good',
        params: businessParam,
        response: { 200: meansList },
      },
    },
    async request => ({ items: await listMeans(kit, await actingFor(kit.database, request)) }),
  )

  app.post(
    '/v1/businesses/:business/means/openings',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Begin to add a means of payment: where on its platform it is registered',
        params: businessParam,
        body: meansWanted,
        response: { 201: meansBegun },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      return reply.code(201).send(await openMeans(kit)(acting, request.body.platform, onceIn(request)))
    },
  )

  app.post(
    '/v1/businesses/:business/means',
    {
      schema: {
        tags,
        summary: 'Put on record what was registered on the platform',
        params: businessParam,
        body: meansRegistered,
        response: { 201: meansAdded },
      },
    },
    async (request, reply) => {
      const kept = await registerMeans(kit)(await actingFor(kit.database, request), request.body.opening)
      return reply.code(201).send({ handle: kept.handle, said: sayMeans(kept) })
    },
  )

  app.delete(
    '/v1/businesses/:business/means/:means',
    {
      schema: {
        tags,
        summary: 'Take a means of payment off the record that pays for nothing',
        params: meansParams,
        response: { 200: meansRemoved },
      },
    },
    async request => removeMeans(kit)(await actingFor(kit.database, request), request.params.means),
  )
}
