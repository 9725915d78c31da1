import { isReplacedBy, type EndSentence } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { grantsBetween, type Grant } from '../grants/queries.ts'
import { openProposals } from '../proposals/queries.ts'
import { grantsBelow } from '../reach/below.ts'
import { getTargetReached } from '../reach/findTarget.ts'
import { withOwners } from '../reach/held.ts'
import { placesOfAsset } from '../reach/places.ts'
import { targetsById, type Target } from '../reach/targets.ts'
import type { BusinessAddressed } from './addressee.ts'
import type { PlannedEnd } from './planned.ts'

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
  manager: EntityManager,
  acting: Acting,
  { sentence, text, who, only }: EndingWanted,
): Promise<PlannedEnd> {
  const named: Target[] = []
  for (const what of 'on' in sentence ? sentence.on : []) named.push(await getTargetReached(manager, acting, what))
  const everything = !only && named.length === 0
  const purpose = 'purpose' in sentence ? sentence.purpose : null
  const on = named.length > 0 ? named.map(target => target.id) : null
  const between = await grantsBetween(manager, acting.id, who.partner.id, on)
  const ending = only ? [only] : between.filter(grant => isReplacedBy(grant, purpose))
  const missing = named.find(target => !ending.some(grant => grant.targetId === target.id))
  if (missing)
    throw new Problem('grant.unknown', `${who.name} has nothing from ${acting.name} on ${missing.name}, nor gave it.`)
  const found = await targetsById(
    manager,
    ending.map(grant => grant.targetId!),
  )
  const targets = await withOwners(manager, acting.id, found)
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
    remains: [],
    falls: {
      below: await grantsBelow(
        manager,
        ending.map(grant => grant.id),
      ),
      proposals: open,
      leftAlone: await leftAlone(manager, acting, who, ending),
    },
  }
}

async function openBetween(manager: EntityManager, acting: Acting, { partner }: BusinessAddressed) {
  const sent = await openProposals(manager, { businessId: acting.id, toBusinessId: partner.id })
  const got = await openProposals(manager, { businessId: partner.id, toBusinessId: acting.id })
  return [...sent, ...got].map(({ id, kind, businessId }) => ({ id, kind, sent: businessId === acting.id }))
}

async function leftAlone(
  manager: EntityManager,
  acting: Acting,
  { partner }: BusinessAddressed,
  ending: readonly Grant[],
): Promise<string[]> {
  const rows = (await manager.query(
    `SELECT DISTINCT asset.name FROM access_grant fallen LEFT JOIN bundle_asset inside ON inside.bundle_id = fallen.bundle_id
      JOIN asset ON asset.id = coalesce(fallen.asset_id, inside.asset_id)
     WHERE fallen.id = ANY($1) AND asset.business_id = $2 AND (fallen.tier IN ('run', 'steward')) AND NOT EXISTS (
       SELECT FROM access_grant other WHERE other.business_id = $2 AND other.ended_at IS NULL
         AND NOT (other.holder_kind = 'business' AND other.holder_id = $3) AND other.tier IN ('run', 'steward')
         AND other.target_id = ANY (${placesOfAsset('asset')}))
     ORDER BY asset.name LIMIT 200`,
    [ending.map(grant => grant.id), acting.id, partner.id],
  )) as { name: string }[]
  return rows.map(row => row.name)
}
