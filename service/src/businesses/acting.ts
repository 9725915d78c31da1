import {
  mayInBusiness,
  numberedThing,
  readNumber,
  type BusinessAct,
  type BusinessNumber,
  type Standing,
} from '@famiglia/core'
import type { FastifyRequest } from 'fastify'
import type { DataSource } from 'typeorm'
import { Problem } from '../base/problem.ts'
import { requireSignIn } from '../base/session.ts'
import type { LiveSession } from '../sign-in/records.ts'

/** The business on whose behalf somebody works, and their standing there. */
export interface Acting {
  readonly id: string
  readonly number: BusinessNumber
  readonly name: string
  readonly zone: string
  readonly standing: Standing
  readonly proposalDays: number
  readonly live: LiveSession
}

/**
 * The business in a request's path, for who is signed in. One they are no member of answers as one that does not
 * exist: `business.unknown`.
 */
export async function actingFor(
  database: DataSource,
  request: FastifyRequest<{ Params: { business: string } }>,
): Promise<Acting> {
  const live = requireSignIn(request)
  const number = readBusinessNumber(request.params.business)
  const [row] = (await database.query(
    `SELECT business.id, business.number, business.name, business.zone, business.proposal_days AS "proposalDays", membership.standing FROM business
     JOIN membership ON membership.business_id = business.id AND membership.person_id = $2 AND membership.paused_at IS NULL AND membership.frozen_at IS NULL WHERE business.number = $1 AND business.paused_at IS NULL`,
    [number, live.person],
  )) as Omit<Acting, 'live'>[]
  if (row) return { ...row, live }
  throw new Problem('business.unknown', `You act for no business numbered ${number}. “me” lists those you work for.`)
}

export function requireStanding(acting: Acting, act: BusinessAct, wanted: string): void {
  if (mayInBusiness(acting.standing, act)) return
  throw new Problem(
    'standing.not-enough',
    `${wanted} takes an admin of ${acting.name}; you are ${acting.standing} there.`,
  )
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
