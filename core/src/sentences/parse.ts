import type { Temporal } from '../time/index.ts'
import { nothingHidden, Reader, Unreadable, withEnd, type SentenceError } from './reader.ts'
import type { EndSentence, LetSentence, Part, Sentence, Wanted, What, Who } from './sentence.ts'
import type { Word } from './words.ts'

export type SentenceReading = { ok: true; sentence: Sentence } | { ok: false; error: SentenceError }

/** Reads a sentence. `today` is the day in the giver's zone that `for 6 months` counts from, where no `from` is said. */
export function parseSentence(text: string, today: Temporal.PlainDate): SentenceReading {
  try {
    const reader = new SentenceReader(text, today)
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

function parseOne<T>(
  text: string,
  read: (reader: Reader) => T,
): ({ ok: true } & T) | { ok: false; error: SentenceError } {
  try {
    const reader = new Reader(text)
    const found = read(reader)
    reader.nothingMore('')
    return { ok: true, ...found }
  } catch (cause) {
    if (cause instanceof Unreadable) return { ok: false, error: cause.error }
    throw cause
  }
}

const joining = ['on', 'hiding', 'may', 'from', 'until', 'for', 'to', 'and']

type Clauses = Pick<Part, 'hiding' | 'from' | 'until'>
type Questions = Omit<Wanted, 'parts'>

class SentenceReader extends Reader {
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
      this.next()
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
    if (named) this.next()
    const on = named ? this.list(() => this.what(), 'an asset') : []
    const clauses = this.clauses(new Set(['to']), questions)
    this.nothingMore('A purpose works out by itself what it takes: nothing more is given beside it in one sentence.')
    return { verb: 'let', who, parts: [{ tier: null, actions: [], on, ...clauses }], ...questions }
  }

  private endSentence(): EndSentence {
    const next = this.peek()
    const grant = /^grant\/(.+)$/.exec(next?.text ?? '')
    if (grant) {
      this.next()
      this.nothingMore('After “end grant/…” nothing more is said.')
      return { verb: 'end', grant: grant[1]! }
    }
    const who = this.who()
    if (!this.peek()) return { verb: 'end', who, on: [], purpose: null }
    this.expect('on', 'after whom to end comes “on” and the asset, or nothing')
    const on = this.list(() => this.what(), 'an asset')
    const forPurpose = this.peek()?.text === 'to'
    if (forPurpose) this.next()
    const purpose = forPurpose ? this.purpose() : null
    this.nothingMore('After the assets comes to "…", for one purpose alone, and nothing more is said.')
    return { verb: 'end', who, on, purpose }
  }

  private clauses(saidOnce: Set<string>, questions: { -readonly [Q in keyof Questions]: Questions[Q] }): Clauses {
    const told = nothingHidden()
    const saidHere = new Set<string>()
    for (let word = this.nextClause(); word; word = this.nextClause()) {
      const clause = word.text === 'may' ? this.question() : word.text === 'for' ? 'until' : word.text
      const said = clause.startsWith('may') || clause === 'to' ? saidOnce : saidHere
      if (said.has(clause)) throw this.wrong(word, `“${word.text}” was said before: one is enough.`, [])
      said.add(clause)
      if (this.hidingOrTime(word.text, told)) continue
      if (word.text === 'to') questions.purpose = this.purpose()
      else if (clause === 'may give access') questions.mayGiveAccess = true
      else if (clause === 'may pass on') questions.mayPassOn = true
      else
        throw this.wrong(
          word,
          `“${word.text}” is not expected here: hiding, from, until, for, may give access, may pass on, to "…", or “and” with one more level may follow.`,
          joining,
        )
    }
    return withEnd(told, this.today!)
  }

  /** The next clause's first word; null at the end, and before an “and” that begins one more level. */
  private nextClause(): Word | undefined {
    return this.beginsLevel(this.peek()) ? undefined : this.next()
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
}
