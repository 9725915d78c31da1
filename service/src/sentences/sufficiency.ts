import { levelOf, noAccess, unite, type Level, type Purpose } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import type { PlannedLet } from './planned.ts'
import { givenFor, readinessOf, type RequirementInWords } from '../readiness/readiness.ts'

/** Whether what a sentence gives is enough for its purpose, together with what is there already. */
export interface Sufficiency {
  readonly name: string
  readonly enough: boolean
  readonly requirements: readonly (RequirementInWords & { readonly given: boolean })[]
}

/**
 * Readiness as it would be after the sentence: what it gives counts as met, what is still missing shows its remedy.
 * What was given for the same purpose before belongs to it.
 */
export async function readinessAfter(
  kit: Kit,
  acting: Acting,
  plan: PlannedLet,
  purpose: Purpose,
): Promise<Sufficiency> {
  const { who, things } = plan.recipients[0]!
  const named = things.flatMap(thing => thing.target.assets)
  const manager = kit.database.manager
  const now = await readinessOf(
    kit,
    manager,
    acting,
    who,
    purpose,
    plan.sentence.parts.some(part => part.on.length > 0) ? named : [],
    plan.purpose ? await givenFor(manager, acting, who, purpose) : [],
  )
  const given = new Map<string, Level>()
  for (const thing of things)
    for (const { asset } of thing.parts)
      given.set(asset.number, unite(given.get(asset.number) ?? noAccess, levelOf(asset.kind, thing.terms)))
  const requirements = now.requirements.map(requirement => {
    const level = requirement.asset ? given.get(requirement.asset.number) : undefined
    const { missing } = requirement
    const gives = level !== undefined && missing.every(action => level.actions.has(action))
    return gives && missing.length > 0
      ? { ...requirement, state: 'met' as const, sentence: null, remedy: null, tie: null, given: true }
      : { ...requirement, given: gives }
  })
  const enough = requirements.every(requirement => !requirement.must || requirement.state === 'met')
  return { name: purpose.name, enough, requirements }
}
