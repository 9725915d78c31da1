import { isForPurpose, sayGiven, withReason, type Terms } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import type { Target } from '../reach/targets.ts'
import { endGrant } from './endGrant.ts'
import { announceReach } from './announceReach.ts'
import { grantsOnEach, termsOf, type Grant } from './queries.ts'
import { grants } from './records.ts'
import { aboutOf, partiesOf, type GivenBy, type Holder } from './parties.ts'
import { sayLinks, sayTarget } from './tellThings.ts'

export interface GrantWanted {
  readonly target: Target
  readonly terms: Terms
  readonly purpose: string | null
  /** The grant it passes on, where another business owns what it is on. */
  readonly upstream: string | null
  readonly mayPassOn: boolean
  /** Whether it takes the place of all that the holder has there from the giver, and not of what was given for its reason alone. */
  readonly saysAll: boolean
}

export interface Kept {
  readonly id: string
  /** What was held for that reason before. */
  readonly before: Grant | null
}

/** PostgreSQL takes no more than 65,535 values in a statement. */
const atOnce = 1_000

/**
 * The one writer of grants, of several things at once, each of which is named once a reason. It finds by itself what the holder
 * has there for that reason: there is one grant a reason, and it gets the new terms. Each change is an entry of the history,
 * and is announced.
 */
export async function keepGrants(
  change: Change,
  given: GivenBy,
  holder: Holder,
  all: readonly GrantWanted[],
  sentence: string | null = null,
): Promise<Kept[]> {
  const targets = all.map(({ target }) => target.id)
  const heldBy = await grantsOnEach(change.manager, given.giver.id, [holder.key], targets)
  const kept: Kept[] = []
  const added: NewGrant[] = []
  for (const wanted of all) {
    const held = heldBy(holder.key, wanted.target.id)
    const before = held.find(grant => isForPurpose(grant, wanted.purpose)) ?? null
    if (wanted.saysAll)
      for (const grant of held.filter(one => one !== before))
        await endGrant(change, given, holder, { grant, target: wanted.target }, 'another sentence says all')
    const id = before?.id ?? newId()
    if (before) await changeGrant(change, before, wanted)
    else added.push(newGrant(id, change, given, holder, wanted))
    tell(change, given, holder, wanted, { id, before }, sentence)
    kept.push({ id, before })
  }
  for (let from = 0; from < added.length; from += atOnce)
    await change.manager.insert(grants, added.slice(from, from + atOnce))
  return kept
}

/** The same for one. */
export async function keepGrant(
  change: Change,
  given: GivenBy,
  holder: Holder,
  wanted: GrantWanted,
  sentence: string | null = null,
): Promise<Kept> {
  return (await keepGrants(change, given, holder, [wanted], sentence))[0]!
}

function tell(
  change: Change,
  given: GivenBy,
  holder: Holder,
  wanted: GrantWanted,
  { id, before }: Kept,
  sentence: string | null,
): void {
  const { target, terms, purpose } = wanted
  change.record({
    ...partiesOf(given.giver, holder, target),
    ...(given.by === undefined ? {} : { by: given.by }),
    what: before ? 'grant.changed' : 'grant.given',
    sentence: sayKept(given, holder, wanted, before),
    ...(target.assetId ? { asset: target.assetId } : {}),
    ...aboutOf(holder),
    data: {
      grant: id,
      ...(given.proposal ? { proposal: given.proposal } : {}),
      ...(sentence ? { sentence } : {}),
      on: target.text,
      tier: terms.tier,
      actions: terms.actions,
      hiding: terms.hiding,
      until: terms.until?.toString() ?? null,
      purpose,
      before: before ? sayGiven(before) : null,
    },
  })
  announceReach(change, holder.key, target)
}

function sayKept(
  { person, giver, reason }: GivenBy,
  holder: Holder,
  wanted: GrantWanted,
  before: Grant | null,
): string {
  const { target, terms, purpose, mayPassOn } = wanted
  if (holder.key.kind === 'manager') {
    const mark = mayPassOn ? '; it may give access' : ''
    const was = before ? `; it was ${sayGiven(before, target.kind)} before` : ''
    return `${person.name} linked ${sayLinks([wanted], holder.name, giver.zone)}${mark}${was}.`
  }
  const said = sayTarget(target, terms, giver.zone, purpose)
  return before
    ? withReason(
        `${person.name} changed what ${holder.name} has, from ${sayGiven(before, target.kind)} to ${said}`,
        reason,
      )
    : withReason(`${person.name} let ${holder.name} ${said}`, reason)
}

async function changeGrant(change: Change, held: Grant, wanted: GrantWanted): Promise<void> {
  const { terms } = wanted
  const notices = String(held.until) === String(terms.until) ? held.notices : 0
  const from = terms.from ?? (termsOf(held, change.now).from ? change.now : held.from)
  await change.manager.update(grants, { id: held.id }, { ...columnsOf(wanted), from, changedAt: change.now, notices })
}

function newGrant(id: string, change: Change, given: GivenBy, { key, party }: Holder, wanted: GrantWanted) {
  return {
    id,
    businessId: given.giver.id,
    assetId: wanted.target.assetId,
    bundleId: wanted.target.bundleId,
    holderKind: key.kind,
    holderId: key.id,
    toBusinessId: party && party.id !== given.giver.id ? party.id : null,
    ...columnsOf(wanted),
    from: wanted.terms.from ?? change.now,
    proposalId: given.proposal,
    frozenAt: null,
    givenAt: change.now,
    givenBy: given.person.id,
    changedAt: null,
    endedAt: null,
    endedBy: null,
    notices: 0,
  }
}
type NewGrant = ReturnType<typeof newGrant>

function columnsOf({ terms, purpose, upstream, mayPassOn }: GrantWanted) {
  return {
    tier: terms.tier,
    actions: [...terms.actions],
    hiding: [...terms.hiding],
    until: terms.until,
    purpose,
    upstreamId: upstream,
    mayPassOn,
  }
}

/** Stops a link while its owner wants it stopped. Whatever is said of it meanwhile, it stays stopped. */
export async function freezeGrant(change: Change, { id }: Pick<Grant, 'id'>, frozen: boolean): Promise<void> {
  await change.manager.update(grants, { id }, { frozenAt: frozen ? change.now : null })
}

/** Has a grant pass on another from now on, or, with null, be its giver’s own. */
export async function hangOn(change: Change, grant: string, upstream: string | null): Promise<void> {
  await change.manager.update(grants, { id: grant }, { upstreamId: upstream, changedAt: change.now })
}

/** Says which grant took the place of one that ended: what hung on that hangs on it. */
export async function noteSuccessor(
  change: Change,
  { of, by }: { readonly of: string; readonly by: string },
): Promise<void> {
  await change.manager.query('UPDATE access_grant SET succeeds_id = $1 WHERE id = $2', [of, by])
  await change.manager.query('UPDATE access_grant SET upstream_id = $2 WHERE upstream_id = $1 AND ended_at IS NULL', [
    of,
    by,
  ])
}
