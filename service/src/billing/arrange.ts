import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Asset } from '../assets/queries.ts'
import type { Business } from '../businesses/queries.ts'
import type { Means } from '../means/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { Acting } from '../businesses/acting.ts'
import { concernedBy, recordForEach, tellPayingPeople } from './concerned.ts'
import { calledOffLetter, plannedLetter } from './letters.ts'
import { pendingInTheWay } from './planBilling.ts'
import { findPayerChange, keepPayerChange, movePayerChange, pendingChanges, type PayerChange } from './records.ts'
import { sayWhoPays } from './sayChange.ts'

export interface Arranged {
  readonly asset: Asset
  readonly payer: Business
  readonly answering: KnownPerson
  readonly means: Means
  /** From when; null for at once. */
  readonly at: Change['now'] | null
}

/**
 * The one way in which it comes about that somebody else pays: it is planned, and carried out when its instant has come, the
 * platform being asked first. A change of the same account still to come is called off with it where that is wanted, and
 * stands in the way otherwise: `billing.changing`.
 */
export async function arrangePayment(
  change: Change,
  by: { readonly id: string; readonly name: string },
  { asset, payer, answering, means, at }: Arranged,
  instead: PayerChange | null = null,
): Promise<string> {
  const pending = (await pendingChanges(change.manager, [asset.id])).get(asset.id)
  if (pending && pending.id !== instead?.id) throw pendingInTheWay(pending, payer)
  if (instead) await callOff(change, by, instead)
  const id = await keepPayerChange(change, {
    asset: asset.id,
    payer: payer.id,
    answering: answering.id,
    means: means.id,
    at: at ?? change.now,
    saidBy: by.id,
  })
  const planned = (await findPayerChange(change.manager, id))!
  await change.later('change-payment', { change: id }, at ?? change.now)
  const around = await concernedBy(change.manager, planned)
  recordForEach(change, around, planned, {
    what: 'billing.arranged',
    by,
    say: ({ id: reader, zone }) => `${by.name} arranged it: ${sayWhoPays({ ...planned, at }, reader, zone)}.`,
  })
  if (at) await tellPayingPeople(change, around, to => plannedLetter(to, planned))
  return id
}

/** Calls off a change still to come: who pays goes on paying. One that the platform is being asked of is too late. */
export async function callOff(
  change: Change,
  by: { readonly id: string; readonly name: string },
  planned: PayerChange,
): Promise<void> {
  if (!(await movePayerChange(change, planned.id, 'planned', 'cancelled')))
    throw pendingInTheWay({ ...planned, state: 'asking' }, planned.payer)
  const around = await concernedBy(change.manager, planned)
  recordForEach(change, around, planned, {
    what: 'billing.called-off',
    by,
    say: ({ id, zone }) => `${by.name} called off: ${sayWhoPays(planned, id, zone)}.`,
  })
  await tellPayingPeople(change, around, to => calledOffLetter(to, planned, by.name))
}

/** Calls off the change of an account that is still to come, from either side of it: who would pay, who pays, who owns it. */
export async function callOffFor(change: Change, acting: Acting, asset: Asset): Promise<string> {
  const planned = (await pendingChanges(change.manager, [asset.id])).get(asset.id)
  const concerned = planned
    ? (await concernedBy(change.manager, planned)).map(business => business.id)
    : [asset.businessId, asset.payer!.id]
  if (acting.standing === 'member' || !concerned.includes(acting.id))
    throw new Problem(
      'billing.not-yours',
      `Who pays for ${asset.name} is for the finance people and admins of who owns it and who pays for it.`,
    )
  if (!planned)
    throw new Problem('billing.none', `No change of who pays for ${asset.name} is planned: ${asset.payer!.name} pays.`)
  await callOff(change, { id: acting.live.person, name: acting.live.name }, planned)
  return `Called off. ${asset.payer!.name} goes on paying for ${asset.name} as before.`
}
