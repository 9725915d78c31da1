import { printBilling, sayEnd, withReason } from '@famiglia/core'
import { between } from '../base/chain.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, type Acting } from '../businesses/acting.ts'
import { getBusiness, payingPeopleOf } from '../businesses/queries.ts'
import { gatherProposal } from '../proposals/gather.ts'
import { registerOf } from '../proposals/kind.ts'
import { changeProposal, isOpen, openProposal, openProposals } from '../proposals/queries.ts'
import { arrangePayment, callOff } from './arrange.ts'
import { billing } from './kind.ts'
import { billingLetter } from './letters.ts'
import { findBilling } from './named.ts'
import { planBilling, type PlannedBilling } from './planBilling.ts'
import { keepBillingProposal, readBillingProposals } from './records.ts'
import { sayUntilThen, sayWhoPays } from './sayChange.ts'
import { outcomeOf, switchPayment } from './switchPayment.ts'

/** What saying `billing …` came to. */
export interface BillingSaid {
  readonly sentence: string
  readonly result: string
  readonly outcome: 'changed' | 'planned' | 'asked' | 'same'
  readonly proposals: readonly string[]
}

type Done = BillingSaid & { readonly change: string | null }

const register = registerOf([billing])

/**
 * Has somebody else pay for an ad account, or pay with something else: within the business that pays at once or from a day
 * on; between two businesses once both have said yes. The platform takes the new means of payment first; where it refuses,
 * nothing changes (`means.refused`).
 */
export function sayBilling(kit: Kit) {
  return async (acting: Acting, text: string, note: string | null, once: Once | null): Promise<BillingSaid> => {
    const named = await findBilling(kit, acting, text)
    const sentence = printBilling(named.sentence)
    const { change: id, ...said } = await changeFor(
      kit,
      acting,
      async (change): Promise<Done> => {
        const plan = await planBilling(kit, change.manager, acting, named)
        change.requireFreshProof('Changing who pays needs you to confirm it’s you.')
        if (plan.yesOf !== 'nobody') return ask(change, acting, plan, sentence, note)
        return plan.isSame ? same(change, acting, plan, sentence) : arrange(change, acting, plan, sentence)
      },
      once,
    )
    if (!id) return said
    await switchNow(kit, id)
    if ((await outcomeOf(kit, id)) === 'done') return said
    return {
      ...said,
      outcome: 'planned',
      result:
        'The platform does not answer just now. It changes as soon as it does; until then who pays goes on paying.',
    }
  }
}

/** A platform that does not answer is asked again in the background. */
async function switchNow(kit: Kit, change: string): Promise<void> {
  try {
    await switchPayment(kit)({ change })
  } catch (cause) {
    if (!(cause instanceof Problem) || cause.code !== 'platform.away') throw cause
  }
}

async function same(change: Change, acting: Acting, plan: PlannedBilling, sentence: string): Promise<Done> {
  const { asset, instead } = plan
  const said = sayWhoPays({ ...plan, at: null }, acting.id, acting.zone)
  if (instead) await callOff(change, { id: acting.live.person, name: acting.live.name }, instead)
  else
    change.record({
      chain: acting.id,
      what: 'billing.repeated',
      sentence: `${acting.live.name} said again: ${sentence}`,
      asset: asset.id,
    })
  const result = instead ? `Called off what was planned. ${said}, as now.` : `${said} already.`
  return { sentence, result, outcome: 'same', proposals: [], change: null }
}

async function arrange(change: Change, acting: Acting, plan: PlannedBilling, sentence: string): Promise<Done> {
  const { asset, payer, answering, means, at, instead } = plan
  const by = { id: acting.live.person, name: acting.live.name }
  const id = await arrangePayment(change, by, { asset, payer, answering: answering!, means: means!, at }, instead)
  const said = sayWhoPays(plan, acting.id, acting.zone)
  return at
    ? {
        sentence,
        result: `${said}. ${sayUntilThen({ asset, at }, acting.id)} It can be called off until then.`,
        outcome: 'planned',
        proposals: [],
        change: null,
      }
    : { sentence, result: `${said}, from now on.`, outcome: 'changed', proposals: [], change: id }
}

/** Asks the other side. What is said of the same account while such a request is open goes into that one. */
async function ask(
  change: Change,
  acting: Acting,
  plan: PlannedBilling,
  sentence: string,
  note: string | null,
): Promise<Done> {
  const { asset, payer, answering, means, at } = plan
  const wasPaidBy = await getBusiness(change.manager, asset.payer!.id)
  const to = payer.id === acting.id ? wasPaidBy : payer
  const open = await openLike(change, acting, to.id, asset.id)
  const proposal =
    open ??
    (await openProposal(change, {
      kind: 'billing',
      businessId: acting.id,
      toBusinessId: to.id,
      note,
      sentBy: acting.live.person,
      days: acting.proposalDays,
      zone: acting.zone,
    }))
  if (open && note && note !== open.note) await changeProposal(change, open.id, { note })
  await keepBillingProposal(change, proposal.id, { asset, wasPaidBy, payer, answering, means, at })
  const parts = await gatherProposal(change.manager, register, { ...proposal, note: note ?? proposal.note })
  const said = billing.said(parts)
  change.record({
    ...between(acting, to),
    what: 'billing.sent',
    sentence: withReason(`${acting.live.name} of ${acting.name} asked ${to.name}: ${said}`, note),
    asset: asset.id,
    data: { proposal: proposal.id },
  })
  await change.recallLetters(proposal.id)
  for (const person of await payingPeopleOf(change.manager, to.id))
    await change.mail(billingLetter(person, parts, { isReminder: false }), {
      proposal: proposal.id,
      notBefore: change.now,
    })
  return {
    sentence,
    result: `Asked ${to.name}: ${said}. It waits there until ${sayEnd(proposal.lapsesAt, acting.zone)}; ${asset.payer!.name} goes on paying until they agree.`,
    outcome: 'asked',
    proposals: [proposal.id],
    change: null,
  }
}

async function openLike(change: Change, acting: Acting, to: string, asset: string) {
  const all = (
    await openProposals(change.manager, { kind: 'billing', businessId: acting.id, toBusinessId: to })
  ).filter(one => isOpen(one, change.now))
  const owns = await readBillingProposals(
    change.manager,
    all.map(one => one.id),
  )
  return all.find(one => owns.get(one.id)!.asset.id === asset) ?? null
}
