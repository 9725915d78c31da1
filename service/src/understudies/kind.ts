import { sayCount } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import { actingNow } from '../businesses/acting.ts'
import { adminsOf, findMembership } from '../businesses/queries.ts'
import type { ProposalKind, ProposalParts } from '../proposals/kind.ts'
import { cameToNothingLetter } from '../proposals/letters.ts'
import { endUnderstudy } from './end.ts'
import { answerLetter, namedLetter } from './letters.ts'
import { keepUnderstudy, readUnderstudyProposals, understudyOf, type UnderstudyOwn } from './records.ts'

const ownOf = ({ own }: Pick<ProposalParts, 'own'>) => own as UnderstudyOwn

function said(parts: ProposalParts): string {
  return `be the understudy of ${parts.business.name}, who can step in as an admin after ${sayCount(ownOf(parts).days, 'day', 'days')} without a no`
}

/** An admin names somebody who works for the business its understudy; they accept it, with a second step. */
export const understudy: ProposalKind = {
  kind: 'understudy',
  noun: 'request',
  heading: 'To be the understudy',
  yes: { whole: 'Accept it', less: null },
  course: 'over with its answer',
  acceptedAs: 'accepted',
  canBeSentAgain: true,
  canBePassedOn: false,
  answeredBy: 'address',

  readOwn: readUnderstudyProposals,
  name: parts => `what ${parts.sender.name} asked of ${ownOf(parts).person.name}, to be the understudy`,
  said,
  names: parts => [ownOf(parts).person.name],
  outset: (parts, side) =>
    side === 'received'
      ? `${parts.sender.name} asks you to ${said(parts)}`
      : `${parts.sender.name} asked ${ownOf(parts).person.name} to ${said(parts)}`,
  afterwards: (_parts, side) => (side === 'received' ? 'Until you step in, nothing changes in what you may do.' : null),
  shown: () => ({ standing: 'member', contact: null, takesChair: false }),
  partnerIsKnown: () => false,
  whyVoid: async (_kit, manager, parts) => {
    const { sender, business } = parts
    const { person, byTwo } = ownOf(parts)
    const who = { person: sender.id, name: sender.name, address: sender.address }
    if ((await actingNow(manager, business.id, who))?.standing !== 'admin')
      return `${sender.name}, who asked, is no longer admin of ${business.name}`
    if (business.twoApprovals && !byTwo && (await adminsOf(manager, business.id)).length > 1)
      return `it takes two admins of ${business.name} to name an understudy since`
    const now = await findMembership(manager, business.id, person.id)
    if (!now) return `${person.name} does not work for ${business.name} any more`
    return now.standing === 'admin' ? `${person.name} is an admin of ${business.name} already` : null
  },

  assertMayAnswer: async () => undefined,
  things: async () => ({ things: [], assertWhole: () => undefined }),
  accept: async (_kit, change, parts, { person }) => {
    const { business, sender, proposal } = parts
    const { days } = ownOf(parts)
    change.requireSecondStep('Being an understudy needs you to confirm it’s you.')
    const who = { person: person.id, name: person.name, address: person.address }
    if (!(await actingNow(change.manager, business.id, who)))
      throw new Problem('standing.not-enough', `You are stopped at ${business.name} at the moment.`)
    const before = await understudyOf(change.manager, business.id)
    if (before)
      await endUnderstudy(change, before, {
        by: person,
        said: `${person.name} took the place of ${before.person.name} as understudy of ${business.name}.`,
      })
    await keepUnderstudy(change, { business: business.id, person: person.id, by: sender.id, days })
    change.record({
      chain: business.id,
      what: 'understudy.accepted',
      sentence: `${person.name} is the understudy of ${business.name}, as ${sender.name} asked.`,
      about: person.id,
      data: { proposal: proposal.id, days },
    })
    await change.mail(answerLetter(sender, business, person, { accepted: true, reason: null }))
    return `You are the understudy of ${business.name}.`
  },

  letters: {
    waiting: async (_kit, _change, parts) => [namedLetter(parts)],
    answered: (parts, { accepted, reason }) => [
      answerLetter(parts.sender, parts.business, ownOf(parts).person, { accepted, reason }),
    ],
    lapsed: parts => [
      cameToNothingLetter(parts.sender, {
        was: 'the request',
        said: `to ${ownOf(parts).person.name} to ${said(parts)}`,
        why:
          parts.proposal.state === 'void'
            ? parts.proposal.reason!
            : `${ownOf(parts).person.name} did not answer in time`,
      }),
    ],
    cameToNothing: async (_change, parts, why) => [
      cameToNothingLetter(ownOf(parts).person, {
        was: 'the request',
        said: `the request to be the understudy of ${parts.business.name}`,
        why,
      }),
    ],
  },
}
