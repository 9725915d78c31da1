import {
  momentOfEnd,
  parseWhat,
  printLinking,
  printWanted,
  sayCount,
  sayFew,
  soonDays,
  Temporal,
  wantedOf,
  type Action,
  type Figure,
  type Instant,
  type Tier,
  type What,
} from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { selfAndTeams } from '../reach/holdersFor.ts'

const most = 200

/** What ends until $3, and what begins until then; as many as end until $6 are counted. */
const endingOrBeginning = `SELECT (count(*) FILTER (WHERE g.until_at <= $6) OVER ())::integer AS total, g.id AS grant, coalesce(gathering.name, partner.name, team.name, person.name) AS holder, gathering.id IS NOT NULL AS "isLink",
  coalesce(gathering.number, partner.number, 'team/' || team.handle, main.address) AS "holderText", coalesce(asset.name, bundle.name) AS on,
    coalesce(CASE WHEN asset.business_id = $1 THEN asset.kind || '/' || asset.handle ELSE asset.number END,
      'bundle/' || bundle.handle) AS "onText", CASE WHEN g.to_business_id = $1 THEN giver.name END AS "from", giver.number AS "fromNumber",
    g.tier, g.actions, g.hiding, g.purpose, g.may_pass_on AS "mayPassOn", g.from_at AS from_at, g.until_at AS until
  FROM access_grant g JOIN business giver ON giver.id = g.business_id LEFT JOIN business partner ON partner.id = g.holder_id
    LEFT JOIN asset gathering ON g.holder_kind = 'manager' AND gathering.id = g.holder_id LEFT JOIN person ON person.id = g.holder_id LEFT JOIN person_address main ON main.person_id = person.id AND main.main
      LEFT JOIN team ON team.id = g.holder_id
    LEFT JOIN asset ON asset.id = g.asset_id LEFT JOIN bundle ON bundle.id = g.bundle_id
  WHERE (($4 AND (g.business_id = $1 OR g.to_business_id = $1)) OR (g.business_id = $1 AND g.holder_id = ANY (${selfAndTeams('$5::uuid')})))
    AND g.ended_at IS NULL AND ((g.until_at > $2 AND g.until_at <= $3) OR (g.from_at > $2 AND g.from_at <= $3)) ORDER BY g.until_at, coalesce(asset.name, bundle.name) COLLATE by_name LIMIT ${most}`

/** What a grant gives, as the desk reads it. */
export interface GivenRow {
  readonly onText: string
  readonly tier: Tier | null
  readonly actions: Action[]
  readonly hiding: Figure[]
  readonly purpose: string | null
  readonly mayPassOn: boolean
}

interface EndingRow extends GivenRow {
  readonly total: number
  readonly grant: string
  readonly holder: string
  readonly holderText: string
  readonly on: string
  /** Who gave it, where the acting business is the holder. */
  readonly from: string | null
  readonly fromNumber: string
  /** Whether a manager account holds it. */
  readonly isLink: boolean
  readonly from_at: Date
  /** Null without an end, where it is told because it begins. */
  readonly until: Date | null
}

type Ends = EndingRow & { readonly until: Date }

/** How far the line of days goes, and how much it tells at most. */
const lineDays = 90
const mostOnLine = 8

/**
 * What ends soon: for admins all of the business's, for others what is their own. What somebody has for one reason and until
 * one day is one row, however many things it is, with one step that makes all of it last longer. `days`: what ends or begins
 * in the next three months, day by day.
 */
export async function readEnding(kit: Kit, acting: Acting, admin: boolean) {
  const now = kit.clock.now()
  const soon = now.add({ hours: soonDays * 24 })
  const far = now.add({ hours: lineDays * 24 })
  const values = [acting.id, now.toString(), far.toString(), admin, acting.live.person, soon.toString()]
  const found = await kit.database.query<EndingRow[]>(endingOrBeginning, values)
  const ends = found.filter((row): row is Ends => row.until !== null && row.until.getTime() <= far.epochMilliseconds)
  const begin = found.filter(row => row.from_at.getTime() > now.epochMilliseconds)
  const isSoon = ([{ until }]: readonly [Ends, ...Ends[]]) => until.getTime() <= soon.epochMilliseconds
  const ending = together(ends, row => [row.until, row.purpose, row.mayPassOn, row.isLink && row.grant])
  const days = [
    ...together(ends, row => [row.until]).map(rows => ({
      at: rows[0].until,
      begins: false,
      said: sayDay(rows, 'end'),
    })),
    ...together(begin, row => [row.from_at]).map(rows => ({
      at: rows[0].from_at,
      begins: true,
      said: sayDay(rows, 'begin'),
    })),
  ]
  return {
    total: found[0]?.total ?? 0,
    rows: ending.filter(isSoon).map(rows => tellEnding(rows, acting)),
    days: days.sort((one, other) => one.at.getTime() - other.at.getTime()).slice(0, mostOnLine),
  }
}

