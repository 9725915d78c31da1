import {
  kinds,
  mayInBusiness,
  parseWhat,
  printWanted,
  Temporal,
  wantedOf,
  type Action,
  type Figure,
  type Instant,
  type Kind,
  type Tier,
} from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { sayWanted } from '../asks/sayWanted.ts'
import { readBusinessAsks } from '../asks/records.ts'
import type { Acting } from '../businesses/acting.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { gatherProposals } from '../proposals/gather.ts'
import { mayAnswer } from '../proposals/mayAnswer.ts'
import { proposalsById } from '../proposals/queries.ts'
import { partnerHoles, readinessHoles } from './holes.ts'
import { soonDays } from './schemas.ts'

const most = 50

const itemNames = `ARRAY(SELECT coalesce(asset.name, bundle.name) FROM proposal_item item LEFT JOIN asset ON asset.id = item.asset_id LEFT JOIN bundle ON bundle.id = item.bundle_id WHERE item.proposal_id = proposal.id ORDER BY 1) AS assets`

const sent = `SELECT proposal.id AS proposal, proposal.kind, coalesce(proposal.to_address, CASE WHEN asked.to_named IS FALSE THEN 'the owner' ELSE partner.name END) AS "to", proposal.opened_at AS "openedAt", proposal.lapses_at AS "lapsesAt", proposal.lapses_at <= $2::timestamptz + interval '3 days' AS "lapsesSoon",
    proposal.move_to AS "moveTo", sender.name AS by, ${itemNames}
  FROM proposal JOIN person sender ON sender.id = proposal.sent_by LEFT JOIN business partner ON partner.id = proposal.to_business_id LEFT JOIN business_ask asked ON asked.proposal_id = proposal.id
  WHERE proposal.business_id = $1 AND proposal.state = 'open' AND proposal.lapses_at > $2 AND (proposal.sent_by = $4 OR ($3 AND proposal.kind <> 'ask')) ORDER BY proposal.opened_at LIMIT ${most}`

const invited = `SELECT proposal.id AS proposal, proposal.kind, sender.name AS "from", business.name AS business, proposal.note AS reason, proposal.opened_at AS "openedAt", proposal.lapses_at AS "lapsesAt", ${itemNames}
  FROM person_address mine JOIN proposal ON proposal.to_address = mine.address AND proposal.state = 'open' AND proposal.lapses_at > $2 JOIN person sender ON sender.id = proposal.sent_by
  JOIN business ON business.id = proposal.business_id WHERE mine.person_id = $1 ORDER BY proposal.opened_at LIMIT ${most}`

const asked = `SELECT proposal.id AS proposal, proposal.kind, sender.name AS "from", business.name AS business, proposal.note AS reason, proposal.opened_at AS "openedAt", proposal.lapses_at AS "lapsesAt", ${itemNames}
  FROM proposal JOIN person sender ON sender.id = proposal.sent_by JOIN business ON business.id = proposal.business_id
  WHERE proposal.business_id = $1 AND proposal.kind = 'ask' AND proposal.state = 'open' AND proposal.lapses_at > $2 AND proposal.sent_by <> $3 ORDER BY proposal.opened_at LIMIT ${most}`

const fromPartners = `SELECT proposal.id AS proposal, proposal.kind, sender.name AS "from", business.name AS business, proposal.note AS reason, proposal.opened_at AS "openedAt", proposal.lapses_at AS "lapsesAt", ${itemNames}
  FROM proposal JOIN person sender ON sender.id = proposal.sent_by JOIN business ON business.id = proposal.business_id
  WHERE proposal.to_business_id = $1 AND proposal.state = 'open' AND proposal.lapses_at > $2 ORDER BY proposal.opened_at LIMIT ${most}`

/** What another business gave and nobody was put on: only the admins reach it. */
const unstaffed = `SELECT owner.name AS "from", owner.number AS partner, coalesce(asset.name, bundle.name) AS on, coalesce(asset.number, 'bundle/' || bundle.handle) AS "onText", g.given_at AS since, g.tier, g.actions, g.hiding, g.purpose, false AS "mayPassOn"
  FROM access_grant g JOIN business owner ON owner.id = g.business_id LEFT JOIN asset ON asset.id = g.asset_id LEFT JOIN bundle ON bundle.id = g.bundle_id
  WHERE g.holder_kind = 'business' AND g.holder_id = $1 AND g.ended_at IS NULL AND (g.until_at IS NULL OR g.until_at > $2) AND NOT EXISTS (SELECT FROM access_grant below WHERE below.upstream_id = g.id AND below.ended_at IS NULL)
  ORDER BY g.given_at LIMIT ${most}`

