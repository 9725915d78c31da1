import type { EntityManager } from 'typeorm'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { LiveSession } from '../base/live-session.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { actorOf } from '../base/session.ts'
import { addBusiness, assertZone } from './openBusiness.ts'
import { addMembership } from './queries.ts'

/** As many as somebody opens within a day. */
const mostADay = 5

/** Opens one more business for somebody who has a sign-in: they are its admin. It takes a fresh proof, and no letter. */
export function openAnother(kit: Kit) {
  return async (
    live: LiveSession,
    wanted: { readonly name: string; readonly town: string; readonly zone: string },
    once: Once | null,
  ): Promise<{ number: string; name: string }> => {
    assertZone(wanted.zone, '/zone')
    return kit.change(
      actorOf(live),
      async change => {
        return openFor(change, live, wanted)
      },
      once,
    )
  }
}

/**
 * The business of somebody’s own, in which what is theirs alone lives: opened under their own name if they have none, and told
 * if they have. Asked twice at once it is opened once.
 */
export function openOwn(kit: Kit) {
  return async (
    live: LiveSession,
    wanted: { readonly town?: string | undefined; readonly zone?: string | undefined },
  ): Promise<{ number: string; name: string }> => {
    if (wanted.zone) assertZone(wanted.zone, '/zone')
    const known = await findOwn(kit.database.manager, live.person)
    if (known) return known
    return kit.change(
      actorOf(live),
      async change => {
        const meanwhile = await findOwn(change.manager, live.person)
        if (meanwhile) {
          change.record({
            chain: meanwhile.id,
            what: 'business.opened-repeated',
            sentence: `${live.name} asked for a business of their own again.`,
          })
          return meanwhile
        }
        // One that they had once and left is theirs no more.
        await change.manager.query('UPDATE business SET own_of = NULL WHERE own_of = $1', [live.person])
        const there = await whereTheyWork(change.manager, live.person)
        const town = wanted.town ?? there?.town
        const zone = wanted.zone ?? there?.zone
        if (!town || !zone)
          throw new Problem('request.invalid', 'Say the town and the time zone where you work, as Europe/Lisbon.', {
            pointer: '/town',
          })
        const opened = await openFor(change, live, { name: live.name, town, zone })
        await change.manager.query('UPDATE business SET own_of = $2 WHERE number = $1', [opened.number, live.person])
        return opened
      },
      { turn: live.person },
    )
  }
}

/** Town and zone of the business that somebody has worked for longest; null for who works nowhere. */
async function whereTheyWork(manager: EntityManager, person: string): Promise<{ town: string; zone: string } | null> {
  const [row] = (await manager.query(
    'SELECT town, zone FROM membership JOIN business ON business.id = business_id WHERE person_id = $1 ORDER BY since LIMIT 1',
    [person],
  )) as { town: string; zone: string }[]
  return row ?? null
}

async function findOwn(
  manager: EntityManager,
  person: string,
): Promise<{ id: string; number: string; name: string } | null> {
  const [own] = (await manager.query(
    `SELECT business.id, business.number, business.name FROM business JOIN membership ON membership.business_id = business.id AND membership.person_id = $1 AND membership.standing = 'admin'
      WHERE own_of = $1`,
    [person],
  )) as { id: string; number: string; name: string }[]
  return own ?? null
}

async function openFor(
  change: Change,
  live: LiveSession,
  wanted: { readonly name: string; readonly town: string; readonly zone: string },
): Promise<{ number: string; name: string }> {
  change.requireFreshProof('Opening a business needs you to confirm it’s you.')
  const [row] = (await change.manager.query(
    'SELECT count(*)::integer AS opened FROM business WHERE opened_by = $1 AND opened_at > $2',
    [live.person, change.now.subtract({ hours: 24 }).toString()],
  )) as { opened: number }[]
  if (row!.opened >= mostADay)
    throw new Problem('request.too-many', `You opened ${mostADay} businesses within a day. Go on tomorrow.`, {
      retryAfter: 3_600,
    })
  const business = await addBusiness(change, { ...wanted, trusteeId: null }, live.person)
  await addMembership(change.manager, {
    business: business.id,
    person: live.person,
    standing: 'admin',
    since: change.now,
    invitedBy: null,
  })
  change.record({
    chain: business.id,
    what: 'business.opened',
    sentence: `${live.name} opened ${business.name} in ${business.town} and is its admin.`,
    data: { number: business.number },
    about: live.person,
  })
  return { number: business.number, name: business.name }
}
