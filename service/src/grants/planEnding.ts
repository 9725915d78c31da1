import { sayList, type EndSentence } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { isIdText } from '../base/id-text.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { withOwners } from '../assets/held.ts'
import { getTargetReached, targetsById, type Target } from '../assets/targets.ts'
import { businesses } from '../businesses/records.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { itemsOf } from '../proposals/records.ts'
import { teams, teamsOfPerson } from '../teams/records.ts'
import { findAddressee, holderOf, type Addressee, type BusinessAddressed } from './addressee.ts'
import { planEndingPartner } from './planEndingPartner.ts'
import { factsOfGiver } from './mayGive.ts'
import type { PlannedEnd } from './planSentence.ts'
import { grants, grantsOf, type Grant } from './records.ts'

/** What `end` comes to. */
export async function planEnding(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  sentence: EndSentence,
  text: string,
): Promise<PlannedEnd> {
  if ('grant' in sentence) return planEndingGrant(room, manager, acting, sentence, text)
  const who = await findAddressee(room, manager, acting, sentence.who)
  if (who.kind === 'business') return planEndingPartner(room, manager, acting, { sentence, text, who })
  assertSomethingThere(acting, who)
  const named: Target[] = []
  for (const what of sentence.on) named.push(await getTargetReached(manager, acting, what))
  const everything = named.length === 0
  await assertMayEnd(room, manager, acting, who, named)
  const isWanted = (target: string | undefined) => everything || named.some(one => one.id === target)
  const holder = holderOf(who)
  const held = holder ? (await grantsOf(manager, acting.id, holder)).filter(grant => isWanted(grant.targetId)) : []
  const invitation = who.kind === 'person' ? who.invitation : null
  const items = invitation ? (await itemsOf(manager, invitation.id)).filter(item => isWanted(item.targetId)) : []
  const missing = named.find(target => ![...held, ...items].some(one => one.targetId === target.id))
  if (missing) throw await nothingToEnd(manager, acting, who, missing)
  const found = await targetsById(
    manager,
    [...held, ...items].map(one => one.targetId!),
  )
  const targets = await withOwners(manager, acting.id, found)
  return {
    verb: 'end',
    sentence,
    text,
    who,
    grants: held.map(grant => ({ grant, target: targets.get(grant.targetId!)! })),
    waiting: items.map(item => ({ item, target: targets.get(item.targetId!)! })),
    everything,
    falls: null,
  }
}

function assertSomethingThere(acting: Acting, who: Exclude<Addressee, BusinessAddressed>): void {
  if (who.kind === 'team' || who.member || who.invitation) return
  throw new Problem(
    'person.unknown',
    `${who.address} has no access at ${acting.name} and no open invitation: there is nothing to end.`,
  )
}

async function assertMayEnd(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  who: Exclude<Addressee, BusinessAddressed>,
  named: readonly Target[],
): Promise<void> {
  if (named.length === 0) return requireAdminToEndAll(acting, who)
  if (named.some(target => target.bundleId)) requireStanding(acting, 'arrange-assets', 'Ending access to a bundle')
  const isAdmin = acting.standing === 'admin'
  const asked = named.filter(target => !(target.held && isAdmin))
  await factsOfGiver(
    room,
    manager,
    acting,
    asked.flatMap(target => target.assets),
  )
}

function requireAdminToEndAll(acting: Acting, who: Exclude<Addressee, BusinessAddressed>): void {
  const self = who.kind === 'person' && who.person?.id === acting.live.person
  if (acting.standing === 'admin' || self) return
  throw new Problem(
    'standing.not-enough',
    `Ending all of somebody’s access takes an admin of ${acting.name}. Name the asset to end it there alone.`,
  )
}

/** Somebody may reach an asset by a team or a bundle all the same: then that is what can be ended. */
async function nothingToEnd(
  manager: EntityManager,
  acting: Acting,
  who: Exclude<Addressee, BusinessAddressed>,
  target: Target,
): Promise<Problem> {
  const none = `${who.name} has no grant of their own on ${target.name}: there is nothing to end.`
  if (who.kind === 'team' || !who.person) return new Problem('grant.unknown', none)
  const through = await teamsOfPerson(manager, acting.id, who.person.id)
  const hint =
    through.length > 0
      ? ` They may reach it through ${sayList(through.map(team => `team/${team.handle}`))}: take them out of it, or end the team’s access.`
      : ''
  return new Problem('grant.unknown', none + hint)
}

async function planEndingGrant(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  sentence: Extract<EndSentence, { grant: string }>,
  text: string,
): Promise<PlannedEnd> {
  const grant = isIdText(sentence.grant)
    ? await manager.findOneBy(grants, { id: sentence.grant, businessId: acting.id })
    : null
  const holder = grant && !grant.endedAt ? await whoHolds(manager, grant) : null
  if (!grant || !holder)
    throw new Problem(
      'grant.unknown',
      `There is no grant ${sentence.grant} at ${acting.name}, or it has ended already.`,
    )
  const found = await targetsById(manager, [grant.targetId!])
  const target = (await withOwners(manager, acting.id, found)).get(grant.targetId!)!
  const who = await findAddressee(room, manager, acting, holder)
  if (who.kind === 'business') return planEndingPartner(room, manager, acting, { sentence, text, who, only: grant })
  await assertMayEnd(room, manager, acting, who, [target])
  return { verb: 'end', sentence, text, who, grants: [{ grant, target }], waiting: [], everything: false, falls: null }
}

async function whoHolds(manager: EntityManager, grant: Pick<Grant, 'personId' | 'teamId' | 'partnerId'>) {
  if (grant.partnerId) {
    const partner = await manager.findOneByOrFail(businesses, { id: grant.partnerId })
    return { by: 'number' as const, number: partner.number }
  }
  if (grant.teamId) {
    const team = await manager.findOneByOrFail(teams, { id: grant.teamId })
    return { by: 'team' as const, handle: team.handle }
  }
  if (!grant.personId) return null
  const [row] = (await manager.query('SELECT address FROM person_address WHERE person_id = $1 AND main', [
    grant.personId,
  ])) as { address: string }[]
  return row ? { by: 'address' as const, address: row.address } : null
}
