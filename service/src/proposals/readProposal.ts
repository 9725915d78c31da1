import { mayInBusiness } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { lettersCameBack } from './cameBack.ts'
import { describeProposal, sideOf, type ProposalInWords } from './describe.ts'
import { gatherProposal } from './gather.ts'
import type { Register } from './kind.ts'
import { assertReads, kindsToBusiness, mayAnswer } from './mayAnswer.ts'
import { findProposal, type Proposal } from './queries.ts'
import { waitsFor } from './waitsFor.ts'

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
  const kind = kinds.of(proposal)
  const told = describeProposal(kinds, parts, kit.clock.now(), reader)
  if (passedOn || told.state !== 'open') return told
  const side = sideOf(kind, parts, reader)
  return {
    ...told,
    waitsFor: await waitsFor(kit, manager, kind, parts, side),
    cameBack:
      side === 'sent' ? ((await lettersCameBack(manager, [{ id: proposal.id, kind }])).get(proposal.id) ?? null) : null,
    beforehand: (await kind.beforehand?.(kit, manager, parts, kinds, side)) ?? [],
  }
}

/** What a business sent or was sent, as those of its people may read it who sent it, may answer it or look after all. */
export async function readProposalOf(kit: Kit, kinds: Register, acting: Acting, id: string): Promise<ProposalInWords> {
  const { manager } = kit.database
  const received = await findProposal(manager, { id, toBusinessId: acting.id })
  if (received) assertReads(kinds, acting, received)
  const proposal = received ?? (await findProposal(manager, { id, businessId: acting.id }))
  const visible =
    received ||
    (proposal &&
      (proposal.sentBy === acting.live.person ||
        mayInBusiness(acting.standing, 'invite') ||
        kindsToBusiness(kinds, acting.standing).includes(proposal.kind) ||
        (await isToAnswer(kit, kinds, acting, proposal))))
  if (!proposal || !visible) throw new Problem('proposal.unknown', `${acting.name} has no such proposal.`)
  return readProposal(kit, kinds, proposal, { reader: acting.id })
}

async function isToAnswer(kit: Kit, kinds: Register, acting: Acting, proposal: Proposal): Promise<boolean> {
  const kind = kinds.of(proposal)
  if (kind.answeredBy !== 'colleagues') return false
  const { manager } = kit.database
  return mayAnswer(kit, manager, acting, kind, await gatherProposal(manager, kinds, proposal))
}
