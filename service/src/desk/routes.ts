import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { readDesk } from './readDesk.ts'
import { desk } from './schemas.ts'

/** The desk: what waits, what runs out, what is unfinished. */
export async function deskRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    '/v1/businesses/:business/desk',
    {
      schema: {
        tags: ['desk'],
        summary: 'What waits for somebody, runs out or is unfinished',
        params: businessParam,
        response: { 200: desk },
      },
    },
    async request => readDesk(kit, await actingFor(kit.database, request)) as never,
  )
}
