import { array, number, object, string } from 'yup'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { search, whats } from './search.ts'

const searched = object({
  items: array(
    object({
      what: string()
        .oneOf([...whats])
        .required(),
      at: string().required().meta({ description: 'By what it is named: an id, a number, a handle, or its name.' }),
      name: string().required(),
      detail: string().required(),
    }),
  ).required(),
  elsewhere: array(
    object({ number: string().required(), name: string().required(), count: number().integer().required() }),
  )
    .required()
    .meta({ description: 'Where nothing was found: those of your other businesses that have something of that name.' }),
  advice: string().nullable().defined().meta({ description: 'What is wrong with a number that was typed.' }),
}).meta({ id: 'Searched' })

/** Everything by every name. */
export async function searchRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    '/v1/businesses/:business/search',
    {
      schema: {
        tags: ['people'],
        summary: 'What is called so, of what you may see there: six of each sort at most, the nearest first',
        params: businessParam,
        querystring: object({ find: string().trim().max(80).required('say what to find') }),
        response: { 200: searched },
      },
    },
    async request => search(kit, await actingFor(kit.database, request), request.query.find),
  )
}
