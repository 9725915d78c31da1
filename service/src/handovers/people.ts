import { goesBeyond, isBefore, isForPurpose, printSentence, wantedOf, type Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import { actingNow, type Acting } from '../businesses/acting.ts'
import { membershipsAmong } from '../businesses/queries.ts'
import { keepGrants } from '../grants/keepGrant.ts'
import { grantsOnEach } from '../grants/queries.ts'
import { sendInvitation } from '../invitations/sendInvitation.ts'
import { peopleById, type KnownPerson } from '../people/queries.ts'
import type { ProposedThing } from '../proposals/kind.ts'
import { isOpen, openProposals } from '../proposals/queries.ts'
import { targetOfAsset } from '../reach/targets.ts'
import { membersOfTeam } from '../teams/queries.ts'
import { isAskedToJoin, type Line, type LineGrant, type Terms } from './line.ts'
import { givenAsSigned, type Handover, type SignedLine } from './records.ts'

/** Somebody with what they had themselves and through teams. */
interface Asked {
  readonly person: KnownPerson
  readonly had: readonly LineGrant[]
}

/**
 * Who is asked, each once: who works for the old owner and is neither paused nor frozen there. Once it is signed, whoever comes
 * into a team after that is not among them.
 */
export async function peopleToAsk(
  manager: EntityManager,
  terms: Terms,
  lines: readonly Line[],
  signedAt: Instant | null = null,
): Promise<Asked[]> {
  const had = new Map<string, LineGrant[]>()
  const theirs = lines.filter(line => isAskedToJoin(terms, line)).map(line => line.grant!)
  for (const grant of theirs) {
    const people =
      grant.holderKind === 'team'
        ? (await membersOfTeam(manager, grant.holderId, signedAt)).map(one => one.id)
        : [grant.holderId]
    for (const person of people) had.set(person, [...(had.get(person) ?? []), grant])
  }
  const people = [...(await peopleById(manager, [...had.keys()])).values()].sort((one, other) =>
    one.name.localeCompare(other.name),
  )
  const places = await membershipsAmong(manager, terms.from.id, [...had.keys()])
  return people
    .filter(({ id }) => {
      const place = places.get(id)
      return place && !place.pausedAt && !place.frozenAt
    })
    .map(person => ({ person, had: had.get(person.id)! }))
}

/**
 * Asks each of them to join the new owner with what they had, in the name of who agreed to the handover while they are its
 * admin; who works there already is given it. Nobody is moved: each answers for themselves.
 */
export async function askPeople(
  change: Change,
  handover: Handover,
  lines: readonly Line[],
  moved: readonly Asset[],
): Promise<void> {
  const { to, acceptedBy, acceptedAt, signed } = handover
  const acting = await actingNow(change.manager, to.id, { ...acceptedBy, person: acceptedBy.id })
  if (acting?.standing !== 'admin') return
  const agreed = lines.flatMap(line => asSigned(line, signed) ?? [])
  const asked = await peopleToAsk(change.manager, handover, agreed, acceptedAt)
  const there = await membershipsAmong(
    change.manager,
    to.id,
    asked.map(({ person }) => person.id),
  )
  for (const { person, had } of asked) {
    const things = thingsOf(change, moved, had)
    if (things.length === 0) continue
    if (there.has(person.id)) await giveThem(change, handover, person, things)
    else await invite(change, acting, handover, person, things)
  }
}

/** A line as both signed it, or less; null where they did not. What was raised since is not asked for. */
function asSigned(line: Line, signed: readonly SignedLine[]): Line | null {
  const was = signed.find(one => one.key === line.key)
  if (!line.grant || !was?.given) return null
  const { kind } = line.grant
  const words = givenAsSigned(was)
  return goesBeyond(kind, line.grant, words) ? { ...line, grant: { ...line.grant, ...words } } : line
}

type Thing = Omit<ProposedThing, 'item'>

/** What somebody had that is not over, each asset and purpose once: their own before a team’s. */
function thingsOf(change: Change, moved: readonly Asset[], had: readonly LineGrant[]): Thing[] {
  const things = new Map<string, Thing>()
  const [own, teams] = [had.filter(one => one.holderKind === 'person'), had.filter(one => one.holderKind === 'team')]
  for (const grant of [...own, ...teams]) {
    const { target, purpose, tier, actions, hiding, from, until } = grant
    const key = `${target} ${purpose}`
    if (things.has(key) || (until && !isBefore(change.now, until))) continue
    things.set(key, {
      target: targetOfAsset(moved.find(asset => asset.id === target)!),
      terms: { tier, actions, hiding, from: isBefore(change.now, from) ? from : null, until },
      purpose,
      mayPassOn: false,
    })
  }
  return [...things.values()]
}

async function giveThem(
  change: Change,
  { id, to, acceptedBy }: Handover,
  person: KnownPerson,
  things: readonly Thing[],
): Promise<void> {
  const holder = { key: { kind: 'person' as const, id: person.id }, name: person.name, party: null }
  const given = { giver: to, person: acceptedBy, by: null, proposal: id }
  const targets = things.map(({ target }) => target.id)
  const heldBy = await grantsOnEach(change.manager, to.id, [holder.key], targets)
  // What the new owner itself has put them on there stands as it said it.
  const isHeld = ({ target, purpose }: Thing) =>
    heldBy(holder.key, target.id).some(grant => isForPurpose(grant, purpose))
  const wanted = things.filter(thing => !isHeld(thing)).map(thing => ({ ...thing, upstream: null, saysAll: false }))
  await keepGrants(change, given, holder, wanted)
}

async function invite(
  change: Change,
  acting: Acting,
  { from }: Handover,
  { address, name }: KnownPerson,
  things: readonly Thing[],
): Promise<void> {
  const sent = await openProposals(change.manager, { kind: 'invitation', businessId: acting.id, toAddress: address })
  const what = ({ target, terms }: Thing) => {
    const [asset] = target.assets
    return { what: { by: 'handle' as const, kind: asset!.kind, handle: asset!.handle }, terms }
  }
  const [first] = things
  await sendInvitation(change, acting, {
    address,
    known: true,
    open: sent.find(one => isOpen(one, change.now)) ?? null,
    things,
    text: printSentence({
      verb: 'let',
      who: [{ by: 'address', address }],
      ...wantedOf(things.map(what), acting.zone, first!.purpose ? { purpose: first!.purpose } : {}),
    }),
    note: `${name}, what you worked on at ${from.name} belongs to ${acting.name} now. Go on with it here, if you like.`,
    standing: null,
    letterWaits: 0,
  })
}
