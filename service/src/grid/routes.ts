import { accessFilters, allHeldAs, kinds, type AccessFilter } from '@famiglia/core'
import { array, boolean, number, object, string } from 'yup'
import { nextLink, pageQuery } from '../base/page.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { actingFor, requireStanding } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { instantOut } from '../sign-in/schemas.ts'
import { gridCounts, readGrid } from './readGrid.ts'

const gridQuery = object({
  ...pageQuery,
  show: string()
    .oneOf([...accessFilters])
    .meta({ description: 'Only rows of which this is so.' }),
  find: string().trim().max(80),
})
const gridOut = object({
  assets: array(
    object({
      number: string().required(),
      kind: string().required(),
      noun: string().required(),
      text: string().required(),
      name: string().required(),
      inside: boolean().required().meta({ description: 'Whether another asset holds it.' }),
      frozen: boolean().required(),
      owner: string()
        .nullable()
        .defined()
        .meta({ description: 'Who owns it, by name, where it is held from another business.' }),
    }),
  ).required(),
  rows: array(
    object({
      kind: string().oneOf(['person', 'team', 'partner', 'outsider', 'invited']).required(),
      key: string().required(),
      of: string()
        .nullable()
        .defined()
        .meta({ description: 'The business that one of a partner’s people works for, by number.' }),
      name: string().required(),
      text: string().required(),
      note: string().nullable().defined(),
      standing: string().nullable().defined(),
      secondProof: boolean().required(),
      outside: boolean().required(),
      everything: boolean().required(),
      cells: array(
        object({
          column: number().integer().required(),
          tier: string().nullable().defined(),
          named: array(string().required()).required(),
          level: string().required(),
          how: string().oneOf(allHeldAs).required(),
          hidden: array(string().required()).required(),
          until: instantOut.nullable().defined(),
          marks: array(string().required()).required().meta({ description: 'The filters that this cell is about.' }),
        }),
      ).required(),
      marks: array(string().required()).required(),
    }),
  ).required(),
  next: string().nullable().defined(),
}).meta({ id: 'Grid' })

const countsOut = object({
  items: array(
    object({
      show: string().nullable().defined().meta({ description: 'The filter; null for everybody.' }),
      people: number().integer().required(),
      outside: number().integer().required().meta({ description: 'How many of them are from outside.' }),
    }),
  ).required(),
})

/** Who reaches what, as a grid. */
export async function gridRoutes(app: App, kit: Kit): Promise<void> {
  const counts = gridCounts(kit)

  app.get(
    '/v1/businesses/:business/grid',
    {
      schema: {
        tags: ['access'],
        summary: 'Who reaches what: people, teams, partners, their people and invited ones down, assets across',
        params: businessParam,
        querystring: gridQuery,
        response: { 200: gridOut },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      requireStanding(acting, 'arrange-people', 'Seeing who reaches what')
      const { limit, after, show, find } = request.query
      const { columns, rows, next } = await readGrid(kit, acting, {
        limit,
        after,
        filter: (show as AccessFilter | undefined) ?? null,
        find: find || null,
      })
      void reply.headers(nextLink(request.url, next))
      const assets = columns.assets.map(({ number: place, kind, handle, name, inside, frozen, owner }) => ({
        number: place,
        kind,
        noun: kinds[kind].noun,
        text: owner.id === acting.id ? `${kind}/${handle}` : place,
        name,
        inside: inside !== null,
        frozen,
        owner: owner.id === acting.id ? null : owner.name,
      }))
      return { assets, rows, next }
    },
  )

  app.get(
    '/v1/businesses/:business/grid/counts',
    {
      schema: {
        tags: ['access'],
        summary: 'How many people each filter of the grid finds',
        params: businessParam,
        response: { 200: countsOut },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      requireStanding(acting, 'arrange-people', 'Seeing who reaches what')
      return { items: await counts(acting) }
    },
  )
}
