import { momentOfBegin, momentOfEnd, printMoment, sayGiven, sayList, type Words } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { clearTextOf } from '../assets/targets.ts'
import type { Acting } from '../businesses/acting.ts'
import { giversOnAll } from '../grants/giversOn.ts'
import { saySentenceIn } from '../grants/saySentence.ts'
import { gatherProposal, sayProposal, type ProposalParts } from '../proposals/describe.ts'
import { takeStep } from '../proposals/followLink.ts'
import { askAnsweredLetter } from '../proposals/letters.ts'
import { markAnswered } from '../proposals/markAnswered.ts'
import { lockProposal, ownersOfItems } from '../proposals/records.ts'
import { lessOf, type AnsweredItem } from '../proposals/lessOf.ts'

export interface AskAnswered {
  readonly result: string
  readonly less: string | null
}

/**
 * Grants what a member asked for, or less of it: `watch on ad-account/… until …` says what is granted instead. More than
 * was asked for is refused: `proposal.more-than-asked`.
 */
export function grantAsk(room: Room) {
  return async (acting: Acting, id: string, less: string | null, reason: string | null): Promise<AskAnswered> => {
    const owners = await ownersOfItems(room.database.manager, id)
    return room.change(actorOf(acting.live), { businesses: [acting.id, ...owners] }, async change => {
      const parts = await askToAnswer(room, change, acting, id)
      const said = sayProposal(parts)
      if (takeStep(parts.proposal, 'accept', change.now, acting.zone)) return repeated(change, acting, parts)
      const answered = less
        ? lessOf(room, acting.zone, parts.items, less)
        : parts.items.map(one => ({ ...one, words: one.item }))
      const sentences = sentencesOf(acting, { ...parts, items: answered })
      for (const sentence of sentences)
        await saySentenceIn(room, change, acting, { sentence, note: null, standing: 'member' }, id)
      await markAnswered(change, acting, id, { state: 'accepted', reason })
      await change.record({
        chain: acting.id,
        what: 'ask.granted',
        sentence: `${acting.live.name} granted ${less ? 'less of ' : ''}what ${parts.sender.name} had asked for: ${said}.`,
        about: parts.sender.id,
        data: { proposal: id, less },
      })
      const granted = less ?? said
      await change.mail(
        askAnsweredLetter(parts.sender, acting.live, {
          granted: true,
          said: granted,
          less: less ? said : null,
          reason,
        }),
      )
      return { result: `Granted to ${parts.sender.name}: ${granted}.`, less }
    })
  }
}

/** Declines what a member asked for, with a reason. */
export function declineAsk(room: Room) {
  return async (acting: Acting, id: string, reason: string | null): Promise<AskAnswered> =>
    room.change(actorOf(acting.live), { businesses: [acting.id] }, async change => {
      const parts = await askToAnswer(room, change, acting, id)
      if (takeStep(parts.proposal, 'decline', change.now, acting.zone)) return repeated(change, acting, parts)
      await markAnswered(change, acting, id, { state: 'declined', reason })
      const said = sayProposal(parts)
      await change.record({
        chain: acting.id,
        what: 'ask.declined',
        sentence: `${acting.live.name} declined what ${parts.sender.name} had asked for: ${said}${reason ? `: “${reason}”` : ''}.`,
        about: parts.sender.id,
        data: { proposal: id },
      })
      await change.mail(askAnsweredLetter(parts.sender, acting.live, { granted: false, said, less: null, reason }))
      return { result: `Declined. ${parts.sender.name} is told.`, less: null }
    })
}

/** An ask that the acting person may answer: they can give access on all it names, and did not ask themselves. */
async function askToAnswer(room: Room, change: Change, acting: Acting, id: string): Promise<ProposalParts> {
  const proposal = await lockProposal(change.manager, id)
  if (!proposal || proposal.kind !== 'ask' || proposal.businessId !== acting.id || proposal.toBusinessId)
    throw new Problem('proposal.unknown', `Nobody at ${acting.name} asked for that.`)
  const parts = await gatherProposal(change.manager, proposal)
  const able = await giversOnAll(
    room,
    change.manager,
    acting.id,
    parts.items.flatMap(({ target }) => target.assets),
  )
  if (able.some(giver => giver.id === acting.live.person)) return parts
  throw new Problem(
    'access.not-yours-to-give',
    `That is not yours to give. ${
      sayList(
        able.map(giver => giver.name),
        'or',
      ) || 'Nobody'
    } can.`,
  )
}

async function repeated(change: Change, acting: Acting, { proposal, sender }: ProposalParts): Promise<AskAnswered> {
  await change.record({
    chain: acting.id,
    what: 'ask.repeated',
    sentence: `${acting.live.name} answered again what ${sender.name} had asked for.`,
    data: { proposal: proposal.id },
  })
  return { result: 'It was answered so already.', less: null }
}

/** What was asked for, as sentences: one for each thing. */
function sentencesOf(
  acting: Acting,
  { items, sender, proposal }: Omit<ProposalParts, 'items'> & { items: readonly AnsweredItem[] },
): string[] {
  return items.map(
    ({ words, target }) =>
      `let ${sender.address} ${sayAsked(words, clearTextOf(target, acting.id), proposal.purpose, acting.zone)}`,
  )
}

/** `run on ad-account/summer-crossings hiding revenue until 2027-03-31 to "run our adverts"` */
export function sayAsked(
  item: Words,
  on: string,
  purpose: string | null,
  zone: string,
  { mayGiveAccess, mayPassOn } = { mayGiveAccess: false, mayPassOn: false },
): string {
  return [
    sayGiven(item),
    `on ${on}`,
    item.hiding.length > 0 ? `hiding ${item.hiding.join(' and ')}` : '',
    mayGiveAccess ? 'may give access' : '',
    mayPassOn ? 'may pass on' : '',
    item.from ? `from ${printMoment(momentOfBegin(item.from, zone))}` : '',
    item.until ? `until ${printMoment(momentOfEnd(item.until, zone))}` : '',
    purpose ? `to "${purpose}"` : '',
  ]
    .filter(Boolean)
    .join(' ')
}
