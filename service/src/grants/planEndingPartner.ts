import type { EndSentence } from '@famiglia/core'
import { In, IsNull, type EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { withOwners } from '../assets/held.ts'
import { getTargetReached, targetsById, type Target } from '../assets/targets.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { proposals } from '../proposals/records.ts'
import type { BusinessAddressed } from './addressee.ts'
import { factsOfGiver } from './mayGive.ts'
import type { Falls, PlannedEnd } from './planSentence.ts'
import { grants, type Grant } from './records.ts'

interface EndingWanted {
  readonly sentence: EndSentence
  readonly text: string
  readonly who: BusinessAddressed
  /** The one grant that is named, where it is. */
  readonly only?: Grant
}

/**
 * What ending a partner comes to: what was given to it, what it gave (that is given back), and all that hangs on
 * either. Without an asset everything between the two ends, what waits for an answer too.
 */
export async function planEndingPartner(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  { sentence, text, who, only }: EndingWanted,
): Promise<PlannedEnd> {
  const named: Target[] = []
  for (const what of 'on' in sentence ? sentence.on : []) named.push(await getTargetReached(manager, acting, what))
  const everything = !only && named.length === 0
  const ending = only ? [only] : await grantsBetween(manager, acting, who, named)
  const missing = named.find(target => !ending.some(grant => grant.targetId === target.id))
  if (missing)
    throw new Problem('grant.unknown', `${who.name} has nothing from ${acting.name} on ${missing.name}, nor gave it.`)
  const found = await targetsById(
    manager,
    ending.map(grant => grant.targetId!),
  )
  const targets = await withOwners(manager, acting.id, found)
  await assertMayEnd(room, manager, acting, everything, [...targets.values()])
  const open = everything ? await openBetween(manager, acting, who) : []
  if (everything && ending.length === 0 && open.length === 0)
    throw new Problem('grant.unknown', `There is nothing between ${acting.name} and ${who.name} to end.`)
  return {
    verb: 'end',
    sentence,
    text,
    who,
    grants: ending.map(grant => ({ grant, target: targets.get(grant.targetId!)! })),
    waiting: [],
    everything,
    falls: {
      below: await belowOf(manager, ending),
      proposals: open,
      leftAlone: await leftAlone(manager, acting, who, ending),
    },
  }
}

async function assertMayEnd(
  room: Room,
  manager: EntityManager,
  acting: Acting,
  everything: boolean,
  targets: readonly Target[],
): Promise<void> {
  if (everything || targets.some(target => target.held)) {
    requireStanding(acting, 'deal-with-partners', 'Ending what is between two businesses')
    return
  }
  await factsOfGiver(
    room,
    manager,
    acting,
    targets.flatMap(target => target.assets),
  )
}

async function grantsBetween(
  manager: EntityManager,
  acting: Acting,
  { partner }: BusinessAddressed,
  named: readonly Target[],
): Promise<Grant[]> {
  const on = named.length > 0 ? { targetId: In(named.map(target => target.id)) } : {}
  const given = { businessId: acting.id, partnerId: partner.id, endedAt: IsNull(), ...on }
  const got = { businessId: partner.id, partnerId: acting.id, endedAt: IsNull(), ...on }
  return manager.find(grants, { where: [given, got], order: { givenAt: 'ASC' } })
}

async function openBetween(manager: EntityManager, acting: Acting, { partner }: BusinessAddressed) {
  const between = { state: 'open' as const }
  const found = await manager.find(proposals, {
    where: [
      { ...between, businessId: acting.id, toBusinessId: partner.id },
      { ...between, businessId: partner.id, toBusinessId: acting.id },
    ],
  })
  return found.map(({ id, kind, businessId }) => ({ id, kind, sent: businessId === acting.id }))
}

async function belowOf(manager: EntityManager, ending: readonly Grant[]): Promise<Falls['below']> {
  return manager.query(
    `WITH RECURSIVE below AS (
       SELECT g.* FROM access_grant g WHERE g.upstream_id = ANY($1) AND g.ended_at IS NULL
       UNION SELECT g.* FROM below JOIN access_grant g ON g.upstream_id = below.id AND g.ended_at IS NULL)
     SELECT below.id, coalesce(partner.name, team.name, person.name) AS to, CASE WHEN below.partner_id IS NULL THEN 'staffed' ELSE 'passed on' END AS how
     FROM below LEFT JOIN business partner ON partner.id = below.partner_id LEFT JOIN team ON team.id = below.team_id LEFT JOIN person ON person.id = below.person_id ORDER BY 3, 2 LIMIT 5000`,
    [ending.map(grant => grant.id)],
  )
}

async function leftAlone(
  manager: EntityManager,
  acting: Acting,
  { partner }: BusinessAddressed,
  ending: readonly Grant[],
): Promise<string[]> {
  const rows = (await manager.query(
    `SELECT DISTINCT asset.name FROM access_grant fallen LEFT JOIN bundle_asset inside ON inside.bundle_id = fallen.bundle_id JOIN asset ON asset.id = coalesce(fallen.asset_id, inside.asset_id)
     WHERE fallen.id = ANY($1) AND asset.business_id = $2 AND (fallen.tier IN ('run', 'steward')) AND NOT EXISTS (
       SELECT FROM access_grant other WHERE other.business_id = $2 AND other.ended_at IS NULL AND other.partner_id IS DISTINCT FROM $3 AND other.tier IN ('run', 'steward')
         AND other.target_id = ANY (ARRAY[asset.id, asset.inside_id] || ARRAY(SELECT bundle_id FROM bundle_asset WHERE asset_id = asset.id)))
     ORDER BY asset.name LIMIT 200`,
    [ending.map(grant => grant.id), acting.id, partner.id],
  )) as { name: string }[]
  return rows.map(row => row.name)
}
