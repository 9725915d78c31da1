import { isBefore, Temporal } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { lettersCameBack } from './cameBack.ts'
import { namesIn } from './describe.ts'
import { gatherProposals } from './gather.ts'
import type { ProposalKind, ProposalParts, Register, Side } from './kind.ts'
import { kindsToBusiness, mayAnswer } from './mayAnswer.ts'
import { proposals } from './records.ts'
import { waitsFor } from './waitsFor.ts'

/** An open proposal as it lies on a desk. */
export interface DeskLetter {
  readonly proposal: string
  readonly kind: string
  /** Who wants what from whom, in one sentence. */
  readonly said: string
  /** The names in it, to be set strong. */
  readonly names: readonly string[]
  readonly note: string | null
  readonly answeredBy: ProposalKind['answeredBy']
  readonly canBeSentAgain: boolean
  readonly canBePassedOn: boolean
  readonly to: string | null
  readonly moveTo: string | null
  /** Who can answer it, told to who sent it. */
  readonly waitsFor: string | null
  /** That the letter came back, and what to do, told to who sent it. */
  readonly cameBack: string | null
  readonly openedAt: string
  readonly lapsesAt: string
  readonly lapsesSoon: boolean
}

const most = 50
/** Working out whether a colleague who is no admin can answer takes a look at the assets: for so many at most. */
const mostAnswerable = 10
const soon = Temporal.Duration.from({ hours: 3 * 24 })

/**
 * What waits for somebody's own answer or that of the business they act for, and what they or, for an admin, the business
 * sent and nobody has answered; the oldest first.
 */
export async function readLetters(
  kit: Kit,
  kinds: Register,
  acting: Acting,
): Promise<{ readonly received: DeskLetter[]; readonly waiting: DeskLetter[] }> {
  const admin = acting.standing === 'admin'
  const among = kinds.all.filter(kind => kind.answeredBy === 'colleagues').map(kind => kind.kind)
  const forMe = 'proposal.toAddress IN (SELECT address FROM person_address WHERE person_id = :me)'
  const forUs = kindsToBusiness(kinds, acting.standing)
  const toUs = forUs.length > 0 ? 'OR (proposal.toBusinessId = :business AND proposal.kind IN (:...forUs))' : ''
  const forColleagues = '(proposal.businessId = :business AND proposal.kind IN (:...among) AND proposal.sentBy <> :me)'
  const fromAdmins = admin
    ? 'OR proposal.kind NOT IN (:...among)'
    : forUs.length > 0
      ? 'OR proposal.kind IN (:...forUs)'
      : ''
  const [received, waiting] = await Promise.all([
    read(kit, kinds, acting, { among, forUs }, `${forMe} ${toUs} OR ${forColleagues}`),
    read(
      kit,
      kinds,
      acting,
      { among, forUs },
      `proposal.businessId = :business AND (proposal.sentBy = :me ${fromAdmins})`,
    ),
  ])
  const mine: DeskLetter[] = []
  let looked = 0
  for (const { kind, parts } of received) {
    const mayBe = kind.answeredBy !== 'colleagues' || admin || ++looked <= mostAnswerable
    if (mayBe && (await mayAnswer(kit, kit.database.manager, acting, kind, parts)))
      mine.push(tell(kit, kind, parts, 'received', { waitsFor: null, cameBack: null }))
  }
  const { manager } = kit.database
  const back = await lettersCameBack(
    manager,
    waiting.map(({ kind, parts }) => ({ id: parts.proposal.id, kind })),
  )
  const sent: DeskLetter[] = []
  for (const { kind, parts } of waiting)
    sent.push(
      tell(kit, kind, parts, 'sent', {
        waitsFor: await waitsFor(kit, manager, kind, parts, 'sent'),
        cameBack: back.get(parts.proposal.id) ?? null,
      }),
    )
  return { received: mine, waiting: sent }
}

async function read(
  kit: Kit,
  kinds: Register,
  acting: Acting,
  named: { readonly among: readonly string[]; readonly forUs: readonly string[] },
  which: string,
) {
  const { manager } = kit.database
  const page = await manager
    .createQueryBuilder(proposals, 'proposal')
    .where(`(${which}) AND proposal.state = 'open' AND proposal.lapsesAt > :now`, {
      me: acting.live.person,
      business: acting.id,
      ...named,
      now: kit.clock.now().toString(),
    })
    .orderBy('proposal.openedAt', 'ASC')
    .limit(most)
    .getMany()
  return (await gatherProposals(manager, kinds, page)).map(parts => ({ kind: kinds.of(parts.proposal), parts }))
}

function tell(
  kit: Kit,
  kind: ProposalKind,
  parts: ProposalParts,
  side: Side,
  toSender: Pick<DeskLetter, 'waitsFor' | 'cameBack'>,
): DeskLetter {
  const { id, note, toAddress, moveTo, openedAt, lapsesAt } = parts.proposal
  const said = kind.outset(parts, side)
  return {
    proposal: id,
    kind: kind.kind,
    said,
    names: namesIn(said, kind, parts),
    note,
    answeredBy: kind.answeredBy,
    canBeSentAgain: kind.canBeSentAgain,
    canBePassedOn: kind.canBePassedOn,
    to: toAddress,
    moveTo,
    ...toSender,
    openedAt: openedAt.toString(),
    lapsesAt: lapsesAt.toString(),
    lapsesSoon: !isBefore(kit.clock.now().add(soon), lapsesAt),
  }
}
