import { parseBilling, printWhat, type BillingSentence, type What, type Who } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsPaidBy, type Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { getBusiness, type Business } from '../businesses/queries.ts'
import { getMember } from '../businesses/getMember.ts'
import { findTraced } from '../partners/lookUp.ts'
import { levelOnAsset } from '../reach/levelOnAsset.ts'
import { getPartner } from '../reach/findPartner.ts'
import { getTargetReached } from '../reach/findTarget.ts'

/** A sentence of who pays, with what it names found for the business that says it. */
export interface NamedBilling {
  readonly sentence: BillingSentence
  readonly account: string
  /** A colleague who is to answer for it, or another business that is to pay. */
  readonly to: { readonly member: string } | { readonly business: string }
}

function readBilling(kit: Kit, { zone }: Pick<Acting, 'zone'>, text: string): BillingSentence {
  const reading = parseBilling(text, kit.clock.now().toZonedDateTimeISO(zone).toPlainDate())
  if (reading.ok) return reading.sentence
  const { code, message, start, end, nearest } = reading.error
  throw new Problem(code, message, { pointer: '/sentence', nearest, span: { start, end } })
}

/** Finds what a sentence names; a business that is new to the acting one is looked up, with a trace. */
export async function findBilling(kit: Kit, acting: Acting, text: string): Promise<NamedBilling> {
  const sentence = readBilling(kit, acting, text)
  const account = await getAccount(kit, kit.database.manager, acting, sentence.account)
  return { sentence, account: account.id, to: await findPayer(kit, acting, sentence.to, account) }
}

/**
 * An ad account that the acting business owns, pays for or reaches; any other answers as one that does not exist, and so
 * does one that a plain member does not reach.
 */
export async function getAccount(kit: Kit, manager: EntityManager, acting: Acting, what: What): Promise<Asset> {
  const asset = (await findPaid(manager, acting, what)) ?? (await findReached(kit, manager, acting, what))
  if (asset.payer) return asset
  throw new Problem('billing.not-paid', `Nothing is paid for ${asset.name}: ad accounts alone are paid for.`, {
    pointer: '/sentence',
  })
}

async function findPaid(manager: EntityManager, acting: Acting, what: What): Promise<Asset | null> {
  if (what.by === 'bundle' || acting.standing === 'member') return null
  const paid = await assetsPaidBy(manager, acting.id)
  const found = paid.filter(asset =>
    what.by === 'number' ? asset.number === what.number : asset.kind === what.kind && asset.handle === what.handle,
  )
  const own = found.find(asset => asset.businessId === acting.id)
  return own ?? (found.length === 1 ? found[0]! : null)
}

async function findReached(kit: Kit, manager: EntityManager, acting: Acting, what: What): Promise<Asset> {
  const target = await getTargetReached(manager, acting, what)
  const [asset] = target.assets
  if (!asset || target.bundleId)
    throw new Problem('billing.not-paid', 'A bundle is not paid for: name its ad accounts one by one.', {
      pointer: '/sentence',
    })
  if (acting.standing !== 'member' || (await levelOnAsset(kit, manager, acting, asset))) return asset
  throw new Problem('asset.unknown', `There is no asset ${printWhat(what)} that you reach at ${acting.name}.`)
}

async function findPayer(kit: Kit, acting: Acting, to: Who, account: Asset): Promise<NamedBilling['to']> {
  const { manager } = kit.database
  if (to.by === 'address') return { member: (await getMember(manager, acting, to.address)).id }
  if (to.by === 'business') return { business: (await getPartner(manager, acting, to.handle)).id }
  if (to.by === 'team') throw new Error('No team answers for a payment.')
  if (to.number === acting.number)
    throw new Problem(
      'business.own-number',
      `${to.number} is ${acting.name} itself: say who of you answers for it, by their e-mail address.`,
    )
  const near = await nearby(manager, account)
  const known = near.find(business => business.number === to.number)
  return { business: (known ?? (await findTraced(kit, acting, to.number))).id }
}

/** Whoever reaches an account knows its owner, and who pays for it. */
async function nearby(manager: EntityManager, account: Asset): Promise<Business[]> {
  return [await getBusiness(manager, account.businessId), await getBusiness(manager, account.payer!.id)]
}
