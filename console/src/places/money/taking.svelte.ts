import {
  parseBilling,
  parseWhat,
  parseWho,
  printBilling,
  printMoment,
  printWhat,
  printWho,
  readMoment,
  Temporal,
} from '@famiglia/core'

/** A change of who pays being composed: who answers for it or which business is to pay, with what, and from when. */
export class Taking {
  /** The e-mail address of who answers for it at one's own business; empty where another business is to pay. */
  answering = $state('')
  /** The other business, by its number. */
  business = $state('')
  /** The handle of the means of payment; empty leaves what it is paid with. */
  means = $state('')
  from = $state('')

  constructor(readonly account: string) {}

  /** Takes up a sentence that was begun elsewhere; null with why where it cannot be read. */
  static of(text: string): { taking: Taking | null; wrong: string | null } {
    const reading = parseBilling(text, Temporal.Now.plainDateISO())
    if (!reading.ok) return { taking: null, wrong: reading.error.message }
    const { account, to, means, from } = reading.sentence
    const taking = new Taking(printWhat(account))
    if (to.by === 'address') taking.answering = to.address
    else taking.business = printWho(to)
    taking.means = means ?? ''
    taking.from = from ? printMoment(from) : ''
    return { taking, wrong: null }
  }

  /** The sentence as written; empty while something of it is missing. */
  get text(): string {
    const account = parseWhat(this.account)
    const to = parseWho((this.answering || this.business).trim())
    if (!account.ok || !to.ok) return ''
    return printBilling({
      verb: 'billing',
      account: account.what,
      to: to.who,
      means: this.answering && this.means ? this.means : null,
      from: this.from ? readMoment(this.from) : null,
    })
  }
}
