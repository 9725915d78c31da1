import {
  mayInBusiness,
  numberedThing,
  readNumber,
  sayList,
  type BusinessAct,
  type BusinessNumber,
  Temporal,
  type Instant,
  type Standing,
} from '@famiglia/core'
import type { FastifyRequest } from 'fastify'
import type { DataSource, EntityManager } from 'typeorm'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { LiveSession } from '../base/live-session.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { actorOf, requireSignIn } from '../base/session.ts'

/** The business on whose behalf somebody works, and their standing there. */
export interface Acting {
  readonly id: string
  readonly number: BusinessNumber
  readonly name: string
  readonly zone: string
  readonly standing: Standing
  readonly proposalDays: number
  /** Since when the business is closed: it is read then, and nothing is done for it. */
  readonly closedAt: Instant | null
  /** Of whom others than admins are told that they can: a few of the admins, by name. */
  readonly admins: readonly string[]
  readonly live: LiveSession
}

/**
 * The business in a request's path, for who is signed in. One they are no member of answers as one that does not
 * exist: `business.unknown`. One that is closed is read only: `business.closed`.
 */
export async function actingFor(
  database: DataSource,
  request: FastifyRequest<{ Params: { business: string } }>,
  { whileClosed = false } = {},
): Promise<Acting> {
  const live = requireSignIn(request)
  const number = readBusinessNumber(request.params.business)
  const found = await findActing(database.manager, 'business.number = $2', number, live)
  if (found?.closedAt && request.method !== 'GET' && !whileClosed) throw closedProblem(found)
  if (found) return found
  throw new Problem('business.unknown', `You act for no business numbered ${number}. “me” lists those you work for.`)
}

/** Somebody acting for a business, as they could now; null when they do not work there, or are stopped, or it is closed. */
export async function actingNow(
  manager: EntityManager,
  business: string,
  who: Pick<LiveSession, 'person' | 'name' | 'address'>,
): Promise<Acting | null> {
  const live = { ...nobodySignedIn, ...who }
  const found = await findActing(manager, 'business.id = $2', business, live)
  return found?.closedAt ? null : found
}

function closedProblem({ name }: Pick<Acting, 'name'>): Problem {
  return new Problem(
    'business.closed',
    `${name} is closed: what it was can be read, and nothing more can be done for it.`,
  )
}

const nobodySignedIn: Omit<LiveSession, 'person' | 'name' | 'address'> = {
  session: '',
  kind: 'console',
  unattended: false,
  expiresAt: Temporal.Instant.fromEpochMilliseconds(0),
  provenAt: null,
  provenBy: null,
  secondProof: false,
  codeSetUp: false,
  passkeys: 0,
}

async function findActing(
  manager: EntityManager,
  condition: string,
  value: string,
  live: LiveSession,
): Promise<Acting | null> {
  const [row] = (await manager.query(
    `SELECT business.id, business.number, business.name, business.zone, business.proposal_days AS "proposalDays", business.closed_at AS closed, membership.standing,
       CASE WHEN membership.standing = 'admin' THEN '{}' ELSE ARRAY(SELECT admin.name FROM membership place JOIN person admin ON admin.id = place.person_id
         WHERE place.business_id = business.id AND place.standing = 'admin' AND place.paused_at IS NULL AND place.frozen_at IS NULL ORDER BY admin.name, admin.id LIMIT 3) END AS admins
     FROM business
     JOIN membership ON membership.business_id = business.id AND membership.person_id = $1 AND membership.paused_at IS NULL AND membership.frozen_at IS NULL
     JOIN person ON person.id = membership.person_id AND person.paused_at IS NULL WHERE ${condition}`,
    [live.person, value],
  )) as (Omit<Acting, 'live' | 'closedAt'> & { closed: Date | null })[]
  if (!row) return null
  const { closed, ...acting } = row
  return { ...acting, closedAt: closed && Temporal.Instant.fromEpochMilliseconds(closed.getTime()), live }
}

/**
 * Makes a change for the business that somebody acts for. Their standing is read once more within the change: whoever was
 * lowered, stopped or ended since the request came in is refused, and what they may is still so when the change holds.
 */
export function changeFor<T>(
  kit: Kit,
  acting: Acting,
  work: (change: Change) => Promise<T>,
  once: Once | null = null,
  { whileClosed = false } = {},
): Promise<T> {
  return kit.change(
    actorOf(acting.live),
    async change => {
      const now = await findActing(change.manager, 'business.id = $2', acting.id, acting.live)
      if (now?.closedAt && !whileClosed) throw closedProblem(now)
      if (now?.standing !== acting.standing)
        throw new Problem(
          'standing.not-enough',
          now
            ? `Your standing at ${acting.name} has just changed. Look again, then try once more.`
            : `You no longer act for ${acting.name}.`,
        )
      return work(change)
    },
    { once, turn: acting.id },
  )
}

export function requireStanding(acting: Acting, act: BusinessAct, wanted: string): void {
  if (mayInBusiness(acting.standing, act)) return
  throw new Problem(
    'standing.not-enough',
    `${wanted} takes ${mayInBusiness('finance', act) ? 'a finance person or an admin' : 'an admin'} of ${acting.name}; you are ${acting.standing === 'finance' ? 'in finance' : 'a member'} there. ${sayWhoCan(acting)}`,
  )
}

/** `Agnese Torvald or Ruben Achterberg can.`; nothing where nobody can. */
export function sayWhoCan({ admins }: Pick<Acting, 'admins'>): string {
  return admins.length > 0 ? `${sayList(admins, 'or')} can.` : 'Nobody there can now.'
}

export function readBusinessNumber(text: string): BusinessNumber {
  const reading = readNumber(text)
  if (!reading.ok) {
    const why =
      reading.code === 'number.wrong-check'
        ? `A digit of ${text} is wrong: its check digits do not fit.`
        : `“${text}” is no business number; one looks like B-4815-1623-97.`
    throw new Problem(reading.code, why)
  }
  if (reading.kind === 'B') return reading.number as BusinessNumber
  throw new Problem(
    'number.wrong-kind',
    `${reading.number} is an ${numberedThing[reading.kind]}’s number; a business’s begins with B.`,
  )
}
