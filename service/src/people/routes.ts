import { nextLink, cutPage, readCursor } from '../base/page.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { holdingsOf } from '../reach/holdings.ts'
import { holdingPage, listQuery } from '../assets/schemas.ts'
import { actingFor } from '../businesses/acting.ts'
import { getMember, members, type MemberRow } from '../businesses/getMember.ts'
import { businessParam } from '../businesses/schemas.ts'
import { peopleQuery, personOut, personPage, personParams } from './schemas.ts'

const tags = ['people']

/** The people of a business, and what each of them reaches there. */
export async function peopleRoutes(app: App, kit: Kit): Promise<void> {
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
      const acting = await actingFor(kit.database, request)
      const { limit, after, find } = request.query
      const cursor = readCursor(after)
      const rows = (await kit.database.query(
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
      const acting = await actingFor(kit.database, request)
      return toOut(await getMember(kit.database.manager, acting, request.params.person))
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
      const acting = await actingFor(kit.database, request)
      const person = await getMember(kit.database.manager, acting, request.params.person)
      if (acting.standing !== 'admin' && person.id !== acting.live.person)
        throw new Problem(
          'standing.not-enough',
          `What ${person.name} reaches is told to them and to the admins of ${acting.name}.`,
        )
      const page = await holdingsOf(kit, person.id, acting.id, request.query.limit, request.query.after)
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )
}

function toOut(row: MemberRow) {
  return { ...row, since: row.since.toISOString() }
}
