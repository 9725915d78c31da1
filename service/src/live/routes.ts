import sse from '@fastify/sse'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { textOf } from '../base/openapi.ts'
import { requireSignIn, secretIn, sessionReader } from '../base/session.ts'
import type { App } from '../base/validation.ts'
import type { Ear, Feed } from './feed.ts'

/** Milliseconds between signs of life, each of which also looks whether the sign-in still holds. */
const signOfLife = 20_000

/** What changes elsewhere, told as it happens (server-sent events, HTML Living Standard). */
export function liveRoutes(feed: Feed) {
  return async (app: App, kit: Kit): Promise<void> => {
    await app.register(sse as never, { heartbeatInterval: 0 })
    const sessions = sessionReader(kit.database, kit.clock)

    app.get(
      '/v1/me/changes',
      {
        sse: 'only',
        config: { waitsForNobody: true },
        schema: {
          tags: ['people'],
          summary:
            'A stream of server-sent events: `changed`, with the numbers of those of your businesses in which something changed; what it is, ask for',
          response: { 200: textOf('text/event-stream') },
        },
      },
      async (request, reply) => {
        const live = requireSignIn(request)
        const secret = secretIn(request)!.secret
        const businesses = () => businessesOf(kit, live.person)
        const say = (event: string, data: object) => {
          // Who does not read any more is let go: their browser asks again by itself.
          if (reply.raw.writableNeedDrain) reply.sse.close()
          else if (reply.sse.isConnected) void reply.sse.send({ event, data, retry: 2_000 })
        }
        const ear: Ear = {
          person: live.person,
          businesses: [],
          lookAgain: async () => ((await sessions.find(secret)) ? businesses() : null),
          tell: changed => say('changed', { businesses: changed }),
          end: () => reply.sse.close(),
        }
        if (!feed.add(ear))
          throw new Problem('request.too-many', 'You listen from too many places at once. Close some of them.', {
            retryAfter: 60,
          })
        const beat = setInterval(async () => {
          const stays = await sessions.find(secret).catch(() => live)
          if (stays) say('listening', {})
          else ear.end()
        }, signOfLife)
        reply.raw.once('close', () => {
          clearInterval(beat)
          feed.remove(ear)
        })
        ear.businesses = await businesses()
        reply.sse.keepAlive()
        say('listening', {})
      },
    )
    app.addHook('preClose', async () => feed.endAll())
  }
}

async function businessesOf(kit: Kit, person: string): Promise<{ id: string; number: string }[]> {
  return kit.database.query(
    `SELECT business.id, business.number FROM membership JOIN business ON business.id = membership.business_id
     WHERE membership.person_id = $1 AND membership.paused_at IS NULL AND membership.frozen_at IS NULL`,
    [person],
  )
}
