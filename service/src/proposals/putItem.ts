import type { Words } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Target } from '../assets/targets.ts'
import { proposalItems, type ProposalItem } from './records.ts'

export interface ItemWanted {
  readonly target: Pick<Target, 'id' | 'assetId' | 'bundleId'>
  readonly words: Words
  readonly purpose: string | null
  readonly mayPassOn?: boolean
}

/** One thing of a proposal, with the words of the grant it would become. */
export function itemOf(proposal: string, { target, words, purpose, mayPassOn = false }: ItemWanted): ProposalItem {
  return {
    proposalId: proposal,
    assetId: target.assetId,
    bundleId: target.bundleId,
    targetId: target.id,
    tier: words.tier,
    actions: [...words.actions],
    hiding: [...words.hiding],
    from: words.from,
    until: words.until,
    purpose,
    mayPassOn,
  }
}

/** Puts something into a proposal, in the place of what it said of the same thing before. */
export async function putItem(change: Change, proposal: string, wanted: ItemWanted): Promise<void> {
  await change.manager.delete(proposalItems, { proposalId: proposal, targetId: wanted.target.id })
  await change.manager.insert(proposalItems, itemOf(proposal, wanted))
}