/** Rows of one holder and giver that also have something else in common. */
function together<R extends EndingRow>(rows: readonly R[], common: (row: R) => readonly unknown[]): [R, ...R[]][] {
  const groups = new Map<string, [R, ...R[]]>()
  for (const row of rows) {
    const key = JSON.stringify([row.holderText, row.fromNumber, ...common(row)])
    const group = groups.get(key)
    if (group) group.push(row)
    else groups.set(key, [row])
  }
  return [...groups.values()]
}

/** `Bea Fontaine: three things end`, `Priya Lindqvist: Decks & Harbours begins`. */
function sayDay([first, ...more]: readonly [EndingRow, ...EndingRow[]], does: 'end' | 'begin'): string {
  return `${first.holder}: ${more.length === 0 ? `${first.on} ${does}s` : `${sayCount(more.length + 1, 'thing')} ${does}`}`
}

function tellEnding(rows: readonly [Ends, ...Ends[]], acting: Acting) {
  const [{ holder, holderText, until, from, purpose }] = rows
  const later = laterEnd(rows, acting.zone)
  return {
    grants: rows.map(row => row.grant),
    holder,
    holderText,
    on: sayFew(rows.map(row => row.on)),
    things: rows.map(({ on, tier, actions }) => ({ name: on, tier, actions })),
    purpose,
    until,
    later: later.toString(),
    from,
    ...longer(rows, later, acting),
  }
}

/** As long again as it lasted, the shortest of several; a month at least, a year at most. */
function laterEnd(rows: readonly [Ends, ...Ends[]], zone: string): Instant {
  const [{ until }] = rows
  const lasted = Math.min(...rows.map(row => Math.round((row.until.getTime() - row.from_at.getTime()) / 86_400_000)))
  return Temporal.Instant.fromEpochMilliseconds(until.getTime())
    .toZonedDateTimeISO(zone)
    .add({ days: Math.min(Math.max(30, lasted), 366) })
    .toInstant()
}

/** What makes it last as long again: a sentence for who can give it, an ask for who holds it. */
function longer(
  rows: readonly [Ends, ...Ends[]],
  later: Instant,
  { standing, zone }: Acting,
): { extend: string | null; ask: { of: string | null; wanted: string } | null } {
  const [row] = rows
  if (row.isLink) return { extend: sayLinkAgain(row, later, zone), ask: null }
  const wanted = sayGiven(rows, later, zone)
  if (row.from) return { extend: null, ask: { of: row.fromNumber, wanted } }
  return standing !== 'admin'
    ? { extend: null, ask: { of: null, wanted } }
    : { extend: `let ${row.holderText} ${wanted}`, ask: null }
}

/** The link said again, as written, until another end: offered anew by its owner, asked for anew by the manager’s side. */
function sayLinkAgain(
  { tier, actions, hiding, mayPassOn, onText, holderText }: EndingRow,
  until: Instant,
  zone: string,
): string {
  return printLinking({
    verb: 'link',
    accounts: [whatIs(onText)],
    under: whatIs(holderText),
    tier,
    actions,
    hiding,
    mayGiveAccess: mayPassOn,
    label: null,
    paidBy: null,
    from: null,
    until: momentOfEnd(until, zone),
  })
}

/** What is given for one reason said again, as written, until another end. */
export function sayGiven(rows: readonly [GivenRow, ...GivenRow[]], until: Instant | null, zone: string): string {
  const [{ purpose, mayPassOn }] = rows
  const things = rows.map(({ tier, actions, hiding, onText }) => {
    return { what: whatIs(onText), terms: { tier, actions, hiding, from: null, until } }
  })
  return printWanted(wantedOf(things, zone, { purpose, mayPassOn }))
}

function whatIs(text: string): What {
  const reading = parseWhat(text)
  if (reading.ok) return reading.what
  throw new Error(`“${text}” names nothing`)
}
