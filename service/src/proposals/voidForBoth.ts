import type { Change } from '../base/change.ts'
import { makeVoid } from './answer.ts'
import { gatherProposal } from './gather.ts'
import type { ProposalKind, ProposalParts, Register } from './kind.ts'
import { findProposal } from './queries.ts'

/** Ends a proposal that has lost its ground, and tells both sides why; one that still has it, where there is no why, stays. */
export async function voidForBoth(
  change: Change,
  kinds: Register,
  id: string,
  whyOf: (kind: ProposalKind, parts: ProposalParts) => Promise<string | null> | string,
): Promise<void> {
  const proposal = (await findProposal(change.manager, { id }))!
  const kind = kinds.of(proposal)
  const parts = await gatherProposal(change.manager, kinds, proposal)
  const why = await whyOf(kind, parts)
  if (!why) return
  await makeVoid(change, kind, parts, why)
  for (const letter of await kind.letters.cameToNothing(change, parts, why)) await change.mail(letter)
}
