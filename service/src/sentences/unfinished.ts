import { begunPurpose, knownPurposes, printSentence, takenOn, type Part } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import type { PlannedLet } from './planned.ts'
import { readinessAfter } from './sufficiency.ts'

/** What a sentence without a purpose begins and does not finish, and the sentence that does. */
export interface Unfinished {
  readonly purpose: string
  readonly words: string
  readonly finished: string | null
}

/**
 * Whether what is given does nothing alone: adverts run on an ad account need a page that speaks and a tag that counts.
 * What is tied to the assets named completes it.
 */
export async function unfinishedBy(kit: Kit, acting: Acting, plan: PlannedLet): Promise<Unfinished | null> {
  const { things, who } = plan.recipients[0]!
  if (plan.purpose || plan.sentence.purpose || plan.recipients.length > 1) return null
  const [begun] = things.flatMap(({ target, terms }) =>
    target.kind && !target.held ? (begunPurpose(knownPurposes, target.kind, terms) ?? []) : [],
  )
  if (!begun) return null
  const { requirements } = await readinessAfter(kit, acting, plan, begun)
  const missing = requirements.filter(one => one.must && one.state !== 'met')
  if (missing.length === 0) return null
  const said = missing.map(one => (one.asset ? `${one.takes} on ${one.asset.name}` : one.takes))
  const [first] = plan.sentence.parts
  const parts = missing.flatMap(({ asset }): Part[] => {
    const taken = asset && takenOn({ ...begun, needs: begun.needs.filter(need => need.must) }, asset.kind)
    return taken ? [{ ...first!, ...taken, on: [{ by: 'handle', kind: asset.kind, handle: asset.handle }] }] : []
  })
  return {
    purpose: begun.name,
    words: `Alone, this is not enough for ${who.name} to ${begun.name}. Still missing: ${said.join('; ')}.`,
    finished: parts.length > 0 ? printSentence({ ...plan.sentence, parts: [...plan.sentence.parts, ...parts] }) : null,
  }
}
