import {
  isTier,
  parseLinking,
  parseWhat,
  parseWho,
  printLinking,
  printMoment,
  printWhat,
  printWho,
  readMoment,
  Temporal,
  type Action,
  type Figure,
  type Tier,
  type What,
} from '@famiglia/core'

/** A link being composed, part by part: asked for from above, or offered from below. */
export class Linking {
  /** Asked for by who has the manager account; offered by who has the account. */
  direction: 'ask' | 'offer' = $state('ask')
  accounts: string[] = $state([])
  under = $state('')
  tier: Tier = $state('run')
  label = $state('')
  hiding: Figure[] = $state([])
  from = $state('')
  until = $state('')
  mayGiveAccess = $state(false)
  /** Who pays from then on, as a sentence names them; empty leaves it as it is. */
  payer = $state('')
  /** The handle of the means of payment, where one pays oneself. */
  means = $state('')
  /** Actions by name of a sentence that was begun elsewhere, in place of a tier. */
  private actions: readonly Action[] = []

  /** Takes up a sentence that was begun elsewhere. What cannot be read is told; unlinking is not composed. */
  take(text: string): string | null {
    const reading = parseLinking(text, Temporal.Now.plainDateISO())
    if (!reading.ok) return reading.error.message
    const { sentence } = reading
    if (sentence.verb === 'unlink') return null
    this.accounts = sentence.accounts.map(printWhat)
    this.under = printWhat(sentence.under)
    this.tier = sentence.tier ?? 'watch'
    this.actions = sentence.tier ? [] : sentence.actions
    this.label = sentence.label ?? ''
    this.hiding = [...sentence.hiding]
    this.from = sentence.from ? printMoment(sentence.from) : ''
    this.until = sentence.until ? printMoment(sentence.until) : ''
    this.mayGiveAccess = sentence.mayGiveAccess
    this.payer = sentence.paidBy ? printWho(sentence.paidBy.who) : ''
    this.means = sentence.paidBy?.means ?? ''
    return null
  }

  chooseTier(tier: string): void {
    if (!isTier(tier)) return
    this.tier = tier
    this.actions = []
  }

  toggleHiding(figure: Figure): void {
    this.hiding = this.hiding.includes(figure) ? this.hiding.filter(one => one !== figure) : [...this.hiding, figure]
  }

  /** The sentence as written; empty while something of it is missing. */
  get text(): string {
    const accounts = this.accounts.flatMap(readWhat)
    const [under] = readWhat(this.under)
    const payer = this.payer.trim() ? parseWho(this.payer.trim()) : null
    if (accounts.length === 0 || !under || payer?.ok === false) return ''
    return printLinking({
      verb: 'link',
      accounts,
      under,
      tier: this.actions.length > 0 ? null : this.tier,
      actions: [...this.actions],
      label: accounts.length === 1 && this.direction === 'ask' ? this.label.trim().replaceAll('"', '') || null : null,
      hiding: [...this.hiding],
      mayGiveAccess: this.mayGiveAccess,
      paidBy: payer ? { who: payer.who, means: this.means || null } : null,
      from: this.from ? readMoment(this.from) : null,
      until: this.until ? readMoment(this.until) : null,
    })
  }
}

function readWhat(text: string): What[] {
  const trimmed = text.trim()
  if (!trimmed) return []
  const reading = parseWhat(trimmed)
  return reading.ok ? [reading.what] : []
}
