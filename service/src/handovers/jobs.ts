import {
  isBefore,
  levelAfter,
  levelOf,
  noAccess,
  readinessFor,
  reachOf,
  samePurpose,
  sayList,
  scopeOf,
  unite,
  type Becomes,
  type Held,
  type Instant,
  type Level,
  type Purpose,
  type Tie,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import type { Business } from '../businesses/queries.ts'
import { assetsInScope, scoped, type ScopedAsset } from '../grants/purposeScope.ts'
import { grantsById, grantsToAll, type Grant, type HolderKind } from '../grants/queries.ts'
import { purposesOf } from '../purposes/queries.ts'
import { factsFrom } from '../reach/facts.ts'
import { heldFrom } from '../reach/held.ts'
import { targetsById } from '../reach/targets.ts'
import { tiesOf } from '../ties/queries.ts'
import { isAskedToJoin, type Line, type Terms } from './line.ts'

/** Somebody who could not do any more, once it has gone over, what they were let do for a purpose. */
export interface JobLost {
  readonly who: string
  readonly purpose: string
  /** The assets where they lack something then. */
  readonly on: readonly string[]
  /** Whether they are asked to join the new owner, and could go on with their yes. */
  readonly isAsked: boolean
  /** The lines that could stay, and with which they could go on. */
  readonly keys: readonly string[]
}

/** `Dae Whitlock could not “run our adverts” any more: Sunday Table` */
export const sayLost = ({ who, purpose, on, isAsked }: JobLost) =>
  `${who} could not “${purpose}” any more${isAsked ? ', before they join the new owner' : ''}: ${sayList(on)}`

/** What one holder was given for one purpose, by one of the two sides. */
interface Job {
  readonly giver: Business
  readonly kind: Exclude<HolderKind, 'manager'>
  readonly holder: string
  readonly name: string
  readonly purpose: Purpose
  readonly grants: readonly Grant[]
}

/** As many are looked at. */
const mostJobs = 300

/**
 * Who of the two sides has all that a purpose takes now, and would not have it after: whose work a handover ends, whether
 * that is meant or not. What it costs does not grow with how many there are: grants, assets and facts are each read at once.
 */
export async function jobsLost(
  kit: Kit,
  manager: EntityManager,
  terms: Terms,
  lines: readonly Line[],
): Promise<JobLost[]> {
  const jobs = await jobsOn(manager, terms)
  if (jobs.length === 0) return []
  const now = kit.clock.now()
  const targets = await targetsById(manager, [...new Set(jobs.flatMap(job => job.grants.map(one => one.targetId!)))])
  const grounds = await groundsOf(manager, terms, jobs)
  const byGrant = new Map(lines.flatMap(line => (line.grant ? [[line.grant.id, line] as const] : [])))
  const becomes = (grant: string): Becomes | null => {
    const line = byGrant.get(grant)
    return line ? { fate: line.fate, given: line.grant! } : null
  }
  const scopes = jobs.map(({ giver, grants, purpose }) => {
    const { all, ties } = grounds.get(giver.id)!
    const named = new Set(grants.flatMap(grant => targets.get(grant.targetId!)?.assets.map(asset => asset.id) ?? []))
    return scopeOf(
      purpose,
      all.filter(asset => named.has(asset.id)),
      all,
      ties,
    )
  })
  const levels = await levelsOf(kit, manager, jobs, scopes, { terms, becomes, now })
  return jobs.flatMap((job, index) => {
    const held = (when: 'before' | 'after') => (asset: ScopedAsset) =>
      ({ level: levels.get(`${job.holder} ${asset.id}`)?.[when] ?? noAccess, coming: null }) satisfies Held
    if (!readinessFor(job.purpose, scopes[index]!, held('before')).ready) return []
    const { ready, requirements } = readinessFor(job.purpose, scopes[index]!, held('after'))
    if (ready) return []
    const lacking = requirements.filter(one => one.need.must && one.state !== 'met').flatMap(one => one.asset ?? [])
    return {
      who: job.kind === 'team' ? `team ${job.name}` : job.name,
      purpose: job.purpose.name,
      on: [...new Set(lacking.map(asset => asset.name))],
      isAsked: lines.some(line => line.grant?.holderId === job.holder && isAskedToJoin(terms, line)),
      keys: lines
        .filter(line => line.canFall && line.fate === 'falls' && line.grant?.holderId === job.holder)
        .map(line => line.key),
    }
  })
}

/** What was given for a purpose on what goes over, or on bundles with it, with all that was given to the same holder for the same. */
async function jobsOn(manager: EntityManager, { from, to, assets }: Terms): Promise<Job[]> {
  const rows = (await manager.query(
    `SELECT DISTINCT alike.id, facts_holder(g.holder_kind, g.holder_id, NULL)->>'name' AS holder FROM access_grant g
       JOIN access_grant alike ON alike.business_id = g.business_id AND alike.holder_id = g.holder_id AND alike.purpose = g.purpose AND alike.ended_at IS NULL
      WHERE g.business_id = ANY ($1) AND g.holder_kind <> 'manager' AND g.holder_id <> $3 AND g.purpose IS NOT NULL AND g.ended_at IS NULL
        AND g.target_id IN (SELECT unnest($2::uuid[]) UNION SELECT bundle_id FROM bundle_asset WHERE asset_id = ANY ($2)) LIMIT 5000`,
    [[from.id, to.id], assets.map(asset => asset.id), to.id],
  )) as { id: string; holder: string }[]
  const names = new Map(rows.map(row => [row.id, row.holder]))
  const grants = await grantsById(
    manager,
    rows.map(row => row.id),
  )
  const jobs = new Map<string, Job>()
  for (const giver of [from, to]) {
    const purposes = await purposesOf(manager, giver.id)
    for (const grant of grants.filter(one => one.businessId === giver.id)) {
      const purpose = purposes.find(one => samePurpose(one.name, grant.purpose!))
      if (!purpose || grant.holderKind === 'manager') continue
      const key = `${giver.id} ${grant.holderId} ${purpose.name}`
      const job = jobs.get(key) ?? {
        giver,
        purpose,
        kind: grant.holderKind,
        holder: grant.holderId,
        name: names.get(grant.id)!,
        grants: [],
      }
      jobs.set(key, { ...job, grants: [...job.grants, grant] })
    }
  }
  return [...jobs.values()].slice(0, mostJobs)
}

interface Ground {
  readonly all: readonly ScopedAsset[]
  readonly ties: readonly Tie[]
}

/** What purposes are worked out on: what the old owner owns, and what the new one holds of it. */
async function groundsOf(
  manager: EntityManager,
  { from, to }: Terms,
  jobs: readonly Job[],
): Promise<Map<string, Ground>> {
  const ties = await tiesOf(manager, from.id)
  const grounds = new Map<string, Ground>([[from.id, { all: await assetsInScope(manager, from), ties }]])
  if (jobs.some(job => job.giver.id === to.id))
    grounds.set(to.id, { all: (await heldFrom(manager, to.id, from.id)).map(scoped), ties })
  return grounds
}

interface Levels {
  readonly before: Level
  readonly after: Level
}

interface Asked {
  readonly terms: Terms
  readonly becomes: (grant: string) => Becomes | null
  readonly now: Instant
}

/** What each holder has on each asset that their purposes take, now and after, by `holder asset`. */
async function levelsOf(
  kit: Kit,
  manager: EntityManager,
  jobs: readonly Job[],
  scopes: readonly { readonly items: readonly { readonly asset: ScopedAsset }[] }[],
  { terms, becomes, now }: Asked,
): Promise<Map<string, Levels>> {
  const goes = new Set(terms.assets.map(asset => asset.id))
  const pairs = new Map<string, { kind: Job['kind']; holder: string; asset: ScopedAsset }>()
  jobs.forEach(({ kind, holder }, index) => {
    for (const { asset } of scopes[index]!.items) pairs.set(`${holder} ${asset.id}`, { kind, holder, asset })
  })
  const of = (kind: Job['kind']) => [...pairs.values()].filter(pair => pair.kind === kind)
  const levels = new Map<string, Levels>()
  const facts = factsFrom(kit, manager)
  const people = of('person')
  const businesses = of('business')
  const read = [
    ...(await facts.aroundAll(people.map(({ holder, asset }) => ({ person: holder, asset: asset.id })))),
    ...(await facts.aroundPartners(businesses.map(({ holder, asset }) => ({ business: holder, asset: asset.id })))),
  ]
  for (const [index, { holder, asset }] of [...people, ...businesses].entries()) {
    const around = read[index]
    const reach = around ? reachOf(around, now) : null
    const before = reach?.level ?? noAccess
    const after = goes.has(asset.id) ? levelAfter(asset.kind, reach?.paths ?? [], terms.keeping, becomes) : before
    levels.set(`${holder} ${asset.id}`, { before, after })
  }
  const teams = of('team')
  const given = await grantsToAll(manager, terms.from.id, 'team', [...new Set(teams.map(({ holder }) => holder))])
  const targets = await targetsById(
    manager,
    given.map(grant => grant.targetId!),
  )
  for (const { holder, asset } of teams) {
    const live = given.filter(
      grant =>
        grant.holderId === holder &&
        isInForce(grant, now) &&
        targets.get(grant.targetId!)?.assets.some(one => one.id === asset.id || one.id === asset.insideId),
    )
    const falls = (grant: Grant) =>
      goes.has(asset.id) && (becomes(grant.id)?.fate === 'falls' || grant.bundleId !== null)
    const level = (grant: Grant) => levelOf(asset.kind, (goes.has(asset.id) && becomes(grant.id)?.given) || grant)
    levels.set(`${holder} ${asset.id}`, {
      before: live.map(grant => levelOf(asset.kind, grant)).reduce(unite, noAccess),
      after: live
        .filter(grant => !falls(grant))
        .map(level)
        .reduce(unite, noAccess),
    })
  }
  return levels
}

function isInForce({ from, until }: Grant, at: Instant): boolean {
  return !isBefore(at, from) && (until === null || isBefore(at, until))
}
