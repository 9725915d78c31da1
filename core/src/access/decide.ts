import type { Action } from '../kinds/index.ts'
import { financeLevel, fullLevel, levelOf, narrow, noAccess, unite, type Level } from '../levels/index.ts'
import type { Standing } from '../standings/index.ts'
import { isBefore, type Instant } from '../time/index.ts'
import type { AccessFacts, BusinessFact, GrantFact, HolderFact, MembershipFact } from './facts.ts'

/** Why a step of a path does not hold at an instant, so that the path does not count. */
export type NotCounting =
  | 'not-begun'
  | 'over'
  | 'ended'
  | 'person-paused'
  | 'business-paused'
  | 'asset-archived'
  | 'asset-frozen'
  | 'membership-ended'
  | 'membership-paused'
  | 'membership-frozen'
  | 'partner-frozen'
  | 'frozen-by-owner'
  | 'not-staffed'
  | 'nothing-upstream'
  | 'may-not-pass-on'
  | 'too-deep'

/** What stands on the way from the asset's owner to the person. */
type Station =
  | { readonly kind: 'owner'; readonly business: BusinessFact }
  /** What was given, to whom; `staffing` is a grant by which a partner puts its own people on what it was given. */
  | { readonly kind: 'grant' | 'staffing'; readonly grant: GrantFact }
  /** What a grant names is not the asset itself, but a bundle or an asset that holds it. */
  | { readonly kind: 'bundle' | 'inside'; readonly on: GrantFact['on'] }
  | { readonly kind: 'team'; readonly team: Extract<HolderFact, { kind: 'team' }> }
  /** The person's place in the business that gave it last, or that holds it. */
  | { readonly kind: 'membership'; readonly business: string; readonly standing: Standing | null }

export type Step = Station & {
  /** What passes here at most; null where the step narrows nothing. */
  readonly level: Level | null
  /** Why the step does not hold; null while it does. */
  readonly stopped: NotCounting | null
}

/** One way from the asset's owner to the person, step by step. */
export interface Path {
  readonly steps: readonly Step[]
  /** The grants along it, the owner's own first; none for the owning business's own people. */
  readonly grants: readonly GrantFact[]
  /** What all its steps let through; what it would come to, if it does not count. */
  readonly level: Level
  /** Why it does not count: the reason of the first step from the owner that does not hold. */
  readonly stopped: NotCounting | null
}

export interface Reach {
  /** All that the counting paths give together. */
  readonly level: Level
  readonly paths: readonly Path[]
}

export interface Decision extends Reach {
  readonly allowed: boolean
}

/** Grants that stand between an owner and a person at most: to a partner, to a further one, to its person. */
const deepest = 3

/**
 * Decides whether a person may do something with an asset at an instant, and tells every path, the ones
 * that do not count included. Along a path levels are intersected; over several paths they are united.
 */
export function decide(facts: AccessFacts, action: Action, at: Instant): Decision {
  const reach = reachOf(facts, at)
  return { ...reach, allowed: reach.level.actions.has(action) }
}

/** A person's whole level on an asset at an instant, with its paths. */
export function reachOf(facts: AccessFacts, at: Instant): Reach {
  const paths = withoutPassedOn([...ownerPath(facts), ...facts.grants.map(grant => grantPath(facts, grant, at))])
  const level = paths.filter(path => !path.stopped).reduce((sum, path) => unite(sum, path.level), noAccess)
  return { level, paths }
}

function pathOf(steps: readonly Step[]): Path {
  const levels = steps.flatMap(step => step.level ?? [])
  return {
    steps,
    grants: steps.flatMap(step => ('grant' in step ? [step.grant] : [])),
    level: levels.reduce(narrow),
    stopped: steps.find(step => step.stopped !== null)?.stopped ?? null,
  }
}

/** What a partner holds is not told beside the path by which it put somebody on it: that path tells it already. */
function withoutPassedOn(paths: readonly Path[]): readonly Path[] {
  const isUnstaffed = (path: Path) => path.steps.some(step => step.stopped === 'not-staffed')
  if (!paths.some(isUnstaffed)) return paths
  const passedOn = new Set(paths.flatMap(path => path.grants.slice(0, -1).map(grant => grant.id)))
  return paths.filter(path => !isUnstaffed(path) || !passedOn.has(path.grants.at(-1)!.id))
}

function ownerPath(facts: AccessFacts): Path[] {
  const { asset } = facts
  const membership = facts.memberships.find(held => held.business === asset.owner.id)
  if (!membership || membership.standing === 'member') return []
  const level = membership.standing === 'admin' ? fullLevel(asset.kind) : financeLevel(asset.kind)
  if (level === noAccess) return []
  return [pathOf([ownerStep(facts), { ...membershipStep(facts, membership, asset.owner.id), level }])]
}

