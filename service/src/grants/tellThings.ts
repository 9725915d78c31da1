import {
  describeLevel,
  kinds,
  possessive,
  sayGiven,
  sayLinked,
  sayThings,
  type Action,
  type Figure,
  type Given,
  type Level,
  type Terms,
} from '@famiglia/core'
import { meansAsRead } from '../assets/paying.ts'
import type { Asset } from '../assets/queries.ts'
import type { Target } from '../reach/targets.ts'

/** What a grant comes to on one asset, in plain words: the same in the review, the letter and the invitation. */
export interface AssetInWords {
  readonly number: string
  readonly kind: string
  readonly noun: string
  readonly handle: string
  readonly name: string
  /** What is given, as read. */
  readonly given: string
  readonly tier: string | null
  /** The actions given by name. */
  readonly actions: readonly Action[]
  readonly may: string
  readonly mayNot: string
  readonly sees: readonly Figure[]
  readonly hidden: readonly Figure[]
  /** Whose money can be spent by it; null when it spends none. */
  readonly money: string | null
}

/** Said to people of a business, the reader; null where who reads it acts for none. */
export function tellAsset(asset: Asset, given: Given, level: Level, reader: string | null): AssetInWords {
  const words = describeLevel(asset.kind, level)
  const means = meansAsRead(asset, reader)
  return {
    number: asset.number,
    kind: asset.kind,
    noun: kinds[asset.kind].noun,
    handle: asset.handle,
    name: asset.name,
    given: sayGiven(given, asset.kind),
    tier: given.tier,
    actions: given.actions,
    may: words.may,
    mayNot: words.mayNot,
    sees: words.sees,
    hidden: words.hidden,
    money:
      words.canSpend && asset.payer
        ? `${possessive(asset.payer.name)} money can be spent${means ? `: ${means}` : ''}.`
        : null,
  }
}

/** One thing with its terms, as a plan, a proposal or a grant has it. */
export interface ThingOn {
  readonly target: Pick<Target, 'name' | 'kind'>
  readonly terms: Terms
  readonly purpose: string | null
}

/** Several things given, as read; the purpose is said once where it is the same for all, else with each. */
export function sayAll(things: readonly ThingOn[], zone: string): string {
  const purposes = [...new Set(things.map(thing => thing.purpose))]
  if (purposes.length === 0) return 'nothing yet'
  return purposes
    .map(purpose =>
      sayThings(
        things
          .filter(thing => thing.purpose === purpose)
          .map(({ target, terms }) => ({ name: target.name, kind: target.kind, terms })),
        zone,
        purpose,
      ),
    )
    .join('; ')
}

/** The same of links: `Winter Freight under Gullwright Travel at run, from 1 July 2027`. */
export function sayLinks(things: readonly Omit<ThingOn, 'purpose'>[], under: string, zone: string): string {
  return sayLinked(
    things.map(({ target, terms }) => ({ name: target.name, kind: target.kind, terms })),
    under,
    zone,
  )
}

/** `run on Summer Crossings, hiding revenue, until 23 May 2027, to run our adverts`. */
export function sayTarget(
  target: Pick<Target, 'name' | 'kind'>,
  terms: Terms,
  zone: string,
  purpose: string | null,
): string {
  return sayAll([{ target, terms, purpose }], zone)
}
