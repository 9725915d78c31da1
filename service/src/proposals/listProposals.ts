import { mayInBusiness } from '@famiglia/core'
import { Brackets } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import type { LiveSession } from '../base/live-session.ts'
import { cutPage, readCursor } from '../base/page.ts'
import { Problem } from '../base/problem.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { findPersonByAddress } from '../people/queries.ts'
import { describeProposal, type ProposalInWords } from './describe.ts'
import { gatherProposals } from './gather.ts'
import { kindsToBusiness } from './mayAnswer.ts'
import type { Register } from './kind.ts'
import { proposals, type Proposal } from './records.ts'

interface Listed {
  readonly limit: number
  readonly after?: string | undefined
  readonly state: string
  /** One kind alone. */
  readonly kind?: string | undefined
  /** What the business sent, or what other businesses sent it. */
  readonly side: string
}

/** A page of what a business sent, or of what other businesses sent it; of others than admins what they sent themselves. */
export async function listProposals(
  kit: Kit,
  kinds: Register,
  acting: Acting,
  { limit, after, state, side, kind }: Listed,
): Promise<{ items: ProposalInWords[]; next: string | null }> {
  const forUs = kindsToBusiness(kinds, acting.standing)
  if (side === 'received' && forUs.length === 0)
    requireStanding(acting, 'deal-with-partners', 'Reading what other businesses sent')
  const cursor = readCursor(after)
  const query = kit.database.manager
    .createQueryBuilder(proposals, 'proposal')
    .where(`proposal.${side === 'sent' ? 'businessId' : 'toBusinessId'} = :business`, { business: acting.id })
    .orderBy('proposal.openedAt', 'DESC')
    .addOrderBy('proposal.id', 'DESC')
    .limit(limit + 1)
  if (state === 'open')
    query.andWhere("proposal.state = 'open' AND proposal.lapsesAt > :now", { now: kit.clock.now().toString() })
  if (kind) query.andWhere('proposal.kind = :kind', { kind })
  const isAdmin = mayInBusiness(acting.standing, 'invite')
  const toColleagues = kinds.all.filter(kind => kind.answeredBy === 'colleagues').map(({ kind }) => kind)
  if (side === 'sent')
    query.andWhere(
      new Brackets(own => {
        own.where('proposal.sentBy = :person', { person: acting.live.person })
        // What a colleague asks for was sent to the admins, not by them.
        if (isAdmin) own.orWhere('proposal.kind NOT IN (:...toColleagues)', { toColleagues })
      }),
    )
  else if (!isAdmin) query.andWhere('proposal.kind IN (:...forUs)', { forUs })
  if (cursor)
    query.andWhere('(proposal.openedAt, proposal.id) < (:at::timestamptz, :id::uuid)', {
      at: cursor[0],
      id: cursor[1],
    })
  const page = cutPage(await query.getMany(), limit, row => [row.openedAt.toString(), row.id])
  return { items: await describeAll(kit, kinds, page.items, acting.id), next: page.next }
}

/** What waits for somebody's own answer, under whichever of their addresses. */
export async function proposalsToPerson(kit: Kit, kinds: Register, live: LiveSession): Promise<ProposalInWords[]> {
  const rows = await kit.database.manager
    .createQueryBuilder(proposals, 'proposal')
    .where(
      "proposal.toAddress IN (SELECT address FROM person_address WHERE person_id = :person) AND proposal.state = 'open' AND proposal.lapsesAt > :now",
      { person: live.person, now: kit.clock.now().toString() },
    )
    .orderBy('proposal.openedAt', 'ASC')
    .limit(100)
    .getMany()
  return describeAll(kit, kinds, rows, null)
}

/** One proposal that was sent to an address of somebody's; any other is none. */
export async function sentToPerson(kit: Kit, live: LiveSession, id: string): Promise<Proposal> {
  const { manager } = kit.database
  const proposal = await manager.findOneBy(proposals, { id })
  const owner = proposal?.toAddress ? await findPersonByAddress(manager, proposal.toAddress) : null
  if (proposal && owner?.id === live.person) return proposal
  throw new Problem('proposal.unknown', 'Nothing of that kind was sent to you.')
}

async function describeAll(
  kit: Kit,
  kinds: Register,
  page: readonly Proposal[],
  reader: string | null,
): Promise<ProposalInWords[]> {
  return (await gatherProposals(kit.database.manager, kinds, page)).map(parts =>
    describeProposal(kinds, parts, kit.clock.now(), reader),
  )
}
