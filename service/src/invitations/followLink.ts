import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { findProposal, type Proposal } from '../proposals/queries.ts'

export interface Followed {
  readonly proposal: Proposal
  /** Passed on by other means than the letter: it proves nobody's address. */
  readonly passedOn: boolean
}

/**
 * The proposal that a link leads to, from a letter or passed on. A link that was not made here or not copied whole:
 * `link.unknown`; one that a newer letter replaced: `link.replaced`.
 */
export async function followInvitationLink(kit: Kit, manager: EntityManager, link: string): Promise<Followed> {
  const fromLetter = kit.secrets.readLink('invitation', link)
  const target = fromLetter ?? kit.secrets.readLink('pass-on', link)
  if (!target)
    throw new Problem(
      'link.unknown',
      'This link is not whole, or was not made here. Copy it from the letter again, or ask for a new letter.',
    )
  const proposal = await findProposal(manager, { id: target.id })
  if (!proposal) throw new Problem('link.unknown', 'This link leads nowhere any more.')
  if (target.generation < proposal.generation)
    throw new Problem(
      'link.replaced',
      'A newer letter was sent since: its link is the one that counts. Look for the newest letter.',
    )
  return { proposal, passedOn: fromLetter === null }
}
