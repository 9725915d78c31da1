import { onceIn } from '../base/once.ts'
import { cutPage, idCursor, nextLink } from '../base/page.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { listHandovers, readHandover, stopHandover } from './readHandover.ts'
import { previewHandover, sayHandover } from './sayHandover.ts'
import {
  coolingSet,
  handoverList,
  handoverQuery,
  handoverOut,
  handoverParams,
  handoverPreview,
  handoverReading,
  handoverSaid,
  handoverStopped,
  handoverStopping,
  handoverWanted,
} from './schemas.ts'
import { signAnew } from './signAnew.ts'
import { setCooling } from './setCooling.ts'

const tags = ['handovers']

/** Assets go from one business to another: proposed, read line by line, stopped while it cools off. */
export async function handoverRoutes(app: App, kit: Kit): Promise<void> {
  app.post(
    '/v1/businesses/:business/handovers/preview',
    {
      schema: {
        tags,
        summary: 'What “hand over …” would do, line by line; nothing is sent',
        params: businessParam,
        body: handoverWanted,
        response: { 200: handoverPreview },
      },
    },
    async request => {
      const { sentence, falls } = request.body
      return previewHandover(kit)(await actingFor(kit.database, request), sentence, falls ?? [])
    },
  )

  app.post(
    '/v1/businesses/:business/handovers',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Propose to another business that it owns some of your assets',
        params: businessParam,
        body: handoverWanted,
        response: { 201: handoverSaid },
      },
    },
    async (request, reply) =>
      reply
        .code(201)
        .send(
          await sayHandover(kit)(
            await actingFor(kit.database, request),
            { sentence: request.body.sentence, falls: request.body.falls ?? [] },
            onceIn(request),
          ),
        ),
  )

  app.get(
    '/v1/businesses/:business/handovers',
    {
      schema: {
        tags,
        summary: 'The handovers that the business agreed to, the newest first',
        params: businessParam,
        querystring: handoverQuery,
        response: { 200: handoverList },
      },
    },
    async (request, reply) => {
      const { limit, after } = request.query
      const rows = await listHandovers(kit, await actingFor(kit.database, request), {
        after: idCursor(after),
        limit: limit + 1,
      })
      const page = cutPage(rows, limit, row => [row.id])
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )

  app.get(
    '/v1/businesses/:business/handovers/:handover',
    {
      schema: {
        tags,
        summary: 'The account of a handover: what stays and what falls, the same for both sides',
        params: handoverParams,
        querystring: handoverReading,
        response: { 200: handoverOut },
      },
    },
    async request =>
      readHandover(
        kit,
        await actingFor(kit.database, request),
        request.params.handover,
        request.query.falls?.split(',').filter(Boolean),
      ),
  )

  app.post(
    '/v1/businesses/:business/handovers/:handover/stop',
    {
      schema: {
        tags,
        summary: 'Stop a handover while it cools off: nothing has changed',
        params: handoverParams,
        body: handoverStopping,
        response: { 200: handoverStopped },
      },
    },
    async request =>
      stopHandover(kit)(await actingFor(kit.database, request), request.params.handover, request.body.reason || null),
  )

  app.post(
    '/v1/businesses/:business/handovers/:handover/signing',
    {
      schema: {
        tags,
        summary: 'Agree to it as it stands now, where somebody could do more than both signed; it takes both sides',
        params: handoverParams,
        response: { 200: handoverStopped },
      },
    },
    async request => signAnew(kit)(await actingFor(kit.database, request), request.params.handover),
  )

  app.put(
    '/v1/businesses/:business/cooling',
    {
      schema: {
        tags,
        summary: 'How many hours handovers of the business cool off; the longer of both sides counts',
        params: businessParam,
        body: coolingSet,
        response: { 200: handoverStopped },
      },
    },
    async request => setCooling(kit)(await actingFor(kit.database, request), request.body.hours),
  )
}
