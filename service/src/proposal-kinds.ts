import { adminAsk } from './admins/kind.ts'
import { Problem } from './base/problem.ts'
import { findProposal, isOpen } from './proposals/queries.ts'
import { askSecondAdmin, type ActOfTwo } from './admins/actOfTwo.ts'
import { businessAsk } from './asks/kind.ts'
import { billing } from './billing/kind.ts'
import { closing } from './closing/closeBusiness.ts'
import { chair } from './chair/kind.ts'
import { lettingGo } from './contests/answerContest.ts'
import { handover } from './handovers/kind.ts'
import { invitation } from './invitations/kind.ts'
import { signingAnew } from './handovers/signAnew.ts'
import { handingOver } from './handovers/sayHandover.ts'
import { link } from './links/kind.ts'
import { linkingWithMark } from './links/sayLinking.ts'
import { offer } from './offers/kind.ts'
import { ownAsk } from './own-asks/kind.ts'
import { acceptWithin, type AnswerGiven, type AskSecond } from './proposals/answer.ts'
import { registerOf, type Register } from './proposals/kind.ts'
import { understudy } from './understudies/kind.ts'
import { namingUnderstudy } from './understudies/name.ts'

interface AnswerKept {
  readonly proposal: string
  readonly answer: AnswerGiven
}

/** A yes to another business, once a second admin agreed. */
const answering: ActOfTwo = {
  act: 'answer',
  carryOut: async (kit, change, acting, { proposal, answer }: AnswerKept) => {
    const now = await findProposal(change.manager, { id: proposal })
    if (!now || !isOpen(now, change.now))
      throw new Problem('proposal.answered', 'It was answered, or is over, since you were asked.')
    const outcome = await acceptWithin(kit, change, proposalKinds, acting, proposal, answer, null)
    if ('void' in outcome) throw outcome.void
    return outcome.result
  },
}

/** Asks a second admin before a yes to another business, where it takes two. */
export const askForAnswer: AskSecond = (change, acting, { said, proposal, answer }) =>
  askSecondAdmin(change, acting, {
    act: answering.act,
    said,
    given: { proposal, answer },
    reason: answer.reason ?? 'as another business asked',
  })

/** What takes a second admin where a business chose so, beside what is done to admins. */
const actsOfTwo: readonly ActOfTwo[] = [
  namingUnderstudy,
  handingOver,
  linkingWithMark,
  answering,
  lettingGo,
  signingAnew,
  closing(() => proposalKinds),
]

/** The one register of kinds of proposal: everything that takes the other side's yes. */
export const proposalKinds: Register = registerOf([
  invitation,
  chair,
  offer,
  ownAsk,
  businessAsk,
  link,
  billing,
  handover,
  understudy,
  adminAsk(() => actsOfTwo),
])
