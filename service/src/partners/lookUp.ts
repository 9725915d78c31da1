import type { AssetNumber, BusinessNumber, Sentence } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { changeFor, readBusinessNumber, requireStanding, type Acting } from '../businesses/acting.ts'
import { adminsOf, findBusinessNumbered, type Business } from '../businesses/queries.ts'
import { findAssetNumbered, type Asset } from '../assets/queries.ts'
import { isPartner } from '../reach/findPartner.ts'
import { sharedBetween } from './sharedBetween.ts'

/** A business as it is shown to who has its number, before anything is sent to it. */
export interface FoundBusiness {
  readonly number: string
  readonly name: string
  readonly town: string
  readonly cloth: string
  readonly since: string
  readonly worksAs: Business['worksAs']
  readonly contact: Business['contact']
  /** The domain of its admins' verified addresses, where all have the same. */
  readonly mailDomain: string | null
  /** What there is between it and who asks already, as sentences. */
  readonly shared: readonly string[]
}

/** Of accounts more than of businesses: they come by the hundred out of a client’s mail, and tell less. */
const lookUpsAnHour = {
  B: { name: 'look-up of a business', most: 30, seconds: 3_600 },
  A: { name: 'look-up of an asset', most: 300, seconds: 3_600 },
} as const

/**
 * Finds a business by its number, for admins: `number.wrong-check` before anything is looked up, `business.own-number`,
 * `partner.unknown` where nobody has it. Each look-up of a stranger leaves a trace, and there are so many an hour:
 * `request.too-many`.
 */
export function lookUp(kit: Kit) {
  return async (acting: Acting, text: string): Promise<FoundBusiness> => {
    requireStanding(acting, 'deal-with-partners', 'Looking up a business')
    const number = readBusinessNumber(text)
    if (number === acting.number)
      throw new Problem(
        'business.own-number',
        `${number} is the number of ${acting.name} itself: it is yours to give out.`,
      )
    const found = await findTraced(kit, acting, number)
    const manager = kit.database.manager
    return {
      number: found.number,
      name: found.name,
      town: found.town,
      cloth: found.cloth,
      since: found.openedAt.toString(),
      worksAs: found.worksAs,
      contact: found.contact,
      mailDomain: await mailDomainOf(manager, found.id),
      shared: await sharedBetween(kit, acting, found),
    }
  }
}

/** Has every number that a sentence names and that is new to the business looked up, within the limit and with a trace. */
export async function lookUpNamed(kit: Kit, acting: Acting, sentence: Sentence): Promise<void> {
  if ('grant' in sentence) return
  for (const one of [sentence.who].flat())
    if (one.by === 'number' && one.number !== acting.number) {
      requireStanding(acting, 'deal-with-partners', 'Dealing with another business')
      await findTraced(kit, acting, one.number)
    }
}

/** The business of a number, for who may deal with partners: one that is new to the acting business is looked up, with a trace. */
export async function findTraced(kit: Kit, acting: Acting, number: BusinessNumber): Promise<Business> {
  const known = await findBusinessNumbered(kit.database.manager, number)
  if (known && (await isPartner(kit.database.manager, acting.id, known.id))) return known
  // Who has no dealings with a business that is closed is not told that there was one.
  const found = known?.closedAt ? null : known
  await leaveTrace(kit, acting, number, found)
  if (found) return found
  throw new Problem(
    'partner.unknown',
    `No business has the number ${number}. Ask them to read it to you again; nothing was sent.`,
  )
}

/** An asset by its number, whoever owns it: limited and traced as looking up a business is, and not there answers alike. */
export async function lookUpAsset(kit: Kit, acting: Acting, number: AssetNumber): Promise<Asset> {
  const found = await findAssetNumbered(kit.database.manager, number)
  if (found?.businessId !== acting.id) await leaveTrace(kit, acting, number, null)
  if (found) return found
  throw new Problem('asset.unknown', `No asset has the number ${number}. Have it read to you again.`)
}

async function leaveTrace(
  kit: Kit,
  acting: Acting,
  number: BusinessNumber | AssetNumber,
  found: Business | null,
): Promise<void> {
  const { person } = acting.live
  const hourAgo = kit.clock.now().subtract({ hours: 1 }).toString()
  const [again] = (await kit.database.query(
    'SELECT 1 FROM look_up WHERE person_id = $1 AND at > $2 AND business_id = $3 AND number = $4',
    [person, hourAgo, acting.id, number],
  )) as unknown[]
  if (again) return
  await kit.limits.count([lookUpsAnHour[number.startsWith('A') ? 'A' : 'B'], person])
  await changeFor(kit, acting, async change => {
    await change.manager.query(
      'INSERT INTO look_up (person_id, at, business_id, number, found) VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING',
      [person, change.now.toString(), acting.id, number, found !== null],
    )
    change.record({
      chain: acting.id,
      what: 'number.looked-up',
      sentence: `${acting.live.name} looked up ${number}: ${found ? `${found.name}, ${found.town}` : number.startsWith('A') ? 'an asset' : 'nobody has it'}.`,
      partners: [number],
    })
  })
}

export async function mailDomainOf(manager: EntityManager, business: string): Promise<string | null> {
  const admins = await adminsOf(manager, business)
  const domains = new Set(admins.map(admin => admin.address.slice(admin.address.lastIndexOf('@') + 1)))
  return domains.size === 1 ? [...domains][0]! : null
}