const ending = `SELECT g.id AS grant, coalesce(partner.name, team.name, person.name) AS holder, coalesce(partner.number, 'team/' || team.handle, main.address) AS "holderText", coalesce(asset.name, bundle.name) AS on,
    coalesce(CASE WHEN asset.business_id = $1 THEN asset.kind || '/' || asset.handle ELSE asset.number END, 'bundle/' || bundle.handle) AS "onText", CASE WHEN g.holder_id = $1 THEN giver.name END AS "from", giver.number AS "fromNumber",
    g.tier, g.actions, g.hiding, g.purpose, g.may_pass_on AS "mayPassOn", g.from_at AS from_at, g.until_at AS until
  FROM access_grant g JOIN business giver ON giver.id = g.business_id LEFT JOIN business partner ON partner.id = g.holder_id
    LEFT JOIN person ON person.id = g.holder_id LEFT JOIN person_address main ON main.person_id = person.id AND main.main LEFT JOIN team ON team.id = g.holder_id
    LEFT JOIN asset ON asset.id = g.asset_id LEFT JOIN bundle ON bundle.id = g.bundle_id
  WHERE (g.business_id = $1 OR g.holder_id = $1) AND g.ended_at IS NULL AND g.until_at > $2 AND g.until_at <= $3 ORDER BY g.until_at LIMIT ${most}`

const unfinished = `SELECT person.id AS "personId", person.name AS person, main.address, membership.since, CASE WHEN membership.standing = 'member' AND held.count = 0 THEN 'assets' ELSE 'second step' END AS lacks
  FROM membership JOIN person ON person.id = membership.person_id JOIN person_address main ON main.person_id = person.id AND main.main
  CROSS JOIN LATERAL (SELECT count(*) FROM access_grant g WHERE g.holder_id = ANY (ARRAY[person.id] || ARRAY(SELECT team_id FROM team_member WHERE person_id = person.id)) AND g.business_id = $1 AND g.ended_at IS NULL) held
  CROSS JOIN LATERAL (SELECT person.totp_sealed IS NOT NULL OR EXISTS (SELECT FROM passkey WHERE passkey.person_id = person.id) AS set_up) proof
  WHERE membership.business_id = $1 AND membership.paused_at IS NULL AND membership.frozen_at IS NULL AND (NOT proof.set_up OR (membership.standing = 'member' AND held.count = 0)) ORDER BY membership.standing, membership.since LIMIT ${most}`

const lapsed = `SELECT proposal.id AS proposal, proposal.to_address AS "to", proposal.lapses_at AS "lapsedAt", ${itemNames} FROM proposal
  WHERE proposal.business_id = $1 AND proposal.kind IN ('invitation', 'chair') AND (proposal.state = 'lapsed' OR (proposal.state = 'open' AND proposal.lapses_at <= $2))
    AND NOT EXISTS (SELECT FROM proposal later WHERE later.business_id = $1 AND later.to_address = proposal.to_address AND later.opened_at > proposal.opened_at)
    AND NOT EXISTS (SELECT FROM person_address known JOIN membership ON membership.person_id = known.person_id AND membership.business_id = $1 WHERE known.address = proposal.to_address)
  ORDER BY proposal.lapses_at DESC LIMIT ${most}`

const alone = `SELECT asset.number, asset.name, asset.kind, asset.handle, asset.brought_in_at AS since, siblings.count::integer AS siblings FROM asset
  CROSS JOIN LATERAL (SELECT count(*) FROM asset other JOIN access_grant g ON g.asset_id = other.id AND g.ended_at IS NULL WHERE other.business_id = $1 AND other.kind = asset.kind AND other.id <> asset.id) siblings
  WHERE asset.business_id = $1 AND asset.archived_at IS NULL AND siblings.count > 0
    AND NOT EXISTS (SELECT FROM access_grant g WHERE g.ended_at IS NULL AND g.target_id = ANY (ARRAY[asset.id, asset.inside_id] || ARRAY(SELECT bundle_id FROM bundle_asset WHERE asset_id IN (asset.id, asset.inside_id))))
  ORDER BY asset.brought_in_at DESC LIMIT ${most}`

interface GivenRow {
  onText: string
  tier: Tier | null
  actions: Action[]
  hiding: Figure[]
  purpose: string | null
  mayPassOn: boolean
}

interface EndingRow extends GivenRow {
  holderText: string
  /** Who gave it, where the acting business is the holder. */
  from: string | null
  fromNumber: string
  from_at: Date
  until: Date
}

