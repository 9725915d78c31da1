import {
  describeLevel,
  kinds,
  latestEnd,
  reachOf,
  sayPath,
  showLevel,
  showReach,
  levelOf,
  throughBusiness,
  unite,
  type AccessFacts,
  type Action,
  type Given,
  type Kind,
} from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { cutPage, readCursor } from '../base/page.ts'
import { heldAssets } from './held.ts'
import { factsFrom } from './facts.ts'
import { holdersFor } from './holdersFor.ts'
import { writeOwn } from './holders.ts'
import { placesOfAsset } from './places.ts'
import { sayThrough } from './sayThrough.ts'
import { hangingUnder } from './tree.ts'

/** An asset somebody holds something on, whether or not it counts now, and how. */
export interface Holding {
  readonly asset: {
    readonly number: string
    readonly kind: Kind
    readonly noun: string
    readonly handle: string
    readonly name: string
    readonly platform: string
    readonly address: string
  }
  readonly business: { readonly number: string; readonly name: string }
  readonly tier: string | null
  /** Actions given by name, beyond the tier. */
  readonly named: readonly Action[]
  readonly level: string
  readonly may: string
  readonly sees: readonly string[]
  readonly hidden: readonly string[]
  readonly canSpend: boolean
  /** Each path as a sentence, and in short. */
  readonly through: readonly string[]
  readonly by: string
  readonly state: 'in force' | 'not begun' | 'stopped' | 'waiting'
  /** Why it does not count now, as it stands after “because”; null where it does. */
  readonly why: string | null
  readonly until: string | null
  readonly lastUsed: string | null
  /** What it was given for: their own grant, else the one that they reach it through. */
  readonly purpose: string | null
  /** The sentence that says the grant of their own as it stands; null when they reach it in other ways alone. */
  readonly said: string | null
}

const candidates = `
  WITH RECURSIVE mine AS (SELECT business_id, standing FROM membership WHERE person_id = $1),
  reached AS (
    SELECT coalesce(g.asset_id, held.asset_id) AS asset_id FROM access_grant g LEFT JOIN bundle_asset held ON held.bundle_id = g.bundle_id
      WHERE g.ended_at IS NULL AND g.holder_id = ANY (${holdersFor('$1::uuid')})
    UNION SELECT asset.id FROM mine JOIN asset ON asset.business_id = mine.business_id WHERE mine.standing IN ('admin', 'finance')
  ),
  gathered AS (SELECT asset_id AS id FROM reached WHERE asset_id IS NOT NULL UNION ${hangingUnder('gathered')}),
  within AS (SELECT id AS asset_id FROM gathered UNION SELECT asset.id FROM reached JOIN asset ON asset.inside_id = reached.asset_id)
  SELECT asset.id, asset.name, asset.platform, asset.platform_ref, last_use.at AS last_used, (SELECT address FROM person_address
    WHERE person_id = $1 AND main) AS address FROM within JOIN asset ON asset.id = within.asset_id
    LEFT JOIN last_use ON last_use.asset_id = asset.id AND last_use.person_id = $1
  WHERE ($2::uuid IS NULL OR asset.business_id = $2 OR asset.id IN (${heldAssets('$2')})) AND ($3::text IS NULL OR (asset.name, asset.id) > ($3, $4::uuid))
  ORDER BY asset.name, asset.id LIMIT $5`

interface Candidate {
  id: string
  name: string
  platform: string
  platform_ref: string
  last_used: Date | null
  address: string
}

/**
 * What somebody holds, a page at a time by name: all of it, or for one business, what it owns and what it holds from
 * others, this as far as they reach it through that business. What does not count now says why.
 */
export async function holdingsOf(
  kit: Kit,
  person: string,
  business: string | null,
  limit: number,
  after: string | undefined,
): Promise<{ items: Holding[]; next: string | null }> {
  const cursor = readCursor(after)
  const rows = (await kit.database.query(candidates, [
    person,
    business,
    cursor?.[0] ?? null,
    cursor?.[1] ?? null,
    limit + 1,
  ])) as Candidate[]
  const page = cutPage(rows, limit, row => [row.name, row.id])
  const facts = await factsFrom(kit).aroundAll(page.items.map(row => ({ person, asset: row.id })))
  return {
    items: page.items.flatMap((row, index) => toHolding(kit, row, toldTo(business, facts[index] ?? null))),
    next: page.next,
  }
}

