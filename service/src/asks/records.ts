import type { Wanted } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Change } from '../base/change.ts'

/** What is an ask's own that one business sends another. */
export interface BusinessAskOwn {
  /** Whether the sender named the business. Who asks for an asset by its number alone is not told whose it is before they answer. */
  readonly toNamed: boolean
  /** What is asked for, as a sentence without whom. */
  readonly wanted: Wanted
  /** Whom to write to about it. */
  readonly contact: string | null
  /** What the owner calls those of the assets that it has, by how they are asked for; for the owner's eyes alone. */
  readonly names: Readonly<Record<string, string>>
}

export async function readBusinessAsks(
  manager: EntityManager,
  ids: readonly string[],
): Promise<Map<string, BusinessAskOwn>> {
  const rows = (await manager.query(
    `SELECT proposal_id AS id, to_named AS "toNamed", wanted, contact, coalesce(own.names, '{}') AS names FROM business_ask
      JOIN proposal ON proposal.id = proposal_id
     LEFT JOIN LATERAL (SELECT json_object_agg(told.text, asset.name) AS names
       FROM asset, LATERAL (VALUES (asset.kind || '/' || asset.handle), (asset.number)) told(text)
       WHERE asset.business_id = proposal.to_business_id AND told.text = ANY (ARRAY(SELECT coalesce(named->>'number',
         (named->>'kind') || '/' || (named->>'handle'))
         FROM jsonb_array_elements(wanted->'parts') part, jsonb_array_elements(part->'on') named))) own ON true
     WHERE proposal_id = ANY($1)`,
    [ids],
  )) as (BusinessAskOwn & { id: string })[]
  return new Map(rows.map(({ id, ...own }) => [id, own]))
}

export async function keepBusinessAsk(
  change: Change,
  proposal: string,
  own: Omit<BusinessAskOwn, 'names'>,
): Promise<void> {
  await change.manager.query(
    'INSERT INTO business_ask (proposal_id, to_named, wanted, contact) VALUES ($1, $2, $3, $4)',
    [proposal, own.toNamed, JSON.stringify(own.wanted), own.contact],
  )
}
