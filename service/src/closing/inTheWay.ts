import type { EntityManager } from 'typeorm'

/** What has to be settled before a business closes, as sentences: what would be left to others, and nobody could act on any more. */
const standing = `
  SELECT 'A handover of ' || (SELECT string_agg(asset.name, ', ' ORDER BY asset.name) FROM asset WHERE asset.id = ANY (h.asset_ids)) || ' is under way: stop it, or wait until it is complete.' AS said
    FROM handover h WHERE h.ended_at IS NULL AND $1 IN (h.from_id, h.to_id)
  UNION ALL SELECT 'Who owns ' || asset.name || ' is contested: that has to be answered first.' FROM contest JOIN asset ON asset.id = contest.asset_id
    WHERE contest.ended_at IS NULL AND $1 IN (contest.owner_id, contest.claimant_id)
  UNION ALL SELECT name || ' is held in trust: offer its chair to its owner first.' FROM business WHERE trustee_id = $1 AND closed_at IS NULL
  UNION ALL SELECT 'It is held in trust by ' || holder.name || ' until its owner takes it over: only its owner closes it.'
    FROM business JOIN business holder ON holder.id = business.trustee_id WHERE business.id = $1
  UNION ALL SELECT 'It pays for ' || asset.name || ' of ' || owner.name || ': somebody else has to pay first.'
    FROM asset JOIN business owner ON owner.id = asset.business_id WHERE asset.payer_id = $1 AND asset.business_id <> $1
  UNION ALL SELECT person.name || ' is stepping in as an admin: say no to that, or wait until it is over.' FROM stepping_in step
    JOIN understudy under ON under.id = step.understudy_id JOIN person ON person.id = under.person_id
    WHERE under.business_id = $1 AND step.outcome IS NULL
  ORDER BY 1 LIMIT 20`

export async function inTheWay(manager: EntityManager, business: string): Promise<string[]> {
  const rows = (await manager.query(standing, [business])) as { said: string }[]
  return rows.map(({ said }) => said)
}
