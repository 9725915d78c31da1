import { isLive, reachOf, saidWhy, showLevel, sinceOn, throughOf, type Action } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { factsFrom } from './facts.ts'
import { hasSecondStep } from '../people/queries.ts'
import { outsideReach } from './outside.ts'
import { reachedBy } from './places.ts'
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
    readonly named: readonly Action[]
    readonly level: string
    readonly since: string | null
    readonly lastUsed: string | null
    readonly stopped: string | null
  }[]
}

/** Whom what $1 gave to $2 reaches. */
const reaching = outsideReach('$2')

const people = `${reaching}
  SELECT person.id, person.name, main.address, business.name AS of, ${hasSecondStep('person')} AS "secondProof",
    EXISTS (SELECT FROM outside_freeze f WHERE f.person_id = person.id AND f.business_id = $1) AS frozen, array_agg(DISTINCT reach.target_id) AS targets
  FROM reach JOIN person ON person.id = reach.person_id JOIN person_address main ON main.person_id = person.id AND main.main
    JOIN business ON business.id = reach.of_id
  WHERE $3::text IS NULL OR (person.name, person.id) > ($3, $4::uuid)
  GROUP BY person.id, person.name, main.address, business.name ORDER BY person.name, person.id LIMIT $5`

const assetsOf = `
  SELECT target.id AS target, asset.id, asset.number, asset.name, asset.kind || '/' || asset.handle AS text FROM unnest($1::uuid[]) AS target(id)
  JOIN asset ON ${reachedBy('asset', 'target.id')}
  WHERE asset.business_id = $2 AND asset.archived_at IS NULL ORDER BY asset.name, asset.id`

interface PersonRow extends Omit<PartnersPerson, 'assets'> {
  targets: string[]
}

/** A partner's people who reach the acting business's assets, a page at a time by name. */
export async function partnersPeople(
  kit: Kit,
  acting: Pick<Acting, 'id'>,
  partner: Pick<Business, 'id'>,
  limit: number,
  after: string | undefined,
): Promise<{ items: PartnersPerson[]; next: string | null }> {
  const cursor = readCursor(after)
  const rows = (await kit.database.query(people, [
    acting.id,
    partner.id,
    cursor?.[0] ?? null,
    cursor?.[1] ?? null,
    limit + 1,
  ])) as PersonRow[]
  const page = cutPage(rows, limit, row => [row.name, row.id])
  const targets = [...new Set(page.items.flatMap(row => row.targets))]
  const assets = (await kit.database.query(assetsOf, [targets, acting.id])) as AssetRow[]
  const pairs = page.items.flatMap(row =>
    onceEach(assets.filter(asset => row.targets.includes(asset.target))).map(asset => ({ row, asset })),
  )
  const facts = await factsFrom(kit).aroundAll(pairs.map(({ row, asset }) => ({ person: row.id, asset: asset.id })))
  const used = await lastUses(kit, pairs)
  const now = kit.clock.now()
  const told = pairs.flatMap(({ row, asset }, index) => {
    const around = facts[index]
    if (!around) return []
    const { level, paths } = reachOf(around, now)
    const through = paths.filter(path => throughOf(path) !== 'owner')
    const main = through.find(isLive) ?? through[0]
    if (!main) return []
    const { number, name, text } = asset
    return [
      {
        person: row.id,
        asset: {
          number,
          name,
          text,
          ...showLevel(around.asset.kind, main.stopped ? main.level : level),
          since: sinceOn(main)?.toString() ?? null,
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
  kit: Kit,
  pairs: readonly { row: { id: string }; asset: { id: string } }[],
): Promise<Map<string, string>> {
  const rows = (await kit.database.query(
    'SELECT person_id, asset_id, at FROM last_use WHERE asset_id = ANY($1) AND person_id = ANY($2)',
    [pairs.map(pair => pair.asset.id), pairs.map(pair => pair.row.id)],
  )) as { person_id: string; asset_id: string; at: Date }[]
  return new Map(rows.map(row => [`${row.person_id} ${row.asset_id}`, row.at.toISOString()]))
}

/** Whether somebody is one of a partner's people who reach the acting business's assets. */
export async function reachesThrough(kit: Kit, acting: string, partner: string, person: string): Promise<boolean> {
  const rows = (await kit.database.query(`${reaching} SELECT FROM reach WHERE person_id = $3 LIMIT 1`, [
    acting,
    partner,
    person,
  ])) as unknown[]
  return rows.length > 0
}

/** The partners through which somebody reaches a business's assets, or would if nothing stopped them. */
export async function partnersThrough(
  manager: EntityManager,
  business: string,
  person: string,
): Promise<{ id: string; number: string; name: string }[]> {
  return manager.query(
    `${outsideReach(null)}
     SELECT DISTINCT of.id, of.number, of.name FROM reach JOIN business of ON of.id = reach.of_id WHERE reach.person_id = $2
     ORDER BY of.name LIMIT 20`,
    [business, person],
  )
}
