import { printWho, type Who } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { adminsOf, findBusinessNumbered, findMembership, type Business } from '../businesses/queries.ts'
import type { Holder } from '../grants/parties.ts'
import type { Recipient } from '../grants/planGiven.ts'
import { findPersonByAddress, type KnownPerson } from '../people/queries.ts'
import { isOpen, openProposals, type Proposal } from '../proposals/queries.ts'
import { getPartner, isPartner } from '../reach/findPartner.ts'
import { getTeam, membersOfTeam, type Team } from '../teams/queries.ts'

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
export async function findAddressee(kit: Kit, manager: EntityManager, acting: Acting, who: Who): Promise<Addressee> {
  if (who.by === 'team') return findTeamAddressed(manager, acting, who.handle)
  if (who.by !== 'address') return findBusinessAddressed(kit, manager, acting, who)
  const person = await findPersonByAddress(manager, who.address)
  const member = person ? (await findMembership(manager, acting.id, person.id)) !== null : false
  const sent = await openProposals(manager, { businessId: acting.id, toAddress: who.address, kind: 'invitation' })
  const open = sent.find(proposal => isOpen(proposal, kit.clock.now())) ?? null
  return {
    kind: 'person',
    address: who.address,
    name: member ? person!.name : who.address,
    person,
    member,
    invitation: member ? null : open,
  }
}

/**
 * A partner, or any business by its number: who calls has seen to it that the number was looked up. Whatever is between
 * two businesses is its admins', by whichever name it is called.
 */
async function findBusinessAddressed(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  who: Extract<Who, { by: 'number' | 'business' }>,
): Promise<BusinessAddressed> {
  requireStanding(acting, 'deal-with-partners', 'Dealing with another business')
  if (who.by === 'number' && who.number === acting.number)
    throw new Problem('business.own-number', `${who.number} is the number of ${acting.name} itself.`)
  const partner =
    who.by === 'number'
      ? await findBusinessNumbered(manager, who.number)
      : await getPartner(manager, acting, printWho(who))
  if (!partner || !(await isKnown(manager, acting, partner)))
    throw new Problem('partner.unknown', `${acting.name} has not dealt with ${printWho(who)}, nor looked it up.`)
  const sent = await openProposals(manager, { businessId: acting.id, toBusinessId: partner.id, kind: 'offer' })
  const open = sent.find(proposal => isOpen(proposal, kit.clock.now())) ?? null
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

/** Whom a grant would be held by; null for somebody who can hold none because they are no member yet. */
export function holderOf(who: Addressee): Holder | null {
  if (who.kind === 'team') return { key: { kind: 'team', id: who.team.id }, name: who.name, party: null }
  if (who.kind === 'business')
    return { key: { kind: 'business', id: who.partner.id }, name: who.name, party: who.partner }
  return who.member && who.person ? { key: { kind: 'person', id: who.person.id }, name: who.name, party: null } : null
}

export function recipientOf(who: Addressee): Recipient {
  return { name: who.name, key: holderOf(who)?.key ?? null, isBusiness: who.kind === 'business' }
}

/** The open proposal to somebody, that more is put into. */
export function openTo(who: Addressee): Proposal | null {
  if (who.kind === 'team') return null
  return who.kind === 'business' ? who.offer : who.invitation
}

/** Everybody a letter about it goes to: the person, a team's members, a partner's admins. */
export async function toldOf(manager: EntityManager, who: Addressee): Promise<readonly KnownPerson[]> {
  if (who.kind === 'business') return adminsOf(manager, who.partner.id)
  return who.kind === 'team' ? who.members : who.person && who.member ? [who.person] : []
}

/** As a sentence names them. */
export function textOf(who: Addressee): string {
  if (who.kind === 'business') return who.partner.number
  return who.kind === 'team' ? `team/${who.team.handle}` : who.address
}

/** The same as a part of a sentence. */
export function whoOf(who: Addressee): Who {
  if (who.kind === 'business') return { by: 'number', number: who.partner.number }
  return who.kind === 'team' ? { by: 'team', handle: who.team.handle } : { by: 'address', address: who.address }
}
