import type { Kit } from '../base/kit.ts'
import { nextLink } from '../base/page.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { readMoney } from './readMoney.ts'
import { moneyOut, moneyQuery } from './schemas.ts'

/** Who pays for what, who can spend, and what was spent. */
export async function moneyRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    '/v1/businesses/:business/money',
    {
      schema: {
        tags: ['money'],
        summary: 'Ad accounts with who pays, with what, who can spend and what was spent, for who sees the bills',
        params: businessParam,
        querystring: moneyQuery,
        response: { 200: moneyOut },
      },
    },
    async (request, reply) => {
      const page = await readMoney(kit, await actingFor(kit.database, request), request.query)
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )
}
