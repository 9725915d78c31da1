import { understudyDays } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { onceIn } from '../base/once.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { resultOut } from '../proposals/schemas.ts'
import { nameUnderstudy, stopBeingUnderstudy } from './name.ts'
import { readUnderstudy } from './readUnderstudy.ts'
import { ending, named, naming, steppingInWanted, understudyOut } from './schemas.ts'
import { sayNo, stepIn } from './stepIn.ts'

const tags = ['people']

/** Somebody who can become an admin where no admin is left to act: named, stepping in, stopped by one no. */
export async function understudyRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    '/v1/businesses/:business/understudy',
    {
      schema: {
        tags,
        summary: 'Who is the understudy, who was asked, and whether they step in',
        params: businessParam,
        response: { 200: understudyOut },
      },
    },
    async request => readUnderstudy(kit, await actingFor(kit.database, request)),
  )

  app.post(
    '/v1/businesses/:business/understudy',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Ask a member to be the understudy',
        params: businessParam,
        body: naming,
        response: { 201: named },
      },
    },
    async (request, reply) => {
      const { who, days, note } = request.body
      const wanted = { who, days: days ?? understudyDays.usual, note: note ?? null }
      const acting = await actingFor(kit.database, request)
      return reply.code(201).send(await nameUnderstudy(kit)(acting, wanted, onceIn(request)))
    },
  )

  app.post(
    '/v1/businesses/:business/understudy/ending',
    {
      schema: {
        tags,
        summary: 'End the understudy: by an admin, or by themself',
        params: businessParam,
        body: ending,
        response: { 200: resultOut },
      },
    },
    async request => stopBeingUnderstudy(kit)(await actingFor(kit.database, request), request.body.reason ?? null),
  )

  app.post(
    '/v1/businesses/:business/understudy/stepping-in',
    {
      schema: {
        tags,
        summary: 'Step in, as the understudy: an admin after days without a no',
        params: businessParam,
        body: steppingInWanted,
        response: { 200: resultOut },
      },
    },
    async request => stepIn(kit)(await actingFor(kit.database, request), request.body.reason),
  )

  app.post(
    '/v1/businesses/:business/understudy/no',
    {
      schema: {
        tags,
        summary: 'Say no to an understudy who steps in: by an admin or somebody in finance; or take it back',
        params: businessParam,
        body: ending,
        response: { 200: resultOut },
      },
    },
    async request => sayNo(kit)(await actingFor(kit.database, request), request.body.reason ?? null),
  )
}
