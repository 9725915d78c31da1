import {
  momentOfEnd,
  parseWhat,
  printLinking,
  printWanted,
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

const ending = `SELECT count(*) OVER ()::integer AS total, g.id AS grant, coalesce(gathering.name, partner.name, team.name, person.name) AS holder, gathering.id IS NOT NULL AS "isLink",
  coalesce(gathering.number, partner.number, 'team/' || team.handle, main.address) AS "holderText", coalesce(asset.name, bundle.name) AS on,
    coalesce(CASE WHEN asset.business_id = $1 THEN asset.kind || '/' || asset.handle ELSE asset.number END,
      'bundle/' || bundle.handle) AS "onText", CASE WHEN g.to_business_id = $1 THEN giver.name END AS "from", giver.number AS "fromNumber",
    g.tier, g.actions, g.hiding, g.purpose, g.may_pass_on AS "mayPassOn", g.from_at AS from_at, g.until_at AS until
  FROM access_grant g JOIN business giver ON giver.id = g.business_id LEFT JOIN business partner ON partner.id = g.holder_id
    LEFT JOIN asset gathering ON g.holder_kind = 'manager' AND gathering.id = g.holder_id LEFT JOIN person ON person.id = g.holder_id LEFT JOIN person_address main ON main.person_id = person.id AND main.main
      LEFT JOIN team ON team.id = g.holder_id
    LEFT JOIN asset ON asset.id = g.asset_id LEFT JOIN bundle ON bundle.id = g.bundle_id
  WHERE (($4 AND (g.business_id = $1 OR g.to_business_id = $1)) OR (g.business_id = $1 AND g.holder_id = ANY (${selfAndTeams('$5::uuid')})))
    AND g.ended_at IS NULL AND g.until_at > $2 AND g.until_at <= $3 ORDER BY g.until_at LIMIT ${most}`

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
  readonly until: Date
}

/**
 * What ends soon: for admins all of the business's, for others what is their own. What somebody has for one reason and until
 * one day is one row, however many things it is, with one step that makes all of it last longer.
 */
export async function readEnding(kit: Kit, acting: Acting, admin: boolean) {
  const now = kit.clock.now()
  const soon = now.add({ hours: soonDays * 24 })
  const values = [acting.id, now.toString(), soon.toString(), admin, acting.live.person]
  const found = await kit.database.query<EndingRow[]>(ending, values)
  const groups = new Map<string, [EndingRow, ...EndingRow[]]>()
  for (const row of found) {
    const key = JSON.stringify([
      row.holderText,
      row.fromNumber,
      row.until,
      row.purpose,
      row.mayPassOn,
      row.isLink && row.grant,
    ])
    const group = groups.get(key)
    if (group) group.push(row)
    else groups.set(key, [row])
  }
  return { total: found[0]?.total ?? 0, rows: [...groups.values()].map(rows => tellEnding(rows, acting)) }
}

function tellEnding(rows: readonly [EndingRow, ...EndingRow[]], acting: Acting) {
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
function laterEnd(rows: readonly [EndingRow, ...EndingRow[]], zone: string): Instant {
  const [{ until }] = rows
  const lasted = Math.min(...rows.map(row => Math.round((row.until.getTime() - row.from_at.getTime()) / 86_400_000)))
  return Temporal.Instant.fromEpochMilliseconds(until.getTime())
    .toZonedDateTimeISO(zone)
    .add({ days: Math.min(Math.max(30, lasted), 366) })
    .toInstant()
}

/** What makes it last as long again: a sentence for who can give it, an ask for who holds it. */
function longer(
  rows: readonly [EndingRow, ...EndingRow[]],
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
