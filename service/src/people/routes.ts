import { nextLink, cutPage, readCursor } from '../base/page.ts'
import { wordsTyped, isCalled } from '../base/finding.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { holdingPage, listQuery } from '../assets/schemas.ts'
import { actingFor, type Acting } from '../businesses/acting.ts'
import { getMember, members, type MemberRow } from '../businesses/getMember.ts'
import { businessParam } from '../businesses/schemas.ts'
import { holdingsFor } from '../reach/holdingsFor.ts'
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
        `${members} AND ($2::text IS NULL OR (person.name COLLATE by_name, person.id) > ($2, $3::uuid)) AND ($4::text[] IS NULL OR ${isCalled('$4', 'person.name', 'main.address')})
       ORDER BY person.name COLLATE by_name, person.id LIMIT $5`,
        [acting.id, cursor?.[0] ?? null, cursor?.[1] ?? null, wordsTyped(find), limit + 1],
      )) as MemberRow[]
      const page = cutPage(rows, limit, row => [row.name, row.id])
      void reply.headers(nextLink(request.url, page.next))
      return { items: page.items.map(row => toOut(row, acting)), next: page.next }
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
      return toOut(await getMember(kit.database.manager, acting, request.params.person), acting)
    },
  )

  app.get(
    '/v1/businesses/:business/people/:person/holdings',
    {
      schema: {
        tags,
        summary: 'What somebody holds of the business’s assets: one of its people, of a partner’s, or who is invited',
        params: personParams,
        querystring: listQuery,
        response: { 200: holdingPage },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      const { limit, after } = request.query
      const page = await holdingsFor(kit, acting, request.params.person, limit, after)
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )
}

/** Who has no second step is for admins to know, and for oneself: to others it would say whose password is worth guessing. */
function toOut(row: MemberRow, { standing, live }: Acting) {
  const told = standing === 'admin' || row.id === live.person
  return { ...row, secondProof: told ? row.secondProof : null, since: row.since.toISOString() }
}
