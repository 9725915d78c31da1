import { endOfMeans, isBefore, kinds, sayFew, type Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsById } from '../assets/queries.ts'
import { meansOf } from '../means/queries.ts'
import { tiesOf } from '../ties/queries.ts'
import type { Terms } from './line.ts'

/** Something that one of the sides sees to before a handover, or that is so already. */
export interface First {
  readonly whose: 'sender' | 'receiver'
  readonly said: string
  readonly isDone: boolean
  /** What could go along too, as a sentence names it; null where nothing is missing. */
  readonly add: string | null
}

/**
 * What each side sees to first: what works together with what goes over, and with what the new owner pays. What means of
 * payment that has is told to itself alone.
 */
export async function firstOf(
  manager: EntityManager,
  terms: Terms,
  { reader, isSigned, now }: { readonly reader: string; readonly isSigned: boolean; readonly now: Instant },
): Promise<First[]> {
  const tied = await tiedTo(manager, terms)
  // With what it pays the new owner has said with its yes.
  return isSigned ? tied : [...tied, ...(await meansTo(manager, terms, { reader, now }))]
}

async function tiedTo(manager: EntityManager, { from, assets }: Terms): Promise<First[]> {
  const goes = new Map(assets.map(asset => [asset.id, asset]))
  const ties = (await tiesOf(manager, from.id)).filter(tie => goes.has(tie.one) || goes.has(tie.other))
  const others = ties.flatMap(tie => [tie.one, tie.other].filter(id => !goes.has(id)))
  const stays = new Map((await assetsById(manager, others)).map(asset => [asset.id, asset]))
  return ties.map(({ one, other }): First => {
    const left = stays.get(one) ?? stays.get(other)
    const [here, there] = [goes.get(one) ?? goes.get(other)!, goes.get(other)!]
    return left
      ? {
          whose: 'sender',
          said: `The ${kinds[left.kind].noun} ${left.name} is tied to ${here.name} and stays: they would not work together any more.`,
          isDone: false,
          add: `${left.kind}/${left.handle}`,
        }
      : {
          whose: 'sender',
          said: `${here.name} and ${there.name} are tied, and both go over.`,
          isDone: true,
          add: null,
        }
  })
}

async function meansTo(
  manager: EntityManager,
  { from, to, assets, withBilling }: Terms,
  { reader, now }: { readonly reader: string; readonly now: Instant },
): Promise<First[]> {
  const paid = assets.filter(asset => asset.payer?.id === from.id)
  if (!withBilling || paid.length === 0) return []
  if (reader !== to.id) {
    const said = `${to.name} chooses with its yes with what it pays for ${sayFew(paid.map(({ name }) => name))}: it needs a means of payment on record by then.`
    return [{ whose: 'receiver', said, isDone: false, add: null }]
  }
  const good = (await meansOf(manager, to.id)).filter(
    ({ runsOut }) => !runsOut || isBefore(now, endOfMeans(runsOut, to.zone)),
  )
  return paid.map(({ name, platform }) => {
    const isDone = good.some(means => means.platform === platform)
    const said = isDone
      ? `A means of payment for ${name} is on record; choose it with your yes.`
      : `Put a means of payment for ${name} on record, under Money, before you accept.`
    return { whose: 'receiver', said, isDone, add: null }
  })
}
