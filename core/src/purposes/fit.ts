import { kinds, type Kind } from '../kinds/index.ts'
import { capitalised, sayGiven, sayList, withArticle } from '../words/index.ts'
import { takenOn, type Purpose } from './purpose.ts'

/** How a purpose fits the kinds of asset that are named. */
export interface Fit<P extends Purpose = Purpose> {
  readonly purpose: P
  /** Whether it takes all the kinds that are named, some of them, or none. */
  readonly fits: 'all' | 'some' | 'none'
  /** What it takes on each, and which of the named kinds it leaves out, in words. */
  readonly words: string
}

/** How well a purpose fits the kinds of the assets named; with none named every purpose does. */
export function fitOf<P extends Purpose>(purpose: P, named: readonly Kind[]): Fit<P> {
  const takes = [...new Set(purpose.needs.map(need => need.kind))]
  const must = new Set(purpose.needs.filter(need => need.must).map(need => need.kind))
  const taken = [...new Set(named)].filter(kind => takes.includes(kind))
  const left = [...new Set(named)].filter(kind => !takes.includes(kind))
  const said = named.length === 0 || taken.length === 0 ? takes.filter(kind => must.has(kind)) : taken
  const adds = taken.length > 0 ? takes.filter(kind => must.has(kind) && !taken.includes(kind)) : []
  return {
    purpose,
    fits: left.length === 0 ? 'all' : taken.length > 0 ? 'some' : 'none',
    words: [
      `${capitalised(sayList(said.map(kind => `${sayTaken(purpose, kind)} on ${withArticle(kinds[kind].noun)}`)))}${
        adds.length > 0 ? `; it needs ${sayList(adds.map(kind => withArticle(kinds[kind].noun)))} too` : ''
      }.`,
      taken.length > 0 && left.length > 0 ? `Leaves out the ${sayList(left.map(kind => kinds[kind].noun))}.` : '',
    ]
      .filter(Boolean)
      .join(' '),
  }
}

function sayTaken(purpose: Purpose, kind: Kind): string {
  return sayGiven(takenOn(purpose, kind)!, kind)
}
