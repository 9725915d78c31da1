import { parseSentence, type BusinessNumber } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { readBusinessNumber, requireStanding, type Acting } from '../businesses/acting.ts'
import { adminsOf, businesses, type Business } from '../businesses/records.ts'
import { isPartner } from './findPartner.ts'
import { sharedBetween } from './sharedBetween.ts'

/** A business as it is shown to who has its number, before anything is sent to it. */
export interface FoundBusiness {
  readonly number: string
  readonly name: string
  readonly town: string
  readonly cloth: string
  readonly since: string
  /** The domain of its admins' verified addresses, where all have the same. */
  readonly mailDomain: string | null
  /** What there is between it and who asks already, as sentences. */
  readonly shared: readonly string[]
}

export const lookUpsAnHour = 30

/**
 * Finds a business by its number, for admins: `number.wrong-check` before anything is looked up, `business.own-number`,
 * `partner.unknown` where nobody has it. Each look-up of a stranger leaves a trace, and there are so many an hour:
 * `request.too-many`.
 */
export function lookUp(room: Room) {
  return async (acting: Acting, text: string): Promise<FoundBusiness> => {
    requireStanding(acting, 'deal-with-partners', 'Looking up a business')
    const number = readBusinessNumber(text)
    if (number === acting.number)
      throw new Problem(
        'business.own-number',
        `${number} is the number of ${acting.name} itself: it is yours to give out.`,
      )
    const found = await findTraced(room, acting, number)
    const manager = room.database.manager
    return {
      number: found.number,
      name: found.name,
      town: found.town,
      cloth: found.cloth,
      since: found.openedAt.toString(),
      mailDomain: await mailDomainOf(manager, found.id),
      shared: await sharedBetween(room, acting, found),
    }
  }
}

/** Has every number that a sentence names and that is new to the business looked up, within the limit and with a trace. */
export async function lookUpNamed(room: Room, acting: Acting, sentence: string): Promise<void> {
  const reading = parseSentence(sentence, room.clock.now().toZonedDateTimeISO(acting.zone).toPlainDate())
  if (!reading.ok || 'grant' in reading.sentence) return
  const { who } = reading.sentence
  for (const one of Array.isArray(who) ? who : [who])
    if (one.by === 'number' && one.number !== acting.number) {
      requireStanding(acting, 'deal-with-partners', 'Dealing with another business')
      await findTraced(room, acting, one.number)
    }
}

async function findTraced(room: Room, acting: Acting, number: BusinessNumber): Promise<Business> {
  const found = await room.database.manager.findOneBy(businesses, { number })
  if (found && (await isPartner(room.database.manager, acting.id, found.id))) return found
  await leaveTrace(room, acting, number, found)
  if (found) return found
  throw new Problem(
    'partner.unknown',
    `No business has the number ${number}. Ask them to read it to you again; nothing was sent.`,
  )
}

async function leaveTrace(room: Room, acting: Acting, number: BusinessNumber, found: Business | null): Promise<void> {
  const { person } = acting.live
  const hourAgo = room.clock.now().subtract({ hours: 1 }).toString()
  const recent = (await room.database.query(
    'SELECT business_id AS business, number FROM look_up WHERE person_id = $1 AND at > $2',
    [person, hourAgo],
  )) as { business: string; number: string }[]
  if (recent.some(one => one.business === acting.id && one.number === number)) return
  if (recent.length >= lookUpsAnHour)
    throw new Problem(
      'request.too-many',
      `You looked up ${lookUpsAnHour} numbers within an hour. Go on in a while; numbers you dealt with before work on.`,
      { retryAfter: 600 },
    )
  await room.change(actorOf(acting.live), { businesses: [acting.id] }, async change => {
    await change.manager.query(
      'INSERT INTO look_up (person_id, at, business_id, number, found) VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING',
      [person, change.now.toString(), acting.id, number, found !== null],
    )
    await change.record({
      chain: acting.id,
      what: 'number.looked-up',
      sentence: `${acting.live.name} looked up ${number}: ${found ? `${found.name}, ${found.town}` : 'nobody has it'}.`,
      partners: [number],
    })
  })
}

export async function mailDomainOf(manager: EntityManager, business: string): Promise<string | null> {
  const admins = await adminsOf(manager, business)
  const domains = new Set(admins.map(admin => admin.address.slice(admin.address.lastIndexOf('@') + 1)))
  return domains.size === 1 ? [...domains][0]! : null
}
