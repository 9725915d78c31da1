import type { Standing } from '../standings/index.ts'
import { isBefore, type Instant } from '../time/index.ts'
import { kinds, type Figure, type Kind } from '../kinds/index.ts'
import { financeLevel, fullLevel, levelOf, narrow, noAccess, type Given, type Level } from '../levels/index.ts'
import type {
  AccessFacts,
  AssetFact,
  BusinessFact,
  GrantFact,
  HolderFact,
  ManagerFact,
  MembershipFact,
} from './facts.ts'

/** Why a step of a path does not hold at an instant, so that the path does not count. */
export type NotCounting =
  | 'not-begun'
  | 'over'
  | 'ended'
  | 'person-paused'
  | 'business-closed'
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
  | 'manager-archived'
  | 'manager-frozen'
  | 'link-frozen'

/** What stands on the way from the asset's owner to the person. */
type Station =
  | { readonly kind: 'owner'; readonly business: BusinessFact }
  /** What was given, to whom; `staffing` is a grant by which a partner puts its own people on what it was given. */
  | { readonly kind: 'grant' | 'staffing'; readonly grant: GrantFact }
  /** A link, by which an account hangs under a manager account; what follows is the way from that one's owner on. */
  | { readonly kind: 'link'; readonly grant: GrantFact }
  | { readonly kind: 'manager'; readonly manager: AssetFact }
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

/** Grants that stand between an owner and a person at most: to a partner, to a further one, to its person. */
const deepest = 3

/** Manager accounts that may hang one beneath another, an account under the lowest of them. */
export const deepestTree = 6

/** Every way from an asset's owner to the person, counting or not. */
export function pathsOn(facts: AccessFacts, at: Instant): readonly Path[] {
  return [...ownPaths(facts, at), ...linkPaths(facts, at, [])]
}

/** The ways that lead through no manager account. */
function ownPaths(facts: AccessFacts, at: Instant): Path[] {
  return [...ownerPath(facts), ...facts.grants.map(grant => grantPath(facts, grant, at))]
}

/**
 * The ways through the manager accounts that an asset hangs under: whoever reaches one reaches the asset, at most as far
 * as the link lets. `below` are the manager accounts on the way so far: one that is met again leads nowhere.
 */
function linkPaths(facts: AccessFacts, at: Instant, below: readonly string[]): Path[] {
  return facts.links
    .filter(link => link.on.id === facts.asset.id && !below.includes(link.holder.id))
    .flatMap(link => {
      const manager = facts.managers.find(one => one.asset.id === link.holder.id)
      if (!manager) return []
      const above = factsOn(facts, manager)
      const way = [...below, manager.asset.id]
      const tooDeep = way.length > deepestTree
      const beyond = tooDeep ? [] : linkPaths(above, at, way)
      return [...ownPaths(above, at), ...beyond].map(path =>
        pathOf([ownerStep(facts), ...linkSteps(facts, link, manager.asset, at, tooDeep), ...path.steps.slice(1)]),
      )
    })
    .filter(path => path.level.actions.size > 0)
}

/** What there is around the person on a manager account, as if that were asked about. */
function factsOn(facts: AccessFacts, { asset, grants, upstream, frozenByOwner }: ManagerFact): AccessFacts {
  return { ...facts, asset, grants, upstream, person: { ...facts.person, frozenByOwner } }
}

function linkSteps(
  facts: AccessFacts,
  link: GrantFact,
  manager: AssetFact,
  at: Instant,
  tooDeep: boolean,
): [Step, Step] {
  const isOutside = manager.owner.id !== facts.asset.owner.id
  const barredHere = facts.person.frozenByOwner && isOutside ? ('frozen-by-owner' as const) : null
  return [
    {
      kind: 'link',
      grant: link,
      level: linkLevel(facts.asset.kind, link),
      stopped: tooDeep ? 'too-deep' : (stoppedGrant(link, at) ?? barredHere),
    },
    { kind: 'manager', manager, level: null, stopped: stoppedManager(manager) },
  ]
}

/**
 * What a link lets through: never that links are changed, nor, without its mark, that access is given, nor a figure that
 * manager accounts do not have.
 */
export function linkLevel(kind: Kind, link: Given & { readonly mayPassOn: boolean }): Level {
  const whole = levelOf(kind, link)
  const known = (link.mayPassOn ? carriedWithMark : carriedWithout).get(whole)
  if (known) return known
  const level = workOutLink(whole, link.mayPassOn)
  ;(link.mayPassOn ? carriedWithMark : carriedWithout).set(whole, level)
  return level
}