/** What lies on somebody's desk for the business they act for. Members see what is theirs, admins what is the business's. */
export async function readDesk(kit: Kit, acting: Acting) {
  const now = kit.clock.now()
  const at = now.toString()
  const admin = mayInBusiness(acting.standing, 'invite')
  const ask = <T>(text: string, values: unknown[]): Promise<T[]> => kit.database.query(text, values)
  const forAdmins = <T>(text: string, values: unknown[]) => (admin ? ask<T>(text, values) : Promise.resolve([]))
  const [
    waiting,
    received,
    asks,
    partners,
    unstaffedRows,
    endingRows,
    unfinishedRows,
    lapsedRows,
    aloneRows,
    holes,
    between,
  ] = await Promise.all([
    ask<Listed>(sent, [acting.id, at, admin, acting.live.person]),
    ask<Listed>(invited, [acting.live.person, at]),
    ask<Listed>(asked, [acting.id, at, acting.live.person]),
    forAdmins<Listed>(fromPartners, [acting.id, at]),
    forAdmins<GivenRow>(unstaffed, [acting.id, at]),
    forAdmins<EndingRow>(ending, [acting.id, at, now.add({ hours: soonDays * 24 }).toString()]),
    forAdmins<object>(unfinished, [acting.id]),
    forAdmins<object>(lapsed, [acting.id, at]),
    forAdmins<{ kind: Kind; handle: string }>(alone, [acting.id]),
    admin ? readinessHoles(kit, acting) : [],
    admin ? partnerHoles(kit, acting) : [],
  ])
  return {
    received: await withWanted(kit, acting, [
      ...partners,
      ...(await answerable(kit, acting, asks, admin)),
      ...received,
    ]),
    waiting: await withWanted(kit, acting, waiting),
    ending: endingRows.map(row => ({ ...row, ...longer(row, acting.zone) })),
    unstaffed: unstaffedRows.map(row => ({ ...row, staff: sayGrant(row, null, acting.zone) })),
    unfinished: unfinishedRows,
    holes: [...between, ...holes],
    lapsed: lapsedRows,
    alone: aloneRows.map(row => ({ ...row, noun: kinds[row.kind].noun, text: `${row.kind}/${row.handle}` })),
  }
}

interface Listed {
  readonly proposal: string
  readonly kind: string
  readonly assets: readonly string[]
}

/** What another business asks for is told as it was written: it may name what is not here. */
async function withWanted<T extends Listed>(kit: Kit, { zone }: Acting, rows: readonly T[]): Promise<T[]> {
  const ids = rows.filter(row => row.kind === 'business-ask').map(row => row.proposal)
  if (ids.length === 0) return [...rows]
  const asks = await readBusinessAsks(kit.database.manager, ids)
  return rows.map(row => {
    const own = asks.get(row.proposal)
    return own ? { ...row, assets: [sayWanted(own.wanted, zone)] } : row
  })
}

/** Asks that who looks can answer: all of them for admins; for others those on what they are stewards of. */
async function answerable<T extends Listed>(
  kit: Kit,
  acting: Acting,
  asks: readonly T[],
  admin: boolean,
): Promise<T[]> {
  if (admin || asks.length === 0) return [...asks]
  const { manager } = kit.database
  const looked = asks.slice(0, 10)
  const found = await proposalsById(
    manager,
    looked.map(row => row.proposal),
  )
  const gathered = await gatherProposals(manager, proposalKinds, found)
  const mine = new Set<string>()
  for (const parts of gathered)
    if (await mayAnswer(kit, manager, acting, proposalKinds.of(parts.proposal), parts)) mine.add(parts.proposal.id)
  return looked.filter(row => mine.has(row.proposal))
}

/** What makes it last as long again: a sentence for who gave it, an ask for who holds it from another. */
function longer(row: EndingRow, zone: string): { prolong: string | null; ask: { of: string; wanted: string } | null } {
  const days = Math.max(30, Math.round((row.until.getTime() - row.from_at.getTime()) / 86_400_000))
  const later = Temporal.Instant.fromEpochMilliseconds(row.until.getTime())
    .toZonedDateTimeISO(zone)
    .add({ days: Math.min(days, 366) })
    .toInstant()
  const wanted = sayGrant(row, later, zone)
  return row.from
    ? { prolong: null, ask: { of: row.fromNumber, wanted } }
    : { prolong: `let ${row.holderText} ${wanted}`, ask: null }
}

/** The grant said again, as written, until another end. */
function sayGrant(row: GivenRow, until: Instant | null, zone: string): string {
  const { tier, actions, hiding, purpose, mayPassOn } = row
  const on = parseWhat(row.onText)
  if (!on.ok) throw new Error(`“${row.onText}” names nothing`)
  const terms = { tier, actions, hiding, from: null, until }
  return printWanted(wantedOf([{ what: on.what, terms }], zone, { purpose, mayPassOn }))
}
