import { printMoment, type Moment, type Temporal } from '../time/index.ts'
import { printWhat, printWho } from './print.ts'
import { Reader, Unreadable, type SentenceError } from './reader.ts'
import type { What, Who } from './sentence.ts'

/** `billing <ad account> to <who> [with means/<handle>] [from <date>]`: who pays for an ad account, and with what. */
export interface BillingSentence {
  readonly verb: 'billing'
  readonly account: What
  /** The person who answers for it, or the business that is to pay. */
  readonly to: Who
  /** The handle of the means of payment; null where who takes over chooses it, or it stays. */
  readonly means: string | null
  readonly from: Moment | null
}

export function parseBilling(
  text: string,
  today: Temporal.PlainDate,
): { ok: true; sentence: BillingSentence } | { ok: false; error: SentenceError } {
  try {
    return { ok: true, sentence: new BillingReader(text, today).billing() }
  } catch (cause) {
    if (cause instanceof Unreadable) return { ok: false, error: cause.error }
    throw cause
  }
}

/** As written: the one form that is read as the same again. */
export function printBilling({ account, to, means, from }: BillingSentence): string {
  return [
    `billing ${printWhat(account)} to ${printWho(to)}`,
    means ? `with means/${means}` : '',
    from ? `from ${printMoment(from)}` : '',
  ]
    .filter(Boolean)
    .join(' ')
}

class BillingReader extends Reader {
  billing(): BillingSentence {
    this.expect('billing', 'that is how who pays is said')
    const account = this.what()
    this.expect('to', 'after the ad account comes “to” and who takes over')
    const to = this.payer()
    return { verb: 'billing', account, to, ...this.rest() }
  }

  private payer(): Who {
    const word = this.peek()
    const who = this.who()
    if (who.by !== 'team') return who
    throw this.wrong(word, 'One person answers for a payment, not a team: say an e-mail address.', [])
  }

  private rest(): Pick<BillingSentence, 'means' | 'from'> {
    let means: string | null = null
    let from: Moment | null = null
    const said = new Set<string>()
    for (let word = this.next(); word; word = this.next()) {
      if (said.has(word.text)) throw this.wrong(word, `“${word.text}” was said before: one is enough.`, [])
      said.add(word.text)
      if (word.text === 'with') means = this.means()
      else if (word.text === 'from') from = this.moment()
      else throw this.wrong(word, `“${word.text}” is not expected here: with or from may follow.`, ['with', 'from'])
    }
    return { means, from }
  }
}
