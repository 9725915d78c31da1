import { kinds, type Action, type Figure, type Kind } from '../kinds/index.ts'
import { highestTierWithin, namedBeyond, unite, type Level, type Tier } from '../levels/index.ts'
import { Temporal, type Instant } from '../time/index.ts'
import { sayLevel } from '../words/index.ts'
import type { NotCounting, Path, Step } from './paths.ts'
import { saidWhy } from './because.ts'
import {
  throughBusiness,
  unlinked,
  type AccessFacts,
  type AssetFact,
  type BusinessFact,
  type GrantFact,
} from './facts.ts'

export function isLive(path: Path): boolean {
  return path.stopped === null
}

/** Reasons for which somebody does not reach now what they hold: lifted, or once its time has come, it counts. */
const waiting: ReadonlySet<NotCounting> = new Set([
  'not-begun',
  'person-paused',
  'business-closed',
  'membership-paused',
  'membership-frozen',
  'asset-frozen',
  'partner-frozen',
  'link-frozen',
  'frozen-by-owner',
])

/** Whether it is held, counting or not: what is held is not what is reached. */
export function isHeld(path: Path): boolean {
  return path.stopped === null || waiting.has(path.stopped)
}

/** By what a path ends at the person: as one of the owner's own, by a grant to them, to a team, or to their business. */
export function throughOf(path: Path): 'owner' | GrantFact['holder']['kind'] {
  return path.grants.at(-1)?.holder.kind ?? 'owner'
}

/** The standing by which one of the owner's own people has a path; null on every other. */
export function standingOn(path: Path): string | null {
  const place = path.steps.find(step => step.kind === 'membership')
  return throughOf(path) === 'owner' ? (place?.standing ?? null) : null
}

/** The manager accounts on the way, the lowest first. */
export function managersOn(path: Path): AssetFact[] {
  return path.steps.flatMap(step => ('manager' in step ? [step.manager] : []))
}

/**
 * The first other business on the way from the owner, as a partner or as whose manager account it is; null where there is
 * none.
 */
export function partnerOn(path: Path): Pick<BusinessFact, 'id' | 'number' | 'name'> | null {
  const [owner] = path.steps
  const own = owner?.kind === 'owner' ? owner.business.id : null
  for (const step of path.steps) {
    if ('manager' in step && step.manager.owner.id !== own) return step.manager.owner
    if ('grant' in step && step.grant.holder.kind === 'business' && step.grant.holder.id !== own)
      return step.grant.holder
  }
  return null
}

/** Whether it comes to the person by itself, and not through a team, a partner, a bundle or what holds the asset. */
export function isDirect(path: Path, asset: string): boolean {
  if (throughOf(path) === 'owner') return true
  const grants = path.grants
  return throughOf(path) === 'person' && grants.length === 1 && grants[0]!.on.id === asset
}

/** When a path ends: with the first of its steps; null where none of them has an end. */
export function endOfPath(path: Path): Instant | null {
  return path.grants
    .flatMap(grant => grant.until ?? [])
    .reduce<Instant | null>((one, other) => (one && Temporal.Instant.compare(one, other) < 0 ? one : other), null)
}

/** The latest end of several paths; null where one of them has none, or there are none. */
export function latestEnd(paths: readonly Path[]): Instant | null {
  const ends = paths.map(endOfPath)
  if (ends.some(end => end === null)) return null
  return (ends as Instant[]).reduce<Instant | null>(
    (one, other) => (one && Temporal.Instant.compare(one, other) > 0 ? one : other),
    null,
  )
}

/** Since when a path has led to the person: what was given last, or their joining the team it was given to. */
export function sinceOn(path: Path): Instant | null {
  const begins = path.steps.flatMap((step): Instant[] => {
    if ('grant' in step) return [step.grant.from]
    return step.kind === 'team' && step.team.since ? [step.team.since] : []
  })
  return begins.reduce<Instant | null>(
    (one, other) => (one && Temporal.Instant.compare(one, other) > 0 ? one : other),
    null,
  )
}

/** What stands between the owner and the person, by name: bundles, what holds the asset, teams, partners. */
export function stationsOn(path: Path): string[] {
  return path.steps.flatMap((step: Step) => {
    if ('on' in step) return [step.on.name]
    return 'grant' in step && step.grant.holder.kind !== 'person' ? [step.grant.holder.name] : []
  })
}

/** What a level is called: its tier and the actions beyond it, and what of the kind's figures it shows and hides. */
export interface LevelShown {
  readonly tier: Tier | null
  readonly named: readonly Action[]
  readonly level: string
  readonly sees: readonly Figure[]
  readonly hidden: readonly Figure[]
}

export function showLevel(kind: Kind, level: Level): LevelShown {
  const before = shownBefore.get(level)
  if (before?.kind === kind) return before.shown
  const shown = workOutShown(kind, level)
  shownBefore.set(level, { kind, shown })
  return shown
}

/** Lists show the same few levels thousands of times, and the same terms come to the same level: each is put into words once. */
const shownBefore = new WeakMap<Level, { readonly kind: Kind; readonly shown: LevelShown }>()

function workOutShown(kind: Kind, level: Level): LevelShown {
  const { figures } = kinds[kind]
  return {
    tier: highestTierWithin(kind, level.actions),
    named: namedBeyond(kind, level.actions),
    level: sayLevel(kind, level),
    sees: figures.filter(figure => level.sees.has(figure)),
    hidden: figures.filter(figure => !level.sees.has(figure)),
  }
}

/** What somebody has on an asset, as it is shown: by the paths that count, else as what is held would come to. */
export interface ReachShown extends LevelShown {
  readonly counted: readonly Path[]
  readonly state: 'in force' | 'not begun' | 'stopped'
  /** Why it does not count now, as it stands after “because”; null where it does. */
  readonly why: string | null
}

/** Null where nothing is held. An admin of the owner is shown by the highest tier alone. */
export function showReach(
  { asset }: Pick<AccessFacts, 'asset'>,
  { level, paths }: { readonly level: Level; readonly paths: readonly Path[] },
): ReachShown | null {
  const live = paths.filter(isLive)
  const counted = live.length > 0 ? live : paths.filter(isHeld)
  const [main] = counted
  if (!main) return null
  const shown = showLevel(asset.kind, live.length > 0 ? level : counted.map(path => path.level).reduce(unite))
  const everything = counted.some(path => standingOn(path) === 'admin')
  return {
    ...shown,
    ...(everything ? { level: 'steward', named: [] } : {}),
    counted,
    state: !main.stopped ? 'in force' : counted.every(path => path.stopped === 'not-begun') ? 'not begun' : 'stopped',
    why: main.stopped && saidWhy(main.stopped),
  }
}

/**
 * Facts as giving and ending look at them. Who arranges an asset goes on doing so while it is frozen or archived, else
 * nothing could be ended. And in a business's own name one gives only by a path of one's own in it: what is reached
 * through a partner does not count there, nor on the business's own assets what is reached through a manager account.
 */
export function mayGiveOn(facts: AccessFacts, business: string): AccessFacts {
  const own = throughBusiness(asUnstopped(facts), business)
  return facts.asset.owner.id === business ? { ...own, ...unlinked } : own
}

/** Facts as they are without a freeze of the asset or the archive. */
export function asUnstopped(facts: AccessFacts): AccessFacts {
  return { ...facts, asset: { ...facts.asset, frozen: false, archived: false } }
}
