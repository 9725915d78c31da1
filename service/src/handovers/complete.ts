import { goesBeyond, isBefore, type Figure, type Action } from '@famiglia/core'
import { handOverAssets, type Asset } from '../assets/queries.ts'
import { between } from '../base/chain.ts'
import { eachApart } from '../base/each-apart.ts'
import { Problem } from '../base/problem.ts'
import type { Change } from '../base/change.ts'
import type { Work } from '../base/jobs.ts'
import type { Kit } from '../base/kit.ts'
import { arrangePayment, callOff } from '../billing/arrange.ts'
import { pendingChanges } from '../billing/queries.ts'
import { getBusiness } from '../businesses/queries.ts'
import { endGrant } from '../grants/endGrant.ts'
import { holderOfGrant } from '../grants/holderOf.ts'
import { freezeGrant, hangOn, keepGrant, noteSuccessor } from '../grants/keepGrant.ts'
import { grantsById } from '../grants/queries.ts'
import type { Register } from '../proposals/kind.ts'
import { changeProposal } from '../proposals/queries.ts'
import { voidForBoth } from '../proposals/voidForBoth.ts'
import { targetOfAsset } from '../reach/targets.ts'
import { drawUp, proposalsAbout } from './account.ts'
import type { Line, Terms } from './line.ts'
import { adminsOfBoth, namedIn } from './concerned.ts'
import { gatherAgain, unlinkGathered } from './gathered.ts'
import { completedLetter, coolingLetter, stoppedLetter } from './letters.ts'
import { askPeople } from './people.ts'
import { sayAssets, whyNot } from './planHandover.ts'
import { tellKeepers } from './tellKeepers.ts'
import {
  endCooling,
  findHandover,
  givenAsSigned,
  handoversDue,
  handoversSoon,
  handoversUntold,
  noteToldSoon,
  type Handover,
} from './records.ts'

/**
 * Completes a handover whose instant has come: owner, grants, links, ties, bundles and what waits, in one transaction. Cut
 * off before it, nothing has happened, and the next look for what is due does it; after it, it is done. Who pays follows by the
 * way of every change of that, the platform being asked first.
 */
export function completeHandover(kit: Kit, kinds: Register) {
  return async ({ handover: id }: Work['complete-handover']): Promise<void> => {
    const due = await findHandover(kit.database.manager, id)
    if (due?.state !== 'cooling' || isBefore(kit.clock.now(), due.completesAt)) return
    await step(kit, id, async (change, handover) => {
      const terms = { ...handover, falls: handover.falls }
      const why = await whyNot(change.manager, terms, id)
      if (why) return stop(change, handover, null, why.message)
      const lines = await drawUp(change.manager, terms, change.now).catch(asProblem)
      // More was given on it meanwhile than one handover can carry: it is handed over in parts.
      if (lines instanceof Problem) return stop(change, handover, null, lines.message)
      await carryOut(kit, kinds, change, handover, { terms, lines: asAgreed(lines, handover) })
    })
  }
}

/** Completes all handovers whose instant has come, tells of those that complete within a day, and platforms of what has completed. */
export function tendHandovers(kit: Kit, kinds: Register) {
  return async (): Promise<void> => {
    const { manager } = kit.database
    await eachApart(await handoversDue(manager, kit.clock.now()), async handover =>
      completeHandover(kit, kinds)({ handover }),
    )
    await eachApart(await handoversSoon(manager, kit.clock.now().add({ hours: 24 })), async id =>
      step(kit, id, tellSoon),
    )
    for (const handover of await handoversUntold(kit.database.manager))
      // A platform that does not answer is told at the next look.
      await tellKeepers(kit)({ handover }).catch(() => undefined)
  }
}

class Left extends Error {}

/** What a rule refuses, as a value; anything else is thrown on. */
function asProblem(cause: unknown): Problem {
  if (cause instanceof Problem) return cause
  throw cause
}

