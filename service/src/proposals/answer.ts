import { courses, withReason } from '@famiglia/core'
import { changeFor, type Acting } from '../businesses/acting.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { between } from '../base/chain.ts'
import { gatherProposal } from './gather.ts'
import type { PayingSaid, ProposalKind, ProposalParts, ProposedThing, Register } from './kind.ts'
import { lessOf } from './lessOf.ts'
import { sayThingsOf } from './sayThingsOf.ts'
import { closeProposal, findProposal, noteGranted, putItem, type Proposal } from './queries.ts'
import { takeStep, voidProblem } from './step.ts'

export interface Answered {
  readonly result: string
  readonly less: string | null
}

export interface AnswerGiven {
  /** What is granted or accepted instead, as written; null for all of it. */
  readonly less: string | null
  readonly reason: string | null
  /** The answer to what its kind asks separately. */
  readonly mayGiveAccess: boolean
  readonly paying: PayingSaid
  readonly falls: readonly string[]
}

/** What is asked separately is no, unless it is answered. */
function withAnswer(things: readonly ProposedThing[], answer: boolean): ProposedThing[] {
  return things.map(thing => ({ ...thing, mayPassOn: thing.mayPassOn && answer }))
}

interface ToAnswer {
  readonly kind: ProposalKind
  readonly parts: ProposalParts
}

/** Asks a second admin to agree before a yes is given, where the business chose that it takes two; null where one is enough. */
export type AskSecond = (
  change: Change,
  acting: Acting,
  asked: { readonly said: string; readonly proposal: string; readonly answer: AnswerGiven },
) => Promise<{ readonly result: string } | null>

/** What came of a yes, or why it could not be given to what holds no longer; that it ended is kept. */
export type Outcome = Answered | { readonly void: Problem }

/**
 * Says yes, for the acting business, to what is asked of it or offered to it; or to less of it: `watch on …` says what is
 * granted instead, never more (`proposal.more-than-asked`). Where who sent it could not send it now: `proposal.void`.
 */
export function acceptProposal(kit: Kit, kinds: Register, askSecond: AskSecond) {
  return async (acting: Acting, id: string, given: AnswerGiven): Promise<Answered> => {
    const outcome = await changeFor(kit, acting, change =>
      acceptWithin(kit, change, kinds, acting, id, given, askSecond),
    )
    if ('void' in outcome) throw outcome.void
    return outcome
  }
}

/** The same, as a part of a change; `askSecond` is null where a second admin is who says it. */
export async function acceptWithin(
  kit: Kit,
  change: Change,
  kinds: Register,
  acting: Acting,
  id: string,
  given: AnswerGiven,
  askSecond: AskSecond | null,
): Promise<Outcome> {
  const { less, reason, mayGiveAccess, paying, falls } = given
  const { kind, parts } = await proposalToAnswer(kit, change, kinds, acting, id)
  const { proposal, business } = parts
  if (takeStep(kind, proposal, 'accept', change.now, acting.zone)) return repeated(change, acting, kind, parts)
  const why = await kind.whyVoid(kit, change.manager, parts)
  if (why) return { void: await makeVoid(change, kind, parts, why) }
  if (less && !kind.yes.less) throw new Problem('proposal.more-than-asked', `There is no less of this ${kind.noun}.`)
  const two = askSecond && kind.takesTwo?.(parts, mayGiveAccess)
  if (two) {
    change.requireFreshProof('That needs you to confirm it’s you.')
    const asked = await askSecond(change, acting, { said: two, proposal: id, answer: given })
    if (asked) return { result: asked.result, less: null }
  }
  const whole = await kind.things(kit, change.manager, acting, parts)
  const today = kit.clock.now().toZonedDateTimeISO(acting.zone).toPlainDate()
  const taken = less ? lessOf(today, business.zone, whole.things, less) : whole.things
  if (!less) whole.assertWhole()
  const things = kind.question?.(parts) ? withAnswer(taken, mayGiveAccess) : taken
  const say = (of: typeof things) => sayThingsOf(kind, parts, of)
  const said = things.length > 0 ? say(things) : kind.said(parts)
  const isLess = less !== null || say(things) !== say(whole.things)
  await closeProposal(change, id, { state: courses[kind.course].open.accept, reason })
  for (const thing of things)
    if (thing.item) await noteGranted(change, thing.item.id, thing.terms)
    else await putItem(change, id, thing, thing.terms)
  const person = { id: acting.live.person, name: acting.live.name, address: acting.live.address }
  const answer = { acting, person, things, isLess, reason, paying, falls, keeping: null }
  const result = await kind.accept(kit, change, parts, answer)
  change.record({
    ...chainsOf(kind, parts),
    what: `${kind.kind}.${kind.acceptedAs}`,
    sentence: `${acting.live.name} ${kind.acceptedAs}${forWhom(acting, parts)} ${isLess ? 'less of ' : ''}${kind.name(parts)}: ${said}.`,
    about: parts.sender.id,
    data: { proposal: id, less },
  })
  const told = { by: acting.live, accepted: true, said, whole: isLess ? kind.said(parts) : null, reason }
  for (const letter of kind.letters.answered(parts, told)) await change.mail(letter)
  return { result, less: isLess ? said : null }
}

