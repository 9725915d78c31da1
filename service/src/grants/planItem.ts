import {
  actionsOfKind,
  kinds,
  planLet,
  sayActions,
  sayLevel,
  sayList,
  type Given,
  type Instant,
  type LetPlan,
  type Level,
  type Words,
} from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import type { Asset } from '../assets/records.ts'
import type { Target } from '../assets/targets.ts'
import type { Grant } from './records.ts'

export type GoodPlan = Extract<LetPlan, { ok: true }>

/** What a sentence comes to on one asset or bundle, for one holder. */
export interface PlannedItem {
  readonly target: Target
  readonly words: Words
  readonly grant: Grant | null
  readonly change: GoodPlan['change']
  readonly takesProof: boolean
  /** The grant it passes on, where another business owns the target. */
  readonly upstream: Grant | null
  /** What it comes to on each asset: one, or all of a bundle. */
  readonly parts: readonly { readonly asset: Asset; readonly plan: GoodPlan }[]
}

/** Out of what somebody gives: their own level, or the ceiling of what their business was given. */
export interface Giving {
  levelOn(asset: Asset): Level
  readonly upstream: Grant | null
  /** The business whose ceiling it is; null for one's own. */
  readonly ceilingOf: string | null
}

/** Plans one item, or refuses it with a reason that names the asset. */
export function planItem(
  target: Target,
  words: Words,
  current: { readonly words: Words; readonly grant: Grant | null } | null,
  giving: Giving,
  at: Instant,
): PlannedItem {
  const archived = target.assets.find(asset => asset.archivedAt)
  if (archived)
    throw new Problem('asset.archived', `${archived.name} is archived. Bring it back first, then give access to it.`)
  assertSomewhereKnown(target, words)
  const parts = target.assets.map(asset => {
    const plan = planLet(asset.kind, wordsFor(asset, words), giving.levelOn(asset), current?.words ?? null, at)
    if (!plan.ok) throw refusal(plan, asset, words, giving)
    return { asset, plan }
  })
  const changes = parts.map(part => part.plan.change)
  return {
    target,
    words,
    grant: current?.grant ?? null,
    change: changeOf(changes, current !== null),
    takesProof: parts.some(part => part.plan.takesProof),
    upstream: giving.upstream,
    parts,
  }
}

/** In a bundle an action counts on the assets that have it. */
function wordsFor(asset: Asset, words: Words): Words {
  const known = actionsOfKind(asset.kind)
  return { ...words, actions: words.actions.filter(action => known.includes(action)) }
}

function assertSomewhereKnown(target: Target, words: Words): void {
  if (target.assets.length === 0) return
  const known = new Set(target.assets.flatMap(asset => actionsOfKind(asset.kind)))
  const foreign = words.actions.filter(action => !known.has(action))
  if (foreign.length === 0) return
  const what = target.bundleId ? 'a bundle' : withArticle(target.noun)
  throw new Problem('action.unknown', `${target.name} is ${what}, which has no ${sayList(foreign, 'or')}.`)
}

function changeOf(changes: readonly GoodPlan['change'][], existed: boolean): GoodPlan['change'] {
  if (!existed) return 'new'
  const told = new Set(changes.filter(change => change !== 'same'))
  if (told.size === 0) return changes.length > 0 ? 'same' : 'changed'
  return told.size === 1 ? [...told][0]! : 'changed'
}

function refusal(
  plan: Extract<LetPlan, { ok: false }>,
  asset: Asset,
  words: Given & { until: Instant | null },
  { ceilingOf, levelOn }: Giving,
): Problem {
  switch (plan.code) {
    case 'action.unknown':
      return new Problem(
        'action.unknown',
        `${asset.name} is ${withArticle(kinds[asset.kind].noun)}, which has no ${sayList(plan.actions, 'or')}.`,
      )
    case 'grant.above-own-level': {
      const beyond = [
        plan.actions.length > 0 ? sayActions(plan.actions) : '',
        plan.sees.length > 0 ? `see ${sayList(plan.sees)}` : '',
      ].filter(Boolean)
      if (ceilingOf)
        return new Problem(
          'grant.above-ceiling',
          `${ceilingOf} was given ${sayLevel(asset.kind, levelOn(asset)) || 'nothing'} on ${asset.name}. That is the ceiling for its people; this would go beyond: ${sayList(beyond)}.`,
        )
      return new Problem(
        'grant.above-own-level',
        `You cannot give on ${asset.name} what you do not hold there: ${sayList(beyond)}.`,
      )
    }
    case 'date.past':
      return new Problem(
        'date.past',
        `The end, ${words.until?.toString() ?? 'as said'}, is over already. Say a later date, or “end” to end access.`,
      )
    case 'date.order':
      return new Problem('date.order', 'It would end before it begins. Say a later “until”.')
  }
}

export function withArticle(noun: string): string {
  return `${/^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}`
}
