import { samePurpose } from '@famiglia/core'
import type { Room } from '../base/room.ts'
import type { Acting } from '../businesses/acting.ts'
import type { Business } from '../businesses/records.ts'
import { mailDomainOf } from './lookUp.ts'
import { readPartnerInShort } from './readPartners.ts'
import { sharedAssets } from './sharedAssets.ts'

const contacts = `
  SELECT DISTINCT person.name, main.address FROM (
    SELECT sent_by AS id FROM proposal WHERE business_id = $2 AND to_business_id = $1
    UNION SELECT answered_by FROM proposal WHERE business_id = $1 AND to_business_id = $2 AND state IN ('accepted', 'declined')
    UNION SELECT given_by FROM access_grant WHERE business_id = $2 AND partner_id = $1) dealt
  JOIN membership ON membership.person_id = dealt.id AND membership.business_id = $2
  JOIN person ON person.id = dealt.id JOIN person_address main ON main.person_id = person.id AND main.main ORDER BY person.name LIMIT 10`

/** All there is between the acting business and a partner, as both may see it. */
export async function readPartner(room: Room, acting: Acting, partner: Business) {
  const manager = room.database.manager
  const short = await readPartnerInShort(room, acting, partner.id)
  const weGave = await sharedAssets(room, partner.id, acting.id)
  const theyGave = await sharedAssets(room, acting.id, partner.id)
  const dealt = (await manager.query(contacts, [acting.id, partner.id])) as { name: string; address: string }[]
  const freezes = (await manager.query(
    'SELECT DISTINCT by_id AS by FROM partner_freeze WHERE (giver_id, holder_id) IN (($1::uuid, $2::uuid), ($2::uuid, $1::uuid))',
    [acting.id, partner.id],
  )) as { by: string }[]
  const engaged = (side: 'gave' | 'got', held: typeof weGave) =>
    held
      .flatMap(asset => asset.purposes)
      .filter((name, index, all) => all.findIndex(other => samePurpose(other, name)) === index)
      .map(purpose => ({ purpose, side }))
  return {
    ...short,
    since: partner.openedAt.toString(),
    mailDomain: await mailDomainOf(manager, partner.id),
    contacts: dealt,
    weGave,
    theyGave,
    purposes: [...engaged('gave', weGave), ...engaged('got', theyGave)],
    frozenBy: freezes.map(({ by }) => (by === acting.id ? ('us' as const) : ('them' as const))),
    trustee: await isTrustee(room, acting, partner),
  }
}

async function isTrustee(room: Room, acting: Acting, partner: Business): Promise<boolean> {
  const rows = (await room.database.query('SELECT FROM business WHERE id = $1 AND trustee_id = $2', [
    acting.id,
    partner.id,
  ])) as unknown[]
  return rows.length > 0
}
