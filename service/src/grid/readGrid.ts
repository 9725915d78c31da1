import { soonDays, type AccessFilter, type Instant } from '@famiglia/core'
import type { DataSource } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { readCursor } from '../base/page.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import { readColumns, type GridColumns } from '../reach/gridColumns.ts'
import { readOutsiders, readPartnersGiven, readPeople, readTeams, type Narrowing } from '../reach/gridFacts.ts'
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
const sections = ['person', 'team', 'partner', 'outsider', 'invited'] as const
type Section = (typeof sections)[number]

/** Only people lack a second step or come from outside, partners' people among them, and only invitations are waiting to be accepted. */
function isAbout(section: Section, filter: AccessFilter | null): boolean {
  if (filter === 'invited') return section === 'invited'
  if (filter === 'no second step' || filter === 'outside people') return section === 'person' || section === 'outsider'
  return filter === null || section !== 'invited'
}

function narrowingTo(filter: AccessFilter | null, homes: ReadonlySet<string>, now: Instant): Narrowing | null {
  if (filter === 'no second step') return { to: filter }
  if (filter === 'outside people') return { to: filter, homes: [...homes] }
  if (filter === 'until soon') return { to: 'ending before', instant: now.add({ hours: 24 * soonDays }).toString() }
  return null
}

/** With a filter, what the page takes is read first, in case most stand in it, and then so many at once. */
const atOnce = 200

/**
 * A page of who reaches what: people, teams, partners, their people and invited ones down, assets across. A page costs a few queries, however
 * many rows and columns there are; with a filter, as many as it takes to fill the page.
 */
export async function readGrid(kit: Kit, acting: Acting, asked: GridAsked): Promise<Grid> {
  const { database } = kit
  const columns = await readColumns(kit, acting)
  const admins = await adminsOf(database.manager, acting.id)
  const homes = new Set(admins.map(admin => domainOf(admin.address)))
  const now = kit.clock.now()
  let [section, ...after] = cursorOf(asked.after)
  const rows: GridRow[] = []
  let searched = false
  for (;;) {
    const limit = asked.filter && searched ? atOnce : asked.limit - rows.length + 1
    searched = true
    const page = { after: after.length > 0 ? after : null, find: asked.find, limit }
    const found = isAbout(section, asked.filter)
      ? await readSection(database, acting, section, page, columns, homes, asked.filter, now)
      : []
    for (const one of found) {
      if (rows.length === asked.limit) return { columns, rows, next: writeCursor(section, after) }
      after = [one.name, one.id]
      if (!asked.filter || one.row.marks.includes(asked.filter)) rows.push(one.row)
    }
    if (found.length === limit) continue
    const following = sections[sections.indexOf(section) + 1]
    if (!following) return { columns, rows, next: null }
    section = following
    after = []
    if (rows.length === asked.limit) return { columns, rows, next: writeCursor(section, after) }
  }
}

interface Found {
  readonly name: string
  readonly id: string
  readonly row: GridRow
}

async function readSection(
  database: DataSource,
  acting: Acting,
  section: Section,
  page: { after: readonly unknown[] | null; find: string | null; limit: number },
  columns: GridColumns,
  homes: ReadonlySet<string>,
  filter: AccessFilter | null,
  now: Instant,
): Promise<Found[]> {
  if (section === 'person')
    return (await readPeople(database, acting.id, page, narrowingTo(filter, homes, now))).map(person => ({
      name: person.name,
      id: person.id,
      row: rowOfPerson(columns, person, homes, now),
    }))
  if (section === 'team')
    return (await readTeams(database, acting.id, page)).map(team => ({
      name: team.name,
      id: team.id,
      row: rowOfTeam(columns, team, now),
    }))
  if (section === 'partner')
    return (await readPartnersGiven(database, acting.id, page)).map(partner => ({
      name: partner.name,
      id: partner.id,
      row: rowOfPartner(columns, partner, now),
    }))
  if (section === 'outsider')
    return (await readOutsiders(database, acting.id, page)).map(person => ({
      name: person.name,
      id: person.id,
      row: rowOfOutsider(columns, person, now),
    }))
  return (await readInvitations(database, acting, page, now)).map(invited => ({
    name: invited.address,
    id: invited.id,
    row: rowOfInvitation(columns, invited),
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
       AND ($2::text IS NULL OR (proposal.to_address, proposal.id) > ($2, $3::uuid)) AND ($4::text IS NULL OR proposal.to_address ILIKE '%' || $4 || '%')
     ORDER BY proposal.to_address, proposal.id LIMIT $6`,
    [acting.id, after?.[0] ?? null, after?.[1] ?? null, find, now.toString(), limit],
  )
}

function cursorOf(text: string | undefined): [Section, ...unknown[]] {
  const [section, ...after] = readCursor(text) ?? []
  const known = sections.find(one => one === section)
  return known ? [known, ...after] : ['person']
}

function writeCursor(section: Section, after: readonly unknown[]): string {
  return Buffer.from(JSON.stringify([section, ...after])).toString('base64url')
}
