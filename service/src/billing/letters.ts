import { sayMeans, sayBegin, sayEnd } from '@famiglia/core'
import type { Letter } from '../base/letter.ts'
import type { Means } from '../means/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { ProposalParts } from '../proposals/kind.ts'
import { toProposal } from '../proposals/letters.ts'
import type { Told } from './concerned.ts'
import type { BillingOwn, PayerChange } from './records.ts'
import { sayUntilThen, sayWhoPays } from './sayChange.ts'

const toMoney = ({ business }: Told) =>
  ({ label: 'See who pays for what', leads: { to: 'page', path: `/${business.number}/money` } }) as const

/** What pays from now on. */
export function changedLetter(to: Told, planned: PayerChange): Letter {
  const said = sayWhoPays({ ...planned, at: null }, to.business.id, to.business.zone)
  return {
    to: to.person,
    subject: `${said}, from now on`,
    body: [
      `Dear ${to.person.name},`,
      `${said}, from now on. ${planned.saidBy.name} arranged it. There was no gap, and nothing is paid twice.`,
    ],
    button: toMoney(to),
  }
}

/** What was agreed for a day to come. */
export function plannedLetter(to: Told, planned: PayerChange): Letter {
  const said = sayWhoPays(planned, to.business.id, to.business.zone)
  return {
    to: to.person,
    subject: said,
    body: [
      `Dear ${to.person.name},`,
      `${planned.saidBy.name} arranged it: ${said}. ${sayUntilThen(planned, to.business.id)} Until then it can be called off.`,
    ],
    button: toMoney(to),
  }
}

export function calledOffLetter(to: Told, planned: PayerChange, by: string): Letter {
  const { asset } = planned
  return {
    to: to.person,
    subject: `Called off: ${sayWhoPays(planned, to.business.id, to.business.zone)}`,
    body: [
      `Dear ${to.person.name},`,
      `${by} called it off. ${asset.payer!.name} goes on paying for ${asset.name} as before.`,
    ],
    button: toMoney(to),
  }
}

/** The change that was to be does not happen, and the old payment stays. */
export function refusedLetter(to: Told, planned: PayerChange, why: string): Letter {
  const { asset } = planned
  return {
    to: to.person,
    subject: `Nothing changed: ${asset.payer!.name} goes on paying for ${asset.name}`,
    body: [
      `Dear ${to.person.name},`,
      `${why}. So ${asset.payer!.name} goes on paying for ${asset.name} as before, and nothing was paid twice. It can be said again with another means of payment.`,
    ],
    button: toMoney(to),
  }
}

/** To who answers for the business that is asked: the whole of it, as it stands when the letter leaves. */
export function billingLetter(to: KnownPerson, parts: ProposalParts, { isReminder }: { isReminder: boolean }): Letter {
  const { proposal, business, partner, sender } = parts
  const own = parts.own as BillingOwn
  const wants =
    own.payer.id === business.id ? `asks to pay for ${own.asset.name}` : `asks you to pay for ${own.asset.name}`
  return {
    to,
    subject: `${business.name} ${wants}`,
    body: [
      `Dear ${to.name},`,
      `this waits for your answer${isReminder ? ', and nobody has answered yet' : ''}: ${sender.name} of ${business.name} (${business.number}) ${wants}.`,
      own.payer.id === business.id
        ? `When you accept, ${business.name} pays${own.at ? ` from ${sayBegin(own.at, partner!.zone)}` : ' from then on'}, and ${partner!.name} does not pay any more.`
        : `When you accept, ${partner!.name} pays${own.at ? ` from ${sayBegin(own.at, partner!.zone)}` : ' from then on'}, with the means of payment that you choose. Who can use the account does not change by it.`,
    ],
    note: proposal.note ? { text: proposal.note, from: sender.name } : null,
    facts: [
      ['Pays now', own.wasPaidBy.name],
      ['Would pay', own.payer.name],
      ['Stays open', `until ${sayEnd(proposal.lapsesAt, business.zone)}`],
    ],
    button: { label: 'Read and answer', leads: toProposal(partner!, proposal.id) },
    unexpected: `Not expected? Decline it, or leave it: nothing changes until one of you accepts. It was sent by ${sender.address}.`,
  }
}

/** A means of payment runs out soon. */
export function runningOutLetter(to: Told, means: Means, accounts: readonly string[], day: string): Letter {
  return {
    to: to.person,
    subject: `${sayMeans(means)} is good until ${day}`,
    body: [
      `Dear ${to.person.name},`,
      accounts.length > 0
        ? `${sayMeans(means)} is good until the end of ${day}, and pays for ${accounts.join(', ')}. Take the payment over with another one before that day, so that the adverts go on.`
        : `${sayMeans(means)} is good until the end of ${day}. It pays for nothing now: remove it when you need it no more.`,
    ],
    button: toMoney(to),
  }
}
