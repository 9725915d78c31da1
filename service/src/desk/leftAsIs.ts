import { samePurpose } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { dropMeant, keepMeant, meantIn, type Meant } from '../purposes/meant.ts'
import type { ReadinessInWords } from '../readiness/readiness.ts'
import { everyHole } from './holes.ts'

/** Something that is not enough for its purpose and meant so, as admins read it: it is told on no desk, unless more is missing. */
export interface LeftAsIs {
  readonly who: { readonly name: string; readonly text: string }
  readonly purpose: string
  readonly by: string
  readonly at: string
}

/** Holes apart from those that are meant so. */
export async function partedByMeaning(
  kit: Kit,
  acting: Acting,
  holes: readonly ReadinessInWords[],
): Promise<{ readonly holes: ReadinessInWords[]; readonly leftAsIs: LeftAsIs[] }> {
  if (holes.length === 0) return { holes: [], leftAsIs: [] }
  const meant = await meantIn(kit.database.manager, acting.id)
  const meaning = (hole: ReadinessInWords) =>
    meant.find(one => isAbout(one, hole.who.text, hole.purpose) && covers(one, hole))
  return {
    holes: holes.filter(hole => !meaning(hole)),
    leftAsIs: holes.flatMap(hole => {
      const found = meaning(hole)
      return found ? [{ who: hole.who, purpose: hole.purpose, by: found.by, at: found.at.toISOString() }] : []
    }),
  }
}

function isAbout({ who, purpose }: Pick<Meant, 'who' | 'purpose'>, text: string, wanted: string): boolean {
  return who === text && samePurpose(purpose, wanted)
}

function covers({ missing }: Meant, hole: ReadinessInWords): boolean {
  return missing === null || missingOf(hole).every(one => missing.includes(one))
}

function missingOf({ requirements }: ReadinessInWords): string[] {
  return requirements
    .filter(({ must, state }) => must && state !== 'met')
    .map(({ takes, asset }) => `${takes} @ ${asset?.number ?? ''}`)
}

/** Says that what lacks something for its purpose is meant so, or takes that back: for admins. What lies on no desk is `desk.nothing`. */
export function leaveAsIs(kit: Kit) {
  return async (acting: Acting, who: string, purpose: string, isMeant: boolean): Promise<{ result: string }> => {
    requireStanding(acting, 'arrange-people', 'Saying that something is meant so')
    const hole = (await everyHole(kit, acting)).find(one => one.who.text === who && samePurpose(one.purpose, purpose))
    if (!hole) throw new Problem('desk.nothing', `Nothing of “${purpose}” for ${who} lies on the desk.`)
    return changeFor(kit, acting, async change => {
      const about = { who, whoName: hole.who.name, purpose: hole.purpose }
      const what = `that ${hole.who.name} lacks something to “${hole.purpose}”`
      if (isMeant) await keepMeant(change, acting.id, acting.live.person, { ...about, missing: missingOf(hole) })
      else await dropMeant(change, acting.id, about)
      change.record({
        chain: acting.id,
        what: isMeant ? 'hole.left' : 'hole.told-again',
        sentence: isMeant
          ? `${acting.live.name} said ${what}, and that it is meant so.`
          : `${acting.live.name} wants to be told again ${what}.`,
      })
      return {
        result: isMeant
          ? 'It is meant so: no desk tells it any more, unless more is missing than now.'
          : `It is told on the desks again, as long as it is not enough to “${hole.purpose}”.`,
      }
    })
  }
}
