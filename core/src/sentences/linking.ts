import { printMoment, type Temporal } from '../time/index.ts'
import { printGiven, printWhat, printWho } from './print.ts'
import { nothingHidden, Reader, Unreadable, withEnd, type SentenceError } from './reader.ts'
import type { Part, What, Who } from './sentence.ts'

/**
 * `link <account>[, …] under <manager account> at <tier | actions> [as "<label>"] [hiding …] [may give access]
 * [paid by <business> [with means/<handle>]] [from …] [until …]`: accounts hang under a manager account, at most at a level.
 */
export interface LinkSentence extends Omit<Part, 'on'> {
  readonly verb: 'link'
  readonly accounts: readonly What[]
  readonly under: What
  /** What the manager's side calls it: its own, and never shown to the owner. */
  readonly label: string | null
  readonly mayGiveAccess: boolean
  /** Who pays from then on; null where that does not change. */
  readonly paidBy: PaidBy | null
}

export interface PaidBy {
  readonly who: Who
  /** The handle of the means they pay with; null where who says yes chooses it. */
  readonly means: string | null
}

/** `unlink <account>[, …] from <manager account>` */
export interface UnlinkSentence {
  readonly verb: 'unlink'
  readonly accounts: readonly What[]
  readonly from: What
}

export type Linking = LinkSentence | UnlinkSentence

/** Reads what links accounts under a manager account, or unlinks them. `today` is the day that `for 6 months` counts from. */
export function parseLinking(
  text: string,
  today: Temporal.PlainDate,
): { ok: true; sentence: Linking } | { ok: false; error: SentenceError } {
  try {
    return { ok: true, sentence: new LinkReader(text, today).linking() }
  } catch (cause) {
    if (cause instanceof Unreadable) return { ok: false, error: cause.error }
    throw cause
  }
}

/** As written: the one form that is read as the same again. */
export function printLinking(sentence: Linking): string {
  const accounts = sentence.accounts.map(printWhat).join(', ')
  if (sentence.verb === 'unlink') return `unlink ${accounts} from ${printWhat(sentence.from)}`
  const { under, label, hiding, mayGiveAccess, paidBy, from, until } = sentence
  return [
    `link ${accounts} under ${printWhat(under)} at ${printGiven(sentence)}`,
    label ? `as "${label}"` : '',
    hiding.length > 0 ? `hiding ${hiding.join(' and ')}` : '',
    mayGiveAccess ? 'may give access' : '',
    paidBy ? `paid by ${printWho(paidBy.who)}${paidBy.means ? ` with means/${paidBy.means}` : ''}` : '',
    from ? `from ${printMoment(from)}` : '',
    until ? `until ${printMoment(until)}` : '',
  ]
    .filter(Boolean)
    .join(' ')
}

const clauses = ['as', 'hiding', 'may', 'paid', 'from', 'until', 'for']

class LinkReader extends Reader {
  linking(): Linking {
    const verb = this.word('“link” or “unlink”')
    if (verb.text === 'link') return this.link()
    if (verb.text === 'unlink') return this.unlink()
    throw this.wrong(verb, `Here “link” or “unlink” is expected, not “${verb.text}”.`, ['link', 'unlink'])
  }

  private unlink(): UnlinkSentence {
    const accounts = this.list(() => this.what(), 'an account')
    this.expect('from', 'after the accounts comes “from” and the manager account')
    const from = this.what()
    this.nothingMore('After the manager account nothing more is said.')
    return { verb: 'unlink', accounts, from }
  }

  private link(): LinkSentence {
    const accounts = this.list(() => this.what(), 'an account')
    this.expect('under', 'after the accounts comes “under” and the manager account')
    const under = this.what()
    this.expect('at', 'after the manager account comes “at” and the most that goes through it')
    const given = this.given()
    return { verb: 'link', accounts, under, ...given, ...this.rest() }
  }

  private rest() {
    const told = nothingHidden()
    let label: string | null = null
    let mayGiveAccess = false
    let paidBy: PaidBy | null = null
    const said = new Set<string>()
    for (let word = this.next(); word; word = this.next()) {
      const clause = word.text === 'for' ? 'until' : word.text
      if (said.has(clause)) throw this.wrong(word, `“${word.text}” was said before: one is enough.`, [])
      said.add(clause)
      if (this.hidingOrTime(word.text, told)) continue
      if (word.text === 'as') label = this.quoted('a name in quotes, as "Summer at sea"')
      else if (word.text === 'may') {
        this.expect('give', 'after “may” comes “give access”')
        this.expect('access', 'after “may give” comes “access”')
        mayGiveAccess = true
      } else if (word.text === 'paid') {
        this.expect('by', 'after “paid” comes “by” and the business that pays')
        paidBy = this.paidBy()
      } else
        throw this.wrong(
          word,
          `“${word.text}” is not expected here: as "…", hiding, may give access, paid by, from, until or for may follow.`,
          clauses,
        )
    }
    return { label, mayGiveAccess, paidBy, ...withEnd(told, this.today!) }
  }

  private paidBy(): PaidBy {
    const word = this.peek()
    const who = this.who()
    if (who.by === 'number' || who.by === 'business') {
      const isWithMeans = this.peek()?.text === 'with'
      if (isWithMeans) this.next()
      return { who, means: isWithMeans ? this.means() : null }
    }
    throw this.wrong(word, 'A business pays, and is named by its number or as business/….', [])
  }
}
