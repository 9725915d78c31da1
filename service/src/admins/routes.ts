import { mostAdmins } from '@famiglia/core'
import { array, boolean, number, object, string } from 'yup'
import { idText } from '../base/id-text.ts'
import type { Kit } from '../base/kit.ts'
import { requireSignIn } from '../base/session.ts'
import type { App } from '../base/validation.ts'
import { actingFor, requireStanding } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { resultOut } from '../proposals/schemas.ts'
import { instantOut } from '../sign-in/schemas.ts'
import { askToUndo, recentAdminChanges } from './askToUndo.ts'
import { setMostAdmins } from './mostAdmins.ts'
import { chooseApprovals } from './twoApprovals.ts'

const tags = ['people']
const reason = string().trim().min(1).max(500)
const adminChange = object({
  id: string().required(),
  business: object({ number: string().required(), name: string().required() }).required(),
  said: string().required().meta({ description: 'Who did what: `Ruben Achterberg made Bea Fontaine an admin`.' }),
  reason: string().required(),
  at: instantOut.required(),
  until: instantOut.required().meta({ description: 'Until when it can be asked to be undone.' }),
  proposal: string().nullable().defined().meta({ description: 'The request to undo it that waits for an answer.' }),
  canAsk: boolean().required(),
}).meta({ id: 'AdminChange' })
const adminChanges = object({ items: array(adminChange).required() })
const changeParam = object({ change: idText })
const changeParams = object({ business: string().max(40).required(), change: idText })
const because = object({ reason: reason.required('say why') }).noUnknown()
const asked = object({ result: string().required(), proposal: string().required() })
const approvals = object({ twoApprovals: boolean().required(), reason }).noUnknown()
const mostWanted = object({
  most: number().integer().min(mostAdmins.least).max(mostAdmins.most).required(),
}).noUnknown()
const approvalsOut = object({ result: string().required(), proposal: string().nullable().defined() })

/** What admins do to admins: seen for three days, undone by a second one; and whether it takes two. */
export async function adminRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    '/v1/businesses/:business/admin-changes',
    {
      schema: {
        tags,
        summary: 'What was done to admins within the last three days, and can be asked to be undone',
        params: businessParam,
        response: { 200: adminChanges },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      requireStanding(acting, 'arrange-people', 'Reading what was done to admins')
      return { items: await recentAdminChanges(kit, { business: acting.id }, acting.live.person) }
    },
  )

  app.post(
    '/v1/businesses/:business/admin-changes/:change/undoing',
    {
      schema: {
        tags,
        summary: 'Ask for it to be undone; a second admin decides',
        params: changeParams,
        body: because,
        response: { 200: asked },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      return askToUndo(kit)(acting.live, acting, request.params.change, request.body.reason)
    },
  )

  app.get(
    '/v1/me/admin-changes',
    {
      schema: {
        tags,
        summary: 'What was done to you as an admin within the last three days',
        response: { 200: adminChanges },
      },
    },
    async request => {
      const { person } = requireSignIn(request)
      return { items: await recentAdminChanges(kit, { person }, person) }
    },
  )

  app.post(
    '/v1/me/admin-changes/:change/undoing',
    {
      schema: {
        tags,
        summary: 'Ask for what was done to you to be undone; another admin decides',
        params: changeParam,
        body: because,
        response: { 200: asked },
      },
    },
    async request => askToUndo(kit)(requireSignIn(request), null, request.params.change, request.body.reason),
  )

  app.put(
    '/v1/businesses/:business/most-admins',
    {
      schema: {
        tags,
        summary: 'Set how many admins are few enough; with more it is told on their desks',
        params: businessParam,
        body: mostWanted,
        response: { 200: resultOut },
      },
    },
    async request => setMostAdmins(kit)(await actingFor(kit.database, request), request.body.most),
  )

  app.put(
    '/v1/businesses/:business/approvals',
    {
      schema: {
        tags,
        summary: 'Choose whether it takes two admins for what is strongest',
        params: businessParam,
        body: approvals,
        response: { 200: approvalsOut },
      },
    },
    async request => {
      const { twoApprovals, reason: why } = request.body
      return chooseApprovals(kit)(await actingFor(kit.database, request), twoApprovals, why ?? null)
    },
  )
}
