import { accessFilters, soonDays, type AccessFilter, type Instant } from '@famiglia/core'
import { LRUCache } from 'lru-cache'
import type { DataSource } from 'typeorm'
import { isCalled, wordsTyped } from '../base/finding.ts'
import type { Kit } from '../base/kit.ts'
import { notMadeHere, readCursor } from '../base/page.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import { readColumns, type GridColumns } from '../reach/gridColumns.ts'
import { nobody, readPartnersGiven, readPeople, readTeams, type Narrowing } from '../reach/gridFacts.ts'
import { cellsAt, type Cells } from './cells.ts'
import { rowOfOutsider, rowOfPartner } from './partnerRows.ts'
import { domainOf, rowOfInvitation, rowOfPerson, rowOfTeam, type GridInvitation, type GridRow } from './rows.ts'

export interface GridAsked {
  readonly limit: number
  readonly after: string | undefined
  readonly filter: AccessFilter | null
  readonly find: string | null
}

export interface Grid {
  readonly columns: GridColumns
  readonly rows: readonly GridRow[]
  readonly next: string | null
}

/** The sections of the grid, in their order; a page goes on in the next one where one is at its end. */
const sections = ['person', 'team', 'partner', 'invited'] as const
type Section = (typeof sections)[number]

/** Only people lack a second step or come from outside, partners' people among them, and only invitations are waiting to be accepted. */
function isAbout(section: Section, filter: AccessFilter | null): boolean {
  if (filter === 'invited') return section === 'invited'
  if (filter === 'no second step' || filter === 'outside people') return section !== 'team' && section !== 'invited'
  return filter === null || section !== 'invited'
}

async function narrowingTo(
  filter: AccessFilter | null,
  around: Promise<Around>,
  now: Instant,
): Promise<Narrowing | null> {
  if (filter === 'no second step') return { to: filter }
  if (filter === 'outside people') return { to: filter, homes: [...(await around).homes] }
  if (filter === 'ends soon') return { to: 'ending before', instant: now.add({ hours: 24 * soonDays }).toString() }
  return null
}

/** With a filter, what the page takes is read first, in case most stand in it, and then so many at once. */
const atOnce = 200

/**
 * A page of who reaches what: admins, people, teams, partners with their people, and invited ones down, assets across. A page
 * costs a few queries, however many rows and columns there are; with a filter, as many as it takes to fill the page.
 */
export async function readGrid(kit: Kit, acting: Acting, asked: GridAsked): Promise<Grid> {
  const { limit, after, filter, find } = asked
  const from = cursorOf(after)
  const around = readAround(kit, acting)
  const rows: GridRow[] = []
  let next = after ?? null
  for await (const { row, cursor } of eachRow(kit, acting, around, { from, filter, find }, [limit + 1, atOnce])) {
    if (rows.length === limit) return { columns: (await around).columns, rows, next }
    rows.push(row)
    next = cursor
  }
  return { columns: (await around).columns, rows, next: null }
}

/** What rows are made with. */
interface Around {
  readonly columns: GridColumns
  /** Where the business's own people have their addresses: the domains of its admins. */
  readonly homes: ReadonlySet<string>
}

async function readAround(kit: Kit, acting: Acting): Promise<Around> {
  const [columns, admins] = await Promise.all([readColumns(kit, acting), adminsOf(kit.database.manager, acting.id)])
  return { columns, homes: new Set(admins.map(admin => domainOf(admin.address))) }
}

/** How many people a filter finds, and how many of them are from outside. */
export interface Counted {
  readonly show: AccessFilter | null
  readonly people: number
  readonly outside: number
}

/** When all of it is counted, so few at once that questions of access are answered in between. */
const countedAtOnce = 40

/** Milliseconds for which a count is good where nothing was changed: what ends by the clock alone is told by nobody. */
const countedFor = 60_000

/** Counts the people that each filter finds, once for each change of the business, however many ask. */
export function gridCounts(kit: Kit): (acting: Acting) => Promise<Counted[]> {
  const counted = new LRUCache<string, Promise<Counted[]>>({ max: 500, ttl: countedFor })
  return async acting => {
    const [head] = (await kit.database.query('SELECT number FROM history_head WHERE chain_id = $1', [acting.id])) as {
      number: number
    }[]
    const key = `${acting.id} ${head?.number ?? 0}`
    const known = counted.get(key) ?? countGrid(kit, acting)
    counted.set(key, known)
    known.catch(() => counted.delete(key))
    return known
  }
}

/** One's own people, partners’ and, among those invited, those who are. */
async function countGrid(kit: Kit, acting: Acting): Promise<Counted[]> {
  const around = readAround(kit, acting)
  const asked = { from: cursorOf(undefined), filter: null, find: null }
  const found = new Map<AccessFilter | null, { people: Set<string>; outside: Set<string> }>(
    [null, ...accessFilters].map(show => [show, { people: new Set(), outside: new Set() }]),
  )
  for await (const { row } of eachRow(kit, acting, around, asked, [countedAtOnce, countedAtOnce])) {
    if (row.kind === 'team' || row.kind === 'partner') continue
    for (const show of row.kind === 'invited' ? row.marks : [null, ...row.marks]) {
      const { people, outside } = found.get(show)!
      people.add(row.key)
      if (row.outside) outside.add(row.key)
    }
  }
  return [...found].map(([show, { people, outside }]) => ({ show, people: people.size, outside: outside.size }))
}