/** Core gives out the same level for the same terms, so that what a link carries of it is worked out once. */
const carriedWithMark = new WeakMap<Level, Level>()
const carriedWithout = new WeakMap<Level, Level>()

function workOutLink({ actions, sees }: Level, mayPassOn: boolean): Level {
  const carried = [...actions].filter(action => action !== 'link.change' && (action !== 'access.change' || mayPassOn))
  const known: readonly Figure[] = kinds['manager-account'].figures
  return { actions: new Set(carried), sees: new Set([...sees].filter(figure => known.includes(figure))) }
}

function stoppedManager({ archived, frozen, owner }: AssetFact): NotCounting | null {
  if (archived) return 'manager-archived'
  if (frozen) return 'manager-frozen'
  return owner.closed ? 'business-closed' : null
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
  for (const link of chain) steps.push(...stepsAlong(facts, link, at, broken))
  if (grant.holder.kind === 'team') steps.push({ kind: 'team', team: grant.holder, level: null, stopped: null })
  const business = businessOfHolder(grant)
  const membership = facts.memberships.find(held => held.business === business) ?? null
  const place = membershipStep(facts, membership, business)
  steps.push({ ...place, stopped: place.stopped ?? barred(facts, chain) ?? notStaffed(grant, membership) })
  return pathOf(steps)
}

/** What a grant of a chain adds to the way: itself, and the bundle it names, what holds the asset, or the manager account. */
function stepsAlong(facts: AccessFacts, grant: GrantFact, at: Instant, broken: Broken | null): Step[] {
  if (grant.holder.kind === 'manager') {
    const manager = facts.managers.find(one => one.asset.id === grant.holder.id)!
    return linkSteps(facts, grant, manager.asset, at, false)
  }
  const step: Step = {
    kind: isStaffing(grant, facts) ? 'staffing' : 'grant',
    grant,
    level: levelOf(facts.asset.kind, grant),
    stopped: broken?.at === grant.id ? broken.reason : stoppedGrant(grant, at),
  }
  return grant.on.id !== facts.asset.id || !grant.holdsAsset ? [step, placeStep(grant)] : [step]
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
    const above = aboveOf(facts, lowest)
    if (!above || holdingBusiness(above) !== lowest.giver.id)
      return { chain, broken: { at: lowest.id, reason: 'nothing-upstream' } }
    if (chain.length === deepest) return { chain, broken: { at: lowest.id, reason: 'too-deep' } }
    if (lowest.holder.kind === 'business' && !above.mayPassOn) broken = { at: lowest.id, reason: 'may-not-pass-on' }
    chain.unshift(above)
    lowest = above
  }
  return { chain, broken }
}

/** What a grant passes on: another grant, or a link of the asset. */
function aboveOf({ asset, upstream, links, managers }: AccessFacts, { upstream: id }: GrantFact): GrantFact | null {
  const link = links.find(one => one.id === id && one.on.id === asset.id)
  if (link) return managers.some(one => one.asset.id === link.holder.id) ? link : null
  return upstream.find(one => one.id === id) ?? null
}

/** The business that can pass a grant on: its holder, or whose manager account holds it. */
function holdingBusiness({ holder }: GrantFact): string {
  return holder.kind === 'manager' ? holder.business : holder.id
}

function ownerStep({ asset }: AccessFacts): Step {
  const stopped = asset.archived
    ? 'asset-archived'
    : asset.frozen
      ? 'asset-frozen'
      : asset.owner.closed
        ? 'business-closed'
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
  grant: Pick<GrantFact, 'from' | 'until' | 'ended' | 'giver' | 'frozen' | 'frozenAlone'> &
    Partial<Pick<GrantFact, 'holder'>>,
  at: Instant,
): NotCounting | null {
  if (grant.ended && !isBefore(at, grant.ended)) return 'ended'
  if (isBefore(at, grant.from)) return 'not-begun'
  if (grant.until && !isBefore(at, grant.until)) return 'over'
  if (grant.frozen) return 'partner-frozen'
  if (grant.frozenAlone) return 'link-frozen'
  const holderClosed = grant.holder?.kind === 'business' && grant.holder.closed
  return grant.giver.closed || holderClosed ? 'business-closed' : null
}