function grantPath(facts: AccessFacts, grant: GrantFact, at: Instant): Path {
  const { chain, broken } = chainTo(facts, grant)
  const steps: Step[] = [ownerStep(facts)]
  for (const link of chain) {
    steps.push({
      kind: isStaffing(link, facts) ? 'staffing' : 'grant',
      grant: link,
      level: levelOf(facts.asset.kind, link),
      stopped: broken?.at === link.id ? broken.reason : stoppedGrant(link, at),
    })
    if (link.on.id !== facts.asset.id || !link.holdsAsset) steps.push(placeStep(link))
  }
  if (grant.holder.kind === 'team') steps.push({ kind: 'team', team: grant.holder, level: null, stopped: null })
  const business = businessOfHolder(grant)
  const membership = facts.memberships.find(held => held.business === business) ?? null
  const place = membershipStep(facts, membership, business)
  steps.push({ ...place, stopped: place.stopped ?? barred(facts, chain) ?? notStaffed(grant, membership) })
  return pathOf(steps)
}

/** Where a chain does not hold: at its highest grant, which hangs on nothing, or at one that passes on what it may not. */
interface Broken {
  readonly at: string
  readonly reason: 'nothing-upstream' | 'too-deep' | 'may-not-pass-on'
}

function isStaffing(link: GrantFact, { asset }: AccessFacts): boolean {
  return link.giver.id !== asset.owner.id && link.holder.kind !== 'business'
}

function placeStep(link: GrantFact): Step {
  return {
    kind: link.on.kind === 'bundle' ? 'bundle' : 'inside',
    on: link.on,
    level: null,
    stopped: link.holdsAsset ? null : 'nothing-upstream',
  }
}

/** A grant to a business is held there; one to a person or a team is held in the business that gave it. */
function businessOfHolder(grant: GrantFact): string {
  return grant.holder.kind === 'business' ? grant.holder.id : grant.giver.id
}

/** The grants from the owner's own down to this one, and where the chain does not hold. */
function chainTo(facts: AccessFacts, grant: GrantFact): { chain: GrantFact[]; broken: Broken | null } {
  const chain = [grant]
  let broken: Broken | null = null
  for (let lowest = grant; lowest.giver.id !== facts.asset.owner.id;) {
    const above = facts.upstream.find(link => link.id === lowest.upstream)
    if (!above || above.holder.id !== lowest.giver.id)
      return { chain, broken: { at: lowest.id, reason: 'nothing-upstream' } }
    if (chain.length === deepest) return { chain, broken: { at: lowest.id, reason: 'too-deep' } }
    if (lowest.holder.kind === 'business' && !above.mayPassOn) broken = { at: lowest.id, reason: 'may-not-pass-on' }
    chain.unshift(above)
    lowest = above
  }
  return { chain, broken }
}

function ownerStep({ asset }: AccessFacts): Step {
  const stopped = asset.archived
    ? 'asset-archived'
    : asset.frozen
      ? 'asset-frozen'
      : asset.owner.paused
        ? 'business-paused'
        : null
  return { kind: 'owner', business: asset.owner, level: null, stopped }
}

function membershipStep({ person }: AccessFacts, membership: MembershipFact | null, business: string): Step {
  const stopped = person.paused ? 'person-paused' : membership ? stoppedMembership(membership) : 'membership-ended'
  return { kind: 'membership', business, standing: membership?.standing ?? null, level: null, stopped }
}

/** Whom the owner has frozen reaches nothing of its through any partner. */
function barred({ person }: AccessFacts, chain: readonly GrantFact[]): NotCounting | null {
  const throughPartner = chain.length > 1 || chain[0]!.holder.kind === 'business'
  return person.frozenByOwner && throughPartner ? 'frozen-by-owner' : null
}

function notStaffed(grant: GrantFact, membership: MembershipFact | null): NotCounting | null {
  return grant.holder.kind === 'business' && membership?.standing !== 'admin' ? 'not-staffed' : null
}

function stoppedMembership(membership: MembershipFact): NotCounting | null {
  if (membership.frozen) return 'membership-frozen'
  return membership.paused ? 'membership-paused' : null
}

/** Why a grant by itself does not hold at an instant; it holds in [from, until). */
export function stoppedGrant(
  grant: Pick<GrantFact, 'from' | 'until' | 'ended' | 'giver' | 'frozen'>,
  at: Instant,
): NotCounting | null {
  if (grant.ended && !isBefore(at, grant.ended)) return 'ended'
  if (isBefore(at, grant.from)) return 'not-begun'
  if (grant.until && !isBefore(at, grant.until)) return 'over'
  if (grant.frozen) return 'partner-frozen'
  return grant.giver.paused ? 'business-paused' : null
}
