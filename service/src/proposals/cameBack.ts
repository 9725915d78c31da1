import type { EntityManager } from 'typeorm'
import type { ProposalKind } from './kind.ts'

/**
 * Of which proposals a letter came back, and what who sent it can do about it. One that was sent again and arrived since is
 * forgotten.
 */
export async function lettersCameBack(
  manager: EntityManager,
  of: readonly { readonly id: string; readonly kind: ProposalKind }[],
): Promise<ReadonlyMap<string, string>> {
  if (of.length === 0) return new Map()
  const rows = (await manager.query(
    `SELECT DISTINCT ON (proposal_id) proposal_id AS id, address, refusal FROM mail WHERE refused_at IS NOT NULL AND proposal_id = ANY($1)
       AND NOT EXISTS (SELECT FROM mail later WHERE later.proposal_id = mail.proposal_id AND later.address = mail.address AND later.sent_at > mail.refused_at)
     ORDER BY proposal_id, refused_at DESC`,
    [of.map(({ id }) => id)],
  )) as { id: string; address: string; refusal: string }[]
  const kinds = new Map(of.map(({ id, kind }) => [id, kind]))
  return new Map(
    rows.map(({ id, address, refusal }) => {
      const mend = kinds.get(id)!.canBePassedOn ? 'Check the address, or pass the link on' : 'Check the address'
      return [id, `The letter to ${address} came back: ${refusal}. ${mend}.`]
    }),
  )
}
