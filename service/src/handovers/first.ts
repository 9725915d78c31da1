import { endOfMeans, isBefore, kinds, sayFew, type Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsById } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { membershipsAmong } from '../businesses/queries.ts'
import { moreSeats } from '../businesses/seats.ts'
import { meansOf } from '../means/queries.ts'
import { tiesOf } from '../ties/queries.ts'
import type { Line, Terms } from './line.ts'
import { peopleToAsk } from './people.ts'

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
  kit: Kit,
  manager: EntityManager,
  { terms, lines }: { readonly terms: Terms; readonly lines: readonly Line[] },
  { reader, isSigned }: { readonly reader: string; readonly isSigned: boolean },
): Promise<First[]> {
  return [
    ...(await tiedTo(manager, terms)),
    // With what it pays the new owner has said with its yes.
    ...(isSigned ? [] : await meansTo(manager, terms, { reader, now: kit.clock.now() })),
    ...(await peopleOf(kit, manager, terms, lines, reader)),
  ]
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

async function peopleOf(
  kit: Kit,
  manager: EntityManager,
  terms: Terms,
  lines: readonly Line[],
  reader: string,
): Promise<First[]> {
  const asked = await peopleToAsk(manager, terms, lines)
  if (asked.length === 0) return []
  const { to } = terms
  const names = sayFew(asked.map(({ person }) => person.name))
  const tell = (said: string) => [{ whose: 'receiver' as const, said, isDone: false, add: null }]
  if (reader !== to.id) return tell(`Once it is done, ${to.name} asks ${names} to join, one by one.`)
  const there = await membershipsAmong(
    manager,
    to.id,
    asked.map(({ person }) => person.id),
  )
  const seats = await moreSeats(kit, to, asked.length - there.size)
  return tell(
    `Once it is done, you ask ${names} to join, one by one. ${seats ? `If all do: ${seats.words}` : ''}`.trim(),
  )
}
