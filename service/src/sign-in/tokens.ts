import { isBefore, sayInstant, Temporal } from '@famiglia/core'
import { IsNull } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { actorOf } from '../base/session.ts'
import { sessions } from './records.ts'
import { beginSession } from './sessions.ts'
import { tellOwner } from './tellOwner.ts'
import type { LiveSession } from '../base/live-session.ts'

const longestDays = 366

/**
 * Makes a personal token for scripts, told once, with a fresh proof. It always has an end, at most a year ahead. One that
 * is made with a token neither outlives that one nor works unattended: `token.beyond`.
 */
export function makeToken(kit: Kit) {
  return async (
    live: LiveSession,
    wanted: { name: string; until: string; unattended: boolean },
  ): Promise<{ id: string; token: string }> => {
    const expiresAt = Temporal.Instant.from(wanted.until)
    return kit.change(actorOf(live), async change => {
      const ahead = expiresAt.epochMilliseconds - change.now.epochMilliseconds
      if (ahead <= 0) throw new Problem('date.past', 'The token would be over before it begins.', { pointer: '/until' })
      if (ahead > longestDays * 86_400_000)
        throw new Problem('request.invalid', 'A token lasts a year at most.', { pointer: '/until' })
      change.requirePresence('Making a token needs you to confirm it’s you.')
      if (live.kind === 'token' && (wanted.unattended || isBefore(live.expiresAt, expiresAt)))
        throw new Problem(
          'token.beyond',
          'A token can make one that ends no later than itself, and none that works with nobody there. Sign in to make this one.',
          { pointer: wanted.unattended ? '/unattended' : '/until' },
        )
      const session = await beginSession(
        change.manager,
        {
          person: live.person,
          kind: 'token',
          name: wanted.name,
          provenAt: null,
          provenBy: null,
          expiresAt,
          unattended: wanted.unattended,
        },
        change.now,
      )
      change.record({
        chain: live.person,
        what: 'token.made',
        sentence: `${live.name} made the ${wanted.unattended ? 'unattended ' : ''}token “${wanted.name}”.`,
        data: { token: session.id, until: wanted.until },
      })
      await tellOwner(
        change,
        live,
        `A token was made: ${wanted.name}`,
        `The token “${wanted.name}” acts in your name${wanted.unattended ? ', also with nobody there,' : ''} until ${sayInstant(expiresAt, 'UTC')}.`,
      )
      return { id: session.id, token: session.secret }
    })
  }
}

/** Ends one of a person's own sign-ins or tokens: the one in use at once, another with a fresh proof. */
export function endSession(kit: Kit) {
  return async (live: LiveSession, id: string): Promise<void> => {
    await kit.change(actorOf(live), async change => {
      const session = await change.manager.findOneBy(sessions, { id, personId: live.person, endedAt: IsNull() })
      if (id !== live.session) change.requirePresence('Ending another sign-in needs you to confirm it’s you.')
      if (!session) throw new Problem('resource.unknown', 'You have no such sign-in or token, or it has ended already.')
      await change.manager.update(sessions, { id }, { endedAt: change.now })
      await change.later('tell-signed-out', {})
      change.record({
        chain: live.person,
        what: 'sign-in.ended',
        sentence: `${live.name} ended the ${session.kind === 'token' ? `token “${session.name}”` : `sign-in at the ${session.name}`}.`,
        data: { session: id },
      })
    })
  }
}
