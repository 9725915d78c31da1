import {
  fullLevel,
  kinds,
  linkLevel,
  narrow,
  noAccess,
  reachOf,
  showLevel,
  stoppedGrant,
  unite,
  type AssetFact,
  type Figure,
  type Instant,
  type Level,
} from '@famiglia/core'
import { figuresThere, type FiguresThere } from '../assets/figuresThere.ts'
import { sayPayer } from '../assets/paying.ts'
import { assetsById, type Asset } from '../assets/queries.ts'
import { getAssetNamed } from '../assets/findAsset.ts'
import type { Kit } from '../base/kit.ts'
import { placeCursor } from '../base/page.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { factsFrom } from '../reach/facts.ts'
import { grantFact } from '../reach/grantFact.ts'
import { figuresOf, maySee, measures, sumOf, type Figures, type Measure, type Sum } from './figures.ts'
import { reachesManager, type ReachesManager } from './whoReaches.ts'
import { linksAround, type LinkRow, type LinksAround } from './linksAround.ts'
import { managersReached } from './managersReached.ts'
import { tellBranch, whyStopped, type TreeBranch } from './readTree.ts'

/** An account side by side with the others under one manager account. */
export interface AccountRow extends Pick<
  TreeBranch,
  'label' | 'mayGiveAccess' | 'state' | 'why' | 'from' | 'until' | 'alone' | 'tier' | 'named' | 'level' | 'hidden'
> {
  readonly number: string
  readonly name: string
  readonly owner: { readonly number: string; readonly name: string }
  /** The manager account that it hangs under itself. */
  readonly under: { readonly number: string; readonly name: string }
  readonly pays: string
  readonly figures: Figures
  readonly hiddenFigures: readonly Measure[]
  /** Spend day by day; null where it is hidden. */
  readonly days: readonly number[] | null
}

export const accountOrders = ['name', ...measures] as const

export interface AccountsAsked {
  readonly days: number
  readonly order: (typeof accountOrders)[number]
  readonly limit: number
  readonly after?: string | undefined
}

/** As many accounts as are compared at once. */
export const mostCompared = 500

/**
 * A manager account with all ad accounts under it, however deep, side by side: what goes through to each at most, and the
 * figures that the platforms tell for the last days against the days before, as far as who looks may see them.
 */
export async function readAccounts(kit: Kit, acting: Acting, named: string, asked: AccountsAsked) {
  const under = await managerSeen(kit, acting, named)
  const tree = await linksAround(kit, acting, [under.id], [])
  const now = kit.clock.now()
  const ways = waysDown(tree, under, now)
  const listed = accountsOf(tree).slice(0, mostCompared)
  const records = new Map(
    (
      await assetsById(
        kit.database.manager,
        listed.map(row => row.target),
      )
    ).map(asset => [asset.id, asset]),
  )
  const sees = await seenBy(kit, acting, [...records.keys()])
  const told = await askPlatforms(kit, [...records.values()], asked.days, acting.zone)
  const rows = listed.map(row => {
    const account = tree.nodes.get(row.target)!
    const ceiling = ways.get(row.target) ?? null
    return tellAccount(row, {
      tree,
      account,
      record: records.get(row.target)!,
      ceiling,
      sees: sees.get(row.target)!,
      told,
      now,
      reader: acting.id,
    })
  })
  const sorted = rows.sort(inOrder(asked.order))
  const begin = placeCursor(asked.after)
  const page = sorted.slice(begin, begin + asked.limit)
  return {
    under: await tellManager(kit, acting, under),
    currency: told.currency,
    from: told.from,
    to: told.to,
    items: page,
    sums: Object.fromEntries(measures.map(measure => [measure, sumOf(rows, measure)])) as Record<Measure, Sum>,
    next: begin + asked.limit < sorted.length ? String(begin + asked.limit) : null,
    more: accountsOf(tree).length > mostCompared || tree.more,
  }
}

/** A manager account as who acts may see it: one they do not reach answers as one that does not exist. */
async function managerSeen(kit: Kit, acting: Acting, named: string): Promise<Asset> {
  const asset = await getAssetNamed(kit.database.manager, acting, named)
  if ((await managersReached(kit, acting)).some(one => one.id === asset.id)) return asset
  if (acting.standing !== 'member' && asset.kind !== 'manager-account')
    throw new Problem('link.not-linkable', `${asset.name} is no manager account.`)
  throw new Problem('asset.unknown', `There is no manager account ${named} that you reach at ${acting.name}.`)
}

async function tellManager(kit: Kit, acting: Acting, under: Asset) {
  const reaching: readonly ReachesManager[] = await reachesManager(kit, kit.database.manager, under)
  const { number, handle, name } = under
  return {
    number,
    handle,
    name,
    owner: { number: acting.number, name: acting.name },
    reachedBy: reaching.map(({ name: who, address, how }) => ({ name: who, address, how })),
  }
}

