import { levelOf, noAccess, unite, type Level } from '@famiglia/core'
import type { Room } from '../base/room.ts'
import type { Acting } from '../businesses/acting.ts'
import type { PlannedLet } from '../grants/planSentence.ts'
import { readinessOf, type RequirementInWords } from './readiness.ts'

/** Whether what a sentence gives is enough for its purpose, together with what is there already. */
export interface Sufficiency {
  readonly name: string
  readonly enough: boolean
  readonly requirements: readonly (RequirementInWords & { readonly given: boolean })[]
}

/** Readiness as it would be after the sentence: what it gives counts as met, what is still missing shows its remedy. */
export async function readinessAfter(room: Room, acting: Acting, plan: PlannedLet): Promise<Sufficiency> {
  const { who, items } = plan.recipients[0]!
  const named = items.flatMap(item => item.target.assets)
  const manager = room.database.manager
  const now = await readinessOf(room, manager, acting, who, plan.purpose!, plan.sentence.on.length > 0 ? named : [])
  const given = new Map<string, Level>()
  for (const item of items)
    for (const { asset } of item.parts)
      given.set(asset.number, unite(given.get(asset.number) ?? noAccess, levelOf(asset.kind, item.words)))
  const requirements = now.requirements.map(requirement => {
    const level = requirement.asset ? given.get(requirement.asset.number) : undefined
    const missing = requirement.missing.split(', ').filter(Boolean)
    const gives = level !== undefined && missing.every(action => ([...level.actions] as string[]).includes(action))
    return gives && missing.length > 0
      ? { ...requirement, state: 'met' as const, sentence: null, remedy: null, tie: null, given: true }
      : { ...requirement, given: gives }
  })
  const enough = requirements.every(requirement => !requirement.must || requirement.state === 'met')
  return { name: plan.purpose!.name, enough, requirements }
}
