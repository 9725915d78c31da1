import {
  describeLevel,
  kinds,
  possessive,
  sayEnd,
  sayGiven,
  sayList,
  type Figure,
  type Given,
  type Instant,
  type Level,
} from '@famiglia/core'
import type { Asset } from '../assets/records.ts'
import type { Target } from '../assets/targets.ts'

/** What a grant comes to on one asset, in plain words: the same in the review, the letter and the invitation. */
export interface AssetInWords {
  readonly number: string
  readonly kind: string
  readonly noun: string
  readonly handle: string
  readonly name: string
  readonly given: string
  readonly tier: string | null
  readonly may: string
  readonly mayNot: string
  readonly sees: readonly Figure[]
  readonly hidden: readonly Figure[]
  /** Whose money can be spent by it; null when it spends none. */
  readonly money: string | null
}

export function tellAsset(asset: Asset, given: Given, level: Level, owner: string): AssetInWords {
  const words = describeLevel(asset.kind, level)
  return {
    number: asset.number,
    kind: asset.kind,
    noun: kinds[asset.kind].noun,
    handle: asset.handle,
    name: asset.name,
    given: sayGiven(given),
    tier: given.tier,
    may: words.may,
    mayNot: words.mayNot,
    sees: words.sees,
    hidden: words.hidden,
    money: words.canSpend
      ? `${possessive(owner)} money can be spent${asset.payment ? `: ${asset.payment}` : ''}.`
      : null,
  }
}

type Said = Given & { readonly until: Instant | null }

/** `run on Summer Crossings and Day Trips, hiding revenue, until 23 May 2027`. */
export function sayWords(given: Said, on: readonly string[], zone: string): string {
  const hiding = given.hiding.length > 0 ? `, hiding ${sayList(given.hiding)}` : ''
  const until = given.until ? `, until ${sayEnd(given.until, zone)}` : ''
  return `${sayGiven(given)} on ${sayList(on)}${hiding}${until}`
}

/** Several things given, those that are given alike said together: `run on Summer Crossings and tag.use on Ticket shop tag`. */
export function sayItems(items: readonly { words: Said; target: Pick<Target, 'name'> }[], zone: string): string {
  const groups = new Map<string, { words: Said; names: string[] }>()
  for (const { words, target } of items) {
    const key = JSON.stringify([words.tier, words.actions, words.hiding, String(words.until)])
    const group = groups.get(key) ?? { words, names: [] }
    group.names.push(target.name)
    groups.set(key, group)
  }
  return sayList([...groups.values()].map(({ words, names }) => sayWords(words, names, zone))) || 'nothing yet'
}
