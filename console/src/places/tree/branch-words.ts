import { sayDate, sayEnd, sayList, Temporal } from '@famiglia/core'
import type { Branch } from './fold'

/** How something hangs there, in a few words: what is hidden, when it begins or ends, that it waits. */
export function sayBranch(branch: Omit<Branch, 'below' | 'above' | 'proposal'>, zone: string): string {
  return [
    branch.hidden.length > 0 ? `hides ${sayList(branch.hidden)}` : '',
    branch.mayGiveAccess ? 'may give access' : branch.tier === 'steward' ? 'may not give access' : '',
    sayTimes(branch, zone),
  ]
    .filter(Boolean)
    .join(', ')
}

/** When it begins or ends, or what it waits for; nothing where it is in force without an end. */
export function sayTimes(
  { state, why, from, until }: Pick<Branch, 'state' | 'why' | 'from' | 'until'>,
  zone: string,
): string {
  const begin = from && sayDate(Temporal.Instant.from(from), zone)
  if (state === 'ended') return until ? `ended on ${sayDate(Temporal.Instant.from(until), zone)}` : 'ended'
  const end = until ? `until ${sayEnd(Temporal.Instant.from(until), zone)}` : ''
  if (state === 'begins') return [`begins on ${begin}`, end].filter(Boolean).join(', ')
  if (state === 'waiting')
    return [why ?? 'waits for an answer', begin ? `from ${begin}` : '', end].filter(Boolean).join(', ')
  return [state === 'stopped' ? `stopped: ${why}` : '', end].filter(Boolean).join(', ')
}

/** How a mark of its level is filled. */
export function markOf({ state }: Pick<Branch, 'state'>): 'own' | 'waiting' | 'idle' {
  if (state === 'in force') return 'own'
  return state === 'waiting' ? 'waiting' : 'idle'
}
