import { isByPurpose, isLess, kindsHeldBy, parseWanted, printWhat, type Terms, type What } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import { sayAll } from '../grants/tellThings.ts'
import { termsOfPart } from '../grants/termsOfPart.ts'
import type { ProposedThing } from './kind.ts'

/**
 * What is accepted or granted when less is said: `watch on page/day-trips until …`, on some of what was proposed. What is
 * not named falls; more than was proposed is refused: `proposal.more-than-asked`.
 */
export function lessOf(
  today: Parameters<typeof parseWanted>[1],
  zone: string,
  things: readonly ProposedThing[],
  text: string,
): ProposedThing[] {
  const reading = parseWanted(text, today)
  if (!reading.ok) {
    const { code, message, nearest, start, end } = reading.error
    throw new Problem(code, message, { pointer: '/less', nearest, span: { start, end } })
  }
  if (isByPurpose(reading.wanted))
    throw new Problem('sentence.unreadable', 'Less is said as a tier or actions on what was proposed.', {
      pointer: '/less',
    })
  const { parts } = reading.wanted
  const mayPassOn = reading.wanted.mayPassOn || reading.wanted.mayGiveAccess
  return parts.flatMap(part => part.on.map(what => lessOn(things, what, termsOfPart(part, zone), mayPassOn, zone)))
}

function lessOn(
  things: readonly ProposedThing[],
  what: What,
  terms: Terms,
  mayPassOn: boolean,
  zone: string,
): ProposedThing {
  const meant = things.filter(({ target }) => isMeant(target, what))
  const found = meant.find(thing => isLess(kindsHeldBy(thing.target), thing.terms, terms))
  if (found) return { ...found, terms, mayPassOn: found.mayPassOn && mayPassOn }
  throw new Problem(
    'proposal.more-than-asked',
    `It is about ${sayAll(things, zone)}; on ${meant[0]?.target.name ?? printWhat(what)} this would be more. Less can be said here, never more.`,
    { pointer: '/less' },
  )
}

function isMeant(target: ProposedThing['target'], what: What): boolean {
  if (what.by === 'number') return target.assetId !== null && target.assets[0]?.number === what.number
  return target.text === printWhat(what)
}