/** A step of a handover that cools off; nothing where it has ended meanwhile. */
async function step(kit: Kit, id: string, work: (change: Change, handover: Handover) => Promise<void>): Promise<void> {
  try {
    await kit.change(
      null,
      async change => {
        const handover = await findHandover(change.manager, id)
        if (handover?.state !== 'cooling') throw new Left()
        return work(change, handover)
      },
      { turn: id },
    )
  } catch (cause) {
    if (!(cause instanceof Left)) throw cause
  }
}

async function tellSoon(change: Change, handover: Handover): Promise<void> {
  if (!(await noteToldSoon(change, handover.id))) throw new Left()
  // One that cools off for a day or less was told just now.
  const isShort = isBefore(handover.completesAt, handover.acceptedAt.add({ hours: 25 }))
  change.record({
    ...between(handover.from, handover.to),
    by: null,
    what: 'handover.soon',
    sentence: `Everybody whom it concerns was told that ${sayAssets(handover.assets, handover)} ${handover.assets.length === 1 ? 'goes' : 'go'} over within a day.`,
    data: { handover: handover.id },
  })
  if (isShort) return
  const lines = await drawUp(change.manager, handover, change.now).catch(asProblem)
  // Where that is too much, it will stop: its admins are told then.
  if (lines instanceof Problem) return
  for (const concerned of await namedIn(change.manager, handover, lines))
    await change.mail(coolingLetter(concerned, handover, true))
}

/** Stops a handover that cools off: nothing has changed. */
export async function stop(
  change: Change,
  handover: Handover,
  by: { readonly id: string; readonly name: string } | null,
  why: string,
): Promise<void> {
  await endCooling(change, handover.id, by?.id ?? null)
  await changeProposal(change, handover.id, { state: 'stopped', reason: why })
  for (const asset of handover.assets)
    change.record({
      ...between(handover.from, handover.to),
      by,
      what: 'handover.stopped',
      sentence: `${by ? `${by.name} stopped` : 'It was not possible to complete'} the handover of ${asset.name} to ${handover.to.name}: ${why}`,
      asset: asset.id,
      data: { handover: handover.id },
    })
  for (const { person, of } of await adminsOfBoth(change.manager, handover))
    await change.mail(stoppedLetter(person, of, handover, why.replace(/\.$/, '')))
}

async function carryOut(
  kit: Kit,
  kinds: Register,
  change: Change,
  handover: Handover,
  { terms, lines }: { readonly terms: Terms; readonly lines: readonly Line[] },
): Promise<void> {
  const { from, to, assets, acceptedBy, id } = handover
  await voidWaiting(kinds, change, terms)
  // What was planned of who pays was agreed with the old owner.
  for (const planned of (
    await pendingChanges(
      change.manager,
      assets.map(asset => asset.id),
    )
  ).values())
    await callOff(change, acceptedBy, planned)
  const gathered = await unlinkGathered(change, handover)
  await endCooling(change, id, null)
  await changeProposal(change, id, { state: 'completed' })
  const moved = await handOverAssets(
    change.manager,
    { from: from.id, to: to.id, by: acceptedBy.id, at: change.now },
    assets.map(asset => asset.id),
  )
  for (const asset of moved) {
    change.record({
      ...between(from, to),
      by: null,
      what: 'handover.completed',
      sentence: `${asset.name} went over from ${from.name} to ${to.name}, as agreed by ${acceptedBy.name}.`,
      asset: asset.id,
      data: { handover: id },
    })
    change.announce({ what: 'reach', holder: from.id, target: asset.id })
    change.announce({ what: 'reach', holder: to.id, target: asset.id })
  }
  const kept = new Map<string, string>()
  if (handover.keeping) for (const asset of moved) kept.set(asset.id, await keep(change, handover, asset))
  for (const line of lines) if (line.grant) await settle(change, handover, line, moved, kept)
  await gatherAgain(change, handover, gathered)
  if (handover.withPeople) await askPeople(change, handover, lines, moved)
  if (handover.withBilling && handover.means)
    for (const asset of moved.filter(one => one.payer?.id === from.id))
      await arrangePayment(change, acceptedBy, {
        asset,
        payer: to,
        answering: acceptedBy,
        means: handover.means,
        at: null,
      })
  for (const { person, of } of await adminsOfBoth(change.manager, handover))
    await change.mail(completedLetter(person, of, handover))
  await change.later('tell-keepers', { handover: id })
}

