import { sayCount, sayGiven } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { withOwners } from '../assets/held.ts'
import { targetsById } from '../assets/targets.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { memberships } from '../businesses/records.ts'
import { findGrant, grantsOf, wordsOf, type Grant } from '../grants/records.ts'
import { keepGrant } from '../grants/keepGrant.ts'
import { partiesOf } from '../grants/parties.ts'
import { saySentenceIn } from '../grants/saySentence.ts'
import { between } from '../history/append.ts'
import { getMember } from '../people/routes.ts'
import { proposals } from '../proposals/records.ts'
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
export function completeLeaving(room: Room) {
  return async (acting: Acting, who: string, successors: Readonly<Record<string, string>>): Promise<Left> => {
    requireStanding(acting, 'end-member', 'Seeing somebody out')
    const person = await getMember(room, acting, who)
    const ending = `end ${person.address}`
    const businesses = [acting.id, ...(await partiesOf(room, acting, ending))]
    return room.change(actorOf(acting.live), { businesses }, async change => {
      change.requireFreshProof('Seeing somebody out ends all they have, so it takes a fresh proof.')
      const before = await reviewLeaving(room, change.manager, acting, person)
      assertTakenOver(before, successors)
      const takenOver: string[] = []
      for (const only of before.onlyTheirs) {
        const address = successors[only.key]
        if (address) takenOver.push(await takeOver(room, change, acting, person, only, address))
      }
      await saySentenceIn(room, change, acting, { sentence: ending, note: null, standing: 'member' })
      const closed = await closeSessions(change, acting, person)
      const stillReaches = await reachedStill(change, acting, person.id)
      await change.record({
        chain: acting.id,
        what: 'member.seen-out',
        sentence: `${acting.live.name} saw ${person.name} out: ${sayCount(before.holds.length, 'asset', 'assets')} no longer reached, ${takenOver.length > 0 ? takenOver.join('; ') : 'nothing had to be taken over'}.`,
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
  const open = before.onlyTheirs.find(only => only.must && !successors[only.key])
  if (open)
    throw new Problem(
      'leaving.successor-needed',
      `${before.person.name} is the ${open.kind} of ${open.about}. Choose who takes over first.`,
      { pointer: `/successors/${open.key}` },
    )
}

async function takeOver(
  room: Room,
  change: Change,
  acting: Acting,
  person: { id: string; name: string },
  only: Leaving['onlyTheirs'][number],
  address: string,
): Promise<string> {
  const successor = await getMember(room, acting, address)
  if (successor.id === person.id) throw new Problem('request.invalid', `${person.name} cannot succeed themselves.`)
  if (only.kind === 'last admin') {
    await change.manager.update(memberships, { businessId: acting.id, personId: successor.id }, { standing: 'admin' })
    await change.record({
      chain: acting.id,
      what: 'standing.changed',
      sentence: `${acting.live.name} made ${successor.name} admin of ${acting.name}, in the place of ${person.name}.`,
      about: successor.id,
      data: { before: successor.standing, after: 'admin' },
    })
    return `${successor.name} is admin`
  }
  if (only.kind === 'open proposal') {
    await change.manager.update(proposals, { id: only.key }, { sentBy: successor.id })
    await change.record({
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

async function grantsOn(change: Change, acting: Acting, person: string, text: string): Promise<Grant[]> {
  const held = await grantsOf(change.manager, acting.id, { person })
  const targets = await targetsById(
    change.manager,
    held.map(grant => grant.targetId!),
  )
  return held.filter(grant => targets.get(grant.targetId!)?.assets.some(asset => textOf(acting, asset) === text))
}

/** A successor gets the same words, unless they hold something there by themselves already: then that is left to a sentence. */
async function passOn(
  change: Change,
  acting: Acting,
  grant: Grant,
  successor: { id: string; name: string },
): Promise<void> {
  if (await findGrant(change.manager, acting.id, grant.targetId!, { person: successor.id })) return
  await keepGrant(change, null, {
    business: acting.id,
    target: grant,
    holder: { person: successor.id },
    words: { ...wordsOf(grant), from: null },
    purpose: grant.purpose,
    givenBy: acting.live.person,
    proposal: null,
    upstream: grant.upstreamId,
    mayPassOn: grant.mayPassOn,
  })
  const found = await targetsById(change.manager, [grant.targetId!])
  const { name, held } = (await withOwners(change.manager, acting.id, found)).get(grant.targetId!)!
  await change.record({
    ...(held ? between(acting, held.owner) : { chain: acting.id }),
    what: 'grant.given',
    sentence: `${acting.live.name} let ${successor.name} ${sayGiven(grant)} on ${name}, in the place of who leaves.`,
    about: successor.id,
    ...(grant.assetId ? { asset: grant.assetId } : {}),
  })
}

/** Somebody who works for others too keeps their sign-in; it reaches nothing here. */
async function closeSessions(change: Change, acting: Acting, person: { id: string }): Promise<number> {
  const elsewhere = await change.manager.existsBy(memberships, { personId: person.id })
  if (elsewhere || person.id === acting.live.person) return 0
  const closed = (await change.manager.query(
    'UPDATE session SET ended_at = $2 WHERE person_id = $1 AND ended_at IS NULL RETURNING id',
    [person.id, change.now.toString()],
  )) as [unknown[], number]
  return closed[1]
}

/** From their side, within the same change: what they would still reach of the business's own. */
async function reachedStill(change: Change, acting: Acting, person: string): Promise<string[]> {
  const rows = (await change.manager.query(
    `SELECT DISTINCT coalesce(asset.name, bundle.name) AS name FROM access_grant g LEFT JOIN asset ON asset.id = g.asset_id LEFT JOIN bundle ON bundle.id = g.bundle_id
     WHERE g.business_id = $1 AND g.ended_at IS NULL AND (g.person_id = $2 OR g.team_id IN (SELECT team_id FROM team_member WHERE person_id = $2))`,
    [acting.id, person],
  )) as { name: string }[]
  return rows.map(row => row.name)
}