/** The links by which ad accounts hang in the tree; one that hangs in several places is told once for each. */
function accountsOf({ rows, nodes }: LinksAround): LinkRow[] {
  return rows.filter(row => nodes.get(row.target)!.kind !== 'manager-account')
}

/** What goes from a manager account down to each account at most: narrowed along a way, united over several. */
function waysDown({ rows, nodes }: LinksAround, under: Pick<Asset, 'id'>, now: Instant): Map<string, Level> {
  const below = new Map<string, LinkRow[]>()
  for (const row of rows) below.set(row.gathering, [...(below.get(row.gathering) ?? []), row])
  const reached = new Map<string, Level>()
  const walk = (id: string, level: Level, way: readonly string[]) => {
    for (const row of below.get(id) ?? []) {
      const account = nodes.get(row.target)!
      const fact = grantFact(row, { id: '', name: '' }, account)
      if (stoppedGrant(fact, now) || whyStopped(account) || way.includes(row.target)) continue
      const passed = narrow(level, linkLevel(account.kind, { ...fact, mayPassOn: true }))
      if (account.kind === 'manager-account') walk(row.target, passed, [...way, row.target])
      else reached.set(row.target, unite(reached.get(row.target) ?? noAccess, passed))
    }
  }
  walk(under.id, fullLevel('manager-account'), [under.id])
  return reached
}

/** What the acting person sees of each account's figures: by their own level, whatever the ceiling. */
async function seenBy(kit: Kit, acting: Acting, ids: readonly string[]): Promise<Map<string, Level>> {
  const facts = await factsFrom(kit).aroundAll(ids.map(asset => ({ person: acting.live.person, asset })))
  const now = kit.clock.now()
  return new Map(ids.map((id, index) => [id, facts[index] ? reachOf(facts[index], now).level : noAccess]))
}

interface Told extends FiguresThere {
  readonly from: string
  readonly to: string
  readonly days: number
}

/** The figures of twice the time: what is told, and the same time before. */
async function askPlatforms(kit: Kit, accounts: readonly Asset[], days: number, zone: string): Promise<Told> {
  const to = kit.clock.now().toZonedDateTimeISO(zone).toPlainDate().subtract({ days: 1 })
  const there = await figuresThere(kit, accounts, to.subtract({ days: 2 * days - 1 }), to)
  return { ...there, from: to.subtract({ days: days - 1 }).toString(), to: to.toString(), days }
}

function tellAccount(
  row: LinkRow,
  around: {
    readonly tree: LinksAround
    readonly account: AssetFact
    readonly record: Asset
    readonly ceiling: Level | null
    readonly sees: Level
    readonly told: Told
    readonly now: Instant
    /** The business whose people look. */
    readonly reader: string
  },
): AccountRow {
  const { tree, account, record, ceiling, sees, told, now, reader } = around
  const branch = tellBranch(row, tree.nodes, now)
  const shown = ceiling ? showLevel(account.kind, ceiling) : branch
  const under = tree.nodes.get(row.gathering)!
  const isLive = branch.state === 'in force' && ceiling !== null
  const days = isLive ? (told.of(record)?.days ?? null) : null
  const hiddenFigures = isLive ? measures.filter(measure => !maySee(sees, measure)) : []
  const { label, mayGiveAccess, state, from, until, alone } = branch
  const why = branch.why ?? (ceiling ? null : 'what it hangs under is stopped')
  return {
    number: account.number,
    name: account.name,
    owner: { number: account.owner.number, name: account.owner.name },
    under: { number: under.number, name: under.name },
    label,
    mayGiveAccess,
    state: state === 'in force' && !ceiling ? 'stopped' : state,
    why,
    from,
    until,
    alone,
    tier: shown.tier,
    named: shown.named,
    level: shown.level,
    hidden: shown.hidden.filter(figure => managerFigures.includes(figure)),
    pays: sayPayer(record, reader) ?? 'nobody',
    figures: figuresOf(days, told.days, measure => !hiddenFigures.includes(measure)),
    hiddenFigures,
    days: days && maySee(sees, 'spend') ? days.slice(-told.days).map(day => day.spend) : null,
  }
}

function inOrder(order: AccountsAsked['order']): (one: AccountRow, other: AccountRow) => number {
  const byName = (one: AccountRow, other: AccountRow) =>
    one.name.localeCompare(other.name) || one.number.localeCompare(other.number)
  if (order === 'name') return byName
  const value = (row: AccountRow) => row.figures[order]?.value ?? -1
  return (one, other) => value(other) - value(one) || byName(one, other)
}

/** A manager account knows these figures: no other goes through one. */
const managerFigures: readonly Figure[] = kinds['manager-account'].figures