/** What was given to others since both signed falls, and what hangs on it: it was not agreed. */
function asAgreed(lines: readonly Line[], { signed }: Handover): Line[] {
  const byGrant = new Map(lines.flatMap(line => (line.grant ? [[line.grant.id, line] as const] : [])))
  const falls = (line: Line): boolean => {
    const { grant, fate, key } = line
    if (!grant || fate === 'own' || fate === 'beneath') return false
    const above = byGrant.get(grant.upstream ?? '')
    if (fate === 'falls') return true
    return above ? falls(above) : !signed.some(one => one.key === key && one.fate !== 'falls')
  }
  return lines.map(line => (falls(line) ? { ...line, fate: 'falls' as const } : line))
}

const givenBy = ({ to, acceptedBy, id }: Handover) => ({ giver: to, person: acceptedBy, by: null, proposal: id })

/** What the old owner keeps: an ordinary grant of the new one. */
async function keep(change: Change, handover: Handover, asset: Asset): Promise<string> {
  const { from, keeping } = handover
  const holder = { key: { kind: 'business' as const, id: from.id }, name: from.name, party: from }
  const terms = { tier: keeping, actions: [], hiding: [], from: null, until: null }
  const wanted = {
    target: targetOfAsset(asset),
    terms,
    purpose: null,
    upstream: null,
    mayPassOn: false,
    saysAll: false,
  }
  return (await keepGrant(change, givenBy(handover), holder, wanted)).id
}

/** Has one grant become what its line says. What hangs on it hangs on what takes its place. */
async function settle(
  change: Change,
  handover: Handover,
  line: Line,
  moved: readonly Asset[],
  kept: ReadonlyMap<string, string>,
): Promise<void> {
  const { from, to, acceptedBy, signed } = handover
  const given = line.grant!
  const asset = moved.find(one => one.id === given.target)!
  if (line.fate === 'beneath') return hangOn(change, given.id, kept.get(asset.id)!)
  if (line.fate === 'own') return hangOn(change, given.id, null)
  // What hangs on another grant goes where that goes.
  if (given.upstream && line.fate === 'stays') return
  const [grant] = await grantsById(change.manager, [given.id])
  if (!grant || grant.endedAt) return
  const holder = await holderOfGrant(change.manager, grant)
  const target = targetOfAsset(asset)
  const before = signed.find(one => one.key === line.key)
  const agreed = before?.given && before.fate !== 'falls' ? givenAsSigned(before) : null
  if (line.fate === 'falls' || !agreed) {
    const giver = await getBusiness(change.manager, given.giver)
    await endGrant(
      change,
      { giver, person: acceptedBy, by: null },
      holder,
      { grant, target },
      `${asset.name} went over to ${to.name}`,
    )
    return
  }
  // What was raised since both signed is given as they signed it.
  const words = goesBeyond(asset.kind, given, agreed) ? agreed : given
  const terms = {
    tier: words.tier,
    actions: words.actions as Action[],
    hiding: words.hiding as Figure[],
    from: isBefore(change.now, given.from) ? given.from : null,
    until: words.until,
  }
  const wanted = { target, terms, purpose: given.purpose, upstream: null, mayPassOn: words.mayPassOn, saysAll: false }
  await endGrant(
    change,
    { giver: from, person: acceptedBy, by: null },
    holder,
    { grant, target },
    `${to.name} gives it again, as its new owner`,
  )
  const { id } = await keepGrant(change, givenBy(handover), holder, wanted)
  await noteSuccessor(change, { of: given.id, by: id })
  if (given.isFrozen) await freezeGrant(change, { id }, true)
}

/** What waits about the assets has lost its ground. */
async function voidWaiting(kinds: Register, change: Change, terms: Terms): Promise<void> {
  const why = `${sayAssets(terms.assets, terms)} went over to ${terms.to.name}`
  for (const { id } of await proposalsAbout(change.manager, terms, change.now))
    await voidForBoth(change, kinds, id, () => why)
}
