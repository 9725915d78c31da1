import { onceIn } from '../base/once.ts'
import type { Room } from '../base/room.ts'
import type { House } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { previewSentence } from './previewSentence.ts'
import { saySentence } from './saySentence.ts'
import { preview, said, sentencePreviewed, sentenceSaid } from './schemas.ts'

const tags = ['sentences']

/** Giving, changing and ending access, by sentence. */
export async function grantRoutes(app: House, room: Room): Promise<void> {
  app.post(
    '/v1/businesses/:business/sentences/preview',
    {
      schema: {
        tags,
        summary: 'What a sentence would do; nothing is sent or changed',
        params: businessParam,
        body: sentencePreviewed,
        response: { 200: preview },
      },
    },
    async request => {
      const acting = await actingFor(room.database, request)
      return previewSentence(room)(acting, request.body.sentence)
    },
  )

  app.post(
    '/v1/businesses/:business/sentences',
    {
      schema: {
        tags,
        summary: 'Say a sentence: give, change or end access',
        params: businessParam,
        body: sentenceSaid,
        response: { 200: said },
      },
    },
    async request => {
      const acting = await actingFor(room.database, request)
      const once = onceIn(request)
      const { sentence, note, standing } = request.body
      return saySentence(room)(acting, { sentence, note: note ?? null, standing: standing ?? 'member' }, once)
    },
  )
}
