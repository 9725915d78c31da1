import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { proposals } from './records.ts'

export interface Answer {
  readonly state: 'accepted' | 'declined'
  readonly reason: string | null
  /** What of it was accepted or granted, in words. */
  readonly granted?: string | null
}

/** Writes down how a proposal was answered; letters about it that have not left yet are not sent any more. */
export async function markAnswered(
  change: Change,
  acting: Acting,
  id: string,
  { state, reason, granted = null }: Answer,
): Promise<void> {
  const answered = { state, answeredAt: change.now, answeredBy: acting.live.person, reason, granted }
  await change.manager.update(proposals, { id }, answered)
  await change.recallLetters(id)
}
