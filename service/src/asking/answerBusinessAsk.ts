import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { saySentenceIn } from '../grants/saySentence.ts'
import { sayItems } from '../grants/tellLevel.ts'
import { between } from '../history/append.ts'
import { answeredLetter } from '../offers/letters.ts'
import { gatherProposal, type ProposalParts } from '../proposals/describe.ts'
import { takeStep } from '../proposals/followLink.ts'
import { lessOf } from '../proposals/lessOf.ts'
import { markAnswered } from '../proposals/markAnswered.ts'
import { lockProposal, proposals } from '../proposals/records.ts'
import { sayAsked, type AskAnswered } from './answerAsk.ts'
import { readBusinessAsk, type AskRead } from './readBusinessAsk.ts'

/**
 * Grants what another business asks for, or less of it. It is in force at once: they asked, so it takes no further yes.
 * While something it needs is not here it waits: `ask.not-yet`; less can be granted all the same.
 */
export function grantBusinessAsk(room: Room) {
  return async (acting: Acting, id: string, less: string | null, reason: string | null): Promise<AskAnswered> =>
    asAsked(room, acting, id, async (change, parts) => {
      const { proposal, business } = parts
      if (takeStep(proposal, 'accept', change.now, acting.zone)) return repeated(change, acting, parts)
      const read = await readBusinessAsk(room, change.manager, acting, parts)
      const answered = less
        ? lessOf(room, acting.zone, read.items, less)
        : allOf(acting, read).map(one => ({ ...one, words: one.item }))
      const questions = { mayGiveAccess: read.mayGiveAccess, mayPassOn: read.mayPassOn }
      for (const { words, target } of answered)
        await saySentenceIn(
          room,
          change,
          acting,
          {
            sentence: `let ${business.number} ${sayAsked(words, target.text, proposal.purpose, acting.zone, questions)}`,
            note: null,
            standing: 'member',
          },
          id,
        )
      const said = sayItems(
        answered.map(({ words, target }) => ({ words, target })),
        acting.zone,
      )
      const isLess = less !== null || read.things.some(thing => thing.state !== 'here')
      await markAnswered(change, acting, id, { state: 'accepted', reason, granted: said })
      await change.record({
        ...between(acting, business),
        what: 'ask.granted',
        sentence: `${acting.live.name} granted ${business.name}, for ${acting.name}, ${isLess ? 'less of ' : ''}what it had asked for: ${said}.`,
        data: { proposal: id, less },
      })
      await change.mail(
        answeredLetter(parts.sender, business, {
          by: acting.live,
          of: acting,
          proposal,
          accepted: true,
          said,
          whole: isLess ? proposal.wanted : null,
          reason,
        }),
      )
      return { result: `Granted to ${business.name}: ${said}. It is in force.`, less: isLess ? said : null }
    })
}

export function declineBusinessAsk(room: Room) {
  return async (acting: Acting, id: string, reason: string | null): Promise<AskAnswered> =>
    asAsked(room, acting, id, async (change, parts) => {
      const { proposal, business } = parts
      if (takeStep(proposal, 'decline', change.now, acting.zone)) return repeated(change, acting, parts)
      await markAnswered(change, acting, id, { state: 'declined', reason })
      await change.record({
        ...between(acting, business),
        what: 'ask.declined',
        sentence: `${acting.live.name} declined, for ${acting.name}, what ${business.name} had asked for: ${proposal.wanted}${reason ? `: “${reason}”` : ''}.`,
        data: { proposal: id },
      })
      await change.mail(
        answeredLetter(parts.sender, business, {
          by: acting.live,
          of: acting,
          proposal,
          accepted: false,
          said: proposal.wanted ?? '',
          whole: null,
          reason,
        }),
      )
      return { result: `Declined. ${business.name} is told.`, less: null }
    })
}

/** All that is asked for, when all that it needs is here. */
function allOf(acting: Acting, { items, things }: AskRead): AskRead['items'] {
  const missing = things.filter(thing => thing.state === 'missing' && thing.must)
  if (missing.length === 0 && items.length > 0) return items
  throw new Problem(
    'ask.not-yet',
    `${missing.map(thing => `${thing.text}: ${thing.remedy}`).join(' ') || `${acting.name} has nothing of what they ask for.`} The ask waits until then; you can also grant less.`,
    { missing: missing.map(thing => thing.text) },
  )
}

async function asAsked<T>(
  room: Room,
  acting: Acting,
  id: string,
  work: (change: Change, parts: ProposalParts) => Promise<T>,
): Promise<T> {
  requireStanding(acting, 'deal-with-partners', 'Answering another business')
  const found = await room.database.manager.findOneBy(proposals, { id, toBusinessId: acting.id, kind: 'ask' })
  if (!found) throw new Problem('proposal.unknown', `No business asked ${acting.name} for that.`)
  return room.change(actorOf(acting.live), { businesses: [acting.id, found.businessId] }, async change => {
    const proposal = (await lockProposal(change.manager, id))!
    return work(change, await gatherProposal(change.manager, proposal))
  })
}

async function repeated(change: Change, acting: Acting, { business, proposal }: ProposalParts): Promise<AskAnswered> {
  await change.record({
    chain: acting.id,
    what: 'ask.repeated',
    sentence: `${acting.live.name} answered again what ${business.name} had asked for.`,
    data: { proposal: proposal.id },
  })
  return { result: 'It was answered so already.', less: null }
}
