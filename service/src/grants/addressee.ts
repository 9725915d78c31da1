import { nearest, printWho, stateAt, type Who } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import type { Acting } from '../businesses/acting.ts'
import { findMembership } from '../businesses/records.ts'
import { findPersonByAddress, type KnownPerson } from '../people/records.ts'
import { courseOf, findOpenInvitation, type Proposal } from '../proposals/records.ts'
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

export type Addressee = PersonAddressed | TeamAddressed

/** Finds whom a sentence is about. Somebody unknown is somebody to invite; a team has to be there. */
export async function findAddressee(room: Room, manager: EntityManager, acting: Acting, who: Who): Promise<Addressee> {
  if (who.by === 'team') return findTeamAddressed(manager, acting, who.handle)
  if (who.by !== 'address')
    throw new Problem(
      'holder.not-yet',
      `${printWho(who)} is a business: access is given to people and teams so far. Name a person by their e-mail address.`,
    )
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
export function holderOf(who: Addressee): { person: string } | { team: string } | null {
  if (who.kind === 'team') return { team: who.team.id }
  return who.member && who.person ? { person: who.person.id } : null
}

/** As a sentence names them. */
export function textOf(who: Addressee): string {
  return who.kind === 'team' ? `team/${who.team.handle}` : who.address
}
