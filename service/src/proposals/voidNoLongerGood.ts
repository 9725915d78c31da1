import type { Change, Listener, News } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Register } from './kind.ts'
import { voidForBoth } from './voidForBoth.ts'

/**
 * Open proposals that what has changed may have taken the ground from: those of the person, of the team's members, of the
 * business on the same assets; and all that somebody sent for the business they stand differently in.
 */
const touched = `
  SELECT proposal.id FROM proposal WHERE proposal.state = 'open' AND (
    proposal.sent_by = ANY ($1) OR proposal.sent_by IN (SELECT person_id FROM team_member WHERE team_id = ANY ($1))
    OR (proposal.business_id = ANY ($1) AND EXISTS (SELECT FROM proposal_item item WHERE item.proposal_id = proposal.id AND item.target_id = ANY ($2)))
    OR (proposal.sent_by, proposal.business_id) IN (SELECT * FROM unnest($3::uuid[], $4::uuid[])))
  ORDER BY proposal.opened_at LIMIT 500`

/**
 * A proposal is as good as its sender: what they could not send any more ends in the same change that took it from them,
 * and both sides are told.
 */
export function voidNoLongerGood(kit: Kit, kinds: Register): Listener {
  return async (change, news) => {
    for (const id of await touchedBy(change, news))
      await voidForBoth(change, kinds, id, (kind, parts) => kind.whyVoid(kit, change.manager, parts))
  }
}

async function touchedBy(change: Change, news: readonly News[]): Promise<string[]> {
  const reach = news.flatMap(one => (one.what === 'reach' ? [one] : []))
  const standing = news.flatMap(one => (one.what === 'standing' ? [one] : []))
  const rows = (await change.manager.query(touched, [
    reach.map(one => one.holder),
    reach.map(one => one.target),
    standing.map(one => one.person),
    standing.map(one => one.business),
  ])) as { id: string }[]
  return rows.map(row => row.id)
}
