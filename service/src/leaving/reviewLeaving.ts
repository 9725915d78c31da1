import { leavesAnAdmin, reachOf, sayLevel, throughBusiness, type AccessFacts } from '@famiglia/core'
import { In, type EntityManager } from 'typeorm'
import type { Room } from '../base/room.ts'
import { heldAssets } from '../assets/held.ts'
import { assets, type Asset } from '../assets/records.ts'
import { clearTextOf, targetOfAsset } from '../assets/targets.ts'
import { adminsOf, findMembership } from '../businesses/records.ts'
import type { Acting } from '../businesses/acting.ts'
import { giversOn } from '../grants/giversOn.ts'
import { teamsOfPerson } from '../teams/records.ts'

/** Something that only the person about to go holds, so that somebody has to take it over. */
export interface OnlyTheirs {
  readonly kind: 'last admin' | 'sole steward' | 'open proposal' | 'sole holder'
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
  room: Room,
  manager: EntityManager,
  acting: Acting,
  person: { id: string; name: string; address: string },
): Promise<Leaving> {
  const standing = (await findMembership(manager, acting.id, person.id))!.standing
  const reached = await reachedAssets(room, manager, acting, person.id)
  const teams = await teamsOfPerson(manager, acting.id, person.id)
  const now = room.clock.now()
  const holds = reached.flatMap(({ asset, facts }) => {
    const { level, paths } = reachOf(facts, now)
    const live = paths.filter(path => !path.stopped)
    if (live.length === 0) return []
    const through = live.map(path => {
      if (path.through === 'owner') return standing
      if (path.through === 'business') return `what ${facts.asset.owner.name} gave`
      return path.through === 'team' ? `team ${path.grants.at(-1)!.holder.name}` : 'own grant'
    })
    return [
      {
        asset: asset.name,
        text: textOf(acting, asset),
        level: sayLevel(asset.kind, level),
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
    onlyTheirs: await onlyTheirs(room, manager, acting, person.id, standing, reached),
    sessions: counts!.sessions,
    tokens: counts!.tokens,
  }
}

interface Reached {
  readonly asset: Asset
  readonly facts: AccessFacts
}

/** What somebody may reach for the business: its own assets, and those it holds from others, as far as they reach these through it. */
async function reachedAssets(room: Room, manager: EntityManager, acting: Acting, person: string): Promise<Reached[]> {
  const ids = (await manager.query(
    `SELECT id FROM asset WHERE business_id = $1 UNION (${heldAssets('$1')}) LIMIT 5000`,
    [acting.id],
  )) as { id: string }[]
  const all = await manager.find(assets, { where: { id: In(ids.map(row => row.id)) }, order: { name: 'ASC' } })
  const facts = await room.facts.aroundAll(all.map(asset => ({ person, asset: asset.id })))
  return all.flatMap((asset, index) => {
    const around = facts[index]
    if (!around) return []
    return [{ asset, facts: asset.businessId === acting.id ? around : throughBusiness(around, acting.id) }]
  })
}

/** As sentences of the business name it, which is how a successor is chosen for it. */
export function textOf(acting: Pick<Acting, 'id'>, asset: Asset): string {
  return clearTextOf(targetOfAsset(asset), acting.id)
}

async function onlyTheirs(
  room: Room,
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
  const now = room.clock.now()
  for (const { asset, facts } of reached) {
    const own = reachOf(facts, now).paths.filter(
      path => !path.stopped && path.through !== 'owner' && path.through !== 'business',
    )
    if (own.length === 0) continue
    const text = textOf(acting, asset)
    const givers = asset.businessId === acting.id ? await giversOn(room, manager, asset) : []
    const stewards = givers.filter(giver => giver.as === 'steward')
    if (stewards.length === 1 && stewards[0]!.id === person)
      found.push({ kind: 'sole steward', about: asset.name, key: text, must: false })
    else if ((await holdersBeside(manager, acting.id, asset.id, person)) === 0)
      found.push({ kind: 'sole holder', about: asset.name, key: text, must: false })
  }
  const open = (await manager.query(
    "SELECT id, to_address FROM proposal WHERE business_id = $1 AND sent_by = $2 AND state = 'open' AND kind = 'invitation' ORDER BY opened_at LIMIT 100",
    [acting.id, person],
  )) as { id: string; to_address: string }[]
  for (const { id, to_address } of open)
    found.push({ kind: 'open proposal', about: `the invitation to ${to_address}`, key: id, must: false })
  return found
}

/** How many others the business gave something on the asset, admins aside. */
async function holdersBeside(manager: EntityManager, business: string, asset: string, person: string): Promise<number> {
  const [row] = (await manager.query(
    `SELECT count(*)::integer AS others FROM access_grant g WHERE g.business_id = $3 AND g.ended_at IS NULL AND g.holder_id <> $2
       AND g.target_id = ANY (ARRAY[$1::uuid] || ARRAY(SELECT bundle_id FROM bundle_asset WHERE asset_id = $1))
       AND NOT (g.team_id IS NOT NULL AND (SELECT count(*) FILTER (WHERE person_id <> $2) FROM team_member WHERE team_id = g.team_id) = 0)`,
    [asset, person, business],
  )) as { others: number }[]
  return row!.others
}
