import { sayInstant, stateAt, stepProposal, type Instant, type ProposalState, type ProposalStep } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { courseOf, proposals, type Proposal } from './records.ts'

export interface Followed {
  readonly proposal: Proposal
  /** Passed on by other means than the letter: it proves nobody's address. */
  readonly passedOn: boolean
}

/**
 * The proposal that a link leads to, from a letter or passed on. A link that was not made here or not copied whole:
 * `link.unknown`; one that a newer letter replaced: `link.replaced`.
 */
export async function followInvitationLink(room: Room, manager: EntityManager, link: string): Promise<Followed> {
  const fromLetter = room.secrets.readLink('invitation', link)
  const target = fromLetter ?? room.secrets.readLink('pass-on', link)
  if (!target)
    throw new Problem(
      'link.unknown',
      'This link is not whole, or was not made here. Copy it from the letter again, or ask for a new letter.',
    )
  const proposal = await manager.findOneBy(proposals, { id: target.id })
  if (!proposal) throw new Problem('link.unknown', 'This link leads nowhere any more.')
  if (target.generation < proposal.generation)
    throw new Problem(
      'link.replaced',
      'A newer letter was sent since: its link is the one that counts. Look for the newest letter.',
    )
  return { proposal, passedOn: fromLetter === null }
}

const saysOf: Readonly<Record<ProposalState, string>> = {
  open: 'is open',
  accepted: 'was accepted already',
  declined: 'was declined already',
  withdrawn: 'was withdrawn',
  lapsed: 'lapsed without an answer',
}

/** Takes a step, or refuses with what came first: `proposal.answered`, `proposal.lapsed`. True when it was taken before already. */
export function takeStep(proposal: Proposal, step: ProposalStep, now: Instant, zone: string): boolean {
  const outcome = stepProposal(courseOf(proposal), step, now)
  if (outcome.ok) return outcome.repeated
  throw closedProblem(proposal, outcome.state, zone)
}

export function closedProblem(proposal: Proposal, state: ProposalState, zone: string): Problem {
  if (state === 'lapsed')
    return new Problem(
      'proposal.lapsed',
      `${named(proposal)} was open until ${sayInstant(proposal.lapsesAt, zone)}. ${proposal.kind === 'invitation' ? 'Ask to be invited again.' : 'It can be said again.'}`,
    )
  const when = proposal.answeredAt ? `, on ${sayInstant(proposal.answeredAt, zone)}` : ''
  return new Problem('proposal.answered', `${named(proposal)} ${saysOf[state]}${when}.`, { state })
}

const nameOf = { ask: 'The ask', offer: 'The offer' } as const

function named({ kind }: Proposal): string {
  return kind === 'ask' || kind === 'offer' ? nameOf[kind] : 'The invitation'
}

export function assertOpen(proposal: Proposal, now: Instant, zone: string): void {
  const state = stateAt(courseOf(proposal), now)
  if (state !== 'open') throw closedProblem(proposal, state, zone)
}
