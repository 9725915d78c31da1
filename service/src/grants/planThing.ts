import {
  actionsOfKind,
  isForPurpose,
  isReplacedBy,
  kinds,
  kindsHeldBy,
  planLet,
  sayActions,
  sayEnd,
  sayLevel,
  sayList,
  termsTakeProof,
  endsLater,
  withArticle,
  type GivingLevel,
  type Instant,
  type LetPlan,
  type Terms,
} from '@famiglia/core'
import type { Asset } from '../assets/queries.ts'
import { Problem } from '../base/problem.ts'
import type { Target } from '../reach/targets.ts'
import { termsOf, type Grant } from './queries.ts'

export type GoodPlan = Extract<LetPlan, { ok: true }>

/** What giving terms on one asset or bundle comes to, for one holder. */
export interface PlannedThing {
  readonly target: Target
  readonly terms: Terms
  readonly purpose: string | null
  /** The grant for that reason, as it is now. */
  readonly grant: Grant | null
  /** What else the holder has there that it takes the place of. */
  readonly falls: readonly Grant[]
  /** What stays beside it, for other reasons. */
  readonly stays: readonly Grant[]
  readonly change: GoodPlan['change']
  readonly takesProof: boolean
  /** The grant it passes on, where another business owns the target. */
  readonly upstream: Grant | null
  readonly mayPassOn: boolean
  /** What it comes to on each asset: one, or all of a bundle. */
  readonly parts: readonly { readonly asset: Asset; readonly plan: GoodPlan }[]
}

/** Out of what somebody gives: their own level, or the ceiling of what their business was given. */
export interface Giving {
  on(asset: Asset): GivingLevel
  readonly upstream: Grant | null
  /** The business whose ceiling it is; null for one's own. */
  readonly ceilingOf: string | null
  readonly zone: string
}

export interface ThingWanted {
  readonly target: Target
  readonly terms: Terms
  readonly purpose: string | null
  readonly mayPassOn: boolean
  /** What the holder has there from the giver, whatever for. */
  readonly held: readonly Grant[]
  /** What waits for the holder's answer there. */
  readonly waiting: Terms | null
}

/** Plans giving one thing, or refuses it with a reason that names the asset. */
export function planThing(wanted: ThingWanted, giving: Giving, at: Instant): PlannedThing {
  const { target, terms, purpose, held, mayPassOn } = wanted
  const archived = target.assets.find(asset => asset.archivedAt)
  if (archived)
    throw new Problem('asset.archived', `${archived.name} is archived. Bring it back first, then give access to it.`)
  assertSomewhereKnown(target, terms)
  const grant = held.find(one => isForPurpose(one, purpose)) ?? null
  const replaced = held.filter(one => isReplacedBy(one, purpose))
  const current =
    replaced.length > 0 ? replaced.map(one => asSaidAgain(one, terms, at)) : [wanted.waiting].flatMap(one => one ?? [])
  const parts = target.assets.map(asset => {
    const plan = planLet(asset.kind, termsFor(asset, terms), giving.on(asset), current, at)
    if (!plan.ok) throw refusal(plan, asset, terms, giving)
    return { asset, plan }
  })
  const change = changeOf(
    parts.map(part => part.plan.change),
    current.length > 0,
  )
  const before = endsLater(current, terms) ? null : joined(current)
  return {
    target,
    terms,
    purpose,
    grant,
    falls: replaced.filter(one => one !== grant),
    stays: held.filter(one => !replaced.includes(one)),
    change: grant && mayPassOn !== grant.mayPassOn ? changedBy(mayPassOn, change) : change,
    takesProof: parts.some(part => part.plan.takesProof) || termsTakeProof(kindsHeldBy(target), before, terms),
    upstream: giving.upstream,
    mayPassOn,
    parts,
  }
}

/** Several terms at once, for weighing: together they hold what any of them does. */
function joined(current: readonly Terms[]): Terms | null {
  const [first, ...more] = current
  return first && more.length === 0 ? first : null
}

/** Whether it may be passed on is part of what a partner holds: said anew it is a change too. */
function changedBy(mayPassOn: boolean, change: GoodPlan['change']): GoodPlan['change'] {
  if (mayPassOn) return 'changed'
  return change === 'same' ? 'lowered' : change
}

/** A grant that has begun and is said again without `from` begins where it began. */
function asSaidAgain(grant: Grant, terms: Terms, at: Instant): Terms {
  return terms.from === null ? termsOf(grant, at) : termsOf(grant)
}

/** In a bundle an action counts on the assets that have it. */
function termsFor(asset: Asset, terms: Terms): Terms {
  const known = actionsOfKind(asset.kind)
  return { ...terms, actions: terms.actions.filter(action => known.includes(action)) }
}

function assertSomewhereKnown(target: Target, terms: Terms): void {
  if (target.assets.length === 0) return
  const known = new Set(target.assets.flatMap(asset => actionsOfKind(asset.kind)))
  const foreign = terms.actions.filter(action => !known.has(action))
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
  terms: Terms,
  { ceilingOf, on, zone }: Giving,
): Problem {
  const kind = kinds[asset.kind].noun
  switch (plan.code) {
    case 'action.unknown':
      return new Problem(
        'action.unknown',
        `${asset.name} is ${withArticle(kind)}, which has no ${sayList(plan.actions, 'or')}.`,
      )
    case 'action.not-alone':
      return new Problem(
        'action.not-alone',
        'To give and take away access is given with steward, not by itself: who can give access needs what they give.',
      )
    case 'grant.above-own-level':
    case 'grant.held-above':
      return aboveProblem(plan, asset, { ceilingOf, level: sayLevel(asset.kind, on(asset).level) })
    case 'grant.beyond-own-end':
      return new Problem(
        'grant.beyond-own-end',
        `Your own access to ${asset.name} ends on ${sayEnd(plan.until, zone)}: you give, change and end nothing that lasts longer.`,
      )
    case 'date.past':
      return new Problem(
        'date.past',
        `The end, ${terms.until ? sayEnd(terms.until, zone) : 'as said'}, is over already. Say a later date, or “end” to end access.`,
      )
    case 'date.order':
      return new Problem('date.order', 'It would end before it begins. Say a later “until”.')
  }
}

export function aboveProblem(
  { code, actions, sees }: Extract<LetPlan, { code: 'grant.above-own-level' | 'grant.held-above' }>,
  asset: Pick<Asset, 'name' | 'kind'>,
  { ceilingOf, level }: { readonly ceilingOf: string | null; readonly level: string },
): Problem {
  const beyond = sayList(
    [actions.length > 0 ? sayActions(actions, asset.kind) : '', sees.length > 0 ? `see ${sayList(sees)}` : ''].filter(
      Boolean,
    ),
  )
  if (code === 'grant.held-above')
    return new Problem(
      'grant.held-above',
      `On ${asset.name} they have more than you: ${beyond}. Somebody who has that too can change or end it.`,
    )
  if (ceilingOf)
    return new Problem(
      'grant.above-ceiling',
      `${ceilingOf} was given ${level} on ${asset.name}. That is the ceiling for its people; this would go beyond: ${beyond}.`,
    )
  return new Problem('grant.above-own-level', `You cannot give on ${asset.name} what you do not hold there: ${beyond}.`)
}
