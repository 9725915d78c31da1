import {
  describeLevel,
  highestTierWithin,
  isLive,
  kinds,
  managersOn,
  partnerOn,
  reachOf,
  standingOn,
  throughOf,
  tiers,
  actionsOfTier,
  type Path,
  type Tier,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/records.ts'
import type { Kit } from '../base/kit.ts'
import { factsFrom } from './facts.ts'
import { mayReach } from './holders.ts'

/** Whoever can spend on an account by one way, as its owner reads it. */
export interface Spending {
  /** The team, the manager account or the partner it is through; the person, where it is their own. */
  readonly through: string
  readonly form: 'own' | 'through' | 'waiting'
  /** As far as it goes at most: a tier, else so many actions by name. */
  readonly tier: Tier | null
  readonly actions: number
  readonly people: readonly string[]
}

export interface Spenders {
  /** The owner's admins, who can spend on all it owns. */
  readonly admins: readonly string[]
  readonly ways: readonly Spending[]
}

interface Candidate {
  asset: string
  id: string
  name: string
}

interface Way extends Omit<Spending, 'people'> {
  readonly key: string
}

/** As many people as are looked at for each account. */
const mostEach = 100

/** Who can spend on accounts, by which ways, for as many as are on a page: two questions for all of them. */
export async function spendersOn(kit: Kit, accounts: readonly Asset[]): Promise<Map<string, Spenders>> {
  const { manager } = kit.database
  const rows = (await manager.query(
    `SELECT account.id AS asset, may.id, may.name FROM unnest($1::uuid[]) AS account (id) CROSS JOIN LATERAL (${mayReach('account.id')} LIMIT ${mostEach}) may`,
    [accounts.map(account => account.id)],
  )) as Candidate[]
  const facts = await factsFrom(kit).aroundAll(rows.map(row => ({ person: row.id, asset: row.asset })))
  const waiting = await waitingOn(kit, manager, accounts)
  const found = new Map(
    accounts.map(({ id }) => [id, { admins: [] as string[], ways: new Map<string, Way & { people: string[] }>() }]),
  )
  rows.forEach((row, index) => {
    const around = facts[index]
    if (!around) return
    const here = found.get(row.asset)!
    const spending = reachOf(around, kit.clock.now()).paths.filter(
      path => isLive(path) && describeLevel(around.asset.kind, path.level).canSpend,
    )
    if (spending.some(path => standingOn(path) === 'admin')) here.admins.push(row.name)
    else
      for (const path of spending) {
        const way = wayOf(path, row.name)
        const people = here.ways.get(way.key)?.people ?? []
        if (way.through !== row.name && !people.includes(row.name)) people.push(row.name)
        here.ways.set(way.key, { ...further(way, here.ways.get(way.key)), people })
      }
  })
  return new Map(
    [...found].map(([id, { admins, ways }]) => [
      id,
      {
        admins,
        ways: [...[...ways.values()].sort(byForm).map(({ key: _, ...way }) => way), ...(waiting.get(id) ?? [])],
      },
    ]),
  )
}

function wayOf(path: Path, person: string): Way {
  const { actions } = path.level
  const level = { tier: highestTierWithin('ad-account', actions), actions: actions.size }
  const [manager] = managersOn(path)
  if (manager) return { key: manager.id, through: manager.name, form: 'through', ...level }
  const partner = partnerOn(path)
  if (partner) return { key: partner.id, through: partner.name, form: 'through', ...level }
  const last = path.grants.at(-1)!.holder
  if (throughOf(path) === 'team' && 'name' in last)
    return { key: last.id, through: `team ${last.name}`, form: 'own', ...level }
  return { key: `person ${person}`, through: person, form: 'own', ...level }
}

/** Of two levels by the same way the one that goes further. */
function further(way: Way, other: Way | undefined): Way {
  return other && other.actions > way.actions ? other : way
}

const byForm = (one: Way, other: Way) => one.form.localeCompare(other.form) || one.through.localeCompare(other.through)

/** What nobody has answered yet by which somebody could spend. */
async function waitingOn(
  kit: Kit,
  manager: EntityManager,
  accounts: readonly Asset[],
): Promise<Map<string, Spending[]>> {
  const { spends } = kinds['ad-account']
  const spending = tiers.filter(tier => spends.some(action => actionsOfTier('ad-account', tier).has(action)))
  const rows = (await manager.query(
    `SELECT item.asset_id AS asset, item.tier, cardinality(item.actions) AS actions, CASE proposal.kind WHEN 'link' THEN gathering.name WHEN 'offer' THEN partner.name WHEN 'invitation' THEN proposal.to_address
        WHEN 'business-ask' THEN business.name ELSE sender.name END AS through
     FROM proposal_item item JOIN proposal ON proposal.id = item.proposal_id AND proposal.state = 'open' AND proposal.lapses_at > $2
       JOIN business ON business.id = proposal.business_id JOIN person sender ON sender.id = proposal.sent_by LEFT JOIN business partner ON partner.id = proposal.to_business_id
       LEFT JOIN link_proposal linked ON linked.proposal_id = proposal.id LEFT JOIN asset gathering ON gathering.id = linked.manager_id
     WHERE item.asset_id = ANY ($1) AND (item.tier = ANY ($3) OR item.actions && $4) ORDER BY proposal.opened_at LIMIT 200`,
    [accounts.map(account => account.id), kit.clock.now().toString(), spending, [...spends]],
  )) as ({ asset: string } & Pick<Spending, 'through' | 'tier' | 'actions'>)[]
  const found = new Map<string, Spending[]>()
  for (const { asset, ...way } of rows)
    found.set(asset, [...(found.get(asset) ?? []), { ...way, form: 'waiting', people: [] }])
  return found
}
