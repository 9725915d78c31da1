import { array, object, string } from 'yup'
import { onceIn } from '../base/once.ts'
import type { Room } from '../base/room.ts'
import type { House } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { proposalParams } from '../proposals/schemas.ts'
import { declineAsk, grantAsk } from './answerAsk.ts'
import { askForAccess } from './askForAccess.ts'

const tags = ['asks']

const askWanted = object({
  wanted: string().trim().max(1500).required('say what you ask for').meta({
    description: 'As a sentence without “let” and whom: `run on ad-account/summer-crossings until 2027-03-31`.',
  }),
  reason: string().trim().min(1, 'a reason is needed').max(500).required('a reason is needed'),
}).noUnknown()
const askSent = object({
  proposal: string().required(),
  result: string().required(),
  goesTo: array(object({ name: string().required(), address: string().required() })).required(),
})
const granting = object({
  less: string()
    .trim()
    .max(1500)
    .meta({ description: 'What is granted instead: `watch on …`. Never more than was asked for.' }),
  reason: string().trim().max(500),
}).noUnknown()
const declining = object({ reason: string().trim().max(500) }).noUnknown()
const answered = object({ result: string().required(), less: string().nullable().defined() })

/** Asking for access in one's own business, and answering it. */
export async function askRoutes(app: House, room: Room): Promise<void> {
  app.post(
    '/v1/businesses/:business/asks',
    {
      schema: {
        tags,
        summary: 'Ask for access, with a reason; it goes to all who can give it',
        params: businessParam,
        body: askWanted,
        response: { 201: askSent },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(room.database, request)
      const asked = await askForAccess(room)(acting, request.body.wanted, request.body.reason, onceIn(request))
      return reply.code(201).send(asked)
    },
  )

  app.post(
    '/v1/businesses/:business/proposals/:proposal/grant',
    {
      schema: {
        tags,
        summary: 'Grant what a member asked for, or less of it',
        params: proposalParams,
        body: granting,
        response: { 200: answered },
      },
    },
    async request => {
      const acting = await actingFor(room.database, request)
      return grantAsk(room)(acting, request.params.proposal, request.body.less || null, request.body.reason || null)
    },
  )

  app.post(
    '/v1/businesses/:business/proposals/:proposal/refusal',
    {
      schema: {
        tags,
        summary: 'Decline what a member asked for',
        params: proposalParams,
        body: declining,
        response: { 200: answered },
      },
    },
    async request => {
      const acting = await actingFor(room.database, request)
      return declineAsk(room)(acting, request.params.proposal, request.body.reason || null)
    },
  )
}
