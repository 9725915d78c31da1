import {
  managersOn,
  isHeld,
  leavesAnAdmin,
  printWhat,
  reachOf,
  saidWhy,
  sayLevel,
  throughBusiness,
  throughOf,
  unite,
  type AccessFacts,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsAnsweredFor, assetsById, type Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf, findMembership } from '../businesses/queries.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { gatherProposals } from '../proposals/gather.ts'
import { isOpen, openProposals } from '../proposals/queries.ts'
import { factsFrom } from '../reach/facts.ts'
import { giversOn } from '../reach/givers.ts'
import { heldAssets } from '../reach/held.ts'
import { placesOfAsset } from '../reach/places.ts'
import { targetOfAsset, whatOf } from '../reach/targets.ts'
import { teamsOfPerson } from '../teams/queries.ts'

/** Something that only the person about to go holds, so that somebody has to take it over. */
export interface OnlyTheirs {
  readonly kind: 'last admin' | 'billing holder' | 'sole steward' | 'open proposal' | 'sole holder'
  readonly about: string
  /** What a successor is chosen for. */
  readonly key: string
  /** Whether they cannot go before it is taken over. */
  readonly must: boolean
}

export interface Leaving {
  readonly person: { readonly id: string; readonly name: string; readonly address: string; readonly standing: string }
  readonly holds: readonly {
    readonly asset: string
    readonly text: string
    readonly level: string
    readonly through: string
  }[]
  readonly teams: readonly string[]
  readonly onlyTheirs: readonly OnlyTheirs[]
  readonly sessions: number
  readonly tokens: number
}

/** All that somebody about to go holds in the acting business by every path, and what only they hold. */
export async function reviewLeaving(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  person: { id: string; name: string; address: string },
): Promise<Leaving> {
  const standing = (await findMembership(manager, acting.id, person.id))!.standing
  const reached = await reachedAssets(kit, manager, acting, person.id)
  const teams = await teamsOfPerson(manager, acting.id, person.id)
  const now = kit.clock.now()
  const holds = reached.flatMap(({ asset, facts }) => {
    const { level, paths } = reachOf(facts, now)
    // What is held is not what is reached: whoever is paused or frozen still holds, marked as not counting.
    const held = paths.filter(isHeld)
    if (held.length === 0) return []
    const through = held.map(path => {
      const stopped = path.stopped ? `, not counted: ${saidWhy(path.stopped)}` : ''
      const by = throughOf(path)
      if (by === 'owner') return `${standing}${stopped}`
      const managers = managersOn(path)
      if (managers.length > 0) return `the manager account ${managers.at(-1)!.name}${stopped}`
      if (by === 'business') return `what ${facts.asset.owner.name} gave${stopped}`
      return `${by === 'team' ? `team ${path.grants.at(-1)!.holder.name}` : 'own grant'}${stopped}`
    })
    const shown = held.some(path => !path.stopped) ? level : held.map(path => path.level).reduce(unite)
    return [
      {
        asset: asset.name,
        text: textOf(acting, asset),
        level: sayLevel(asset.kind, shown),
        through: [...new Set(through)].join(', '),
      },
    ]
  })
  const [counts] = (await manager.query(
    "SELECT count(*) FILTER (WHERE kind <> 'token')::integer AS sessions, count(*) FILTER (WHERE kind = 'token')::integer AS tokens FROM session WHERE person_id = $1 AND ended_at IS NULL AND expires_at > $2",
    [person.id, now.toString()],
  )) as { sessions: number; tokens: number }[]
  return {
    person: { ...person, standing },
    holds,
    teams: teams.map(team => team.name),
    onlyTheirs: await onlyTheirs(kit, manager, acting, person.id, standing, reached),
    sessions: counts!.sessions,
    tokens: counts!.tokens,
  }
}

interface Reached {
  readonly asset: Asset
  readonly facts: AccessFacts
}

/** What somebody may reach for the business: its own assets, and those it holds from others, as far as they reach these through it. */
async function reachedAssets(kit: Kit, manager: EntityManager, acting: Acting, person: string): Promise<Reached[]> {
  const ids = (await manager.query(
    `SELECT id FROM asset WHERE business_id = $1 UNION (${heldAssets('$1')}) LIMIT 5000`,
    [acting.id],
  )) as { id: string }[]
  const all = await assetsById(
    manager,
    ids.map(row => row.id),
  )
  const facts = await factsFrom(kit, manager).aroundAll(all.map(asset => ({ person, asset: asset.id })))
  return all.flatMap((asset, index) => {
    const around = facts[index]
    if (!around) return []
    return [{ asset, facts: asset.businessId === acting.id ? around : throughBusiness(around, acting.id) }]
  })
}

/** As sentences of the business name it, which is how a successor is chosen for it. */
export function textOf(acting: Pick<Acting, 'id'>, asset: Asset): string {
  return printWhat(whatOf(targetOfAsset(asset), acting.id))
}

async function onlyTheirs(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  person: string,
  standing: string,
  reached: readonly Reached[],
): Promise<OnlyTheirs[]> {
  const found: OnlyTheirs[] = []
  const admins = (await adminsOf(manager, acting.id)).map(admin => admin.id)
  if (standing === 'admin' && !leavesAnAdmin(admins, person))
    found.push({ kind: 'last admin', about: acting.name, key: 'admin', must: true })
  for (const asset of await assetsAnsweredFor(manager, acting.id, person))
    found.push({ kind: 'billing holder', about: asset.name, key: `billing/${asset.number}`, must: true })
  const now = kit.clock.now()
  for (const { asset, facts } of reached) {
    const own = reachOf(facts, now).paths.filter(
      path => !path.stopped && (throughOf(path) === 'person' || throughOf(path) === 'team'),
    )
    if (own.length === 0) continue
    const text = textOf(acting, asset)
    const givers = asset.businessId === acting.id ? await giversOn(kit, manager, asset) : []
    const stewards = givers.filter(giver => giver.as === 'steward')
    if (stewards.length === 1 && stewards[0]!.id === person)
      found.push({ kind: 'sole steward', about: asset.name, key: text, must: false })
    else if ((await holdersBeside(manager, acting.id, asset.id, person)) === 0)
      found.push({ kind: 'sole holder', about: asset.name, key: text, must: false })
  }
  const open = await openProposals(manager, { businessId: acting.id, sentBy: person })
  const sent = await gatherProposals(
    manager,
    proposalKinds,
    open.filter(one => isOpen(one, now)),
  )
  for (const parts of sent) {
    const kind = proposalKinds.of(parts.proposal)
    if (kind.answeredBy !== 'colleagues')
      found.push({ kind: 'open proposal', about: kind.name(parts), key: parts.proposal.id, must: false })
  }
  return found
}

/** How many others the business gave something on the asset, admins aside. */
async function holdersBeside(manager: EntityManager, business: string, asset: string, person: string): Promise<number> {
  const [row] = (await manager.query(
    `SELECT count(*)::integer AS others FROM access_grant g WHERE g.business_id = $3 AND g.ended_at IS NULL AND g.holder_id <> $2
       AND g.target_id = ANY ((SELECT ${placesOfAsset('asset')} FROM asset WHERE asset.id = $1)::uuid[])
       AND NOT (g.holder_kind = 'team' AND (SELECT count(*) FILTER (WHERE person_id <> $2) FROM team_member WHERE team_id = g.holder_id) = 0)`,
    [asset, person, business],
  )) as { others: number }[]
  return row!.others
}
