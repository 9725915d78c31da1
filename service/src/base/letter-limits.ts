import type { Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { countToStrangers } from './outbox.ts'
import { Problem } from './problem.ts'

const hours = 24
/** That one person has sent to one address that nobody signs in with, within that time. */
const mostToOne = 10

/**
 * Refuses a change whose letters go to more people without a sign-in than its maker may write to in a day, or to one of them
 * too often: `request.too-many`. It is counted in the change itself, so that many at once are not more.
 */
export async function limitLetters(manager: EntityManager, by: string, most: number, now: Instant): Promise<void> {
  const { justNow, all, toOne } = await countToStrangers(manager, by, now.subtract({ hours }), now)
  if (justNow === 0) return
  const retryAfter = hours * 3_600
  if (all > most)
    throw new Problem(
      'request.too-many',
      `You can send at most ${most} letters a day to people who have no sign-in. Nothing was done; go on tomorrow.`,
      { retryAfter },
    )
  if (toOne > mostToOne)
    throw new Problem(
      'request.too-many',
      `You sent ${mostToOne} letters there within a day, and nobody signs in with that address yet. Nothing was done; try again tomorrow, pass the link on, or end it.`,
      { retryAfter },
    )
}
