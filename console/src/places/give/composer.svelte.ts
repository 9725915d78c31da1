import {
  allFigures,
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
  who = $state('')
  tier: Tier | null = $state('watch')
  actions: string[] = $state([])
  on: string[] = $state([])
  hiding: Figure[] = $state([])
  until = $state('')
  private rest: Pick<LetSentence, 'from' | 'purpose'> = { from: null, purpose: null }

  /** Takes up a sentence that was begun elsewhere; what cannot be read is told. */
  take(text: string): string | null {
    const reading = parseSentence(text, Temporal.Now.plainDateISO())
    if (!reading.ok) return reading.error.message
    const { sentence } = reading
    if (sentence.verb !== 'let') return 'Only “let …” is composed here.'
    this.who = printWho(sentence.who)
    this.tier = sentence.tier
    this.actions = [...sentence.actions]
    this.on = sentence.on.map(printWhat)
    this.hiding = [...sentence.hiding]
    this.until = sentence.until ? ('date' in sentence.until ? sentence.until.date : sentence.until.at) : ''
    this.rest = { from: sentence.from, purpose: sentence.purpose }
    return null
  }

  /** Begins from a person's or an asset's page. */
  begin(who: string | null, on: string | null): void {
    this.who = who ?? ''
    this.on = on ? [on] : []
  }

  get isWhole(): boolean {
    return this.who !== '' && this.on.length > 0 && (this.tier !== null || this.actions.length > 0)
  }

  /** The sentence as text, in the one form that is kept, sent and copied. */
  get text(): string {
    const given = [this.tier ?? '', ...this.actions].filter(Boolean).join(', ')
    const written = [
      'let',
      this.who || '…',
      given || '…',
      'on',
      this.on.join(', ') || '…',
      this.hiding.length > 0 ? `hiding ${this.hiding.join(' and ')}` : '',
      this.until ? `until ${this.until}` : '',
    ]
      .filter(Boolean)
      .join(' ')
    const reading = parseSentence(written, Temporal.Now.plainDateISO())
    return reading.ok && reading.sentence.verb === 'let'
      ? printSentence({ ...reading.sentence, ...this.rest })
      : written
  }

  hide(figure: Figure, hidden: boolean): void {
    this.hiding = allFigures.filter(one => (one === figure ? hidden : this.hiding.includes(one)))
  }

  remember(): void {
    replaceSay(this.isWhole ? this.text : '')
  }
}
