import { peopleReached } from '../reach/holdersFor.ts'
import type { Kit } from '../base/kit.ts'
import { cutPage, readCursor } from '../base/page.ts'
import type { Acting } from '../businesses/acting.ts'
import { partnerIds } from '../reach/findPartner.ts'

/** Another business, and in short what there is between the two. */
export interface PartnerInShort {
  readonly id: string
  readonly number: string
  readonly name: string
  readonly town: string
  readonly cloth: string
  /** How many assets and bundles the acting business gave it, and got from it. */
  readonly gave: number
  readonly got: number
  /** How many of its people reach what the acting business gave: its admins, and whoever was put on it. */
  readonly people: number
  readonly open: number
  readonly frozen: boolean
  /** Whether the acting business holds it in trust for a client. */
  readonly inTrust: boolean
}

const live = '(g.ended_at IS NULL AND (g.until_at IS NULL OR g.until_at > $2))'

const list = (business: string) => `
  SELECT business.id, business.number, business.name, business.town, business.cloth,
    (SELECT count(DISTINCT g.target_id) FROM access_grant g WHERE g.business_id = $1
      AND g.to_business_id = business.id AND ${live})::integer AS gave,
    (SELECT count(DISTINCT g.target_id) FROM access_grant g WHERE g.business_id = business.id
      AND g.to_business_id = $1 AND ${live})::integer AS got,
    (SELECT count(*) FROM (SELECT reached.person_id FROM access_grant g JOIN access_grant below ON below.upstream_id = g.id AND below.ended_at IS NULL
      ${peopleReached('below')} WHERE g.business_id = $1 AND g.to_business_id = business.id AND ${live}
      UNION SELECT m.person_id FROM membership m WHERE m.business_id = business.id AND m.standing = 'admin' AND EXISTS (SELECT FROM access_grant g
        WHERE g.business_id = $1 AND g.to_business_id = business.id AND ${live})) people)::integer AS people,
    (SELECT count(*) FROM proposal p WHERE p.state = 'open' AND p.lapses_at > $2 AND ((p.business_id = $1 AND p.to_business_id = business.id
      AND NOT EXISTS (SELECT FROM business_ask asked WHERE asked.proposal_id = p.id AND NOT asked.to_named)
      AND NOT EXISTS (SELECT FROM link_proposal linked WHERE linked.proposal_id = p.id AND NOT linked.to_named))
      OR (p.business_id = business.id AND p.to_business_id = $1)))::integer AS open,
    EXISTS (SELECT FROM partner_freeze f WHERE (f.giver_id, f.holder_id) IN (($1::uuid, business.id), (business.id, $1::uuid))) AS frozen,
    coalesce(business.trustee_id = $1, false) AS "inTrust"
  FROM ${business}`

/** The businesses that have to do with the acting one, a page at a time by name. */
export async function readPartners(
  kit: Kit,
  acting: Acting,
  limit: number,
  after: string | undefined,
): Promise<{ items: PartnerInShort[]; next: string | null }> {
  const cursor = readCursor(after)
  const rows = (await kit.database.query(
    `${list(`(${partnerIds}) near JOIN business ON business.id = near.id`)}
     WHERE $3::text IS NULL OR (business.name COLLATE by_name, business.id) > ($3, $4::uuid) ORDER BY business.name COLLATE by_name, business.id LIMIT $5`,
    [acting.id, kit.clock.now().toString(), cursor?.[0] ?? null, cursor?.[1] ?? null, limit + 1],
  )) as PartnerInShort[]
  return cutPage(rows, limit, row => [row.name, row.id])
}

export async function readPartnerInShort(kit: Kit, acting: Acting, partner: string): Promise<PartnerInShort> {
  const [row] = (await kit.database.query(`${list('business')} WHERE business.id = $3`, [
    acting.id,
    kit.clock.now().toString(),
    partner,
  ])) as PartnerInShort[]
  return row!
}
