import { answerOf, service } from './service'

/** Signs out here, and leaves nothing in this browser of what was begun and not sent. */
export async function signOut(): Promise<void> {
  await answerOf(service.POST('/v1/sign-out'))
  for (const key of Object.keys(localStorage)) if (key.startsWith('famiglia unsent ')) localStorage.removeItem(key)
  location.assign('/sign-in')
}
