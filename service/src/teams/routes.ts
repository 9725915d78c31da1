import { array, number, object, string } from 'yup'
import { onceIn } from '../base/once.ts'
import { cutPage, nextLink, pageOf, pageQuery, readCursor } from '../base/page.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { grantsTo, termsOf } from '../grants/queries.ts'
import { targetsById } from '../reach/targets.ts'
import { sayTarget } from '../grants/tellThings.ts'
import { resultOut } from '../proposals/schemas.ts'
import { dissolveTeam, joinTeam, leaveTeam, makeTeam } from '../members/arrangeTeams.ts'
import { getTeam, membersOfTeam } from './queries.ts'

const tags = ['teams']
const teamLine = object({
  handle: string().required(),
  name: string().required(),
  members: number().integer().required(),
  grants: number().integer().required(),
})
const teamOut = object({
  handle: string().required(),
  name: string().required(),
  members: array(
    object({ id: string().required(), name: string().required(), address: string().required() }),
  ).required(),
  reaches: array(
    object({
      text: string().required(),
      name: string().required(),
      may: string().required(),
      grant: string().required(),
    }),
  ).required(),
}).meta({ id: 'Team' })
const teamWanted = object({
  handle: string().trim().max(60).required('a handle is needed'),
  name: string().trim().min(1).max(80).required('a name is needed'),
}).noUnknown()
const teamParams = object({ business: string().max(40).required(), team: string().max(60).required() })
const memberParams = teamParams.shape({ person: string().max(254).required() })

/** Teams: made, joined, left; what a team holds its members reach. */
export async function teamRoutes(app: App, kit: Kit): Promise<void> {
  const manager = kit.database.manager

  app.get(
    '/v1/businesses/:business/teams',
    {
      schema: {
        tags,
        summary: 'The business’s teams',
        params: businessParam,
        querystring: object(pageQuery),
        response: { 200: pageOf(teamLine) },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      const cursor = readCursor(request.query.after)
      const rows = (await kit.database.query(
        `SELECT team.id, team.handle, team.name, (SELECT count(*) FROM team_member WHERE team_id = team.id)::integer AS members,
           (SELECT count(*) FROM access_grant WHERE holder_kind = 'team' AND holder_id = team.id AND ended_at IS NULL)::integer AS grants
         FROM team WHERE team.business_id = $1 AND team.dissolved_at IS NULL AND ($2::text IS NULL OR team.handle > $2) ORDER BY team.handle LIMIT $3`,
        [acting.id, cursor?.[0] ?? null, request.query.limit + 1],
      )) as { id: string; handle: string; name: string; members: number; grants: number }[]
      const page = cutPage(rows, request.query.limit, row => [row.handle])
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )

  app.post(
    '/v1/businesses/:business/teams',
    {
      config: { once: true },
      schema: { tags, summary: 'Make a team', params: businessParam, body: teamWanted, response: { 201: teamLine } },
    },
    async (request, reply) => {
      const team = await makeTeam(kit)(await actingFor(kit.database, request), request.body, onceIn(request))
      return reply.code(201).send({ handle: team.handle, name: team.name, members: 0, grants: 0 })
    },
  )

  app.get(
    '/v1/businesses/:business/teams/:team',
    {
      schema: {
        tags,
        summary: 'One team: who is in it, what it reaches',
        params: teamParams,
        response: { 200: teamOut },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      const team = await getTeam(manager, acting, request.params.team)
      const held = await grantsTo(manager, acting.id, { kind: 'team', id: team.id })
      const targets = await targetsById(
        manager,
        held.map(grant => grant.targetId!),
      )
      const reaches = held.map(grant => {
        const target = targets.get(grant.targetId!)!
        return {
          text: target.text,
          name: target.name,
          may: sayTarget(target, termsOf(grant), acting.zone, grant.purpose),
          grant: grant.id,
        }
      })
      return { handle: team.handle, name: team.name, members: await membersOfTeam(manager, team.id), reaches }
    },
  )

  app.delete(
    '/v1/businesses/:business/teams/:team',
    {
      schema: {
        tags,
        summary: 'Dissolve a team; what it holds ends',
        params: teamParams,
        response: { 200: resultOut },
      },
    },
    async request => dissolveTeam(kit)(await actingFor(kit.database, request), request.params.team),
  )

  app.put(
    '/v1/businesses/:business/teams/:team/members/:person',
    { schema: { tags, summary: 'Put a member into a team', params: memberParams, response: { 200: resultOut } } },
    async request => joinTeam(kit)(await actingFor(kit.database, request), request.params.team, request.params.person),
  )

  app.delete(
    '/v1/businesses/:business/teams/:team/members/:person',
    { schema: { tags, summary: 'Take somebody out of a team', params: memberParams, response: { 200: resultOut } } },
    async request => leaveTeam(kit)(await actingFor(kit.database, request), request.params.team, request.params.person),
  )
}
