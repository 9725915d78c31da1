import { boolean, mixed, number, object, string } from 'yup'
import { nextLink, pageQuery, cutPage, readCursor, pageOf } from '../base/page.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { ownersOf } from './ownersOf.ts'
import { actingFor, requireStanding } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { getPartner } from '../reach/findPartner.ts'
import { getMember } from '../businesses/getMember.ts'
import { instantOut } from '../sign-in/schemas.ts'
import { readHistory } from './records.ts'
import { verifyHistory } from './verify.ts'

const tags = ['history']

const historyQuery = object({
  ...pageQuery,
  asset: string().max(140),
  person: string().max(254),
  partner: string().max(60),
})
const historyEntry = object({
  number: number().integer().required(),
  of: string()
    .nullable()
    .defined()
    .meta({ description: 'The earlier owner of the asset in whose history it stands; null for your own.' }),
  at: instantOut.required(),
  by: string().nullable().defined(),
  provenBy: string().nullable().defined(),
  what: string().required(),
  sentence: string().required(),
  data: mixed().required(),
  before: string().nullable().defined(),
  hash: string().required(),
}).meta({ id: 'HistoryEntry' })
const verification = object({
  whole: boolean().required(),
  entries: number().integer().required(),
  lastHash: string().nullable().defined(),
  broken: object({ number: number().integer().required(), reason: string().required() }).nullable().defined(),
}).meta({ id: 'Verification' })

/** The history of a business: read, filtered, proven. */
export async function historyRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    '/v1/businesses/:business/history',
    {
      schema: {
        tags,
        summary: 'What happened, newest first',
        params: businessParam,
        querystring: historyQuery,
        response: { 200: pageOf(historyEntry) },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      requireStanding(acting, 'see-history', 'Reading the history')
      const { limit, after, asset, person, partner } = request.query
      const told = asset ? await ownersOf(kit.database.manager, acting, asset) : null
      const filter = {
        asset: told?.asset,
        person: person ? (await getMember(kit.database.manager, acting, person)).id : undefined,
        partner: partner ? (await getPartner(kit.database.manager, acting, partner)).number : undefined,
      }
      const rows = await readHistory(
        kit.database,
        told?.chains ?? [{ chain: acting.id, until: null }],
        filter,
        { at: Number(readCursor(after)?.[0] ?? 0), before: Number(readCursor(after)?.[1] ?? 0) || null },
        limit,
      )
      const page = cutPage(rows, limit, row => [row.place, row.number])
      void reply.headers(nextLink(request.url, page.next))
      const items = page.items.map(({ number: counted, place, entry, hash, before }) => ({
        number: counted,
        of: told?.names[place] ?? null,
        at: entry.at,
        by: entry.person?.name ?? null,
        provenBy: entry.provenBy,
        what: entry.what,
        sentence: entry.sentence,
        data: entry.data,
        before,
        hash,
      }))
      return { items, next: page.next }
    },
  )

  app.get(
    '/v1/businesses/:business/history/verification',
    {
      schema: {
        tags,
        summary: 'Read the whole chain and prove that nothing in it is missing or changed',
        params: businessParam,
        response: { 200: verification },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      requireStanding(acting, 'see-history', 'Reading the history')
      return verifyHistory(kit.database, acting.id)
    },
  )
}
