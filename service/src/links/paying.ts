import { agreementOn, sayList, type LinkSentence, type Terms, type Who } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { getAssetById, type Asset } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { assertCanAnswer } from '../billing/answering.ts'
import { arrangePayment } from '../billing/arrange.ts'
import { assertGood, meansFor, notAgreed } from '../billing/planBilling.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { getBusiness, type Business } from '../businesses/queries.ts'
import type { Means } from '../means/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { PayingSaid, ProposedThing } from '../proposals/kind.ts'
import { getPartner } from '../reach/findPartner.ts'

/** Who pays for accounts from their link on: who answers for it and with what, where who said it would pay. */
export interface PaidFromThen {
  readonly payer: Business
  readonly answering: KnownPerson | null
  readonly means: Means | null
}

interface Around {
  readonly gatherer: Business
  readonly accounts: readonly Asset[]
  /** Of the accounts those that the acting business reached before, by their ids: of others it is not told who pays. */
  readonly known: readonly string[]
  readonly terms: Terms
}

/** What `paid by …` comes to: the other side agrees to it in the same answer. Null where nothing changes in that. */
export async function planPaying(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  { paidBy }: LinkSentence,
  { gatherer, accounts, known, terms }: Around,
): Promise<PaidFromThen | null> {
  if (!paidBy) return null
  requireStanding(acting, 'see-to-payments', 'Changing who pays')
  const payer = await findPayer(manager, acting, paidBy.who, gatherer, accounts)
  for (const account of accounts.filter(one => known.includes(one.id) || one.businessId === acting.id)) {
    assertPaid(account)
    const change = { owner: account.businessId, payer: account.payer!.id, to: payer.id, acting: acting.id }
    const agreement = agreementOn(change)
    if (change.payer !== payer.id && !agreement.ok) throw await notAgreed(manager, account, agreement.code)
    if (
      agreement.ok &&
      agreement.yesOf === 'who pays now' &&
      change.payer !== gatherer.id &&
      change.payer !== change.owner
    )
      throw await notAgreed(manager, account, 'billing.third')
  }
  if (payer.id !== acting.id) {
    if (paidBy.means)
      throw new Problem(
        'means.unknown',
        `${payer.name} pays with a means of its own and chooses it when it approves: leave out “with means/${paidBy.means}”.`,
        { pointer: '/sentence' },
      )
    return { payer, answering: null, means: null }
  }
  const { person, name, address } = acting.live
  const at = terms.from ?? kit.clock.now()
  let means: Means | null = null
  for (const account of accounts) means = await meansFor(manager, acting, account, paidBy.means, at)
  return { payer, answering: { id: person, name, address }, means }
}

/** The one of the two sides that a sentence says; nobody else is made to pay by a link. */
async function findPayer(
  manager: EntityManager,
  acting: Acting,
  who: Who,
  gatherer: Business,
  accounts: readonly Asset[],
): Promise<Business> {
  const found = who.by === 'business' ? await getPartner(manager, acting, who.handle) : null
  const owners = [...new Set(accounts.map(account => account.businessId))]
  const sides = [gatherer, await getBusiness(manager, acting.id)]
  if (owners.length === 1) sides.push(await getBusiness(manager, owners[0]!))
  const payer = sides.find(one => (found ? one.id === found.id : who.by === 'number' && one.number === who.number))
  if (payer) return payer
  throw new Problem(
    'billing.third',
    'By a link pays the business that owns the account, or the one whose manager account it hangs under: say one of the two.',
    { pointer: '/sentence' },
  )
}

function assertPaid(account: Asset): void {
  if (account.payer) return
  throw new Problem('billing.not-paid', `Nothing is paid for ${account.name}: leave out “paid by”.`, {
    pointer: '/sentence',
  })
}

/** Has accounts paid as the yes to their link says: from the link’s beginning on, each in one step of its own. */
export async function payFromThen(
  kit: Kit,
  change: Change,
  person: KnownPerson,
  acting: { readonly id: string; readonly name: string; readonly zone: string },
  { payer, answering, means }: PaidFromThen,
  things: readonly Pick<ProposedThing, 'target' | 'terms'>[],
  said: PayingSaid,
): Promise<string> {
  if (said.stays) return ' Who pays stays as it is.'
  change.requireFreshProof('Changing who pays needs you to confirm it’s you.')
  const names: string[] = []
  for (const { target, terms } of things) {
    const asset = await getAssetById(change.manager, target.assetId!)
    assertPaid(asset)
    if (asset.payer!.id === payer.id && (!means || asset.means?.id === means.id)) continue
    const at = terms.from && terms.from.epochMilliseconds > change.now.epochMilliseconds ? terms.from : null
    if (asset.payer!.id !== payer.id && ![asset.payer!.id, payer.id].includes(asset.businessId))
      throw new Problem(
        'billing.third',
        `${asset.payer!.name} pays for ${asset.name} now and has not been asked: accept it with who pays as it is.`,
      )
    const isOurs = payer.id === acting.id
    const taken =
      isOurs && !means ? await meansFor(change.manager, acting, asset, said.means, at ?? change.now) : means!
    const answers = isOurs && !answering ? person : answering!
    assertGood(taken, at ?? change.now, payer.zone)
    await assertCanAnswer(kit, change.manager, payer, answers, asset)
    await arrangePayment(change, person, { asset, payer, answering: answers, means: taken, at })
    names.push(asset.name)
  }
  return names.length > 0
    ? ` ${payer.name} pays for ${sayList(names)} from then on, once the platform has taken it.`
    : ''
}

/** `Ondaverde Ferries pays, as now.`, by account where that differs. */
export function sayPaysAsNow(accounts: readonly Asset[], now: 'now' | 'before'): string {
  const payers = new Map<string, string[]>()
  for (const { payer, name } of accounts) if (payer) payers.set(payer.name, [...(payers.get(payer.name) ?? []), name])
  if (payers.size === 0) return ''
  if (payers.size === 1) return `${[...payers.keys()][0]!} pays, as ${now}.`
  return `${sayList([...payers].map(([name, paid]) => `${name} pays for ${sayList(paid)}`))}, as ${now}.`
}
