import { asUnstopped, capitalised, decide, mayInBusiness, printWhat, sayCount, sayMoney } from '@famiglia/core'
import { assetsOwned, assetsPaidBy, type Asset } from '../assets/queries.ts'
import { figuresThere, type FiguresThere } from '../assets/figuresThere.ts'
import type { Kit } from '../base/kit.ts'
import { placeCursor } from '../base/page.ts'
import type { Acting } from '../businesses/acting.ts'
import { businessesById } from '../businesses/queries.ts'
import { countSeats, seatPlan } from '../businesses/seats.ts'
import { pendingChanges, type PayerChange } from '../billing/queries.ts'
import { tellPaying, type PayingInWords } from '../billing/tellPaying.ts'
import { factsFrom } from '../reach/facts.ts'
import { spendersOn, type Spenders } from '../reach/spenders.ts'
import { targetOfAsset, whatOf } from '../reach/targets.ts'

/** An ad account with who pays for it and who can spend there. */
export interface MoneyRow extends PayingInWords {
  readonly number: string
  readonly name: string
  readonly text: string
  readonly platform: string
  readonly platformName: string
  readonly owner: { readonly number: string; readonly name: string; readonly isOwn: boolean }
  /** Who can spend, by which ways: told of the business's own accounts. */
  readonly spenders: Spenders['ways']
  /** Spend of this month so far and of the last, in whole units; null where the platform tells none. */
  readonly thisMonth: number | null
  readonly lastMonth: number | null
  /** The most it may spend in a month; null where no limit is set. */
  readonly monthly: number | null
}

/** As many accounts as are added up. */
const mostAccounts = 500

/**
 * Who pays for what, for those who see the bills: of all ad accounts that the business owns or pays for to its finance
 * people and admins, to others of those on which they were given to see the bills. It shows no advert, and lets nobody change one.
 */
export async function readMoney(
  kit: Kit,
  acting: Acting,
  { limit, after }: { readonly limit: number; readonly after?: string | undefined },
) {
  const all = await accountsSeen(kit, acting)
  const listed = all.slice(0, mostAccounts)
  const today = kit.clock.now().toZonedDateTimeISO(acting.zone).toPlainDate()
  const firstDay = today.with({ day: 1 })
  const there = await figuresThere(
    kit,
    listed.map(one => one.asset),
    firstDay.subtract({ months: 1 }),
    today,
  )
  const spend = new Map(listed.map(({ asset }) => [asset.id, spendOf(there, asset, firstDay.toString())]))
  const begin = placeCursor(after)
  const page = listed.slice(begin, begin + limit)
  const own = page.flatMap(({ asset }) => (asset.businessId === acting.id ? [asset] : []))
  const spenders = await spendersOn(kit, own)
  const rows = await tellRows(kit, acting, page, spenders, spend)
  const paid = listed.filter(({ asset }) => asset.payer!.id === acting.id)
  const sum = (of: 'thisMonth' | 'lastMonth') =>
    paid.reduce((total, { asset }) => total + (spend.get(asset.id)![of] ?? 0), 0)
  return {
    currency: there.currency,
    thisMonth: firstDay.toString(),
    lastMonth: firstDay.subtract({ months: 1 }).toString(),
    items: rows,
    sums: { accounts: paid.length, thisMonth: sum('thisMonth'), lastMonth: sum('lastMonth') },
    admins: [...new Set([...spenders.values()].flatMap(one => one.admins))],
    seats: mayInBusiness(acting.standing, 'see-to-payments') ? await tellSeats(kit, acting) : null,
    next: begin + limit < listed.length ? String(begin + limit) : null,
    more: all.length > mostAccounts,
  }
}

interface Seen {
  readonly asset: Asset
  /** Whether who looks may see to how it is paid. */
  readonly mayArrange: boolean
}

async function accountsSeen(kit: Kit, acting: Acting): Promise<Seen[]> {
  const { manager } = kit.database
  const owned = (await assetsOwned(manager, acting.id)).filter(asset => asset.payer)
  if (mayInBusiness(acting.standing, 'see-to-payments')) {
    const paid = (await assetsPaidBy(manager, acting.id)).filter(asset => asset.businessId !== acting.id)
    return [...owned, ...paid].sort(byName).map(asset => ({ asset, mayArrange: true }))
  }
  const facts = await factsFrom(kit).aroundAll(owned.map(asset => ({ person: acting.live.person, asset: asset.id })))
  const now = kit.clock.now()
  return owned.flatMap((asset, index) => {
    const around = facts[index]
    if (!around || !decide(asUnstopped(around), 'billing.see', now).allowed) return []
    return [{ asset, mayArrange: decide(around, 'billing.change', now).allowed }]
  })
}

const byName = (one: Asset, other: Asset) =>
  one.name.localeCompare(other.name) || one.number.localeCompare(other.number)

async function tellRows(
  kit: Kit,
  acting: Acting,
  page: readonly Seen[],
  spenders: ReadonlyMap<string, Spenders>,
  spend: ReadonlyMap<string, Spend>,
): Promise<MoneyRow[]> {
  const { manager } = kit.database
  const pending: ReadonlyMap<string, PayerChange> = await pendingChanges(
    manager,
    page.map(({ asset }) => asset.id),
  )
  const owners = await businessesById(
    manager,
    page.map(({ asset }) => asset.businessId),
  )
  return page.map(({ asset, mayArrange }) => {
    const owner = owners.get(asset.businessId)!
    return {
      number: asset.number,
      name: asset.name,
      text: printWhat(whatOf(targetOfAsset(asset), acting.id)),
      platform: asset.platform,
      platformName: kit.platforms.all.find(known => known.key === asset.platform)?.name ?? asset.platform,
      owner: { number: owner.number, name: owner.name, isOwn: owner.id === acting.id },
      ...tellPaying(kit, acting, asset, pending.get(asset.id) ?? null, mayArrange),
      spenders: spenders.get(asset.id)?.ways ?? [],
      ...spend.get(asset.id)!,
    }
  })
}

type Spend = Pick<MoneyRow, 'thisMonth' | 'lastMonth' | 'monthly'>

function spendOf(there: FiguresThere, asset: Asset, firstDay: string): Spend {
  const told = there.of(asset)
  if (!told) return { thisMonth: null, lastMonth: null, monthly: null }
  const sum = (isIn: (day: string) => boolean) =>
    told.days.filter(({ day }) => isIn(day)).reduce((total, day) => total + day.spend, 0)
  return { thisMonth: sum(day => day >= firstDay), lastMonth: sum(day => day < firstDay), monthly: told.monthly }
}

async function tellSeats(kit: Kit, acting: Acting) {
  const { included, priceEach, currency } = seatPlan(kit)
  const now = kit.clock.now()
  const taken = await countSeats(kit.database.manager, acting.id, now)
  const [row] = (await kit.database.query(
    'SELECT count(*)::integer AS members FROM membership WHERE business_id = $1',
    [acting.id],
  )) as { members: number }[]
  const invited = taken - row!.members
  const beyond = Math.max(0, taken - included)
  const cost =
    beyond > 0
      ? `${capitalised(sayCount(beyond, 'seat'))} beyond the ${included} included ${beyond === 1 ? 'costs' : 'cost'} ${sayMoney(beyond * priceEach, currency)} a month.`
      : `The next one beyond ${included} costs ${sayMoney(priceEach, currency)} a month.`
  return {
    members: row!.members,
    invited,
    included,
    words: `${capitalised(sayCount(row!.members, 'member'))}${invited > 0 ? ` and ${sayCount(invited, 'open invitation')}` : ''}. Partners’ people take none. ${cost}`,
  }
}
