import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import type { KnownPerson } from '../people/queries.ts'
import { changedLetter, givenLetter } from './letters.ts'
import { insideOf } from './inside.ts'
import { keepGrants } from './keepGrant.ts'
import type { Holder } from './parties.ts'
import type { PlannedThing } from './planThing.ts'

export interface ToGive {
  readonly holder: Holder
  /** Everybody a letter about it goes to: the person, a team's members, a partner's admins. */
  readonly told: readonly KnownPerson[]
  readonly things: readonly PlannedThing[]
  /** What was said, as written, for the history. */
  readonly sentence: string | null
  readonly proposal: string | null
  /** Whether a letter goes out; who asked gets one of another kind. */
  readonly withLetter: boolean
  /** The ways by which they go on having more than what is lowered leaves them. */
  readonly remains?: readonly string[]
  /** What who gives it says beside it: in the letter and the history. */
  readonly note?: string | null
}

/** Gives what was planned, in the acting business's name: in force with the end of this change. Returns the grants' ids. */
export async function giveThings(change: Change, acting: Acting, to: ToGive): Promise<string[]> {
  const { holder, things, told, sentence, proposal } = to
  const given = {
    giver: acting,
    person: { id: acting.live.person, name: acting.live.name },
    proposal,
    // A history tells one thing a line, whatever somebody wrote.
    reason: to.note?.replace(/\s+/g, ' ') ?? null,
  }
  const isSame = (thing: PlannedThing) => thing.change === 'same' && thing.falls.length === 0
  const wanted = things.filter(thing => !isSame(thing)).map(grantOf)
  const kept = (await keepGrants(change, given, holder, wanted, sentence)).values()
  const ids = things.map(thing => (isSame(thing) ? thing.grant!.id : kept.next().value!.id))
  const changed = things.filter(thing => thing.change !== 'same')
  if (!to.withLetter || changed.length === 0) return ids
  const letter = changed.every(thing => thing.grant === null && thing.falls.length === 0) ? givenLetter : changedLetter
  const { kind } = holder.key
  const through = kind === 'team' || kind === 'business' ? { kind, name: holder.name } : null
  const inside = await insideOf(change.manager, changed)
  for (const person of told)
    if (person.id !== acting.live.person)
      await change.mail(
        letter(acting, person, { things: changed, inside, through, note: to.note ?? null, remains: to.remains ?? [] }),
      )
  return ids
}

/** A planned thing as the writer of grants takes it. */
export function grantOf(thing: PlannedThing) {
  const { target, terms, purpose, upstream, mayPassOn, falls } = thing
  return { target, terms, purpose, upstream: upstream?.id ?? null, mayPassOn, saysAll: falls.length > 0 }
}
