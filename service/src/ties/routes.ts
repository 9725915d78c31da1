import { string } from 'yup'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { assetParams } from '../assets/schemas.ts'
import { actingFor } from '../businesses/acting.ts'
import { resultOut } from '../proposals/schemas.ts'
import { tieAssets, untieAssets } from './arrangeTies.ts'

const tags = ['assets']
const params = assetParams.shape({ other: string().max(140).required() })
const path = '/v1/businesses/:business/assets/:asset/ties/:other'

/** Ties: which assets work together, so that a purpose given on one takes the other along. */
export async function tieRoutes(app: App, kit: Kit): Promise<void> {
  app.put(
    path,
    { schema: { tags, summary: 'Say that two assets work together', params, response: { 200: resultOut } } },
    async request => tieAssets(kit)(await actingFor(kit.database, request), request.params),
  )

  app.delete(
    path,
    { schema: { tags, summary: 'Untie two assets; what was given stays', params, response: { 200: resultOut } } },
    async request => untieAssets(kit)(await actingFor(kit.database, request), request.params),
  )
}
