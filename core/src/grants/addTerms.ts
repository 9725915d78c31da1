import type { Kind } from '../kinds/index.ts'
import { covers, levelOf, tiers } from '../levels/index.ts'
import { isBefore } from '../time/index.ts'
import type { Terms } from './terms.ts'

export type AddedTerms = { ok: true; terms: Terms } | { ok: false; code: 'ask.would-lower' }

/**
 * What somebody has for a reason and what they asked for, as the one grant of that reason. Granting an ask adds: no tier is
 * lowered, nothing hidden is shown, no end is dropped, and nothing lasts longer than it was given or asked for. Where one
 * grant cannot say that (more, but sooner over), it is refused: it takes a reason of its own.
 */
export function addTerms(kinds: readonly Kind[], has: Terms, asked: Terms): AddedTerms {
  const level = (terms: Terms) => kinds.map(kind => levelOf(kind, { ...terms, hiding: [] }))
  const hasAlready = level(asked).every((one, index) => covers(level(has)[index]!, one))
  const asksForAll = level(has).every((one, index) => covers(level(asked)[index]!, one))
  if (hasAlready && !asksForAll) return { ok: true, terms: has }
  const showsFigures = kinds.some(kind => levelOf(kind, { ...has, hiding: [] }).sees.size > 0)
  const tier = tiers.findLast(step => step === has.tier || step === asked.tier) ?? null
  const actions = [...new Set([...has.actions, ...asked.actions])]
  const hiding = showsFigures ? has.hiding : asked.hiding
  const until = endOfBoth(has, asked, { asksForAll, alike: hasAlready && asksForAll })
  if (until === 'none fits') return { ok: false, code: 'ask.would-lower' }
  return { ok: true, terms: { tier, actions, hiding, from: has.from, until } }
}

/** The end that neither drops what they have nor lasts longer than it was given or asked for. */
function endOfBoth(
  has: Terms,
  asked: Terms,
  { asksForAll, alike }: { readonly asksForAll: boolean; readonly alike: boolean },
): Terms['until'] | 'none fits' {
  if (has.until === null) return alike || asked.until === null ? null : 'none fits'
  if (asked.until === null) return has.until
  if (!isBefore(asked.until, has.until)) return asksForAll ? asked.until : has.until
  return alike ? has.until : 'none fits'
}
