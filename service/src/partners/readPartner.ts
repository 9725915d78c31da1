import { samePurpose } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import type { Business } from '../businesses/queries.ts'
import { frozenBy } from './frozen.ts'
import { mailDomainOf } from './lookUp.ts'
import { readPartnerInShort } from './readPartners.ts'
import { sharedAssets } from '../reach/sharedAssets.ts'

const contacts = `
  SELECT DISTINCT person.name, main.address FROM (
    SELECT sent_by AS id FROM proposal WHERE business_id = $2 AND to_business_id = $1
    UNION SELECT answered_by FROM proposal WHERE business_id = $1 AND to_business_id = $2 AND state IN ('accepted', 'cooling', 'completed', 'declined')
    UNION SELECT given_by FROM access_grant WHERE business_id = $2 AND to_business_id = $1) dealt
  JOIN membership ON membership.person_id = dealt.id AND membership.business_id = $2
  JOIN person ON person.id = dealt.id JOIN person_address main ON main.person_id = person.id AND main.main ORDER BY person.name LIMIT 10`

/** All there is between the acting business and a partner, as both may see it. */
export async function readPartner(kit: Kit, acting: Acting, partner: Business) {
  const manager = kit.database.manager
  const short = await readPartnerInShort(kit, acting, partner.id)
  const weGave = await sharedAssets(kit, partner.id, acting.id)
  const theyGave = await sharedAssets(kit, acting.id, partner.id)
  const dealt = (await manager.query(contacts, [acting.id, partner.id])) as { name: string; address: string }[]
  const freezes = await frozenBy(manager, acting.id, partner.id)
  const engaged = (side: 'gave' | 'got', held: typeof weGave) =>
    held
      .flatMap(asset => asset.purposes)
      .filter((name, index, all) => all.findIndex(other => samePurpose(other, name)) === index)
      .map(purpose => ({ purpose, side }))
  return {
    ...short,
    since: partner.openedAt.toString(),
    closed: partner.closedAt?.toString() ?? null,
    worksAs: partner.worksAs,
    contact: partner.contact,
    mailDomain: await mailDomainOf(manager, partner.id),
    contacts: dealt,
    weGave,
    theyGave,
    purposes: [...engaged('gave', weGave), ...engaged('got', theyGave)],
    frozenBy: freezes.map(by => (by === acting.id ? ('us' as const) : ('them' as const))),
    trustee: await isTrustee(kit, acting, partner),
  }
}

async function isTrustee(kit: Kit, acting: Acting, partner: Business): Promise<boolean> {
  const rows = (await kit.database.query('SELECT FROM business WHERE id = $1 AND trustee_id = $2', [
    acting.id,
    partner.id,
  ])) as unknown[]
  return rows.length > 0
}
