import {
  adminFindings,
  kinds,
  mayInBusiness,
  momentOfEnd,
  parseWhat,
  printLinking,
  printWanted,
  soonDays,
  Temporal,
  wantedOf,
  type Action,
  type Figure,
  type Instant,
  type Kind,
  type Tier,
} from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf, getBusiness } from '../businesses/queries.ts'
import { contestsOnDesk } from '../contests/readContests.ts'
import { listHandovers } from '../handovers/readHandover.ts'
import { listMeans } from '../means/listMeans.ts'
import { hasSecondStep } from '../people/queries.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { understudyOnDesk } from '../understudies/readUnderstudy.ts'
import { readLetters } from '../proposals/onDesk.ts'
import { partnerHoles, readinessHoles } from './holes.ts'
import { selfAndTeams } from '../reach/holdersFor.ts'

const most = 50

const itemNames = `ARRAY(SELECT coalesce(asset.name, bundle.name) FROM proposal_item item LEFT JOIN asset ON asset.id = item.asset_id
  LEFT JOIN bundle ON bundle.id = item.bundle_id WHERE item.proposal_id = proposal.id ORDER BY 1) AS assets`

/** What another business gave and nobody was put on: only the admins reach it. */
const unstaffed = `SELECT owner.name AS "from", owner.number AS partner, coalesce(asset.name, bundle.name) AS on,
  coalesce(asset.number, 'bundle/' || bundle.handle) AS "onText", g.given_at AS since, g.tier, g.actions, g.hiding, g.purpose, false AS "mayPassOn"
  FROM access_grant g JOIN business owner ON owner.id = g.business_id LEFT JOIN asset ON asset.id = g.asset_id LEFT JOIN bundle ON bundle.id = g.bundle_id
  WHERE g.holder_kind = 'business' AND g.holder_id = $1 AND g.ended_at IS NULL AND (g.until_at IS NULL OR g.until_at > $2)
    AND NOT EXISTS (SELECT FROM access_grant below WHERE below.upstream_id = g.id AND below.ended_at IS NULL)
  ORDER BY g.given_at LIMIT ${most}`

const ending = `SELECT g.id AS grant, coalesce(gathering.name, partner.name, team.name, person.name) AS holder, gathering.id IS NOT NULL AS "isLink",
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

const unfinished = `SELECT person.id AS "personId", person.name AS person, main.address, membership.since,
  CASE WHEN membership.standing = 'member' AND held.count = 0 THEN 'assets' ELSE 'second step' END AS lacks
  FROM membership JOIN person ON person.id = membership.person_id JOIN person_address main ON main.person_id = person.id AND main.main
  CROSS JOIN LATERAL (SELECT count(*) FROM access_grant g WHERE g.holder_id = ANY (ARRAY[person.id] || ARRAY(SELECT team_id FROM team_member
    WHERE person_id = person.id)) AND g.business_id = $1 AND g.ended_at IS NULL) held
  CROSS JOIN LATERAL (SELECT ${hasSecondStep('person')} AS set_up) proof
  WHERE membership.business_id = $1 AND membership.paused_at IS NULL AND membership.frozen_at IS NULL
    AND (NOT proof.set_up OR (membership.standing = 'member' AND held.count = 0)) ORDER BY membership.standing, membership.since LIMIT ${most}`

const lapsed = `SELECT proposal.id AS proposal, proposal.to_address AS "to", proposal.lapses_at AS "lapsedAt", ${itemNames} FROM proposal
  WHERE proposal.business_id = $1 AND proposal.to_address IS NOT NULL AND (proposal.state = 'lapsed' OR (proposal.state = 'open' AND proposal.lapses_at <= $2))
    AND NOT EXISTS (SELECT FROM proposal later WHERE later.business_id = $1 AND later.to_address = proposal.to_address AND later.opened_at > proposal.opened_at)
    AND NOT EXISTS (SELECT FROM person_address known JOIN membership ON membership.person_id = known.person_id
      AND membership.business_id = $1 WHERE known.address = proposal.to_address)
  ORDER BY proposal.lapses_at DESC LIMIT ${most}`

const alone = `SELECT asset.number, asset.name, asset.kind, asset.handle, asset.brought_in_at AS since, siblings.count::integer AS siblings FROM asset
  CROSS JOIN LATERAL (SELECT count(*) FROM asset other JOIN access_grant g ON g.asset_id = other.id AND g.ended_at IS NULL
    WHERE other.business_id = $1 AND other.kind = asset.kind AND other.id <> asset.id) siblings
  WHERE asset.business_id = $1 AND asset.archived_at IS NULL AND siblings.count > 0
    AND NOT EXISTS (SELECT FROM access_grant g WHERE g.ended_at IS NULL AND g.target_id = ANY (ARRAY[asset.id,
      asset.inside_id] || ARRAY(SELECT bundle_id FROM bundle_asset WHERE asset_id IN (asset.id, asset.inside_id))))
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
  /** Whether a manager account holds it. */
  isLink: boolean
  from_at: Date
  until: Date
}

