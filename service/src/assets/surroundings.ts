import { kinds, type Kind } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from './records.ts'

/** An asset that stands beside another. */
export interface Neighbour {
  readonly number: string
  readonly text: string
  readonly name: string
  readonly noun: string
}

export interface Surroundings {
  readonly inside: Neighbour | null
  readonly holds: readonly Neighbour[]
  readonly ties: readonly Neighbour[]
  readonly bundles: readonly { readonly handle: string; readonly name: string }[]
}

const neighbours = `
  SELECT 'inside' AS role, asset.number, asset.kind, asset.handle, asset.name FROM asset WHERE asset.id = $2
  UNION ALL SELECT 'holds', asset.number, asset.kind, asset.handle, asset.name FROM asset WHERE asset.inside_id = $1
  UNION ALL SELECT 'ties', asset.number, asset.kind, asset.handle, asset.name FROM (SELECT other_id AS id FROM tie WHERE one_id = $1 UNION
    SELECT one_id FROM tie WHERE other_id = $1) tied JOIN asset ON asset.id = tied.id
  UNION ALL SELECT 'bundles', NULL, NULL, bundle.handle, bundle.name FROM bundle_asset JOIN bundle ON bundle.id = bundle_asset.bundle_id
    WHERE bundle_asset.asset_id = $1
  ORDER BY name LIMIT 500`

/** What an asset stands in: what holds it and what it holds, its ties, its bundles. One query. */
export async function surroundingsOf(manager: EntityManager, asset: Asset): Promise<Surroundings> {
  const rows = (await manager.query(neighbours, [asset.id, asset.insideId])) as {
    role: keyof Surroundings
    number: string
    kind: Kind
    handle: string
    name: string
  }[]
  const of = (role: keyof Surroundings) =>
    rows
      .filter(row => row.role === role)
      .map(({ number, kind, handle, name }) => ({
        number,
        text: `${kind}/${handle}`,
        name,
        noun: kinds[kind]?.noun ?? '',
      }))
  return {
    inside: of('inside')[0] ?? null,
    holds: of('holds'),
    ties: of('ties'),
    bundles: rows.filter(row => row.role === 'bundles').map(({ handle, name }) => ({ handle, name })),
  }
}
