import { kinds, sayGiven } from '@famiglia/core'
import type { Room } from '../base/room.ts'
import { targetsById } from './targets.ts'
import type { Asset } from './records.ts'

/** Somebody who holds a sibling of a new asset, with the sentence that would let them reach the new one alike. */
export interface SiblingHolder {
  readonly name: string
  readonly text: string
  readonly has: string
  readonly sentence: string
}

const holding = `
  SELECT DISTINCT ON (holder) coalesce('team/' || team.handle, main.address) AS holder, coalesce(team.name, person.name) AS name, g.tier, g.actions, g.hiding, g.target_id AS target
  FROM access_grant g JOIN asset sibling ON sibling.id = g.asset_id
    LEFT JOIN team ON team.id = g.team_id LEFT JOIN person ON person.id = g.person_id LEFT JOIN person_address main ON main.person_id = person.id AND main.main
  WHERE sibling.business_id = $1 AND sibling.kind = $2 AND sibling.id <> $3 AND g.business_id = $1 AND g.partner_id IS NULL AND g.ended_at IS NULL AND (g.until_at IS NULL OR g.until_at > $4)
    AND NOT EXISTS (SELECT FROM access_grant mine WHERE mine.holder_id = g.holder_id AND mine.target_id = $3 AND mine.ended_at IS NULL)
    AND NOT EXISTS (SELECT FROM access_grant mine JOIN bundle_asset ON bundle_asset.bundle_id = mine.bundle_id WHERE mine.holder_id = g.holder_id AND bundle_asset.asset_id = $3 AND mine.ended_at IS NULL)
  ORDER BY holder, g.given_at DESC LIMIT 50`

/** Who holds assets of the same kind and not this one: whoever adds one is asked whether they should reach it too. */
export async function siblingHolders(room: Room, asset: Asset): Promise<SiblingHolder[]> {
  const rows = (await room.database.query(holding, [
    asset.businessId,
    asset.kind,
    asset.id,
    room.clock.now().toString(),
  ])) as { holder: string; name: string; tier: never; actions: never[]; hiding: string[]; target: string }[]
  const targets = await targetsById(
    room.database.manager,
    rows.map(row => row.target),
  )
  return rows.map(row => {
    const given = sayGiven({ tier: row.tier, actions: row.actions, hiding: [] })
    const hiding = row.hiding.length > 0 ? ` hiding ${row.hiding.join(' and ')}` : ''
    return {
      name: row.name,
      text: row.holder,
      has: `${given} on the ${kinds[asset.kind].noun} ${targets.get(row.target)?.name ?? ''}`,
      sentence: `let ${row.holder} ${given} on ${asset.kind}/${asset.handle}${hiding}`,
    }
  })
}
