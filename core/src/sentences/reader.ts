import {
  allActions,
  allFigures,
  allKinds,
  isAction,
  isFigure,
  isKind,
  kindMeantBy,
  kinds,
  type Action,
  type Figure,
} from '../kinds/index.ts'
import { isTier, tiers, type Tier } from '../levels/index.ts'
import { looksLikeNumber, readNumber } from '../numbers/index.ts'
import { lastDayOf, readMoment, readTyped, spanUnits, Temporal, type Moment, type SpanUnit } from '../time/index.ts'
import { holdsSecret, secretsAreNotShared, withArticle } from '../words/index.ts'
import { nearest } from './nearest.ts'
import type { What, Who } from './sentence.ts'
import { cutIntoWords, type Word } from './words.ts'

export interface SentenceError {
  readonly code:
    | 'sentence.unreadable'
    | 'number.malformed'
    | 'number.wrong-check'
    | 'number.wrong-kind'
    | 'address.invalid'
    | 'action.unknown'
    | 'text.secret'
  /** What is wrong, what was wanted and, where one is near, the name that was probably meant. */
  readonly message: string
  /** Where in the text, in UTF-16 units, the word stands. */
  readonly start: number
  readonly end: number
  readonly nearest: string | null
}

export function isAddress(text: string): boolean {
  return (
    text.length <= 254 &&
    /^[^\s@"(),:;<>[\\\]]{1,64}@[a-z0-9]([a-z0-9-]*[a-z0-9])?(\.[a-z0-9]([a-z0-9-]*[a-z0-9])?)+$/i.test(text)
  )
}

export const handlePattern = /^[\p{Ll}\p{Nd}]+(-[\p{Ll}\p{Nd}]+)*$/u

/** A sentence that cannot be read: thrown while reading, and told as a value. */
export class Unreadable extends Error {
  constructor(readonly error: SentenceError) {
    super(error.message)
  }
}

/** What is hidden, and from when until when, as it is read clause by clause. */
export interface HidingAndTime {
  hiding: Figure[]
  from: Moment | null
  until: Moment | null
  span: { readonly amount: number; readonly unit: SpanUnit } | null
}

/** Reads the words that sentences are made of, one after the other: holders, things, levels, figures, times. */
export class Reader {
  private readonly words: Word[]
  private at = 0

  /** `today`, where the giver is, is what days are counted from that are typed as people say them. */
  constructor(
    private readonly text: string,
    protected readonly today: Temporal.PlainDate | null = null,
  ) {
    this.words = cutIntoWords(text)
  }

  who(): Who {
    const word = this.word('an e-mail address, a team or a business number')
    const team = /^(team|business)\/(.*)$/.exec(word.text)
    if (team) return { by: team[1] as 'team' | 'business', handle: this.handle(word, team[2]!) }
    if (looksLikeNumber(word.text)) return { by: 'number', number: this.number(word, 'B') } as Who
    if (isAddress(word.text)) return { by: 'address', address: word.text.toLowerCase() }
    throw this.wrong(
      word,
      `“${word.text}” is not an e-mail address. Somebody is named by one, as in bea@ondaverde.example; a team as team/paid-media; a business by its number.`,
      [],
      'address.invalid',
    )
  }

  what(): What {
    const word = this.word('an asset, as ad-account/summer-crossings or A-2718-2818-24')
    if (looksLikeNumber(word.text)) return { by: 'number', number: this.number(word, 'A') } as What
    const slash = word.text.indexOf('/')
    const kind = slash < 0 ? word.text : word.text.slice(0, slash)
    if (slash < 0)
      throw this.wrong(
        word,
        `“${word.text}” names no asset: say its kind and handle, as ad-account/summer-crossings, or its number.`,
        allKinds,
      )
    const handle = this.handle(word, word.text.slice(slash + 1))
    if (kind === 'bundle') return { by: 'bundle', handle }
    if (isKind(kind)) return { by: 'handle', kind, handle }
    const meant = kindMeantBy(kind)
    if (meant)
      throw this.wrong(
        word,
        `“${kind}” means ${withArticle(kinds[meant].noun)} here: say ${meant}/${handle}.`,
        [],
        undefined,
        `${meant}/${handle}`,
      )
    throw this.wrong(word, `There is no kind of asset called “${kind}”.`, [...allKinds, 'bundle'])
  }

  protected given(): { tier: Tier | null; actions: Action[] } {
    let tier: Tier | null = null
    const actions: Action[] = []
    for (const word of this.list(() => this.word('a tier or an action'), 'a tier or an action', true)) {
      if (isTier(word.text) && !tier) tier = word.text
      else if (isTier(word.text)) throw this.wrong(word, `One tier is enough: “${tier}” or “${word.text}”.`, [])
      else if (isAction(word.text)) actions.push(word.text)
      else
        throw this.wrong(
          word,
          `“${word.text}” is neither a tier (${tiers.join(', ')}) nor an action.`,
          [...tiers, ...allActions],
          word.text.includes('.') ? 'action.unknown' : undefined,
        )
    }
    return { tier, actions: [...new Set(actions)] }
  }

  /** Whether a word joins one more level to the sentence: “and” before a tier or an action. */
  protected beginsLevel(word: Word | undefined): boolean {
    const following = this.words[this.at + 1]
    return word?.text === 'and' && following?.kind === 'word' && (isTier(following.text) || isAction(following.text))
  }

  /** Takes up a clause on what is hidden or on time; false for any other. */
  protected hidingOrTime(clause: string, told: HidingAndTime): boolean {
    if (clause === 'hiding') told.hiding = this.figures()
    else if (clause === 'from') told.from = this.moment()
    else if (clause === 'until') told.until = this.moment()
    else if (clause === 'for') told.span = this.span()
    else return false
    return true
  }

  private figures(): Figure[] {
    const found = this.list(() => this.word('a figure to hide'), 'a figure').map(word => {
      if (isFigure(word.text)) return word.text
      throw this.wrong(
        word,
        `“${word.text}” is no figure that can be hidden: ${allFigures.join(', ')} can.`,
        allFigures,
      )
    })
    return allFigures.filter(figure => found.includes(figure))
  }

  /** A means of payment, as `means/harbour-card`. */
  protected means(): string {
    const word = this.word('a means of payment, as means/harbour-card')
    const said = /^means\/(.*)$/.exec(word.text)
    if (said) return this.handle(word, said[1]!)
    throw this.wrong(word, `“${word.text}” is no means of payment: say it as means/harbour-card.`, [])
  }

  /** `2027-03-31`, or a day in as many words as it takes: `end of March`, `next Friday`. */
  protected moment(): Moment {
    const word = this.word('a date, as 2027-03-31')
    const exact = readMoment(word.text)
    if (exact) return exact
    for (const more of this.today ? [4, 3, 2, 1, 0] : []) {
      const words = this.words.slice(this.at - 1, this.at + more)
      const typed =
        words.every(one => one.kind === 'word') && readTyped(words.map(one => one.text).join(' '), this.today!)
      if (!typed) continue
      this.at += words.length - 1
      return typed
    }
    throw this.wrong(
      word,
      `“${word.text}” is no date: say 2027-03-31, 31 March 2027, next Friday or end of March; or 2027-03-31T18:00+01:00 for an exact time.`,
      [],
    )
  }

  private span(): { amount: number; unit: SpanUnit } {
    const count = this.word('a number of days, weeks, months or years')
    const amount = Number(count.text)
    if (!/^\d{1,4}$/.test(count.text) || amount < 1)
      throw this.wrong(count, `“${count.text}” is no number of days, weeks, months or years.`, [])
    const word = this.word('days, weeks, months or years')
    const unit = spanUnits.find(known => word.text === known || word.text === `${known}s`)
    if (!unit)
      throw this.wrong(
        word,
        `“${word.text}” is no span of time: days, weeks, months and years are.`,
        spanUnits.map(known => `${known}s`),
      )
    return { amount, unit }
  }

  protected purpose(): string {
    return this.quoted('a purpose in quotes, as "run our adverts"')
  }

  protected quoted(wanted: string, most = 120): string {
    const word = this.next()
    if (word?.kind === 'quoted' && holdsSecret(word.text))
      throw this.wrong(word, secretsAreNotShared, [], 'text.secret')
    if (word?.kind === 'quoted' && word.text.trim()) {
      const said = word.text.trim().replace(/\s+/g, ' ')
      if (said.length <= most) return said
      throw this.wrong(word, `That is too long: at most ${most} letters between the quotes.`, [])
    }
    throw this.wrong(word, `Here comes ${wanted}.`, [])
  }

  protected list<T>(read: () => T, what: string, joinsLevels = false): T[] {
    const items = [read()]
    for (let word = this.peek(); word && (word.kind === 'comma' || word.text === 'and'); word = this.peek()) {
      if (!joinsLevels && this.beginsLevel(word)) break
      this.at++
      if (!this.peek()) throw this.wrong(undefined, `After “${word.text}” comes ${what} more.`, [])
      items.push(read())
    }
    return items
  }

  private number(word: Word, wanted: 'A' | 'B') {
    const reading = readNumber(word.text)
    if (!reading.ok && reading.code === 'number.wrong-check')
      throw this.wrong(
        word,
        `A digit of ${word.text} is wrong: its two check digits do not fit. Nothing was looked up.`,
        [],
        reading.code,
      )
    if (!reading.ok)
      throw this.wrong(
        word,
        `${word.text} is not a whole number: it has eight digits and two check digits, as ${wanted}-4815-1623-97.`,
        [],
        reading.code,
      )
    if (reading.kind !== wanted) {
      const article = { A: 'an asset’s', B: 'a business’s' }
      throw this.wrong(
        word,
        `${reading.number} is ${article[reading.kind]} number; ${article[wanted]} is wanted here, which begins with ${wanted}.`,
        [],
        'number.wrong-kind',
      )
    }
    return reading.number
  }

  private handle(word: Word, handle: string): string {
    if (handlePattern.test(handle) && handle.length <= 60) return handle
    throw this.wrong(word, `“${handle}” cannot be a handle: small letters, digits and single dashes make one.`, [])
  }

  protected expect(text: string, why: string): void {
    const word = this.next()
    if (word?.text !== text)
      throw this.wrong(word, `“${text}” is expected ${word ? `before “${word.text}”` : 'here'}: ${why}.`, [])
  }

  nothingMore(message: string): void {
    const word = this.peek()
    if (word) throw this.wrong(word, message || `“${word.text}” is one word too many.`, [])
  }

  protected word(wanted: string): Word {
    const word = this.next()
    if (word?.kind === 'word') return word
    throw this.wrong(
      word,
      `Here ${wanted} is expected${word ? `, not “${word.text}”` : ', and the sentence ends'}.`,
      [],
    )
  }

  protected peek(): Word | undefined {
    return this.words[this.at]
  }

  protected next(): Word | undefined {
    return this.words[this.at++]
  }

  protected wrong(
    word: Word | undefined,
    message: string,
    known: readonly string[],
    code: SentenceError['code'] = 'sentence.unreadable',
    meant: string | null = null,
  ): Unreadable {
    const near = meant ?? (word ? nearest(word.text.split('/')[0]!, known) : null)
    const start = word?.start ?? this.text.length
    const end = word?.end ?? this.text.length
    return new Unreadable({
      code,
      message: near && !meant ? `${message} Did you mean ${near}?` : message,
      start,
      end,
      nearest: near,
    })
  }
}

/** Nothing hidden, from now on, without an end: where clauses begin. */
export function nothingHidden(): HidingAndTime {
  return { hiding: [], from: null, until: null, span: null }
}

/** What the clauses come to: a span ends on a day, counted from the one it begins on, or from today. */
export function withEnd(
  { hiding, from, until, span }: HidingAndTime,
  today: Temporal.PlainDate,
): Pick<HidingAndTime, 'hiding' | 'from' | 'until'> {
  if (!span) return { hiding, from, until }
  const begin = from ? Temporal.PlainDate.from('date' in from ? from.date : from.at.slice(0, 10)) : today
  return { hiding, from, until: lastDayOf(begin, span.amount, span.unit) }
}
