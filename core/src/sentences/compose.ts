import type { Terms } from '../grants/terms.ts'
import { momentOfBegin, momentOfEnd } from '../time/index.ts'
import type { Part, Wanted, What } from './sentence.ts'

/** One thing and the terms on it, as records keep it. */
export interface ThingWithTerms {
  readonly what: What
  readonly terms: Terms
}

/** The part of a sentence that says just these terms on one thing; instants become days where they fall on a day's edge in the zone. */
export function partOf({ what, terms }: ThingWithTerms, zone: string): Part {
  return {
    tier: terms.tier,
    actions: terms.actions,
    on: [what],
    hiding: terms.hiding,
    from: terms.from ? momentOfBegin(terms.from, zone) : null,
    until: terms.until ? momentOfEnd(terms.until, zone) : null,
  }
}

/** What says these things with their terms again: things under the same terms stand together in one part. */
export function wantedOf(
  things: readonly ThingWithTerms[],
  zone: string,
  also: Partial<Omit<Wanted, 'parts'>> = {},
): Wanted {
  const parts: Part[] = []
  for (const part of things.map(thing => partOf(thing, zone))) {
    const alike = parts.findIndex(one => sameBut(one, part))
    if (alike < 0) parts.push(part)
    else parts[alike] = { ...parts[alike]!, on: [...parts[alike]!.on, ...part.on] }
  }
  return { parts, purpose: null, mayGiveAccess: false, mayPassOn: false, ...also }
}

function sameBut(one: Part, other: Part): boolean {
  const key = ({ on: _on, ...rest }: Part) => JSON.stringify(rest)
  return key(one) === key(other)
}
