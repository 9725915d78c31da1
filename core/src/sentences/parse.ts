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
import { lastDayOf, readMoment, spanUnits, Temporal, type Moment, type SpanUnit } from '../time/index.ts'
import { nearest } from './nearest.ts'
import type { EndSentence, LetSentence, Part, Sentence, Wanted, What, Who } from './sentence.ts'
import { withArticle } from '../words/index.ts'
import { cutIntoWords, type Word } from './words.ts'

export interface SentenceError {
  readonly code:
    | 'sentence.unreadable'
    | 'number.malformed'
    | 'number.wrong-check'
    | 'number.wrong-kind'
    | 'address.invalid'
    | 'action.unknown'
  /** What is wrong, what was wanted and, where one is near, the name that was probably meant. */
  readonly message: string
  /** Where in the text, in UTF-16 units, the word stands. */
  readonly start: number
  readonly end: number
  readonly nearest: string | null
}

export type SentenceReading = { ok: true; sentence: Sentence } | { ok: false; error: SentenceError }

/** Reads a sentence. `today` is the day in the giver's zone that `for 6 months` counts from, where no `from` is said. */
export function parseSentence(text: string, today: Temporal.PlainDate): SentenceReading {
  try {
    const reader = new Reader(text, today)
    return { ok: true, sentence: reader.sentence() }
  } catch (cause) {
    if (cause instanceof Unreadable) return { ok: false, error: cause.error }
    throw cause
  }
}

/** Reads one thing as a sentence names it: `A-2718-2818-24`, `page/day-trips`, `bundle/summer`. */
export function parseWhat(text: string): { ok: true; what: What } | { ok: false; error: SentenceError } {
  return parseOne(text, reader => ({ what: reader.what() }))
}

/** Reads one holder as a sentence names it: an address, `team/paid-media`, `B-4815-1623-97`. */
export function parseWho(text: string): { ok: true; who: Who } | { ok: false; error: SentenceError } {
  return parseOne(text, reader => ({ who: reader.who() }))
}

