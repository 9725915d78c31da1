import { nobodySignedIn } from '../base/openapi.ts'
import { networkOf } from '../base/network.ts'
import { onceIn } from '../base/once.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { passwords } from '../sign-in/password.ts'
import { actingFor } from './acting.ts'
import { requireSignIn } from '../base/session.ts'
import { letIn } from '../sign-in/letIn.ts'
import { openAnother, openOwn } from './openAnother.ts'
import { askToOpen, open } from './openBusiness.ts'
import { resultOut } from '../proposals/schemas.ts'
import { setProfile, type ProfileWanted } from './profile.ts'
import { businesses } from './records.ts'
import { adminsOf } from './queries.ts'
import {
  anotherWanted,
  ownWanted,
  businessOut,
  businessParam,
  opened,
  openedByLink,
  openingAsked,
  openingLink,
  openingWanted,
  profileWanted,
} from './schemas.ts'

const tags = ['businesses']
const slowly = { config: { mostAMinute: 30 } }

/** Opening a business, and what it is. */
export async function businessRoutes(app: App, kit: Kit): Promise<void> {
  const findBusiness = (id: string) => kit.database.manager.findOneBy(businesses, { id })
  const words = passwords(kit.config.FAMIGLIA_PASSWORD_MEMORY_KIB)

  app.post(
    '/v1/openings',
    {
      ...slowly,
      config: { once: true },
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'Ask to open a business: a letter with a link goes to the address',
        body: openingWanted,
        response: { 202: openingAsked },
      },
    },
    async (request, reply) => {
      return reply.code(202).send(await askToOpen(kit)(request.body, networkOf(request.ip), onceIn(request)))
    },
  )

  app.post(
    '/v1/openings/confirmation',
    {
      ...slowly,
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'Open the business with the link from the letter and a password of one’s own; it signs in',
        body: openingLink,
        response: { 200: openedByLink },
      },
    },
    async (request, reply) => {
      const { secret, ...business } = await open(kit, words)(request.body.link, request.body.password)
      if (secret) await letIn(kit, request, reply, secret)
      return { ...business, signedIn: secret !== null }
    },
  )

  app.post(
    '/v1/me/businesses',
    {
      ...slowly,
      config: { once: true },
      schema: {
        tags,
        summary: 'Open one more business, and be its admin',
        body: anotherWanted,
        response: { 201: opened },
      },
    },
    async (request, reply) =>
      reply.code(201).send(await openAnother(kit)(requireSignIn(request), request.body, onceIn(request))),
  )

  app.put(
    '/v1/me/own-business',
    {
      ...slowly,
      schema: {
        tags,
        summary: 'The business of your own, for what is yours alone; opened under your name if you have none yet',
        body: ownWanted,
        response: { 200: opened },
      },
    },
    async request => openOwn(kit)(requireSignIn(request), request.body),
  )

  app.put(
    '/v1/businesses/:business/profile',
    {
      schema: {
        tags,
        summary: 'Say what the business is to those it works for, and whom they write to',
        params: businessParam,
        body: profileWanted,
        response: { 200: resultOut },
      },
    },
    async request => setProfile(kit)(await actingFor(kit.database, request), request.body as ProfileWanted),
  )

  app.get(
    '/v1/businesses/:business',
    { schema: { tags, summary: 'A business you work for', params: businessParam, response: { 200: businessOut } } },
    async request => {
      const acting = await actingFor(kit.database, request)
      const business = await kit.database.manager.findOneByOrFail(businesses, { id: acting.id })
      return {
        ...business,
        openedAt: business.openedAt.toString(),
        standing: acting.standing,
        trustee: business.trusteeId ? ((await findBusiness(business.trusteeId))?.name ?? null) : null,
        admins: await adminsOf(kit.database.manager, acting.id),
      }
    },
  )
}
