import { isIdText } from '../base/id-text.ts'
import { isAddress } from '@famiglia/core'
import { nextLink, cutPage, readCursor } from '../base/page.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import type { House } from '../base/validation.ts'
import { holdingsOf } from '../assets/holdings.ts'
import { holdingPage, listQuery } from '../assets/schemas.ts'
import { actingFor, type Acting } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { peopleQuery, personOut, personPage, personParams } from './schemas.ts'

const tags = ['people']

interface MemberRow {
  id: string
  name: string
  address: string
  standing: string
  since: Date
  invitedBy: string | null
  secondProof: boolean
  paused: boolean
  frozen: boolean
  teams: string[]
  assets: number
}

const members = `
  SELECT person.id, person.name, main.address, membership.standing, membership.since, inviter.name AS "invitedBy", person.totp_sealed IS NOT NULL OR EXISTS (SELECT FROM passkey WHERE passkey.person_id = person.id) AS "secondProof",
    membership.paused_at IS NOT NULL AS paused, membership.frozen_at IS NOT NULL AS frozen,
    ARRAY(SELECT team.handle FROM team_member JOIN team ON team.id = team_member.team_id WHERE team_member.person_id = person.id AND team.business_id = membership.business_id ORDER BY team.handle) AS teams,
    (SELECT count(*)::integer FROM access_grant g WHERE g.person_id = person.id AND g.business_id = membership.business_id AND g.ended_at IS NULL) AS assets
  FROM membership JOIN person ON person.id = membership.person_id JOIN person_address main ON main.person_id = person.id AND main.main LEFT JOIN person inviter ON inviter.id = membership.invited_by
  WHERE membership.business_id = $1`

/** The people of a business, and what each of them reaches there. */
export async function peopleRoutes(app: House, room: Room): Promise<void> {
  app.get(
    '/v1/businesses/:business/people',
    {
      schema: {
        tags,
        summary: 'The business’s people',
        params: businessParam,
        querystring: peopleQuery,
        response: { 200: personPage },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(room.database, request)
      const { limit, after, find } = request.query
      const cursor = readCursor(after)
      const rows = (await room.database.query(
        `${members} AND ($2::text IS NULL OR (person.name, person.id) > ($2, $3::uuid)) AND ($4::text IS NULL OR person.name ILIKE '%' || $4 || '%' OR main.address ILIKE '%' || $4 || '%')
       ORDER BY person.name, person.id LIMIT $5`,
        [acting.id, cursor?.[0] ?? null, cursor?.[1] ?? null, find?.replace(/[\\%_]/g, '\\$&') ?? null, limit + 1],
      )) as MemberRow[]
      const page = cutPage(rows, limit, row => [row.name, row.id])
      void reply.headers(nextLink(request.url, page.next))
      return { items: page.items.map(toOut), next: page.next }
    },
  )

  app.get(
    '/v1/businesses/:business/people/:person',
    {
      schema: {
        tags,
        summary: 'One of the business’s people, by id or e-mail address',
        params: personParams,
        response: { 200: personOut },
      },
    },
    async request => {
      const acting = await actingFor(room.database, request)
      return toOut(await getMember(room, acting, request.params.person))
    },
  )

  app.get(
    '/v1/businesses/:business/people/:person/holdings',
    {
      schema: {
        tags,
        summary: 'What somebody reaches of the business’s assets',
        params: personParams,
        querystring: listQuery,
        response: { 200: holdingPage },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(room.database, request)
      const person = await getMember(room, acting, request.params.person)
      if (acting.standing !== 'admin' && person.id !== acting.live.person)
        throw new Problem(
          'standing.not-enough',
          `What ${person.name} reaches is told to them and to the admins of ${acting.name}.`,
        )
      const page = await holdingsOf(room, person.id, acting.id, request.query.limit, request.query.after)
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )
}

/** A member of the acting business; anybody else answers as nobody. */
export async function getMember(room: Room, acting: Acting, named: string): Promise<MemberRow> {
  const wanted = named.toLowerCase()
  if (!isIdText(wanted) && !isAddress(wanted))
    throw new Problem('address.invalid', `“${named}” is not an e-mail address.`)
  const condition = isIdText(wanted)
    ? 'person.id = $2::uuid'
    : 'person.id = (SELECT person_id FROM person_address WHERE address = $2)'
  const [row] = (await room.database.query(`${members} AND ${condition}`, [acting.id, wanted])) as MemberRow[]
  if (row) return row
  throw new Problem(
    'person.unknown',
    `${isIdText(wanted) ? 'Nobody of that id' : named} works for ${acting.name}.`.replace(
      /^([^ ]+@[^ ]+) works/,
      '$1 does not work',
    ),
  )
}

function toOut(row: MemberRow) {
  return { ...row, since: row.since.toISOString() }
}
