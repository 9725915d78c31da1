import { standings, type Standing } from '@famiglia/core'
import { boolean, object, string } from 'yup'
import { severalLines } from '../base/typed-text.ts'
import { onceIn } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { saySentence } from '../sentences/saySentence.ts'
import { personParams } from '../people/schemas.ts'
import { resultOut } from '../proposals/schemas.ts'
import { liftStop, stopMember, type Stop } from './stopMember.ts'
import { setStanding } from './setStanding.ts'

const tags = ['people']
const standingWanted = object({
  standing: string()
    .oneOf([...standings])
    .required('say which standing'),
  note: string().trim().max(1000).meta(severalLines),
  sure: boolean()
    .default(false)
    .meta({ description: 'Whether what is asked about somebody new was read, and they are meant.' }),
}).noUnknown()
const standingOut = object({ result: string().required(), proposal: string().nullable().defined() })
const withReason = object({ reason: string().trim().max(500) }).noUnknown()

/** People's places in a business: standing, pause, freeze, leaving. */
export async function memberRoutes(app: App, kit: Kit): Promise<void> {
  app.put(
    '/v1/businesses/:business/people/:person/standing',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Give somebody a standing; somebody new is invited with it',
        params: personParams,
        body: standingWanted,
        response: { 200: standingOut },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      const { standing, note, sure } = request.body
      const said = { note: note ?? null, sure }
      return setStanding(kit)(acting, request.params.person, standing as Standing, said, onceIn(request))
    },
  )

  for (const how of ['pause', 'freeze'] as const satisfies readonly Stop[]) {
    app.put(
      `/v1/businesses/:business/people/:person/${how}`,
      {
        schema: {
          tags,
          summary: how === 'pause' ? 'Pause somebody; nothing is ended' : 'Freeze somebody at once; nothing is ended',
          params: personParams,
          body: withReason,
          response: { 200: resultOut },
        },
      },
      async request =>
        stopMember(kit, how)(
          await actingFor(kit.database, request),
          request.params.person,
          request.body.reason ?? null,
        ),
    )
    app.delete(
      `/v1/businesses/:business/people/:person/${how}`,
      {
        schema: {
          tags,
          summary: `Lift the ${how}: all is as it was`,
          params: personParams,
          response: { 200: resultOut },
        },
      },
      async request => liftStop(kit, how)(await actingFor(kit.database, request), request.params.person),
    )
  }

  app.post(
    '/v1/businesses/:business/leave',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Leave a business: all it gave you ends, what you have elsewhere stays',
        params: businessParam,
        response: { 200: resultOut },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      const said = await saySentence(kit)(
        acting,
        `end ${acting.live.address}`,
        { note: null, tellNote: false, standing: null, sure: true },
        onceIn(request),
      )
      if (said.outcome !== 'ended') throw new Problem('person.unknown', `You do not work for ${acting.name}.`)
      return { result: `You have left ${acting.name}.` }
    },
  )
}