/** What lies on somebody's desk for the business they act for. Members see what is theirs, admins what is the business's. */
export async function readDesk(kit: Kit, acting: Acting) {
  const now = kit.clock.now()
  const at = now.toString()
  const admin = mayInBusiness(acting.standing, 'invite')
  const ask = async <T>(text: string, values: unknown[]): Promise<T[]> => kit.database.query(text, values)
  const forAdmins = async <T>(text: string, values: unknown[]) => (admin ? ask<T>(text, values) : [])
  const [
    letters,
    unstaffedRows,
    endingRows,
    unfinishedRows,
    lapsedRows,
    aloneRows,
    holes,
    between,
    means,
    handovers,
    understudy,
    contests,
    adminsFound,
  ] = await Promise.all([
    readLetters(kit, proposalKinds, acting),
    forAdmins<GivenRow>(unstaffed, [acting.id, at]),
    ask<EndingRow>(ending, [acting.id, at, now.add({ hours: soonDays * 24 }).toString(), admin, acting.live.person]),
    forAdmins<object>(unfinished, [acting.id]),
    forAdmins<object>(lapsed, [acting.id, at]),
    forAdmins<{ kind: Kind; handle: string }>(alone, [acting.id]),
    admin ? readinessHoles(kit, acting) : [],
    admin ? partnerHoles(kit, acting) : [],
    mayInBusiness(acting.standing, 'see-to-payments') ? listMeans(kit, acting) : [],
    admin ? listHandovers(kit, acting, { isCooling: true, limit: most }) : [],
    understudyOnDesk(kit, acting),
    contestsOnDesk(kit, acting),
    admin ? findAboutAdmins(kit, acting) : [],
  ])
  return {
    ...letters,
    ...understudy,
    ending: endingRows.map(row => ({ ...row, ...longer(row, acting) })),
    unstaffed: unstaffedRows.map(row => ({ ...row, staff: sayGrant(row, null, acting.zone) })),
    handovers,
    contests,
    admins: adminsFound,
    means: means.filter(one => one.state !== 'good'),
    unfinished: unfinishedRows,
    holes: [...between, ...holes],
    lapsed: lapsedRows,
    alone: aloneRows.map(row => ({ ...row, noun: kinds[row.kind].noun, text: `${row.kind}/${row.handle}` })),
  }
}

/** What is worth a look about the admins, with how many there are. */
async function findAboutAdmins({ database: { manager } }: Kit, acting: Acting) {
  const { mostAdmins: most, twoApprovals } = await getBusiness(manager, acting.id)
  const admins = (await adminsOf(manager, acting.id)).length
  return adminFindings({ admins, most, twoApprovals }).map(finding => ({ finding, admins, most }))
}

/** What makes it last as long again: a sentence for who can give it, an ask for who holds it. */
function longer(
  row: EndingRow,
  { standing, zone }: Acting,
): { prolong: string | null; ask: { of: string | null; wanted: string } | null } {
  const days = Math.max(30, Math.round((row.until.getTime() - row.from_at.getTime()) / 86_400_000))
  const later = Temporal.Instant.fromEpochMilliseconds(row.until.getTime())
    .toZonedDateTimeISO(zone)
    .add({ days: Math.min(days, 366) })
    .toInstant()
  if (row.isLink) return { prolong: sayLinkAgain(row, later, zone), ask: null }
  const wanted = sayGrant(row, later, zone)
  if (row.from) return { prolong: null, ask: { of: row.fromNumber, wanted } }
  return standing !== 'admin'
    ? { prolong: null, ask: { of: null, wanted } }
    : { prolong: `let ${row.holderText} ${wanted}`, ask: null }
}

/** The link said again, as written, until another end: offered anew by its owner, asked for anew by the manager’s side. */
function sayLinkAgain(
  { tier, actions, hiding, mayPassOn, onText, holderText }: EndingRow,
  until: Instant,
  zone: string,
): string {
  const [account, under] = [parseWhat(onText), parseWhat(holderText)]
  if (!account.ok || !under.ok) throw new Error(`“${onText}” or “${holderText}” names nothing`)
  return printLinking({
    verb: 'link',
    accounts: [account.what],
    under: under.what,
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

/** The grant said again, as written, until another end. */
function sayGrant(row: GivenRow, until: Instant | null, zone: string): string {
  const { tier, actions, hiding, purpose, mayPassOn } = row
  const on = parseWhat(row.onText)
  if (!on.ok) throw new Error(`“${row.onText}” names nothing`)
  const terms = { tier, actions, hiding, from: null, until }
  return printWanted(wantedOf([{ what: on.what, terms }], zone, { purpose, mayPassOn }))
}
