import type { Kit } from '../base/kit.ts'
import { describeProposal, type ProposalInWords } from './describe.ts'
import { gatherProposal } from './gather.ts'
import type { Register } from './kind.ts'
import type { Proposal } from './queries.ts'

/**
 * One proposal read by itself, with what there is to know before a yes: for who sent it and whom it is for. Who was
 * passed its link on is told of the proposal alone.
 */
export async function readProposal(
  kit: Kit,
  kinds: Register,
  proposal: Proposal,
  { reader = null, passedOn = false }: { readonly reader?: string | null; readonly passedOn?: boolean } = {},
): Promise<ProposalInWords> {
  const { manager } = kit.database
  const parts = await gatherProposal(manager, kinds, proposal)
  const told = describeProposal(kinds, parts, kit.clock.now(), reader)
  const tellBeforehand = kinds.of(proposal).beforehand
  if (!tellBeforehand || passedOn || told.state !== 'open') return told
  return { ...told, beforehand: await tellBeforehand(kit, manager, parts, kinds) }
}
