import {
  describeLevel,
  momentOfEnd,
  printMoment,
  sayActions,
  sayCount,
  sayInstant,
  sayList,
  type LetSentence,
} from '@famiglia/core'
import type { Acting } from '../businesses/acting.ts'
import type { BusinessAddressed } from './addressee.ts'
import type { PlannedItem } from './planItem.ts'
import type { PlannedLet, PlannedRecipient } from './planSentence.ts'
import { splitByYes } from './splitByYes.ts'
import { sayWords } from './tellLevel.ts'

/** Whether what is said to a partner waits for its yes. */
export function waitsForYes({ who, items }: PlannedRecipient): boolean {
  return who.kind === 'business' && !who.partner.offersAtOnce && splitByYes(items).offered.length > 0
}

/** What there is to know besides, before a sentence is signed. */
export function notesOn(acting: Acting, plan: PlannedLet, recipient: PlannedRecipient): string[] {
  const { who, items } = recipient
  const notes: string[] = []
  if (who.kind === 'business') notes.push(...notesOnPartner(who, recipient, plan.sentence))
  else if (who.kind === 'team')
    notes.push(
      who.members.length > 0
        ? `The team ${who.team.name} has ${sayCount(who.members.length, 'member', 'members')}: ${sayList(who.members.map(person => person.name))}. Who joins it later gains this too.`
        : `Nobody is in the team ${who.team.name} yet: who joins it gains this.`,
    )
  else if (!who.member && !who.invitation) notes.push(`${who.name} joins ${acting.name} as member by accepting.`)
  else if (!who.member) notes.push(`${who.name} has not answered the open invitation yet: this goes into it.`)
  if (items.every(item => item.change === 'same')) notes.push(`${who.name} has exactly this already: nothing changes.`)
  notes.push(
    ...items.flatMap(item =>
      item.upstream
        ? [`${item.target.name} belongs to ${item.target.held!.owner.name}, who sees whom you put on it.`]
        : [],
    ),
  )
  const stewarded = items
    .flatMap(item => item.parts)
    .filter(({ asset, plan }) => describeLevel(asset.kind, plan.level).canGiveAccess)
  if (stewarded.length > 0)
    notes.push(
      `${who.name} can give and take away access on ${sayList(stewarded.map(part => part.asset.name))}, up to the same level.`,
    )
  for (const item of items) {
    if (item.target.bundleId)
      notes.push(
        `${item.target.name} is a bundle: what is put into it later is reached too, what is taken out no longer.`,
      )
    notes.push(...whatFallsAway(item, acting.zone))
  }
  return notes
}

function notesOnPartner(
  { partner }: BusinessAddressed,
  recipient: PlannedRecipient,
  { mayGiveAccess, mayPassOn }: Pick<LetSentence, 'mayGiveAccess' | 'mayPassOn'>,
): string[] {
  const stays = waitsForYes(recipient)
    ? `The offer waits for the yes of one of its admins. More that you say to ${partner.name} until then goes into the same offer.`
    : `It holds at once: ${partner.offersAtOnce ? `${partner.name} chose to take offers without a yes of its own` : 'it is no more than it has'}.`
  return [
    `${partner.name} (${partner.number}) is a business in ${partner.town}. ${stays}`,
    `What you give is the ceiling: ${partner.name} puts its own people on it, and nobody of them reaches more. You see each of them, and can freeze one.`,
    ...(mayGiveAccess
      ? [`Those whom ${partner.name} puts on it as stewards may put its others on it themselves.`]
      : []),
    ...(mayPassOn
      ? [`${partner.name} may pass it on to a further business, whose people you see and can freeze too.`]
      : []),
    'It costs you no seats.',
  ]
}

/** A sentence says all: what was hidden or had an end before and is not said again is pointed at, with the words that keep it. */
function whatFallsAway({ target, grant, words, parts }: PlannedItem, zone: string): string[] {
  if (!grant) return []
  const shown = [...new Set(parts.flatMap(({ plan }) => plan.gains.sees))].filter(figure =>
    grant.hiding.includes(figure),
  )
  const notes: string[] = []
  if (shown.length > 0)
    notes.push(
      `On ${target.name} ${sayList(shown)} was hidden and would now be seen. Add “hiding ${shown.join(' and ')}” to keep it hidden.`,
    )
  if (grant.until && !words.until)
    notes.push(
      `On ${target.name} the end would go. Add “until ${printMoment(momentOfEnd(grant.until, zone))}” to keep it.`,
    )
  return notes
}

/** `It changes what Priya Lindqvist has on Summer Crossings. Gains: publish adverts. Loses: …`. */
export function sayChange({ who }: PlannedRecipient, item: PlannedItem, zone: string): string[] {
  const { words, grant, target } = item
  if (item.change === 'new') return []
  if (item.change === 'same') return [`${who.name} has ${sayWords(words, [target.name], zone)} already.`]
  const difference = (side: 'gains' | 'loses') => {
    const actions = new Set(item.parts.flatMap(({ plan }) => plan[side].actions))
    const sees = new Set(item.parts.flatMap(({ plan }) => plan[side].sees))
    return [actions.size > 0 ? sayActions(actions) : '', sees.size > 0 ? `see ${sayList([...sees])}` : '']
      .filter(Boolean)
      .join('; ')
  }
  const [gains, loses] = [difference('gains'), difference('loses')]
  return [
    [
      `It changes what ${who.name} has on ${target.name}.`,
      gains && `Gains: ${gains}.`,
      loses && `Loses: ${loses}.`,
      grant && String(grant.until) !== String(words.until)
        ? `The end moves from ${grant.until ? sayInstant(grant.until, zone) : 'no end'} to ${words.until ? sayInstant(words.until, zone) : 'no end'}.`
        : '',
    ]
      .filter(Boolean)
      .join(' '),
  ]
}
