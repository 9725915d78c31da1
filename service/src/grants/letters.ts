import { describeLevel, possessive, sayEnd, sayList } from '@famiglia/core'
import type { Letter } from '../base/letter.ts'
import type { Acting } from '../businesses/acting.ts'
import type { KnownPerson } from '../people/queries.ts'
import { sayInside, type Inside } from './inside.ts'
import type { PlannedThing } from './planThing.ts'
import { sayAll } from './tellThings.ts'

const myAccess = { label: 'See what you may do', leads: { to: 'page', path: '/my-access' } } as const
type Through = { readonly kind: 'team' | 'business'; readonly name: string } | null

function sayThrough(through: Through): string {
  if (!through) return ''
  return through.kind === 'team' ? `, through the team ${through.name}` : `, as admin of ${through.name}`
}

/** What somebody is given, as a letter tells it. */
interface GivenTold {
  readonly things: readonly PlannedThing[]
  readonly inside: Inside
  readonly through: Through
  readonly note: string | null
  /** The ways by which they go on having more than what is lowered leaves them. */
  readonly remains: readonly string[]
}

export function givenLetter(acting: Acting, person: KnownPerson, given: GivenTold): Letter {
  const { things, inside, through, note } = given
  return {
    to: person,
    subject: `${acting.live.name} lets you ${sayAll(things, acting.zone)}`,
    body: [
      `Dear ${person.name},`,
      `${acting.live.name} gave you access for ${acting.name}${sayThrough(through)}. It is in force now.`,
    ],
    note: note ? { text: note, from: acting.live.name } : null,
    facts: factsOf(acting, things, inside),
    button: myAccess,
    unexpected: `Not expected? Write to ${acting.live.address}.`,
  }
}

export function changedLetter(acting: Acting, person: KnownPerson, given: GivenTold): Letter {
  const { things, inside, through, note, remains } = given
  return {
    to: person,
    subject: `${acting.live.name} changed what you may do: ${sayAll(things, acting.zone)}`,
    body: [
      `Dear ${person.name},`,
      `${acting.live.name} changed your access for ${acting.name}${sayThrough(through)}. It holds from now on.`,
      ...(remains.length > 0 ? [`You still have more in another way: ${remains.join('; ')}.`] : []),
    ],
    note: note ? { text: note, from: acting.live.name } : null,
    facts: factsOf(acting, things, inside),
    button: myAccess,
  }
}

export function endedLetter(
  acting: Pick<Acting, 'name' | 'live'>,
  person: KnownPerson,
  assets: readonly string[],
  membership: boolean,
  remains: readonly string[] = [],
  note: string | null = null,
): Letter {
  const on = assets.length > 0 ? ` on ${sayList(assets)}` : ''
  return {
    to: person,
    subject: membership
      ? `${acting.live.name} ended your access for ${acting.name}`
      : `${acting.live.name} ended your access${on}`,
    body: [
      `Dear ${person.name},`,
      remains.length > 0
        ? `${acting.live.name} ended your access${on} for ${acting.name}. You still have: ${remains.join('; ')}.`
        : `${acting.live.name} ended your access${on} for ${acting.name}. It is over now, on the platform too.`,
      membership
        ? `You are no longer a member of ${acting.name}. What other businesses gave you stays.`
        : 'What you have elsewhere stays as it is.',
    ],
    note: note ? { text: note, from: acting.live.name } : null,
    button: myAccess,
  }
}

/** A thing with what it comes to on its assets, as far as letters tell it. */
export type ThingTold = Pick<PlannedThing, 'terms'> & {
  readonly parts: readonly {
    readonly asset: PlannedThing['parts'][number]['asset']
    readonly plan: Pick<PlannedThing['parts'][number]['plan'], 'level'>
  }[]
}

/** Facts about each asset, then whose money and until when: the same terms as in the review. */
export function factsOf(
  acting: Pick<Acting, 'name' | 'zone'>,
  things: readonly ThingTold[],
  inside: Inside,
): [string, string][] {
  const parts = things.flatMap(thing => thing.parts)
  const spending = parts.filter(({ asset, plan }) => describeLevel(asset.kind, plan.level).canSpend)
  const ends = [...new Set(things.map(({ terms }) => sayUntil(terms.until, acting.zone)))]
  return [
    ...parts.flatMap(({ asset, plan }): [string, string][] => {
      const words = describeLevel(asset.kind, plan.level)
      const hidden =
        words.hidden.length > 0 ? [[`${asset.name}, hidden`, sayList(words.hidden)] as [string, string]] : []
      const within = sayInside(inside, asset.id)
      const also = within ? [['It holds for', `${within}.`] as [string, string]] : []
      return [[asset.name, `you may ${words.may}.`], ...also, ...hidden, ['You may not', `${words.mayNot}.`]]
    }),
    ...(spending.length > 0
      ? [
          [
            'Whose money',
            `${sayList(spending.map(part => part.asset.name))} spend${spending.length === 1 ? 's' : ''} ${possessive(acting.name)} money. It costs you nothing.`,
          ] as [string, string],
        ]
      : []),
    ...(things.length > 0 ? [['Until', sayList(ends)] as [string, string]] : []),
  ]
}

function sayUntil(until: ThingTold['terms']['until'], zone: string): string {
  return until ? sayEnd(until, zone) : 'no end is set'
}