export function isAddress(text: string): boolean {
  return (
    text.length <= 254 &&
    /^[^\s@"(),:;<>[\\\]]{1,64}@[a-z0-9]([a-z0-9-]*[a-z0-9])?(\.[a-z0-9]([a-z0-9-]*[a-z0-9])?)+$/i.test(text)
  )
}

export const handlePattern = /^[\p{Ll}\p{Nd}]+(-[\p{Ll}\p{Nd}]+)*$/u

function parseOne<T>(
  text: string,
  read: (reader: Reader) => T,
): ({ ok: true } & T) | { ok: false; error: SentenceError } {
  try {
    const reader = new Reader(text, Temporal.PlainDate.from('2000-01-01'))
    const found = read(reader)
    reader.nothingMore('')
    return { ok: true, ...found }
  } catch (cause) {
    if (cause instanceof Unreadable) return { ok: false, error: cause.error }
    throw cause
  }
}

class Unreadable extends Error {
  constructor(readonly error: SentenceError) {
    super(error.message)
  }
}

const joining = ['on', 'hiding', 'may', 'from', 'until', 'for', 'to', 'and']

type Clauses = Pick<Part, 'hiding' | 'from' | 'until'>
type Questions = Omit<Wanted, 'parts'>

class Reader {
  private readonly words: Word[]
  private at = 0

  constructor(
    private readonly text: string,
    private readonly today: Temporal.PlainDate,
  ) {
    this.words = cutIntoWords(text)
  }

  sentence(): Sentence {
    const verb = this.word('“let” or “end”')
    if (verb.text === 'let') return this.letSentence()
    if (verb.text === 'end') return this.endSentence()
    throw this.wrong(verb, `A sentence begins with “let” or “end”, not with “${verb.text}”.`, ['let', 'end'])
  }

  private letSentence(): LetSentence {
    const who = this.list(() => this.who(), 'somebody')
    if (this.peek()?.kind === 'quoted') return this.letForPurpose(who)
    const said = new Set<string>()
    const questions: Questions = { purpose: null, mayGiveAccess: false, mayPassOn: false }
    const parts = [this.part(said, questions)]
    while (this.peek()) {
      this.at++
      parts.push(this.part(said, questions))
    }
    return { verb: 'let', who, parts, ...questions }
  }

  /** One level on some things; what holds for the whole sentence is taken up where it is said. */
  private part(said: Set<string>, questions: Questions): Part {
    const { tier, actions } = this.given()
    this.expect('on', 'after what may be done comes “on” and the asset')
    const on = this.list(() => this.what(), 'an asset')
    return { tier, actions, on, ...this.clauses(said, questions) }
  }

  private letForPurpose(who: Who[]): LetSentence {
    const questions = { purpose: this.purpose(), mayGiveAccess: false, mayPassOn: false }
    const named = this.peek()?.text === 'on'
    if (named) this.at++
    const on = named ? this.list(() => this.what(), 'an asset') : []
    const clauses = this.clauses(new Set(['to']), questions)
    this.nothingMore('A purpose works out by itself what it takes: nothing more is given beside it in one sentence.')
    return { verb: 'let', who, parts: [{ tier: null, actions: [], on, ...clauses }], ...questions }
  }

  private endSentence(): EndSentence {
    const next = this.peek()
    const grant = /^grant\/(.+)$/.exec(next?.text ?? '')
    if (grant) {
      this.at++
      this.nothingMore('After “end grant/…” nothing more is said.')
      return { verb: 'end', grant: grant[1]! }
    }
    const who = this.who()
    if (!this.peek()) return { verb: 'end', who, on: [], purpose: null }
    this.expect('on', 'after whom to end comes “on” and the asset, or nothing')
    const on = this.list(() => this.what(), 'an asset')
    const forPurpose = this.peek()?.text === 'to'
    if (forPurpose) this.at++
    const purpose = forPurpose ? this.purpose() : null
    this.nothingMore('After the assets comes to "…", for one purpose alone, and nothing more is said.')
    return { verb: 'end', who, on, purpose }
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

  private given(): { tier: Tier | null; actions: Action[] } {
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

  private clauses(saidOnce: Set<string>, questions: { -readonly [Q in keyof Questions]: Questions[Q] }): Clauses {
    let hiding: Figure[] = []
    let from: Moment | null = null
    let until: Moment | null = null
    let span: { amount: number; unit: SpanUnit } | null = null
    const saidHere = new Set<string>()
    for (let word = this.nextClause(); word; word = this.nextClause()) {
      const clause = word.text === 'may' ? this.question() : word.text === 'for' ? 'until' : word.text
      const said = clause.startsWith('may') || clause === 'to' ? saidOnce : saidHere
      if (said.has(clause)) throw this.wrong(word, `“${word.text}” was said before: one is enough.`, [])
      said.add(clause)
      if (word.text === 'hiding') hiding = this.figures()
      else if (word.text === 'from') from = this.moment()
      else if (word.text === 'until') until = this.moment()
      else if (word.text === 'for') span = this.span()
      else if (word.text === 'to') questions.purpose = this.purpose()
      else if (clause === 'may give access') questions.mayGiveAccess = true
      else if (clause === 'may pass on') questions.mayPassOn = true
      else
        throw this.wrong(
          word,
          `“${word.text}” is not expected here: hiding, from, until, for, may give access, may pass on, to "…", or “and” with one more level may follow.`,
          joining,
        )
    }
    if (span) {
      const begin = from ? Temporal.PlainDate.from('date' in from ? from.date : from.at.slice(0, 10)) : this.today
      until = lastDayOf(begin, span.amount, span.unit)
    }
    return { hiding, from, until }
  }

  /** The next clause's first word; null at the end, and before an “and” that begins one more level. */
  private nextClause(): Word | undefined {
    return this.beginsLevel(this.peek()) ? undefined : this.next()
  }

  /** Whether a word joins one more level to the sentence: “and” before a tier or an action. */
  private beginsLevel(word: Word | undefined): boolean {
    const following = this.words[this.at + 1]
    return word?.text === 'and' && following?.kind === 'word' && (isTier(following.text) || isAction(following.text))
  }

  /** What follows `may`: whether a partner may give access by it, or pass it on to a further business. */
  private question(): 'may give access' | 'may pass on' {
    const words = [this.next(), this.next()]
    const said = words.map(word => word?.text).join(' ')
    if (said === 'give access' || said === 'pass on') return `may ${said}`
    throw this.wrong(words.find(word => word) ?? undefined, 'After “may” comes “give access” or “pass on”.', [
      'give',
      'pass',
    ])
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

  private moment(): Moment {
    const word = this.word('a date, as 2027-03-31')
    const moment = readMoment(word.text)
    if (moment) return moment
    throw this.wrong(
      word,
      `“${word.text}” is no date: say 2027-03-31, or 2027-03-31T18:00+01:00 for an exact time.`,
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

  private purpose(): string {
    const word = this.next()
    if (word?.kind === 'quoted' && word.text.trim()) return word.text.trim().replace(/\s+/g, ' ').slice(0, 120)
    throw this.wrong(word, 'Here comes a purpose in quotes, as "run our adverts".', [])
  }

  private list<T>(read: () => T, what: string, joinsLevels = false): T[] {
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

  private expect(text: string, why: string): void {
    const word = this.next()
    if (word?.text !== text)
      throw this.wrong(word, `“${text}” is expected ${word ? `before “${word.text}”` : 'here'}: ${why}.`, [])
  }

  nothingMore(message: string): void {
    const word = this.peek()
    if (word) throw this.wrong(word, message || `“${word.text}” is one word too many.`, [])
  }

  private word(wanted: string): Word {
    const word = this.next()
    if (word?.kind === 'word') return word
    throw this.wrong(
      word,
      `Here ${wanted} is expected${word ? `, not “${word.text}”` : ', and the sentence ends'}.`,
      [],
    )
  }

  private peek(): Word | undefined {
    return this.words[this.at]
  }

  private next(): Word | undefined {
    return this.words[this.at++]
  }

  private wrong(
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
