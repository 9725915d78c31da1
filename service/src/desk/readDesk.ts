import { adminFindings, kinds, mayInBusiness, type Kind } from '@famiglia/core'
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
import { firstSteps } from './firstSteps.ts'
import { everyHole, ownHoles, withoutNames } from './holes.ts'
import { partedByMeaning } from './leftAsIs.ts'
import { readEnding, sayGiven, type GivenRow } from './readEnding.ts'

const most = 50

const itemNames = `ARRAY(SELECT coalesce(asset.name, bundle.name) FROM proposal_item item LEFT JOIN asset ON asset.id = item.asset_id
  LEFT JOIN bundle ON bundle.id = item.bundle_id WHERE item.proposal_id = proposal.id ORDER BY 1) AS assets`

/** What another business gave and nobody was put on: only the admins reach it. */
const unstaffed = `SELECT count(*) OVER ()::integer AS total, owner.name AS "from", owner.number AS partner, coalesce(asset.name, bundle.name) AS on,
  coalesce(asset.number, 'bundle/' || bundle.handle) AS "onText", g.given_at AS since, g.tier, g.actions, g.hiding, g.purpose, false AS "mayPassOn"
  FROM access_grant g JOIN business owner ON owner.id = g.business_id LEFT JOIN asset ON asset.id = g.asset_id LEFT JOIN bundle ON bundle.id = g.bundle_id
  WHERE g.holder_kind = 'business' AND g.holder_id = $1 AND g.ended_at IS NULL AND (g.until_at IS NULL OR g.until_at > $2)
    AND NOT EXISTS (SELECT FROM access_grant below WHERE below.upstream_id = g.id AND below.ended_at IS NULL)
  ORDER BY g.given_at LIMIT ${most}`

const unfinished = `SELECT count(*) OVER ()::integer AS total, person.id AS "personId", person.name AS person, main.address, membership.since,
  CASE WHEN membership.standing = 'member' AND held.count = 0 THEN 'assets' ELSE 'second step' END AS lacks
  FROM membership JOIN person ON person.id = membership.person_id JOIN person_address main ON main.person_id = person.id AND main.main
  CROSS JOIN LATERAL (SELECT count(*) FROM access_grant g WHERE g.holder_id = ANY (ARRAY[person.id] || ARRAY(SELECT team_id FROM team_member
    WHERE person_id = person.id)) AND g.business_id = $1 AND g.ended_at IS NULL) held
  CROSS JOIN LATERAL (SELECT ${hasSecondStep('person')} AS set_up) proof
  WHERE membership.business_id = $1 AND membership.paused_at IS NULL AND membership.frozen_at IS NULL
    AND (NOT proof.set_up OR (membership.standing = 'member' AND held.count = 0)) ORDER BY membership.standing, membership.since LIMIT ${most}`

const lapsed = `SELECT count(*) OVER ()::integer AS total, proposal.id AS proposal, proposal.to_address AS "to", proposal.lapses_at AS "lapsedAt", ${itemNames} FROM proposal
  WHERE proposal.business_id = $1 AND proposal.to_address IS NOT NULL AND (proposal.state = 'lapsed' OR (proposal.state = 'open' AND proposal.lapses_at <= $2))
    AND NOT EXISTS (SELECT FROM proposal later WHERE later.business_id = $1 AND later.to_address = proposal.to_address AND later.opened_at > proposal.opened_at)
    AND NOT EXISTS (SELECT FROM person_address known JOIN membership ON membership.person_id = known.person_id
      AND membership.business_id = $1 WHERE known.address = proposal.to_address)
  ORDER BY proposal.lapses_at DESC LIMIT ${most}`

const alone = `SELECT count(*) OVER ()::integer AS total, asset.number, asset.name, asset.kind, asset.handle, asset.brought_in_at AS since, siblings.count::integer AS siblings FROM asset
  CROSS JOIN LATERAL (SELECT count(*) FROM asset other JOIN access_grant g ON g.asset_id = other.id AND g.ended_at IS NULL
    WHERE other.business_id = $1 AND other.kind = asset.kind AND other.id <> asset.id) siblings
  WHERE asset.business_id = $1 AND asset.archived_at IS NULL AND siblings.count > 0
    AND NOT EXISTS (SELECT FROM access_grant g WHERE g.ended_at IS NULL AND g.target_id = ANY (ARRAY[asset.id,
      asset.inside_id] || ARRAY(SELECT bundle_id FROM bundle_asset WHERE asset_id IN (asset.id, asset.inside_id))))
  ORDER BY asset.brought_in_at DESC LIMIT ${most}`

/** A row of a list that is cut: how many there are in all. */
interface Counted {
  readonly total: number
}

const totalOf = (rows: readonly Counted[]) => rows[0]?.total ?? 0

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
    ending,
    unfinishedRows,
    lapsedRows,
    aloneRows,
    untold,
    means,
    handovers,
    understudy,
    contests,
    adminsFound,
    begun,
  ] = await Promise.all([
    readLetters(kit, proposalKinds, acting),
    forAdmins<Counted & GivenRow>(unstaffed, [acting.id, at]),
    readEnding(kit, acting, admin),
    forAdmins<Counted>(unfinished, [acting.id]),
    forAdmins<Counted>(lapsed, [acting.id, at]),
    forAdmins<Counted & { kind: Kind; handle: string }>(alone, [acting.id]),
    admin ? everyHole(kit, acting) : ownHoles(kit, acting),
    mayInBusiness(acting.standing, 'see-to-payments') ? listMeans(kit, acting) : [],
    admin ? listHandovers(kit, acting, { isCooling: true, limit: most }) : [],
    understudyOnDesk(kit, acting),
    contestsOnDesk(kit, acting),
    admin ? findAboutAdmins(kit, acting) : [],
    admin ? firstSteps(kit, acting) : null,
  ])
  const { holes, leftAsIs } = await partedByMeaning(kit, acting, untold)
  return {
    ...letters,
    ...understudy,
    firstSteps: begun,
    ending: ending.rows,
    days: ending.days,
    unstaffed: unstaffedRows.map(row => ({ ...row, staff: sayGiven([row], null, acting.zone) })),
    handovers,
    contests,
    // While the first steps say so, it is not said twice.
    admins: begun ? adminsFound.filter(({ finding }) => finding !== 'alone') : adminsFound,
    means: means.filter(one => one.state !== 'good'),
    unfinished: unfinishedRows,
    holes: admin ? holes : withoutNames(holes),
    leftAsIs: admin ? leftAsIs : [],
    lapsed: lapsedRows,
    totals: {
      ending: ending.total,
      unstaffed: totalOf(unstaffedRows),
      unfinished: totalOf(unfinishedRows),
      lapsed: totalOf(lapsedRows),
      alone: totalOf(aloneRows),
    },
    alone: aloneRows.map(row => ({ ...row, noun: kinds[row.kind].noun, text: `${row.kind}/${row.handle}` })),
  }
}

/** What is worth a look about the admins, with how many there are. */
async function findAboutAdmins({ database: { manager } }: Kit, acting: Acting) {
  const { mostAdmins: most, twoApprovals } = await getBusiness(manager, acting.id)
  const admins = (await adminsOf(manager, acting.id)).length
  return adminFindings({ admins, most, twoApprovals }).map(finding => ({ finding, admins, most }))
}
