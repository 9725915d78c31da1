import { sayCount, type EndSentence } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { requireForAdmins, tellAdmins } from '../admins/tellAdmins.ts'
import { passAnswering } from '../billing/passAnswering.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { getMember } from '../businesses/getMember.ts'
import { changeMembership, worksSomewhere } from '../businesses/queries.ts'
import { addToHeld } from '../grants/addToHeld.ts'
import type { GrantOn } from '../grants/endGrant.ts'
import { keepGrant } from '../grants/keepGrant.ts'
import { grantsTo, termsOf } from '../grants/queries.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { gatherProposal } from '../proposals/gather.ts'
import { changeProposal, findProposal } from '../proposals/queries.ts'
import { withOwners } from '../reach/held.ts'
import { selfAndTeams } from '../reach/holdersFor.ts'
import { targetsById } from '../reach/targets.ts'
import { saySentenceIn } from '../sentences/saySentence.ts'
import { reviewLeaving, textOf, type Leaving } from './reviewLeaving.ts'

export interface Left {
  readonly result: string
  /** What was still reachable when it was over: empty, or something is wrong. */
  readonly stillReaches: readonly string[]
  readonly takenOver: readonly string[]
}

/**
 * Ends all that somebody holds in the acting business in one step: first their successors take over what only they held,
 * then everything ends, their sessions close where they work for nobody else, and it is looked at once more from their side.
 */
export function completeLeaving(kit: Kit) {
  return async (
    acting: Acting,
    who: string,
    successors: Readonly<Record<string, string>>,
    { reason, tellReason }: { readonly reason: string | null; readonly tellReason: boolean },
  ): Promise<Left> => {
    requireStanding(acting, 'end-member', 'Offboarding somebody')
    return changeFor(kit, acting, async change => {
      const person = await getMember(change.manager, acting, who)
      change.requireFreshProof('Offboarding somebody ends all they have, so it needs you to confirm it’s you.')
      const before = await reviewLeaving(kit, change.manager, acting, person)
      assertTakenOver(before, successors)
      const takenOver: string[] = []
      for (const only of before.onlyTheirs) {
        const address = successors[only.key]
        if (address) takenOver.push(await takeOver(kit, change, acting, person, only, address, reason))
      }
      await saySentenceIn(kit, change, acting, endOfAll(person.address), {
        note: reason,
        tellNote: tellReason,
        standing: null,
        sure: true,
      })
      const closed = await closeSessions(change, acting, person)
      const stillReaches = await reachedStill(change, acting, person.id)
      change.record({
        chain: acting.id,
        what: 'member.offboarded',
        sentence: `${acting.live.name} offboarded ${person.name}: ${sayCount(before.holds.length, 'asset', 'assets')} no longer reached, ${takenOver.length > 0 ? takenOver.join('; ') : 'nothing had to be taken over'}.`,
        about: person.id,
        data: { holds: before.holds.map(held => held.text), closed, takenOver },
      })
      return {
        result: `${person.name} reaches nothing of ${acting.name} any more: ${sayCount(before.holds.length, 'asset', 'assets')} ended, ${closed === 0 ? 'sign-ins stay for their other businesses' : `${sayCount(closed, 'sign-in', 'sign-ins')} and tokens closed`}.`,
        stillReaches,
        takenOver,
      }
    })
  }
}

function assertTakenOver(before: Leaving, successors: Readonly<Record<string, string>>): void {
  const idle = Object.keys(successors).find(key => !before.onlyTheirs.some(only => only.key === key))
  if (idle)
    throw new Problem(
      'request.invalid',
      `Nothing that only ${before.person.name} holds goes by “${idle}”. Read over anew what they hold.`,
      { pointer: '/successors' },
    )
  const open = before.onlyTheirs.find(only => only.must && !successors[only.key])
  if (open)
    throw new Problem(
      'leaving.successor-needed',
      `${before.person.name} is the ${open.kind} of ${open.about}. Choose who takes over first.`,
      { pointer: `/successors/${open.key}` },
    )
}

