import { nearest, printWho, stateAt, type Who } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import type { Acting } from '../businesses/acting.ts'
import { businesses, findMembership, type Business } from '../businesses/records.ts'
import { getPartner, isPartner } from '../partners/findPartner.ts'
import { findPersonByAddress, type KnownPerson } from '../people/records.ts'
import { courseOf, findOpenInvitation, proposals, type Proposal } from '../proposals/records.ts'
import type { HolderKey } from './records.ts'
import { findTeam, membersOfTeam, teams, type Team } from '../teams/records.ts'

/** A person a sentence is about, as far as they are known. */
export interface PersonAddressed {
  readonly kind: 'person'
  readonly address: string
  readonly name: string
  readonly person: KnownPerson | null
  /** Whether they are a member of the acting business: then a grant holds at once, else it takes their yes. */
  readonly member: boolean
  readonly invitation: Proposal | null
}

export interface TeamAddressed {
  readonly kind: 'team'
  readonly team: Team
  readonly name: string
  readonly members: readonly KnownPerson[]
}

export interface BusinessAddressed {
  readonly kind: 'business'
  readonly partner: Business
  readonly name: string
  /** The open offer to it, which more can be put into. */
  readonly offer: Proposal | null
}

export type Addressee = PersonAddressed | TeamAddressed | BusinessAddressed

/** Finds whom a sentence is about. Somebody unknown is somebody to invite; a team has to be there. */
export async function findAddressee(room: Room, manager: EntityManager, acting: Acting, who: Who): Promise<Addressee> {
  if (who.by === 'team') return findTeamAddressed(manager, acting, who.handle)
  if (who.by !== 'address') return findBusinessAddressed(room, manager, acting, who)
  const person = await findPersonByAddress(manager, who.address)
  const member = person ? (await findMembership(manager, acting.id, person.id)) !== null : false
  const invitation = await findOpenInvitation(manager, acting.id, who.address)
  const open = invitation && stateAt(courseOf(invitation), room.clock.now()) === 'open' ? invitation : null
  return {
    kind: 'person',
    address: who.address,
    name: member ? person!.name : who.address,
    person,
    member,
    invitation: member ? null : open,
  }
}

/** A partner, or any business by its number: who calls has seen to it that the number was looked up. */
async function findBusinessAddressed(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  who: Extract<Who, { by: 'number' | 'business' }>,
): Promise<BusinessAddressed> {
  if (who.by === 'number' && who.number === acting.number)
    throw new Problem('business.own-number', `${who.number} is the number of ${acting.name} itself.`)
  const partner =
    who.by === 'number'
      ? await manager.findOneBy(businesses, { number: who.number })
      : await getPartner(manager, acting, printWho(who))
  if (!partner || !(await isKnown(manager, acting, partner)))
    throw new Problem('partner.unknown', `${acting.name} has not dealt with ${printWho(who)}, nor looked it up.`)
  const offer = await manager.findOneBy(proposals, {
    businessId: acting.id,
    toBusinessId: partner.id,
    kind: 'offer',
    state: 'open',
  })
  const open = offer && stateAt(courseOf(offer), room.clock.now()) === 'open' ? offer : null
  return { kind: 'business', partner, name: partner.name, offer: open }
}

/** A business that is no partner is told of only to who looked its number up, within the limit and with a trace. */
async function isKnown(manager: EntityManager, acting: Acting, { id, number }: Business): Promise<boolean> {
  if (await isPartner(manager, acting.id, id)) return true
  const rows = (await manager.query('SELECT FROM look_up WHERE business_id = $1 AND number = $2 LIMIT 1', [
    acting.id,
    number,
  ])) as unknown[]
  return rows.length > 0
}

async function findTeamAddressed(manager: EntityManager, acting: Acting, handle: string): Promise<TeamAddressed> {
  const team = await getTeam(manager, acting, handle)
  return { kind: 'team', team, name: team.name, members: await membersOfTeam(manager, team.id) }
}

export async function getTeam(
  manager: EntityManager,
  acting: Pick<Acting, 'id' | 'name'>,
  handle: string,
): Promise<Team> {
  const found = await findTeam(manager, acting.id, handle)
  if (found) return found
  const known = await manager.find(teams, { where: { businessId: acting.id }, take: 200 })
  const near = nearest(
    handle,
    known.map(team => team.handle),
  )
  const hint = near ? ` Did you mean team/${near}?` : ''
  throw new Problem('team.unknown', `${acting.name} has no team called ${handle}.${hint}`, {
    nearest: near ? `team/${near}` : null,
  })
}

/** The key by which a grant's holder is looked up; null for somebody who has none because they are no member. */
export function holderOf(who: Addressee): HolderKey | null {
  if (who.kind === 'team') return { team: who.team.id }
  if (who.kind === 'business') return { partner: who.partner.id }
  return who.member && who.person ? { person: who.person.id } : null
}

/** As a sentence names them. */
export function textOf(who: Addressee): string {
  if (who.kind === 'business') return who.partner.number
  return who.kind === 'team' ? `team/${who.team.handle}` : who.address
}
