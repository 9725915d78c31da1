import { object, string } from 'yup'
import { severalLines } from '../base/typed-text.ts'
import { onceIn } from '../base/once.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam, opened } from '../businesses/schemas.ts'
import { offerChair } from './offerChair.ts'
import { openInTrust } from './openInTrust.ts'

const tags = ['partners']
const trustWanted = object({
  name: string().trim().min(2).max(80).required('the business needs a name'),
  town: string().trim().min(1).max(80).required('the business needs a town'),
  zone: string().max(60).required(),
}).noUnknown()
const chairWanted = object({
  address: string().trim().max(254).required('the client’s e-mail address is needed'),
  note: string().trim().max(1000).meta(severalLines),
}).noUnknown()
const chairOffered = object({ result: string().required(), proposal: string().required() })

/** Businesses that one holds in trust for a client. */
export async function trustRoutes(app: App, kit: Kit): Promise<void> {
  app.post(
    '/v1/businesses/:business/in-trust',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Open a business for a client who has no account yet, and run it until they take it over',
        params: businessParam,
        body: trustWanted,
        response: { 201: opened },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      return reply.code(201).send(await openInTrust(kit)(acting, request.body, onceIn(request)))
    },
  )

  app.post(
    '/v1/businesses/:business/chair',
    {
      schema: {
        tags,
        summary: 'Invite the client to take over a business that is held in trust',
        params: businessParam,
        body: chairWanted,
        response: { 200: chairOffered },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      return offerChair(kit)(acting, request.body.address, request.body.note ?? null)
    },
  )
}
