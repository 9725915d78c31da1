import {
  momentOfBegin,
  momentOfEnd,
  parseSentence,
  printMoment,
  sayGiven,
  sayList,
  staysWithin,
  type Words,
} from '@famiglia/core'
import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { getTarget } from '../assets/targets.ts'
import type { Acting } from '../businesses/acting.ts'
import { giversOnAll } from '../grants/giversOn.ts'
import { saySentenceIn } from '../grants/saySentence.ts'
import { gatherProposal, sayProposal, type ProposalParts } from '../proposals/describe.ts'
import { takeStep } from '../proposals/followLink.ts'
import { askAnsweredLetter } from '../proposals/letters.ts'
import { lockProposal, proposals } from '../proposals/records.ts'
import { sayItems } from '../grants/tellLevel.ts'
import { momentsOf } from './words.ts'

export interface AskAnswered {
  readonly result: string
  readonly less: string | null
}

/**
 * Grants what a member asked for, or less of it: `watch on ad-account/… until …` says what is granted instead. More than
 * was asked for is refused: `proposal.more-than-asked`.
 */
export function grantAsk(room: Room) {
  return async (acting: Acting, id: string, less: string | null, reason: string | null): Promise<AskAnswered> =>
    room.change(actorOf(acting.live), { businesses: [acting.id] }, async change => {
      const parts = await askToAnswer(room, change, acting, id)
      const said = sayProposal(parts)
      if (takeStep(parts.proposal, 'accept', change.now, acting.zone)) return repeated(change, acting, parts)
      const sentences = less ? [`let ${parts.sender.address} ${less}`] : sentencesOf(parts, acting.zone)
      if (less) await assertWithin(room, change, acting, parts, sentences[0]!)
      for (const sentence of sentences)
        await saySentenceIn(room, change, acting, { sentence, note: null, standing: 'member' }, id)
      await close(change, acting, id, 'accepted', reason)
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

/** Declines what a member asked for, with a reason. */
export function declineAsk(room: Room) {
  return async (acting: Acting, id: string, reason: string | null): Promise<AskAnswered> =>
    room.change(actorOf(acting.live), { businesses: [acting.id] }, async change => {
      const parts = await askToAnswer(room, change, acting, id)
      if (takeStep(parts.proposal, 'decline', change.now, acting.zone)) return repeated(change, acting, parts)
      await close(change, acting, id, 'declined', reason)
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
  if (!proposal || proposal.kind !== 'ask' || proposal.businessId !== acting.id)
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

async function close(
  change: Change,
  acting: Acting,
  id: string,
  state: 'accepted' | 'declined',
  reason: string | null,
) {
  await change.manager.update(
    proposals,
    { id },
    { state, answeredAt: change.now, answeredBy: acting.live.person, reason },
  )
}

/** What was asked for, as sentences: one for each thing. */
export function sentencesOf({ items, sender, proposal }: ProposalParts, zone: string): string[] {
  return items.map(({ item, target }) => `let ${sender.address} ${sayAsked(item, target.text, proposal.purpose, zone)}`)
}

/** `run on ad-account/summer-crossings hiding revenue until 2027-03-31 to "run our adverts"` */
export function sayAsked(item: Words, on: string, purpose: string | null, zone: string): string {
  return [
    sayGiven(item),
    `on ${on}`,
    item.hiding.length > 0 ? `hiding ${item.hiding.join(' and ')}` : '',
    item.from ? `from ${printMoment(momentOfBegin(item.from, zone))}` : '',
    item.until ? `until ${printMoment(momentOfEnd(item.until, zone))}` : '',
    purpose ? `to "${purpose}"` : '',
  ]
    .filter(Boolean)
    .join(' ')
}

async function assertWithin(
  room: Room,
  change: Change,
  acting: Acting,
  parts: ProposalParts,
  text: string,
): Promise<void> {
  const today = room.clock.now().toZonedDateTimeISO(acting.zone).toPlainDate()
  const reading = parseSentence(text, today)
  if (!reading.ok)
    throw new Problem(reading.error.code, reading.error.message, { pointer: '/less', nearest: reading.error.nearest })
  const { sentence } = reading
  if (sentence.verb !== 'let' || sayGiven(sentence) === '')
    throw new Problem('sentence.unreadable', 'Less is said as a tier or actions on what was asked for.', {
      pointer: '/less',
    })
  const words: Words = {
    tier: sentence.tier,
    actions: sentence.actions,
    hiding: sentence.hiding,
    ...momentsOf(sentence, acting.zone),
  }
  for (const what of sentence.on) {
    const target = await getTarget(change.manager, acting, what)
    const asked = parts.items.find(item => item.target.id === target.id)
    const within = asked && target.assets.every(asset => staysWithin(asset.kind, asked.item, words))
    if (!within)
      throw new Problem(
        'proposal.more-than-asked',
        `${parts.sender.name} asked for ${sayItems(
          parts.items.map(({ item, target: on }) => ({ words: item, target: on })),
          acting.zone,
        )}; on ${target.name} this would be more. Say less here, and give more by a sentence of your own.`,
        { pointer: '/less' },
      )
  }
}
