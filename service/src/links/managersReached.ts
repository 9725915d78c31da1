import { reachOf } from '@famiglia/core'
import type { Asset } from '../assets/queries.ts'
import { assetsById } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { factsFrom } from '../reach/facts.ts'

/** As many manager accounts as a business has at most in one tree. */
const most = 500

/** The manager accounts of the acting business: all for admins and finance people, for members those they reach. */
export async function managersReached(kit: Kit, acting: Acting): Promise<Asset[]> {
  const { manager } = kit.database
  const rows = (await manager.query(
    `SELECT id FROM asset WHERE business_id = $1 AND kind = 'manager-account' AND archived_at IS NULL ORDER BY name LIMIT ${most}`,
    [acting.id],
  )) as { id: string }[]
  const all = await assetsById(
    manager,
    rows.map(row => row.id),
  )
  if (acting.standing !== 'member') return all
  const facts = await factsFrom(kit).aroundAll(all.map(asset => ({ person: acting.live.person, asset: asset.id })))
  return all.filter((_asset, index) => {
    const around = facts[index]
    return around && reachOf(around, kit.clock.now()).level.actions.size > 0
  })
}
