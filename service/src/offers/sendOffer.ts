import { sayEnd } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf, type Business } from '../businesses/queries.ts'
import { insideOf } from '../grants/inside.ts'
import { partiesOf } from '../grants/parties.ts'
import { sayAll, sayTarget } from '../grants/tellThings.ts'
import { gatherProposal } from '../proposals/gather.ts'
import { registerOf, type ProposedThing } from '../proposals/kind.ts'
import { changeProposal, openProposal, putItem, type Proposal } from '../proposals/queries.ts'
import { offer } from './kind.ts'
import { offerLetter } from './letters.ts'

export interface Offering {
  readonly to: Business
  /** The open offer to it, which more is put into. */
  readonly open: Proposal | null
  readonly things: readonly Omit<ProposedThing, 'item'>[]
  /** What was said, as written, for the history. */
  readonly text: string
  readonly note: string | null
  /** Seconds the letter waits, so that an offer withdrawn at once was never sent. */
  readonly letterWaits: number
}

export interface Offered {
  readonly result: string
  readonly outcome: 'offered'
  readonly grants: readonly string[]
  readonly proposal: string
}

/** Offers a business access: it waits for the approval of one of its admins. What is said while an offer to it is open goes into that one. */
export async function sendOffer(change: Change, acting: Acting, offering: Offering): Promise<Offered> {
  const { to, open, things, note } = offering
  const proposal =
    open ??
    (await openProposal(change, {
      kind: 'offer',
      businessId: acting.id,
      toBusinessId: to.id,
      note,
      sentBy: acting.live.person,
      days: acting.proposalDays,
      zone: acting.zone,
    }))
  if (open && note && note !== open.note) await changeProposal(change, open.id, { note })
  for (const thing of things) await offerThing(change, acting, proposal, thing, offering)
  const said = sayAll(things, acting.zone)
  await sendLetters(change, acting, proposal, offering, said)
  const until = sayEnd(proposal.lapsesAt, acting.zone)
  return {
    result: open
      ? `The open offer to ${to.name} now holds ${said} too. It stays open until ${until}.`
      : `Offered to ${to.name}: ${said}. It waits for their approval until ${until}; you can withdraw it until then.`,
    outcome: 'offered',
    grants: [],
    proposal: proposal.id,
  }
}

const own = registerOf([offer])

async function sendLetters(
  change: Change,
  acting: Acting,
  proposal: Proposal,
  { to, open, letterWaits }: Offering,
  said: string,
): Promise<void> {
  const neverLeft = open ? (await change.recallLetters(proposal.id)) > 0 : true
  const whole = await gatherProposal(change.manager, own, proposal)
  const inside = await insideOf(change.manager, whole.things)
  for (const admin of await adminsOf(change.manager, to.id))
    await change.mail(
      offerLetter(admin, to, acting, {
        proposal: whole.proposal,
        things: whole.things,
        inside,
        changes: neverLeft ? null : said,
      }),
      { proposal: proposal.id, notBefore: change.now.add({ seconds: letterWaits }) },
    )
}

async function offerThing(
  change: Change,
  acting: Acting,
  proposal: Proposal,
  thing: Omit<ProposedThing, 'item'>,
  { to, open, text }: Offering,
): Promise<void> {
  await putItem(change, proposal.id, thing)
  const { target, terms, purpose } = thing
  change.record({
    ...partiesOf(acting, { party: to }, target),
    what: open ? 'offer.changed' : 'offer.sent',
    sentence: `${acting.live.name} offered ${to.name}, for ${acting.name}: ${sayTarget(target, terms, acting.zone, purpose)}.`,
    ...(target.assetId ? { asset: target.assetId } : {}),
    data: { proposal: proposal.id, sentence: text },
  })
}
