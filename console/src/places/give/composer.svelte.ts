import {
  allFigures,
  isAction,
  isTier,
  looksLikeNumber,
  parseSentence,
  parseWhat,
  parseWho,
  printMoment,
  printSentence,
  printWhat,
  printWho,
  readMoment,
  Temporal,
  type Figure,
  type Moment,
  type Part,
  type Tier,
} from '@famiglia/core'
import { replaceSay } from './say'

/** The sentence being composed, part by part. It stands in the address too, so that a reload loses nothing. */
export class Composer {
  who: string[] = $state([])
  /** What they are to get done: by itself it works out tiers and assets, beside a tier it says what for. */
  purpose = $state('')
  tier: Tier | null = $state(null)
  actions: string[] = $state([])
  on: string[] = $state([])
  hiding: Figure[] = $state([])
  until = $state('')
  /** Questions of their own about a business, no unless said. */
  mayGiveAccess = $state(false)
  mayPassOn = $state(false)
  private from: Moment | null = null
  /** The sentence as it was before something was left out of its purpose. */
  before: string | null = $state(null)
  /** Further levels of a sentence that was begun elsewhere: they stand in it as they are. */
  further: readonly Part[] = $state([])

  /** Takes up a sentence that was begun elsewhere; what cannot be read is told. */
  take(text: string): string | null {
    const reading = parseSentence(text, Temporal.Now.plainDateISO())
    if (!reading.ok) return reading.error.message
    const { sentence } = reading
    if (sentence.verb !== 'let') return 'Only “let …” is composed here.'
    this.who = sentence.who.map(printWho)
    const [first, ...further] = sentence.parts
    this.tier = first!.tier
    this.actions = [...first!.actions]
    this.purpose = sentence.purpose ?? ''
    this.on = first!.on.map(printWhat)
    this.hiding = [...first!.hiding]
    this.until = first!.until ? printMoment(first!.until) : ''
    this.from = first!.from
    this.further = further
    this.mayGiveAccess = sentence.mayGiveAccess
    this.mayPassOn = sentence.mayPassOn
    return null
  }

  /** Begins from a person's or an asset's page. */
  begin(who: string | null, on: string | null): void {
    this.who = who ? [who] : []
    this.on = on ? [on] : []
  }

  /**
   * Leaves something out that the purpose takes along only if one wants it: from then on the sentence names what it gives,
   * part by part, for the same purpose. What it was before is kept, to be taken up again.
   */
  leaveOut(text: string, given: readonly GivenAsset[]): void {
    this.before ??= this.text
    const parts = given
      .filter(asset => textOf(asset) !== text)
      .map(({ tier, actions, ...asset }): Part => ({
        tier: tier !== null && isTier(tier) ? tier : null,
        actions: actions.filter(isAction),
        on: readOr(parseWhat(textOf(asset)), reading => reading.what),
        hiding: this.hiding,
        from: this.from,
        until: readMoment(this.until),
      }))
    const [first, ...further] = parts
    if (!first) return
    this.tier = first.tier
    this.actions = [...first.actions]
    this.on = first.on.map(printWhat)
    this.further = further
  }

  /** Takes along again what was left out. */
  takeAlong(): void {
    if (this.before) this.take(this.before)
    this.before = null
  }

  get isByPurpose(): boolean {
    return this.purpose !== '' && this.tier === null && this.actions.length === 0
  }

  /** Whether it goes to another business: then there is more to ask. */
  get toBusiness(): boolean {
    return this.who.some(key => looksLikeNumber(key) || key.startsWith('business/'))
  }

  get isWhole(): boolean {
    if (this.who.length === 0) return false
    return this.isByPurpose || (this.on.length > 0 && (this.tier !== null || this.actions.length > 0))
  }

  /** The sentence as text, in the one form that is kept, sent and copied. */
  get text(): string {
    const first: Part = {
      tier: this.tier,
      actions: this.actions.filter(isAction),
      on: this.on.flatMap(key => readOr(parseWhat(key), reading => reading.what)),
      hiding: this.hiding,
      from: this.from,
      until: readMoment(this.until),
    }
    return printSentence({
      verb: 'let',
      who: this.who.flatMap(key => readOr(parseWho(key), reading => reading.who)),
      parts: [first, ...this.further],
      purpose: this.purpose || null,
      mayGiveAccess: this.mayGiveAccess && this.toBusiness,
      mayPassOn: this.mayPassOn && this.toBusiness,
    })
  }

  /** Takes a purpose, a tier or an action, as they are chosen from one list. */
  choose(key: string): void {
    if (isTier(key)) this.tier = this.tier === key ? null : key
    else if (isAction(key)) this.actions = toggled(this.actions, key)
    else {
      this.purpose = this.purpose === key ? '' : key
      this.tier = null
      this.actions = []
    }
  }

  toggleWho(key: string): void {
    this.who = toggled(this.who, key)
  }

  toggleOn(key: string): void {
    this.on = toggled(this.on, key)
  }

  hide(figure: Figure, hidden: boolean): void {
    this.hiding = allFigures.filter(one => (one === figure ? hidden : this.hiding.includes(one)))
  }

  remember(): void {
    replaceSay(this.isWhole ? this.text : '')
  }
}

/** An asset that a sentence gives, as its preview tells it. */
interface GivenAsset {
  readonly kind: string
  readonly handle: string
  readonly tier: string | null
  readonly actions: readonly string[]
}

const textOf = ({ kind, handle }: Pick<GivenAsset, 'kind' | 'handle'>) => `${kind}/${handle}`

/** What was read; nothing of what cannot be. */
function readOr<R extends { readonly ok: boolean }, T>(reading: R, take: (read: Extract<R, { ok: true }>) => T): T[] {
  return reading.ok ? [take(reading as Extract<R, { ok: true }>)] : []
}

function toggled(list: readonly string[], key: string): string[] {
  return list.includes(key) ? list.filter(one => one !== key) : [...list, key]
}
