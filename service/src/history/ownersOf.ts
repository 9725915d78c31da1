import type { EntityManager } from 'typeorm'
import { findAsset, unknownAsset } from '../assets/queries.ts'
import { readWhat } from '../assets/findAsset.ts'
import type { Acting } from '../businesses/acting.ts'
import type { ChainRead } from './records.ts'

interface Owned {
  asset: string
  owner: string
  name: string
  until: Date
}

/**
 * In whose histories an asset’s own is read: the owner’s, and those of earlier ones up to the instant they handed it over. An
 * earlier owner reads its own part.
 */
export async function ownersOf(
  manager: EntityManager,
  acting: Acting,
  named: string,
): Promise<{ asset: string; chains: readonly ChainRead[]; names: readonly (string | null)[] }> {
  const what = readWhat(named)
  const own = await findAsset(manager, acting.id, what)
  if (own) {
    const before = (await manager.query(
      `SELECT handover.from_id AS owner, business.name, handover.ended_at AS until FROM handover JOIN proposal ON proposal.id = handover.id AND proposal.state = 'completed' JOIN business ON business.id = handover.from_id
       WHERE handover.ended_at IS NOT NULL AND handover.asset_ids @> ARRAY[$1::uuid] AND handover.from_id <> $2 ORDER BY handover.ended_at DESC LIMIT 50`,
      [own.id, acting.id],
    )) as Omit<Owned, 'asset'>[]
    return {
      asset: own.id,
      chains: [
        { chain: acting.id, until: null },
        ...before.map(({ owner, until }) => ({ chain: owner, until: until.toISOString() })),
      ],
      names: [null, ...before.map(({ name }) => name)],
    }
  }
  if (what.by === 'number') {
    const [was] = (await manager.query(
      `SELECT asset.id AS asset FROM handover JOIN proposal ON proposal.id = handover.id AND proposal.state = 'completed' JOIN asset ON asset.number = $2 AND handover.asset_ids @> ARRAY[asset.id]
       WHERE handover.ended_at IS NOT NULL AND handover.from_id = $1 LIMIT 1`,
      [acting.id, what.number],
    )) as Pick<Owned, 'asset'>[]
    if (was) return { asset: was.asset, chains: [{ chain: acting.id, until: null }], names: [null] }
  }
  throw await unknownAsset(manager, acting, what)
}
