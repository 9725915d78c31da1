import { answerOf, famigliaClient } from '@famiglia/client'

export { answerOf, idempotencyKey, Refusal, Unreachable } from '@famiglia/client'
export type { Schemas } from '@famiglia/client'

/** The service this page came from; the browser's cookie says who is signed in. */
export const service = famigliaClient({ url: globalThis.location.origin })

export async function fetchMe() {
  return answerOf(service.GET('/v1/me'))
}
