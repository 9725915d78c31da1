import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { resultOut } from '../proposals/schemas.ts'
import { leaveAsIs } from './leftAsIs.ts'
import { readDesk } from './readDesk.ts'
import { desk, meantWanted } from './schemas.ts'

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

  app.put(
    '/v1/businesses/:business/desk/left-as-is',
    {
      schema: {
        tags: ['desk'],
        summary: 'Say that what is not enough for its purpose is meant so, or that it is to be told again',
        params: businessParam,
        body: meantWanted,
        response: { 200: resultOut },
      },
    },
    async request => {
      const { who, purpose, meant } = request.body
      return leaveAsIs(kit)(await actingFor(kit.database, request), who, purpose, meant)
    },
  )
}