/**
 * Every row from a cursor on, each with the cursor that leads on behind it; so many are read first, and then at once. What
 * they are made with is read while the first of them are.
 */
async function* eachRow(
  kit: Kit,
  acting: Acting,
  reading: Promise<Around>,
  { from, filter, find }: Pick<GridAsked, 'filter' | 'find'> & { readonly from: Cursor },
  [first, then]: readonly [number, number],
): AsyncGenerator<{ row: GridRow; cursor: string }> {
  const { database } = kit
  const now = kit.clock.now()
  const cells = cellsAt(now)
  const narrowing = await narrowingTo(filter, reading, now)
  const [begun, ...behind] = from
  let limit = first
  for (const section of sections.slice(sections.indexOf(begun))) {
    let after: readonly unknown[] | null = section === begun && behind.length > 0 ? behind : null
    while (isAbout(section, filter)) {
      const page = { after, find, limit }
      const finding = readSection(database, acting, section, page, narrowing, now)
      const [around, found] = await Promise.all([reading, finding])
      for (const { at, rowIn } of found) {
        const row = rowIn(around, cells)
        if (!filter || row.marks.includes(filter)) yield { row, cursor: writeCursor(section, at) }
      }
      if (found.length < limit) break
      after = found.at(-1)!.at
      limit = then
    }
  }
}

interface Found {
  /** What stands in the cursor of a page that begins behind it. */
  readonly at: readonly unknown[]
  rowIn(around: Around, cells: Cells): GridRow
}

async function readSection(
  database: DataSource,
  acting: Acting,
  section: Section,
  page: { after: readonly unknown[] | null; find: string | null; limit: number },
  narrowing: Narrowing | null,
  now: Instant,
): Promise<Found[]> {
  if (section === 'person') {
    const people = await readPeople(database, acting.id, page, narrowing)
    return people.map(person => ({
      at: [person.name, person.id, person.standing !== 'admin'],
      rowIn: ({ columns, homes }, cells) => rowOfPerson(columns, person, homes, cells),
    }))
  }
  if (section === 'team')
    return (await readTeams(database, acting.id, page)).map(team => ({
      at: [team.name, team.id],
      rowIn: ({ columns }, cells) => rowOfTeam(columns, team, cells),
    }))
  if (section === 'partner')
    return (await readPartnersGiven(database, acting.id, page)).map(({ of, person }) => ({
      at: [of.name, of.id, person?.name ?? '', person?.id ?? nobody],
      rowIn: ({ columns }, cells) =>
        person ? rowOfOutsider(columns, person, cells) : rowOfPartner(columns, of, cells),
    }))
  return (await readInvitations(database, acting, page, now)).map(invited => ({
    at: [invited.address, invited.id],
    rowIn: ({ columns }) => rowOfInvitation(columns, invited),
  }))
}

async function readInvitations(
  database: DataSource,
  acting: Acting,
  { after, find, limit }: { after: readonly unknown[] | null; find: string | null; limit: number },
  now: Instant,
): Promise<GridInvitation[]> {
  return database.query(
    `SELECT proposal.id, proposal.to_address AS address, coalesce(invitation.standing, 'admin') AS standing,
       (SELECT json_agg(json_build_object('target', item.target_id, 'tier', item.tier, 'actions', item.actions, 'hiding', item.hiding,
         'until', item.until_at)) FROM proposal_item item WHERE item.proposal_id = proposal.id) AS items
     FROM proposal LEFT JOIN invitation ON invitation.proposal_id = proposal.id WHERE proposal.business_id = $1
       AND proposal.kind IN ('invitation', 'chair') AND proposal.state = 'open' AND proposal.lapses_at > $5
       AND ($2::text IS NULL OR (proposal.to_address COLLATE by_name, proposal.id) > ($2, $3::uuid)) AND ($4::text[] IS NULL OR ${isCalled('$4', 'proposal.to_address')})
     ORDER BY proposal.to_address COLLATE by_name, proposal.id LIMIT $6`,
    [acting.id, after?.[0] ?? null, after?.[1] ?? null, wordsTyped(find ?? undefined), now.toString(), limit],
  )
}

/** A section, and behind what in it a page begins. */
type Cursor = readonly [Section, ...unknown[]]

function cursorOf(text: string | undefined): Cursor {
  const [begun, ...behind] = readCursor(text) ?? [sections[0]]
  const section = sections.find(one => one === begun)
  if (!section) throw notMadeHere()
  return [section, ...behind]
}

function writeCursor(section: Section, after: readonly unknown[]): string {
  return Buffer.from(JSON.stringify([section, ...after])).toString('base64url')
}
