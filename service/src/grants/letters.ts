import { describeLevel, possessive, sayEnd, sayList } from '@famiglia/core'
import type { Acting } from '../businesses/acting.ts'
import type { Letter } from '../mail/letter.ts'
import type { KnownPerson } from '../people/records.ts'
import type { PlannedItem } from './planItem.ts'
import { sayItems } from './tellLevel.ts'

const myAccess = { label: 'See what you may do', leads: { to: 'page', path: '/my-access' } } as const
type Through = { readonly kind: 'team' | 'business'; readonly name: string } | null

function sayThrough(through: Through): string {
  if (!through) return ''
  return through.kind === 'team' ? `, through the team ${through.name}` : `, as admin of ${through.name}`
}

export function givenLetter(
  acting: Acting,
  person: KnownPerson,
  items: readonly PlannedItem[],
  through: Through,
): Letter {
  return {
    to: person,
    subject: `${acting.live.name} lets you ${sayItems(items, acting.zone)}`,
    body: [
      `Dear ${person.name},`,
      `${acting.live.name} gave you access for ${acting.name}${sayThrough(through)}. It is in force now.`,
    ],
    facts: factsOf(acting, items),
    button: myAccess,
    unexpected: `Not expected? Write to ${acting.live.address}.`,
  }
}

export function changedLetter(
  acting: Acting,
  person: KnownPerson,
  items: readonly PlannedItem[],
  through: Through,
): Letter {
  return {
    to: person,
    subject: `${acting.live.name} changed what you may do: ${sayItems(items, acting.zone)}`,
    body: [
      `Dear ${person.name},`,
      `${acting.live.name} changed your access for ${acting.name}${sayThrough(through)}. It holds from now on.`,
    ],
    facts: factsOf(acting, items),
    button: myAccess,
  }
}

export function endedLetter(
  acting: Pick<Acting, 'name' | 'live'>,
  person: KnownPerson,
  assets: readonly string[],
  membership: boolean,
): Letter {
  const on = assets.length > 0 ? ` on ${sayList(assets)}` : ''
  return {
    to: person,
    subject: membership
      ? `${acting.live.name} ended your access for ${acting.name}`
      : `${acting.live.name} ended your access${on}`,
    body: [
      `Dear ${person.name},`,
      `${acting.live.name} ended your access${on} for ${acting.name}. It is over now, on the platform too.`,
      membership
        ? `You are no longer a member of ${acting.name}. What other businesses gave you stays.`
        : 'What you have elsewhere stays as it is.',
    ],
    button: myAccess,
  }
}

/** Facts about each asset, then whose money and until when: the same terms as in the review. */
export function factsOf(acting: Pick<Acting, 'name' | 'zone'>, items: readonly PlannedItem[]): [string, string][] {
  const parts = items.flatMap(item => item.parts)
  const spending = parts.filter(({ asset, plan }) => describeLevel(asset.kind, plan.level).canSpend)
  const until = items[0]?.words.until
  return [
    ...parts.flatMap(({ asset, plan }): [string, string][] => {
      const words = describeLevel(asset.kind, plan.level)
      const hidden =
        words.hidden.length > 0 ? [[`${asset.name}, hidden`, sayList(words.hidden)] as [string, string]] : []
      return [[asset.name, `you may ${words.may}.`], ...hidden, ['You may not', `${words.mayNot}.`]]
    }),
    ...(spending.length > 0
      ? [
          [
            'Whose money',
            `${sayList(spending.map(part => part.asset.name))} spend${spending.length === 1 ? 's' : ''} ${possessive(acting.name)} money. It costs you nothing.`,
          ] as [string, string],
        ]
      : []),
    ...(items.length > 0
      ? [['Until', until ? `${sayEnd(until, acting.zone)} (${acting.zone})` : 'no end is set'] as [string, string]]
      : []),
  ]
}
