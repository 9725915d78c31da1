import type { Kit } from '../base/kit.ts'
import { onceIn } from '../base/once.ts'
import { cutPage, idCursor, nextLink } from '../base/page.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { resultOut } from '../proposals/schemas.ts'
import { agreeToContest, sayNoToContest } from './answerContest.ts'
import { beginContest } from './beginContest.ts'
import { readContests } from './readContests.ts'
import { contestBegun, contestList, contestNo, contestParams, contestQuery, contestWanted } from './schemas.ts'

const tags = ['handovers']

/** Who owns an asset, contested by who proved control of it on its platform. */
export async function contestRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    '/v1/businesses/:business/contests',
    {
      schema: {
        tags,
        summary: 'What is contested of the business, and what it contests, the newest first',
        params: businessParam,
        querystring: contestQuery,
        response: { 200: contestList },
      },
    },
    async (request, reply) => {
      const { limit, after } = request.query
      const rows = await readContests(kit, await actingFor(kit.database, request), {
        limit: limit + 1,
        after: idCursor(after),
      })
      const page = cutPage(rows, limit, row => [row.id])
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )

  app.post(
    '/v1/businesses/:business/contests',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Contest who owns what you proved control of, by a claim whose code was right',
        params: businessParam,
        body: contestWanted,
        response: { 201: contestBegun },
      },
    },
    async (request, reply) => {
      const { claim, reason, means } = request.body
      const acting = await actingFor(kit.database, request)
      return reply
        .code(201)
        .send(await beginContest(kit)(acting, { claim, reason, means: means ?? null }, onceIn(request)))
    },
  )

  app.post(
    '/v1/businesses/:business/contests/:contest/no',
    {
      schema: {
        tags,
        summary: 'Say no to it, as its owner; or take it back',
        params: contestParams,
        body: contestNo,
        response: { 200: resultOut },
      },
    },
    async request =>
      sayNoToContest(kit)(await actingFor(kit.database, request), request.params.contest, request.body.reason ?? null),
  )

  app.post(
    '/v1/businesses/:business/contests/:contest/agreement',
    {
      schema: {
        tags,
        summary: 'Agree, as its owner, that it goes over',
        params: contestParams,
        response: { 200: resultOut },
      },
    },
    async request => agreeToContest(kit)(await actingFor(kit.database, request), request.params.contest),
  )
}
