import { beginOf, endOf, type Part, type Terms } from '@famiglia/core'

/** The terms that a part of a sentence says, its days as instants of a zone. */
export function termsOfPart(part: Pick<Part, 'tier' | 'actions' | 'hiding' | 'from' | 'until'>, zone: string): Terms {
  return {
    tier: part.tier,
    actions: part.actions,
    hiding: part.hiding,
    from: part.from ? beginOf(part.from, zone) : null,
    until: part.until ? endOf(part.until, zone) : null,
  }
}
