import type { Tier } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { LiveSession } from '../base/live-session.ts'
import { Problem } from '../base/problem.ts'
import { actorOf } from '../base/session.ts'
import { addPerson, findPersonByAddress, type KnownPerson } from '../people/queries.ts'
import { makeVoid } from '../proposals/answer.ts'
import { gatherProposal } from '../proposals/gather.ts'
import { nothingSaidOfPaying, type ProposalParts, type Register } from '../proposals/kind.ts'
import { closeProposal, findProposal, type Proposal } from '../proposals/queries.ts'
import { takeStep } from '../proposals/step.ts'
import { assertGoodPassword, type Passwords } from '../sign-in/password.ts'
import { beginSession, sessionDays } from '../sign-in/sessions.ts'
import { followInvitationLink } from './followLink.ts'

export interface NewSignIn {
  readonly name: string
  readonly password: string
}

export interface Accepted {
  readonly business: { readonly number: string; readonly name: string }
  readonly person: { readonly id: string; readonly name: string }
  /** The secret of the session that was begun for somebody new; null for who was signed in. */
  readonly secret: string | null
  /** What came of it, in a sentence. */
  readonly result: string
}

/**
 * Accepts what is bound to an address with the link from the letter. Somebody new makes their sign-in in the same step:
 * the link proves their address. Who has a sign-in must be signed in as whose address it is: `proposal.wrong-person`,
 * `sign-in.needed`.
 */
export function acceptByLink(kit: Kit, kinds: Register, passwords: Passwords) {
  return async (
    link: string,
    live: LiveSession | null,
    signIn: NewSignIn | null,
    keeping: Tier | null = null,
  ): Promise<Accepted> => {
    const { proposal, passedOn } = await followInvitationLink(kit, kit.database.manager, link)
    const known = await findPersonByAddress(kit.database.manager, proposal.toAddress!)
    if (live && live.person !== known?.id) throw wrongPerson(proposal, live)
    if (known && !live)
      throw new Problem('sign-in.needed', `${proposal.toAddress} has a sign-in already. Sign in, then accept.`, {
        address: proposal.toAddress,
      })
    if (live) return accept(kit, kinds, proposal.id, live, keeping)
    if (passedOn)
      throw new Problem(
        'sign-in.needed',
        'This link was passed on, so it does not prove your address. Say which address is yours, and a letter comes there.',
      )
    if (!signIn)
      throw new Problem('request.invalid', 'Your name and a password are needed to make your sign-in.', {
        pointer: '/signIn',
      })
    await assertGoodPassword(signIn.password, [signIn.name, proposal.toAddress!])
    const wanted = {
      name: signIn.name,
      address: proposal.toAddress!,
      passwordHash: await passwords.hash(signIn.password),
    }
    return acceptAsNewPerson(kit, kinds, proposal.id, wanted, keeping)
  }
}

/** Accepts what is addressed to who is signed in. */
export async function accept(
  kit: Kit,
  kinds: Register,
  id: string,
  live: LiveSession,
  keeping: Tier | null = null,
): Promise<Accepted> {
  const person = { id: live.person, name: live.name, address: live.address }
  const outcome = await kit.change(actorOf(live), async change => acceptNow(kit, kinds, change, id, person, keeping))
  if (outcome instanceof Problem) throw outcome
  const { parts, result } = outcome
  return { business: { number: parts.business.number, name: parts.business.name }, person, secret: null, result }
}

async function acceptAsNewPerson(
  kit: Kit,
  kinds: Register,
  id: string,
  wanted: { name: string; address: string; passwordHash: string },
  keeping: Tier | null,
): Promise<Accepted> {
  const outcome = await kit.change(null, async (change): Promise<Accepted | Problem> => {
    const person = await addPerson(change.manager, wanted, change.now)
    change.record({
      chain: person.id,
      what: 'person.joined',
      sentence: `${person.name} made a sign-in.`,
      by: { id: person.id, name: person.name },
    })
    const now = await acceptNow(kit, kinds, change, id, person, keeping)
    if (now instanceof Problem) return now
    const { parts, result } = now
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
    const { number, name } = parts.business
    return { business: { number, name }, person, secret: session.secret, result }
  })
  if (outcome instanceof Problem) throw outcome
  return outcome
}

/** Takes the step, and has its kind do what its yes does. A problem where it holds no longer: that is written down too. */
async function acceptNow(
  kit: Kit,
  kinds: Register,
  change: Change,
  id: string,
  person: KnownPerson,
  keeping: Tier | null,
): Promise<{ parts: ProposalParts; result: string } | Problem> {
  const proposal = (await findProposal(change.manager, { id }))!
  const kind = kinds.of(proposal)
  const parts = await gatherProposal(change.manager, kinds, proposal)
  if (takeStep(kind, proposal, 'accept', change.now, parts.business.zone)) {
    change.record({
      chain: person.id,
      what: `${kind.kind}.repeated`,
      sentence: `${person.name} accepted ${kind.name(parts)} again.`,
      by: { id: person.id, name: person.name },
    })
    return { parts, result: 'It was answered so already.' }
  }
  if (parts.sender.id === person.id)
    throw new Problem('proposal.own', 'Nobody accepts what they sent themselves, under another address neither.')
  const why = await kind.whyVoid(kit, change.manager, parts)
  if (why) return makeVoid(change, kind, parts, why)
  await closeProposal(change, id, { state: 'accepted', reason: null, by: person.id })
  const answer = {
    acting: null,
    person,
    things: parts.things,
    isLess: false,
    reason: null,
    paying: nothingSaidOfPaying,
    falls: [],
    keeping,
  }
  return { parts, result: await kind.accept(kit, change, parts, answer) }
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
