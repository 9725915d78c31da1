import { levelOf, type Action, type Tier } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { findMembership, memberships } from '../businesses/records.ts'
import { addPerson, findPersonByAddress, type KnownPerson } from '../people/records.ts'
import { assertGoodPassword, type Passwords } from '../sign-in/password.ts'
import { beginSession, sessionDays, type LiveSession } from '../sign-in/records.ts'
import { takeChair } from '../trust/takeChair.ts'
import { giveItem } from './giveItem.ts'
import { gatherProposal, sayProposal, type ProposalParts } from './describe.ts'
import { followInvitationLink, takeStep } from './followLink.ts'
import { acceptedLetter } from './letters.ts'
import { lockProposal, ownersOfItems, proposals, type Proposal } from './records.ts'

export interface NewSignIn {
  readonly name: string
  readonly password: string
}

export interface Accepted {
  readonly business: { readonly number: string; readonly name: string }
  readonly person: { readonly id: string; readonly name: string }
  /** The secret of the session that was begun for somebody new; null for who was signed in. */
  readonly secret: string | null
}

/**
 * Accepts an invitation with the link from the letter. Somebody new makes their sign-in in the same step: the link
 * proves their address. Who has a sign-in must be signed in as the one invited: `proposal.wrong-person`, `sign-in.needed`.
 */
export function acceptByLink(room: Room, passwords: Passwords) {
  return async (
    link: string,
    live: LiveSession | null,
    signIn: NewSignIn | null,
    keeping: Tier | null = null,
  ): Promise<Accepted> => {
    const { proposal, passedOn } = await followInvitationLink(room, room.database.manager, link)
    const known = await findPersonByAddress(room.database.manager, proposal.toAddress!)
    if (live && live.person !== known?.id) throw wrongPerson(proposal, live)
    if (known && !live)
      throw new Problem('sign-in.needed', `${proposal.toAddress} has a sign-in already. Sign in, then accept.`, {
        address: proposal.toAddress,
      })
    if (live) return accept(room, proposal.id, live, keeping)
    if (passedOn)
      throw new Problem(
        'sign-in.needed',
        'This link was passed on, so it does not prove your address. Say which address is yours, and a letter comes there.',
      )
    if (!signIn)
      throw new Problem('request.invalid', 'Your name and a password are needed to make your sign-in.', {
        pointer: '/signIn',
      })
    assertGoodPassword(signIn.password, [signIn.name, proposal.toAddress!])
    const wanted = {
      name: signIn.name,
      address: proposal.toAddress!,
      passwordHash: await passwords.hash(signIn.password),
    }
    return acceptAsNewPerson(room, proposal, wanted, keeping)
  }
}

/** Accepts an invitation that is addressed to who is signed in. */
export async function accept(
  room: Room,
  id: string,
  live: LiveSession,
  keeping: Tier | null = null,
): Promise<Accepted> {
  const { businessId } = await room.database.manager.findOneByOrFail(proposals, { id })
  const businesses = await concerned(room, businessId, id)
  return room.change(actorOf(live), { businesses }, async change => {
    const person = { id: live.person, name: live.name, address: live.address }
    const parts = await acceptNow(change, id, person, keeping)
    return { business: { number: parts.business.number, name: parts.business.name }, person, secret: null }
  })
}

async function acceptAsNewPerson(
  room: Room,
  { id, businessId }: Proposal,
  wanted: { name: string; address: string; passwordHash: string },
  keeping: Tier | null,
): Promise<Accepted> {
  const businesses = await concerned(room, businessId, id)
  return room.change(null, { businesses }, async change => {
    const person = await addPerson(change.manager, wanted, change.now)
    await change.record({
      chain: person.id,
      what: 'person.joined',
      sentence: `${person.name} made a sign-in.`,
      by: { id: person.id, name: person.name },
    })
    const parts = await acceptNow(change, id, person, keeping)
    const session = await beginSession(
      change.manager,
      {
        person: person.id,
        kind: 'console',
        name: 'console',
        provenAt: change.now,
        provenBy: 'password',
        expiresAt: change.now.add({ hours: sessionDays.console * 24 }),
      },
      change.now,
    )
    return { business: { number: parts.business.number, name: parts.business.name }, person, secret: session.secret }
  })
}

/** The business that invites, its trustee, and the owners of what it passes on: all whose histories tell of the answer. */
async function concerned(room: Room, business: string, proposal: string): Promise<string[]> {
  const [row] = (await room.database.query('SELECT trustee_id AS trustee FROM business WHERE id = $1', [business])) as {
    trustee: string | null
  }[]
  const owners = await ownersOfItems(room.database.manager, proposal)
  return [business, ...(row?.trustee ? [row.trustee] : []), ...owners]
}

async function acceptNow(
  change: Change,
  id: string,
  person: KnownPerson,
  keeping: Tier | null,
): Promise<ProposalParts> {
  const proposal = (await lockProposal(change.manager, id))!
  const parts = await gatherProposal(change.manager, proposal)
  const by = { id: person.id, name: person.name }
  if (takeStep(proposal, 'accept', change.now, parts.business.zone)) {
    await change.record({
      chain: person.id,
      what: 'invitation.repeated',
      sentence: `${person.name} accepted the invitation to ${parts.business.name} again.`,
      by,
    })
    return parts
  }
  if (isWeighty(parts) && change.actor)
    change.requireFreshProof(
      'Accepting to give access, to see to the bills or to stand above others takes a fresh proof.',
    )
  if (!(await findMembership(change.manager, proposal.businessId, person.id)))
    await change.manager.insert(memberships, {
      businessId: proposal.businessId,
      personId: person.id,
      standing: proposal.standing,
      since: change.now,
      invitedBy: proposal.sentBy,
      pausedAt: null,
      frozenAt: null,
    })
  await change.manager.update(proposals, { id }, { state: 'accepted', answeredAt: change.now, answeredBy: person.id })
  await change.record({
    chain: proposal.businessId,
    what: 'invitation.accepted',
    sentence: `${person.name} (${proposal.toAddress}) accepted the invitation of ${parts.sender.name} and is ${proposal.standing} of ${parts.business.name}.`,
    about: person.id,
    by,
    data: { proposal: id },
  })
  await change.recallLetters(id)
  for (const { item, target } of parts.items)
    await giveItem(
      change,
      parts,
      { item, target, words: item },
      { holder: { person: person.id }, name: person.name, by, partner: null },
    )
  if (proposal.takesChair) await takeChair(change, parts.business, person, keeping)
  await change.mail(
    acceptedLetter(
      parts.sender,
      parts.business,
      { name: person.name, address: proposal.toAddress! },
      sayProposal(parts),
      person.id,
    ),
  )
  return parts
}

/** What takes a fresh proof to accept: giving access, the bills, a standing above member. */
export function isWeighty({ proposal, items }: Pick<ProposalParts, 'proposal' | 'items'>): boolean {
  const weighty: Action[] = ['access.change', 'billing.see', 'billing.change']
  return (
    proposal.standing !== 'member' ||
    items.some(({ item, target }) =>
      target.assets.some(asset => weighty.some(action => levelOf(asset.kind, item).actions.has(action))),
    )
  )
}

export function wrongPerson(
  proposal: Pick<Proposal, 'toAddress'>,
  live: Pick<LiveSession, 'name' | 'address'>,
): Problem {
  return new Problem(
    'proposal.wrong-person',
    `This invitation is for ${proposal.toAddress}; you are signed in as ${live.name} (${live.address}). Sign out, then open the link again.`,
    { to: proposal.toAddress, signedInAs: live.address },
  )
}