async function takeOver(
  kit: Kit,
  change: Change,
  acting: Acting,
  person: { id: string; name: string },
  only: Leaving['onlyTheirs'][number],
  address: string,
  reason: string | null,
): Promise<string> {
  const successor = await getMember(change.manager, acting, address)
  if (successor.id === person.id) throw new Problem('request.invalid', `${person.name} cannot succeed themselves.`)
  if (only.kind === 'last admin') {
    const said = requireForAdmins(change, successor.id, 'Making somebody an admin', reason)
    await changeMembership(change.manager, acting.id, successor.id, { standing: 'admin' })
    const by = { id: acting.live.person, name: acting.live.name }
    const before = successor.standing === 'finance' ? 'finance' : 'member'
    await tellAdmins(change, acting, { person: successor, before, after: 'admin', by, reason: said })
    change.record({
      chain: acting.id,
      what: 'standing.changed',
      sentence: `${acting.live.name} made ${successor.name} admin of ${acting.name}, in the place of ${person.name}.`,
      about: successor.id,
      data: { before: successor.standing, after: 'admin' },
    })
    return `${successor.name} is admin`
  }
  if (only.kind === 'billing holder') {
    await passAnswering(kit, change, acting, person, successor, only.key)
    return `${successor.name} answers for what is paid for ${only.about}`
  }
  if (only.kind === 'open proposal') {
    await takeOverProposal(kit, change, only, successor)
    change.record({
      chain: acting.id,
      what: 'invitation.changed',
      sentence: `${successor.name} takes over ${only.about} from ${person.name}.`,
      about: successor.id,
      data: { proposal: only.key },
    })
    return `${successor.name} takes over ${only.about}`
  }
  for (const grant of await grantsOn(change, acting, person.id, only.key))
    await passOn(change, acting, grant, successor)
  return `${successor.name} takes over ${only.about}`
}

async function grantsOn(change: Change, acting: Acting, person: string, text: string): Promise<GrantOn[]> {
  const held = await grantsTo(change.manager, acting.id, { kind: 'person', id: person })
  const found = await targetsById(
    change.manager,
    held.map(grant => grant.targetId!),
  )
  const targets = await withOwners(change.manager, acting.id, found)
  return held
    .map(grant => ({ grant, target: targets.get(grant.targetId!)! }))
    .filter(({ target }) => target.assets.some(asset => textOf(acting, asset) === text))
}

/** A successor gets the same terms for the same reason, beside what they have for it already. */
async function passOn(
  change: Change,
  acting: Acting,
  { grant, target }: GrantOn,
  successor: { id: string; name: string },
): Promise<void> {
  const given = { giver: acting, person: { id: acting.live.person, name: acting.live.name }, proposal: null }
  const holder = { key: { kind: 'person' as const, id: successor.id }, name: successor.name, party: null }
  const { purpose, upstreamId, mayPassOn } = grant
  const wanted = { target, terms: termsOf(grant, change.now), purpose, mayPassOn }
  const added = await addToHeld(change.manager, acting, holder, wanted, change.now)
  await keepGrant(change, given, holder, { ...added, upstream: upstreamId, saysAll: false })
}

/** Who takes over what somebody else sent has to be able to send it: else it would come to nothing with its answer. */
async function takeOverProposal(
  kit: Kit,
  change: Change,
  only: Leaving['onlyTheirs'][number],
  successor: { id: string; name: string },
): Promise<void> {
  await changeProposal(change, only.key, { sentBy: successor.id })
  const proposal = (await findProposal(change.manager, { id: only.key }))!
  const kind = proposalKinds.of(proposal)
  const why = await kind.whyVoid(kit, change.manager, await gatherProposal(change.manager, proposalKinds, proposal))
  if (why)
    throw new Problem(
      'leaving.successor-cannot',
      `${successor.name} cannot take over ${only.about}: ${why}. Choose somebody who could send it, or nobody: it ends then.`,
      { pointer: `/successors/${only.key}` },
    )
}

function endOfAll(address: string): EndSentence {
  return { verb: 'end', who: { by: 'address', address }, on: [], purpose: null }
}

/** Somebody who works for others too keeps their sign-in; it reaches nothing here. */
async function closeSessions(change: Change, acting: Acting, person: { id: string }): Promise<number> {
  const elsewhere = await worksSomewhere(change.manager, person.id)
  if (elsewhere || person.id === acting.live.person) return 0
  const closed = (await change.manager.query(
    'UPDATE session SET ended_at = $2 WHERE person_id = $1 AND ended_at IS NULL RETURNING id',
    [person.id, change.now.toString()],
  )) as [unknown[], number]
  await change.later('tell-signed-out', {})
  return closed[1]
}

/** From their side, within the same change: what they would still reach of the business's own. */
async function reachedStill(change: Change, acting: Acting, person: string): Promise<string[]> {
  const rows = (await change.manager.query(
    `SELECT DISTINCT coalesce(asset.name, bundle.name) AS name FROM access_grant g LEFT JOIN asset ON asset.id = g.asset_id
      LEFT JOIN bundle ON bundle.id = g.bundle_id
     WHERE g.business_id = $1 AND g.ended_at IS NULL AND g.holder_id = ANY (${selfAndTeams('$2::uuid')})`,
    [acting.id, person],
  )) as { name: string }[]
  return rows.map(row => row.name)
}