/** Says no to it, with a reason, which is told to who sent it. */
export function declineProposal(kit: Kit, kinds: Register) {
  return async (acting: Acting, id: string, reason: string | null): Promise<Answered> =>
    changeFor(kit, acting, async change => {
      const { kind, parts } = await proposalToAnswer(kit, change, kinds, acting, id)
      if (takeStep(kind, parts.proposal, 'decline', change.now, acting.zone))
        return repeated(change, acting, kind, parts)
      await closeProposal(change, id, { state: 'declined', reason })
      const said = kind.said(parts)
      change.record({
        ...chainsOf(kind, parts),
        what: `${kind.kind}.declined`,
        sentence: withReason(
          `${acting.live.name} declined${forWhom(acting, parts)} ${kind.name(parts)}: ${said}`,
          reason,
        ),
        about: parts.sender.id,
        data: { proposal: id },
      })
      for (const letter of kind.letters.answered(parts, {
        by: acting.live,
        accepted: false,
        said,
        whole: null,
        reason,
      }))
        await change.mail(letter)
      return { result: `Declined. ${parts.partner ? parts.business.name : parts.sender.name} is told.`, less: null }
    })
}

/** Both histories, where it goes from one business to another. */
export function chainsOf(kind: ProposalKind, parts: ProposalParts) {
  const { business, partner } = parts
  if (!partner) return { chain: business.id }
  return kind.partnerIsKnown(parts) ? between(business, partner) : { chain: [business.id, partner.id] }
}

/** Ends what holds no longer, tells both sides, and gives the problem that who answered is told. */
export async function makeVoid(
  change: Change,
  kind: ProposalKind,
  parts: ProposalParts,
  why: string,
): Promise<Problem> {
  const { proposal } = parts
  await closeProposal(change, proposal.id, { state: 'void', reason: why })
  change.record({
    ...chainsOf(kind, parts),
    what: `${kind.kind}.void`,
    sentence: `${capital(kind.name(parts))} holds no longer: ${why}.`,
    data: { proposal: proposal.id },
  })
  for (const letter of kind.letters.lapsed({ ...parts, proposal: { ...proposal, state: 'void', reason: why } }))
    await change.mail(letter)
  return voidProblem(kind.noun, why)
}

function forWhom(acting: Acting, { partner }: ProposalParts): string {
  return partner ? `, for ${acting.name},` : ''
}

async function proposalToAnswer(
  kit: Kit,
  change: Change,
  kinds: Register,
  acting: Acting,
  id: string,
): Promise<ToAnswer> {
  const proposal = await findProposal(change.manager, { id })
  const kind = proposal && kinds.of(proposal)
  if (!proposal || !kind || !isFor(kind, proposal, acting))
    throw new Problem('proposal.unknown', `Nothing of that kind waits for an answer of ${acting.name}.`)
  const parts = await gatherProposal(change.manager, kinds, proposal)
  if (kind.answeredBy === 'colleagues' && parts.sender.id === acting.live.person)
    throw new Problem('proposal.own', 'Nobody answers what they asked for themselves. Somebody else can.')
  await kind.assertMayAnswer(kit, change.manager, acting, parts)
  return { kind, parts }
}

function isFor(kind: ProposalKind, proposal: Proposal, acting: Acting): boolean {
  if (kind.answeredBy === 'address') return false
  return kind.answeredBy === 'business' ? proposal.toBusinessId === acting.id : proposal.businessId === acting.id
}

function repeated(change: Change, acting: Acting, kind: ProposalKind, parts: ProposalParts): Answered {
  change.record({
    chain: acting.id,
    what: `${kind.kind}.repeated`,
    sentence: `${acting.live.name} answered again: ${kind.name(parts)}.`,
    data: { proposal: parts.proposal.id },
  })
  return { result: 'It was answered so already.', less: null }
}

export function capital(text: string): string {
  return text[0]!.toUpperCase() + text.slice(1)
}
