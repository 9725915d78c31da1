import { sayInstant, sayEnd } from '@famiglia/core'
import type { Asset } from '../assets/queries.ts'
import type { Letter } from '../base/letter.ts'
import type { Business } from '../businesses/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { ProposalParts } from '../proposals/kind.ts'
import { toProposal } from '../proposals/letters.ts'
import { sayAssets, sayOfAssets } from './planHandover.ts'
import type { Concerned } from './concerned.ts'
import { isAskedToJoin, type Line } from './line.ts'
import type { Handover, HandoverOwn } from './records.ts'

const seeIt = (business: Pick<Business, 'number'>, id: string) => ({
  label: 'See what stays and what falls',
  leads: { to: 'page', path: `/${business.number}/handovers/${id}` } as const,
})

/** To the admins of the receiver: it waits for their yes. */
export function offeredLetter(to: KnownPerson, parts: ProposalParts, { isReminder }: { isReminder: boolean }): Letter {
  const { proposal, business, partner, sender } = parts
  const own = parts.own as HandoverOwn
  const what = sayAssets(own.assets, { from: business, to: partner! })
  return {
    to,
    subject: `${business.name} wants to hand over ${what} to you`,
    body: [
      `Dear ${to.name},`,
      `this waits for your answer${isReminder ? ', and nobody has answered yet' : ''}: ${sender.name} of ${business.name} (${business.number}) wants ${partner!.name} to own ${what}.`,
      'The page shows what stays and what falls, line by line. When you accept, it cools off first; until it completes either side can stop it.',
    ],
    note: proposal.note ? { text: proposal.note, from: sender.name } : null,
    facts: [
      ['Keeps', own.keeping ? `${business.name} keeps ${own.keeping}` : 'nothing'],
      ['Who pays', own.withBilling ? `${partner!.name} from then on, with the means that you choose` : 'as now'],
      ...(own.withPeople
        ? ([['People', `you ask who worked on it at ${business.name} to join you, one by one`]] as [string, string][])
        : []),
      ['Stays open', `until ${sayEnd(proposal.lapsesAt, business.zone)}`],
    ],
    button: { label: 'Read and answer', leads: toProposal(partner!, proposal.id) },
    unexpected: `Not expected? Decline it, or leave it: nothing changes until one of you accepts. It was sent by ${sender.address}.`,
  }
}

/** To everybody whom it concerns: it was agreed, and when it completes. */
export function coolingLetter({ person: to, of, lines }: Concerned, handover: Handover, isSoon: boolean): Letter {
  const { from, assets, completesAt, acceptedBy } = handover
  const zone = of?.zone ?? from.zone
  const what = sayAssets(assets, handover)
  return {
    to,
    subject: isSoon
      ? `Tomorrow ${sayOfAssets(assets, handover, 'goes', 'go')} over to ${handover.to.name}`
      : `${sayOfAssets(assets, handover, 'goes', 'go')} over to ${handover.to.name} on ${sayInstant(completesAt, zone)}`,
    body: [
      `Dear ${to.name},`,
      `${handover.isContested ? `${acceptedBy.name} of ${handover.to.name} contested that ${from.name} owns ${what}, and nobody of ${from.name} said no` : `${from.name} hands over ${what} to ${handover.to.name}; ${acceptedBy.name} agreed to it`}. It completes by itself, in one step, on ${sayInstant(completesAt, zone)}.`,
      of ? 'Until then either of the two businesses can stop it.' : 'What you have there now, and what becomes of it:',
    ],
    ...(of ? { button: seeIt(of, handover.id) } : { facts: factsOf(lines, handover) }),
  }
}

/** As many lines as a letter tells. */
const mostTold = 20

function factsOf(lines: readonly Line[], handover: Handover): [string, string][] {
  const { from, to } = handover
  const becomes: Record<Line['fate'], string> = {
    stays: `goes on, from ${to.name}`,
    beneath: `goes on, through what ${from.name} keeps`,
    own: `goes on, from ${to.name} itself`,
    falls: 'ends then',
  }
  const told = lines.slice(0, mostTold).map((line): [string, string] => {
    const { who, on, words, fate, grant, why } = line
    const asks = isAskedToJoin(handover, line) ? `; ${to.name} asks you to go on with it there` : ''
    // A link is told by what hangs where; what somebody holds, by what it is on.
    if (!grant || grant.holderKind === 'manager') return [on, `${who} (${words}) ${becomes[fate]}: ${why}`]
    return [on, `${words}: ${becomes[fate]}${asks}`]
  })
  return lines.length > mostTold ? [...told, ['And', `${lines.length - mostTold} more`]] : told
}

