import type { Room } from '../base/room.ts'
import type { House } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { readDesk } from './readDesk.ts'
import { desk } from './schemas.ts'

/** The desk: what waits, what runs out, what is unfinished. */
export async function deskRoutes(app: House, room: Room): Promise<void> {
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
    async request => readDesk(room, await actingFor(room.database, request)) as never,
  )
}
