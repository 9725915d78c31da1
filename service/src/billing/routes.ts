import { onceIn } from '../base/once.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { readWhat } from '../assets/findAsset.ts'
import { actingFor, changeFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { callOffFor } from './arrange.ts'
import { getAccount } from './named.ts'
import { previewBilling } from './previewBilling.ts'
import { readPaying } from './readPaying.ts'
import { sayBilling } from './sayBilling.ts'
import {
  accountParams,
  accountPaying,
  billingDone,
  billingPreview,
  billingPreviewed,
  billingSaid,
  calledOff,
} from './schemas.ts'

const tags = ['money']

/** Who pays for an ad account, and with what. */
export async function billingRoutes(app: App, kit: Kit): Promise<void> {
  app.post(
    '/v1/businesses/:business/billing/preview',
    {
      schema: {
        tags,
        summary: 'What “billing …” would do; nothing is sent or changed',
        params: businessParam,
        body: billingPreviewed,
        response: { 200: billingPreview },
      },
    },
    async request => previewBilling(kit)(await actingFor(kit.database, request), request.body.sentence),
  )

  app.post(
    '/v1/businesses/:business/billing',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Have somebody else pay for an ad account, or pay with something else',
        params: businessParam,
        body: billingSaid,
        response: { 200: billingDone },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      const { sentence, note } = request.body
      return sayBilling(kit)(acting, sentence, note || null, onceIn(request))
    },
  )

  app.get(
    '/v1/businesses/:business/assets/:asset/billing',
    {
      schema: {
        tags,
        summary: 'Who pays for an ad account now, and what is agreed for a day to come',
        params: accountParams,
        response: { 200: accountPaying },
      },
    },
    async request => readPaying(kit, await actingFor(kit.database, request), request.params.asset),
  )

  app.delete(
    '/v1/businesses/:business/assets/:asset/billing/planned',
    {
      schema: {
        tags,
        summary: 'Call off a change of who pays that is still to come: who pays goes on paying',
        params: accountParams,
        response: { 200: calledOff },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      const what = readWhat(request.params.asset)
      return changeFor(kit, acting, async change => ({
        result: await callOffFor(change, acting, await getAccount(kit, change.manager, acting, what)),
      }))
    },
  )
}
