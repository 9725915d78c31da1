import { canAct, handlePattern, kindsHeldBy } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import { violates } from '../base/database.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { getMember } from '../businesses/getMember.ts'
import { endGrant } from '../grants/endGrant.ts'
import { grantsTo } from '../grants/queries.ts'
import { withOwners } from '../reach/held.ts'
import { targetsById } from '../reach/targets.ts'
import { type Team, addTeam, closeTeam, getTeam, joinOnce, takeOutOfTeam } from '../teams/queries.ts'

/** Makes a team, empty at first. */
export function makeTeam(kit: Kit) {
  return async (acting: Acting, wanted: { handle: string; name: string }, once: Once | null): Promise<Team> => {
    requireStanding(acting, 'arrange-people', 'Making a team')
    assertTeamHandle(wanted.handle)
    return changeFor(
      kit,
      acting,
      async change => {
        const team: Team = { id: newId(), businessId: acting.id, ...wanted, madeAt: change.now, dissolvedAt: null }
        try {
          await addTeam(change.manager, team)
        } catch (error) {
          if (violates(error, 'team_handle'))
            throw new Problem('handle.taken', `There is a team/${wanted.handle} already.`, { pointer: '/handle' })
          throw error
        }
        await record(change, acting, team, 'team.made', `made the team ${team.name} (team/${team.handle}).`)
        return team
      },
      once,
    )
  }
}

/** Puts a member into a team: they gain what it holds, at once. A fresh proof is taken where the team can act. */
export function joinTeam(kit: Kit) {
  return async (acting: Acting, handle: string, who: string): Promise<{ result: string }> =>
    arrange(kit, acting, handle, 'Putting somebody into a team', async (change, team) => {
      const person = await getMember(change.manager, acting, who)
      const held = await grantsTo(change.manager, acting.id, { kind: 'team', id: team.id })
      const targets = await targetsById(
        change.manager,
        held.map(grant => grant.targetId!),
      )
      const holding = held.map(given => ({ kinds: kindsHeldBy(targets.get(given.targetId!)!), given }))
      if (canAct(holding))
        change.requireFreshProof(`${team.name} can act, so putting somebody into it needs you to confirm it’s you.`)
      const joined = await joinOnce(change.manager, team.id, person.id, change.now)
      const asBefore = joined ? '' : ', where they were already'
      await record(
        change,
        acting,
        team,
        joined ? 'team.joined' : 'team.join-repeated',
        `put ${person.name} into the team ${team.name}${asBefore}.`,
        person.id,
      )
      return {
        result: joined
          ? `${person.name} is in ${team.name} now, and reaches what it reaches.`
          : `${person.name} is in ${team.name} already.`,
      }
    })
}

/** Takes somebody out of a team: they lose what it holds, at once. */
export function leaveTeam(kit: Kit) {
  return async (acting: Acting, handle: string, who: string): Promise<{ result: string }> =>
    arrange(kit, acting, handle, 'Taking somebody out of a team', async (change, team) => {
      const person = await getMember(change.manager, acting, who)
      const left = await takeOutOfTeam(change.manager, team.id, person.id)
      change.announce({ what: 'standing', business: acting.id, person: person.id })
      const asBefore = left ? '' : '; they were not in it'
      await record(
        change,
        acting,
        team,
        left ? 'team.left' : 'team.leave-repeated',
        `took ${person.name} out of the team ${team.name}${asBefore}.`,
        person.id,
      )
      return {
        result: left
          ? `${person.name} is no longer in ${team.name}. What they hold by themselves stays.`
          : `${person.name} is not in ${team.name}.`,
      }
    })
}

/** Dissolves a team: what it holds ends, its members stay members. */
export function dissolveTeam(kit: Kit) {
  return async (acting: Acting, handle: string): Promise<{ result: string }> =>
    arrange(kit, acting, handle, 'Dissolving a team', async (change, team) => {
      const key = { kind: 'team' as const, id: team.id }
      const held = await grantsTo(change.manager, acting.id, key)
      const found = await targetsById(
        change.manager,
        held.map(grant => grant.targetId!),
      )
      const targets = await withOwners(change.manager, acting.id, found)
      const by = { giver: acting, person: { id: acting.live.person, name: acting.live.name } }
      const holder = { key, name: team.name, party: null }
      for (const grant of held)
        await endGrant(change, by, holder, { grant, target: targets.get(grant.targetId!)! }, 'the team was dissolved')
      await closeTeam(change.manager, team.id, change.now)
      await record(change, acting, team, 'team.dissolved', `dissolved the team ${team.name}.`)
      return { result: `${team.name} is dissolved; what it held has ended.` }
    })
}

async function arrange<T>(
  kit: Kit,
  acting: Acting,
  handle: string,
  wanted: string,
  work: (change: Change, team: Team) => Promise<T>,
): Promise<T> {
  requireStanding(acting, 'arrange-people', wanted)
  return changeFor(kit, acting, async change => work(change, await getTeam(change.manager, acting, handle)))
}

async function record(change: Change, acting: Acting, team: Team, what: string, said: string, about?: string) {
  change.record({
    chain: acting.id,
    what,
    sentence: `${acting.live.name} ${said}`,
    data: { team: team.handle },
    ...(about ? { about } : {}),
  })
}

function assertTeamHandle(handle: string): void {
  if (handlePattern.test(handle) && handle.length <= 60) return
  throw new Problem(
    'handle.invalid',
    `“${handle}” cannot be a handle: small letters, digits and single dashes make one, as paid-media.`,
    {
      pointer: '/handle',
    },
  )
}
