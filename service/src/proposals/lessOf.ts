import { parseWanted, printWhat, sayGiven, staysWithin, type What, type Words } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { momentsOf } from '../asking/words.ts'
import { sayItems } from '../grants/tellLevel.ts'
import type { ProposalParts } from './describe.ts'

type Item = ProposalParts['items'][number]
export type AnsweredItem = Item & { readonly words: Words }

/**
 * What is accepted or granted when less is said: `watch on page/day-trips until …`, on some of what was proposed. What is
 * not named falls; more than was proposed is refused: `proposal.more-than-asked`.
 */
export function lessOf(room: Room, zone: string, items: readonly Item[], text: string): AnsweredItem[] {
  const today = room.clock.now().toZonedDateTimeISO(zone).toPlainDate()
  const reading = parseWanted(text, today)
  if (!reading.ok)
    throw new Problem(reading.error.code, reading.error.message, {
      pointer: '/less',
      nearest: reading.error.nearest,
      span: { start: reading.error.start, end: reading.error.end },
    })
  const { wanted } = reading
  if (sayGiven(wanted) === '')
    throw new Problem('sentence.unreadable', 'Less is said as a tier or actions on what was proposed.', {
      pointer: '/less',
    })
  const { tier, actions, hiding } = wanted
  const words: Words = { tier, actions, hiding, ...momentsOf(wanted, zone) }
  return wanted.on.map(what => {
    const found = items.find(item => isMeant(item, what))
    if (found && found.target.assets.every(asset => staysWithin(asset.kind, found.item, words)))
      return { ...found, words }
    throw moreThanProposed(items, printWhat(what), zone)
  })
}

function isMeant({ target }: Item, what: What): boolean {
  if (what.by === 'number') return target.assetId !== null && target.assets[0]?.number === what.number
  return target.text === printWhat(what)
}

function moreThanProposed(items: readonly Item[], on: string, zone: string): Problem {
  const proposed = sayItems(
    items.map(({ item, target }) => ({ words: item, target })),
    zone,
  )
  return new Problem(
    'proposal.more-than-asked',
    `It is about ${proposed}; on ${on} this would be more. Less can be said here, never more.`,
    { pointer: '/less' },
  )
}
