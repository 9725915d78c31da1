import { endOfMeans, isBefore, meansNoticeDays, sayDate, sayMeans } from '@famiglia/core'
import { assetsChargedTo } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { peopleById } from '../people/queries.ts'
import { meansOf, type Means } from './queries.ts'

/** A means of payment as its business reads it. */
export interface MeansInWords {
  readonly handle: string
  readonly name: string
  readonly ending: string | null
  readonly said: string
  readonly platform: string
  readonly platformName: string
  /** Its last day, in words; null where it does not run out. */
  readonly goodUntil: string | null
  readonly state: 'good' | 'runs out soon' | 'has run out'
  readonly registeredAt: string
  readonly registeredBy: string
  readonly paysFor: readonly { readonly number: string; readonly name: string; readonly text: string }[]
}

/** What the acting business pays with, for its finance people and admins: who added each, and what it pays for. */
export async function listMeans(kit: Kit, acting: Acting): Promise<MeansInWords[]> {
  requireStanding(acting, 'see-to-payments', 'Seeing the means of payment')
  const { manager } = kit.database
  const all = await meansOf(manager, acting.id)
  const paid = await assetsChargedTo(
    manager,
    all.map(one => one.id),
  )
  const people = await peopleById(
    manager,
    all.map(one => one.registeredBy),
  )
  return all.map(one => ({
    handle: one.handle,
    name: one.name,
    ending: one.ending,
    said: sayMeans(one),
    platform: one.platform,
    platformName: kit.platforms.all.find(known => known.key === one.platform)?.name ?? one.platform,
    ...sayGood(kit, one, acting.zone),
    registeredAt: one.registeredAt.toString(),
    registeredBy: people.get(one.registeredBy)!.name,
    paysFor: paid
      .filter(asset => asset.means?.id === one.id)
      .map(({ number, name, kind, handle, businessId }) => ({
        number,
        name,
        text: businessId === acting.id ? `${kind}/${handle}` : number,
      })),
  }))
}

/** Until which day it is good, and whether that is soon. */
export function sayGood(
  { clock }: Pick<Kit, 'clock'>,
  { runsOut }: Pick<Means, 'runsOut'>,
  zone: string,
): Pick<MeansInWords, 'goodUntil' | 'state'> {
  if (!runsOut) return { goodUntil: null, state: 'good' }
  const end = endOfMeans(runsOut, zone)
  const now = clock.now()
  const soon = now.add({ hours: meansNoticeDays[0] * 24 })
  return {
    goodUntil: sayDate(end.subtract({ hours: 1 }), zone),
    state: !isBefore(now, end) ? 'has run out' : isBefore(end, soon) ? 'runs out soon' : 'good',
  }
}
