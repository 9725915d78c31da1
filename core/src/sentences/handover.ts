import { isTier, tiers, type Tier } from '../levels/index.ts'
import { printWhat, printWho } from './print.ts'
import { Reader, Unreadable, type SentenceError } from './reader.ts'
import type { What, Who } from './sentence.ts'

/** `hand over <assets> | everything [on <platform>] to <business> [keeping <tier>] [with billing] [with people] [because "…"]`: who owns assets from then on. */
export interface HandoverSentence {
  readonly verb: 'hand over'
  /** What is named; nothing where everything goes. */
  readonly assets: readonly What[]
  /** All that the business owns, or owns on one platform; null where assets are named. */
  readonly everything: { readonly on: string | null } | null
  /** The business that is to own them. */
  readonly to: Who
  /** What the old owner keeps on them; null for nothing. */
  readonly keeping: Tier | null
  /** Whether the new owner pays from then on; else whoever pays goes on paying. */
  readonly withBilling: boolean
  /** Whether the old owner’s people who lose what they have on them are asked, one by one, to join the new owner with it. */
  readonly withPeople: boolean
  readonly because: string | null
}

export function parseHandover(
  text: string,
): { ok: true; sentence: HandoverSentence } | { ok: false; error: SentenceError } {
  try {
    return { ok: true, sentence: new HandoverReader(text).handover() }
  } catch (cause) {
    if (cause instanceof Unreadable) return { ok: false, error: cause.error }
    throw cause
  }
}

/** As written: the one form that is read as the same again. */
export function printHandover({
  assets,
  everything,
  to,
  keeping,
  withBilling,
  withPeople,
  because,
}: HandoverSentence): string {
  return [
    `hand over ${everything ? `everything${everything.on ? ` on ${everything.on}` : ''}` : assets.map(printWhat).join(', ')} to ${printWho(to)}`,
    keeping ? `keeping ${keeping}` : '',
    withBilling ? 'with billing' : '',
    withPeople ? 'with people' : '',
    because ? `because "${because}"` : '',
  ]
    .filter(Boolean)
    .join(' ')
}

class HandoverReader extends Reader {
  handover(): HandoverSentence {
    this.expect('hand', 'that is how a handover begins')
    this.expect('over', 'it is said as “hand over”')
    const everything = this.everything()
    const assets = everything ? [] : this.list(() => this.what(), 'an asset')
    this.expect('to', 'after the assets comes “to” and the business that is to own them')
    const word = this.peek()
    const to = this.who()
    if (to.by === 'address' || to.by === 'team')
      throw this.wrong(word, 'Assets belong to a business: say its number, as B-4815-1623-97.', [])
    return { verb: 'hand over', assets, everything, to, ...this.rest() }
  }

  private everything(): HandoverSentence['everything'] {
    if (this.peek()?.text !== 'everything') return null
    this.next()
    if (this.peek()?.text !== 'on') return { on: null }
    this.next()
    return { on: this.word('a platform').text.toLowerCase() }
  }

  private rest(): Pick<HandoverSentence, 'keeping' | 'withBilling' | 'withPeople' | 'because'> {
    let keeping: Tier | null = null
    let withBilling = false
    let withPeople = false
    let because: string | null = null
    const said = new Set<string>()
    for (let word = this.next(); word; word = this.next()) {
      const after = word.text === 'with' ? this.peek()?.text : null
      const key = after ? `with ${after}` : word.text
      if (said.has(key)) throw this.wrong(word, `“${key}” was said before: one is enough.`, [])
      said.add(key)
      if (word.text === 'keeping') {
        const tier = this.word('a tier')
        if (!isTier(tier.text)) throw this.wrong(tier, `“${tier.text}” is no tier: ${tiers.join(', ')}.`, tiers)
        keeping = tier.text
      } else if (word.text === 'with') {
        if (after === 'people') {
          this.next()
          withPeople = true
        } else {
          this.expect(
            'billing',
            'after “with” comes “billing”: the new owner pays from then on; or “people”: they are asked to join it',
          )
          withBilling = true
        }
      } else if (word.text === 'because') because = this.quoted('the reason in quotes, as "it is yours"', 500)
      else
        throw this.wrong(
          word,
          `“${word.text}” is not expected here: keeping, with billing, with people or because may follow.`,
          ['keeping', 'with', 'because'],
        )
    }
    return { keeping, withBilling, withPeople, because }
  }
}
