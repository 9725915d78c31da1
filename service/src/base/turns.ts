import { randomInt } from 'node:crypto'
import { setTimeout as sleep } from 'node:timers/promises'

const lastInTurn = new Map<string, Promise<unknown>>()

/**
 * Does the work after all that came under the same key before it. It only saves repeating: within one process, changes of
 * one business would undo one another's reading all the time. That they do no harm is PostgreSQL's to see.
 */
export async function inTurn<T>(key: string | null, work: () => Promise<T>): Promise<T> {
  if (key === null) return work()
  const before = lastInTurn.get(key) ?? Promise.resolve()
  const mine = before.then(work, work)
  lastInTurn.set(key, mine)
  try {
    return await mine
  } finally {
    if (lastInTurn.get(key) === mine) lastInTurn.delete(key)
  }
}

/** Waits a little before work is repeated, longer each time and never just as long as somebody else. */
export function pauseBefore(next: number): Promise<void> {
  return sleep(randomInt(2, 4 + Math.min(120, 6 * next)))
}
