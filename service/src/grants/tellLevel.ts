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

/** `run on Summer Crossings and Day Trips, hiding revenue, until 23 May 2027`. */
export function sayWords(given: Given & { until: Instant | null }, on: readonly string[], zone: string): string {
  const hiding = given.hiding.length > 0 ? `, hiding ${sayList(given.hiding)}` : ''
  const until = given.until ? `, until ${sayEnd(given.until, zone)}` : ''
  return `${sayGiven(given)} on ${sayList(on)}${hiding}${until}`
}
