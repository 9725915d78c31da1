import type { EntityManager } from 'typeorm'
import { businessesById } from '../businesses/queries.ts'
import { peopleById } from '../people/queries.ts'
import { targetsById } from '../reach/targets.ts'
import { withOwners } from '../reach/held.ts'
import type { ProposalParts, ProposedThing, Register } from './kind.ts'
import { itemsOf, termsOfItem, type Proposal, type ProposalItem } from './queries.ts'
import type { Target } from '../reach/targets.ts'

export async function gatherProposal(
  manager: EntityManager,
  kinds: Register,
  proposal: Proposal,
): Promise<ProposalParts> {
  return (await gatherProposals(manager, kinds, [proposal]))[0]!
}

/** What proposals are about, for as many as are on a page, in a few queries. */
export async function gatherProposals(
  manager: EntityManager,
  kinds: Register,
  page: readonly Proposal[],
): Promise<ProposalParts[]> {
  const ids = page.map(proposal => proposal.id)
  const items = await itemsOf(manager, ids)
  const targets = await targetsById(
    manager,
    items.map(item => item.targetId!),
  )
  const parties = page.flatMap(({ businessId, toBusinessId }) => [businessId, toBusinessId ?? businessId])
  const from = await businessesById(manager, parties)
  const senders = await peopleById(
    manager,
    page.map(proposal => proposal.sentBy),
  )
  const own = await readOwn(manager, kinds, page)
  const gathered: ProposalParts[] = []
  for (const proposal of page) {
    const mine = items.filter(item => item.proposalId === proposal.id)
    gathered.push({
      proposal,
      business: from.get(proposal.businessId)!,
      sender: senders.get(proposal.sentBy)!,
      partner: from.get(proposal.toBusinessId ?? '') ?? null,
      things: thingsOf(mine, await withOwners(manager, proposal.businessId, only(targets, mine))),
      own: own.get(proposal.id) ?? null,
    })
  }
  return gathered
}

async function readOwn(
  manager: EntityManager,
  kinds: Register,
  page: readonly Proposal[],
): Promise<Map<string, unknown>> {
  const found = new Map<string, unknown>()
  for (const kind of kinds.all) {
    const ids = page.filter(proposal => proposal.kind === kind.kind).map(proposal => proposal.id)
    if (ids.length > 0) for (const [id, own] of await kind.readOwn(manager, ids)) found.set(id, own)
  }
  return found
}

function only(targets: ReadonlyMap<string, Target>, items: readonly ProposalItem[]): Map<string, Target> {
  return new Map(
    items.flatMap(({ targetId }) => (targets.has(targetId!) ? [[targetId!, targets.get(targetId!)!]] : [])),
  )
}

function thingsOf(items: readonly ProposalItem[], targets: ReadonlyMap<string, Target>): ProposedThing[] {
  // In the order in which they were said: the ids of items go up with time.
  return [...items]
    .sort((one, other) => (one.id < other.id ? -1 : 1))
    .flatMap(item => {
      const target = targets.get(item.targetId!)
      const { purpose, mayPassOn } = item
      return target ? [{ item, target, terms: termsOfItem(item), purpose, mayPassOn }] : []
    })
}
