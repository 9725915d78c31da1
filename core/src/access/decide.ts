import type { Action } from '../kinds/index.ts'
import { financeLevel, fullLevel, levelOf, narrow, noAccess, unite, type Level } from '../levels/index.ts'
import { isBefore, type Instant } from '../time/index.ts'
import type { AccessFacts, GrantFact, MembershipFact } from './facts.ts'

/** Why a path does not count at an instant. */
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

/** One way from the asset's owner to the person. */
export interface Path {
  readonly through: 'owner' | 'person' | 'team' | 'business'
  /** The grants along it, the owner's first; none for the owning business's own people. */
  readonly grants: readonly GrantFact[]
  readonly standing: MembershipFact | null
  /** What it comes to; what it would come to, if it does not count. */
  readonly level: Level
  readonly stopped: NotCounting | null
}

export interface Decision {
  readonly allowed: boolean
  /** All that the counting paths give together. */
  readonly level: Level
  readonly paths: readonly Path[]
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
export function reachOf(facts: AccessFacts, at: Instant): Omit<Decision, 'allowed'> {
  const paths = withoutPassedOn([...ownerPath(facts), ...facts.grants.map(grant => grantPath(facts, grant, at))])
  const level = paths.filter(path => !path.stopped).reduce((sum, path) => unite(sum, path.level), noAccess)
  return { level, paths }
}

/** What a partner holds is not told beside the path by which it put somebody on it: that path tells it already. */
function withoutPassedOn(paths: readonly Path[]): Path[] {
  const passedOn = new Set(paths.flatMap(path => path.grants.slice(0, -1).map(grant => grant.id)))
  return paths.filter(path => path.stopped !== 'not-staffed' || !passedOn.has(path.grants.at(-1)!.id))
}

function ownerPath(facts: AccessFacts): Path[] {
  const { asset } = facts
  const standing = facts.memberships.find(membership => membership.business === asset.owner.id) ?? null
  if (!standing || standing.standing === 'member') return []
  const level = standing.standing === 'admin' ? fullLevel(asset.kind) : financeLevel(asset.kind)
  if (level === noAccess) return []
  const stopped = stoppedAnyway(facts) ?? stoppedMembership(standing)
  return [{ through: 'owner', grants: [], standing, level, stopped }]
}

function grantPath(facts: AccessFacts, grant: GrantFact, at: Instant): Path {
  const chain = chainTo(facts, grant)
  const level = chain.grants.map(link => levelOf(facts.asset.kind, link)).reduce(narrow)
  const membership = facts.memberships.find(held => held.business === businessOfHolder(grant)) ?? null
  const stopped =
    stoppedAnyway(facts) ??
    stoppedAtHolder(grant, membership) ??
    (facts.person.frozenByOwner && isThroughPartner(chain.grants) ? 'frozen-by-owner' : null) ??
    chain.broken ??
    chain.grants.map(link => stoppedGrant(link, at)).find(reason => reason !== null) ??
    (chain.grants.every(link => link.holdsAsset) ? null : 'nothing-upstream')
  return { through: grant.holder.kind, grants: chain.grants, standing: membership, level, stopped }
}

function isThroughPartner(chain: readonly GrantFact[]): boolean {
  return chain.length > 1 || chain[0]!.holder.kind === 'business'
}

/** A grant to a business is held there; one to a person or a team is held in the business that gave it. */
function businessOfHolder(grant: GrantFact): string {
  return grant.holder.kind === 'business' ? grant.holder.id : grant.giver.id
}

/** The grants from the owner's own down to this one, and whether the chain holds. */
function chainTo(facts: AccessFacts, grant: GrantFact): { grants: GrantFact[]; broken: NotCounting | null } {
  const grants = [grant]
  let broken: NotCounting | null = null
  for (let lowest = grant; lowest.giver.id !== facts.asset.owner.id;) {
    const above = facts.upstream.find(link => link.id === lowest.upstream)
    if (!above || above.holder.id !== lowest.giver.id) return { grants, broken: 'nothing-upstream' }
    if (grants.length === deepest) return { grants, broken: 'too-deep' }
    if (lowest.holder.kind === 'business' && !above.mayPassOn) broken = 'may-not-pass-on'
    grants.unshift(above)
    lowest = above
  }
  return { grants, broken }
}

function stoppedAnyway({ person, asset }: AccessFacts): NotCounting | null {
  if (person.paused) return 'person-paused'
  if (asset.archived) return 'asset-archived'
  if (asset.frozen) return 'asset-frozen'
  return asset.owner.paused ? 'business-paused' : null
}

function stoppedAtHolder(grant: GrantFact, membership: MembershipFact | null): NotCounting | null {
  if (!membership) return 'membership-ended'
  const stopped = stoppedMembership(membership)
  if (stopped) return stopped
  return grant.holder.kind === 'business' && membership.standing !== 'admin' ? 'not-staffed' : null
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
