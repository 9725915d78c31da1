import { answerOf, idempotencyKey, type Schemas } from '@famiglia/client'
import { at, type Actor } from './scene.ts'

export function handOver(who: Actor, sentence: string, falls: string[] = []): Promise<Schemas['HandoverSaid']> {
  return answerOf(
    who.client.POST('/v1/businesses/{business}/handovers', {
      params: at(who),
      body: { sentence, falls },
      headers: idempotencyKey(),
    }),
  )
}

export function previewHandover(
  who: Actor,
  sentence: string,
  falls: string[] = [],
): Promise<Schemas['HandoverPreview']> {
  return answerOf(
    who.client.POST('/v1/businesses/{business}/handovers/preview', { params: at(who), body: { sentence, falls } }),
  )
}

const of = (who: Actor, handover: string) => ({ path: { ...at(who).path, handover } })

export function readHandover(who: Actor, id: string): Promise<Schemas['Handover']> {
  return answerOf(who.client.GET('/v1/businesses/{business}/handovers/{handover}', { params: of(who, id) }))
}

export function stopHandover(who: Actor, id: string, reason?: string) {
  return answerOf(
    who.client.POST('/v1/businesses/{business}/handovers/{handover}/stop', {
      params: of(who, id),
      body: reason ? { reason } : {},
    }),
  )
}

export function acceptHandover(who: Actor, id: string, answer: { means?: string; falls?: string[] } = {}) {
  return answerOf(
    who.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      params: { path: { ...at(who).path, proposal: id } },
      body: { mayGiveAccess: false, payerStays: false, ...answer },
    }),
  )
}

/** The lines of an account in a word each: `stays Dae Whitlock: run`. */
export const inWords = ({ lines }: { lines: readonly { fate: string; who: string; words: string }[] }) =>
  lines.map(({ fate, who, words }) => `${fate} ${who}: ${words}`)
