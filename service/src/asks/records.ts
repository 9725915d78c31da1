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
}

export async function readBusinessAsks(
  manager: EntityManager,
  ids: readonly string[],
): Promise<Map<string, BusinessAskOwn>> {
  const rows = (await manager.query(
    'SELECT proposal_id AS id, to_named AS "toNamed", wanted, contact FROM business_ask WHERE proposal_id = ANY($1)',
    [ids],
  )) as (BusinessAskOwn & { id: string })[]
  return new Map(rows.map(({ id, ...own }) => [id, own]))
}

export async function keepBusinessAsk(change: Change, proposal: string, own: BusinessAskOwn): Promise<void> {
  await change.manager.query(
    'INSERT INTO business_ask (proposal_id, to_named, wanted, contact) VALUES ($1, $2, $3, $4)',
    [proposal, own.toNamed, JSON.stringify(own.wanted), own.contact],
  )
}