/** To the admins of both: one of them stopped it, or it could not be carried out. */
export function stoppedLetter(to: KnownPerson, of: Business, handover: Handover, why: string): Letter {
  const { from, assets } = handover
  return {
    to,
    subject: `Stopped: ${sayOfAssets(assets, handover, 'does', 'do')} not go over to ${handover.to.name}`,
    body: [
      `Dear ${to.name},`,
      `${why}. Nothing has changed: ${sayOfAssets(assets, handover, 'belongs', 'belong')} to ${from.name} as before.`,
    ],
    button: seeIt(of, handover.id),
  }
}

/** To the admins of the other side: one side agreed to what is new. */
export function agreeAnewLetter(
  to: KnownPerson,
  of: Business,
  handover: Handover,
  by: { readonly name: string; readonly live: { readonly name: string } },
): Letter {
  return {
    to,
    subject: `${by.name} agrees to what is new about ${sayAssets(handover.assets, handover)}: do you?`,
    body: [
      `Dear ${to.name},`,
      `Since both of you signed, somebody was given more on what goes over to ${handover.to.name}. ${by.live.name} of ${by.name} agreed that it goes over as it stands now. It does so if you agree to the same; else what is more falls.`,
    ],
    button: { label: 'Read what is new', leads: { to: 'page', path: `/${of.number}/handovers/${handover.id}` } },
  }
}

/** To the admins of both: what both signed is what it is now. */
export function agreedAnewLetter(to: KnownPerson, of: Business, handover: Handover): Letter {
  return {
    to,
    subject: `Signed anew: ${sayOfAssets(handover.assets, handover, 'goes', 'go')} over as it stands now`,
    body: [
      `Dear ${to.name},`,
      `Both sides agreed to what is new. It still completes by itself on ${sayInstant(handover.completesAt, of.zone)}, and either of you can stop it until then.`,
    ],
    button: seeIt(of, handover.id),
  }
}

/** To the admins of both: it is done. */
export function completedLetter(to: KnownPerson, of: Business, handover: Handover): Letter {
  const { from, assets, keeping } = handover
  const what = sayAssets(assets, handover)
  return {
    to,
    subject: `${sayOfAssets(assets, handover, 'belongs', 'belong')} to ${handover.to.name} now`,
    body: [
      `Dear ${to.name},`,
      `${what} went over from ${from.name} to ${handover.to.name}: it is done, in one step.`,
      keeping ? `${from.name} keeps ${keeping} on it.` : `${from.name} keeps nothing on it.`,
      'Handing it back takes a handover of its own.',
    ],
    button: seeIt(of, handover.id),
  }
}

/** To the admins of an owner whose account hung under a manager account that went over: the link ended with that. */
export function unlinkedLetter(
  to: KnownPerson,
  {
    account,
    owner,
    under,
  }: {
    readonly account: Pick<Asset, 'name'>
    readonly owner: Pick<Business, 'number'>
    readonly under: Pick<Asset, 'name'>
  },
  { from, to: next }: Handover,
  asks: boolean,
): Letter {
  return {
    to,
    subject: `${account.name} is unlinked from ${under.name}, which belongs to ${next.name} now`,
    body: [
      `Dear ${to.name},`,
      `${from.name} handed over ${under.name} to ${next.name}. You had linked ${account.name} under it for ${from.name}, so that link ended in the same moment: nobody reaches ${account.name} through ${under.name} any more.`,
      asks
        ? `${next.name} asks you to link it again as it was. Nothing happens unless you accept.`
        : `If ${next.name} is to have it, offer it anew.`,
    ],
    button: {
      label: 'See what hangs under what',
      leads: { to: 'page', path: `/${owner.number}/tree` },
    },
  }
}
