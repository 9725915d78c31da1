import {
  describeLevel,
  domainOf,
  momentOfEnd,
  printMoment,
  sayActions,
  sayCount,
  sayEnd,
  sayList,
  standingMeans,
  type Standing,
  type LetSentence,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Acting } from '../businesses/acting.ts'
import { insideOf, sayInside } from '../grants/inside.ts'
import type { PlannedThing } from '../grants/planThing.ts'
import { termsOf } from '../grants/queries.ts'
import { sayTarget } from '../grants/tellThings.ts'
import type { BusinessAddressed } from './addressee.ts'
import type { PlannedLet, PlannedRecipient } from './planned.ts'
import { waitsForYes } from './takesYes.ts'

/** What there is to know besides, before a sentence is signed. */
export function notesOn(
  acting: Acting,
  plan: PlannedLet,
  recipient: PlannedRecipient,
  standing: Standing | null,
): string[] {
  const { who, things, remains } = recipient
  const notes: string[] = remains.map(way => `${who.name} goes on having more in another way: ${way}.`)
  if (who.kind === 'business') notes.push(...notesOnPartner(who, recipient, plan.sentence))
  else if (who.kind === 'team')
    notes.push(
      who.members.length > 0
        ? `The team ${who.team.name} has ${sayCount(who.members.length, 'member', 'members')}: ${sayList(who.members.map(person => person.name))}. Who joins it later gains this too.`
        : `Nobody is in the team ${who.team.name} yet: who joins it gains this.`,
    )
  else if (!who.member) {
    const as = standing && standing !== 'member' ? ` as ${standing} (${lowered(standingMeans[standing])})` : ''
    if (!who.invitation && acting.standing === 'admin' && isElsewhere(acting, who.address))
      notes.push(
        `${who.address} is at another firm. For one person that is right; if it is for their business, invite the business to open its own (“Families”, or “famiglia invite-business”): it puts its own people on it, who cost you no seats.`,
      )
    notes.push(
      who.invitation
        ? `${who.name} has not answered the open invitation yet, which lets them join${as}: this goes into it.`
        : `${who.name} joins ${acting.name}${as} by accepting.`,
    )
  }
  if (things.every(thing => thing.change === 'same'))
    notes.push(`${who.name} has exactly this already: nothing changes.`)
  notes.push(
    ...things.flatMap(({ upstream, target }) =>
      upstream ? [`${target.name} belongs to ${target.held!.owner.name}, who sees whom you put on it.`] : [],
    ),
  )
  const stewarded = things
    .flatMap(thing => thing.parts)
    .filter(({ asset, plan }) => describeLevel(asset.kind, plan.level).canGiveAccess)
  if (stewarded.length > 0)
    notes.push(
      `${who.name} can give and take away access on ${sayList(stewarded.map(part => part.asset.name))}, up to the same level.`,
    )
  for (const thing of things) {
    if (thing.target.bundleId)
      notes.push(
        `${thing.target.name} is a bundle: what is put into it later is reached too, what is taken out no longer.`,
      )
    notes.push(...whatFallsAway(thing, acting.zone), ...otherReasons(who.name, thing, acting.zone))
  }
  return notes
}

/** Whether an address is of another domain than that of who gives. */
function isElsewhere({ live }: Acting, address: string): boolean {
  return domainOf(address) !== domainOf(live.address)
}

/** Who reaches an asset reaches what lies inside it. */
export async function notesOnInside(manager: EntityManager, things: readonly PlannedThing[]): Promise<string[]> {
  const inside = await insideOf(manager, things)
  return things.flatMap(({ parts }) =>
    parts.flatMap(({ asset }) => {
      const said = sayInside(inside, asset.id)
      return said ? [`On ${asset.name} it holds for ${said}.`] : []
    }),
  )
}

/** `Sees the bills.` in the middle of a sentence. */
const lowered = (sentence: string) => sentence.replace(/\.$/, '').replace(/^./, first => first.toLowerCase())

function notesOnPartner(
  { partner }: BusinessAddressed,
  recipient: PlannedRecipient,
  { mayGiveAccess, mayPassOn }: Pick<LetSentence, 'mayGiveAccess' | 'mayPassOn'>,
): string[] {
  const stays = waitsForYes(recipient)
    ? `The offer waits for the approval of one of its admins. More that you say to ${partner.name} until then goes into the same offer.`
    : `It holds at once: ${partner.offersAtOnce ? `${partner.name} chose to take offers without its approval` : 'it is no more than it has'}.`
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

/** What was hidden or had an end before and is not said again is pointed at, with the words that keep it. */
function whatFallsAway({ target, grant, terms, parts }: PlannedThing, zone: string): string[] {
  if (!grant) return []
  const shown = [...new Set(parts.flatMap(({ plan }) => plan.gains.sees))].filter(figure =>
    grant.hiding.includes(figure),
  )
  const notes: string[] = []
  if (shown.length > 0)
    notes.push(
      `On ${target.name} ${sayList(shown)} was hidden and would now be seen. Add “hiding ${shown.join(' and ')}” to keep it hidden.`,
    )
  if (grant.until && !terms.until)
    notes.push(
      `On ${target.name} the end would go. Add “until ${printMoment(momentOfEnd(grant.until, zone))}” to keep it.`,
    )
  return notes
}

/** A sentence without a purpose says all, so what was given for purposes falls; one for a purpose stands beside the others. */
function otherReasons(name: string, { target, falls, stays }: PlannedThing, zone: string): string[] {
  const said = (grants: typeof falls) =>
    grants.map(grant => sayTarget(target, termsOf(grant), zone, grant.purpose)).join('; ')
  return [
    falls.length > 0
      ? `It says all that ${name} has on ${target.name}, so what was given there for other reasons ends: ${said(falls)}.`
      : '',
    stays.length > 0 ? `Beside it ${name} keeps: ${said(stays)}.` : '',
  ].filter(Boolean)
}

/** `It changes what Priya Lindqvist has on Summer Crossings. Gains: publish adverts. Loses: …`. */
export function sayChange({ who }: PlannedRecipient, thing: PlannedThing, zone: string): string[] {
  const { terms, grant, target, purpose } = thing
  if (thing.change === 'new') return []
  if (thing.change === 'same') return [`${who.name} has ${sayTarget(target, terms, zone, purpose)} already.`]
  const difference = (side: 'gains' | 'loses') => {
    const actions = new Set(thing.parts.flatMap(({ plan }) => plan[side].actions))
    const sees = new Set(thing.parts.flatMap(({ plan }) => plan[side].sees))
    return [actions.size > 0 ? sayActions(actions, target.kind) : '', sees.size > 0 ? `see ${sayList([...sees])}` : '']
      .filter(Boolean)
      .join('; ')
  }
  const [gains, loses] = [difference('gains'), difference('loses')]
  const end = (until: typeof terms.until) => (until ? sayEnd(until, zone) : 'no end')
  return [
    [
      `It changes what ${who.name} has on ${target.name}.`,
      gains && `Gains: ${gains}.`,
      loses && `Loses: ${loses}.`,
      grant && String(grant.until) !== String(terms.until)
        ? `The end changes from ${end(grant.until)} to ${end(terms.until)}.`
        : '',
    ]
      .filter(Boolean)
      .join(' '),
  ]
}
