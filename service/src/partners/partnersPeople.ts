import { highestTierWithin, reachOf, sayLevel, saidWhy } from '@famiglia/core'
import type { Room } from '../base/room.ts'
import { cutPage, readCursor } from '../base/page.ts'
import type { Acting } from '../businesses/acting.ts'
import type { Business } from '../businesses/records.ts'

/** One of a partner's people who reaches assets of the acting business: name, address, level, and nothing else of the partner. */
export interface PartnersPerson {
  readonly id: string
  readonly name: string
  readonly address: string
  /** The business they work for: the partner, or one it passed something on to. */
  readonly of: string
  readonly secondProof: boolean
  readonly frozen: boolean
  readonly assets: readonly {
    readonly number: string
    readonly name: string
    readonly text: string
    readonly tier: string | null
    readonly level: string
    readonly since: string | null
    readonly lastUsed: string | null
    readonly stopped: string | null
  }[]
}

/** The grants from $1 to $2 with all that hangs on them, and whom they reach. */
const reaching = `
  WITH RECURSIVE below AS (
    SELECT g.id, g.business_id, g.target_id, g.person_id, g.team_id, g.partner_id FROM access_grant g WHERE g.business_id = $1 AND g.partner_id = $2 AND g.ended_at IS NULL
    UNION ALL SELECT g.id, g.business_id, g.target_id, g.person_id, g.team_id, g.partner_id FROM below JOIN access_grant g ON g.upstream_id = below.id AND g.ended_at IS NULL),
  reach AS (
    SELECT m.person_id, m.business_id AS of_id, below.target_id FROM below JOIN membership m ON m.business_id = below.partner_id AND m.standing = 'admin'
    UNION SELECT coalesce(below.person_id, t.person_id), below.business_id, below.target_id FROM below LEFT JOIN team_member t ON t.team_id = below.team_id WHERE below.partner_id IS NULL)`

const people = `${reaching}
  SELECT person.id, person.name, main.address, business.name AS of, person.totp_sealed IS NOT NULL OR EXISTS (SELECT FROM passkey WHERE passkey.person_id = person.id) AS "secondProof",
    EXISTS (SELECT FROM outside_freeze f WHERE f.person_id = person.id AND f.business_id = $1) AS frozen, array_agg(DISTINCT reach.target_id) AS targets
  FROM reach JOIN person ON person.id = reach.person_id JOIN person_address main ON main.person_id = person.id AND main.main JOIN business ON business.id = reach.of_id
  WHERE $3::text IS NULL OR (person.name, person.id) > ($3, $4::uuid)
  GROUP BY person.id, person.name, main.address, business.name ORDER BY person.name, person.id LIMIT $5`

const assetsOf = `
  SELECT target.id AS target, asset.id, asset.number, asset.name, asset.kind || '/' || asset.handle AS text FROM unnest($1::uuid[]) AS target(id)
  JOIN asset ON asset.id = target.id OR asset.inside_id = target.id OR asset.id IN (SELECT asset_id FROM bundle_asset WHERE bundle_id = target.id)
  WHERE asset.business_id = $2 AND asset.archived_at IS NULL ORDER BY asset.name, asset.id`

interface PersonRow extends Omit<PartnersPerson, 'assets'> {
  targets: string[]
}

/** A partner's people who reach the acting business's assets, a page at a time by name. */
export async function partnersPeople(
  room: Room,
  acting: Pick<Acting, 'id'>,
  partner: Pick<Business, 'id'>,
  limit: number,
  after: string | undefined,
): Promise<{ items: PartnersPerson[]; next: string | null }> {
  const cursor = readCursor(after)
  const rows = (await room.database.query(people, [
    acting.id,
    partner.id,
    cursor?.[0] ?? null,
    cursor?.[1] ?? null,
    limit + 1,
  ])) as PersonRow[]
  const page = cutPage(rows, limit, row => [row.name, row.id])
  const targets = [...new Set(page.items.flatMap(row => row.targets))]
  const assets = (await room.database.query(assetsOf, [targets, acting.id])) as AssetRow[]
  const pairs = page.items.flatMap(row =>
    onceEach(assets.filter(asset => row.targets.includes(asset.target))).map(asset => ({ row, asset })),
  )
  const facts = await room.facts.aroundAll(pairs.map(({ row, asset }) => ({ person: row.id, asset: asset.id })))
  const used = await lastUses(room, pairs)
  const now = room.clock.now()
  const told = pairs.flatMap(({ row, asset }, index) => {
    const around = facts[index]
    if (!around) return []
    const { level, paths } = reachOf(around, now)
    const through = paths.filter(path => path.through !== 'owner')
    const main = through.find(path => !path.stopped) ?? through[0]
    if (!main) return []
    const shown = main.stopped ? main.level : level
    const { number, name, text } = asset
    return [
      {
        person: row.id,
        asset: {
          number,
          name,
          text,
          tier: highestTierWithin(around.asset.kind, shown.actions),
          level: sayLevel(around.asset.kind, shown),
          since: main.grants.at(-1)?.from.toString() ?? null,
          lastUsed: used.get(`${row.id} ${asset.id}`) ?? null,
          stopped: main.stopped ? saidWhy(main.stopped) : null,
        },
      },
    ]
  })
  const items = page.items.map(({ targets: _targets, ...row }) => ({
    ...row,
    assets: told.filter(one => one.person === row.id).map(one => one.asset),
  }))
  return { items, next: page.next }
}

interface AssetRow {
  target: string
  id: string
  number: string
  name: string
  text: string
}

function onceEach(assets: readonly AssetRow[]): AssetRow[] {
  return [...new Map(assets.map(asset => [asset.id, asset])).values()]
}

async function lastUses(
  room: Room,
  pairs: readonly { row: { id: string }; asset: { id: string } }[],
): Promise<Map<string, string>> {
  const rows = (await room.database.query(
    'SELECT person_id, asset_id, at FROM last_use WHERE asset_id = ANY($1) AND person_id = ANY($2)',
    [pairs.map(pair => pair.asset.id), pairs.map(pair => pair.row.id)],
  )) as { person_id: string; asset_id: string; at: Date }[]
  return new Map(rows.map(row => [`${row.person_id} ${row.asset_id}`, row.at.toISOString()]))
}

/** Whether somebody is one of a partner's people who reach the acting business's assets. */
export async function reachesThrough(room: Room, acting: string, partner: string, person: string): Promise<boolean> {
  const rows = (await room.database.query(`${reaching} SELECT FROM reach WHERE person_id = $3 LIMIT 1`, [
    acting,
    partner,
    person,
  ])) as unknown[]
  return rows.length > 0
}
