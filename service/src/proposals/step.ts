import {
  stateAt,
  stepProposal,
  type Instant,
  type ProposalState,
  type ProposalStep,
  sayInstant,
  sayEnd,
} from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import type { ProposalKind } from './kind.ts'
import { timesOf, type Proposal } from './queries.ts'

const saysOf: Readonly<Record<ProposalState, string>> = {
  open: 'is open',
  accepted: 'was accepted already',
  declined: 'was declined already',
  withdrawn: 'was withdrawn',
  lapsed: 'expired without an answer',
  void: 'holds no longer',
  cooling: 'was accepted already, and can still be stopped',
  completed: 'was accepted and completed already',
  stopped: 'was accepted and then stopped',
}

/** Takes a step, or refuses with what came first: `proposal.answered`, `proposal.lapsed`, `proposal.void`. True when it was taken before already. */
export function takeStep(
  kind: Pick<ProposalKind, 'noun' | 'course'>,
  proposal: Proposal,
  step: ProposalStep,
  now: Instant,
  zone: string,
): boolean {
  const outcome = stepProposal(timesOf(proposal), step, now, kind.course)
  if (outcome.ok) return outcome.repeated
  throw closedProblem(kind, proposal, outcome.state, zone)
}

export function assertOpen(kind: Pick<ProposalKind, 'noun'>, proposal: Proposal, now: Instant, zone: string): void {
  const state = stateAt(timesOf(proposal), now)
  if (state !== 'open') throw closedProblem(kind, proposal, state, zone)
}

function closedProblem(
  { noun }: Pick<ProposalKind, 'noun'>,
  proposal: Proposal,
  state: ProposalState,
  zone: string,
): Problem {
  const when = proposal.answeredAt ? `, on ${sayInstant(proposal.answeredAt, zone)}` : ''
  if (state === 'void') return voidProblem(noun, proposal.reason ?? 'who sent it cannot give it any more')
  if (state === 'lapsed')
    return new Problem(
      'proposal.lapsed',
      `The ${noun} was open until ${sayEnd(proposal.lapsesAt, zone)}. Ask for it to be sent again.`,
    )
  return new Problem('proposal.answered', `The ${noun} ${saysOf[state]}${when}.`, { state })
}

export function voidProblem(noun: string, why: string): Problem {
  return new Problem('proposal.void', `The ${noun} holds no longer: ${why}. Nothing was given.`)
}
