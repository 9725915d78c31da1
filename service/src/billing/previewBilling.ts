import { isFreshProof, lapseOf, printBilling, sayDate, sayInstant, sayMeans } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { getBusiness, payingPeopleOf } from '../businesses/queries.ts'
import { findBilling } from './named.ts'
import { planBilling, type PlannedBilling } from './planBilling.ts'
import { sayUntilThen, sayWhoPays } from './sayChange.ts'

/** What `billing …` would do, in plain words. Nothing is sent or changed. */
export interface BillingPreview {
  readonly sentence: string
  readonly summary: string
  /** The new means of payment, from when, what happens to the earlier one; and what waits for whom. */
  readonly steps: readonly { readonly what: string; readonly said: string }[]
  readonly staysOpenUntil: string | null
  readonly proofIsFresh: boolean
  /** Who is told, by address. */
  readonly mails: readonly string[]
}

export function previewBilling(kit: Kit) {
  return async (acting: Acting, text: string): Promise<BillingPreview> => {
    const named = await findBilling(kit, acting, text)
    const plan = await planBilling(kit, kit.database.manager, acting, named)
    const now = kit.clock.now()
    return {
      sentence: printBilling(named.sentence),
      summary: plan.isSame
        ? `${sayWhoPays({ ...plan, at: null }, acting.id, acting.zone)} already.`
        : `${sayWhoPays(plan, acting.id, acting.zone)}.`,
      steps: plan.isSame ? sameSteps(plan) : stepsOf(plan, acting),
      staysOpenUntil: plan.yesOf === 'nobody' ? null : sayInstant(lapseOf(now, acting.proposalDays), acting.zone),
      proofIsFresh: acting.live.unattended || isFreshProof(acting.live.provenAt, now),
      mails: await mailsOf(kit, acting, plan),
    }
  }
}

function sameSteps({ instead }: PlannedBilling): BillingPreview['steps'] {
  return instead
    ? [{ what: 'What was planned', said: `${instead.payer.name} from a later day on: that is called off.` }]
    : []
}

function stepsOf(plan: PlannedBilling, acting: Acting): BillingPreview['steps'] {
  const { asset, payer, answering, means, at, yesOf, instead } = plan
  const own = means
    ? `${sayMeans(means)}, on record since ${sayDate(means.registeredAt, acting.zone)}`
    : `${payer.name} chooses it with its yes`
  return [
    { what: 'New means', said: own },
    { what: 'Who answers for it', said: answering?.name ?? `whoever says yes at ${payer.name}` },
    {
      what: 'From when',
      said: `${at ? sayInstant(at, acting.zone) : yesOf === 'nobody' ? 'At once' : 'At once with their yes'}. ${sayUntilThen(plan, acting.id)}`,
    },
    ...(yesOf === 'nobody'
      ? []
      : [
          {
            what: 'Whose yes it takes',
            said: `${yesOf === 'who pays now' ? asset.payer!.name : payer.name}: nothing changes before.`,
          },
        ]),
    ...(instead
      ? [{ what: 'What was planned', said: 'The change planned for a later day is called off with it.' }]
      : []),
    { what: 'If it is refused', said: 'Then the platform keeps the old one, and you are told.' },
  ]
}

async function mailsOf(kit: Kit, acting: Acting, plan: PlannedBilling): Promise<string[]> {
  const { manager } = kit.database
  if (plan.isSame) return []
  const other = plan.payer.id === acting.id ? plan.asset.payer!.id : plan.payer.id
  const businesses = plan.yesOf === 'nobody' ? new Set([acting.id, plan.asset.businessId]) : new Set([other])
  const found = new Set<string>()
  for (const id of businesses)
    for (const person of await payingPeopleOf(manager, (await getBusiness(manager, id)).id)) found.add(person.address)
  return [...found].sort()
}
