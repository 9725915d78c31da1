import type { InferType } from 'yup'
import type { Letter } from '../base/letter.ts'
import { onceIn } from '../base/once.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { previewSentence } from './previewSentence.ts'
import { lettersToBe, saySentence, type Saying } from './saySentence.ts'
import { lettersOut, preview, said, sentencePreviewed, sentenceSaid } from './schemas.ts'

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
      config: { once: true },
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
      const { sentence, ...saying } = request.body
      return saySentence(kit)(acting, sentence, sayingOf(saying), once)
    },
  )

  app.post(
    '/v1/businesses/:business/sentences/letters',
    {
      schema: {
        tags,
        summary: 'The letters that a sentence would send, word for word; nothing is sent or changed',
        params: businessParam,
        body: sentenceSaid,
        response: { 200: lettersOut },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      const { sentence, ...saying } = request.body
      const letters = await lettersToBe(kit)(acting, sentence, { ...sayingOf(saying), sure: true })
      return { items: letters.map(tellLetter) }
    },
  )
}

type Said = Omit<InferType<typeof sentenceSaid>, 'sentence'>

function sayingOf({ note, tellNote, standing, sure }: Said): Saying {
  return { note: note || null, tellNote: tellNote ?? false, standing: standing ?? null, sure: sure ?? false }
}

function tellLetter({ to, subject, headline, body, note, facts, button, unexpected }: Letter) {
  return {
    to: to.address,
    subject,
    headline: headline ?? null,
    body: [...body],
    note: note ?? null,
    facts: (facts ?? []).map(([term, answer]) => ({ term, answer })),
    button: button?.label ?? null,
    unexpected: unexpected ?? null,
  }
}
