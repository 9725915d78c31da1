import { array, boolean, number, object, string } from 'yup'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor, requireStanding } from '../businesses/acting.ts'
import { getMember } from '../businesses/getMember.ts'
import { personParams } from '../people/schemas.ts'
import { completeLeaving } from './completeLeaving.ts'
import { reviewLeaving } from './reviewLeaving.ts'

const tags = ['people']
const leavingOut = object({
  person: object({
    id: string().required(),
    name: string().required(),
    address: string().required(),
    standing: string().required(),
  }).required(),
  holds: array(
    object({
      asset: string().required(),
      text: string().required(),
      level: string().required(),
      through: string().required(),
    }),
  ).required(),
  teams: array(string().required()).required(),
  onlyTheirs: array(
    object({
      kind: string().oneOf(['last admin', 'billing holder', 'sole steward', 'sole holder', 'open proposal']).required(),
      about: string().required(),
      key: string().required(),
      must: boolean().required(),
    }),
  ).required(),
  sessions: number().integer().required(),
  tokens: number().integer().required(),
}).meta({ id: 'Leaving' })
const successors = object({
  successors: array(object({ key: string().max(140).required(), address: string().max(254).required() }))
    .max(100)
    .default([])
    .meta({ description: 'Who takes over what: a key of onlyTheirs, and a member’s address.' }),
  reason: string().trim().min(1).max(500).meta({ description: 'Why; needed where an admin goes or is made.' }),
  tellReason: boolean().default(false).meta({ description: 'Whether they are told why too.' }),
}).noUnknown()
const leftOut = object({
  result: string().required(),
  stillReaches: array(string().required()).required(),
  takenOver: array(string().required()).required(),
})

/** Offboarding somebody: what they hold, what only they hold, and one step that ends it. */
export async function leavingRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    '/v1/businesses/:business/people/:person/leaving',
    {
      schema: {
        tags,
        summary: 'All that somebody about to go holds, and what only they hold',
        params: personParams,
        response: { 200: leavingOut },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      requireStanding(acting, 'end-member', 'Offboarding somebody')
      const { id, name, address } = await getMember(kit.database.manager, acting, request.params.person)
      return reviewLeaving(kit, kit.database.manager, acting, { id, name, address })
    },
  )

  app.post(
    '/v1/businesses/:business/people/:person/leaving',
    {
      schema: {
        tags,
        summary: 'End all that somebody holds in one step, after their successors have taken over',
        params: personParams,
        body: successors,
        response: { 200: leftOut },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      const chosen = request.body.successors ?? []
      const twice = chosen.find((one, index) => chosen.findIndex(other => other.key === one.key) !== index)
      if (twice)
        throw new Problem('request.invalid', `Two successors are named for ${twice.key}.`, { pointer: '/successors' })
      const byKey = Object.fromEntries(chosen.map(one => [one.key, one.address]))
      const { reason, tellReason } = request.body
      return completeLeaving(kit)(acting, request.params.person, byKey, { reason: reason ?? null, tellReason })
    },
  )
}
