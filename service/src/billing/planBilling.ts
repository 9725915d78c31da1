import {
  agreementOn,
  beginOf,
  endOfMeans,
  isBefore,
  sayDate,
  sayMeans,
  type Agreement,
  type Instant,
  sayBegin,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { getAssetById, type Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { getBusiness, type Business } from '../businesses/queries.ts'
import { getMember } from '../businesses/getMember.ts'
import { getMeans, meansOf, type Means } from '../means/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import { levelOnAsset } from '../reach/levelOnAsset.ts'
import { assertCanAnswer } from './answering.ts'
import type { NamedBilling } from './named.ts'
import { pendingChanges, type PayerChange } from './records.ts'

/** What `billing …` comes to. */
export interface PlannedBilling {
  readonly asset: Asset
  readonly payer: Business
  /** Who answers for it and with what it is paid; null where the business that would pay says that with its yes. */
  readonly answering: KnownPerson | null
  readonly means: Means | null
  /** From when; null for at once. */
  readonly at: Instant | null
  readonly yesOf: Extract<Agreement, { ok: true }>['yesOf']
  /** The change still to come that it takes the place of. */
  readonly instead: PayerChange | null
  /** Whether it is so already. */
  readonly isSame: boolean
}

/** Works out what a sentence of who pays comes to, and refuses what cannot be. The same plan is previewed and carried out. */
export async function planBilling(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  { sentence, account, to }: NamedBilling,
): Promise<PlannedBilling> {
  const asset = await getAssetById(manager, account)
  const payer = 'member' in to ? acting.id : to.business
  const agreement = agreementOn({ owner: asset.businessId, payer: asset.payer!.id, to: payer, acting: acting.id })
  if (!agreement.ok) throw await notAgreed(manager, asset, agreement.code)
  await assertMayArrange(kit, manager, acting, asset, agreement.yesOf)
  assertPayable(asset)
  const at = whenOf(sentence.from ? beginOf(sentence.from, acting.zone) : null, kit.clock.now(), acting.zone)
  const instead = (await pendingChanges(manager, [asset.id])).get(asset.id) ?? null
  if (instead && !(instead.payer.id === acting.id && asset.payer!.id === acting.id && instead.state === 'planned'))
    throw pendingInTheWay(instead, acting)
  const plan = { asset, payer: await getBusiness(manager, payer), at, yesOf: agreement.yesOf, instead }
  if (!('member' in to)) {
    if (sentence.means)
      throw new Problem(
        'means.unknown',
        `${plan.payer.name} pays with a means of its own and chooses it when it approves: leave out “with means/${sentence.means}”.`,
        { pointer: '/sentence' },
      )
    return { ...plan, answering: null, means: null, isSame: false }
  }
  const answering = await getMember(manager, acting, to.member)
  await assertCanAnswer(kit, manager, acting, answering, asset)
  const means = await meansFor(manager, acting, asset, sentence.means, at ?? kit.clock.now())
  const isSame = asset.payer!.id === acting.id && asset.answering!.id === answering.id && asset.means?.id === means.id
  return { ...plan, answering, means, isSame }
}

/** A means of payment of a business for an account, from an instant on: on the same platform, and good then. */
export async function meansFor(
  manager: EntityManager,
  business: { readonly id: string; readonly name: string; readonly zone: string },
  asset: Asset,
  handle: string | null,
  at: Instant,
): Promise<Means> {
  if (!handle && asset.payer!.id === business.id && asset.means) return asset.means
  if (!handle) throw await meansNeeded(manager, business, asset)
  const means = await getMeans(manager, business, handle)
  if (means.platform !== asset.platform)
    throw new Problem(
      'means.elsewhere',
      `${sayMeans(means)} is registered on another platform than ${asset.name}. Add one there first.`,
    )
  assertGood(means, at, business.zone)
  return means
}

export function assertGood(means: Means, at: Instant, zone: string): void {
  if (!means.runsOut || isBefore(at, endOfMeans(means.runsOut, zone))) return
  throw new Problem(
    'means.run-out',
    `${sayMeans(means)} is good until ${sayDate(endOfMeans(means.runsOut, zone).subtract({ hours: 1 }), zone)}: choose another, or an earlier date.`,
  )
}

async function meansNeeded(
  manager: EntityManager,
  business: { readonly id: string; readonly name: string },
  asset: Asset,
): Promise<Problem> {
  const known = (await meansOf(manager, business.id)).filter(one => one.platform === asset.platform)
  return new Problem(
    'means.needed',
    known.length > 0
      ? `Say what ${business.name} pays for ${asset.name} with: ${known.map(one => `means/${one.handle}`).join(', ')}.`
      : `${business.name} has no means of payment on that platform yet: add one first, under Money.`,
    { means: known.map(one => one.handle) },
  )
}

/**
 * Within the business that pays its finance people and admins decide, and on its own accounts who was given to change how
 * they are paid; with another business its finance people and admins alone.
 */
async function assertMayArrange(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  asset: Asset,
  yesOf: PlannedBilling['yesOf'],
): Promise<void> {
  if (acting.standing !== 'member') return
  const isOwn = asset.businessId === acting.id && yesOf === 'nobody'
  const level = isOwn ? await levelOnAsset(kit, manager, acting, asset) : null
  if (level?.actions.has('billing.change')) return
  throw new Problem(
    'billing.not-yours',
    `Who pays for ${asset.name} is for the finance people and admins of ${acting.name}.`,
  )
}

export function assertPayable(asset: Asset): void {
  if (asset.archivedAt)
    throw new Problem('asset.archived', `${asset.name} is archived: bring it back before its payment changes.`)
}

/** Why a change of who pays cannot be asked for so. */
export async function notAgreed(
  manager: EntityManager,
  asset: Asset,
  code: 'billing.not-yours' | 'billing.third',
): Promise<Problem> {
  const owner = await getBusiness(manager, asset.businessId)
  return new Problem(
    code,
    code === 'billing.third'
      ? `${asset.payer!.name} pays for ${asset.name}, and ${owner.name} owns it: ${owner.name} takes the payment over first, then hands it on.`
      : `${asset.payer!.name} pays for ${asset.name}: it can hand that on, and anyone who takes it over can ask for it.`,
  )
}

export function pendingInTheWay({ payer, at, state, asset }: PayerChange, { zone }: Pick<Acting, 'zone'>): Problem {
  return new Problem(
    'billing.changing',
    state === 'asking'
      ? `The payment of ${asset.name} is changing just now. Look again in a minute.`
      : `From ${sayBegin(at, zone)} on ${payer.name} pays for ${asset.name}: that is agreed. Call it off first.`,
  )
}

/** Null for at once: a day that has begun already counts from now. */
function whenOf(from: Instant | null, now: Instant, zone: string): Instant | null {
  if (!from || !isBefore(now, from)) {
    const today = now.toZonedDateTimeISO(zone).startOfDay().toInstant()
    if (from && isBefore(from, today))
      throw new Problem('date.past', 'That day is over: a payment changes from today on at the earliest.', {
        pointer: '/sentence',
      })
    return null
  }
  return from
}
