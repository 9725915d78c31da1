import {
  allFigures,
  isAction,
  isTier,
  looksLikeNumber,
  parseSentence,
  printSentence,
  printWhat,
  printWho,
  Temporal,
  type Figure,
  type LetSentence,
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
  private from: LetSentence['from'] = null

  /** Takes up a sentence that was begun elsewhere; what cannot be read is told. */
  take(text: string): string | null {
    const reading = parseSentence(text, Temporal.Now.plainDateISO())
    if (!reading.ok) return reading.error.message
    const { sentence } = reading
    if (sentence.verb !== 'let') return 'Only “let …” is composed here.'
    this.who = sentence.who.map(printWho)
    this.tier = sentence.tier
    this.actions = [...sentence.actions]
    this.purpose = sentence.purpose ?? ''
    this.on = sentence.on.map(printWhat)
    this.hiding = [...sentence.hiding]
    this.until = sentence.until ? ('date' in sentence.until ? sentence.until.date : sentence.until.at) : ''
    this.from = sentence.from
    this.mayGiveAccess = sentence.mayGiveAccess
    this.mayPassOn = sentence.mayPassOn
    return null
  }

  /** Begins from a person's or an asset's page. */
  begin(who: string | null, on: string | null): void {
    this.who = who ? [who] : []
    this.on = on ? [on] : []
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
    const given = [this.tier ?? '', ...this.actions].filter(Boolean).join(', ')
    const written = [
      'let',
      this.who.join(', ') || '…',
      this.isByPurpose ? `"${this.purpose}"` : given || '…',
      this.on.length > 0 ? `on ${this.on.join(', ')}` : this.isByPurpose ? '' : 'on …',
      this.hiding.length > 0 ? `hiding ${this.hiding.join(' and ')}` : '',
      this.mayGiveAccess && this.toBusiness ? 'may give access' : '',
      this.mayPassOn && this.toBusiness ? 'may pass on' : '',
      this.until ? `until ${this.until}` : '',
      this.purpose && !this.isByPurpose ? `to "${this.purpose}"` : '',
    ]
      .filter(Boolean)
      .join(' ')
    const reading = parseSentence(written, Temporal.Now.plainDateISO())
    return reading.ok && reading.sentence.verb === 'let'
      ? printSentence({ ...reading.sentence, from: this.from })
      : written
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

function toggled(list: readonly string[], key: string): string[] {
  return list.includes(key) ? list.filter(one => one !== key) : [...list, key]
}
