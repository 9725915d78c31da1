import { kinds, type Action } from '../kinds/index.ts'
import { actionsOfKind, leastTier } from '../levels/index.ts'
import { sayEnd, sayInstant, type Instant } from '../time/index.ts'
import { sayActions, sayGiven, sayLevel, sayList, withArticle } from '../words/index.ts'
import { saidWhy } from './because.ts'
import type { Decision } from './decide.ts'
import type { AccessFacts, GrantFact } from './facts.ts'
import type { Path } from './paths.ts'
import { isHeld, standingOn } from './walk.ts'

/** A path as a sentence: `Ondaverde Ferries let Priya Lindqvist run on Summer Crossings, hiding revenue, until 23 May 2027.` */
export function sayPath(facts: AccessFacts, path: Path): string {
  const grants = path.grants
  const said = grants.length === 0 ? sayOwner(facts, path) : sayGrants(facts, path)
  return `${said}${path.stopped ? `; not counted, because ${saidWhy(path.stopped)}` : ''}.`
}

function sayOwner({ person, asset }: AccessFacts, path: Path): string {
  return `${person.name} is ${standingOn(path)} of ${asset.owner.name}, which owns ${asset.name}`
}

/** A grant that passes on what the one before gave is told in its sentence; after a link a new one begins. */
function sayGrants(facts: AccessFacts, path: Path): string {
  const said = path.grants.reduce(
    (before, grant, index) =>
      index === 0
        ? sayGrant(facts, grant)
        : `${before}${path.grants[index - 1]!.holder.kind === 'manager' ? '; ' : ', which '}${sayGrant(facts, grant)}`,
    '',
  )
  const last = path.grants.at(-1)!.holder
  if (last.kind !== 'manager') return said
  const manager = facts.managers.find(one => one.asset.id === last.id)!.asset
  const place = path.steps.find(step => step.kind === 'membership')
  return `${said}; ${facts.person.name} is ${place?.standing ?? 'nobody'} of ${manager.owner.name}, which owns ${manager.name}`
}

function sayGrant({ asset }: AccessFacts, grant: GrantFact): string {
  const hiding = grant.hiding.length > 0 ? `, hiding ${sayList(grant.hiding)}` : ''
  const until = grant.until ? `, until ${sayEnd(grant.until, grant.giver.zone)}` : ', without an end'
  const purpose = grant.purpose ? `, to ${grant.purpose}` : ''
  const given = sayGiven(grant, asset.kind)
  const said =
    grant.holder.kind === 'manager'
      ? `linked ${grant.on.name} under ${grant.holder.name} at ${given}`
      : `let ${grant.holder.name} ${given} on ${grant.on.name}`
  return `${grant.giver.name} ${said}${hiding}${until}${purpose} (given by ${grant.givenBy})`
}

/** The answer and its reason in a sentence or two, as `why` and a platform's refusal say it. */
export function sayDecision(facts: AccessFacts, decision: Decision, action: Action, at: Instant): string {
  const { person, asset } = facts
  const doing = sayActions([action], asset.kind)
  if (!actionsOfKind(asset.kind).includes(action) && !action.startsWith('asset.'))
    return `${asset.name} is ${withArticle(kinds[asset.kind].noun)}: nobody can ${doing} there.`
  if (decision.allowed) return `Yes: ${person.name} may ${doing} on ${asset.name}.`
  const stopped = decision.paths.filter(path => path.stopped && path.level.actions.has(action))
  if (stopped.length > 0)
    return `No: ${person.name} could ${doing} on ${asset.name}, but ${sayStopped(facts, stopped.find(isHeld) ?? stopped[0]!, at)}.`
  if (decision.level.actions.size === 0) return `No: ${person.name} has no access to ${asset.name}.`
  const least = leastTier(asset.kind, [action])
  const takes = least ? `that takes ${least.tier}` : 'no tier holds that; it is given by name'
  return `No: ${person.name} has ${sayLevel(asset.kind, decision.level)} on ${asset.name}; ${takes}.`
}

function sayStopped({ asset }: AccessFacts, path: Path, at: Instant): string {
  const stop = path.grants.find(
    grant => grant.ended ?? (grant.until && grant.until.epochMilliseconds <= at.epochMilliseconds),
  )
  const when = stop ? (stop.ended ?? stop.until) : null
  return `${saidWhy(path.stopped!)}${when ? ` on ${sayInstant(when, asset.owner.zone)}` : ''}`
}