const invitedTo = `
  SELECT asset.id, asset.number, asset.kind, asset.handle, asset.name, asset.platform, asset.platform_ref, item.tier, item.actions,
    item.hiding, item.until_at AS until, item.purpose, sender.name AS sender, proposal.opened_at AS opened
  FROM proposal JOIN person sender ON sender.id = proposal.sent_by LEFT JOIN proposal_item item ON item.proposal_id = proposal.id
    LEFT JOIN asset ON item.target_id = ANY (${placesOfAsset('asset')}) AND asset.business_id = $1 AND asset.archived_at IS NULL
  WHERE proposal.business_id = $1 AND proposal.to_address = $2 AND proposal.state = 'open' AND proposal.lapses_at > $3
  ORDER BY asset.name, asset.id LIMIT 500`

interface InvitedRow extends Given {
  id: string | null
  number: string
  kind: Kind
  handle: string
  name: string
  platform: string
  platform_ref: string
  until: Date | null
  purpose: string | null
  sender: string
}

/** What somebody would hold once they answer the open invitation to their address; null where there is none. */
export async function invitedHoldings(
  kit: Kit,
  business: { readonly id: string; readonly number: string; readonly name: string },
  address: string,
): Promise<Holding[] | null> {
  const now = kit.clock.now().toString()
  const rows = (await kit.database.query(invitedTo, [business.id, address, now])) as InvitedRow[]
  if (rows.length === 0) return null
  return rows.flatMap(row => {
    if (row.id === null) return []
    const level = levelOf(row.kind, row)
    const { may, canSpend } = describeLevel(row.kind, level)
    return [
      {
        asset: tellAsset(kit, row),
        business: { number: business.number, name: business.name },
        ...showLevel(row.kind, level),
        may,
        canSpend,
        through: [`The invitation of ${row.sender}, which waits for an answer.`],
        by: 'invitation',
        state: 'waiting' as const,
        why: 'they have not answered the invitation',
        until: row.until?.toISOString() ?? null,
        lastUsed: null,
        purpose: row.purpose,
        said: null,
      },
    ]
  })
}

function tellAsset(
  kit: Kit,
  asset: Pick<InvitedRow, 'number' | 'kind' | 'handle' | 'name' | 'platform' | 'platform_ref'>,
): Holding['asset'] {
  const platform = kit.platforms.all.find(known => known.key === asset.platform)
  return {
    number: asset.number,
    kind: asset.kind,
    noun: kinds[asset.kind].noun,
    handle: asset.handle,
    name: asset.name,
    platform: platform?.name ?? asset.platform,
    address: platform ? `${platform.url}/assets/${encodeURIComponent(asset.platform_ref)}` : '',
  }
}

function toldTo(business: string | null, facts: AccessFacts | null): AccessFacts | null {
  if (!facts || !business || facts.asset.owner.id === business) return facts
  return throughBusiness(facts, business)
}

function toHolding(kit: Kit, row: Candidate, facts: AccessFacts | null): Holding[] {
  const reach = facts && reachOf(facts, kit.clock.now())
  const shown = facts && reach && showReach(facts, reach)
  if (!facts || !shown) return []
  const { asset } = facts
  const { counted, ...level } = shown
  const own = counted
    .flatMap(path => path.grants)
    .find(grant => grant.holder.kind === 'person' && grant.on.id === asset.id)
  const words = describeLevel(asset.kind, counted.map(path => path.level).reduce(unite))
  return [
    {
      asset: tellAsset(kit, { ...asset, platform: row.platform, platform_ref: row.platform_ref }),
      business: { number: asset.owner.number, name: asset.owner.name },
      ...level,
      may: words.may,
      canSpend: words.canSpend,
      through: counted.map(path => sayPath(facts, path)),
      by: [...new Set(counted.map(sayThrough))].join('; '),
      until: latestEnd(counted)?.toString() ?? null,
      lastUsed: row.last_used?.toISOString() ?? null,
      purpose: (own ?? counted.flatMap(path => path.grants).at(-1))?.purpose ?? null,
      said: own ? writeOwn(own, asset, row.address) : null,
    },
  ]
}
