import { onceIn } from '../base/once.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { previewSentence } from './previewSentence.ts'
import { saySentence } from './saySentence.ts'
import { preview, said, sentencePreviewed, sentenceSaid } from './schemas.ts'

const tags = ['sentences']

/** Giving, changing and ending access, by sentence. */
export async function grantRoutes(app: App, kit: Kit): Promise<void> {
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
      const acting = await actingFor(kit.database, request)
      return previewSentence(kit)(acting, request.body.sentence, request.body.standing ?? null)
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
      const acting = await actingFor(kit.database, request)
      const once = onceIn(request)
      const { sentence, note, standing } = request.body
      return saySentence(kit)(acting, sentence, { note: note ?? null, standing: standing ?? null }, once)
    },
  )
}
