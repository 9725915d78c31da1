import type { Standing } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Change } from '../base/change.ts'

/** What is an invitation's own: the standing that who accepts it joins with. */
export interface InvitationOwn {
  readonly standing: Standing
}

export async function readInvitations(
  manager: EntityManager,
  ids: readonly string[],
): Promise<Map<string, InvitationOwn>> {
  const rows = (await manager.query('SELECT proposal_id AS id, standing FROM invitation WHERE proposal_id = ANY($1)', [
    ids,
  ])) as { id: string; standing: Standing }[]
  return new Map(rows.map(({ id, standing }) => [id, { standing }]))
}

export async function keepStanding(change: Change, proposal: string, standing: Standing): Promise<void> {
  await change.manager.query(
    'INSERT INTO invitation (proposal_id, standing) VALUES ($1, $2) ON CONFLICT (proposal_id) DO UPDATE SET standing = excluded.standing',
    [proposal, standing],
  )
}
