import { sayInstant, stateAt, stepProposal, type Instant, type ProposalState, type ProposalStep } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { courseOf, proposals, type Proposal } from './records.ts'

/**
 * The proposal that a link from a letter leads to. A link that was not made here or not copied whole:
 * `link.unknown`; one that a newer letter replaced: `link.replaced`.
 */
export async function followInvitationLink(room: Room, manager: EntityManager, link: string): Promise<Proposal> {
  const target = room.secrets.readLink('invitation', link)
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
  return proposal
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
      `The invitation was open until ${sayInstant(proposal.lapsesAt, zone)}. Ask to be invited again.`,
    )
  const when = proposal.answeredAt ? `, on ${sayInstant(proposal.answeredAt, zone)}` : ''
  return new Problem('proposal.answered', `The invitation ${saysOf[state]}${when}.`, { state })
}

export function assertOpen(proposal: Proposal, now: Instant, zone: string): void {
  const state = stateAt(courseOf(proposal), now)
  if (state !== 'open') throw closedProblem(proposal, state, zone)
}
