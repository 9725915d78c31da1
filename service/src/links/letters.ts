import { describeLevel, linkLevel, sayEnd, sayList, type Kind, type Terms } from '@famiglia/core'
import type { Letter } from '../base/letter.ts'
import type { Acting } from '../businesses/acting.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { ProposalParts } from '../proposals/kind.ts'
import { toProposal } from '../proposals/letters.ts'
import { isKnown, ownOfLink, sayAsKnown, sayWhole } from './sayLink.ts'

/** To each admin of the side that answers: the whole request, as it stands when the letter leaves. */
export function linkLetter(
  to: KnownPerson,
  parts: ProposalParts,
  { isReminder }: { readonly isReminder: boolean },
): Letter {
  const { proposal, business, partner, sender } = parts
  const { fromAbove, under } = ownOfLink(parts)
  const said = sayWhole(parts)
  const wants = fromAbove ? 'asks to link' : 'offers to link'
  return {
    to,
    subject: `${business.name} ${wants} ${said}`,
    body: [
      `Dear ${to.name},`,
      `this waits for your answer${isReminder ? ', and nobody has answered yet' : ''}: ${sender.name} of ${business.name} (${business.number}) ${wants} ${said}.`,
      fromAbove
        ? `Anyone who reaches ${under.name} would reach it, at most so far. It stays yours; you can accept, accept less, or decline.`
        : `Anyone who reaches ${under.name} would reach it, at most so far. It stays theirs; you can accept, accept less, or decline.`,
    ],
    note: proposal.note ? { text: proposal.note, from: sender.name } : null,
    facts: factsOfLinks(parts),
    button: { label: 'Read and answer', leads: toProposal(partner!, proposal.id) },
    unexpected: `Not expected? Decline it, or leave it: nothing is linked until one of you accepts. It was sent by ${sender.address}.`,
  }
}

/** To who sent it: that it is on its way, and to whom. */
export function sentLetter({ name, address }: Acting['live'], parts: ProposalParts): Letter {
  const { proposal, business, partner } = parts
  const said = sayAsKnown(parts, parts.things)
  const whom = isKnown(parts) ? partner!.name : 'the owner'
  return {
    to: { name, address },
    subject: `Sent: ${said}`,
    body: [
      `Dear ${name},`,
      `your request was sent to ${whom}: ${said}. There is nothing more to do: you get a letter when it is answered, and you can withdraw it until then.`,
    ],
    facts: [['Stays open', `until ${sayEnd(proposal.lapsesAt, business.zone)}`]],
    button: { label: 'See it', leads: toProposal(business, proposal.id) },
  }
}

/** To the other side's admins: a link was changed without them, or ended. */
export function linkChangedLetter(
  to: KnownPerson,
  { by, acting, said, where }: { by: string; acting: Pick<Acting, 'name' | 'number'>; said: string; where: string },
): Letter {
  return {
    to,
    subject: `${by} of ${acting.name} ${said}`,
    body: [`Dear ${to.name},`, `${by} of ${acting.name} (${acting.number}) ${said}. It holds from now on.`],
    button: { label: 'See where it stands', leads: { to: 'page', path: where } },
  }
}

function factsOfLinks({ things, business, ...rest }: ProposalParts): [string, string][] {
  const { fromAbove, under, paid } = ownOfLink(rest)
  const levels = [...new Set(things.map(({ target, terms }) => describe(target.kind!, terms)))]
  const until = [
    ...new Set(things.map(({ terms }) => (terms.until ? sayEnd(terms.until, business.zone) : 'no end is set'))),
  ]
  const asksMark = things.some(thing => thing.mayPassOn)
  return [
    ['Under', `${under.name} (${under.number})`],
    ...levels.map((said): [string, string] => ['Allows', said]),
    ['Until', sayList(until)],
    ['Who pays', paid ? `${paid.payer.name} from then on, if you accept` : payersOf(things)],
    [
      'Give access to others',
      asksMark ? (fromAbove ? 'is asked for; your yes says separately whether they may' : 'is offered') : 'no',
    ],
  ]
}

const payersOf = (things: ProposalParts['things']) =>
  `${sayList([...new Set(things.flatMap(({ target }) => target.assets.flatMap(({ payer }) => payer?.name ?? [])))])}, as now`

function describe(kind: Kind, terms: Terms): string {
  const { may, hidden } = describeLevel(kind, linkLevel(kind, { ...terms, mayPassOn: false }))
  return `${may}${hidden.length > 0 ? `; without seeing ${sayList(hidden)}` : ''}.`
}
