import { isFreshProof, lapseOf, printBilling, sayDate, sayMeans, sayBegin, sayEnd } from '@famiglia/core'
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
  readonly steps: readonly BillingStep[]
  readonly staysOpenUntil: string | null
  readonly proofIsFresh: boolean
  /** Who is told: people of one's own by name, another business by its own. */
  readonly told: readonly string[]
}

export interface BillingStep {
  readonly about: 'means' | 'answering' | 'from' | 'yes' | 'instead' | 'refused'
  readonly what: string
  readonly said: string
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
      staysOpenUntil:
        plan.yesOf === 'nobody' ? null : sayEnd(lapseOf(now, acting.proposalDays, acting.zone), acting.zone),
      proofIsFresh: acting.live.unattended || isFreshProof(acting.live.provenAt, now),
      told: await toldOf(kit, acting, plan),
    }
  }
}

const step = (about: BillingStep['about'], what: string, said: string): BillingStep => ({ about, what, said })

function sameSteps({ instead }: PlannedBilling): BillingStep[] {
  return instead
    ? [step('instead', 'What was planned', `${instead.payer.name} from a later day on: that is called off.`)]
    : []
}

function stepsOf(plan: PlannedBilling, acting: Acting): BillingStep[] {
  const { asset, payer, answering, means, at, yesOf, instead } = plan
  const own = means
    ? `${sayMeans(means)}, on record since ${sayDate(means.registeredAt, acting.zone)}`
    : `${payer.name} chooses it when it approves`
  const from = at ? sayBegin(at, acting.zone) : yesOf === 'nobody' ? 'At once' : 'At once when they approve'
  const whoseYes = yesOf === 'who pays now' ? asset.payer!.name : payer.name
  return [
    step('means', 'New means', own),
    step('answering', 'Who answers for it', answering?.name ?? `the person who approves at ${payer.name}`),
    step('from', 'From when', `${from}. ${sayUntilThen(plan, acting.id)}`),
    ...(yesOf === 'nobody' ? [] : [step('yes', 'Whose approval it needs', `${whoseYes}: nothing changes before.`)]),
    ...(instead
      ? [step('instead', 'What was planned', 'The change planned for a later day is called off with it.')]
      : []),
    step('refused', 'If it is refused', 'Then the platform keeps the old one, and you are told.'),
  ]
}

async function toldOf(kit: Kit, acting: Acting, plan: PlannedBilling): Promise<string[]> {
  const { manager } = kit.database
  if (plan.isSame) return []
  const other = plan.payer.id === acting.id ? plan.asset.payer! : plan.payer
  if (plan.yesOf !== 'nobody') return [`those who see to payments at ${other.name}`]
  const own = (await payingPeopleOf(manager, acting.id)).map(person => person.name)
  return plan.asset.businessId === acting.id
    ? own
    : [...own, `those who see to payments at ${(await getBusiness(manager, plan.asset.businessId)).name}`]
}
