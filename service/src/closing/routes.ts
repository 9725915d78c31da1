import { onceIn } from '../base/once.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { resultOut } from '../proposals/schemas.ts'
import { closeBusiness, reopenBusiness } from './closeBusiness.ts'
import { readClosing } from './readClosing.ts'
import { closingOut, closingSaid, closingWanted } from './schemas.ts'

const tags = ['businesses']
const path = '/v1/businesses/:business/closure'

/** Closing a business, and opening it again. */
export async function closingRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    path,
    {
      schema: {
        tags,
        summary: 'What closing the business would end, and what stands in its way; or since when it is closed',
        params: businessParam,
        response: { 200: closingOut },
      },
    },
    async request => readClosing(kit)(await actingFor(kit.database, request)),
  )

  app.put(
    path,
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Close the business: everything ends, it stays readable, and for 30 days an admin can open it again',
        params: businessParam,
        body: closingWanted,
        response: { 200: closingSaid },
      },
    },
    async request =>
      closeBusiness(kit, () => proposalKinds)(
        await actingFor(kit.database, request),
        request.body.reason,
        onceIn(request),
      ),
  )

  app.delete(
    path,
    {
      config: { once: true },
      schema: { tags, summary: 'Open it again', params: businessParam, response: { 200: resultOut } },
    },
    async request =>
      reopenBusiness(kit)(await actingFor(kit.database, request, { whileClosed: true }), onceIn(request)),
  )
}
