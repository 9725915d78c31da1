import { nobodySignedIn, textOf } from '../base/openapi.ts'
import { nextLink, pageQuery } from '../base/page.ts'
import type { Kit } from '../base/kit.ts'
import { onceIn } from '../base/once.ts'
import { resultOut } from '../proposals/schemas.ts'
import { inviteBusiness } from './inviteBusiness.ts'
import type { App } from '../base/validation.ts'
import { object } from 'yup'
import { actingFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { readinessOut } from '../purposes/schemas.ts'
import { done } from '../sign-in/schemas.ts'
import { asVCard, findOwnCard, getCard, publishCard, takeCardBack, type Card } from './card.ts'
import { getPartner } from '../reach/findPartner.ts'
import { lookUp } from './lookUp.ts'
import { partnersPeople } from '../reach/partnersPeople.ts'
import { readinessAtPartner, readinessOfPartner } from '../readiness/readinessBetween.ts'
import { readPartner } from './readPartner.ts'
import { readPartners } from './readPartners.ts'
import * as schemas from './schemas.ts'
import { heldByBusiness } from '../reach/sharedAssets.ts'
import { freezePartner, freezePartnersPerson } from './stopPartner.ts'
import { takeOffersAtOnce } from './takeOffersAtOnce.ts'

const tags = ['partners']
const slowly = { config: { mostAMinute: 60 } }

/** Other businesses: found by number, what there is between the two, and their calling cards. */
export async function partnerRoutes(app: App, kit: Kit): Promise<void> {
  const manager = kit.database.manager

  app.post(
    '/v1/businesses/:business/look-ups',
    {
      schema: {
        tags,
        summary: 'Find a business by its number, before anything is sent to it; limited, and leaves a trace',
        params: businessParam,
        body: schemas.lookUpWanted,
        response: { 200: schemas.foundBusiness },
      },
    },
    async request => lookUp(kit)(await actingFor(kit.database, request), request.body.number) as never,
  )

  app.post(
    '/v1/businesses/:business/business-invitations',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Invite somebody at another firm to open its business, by a letter; nothing is given by it',
        params: businessParam,
        body: schemas.businessInvited,
        response: { 202: resultOut },
      },
    },
    async (request, reply) => {
      const { address, note } = request.body
      const acting = await actingFor(kit.database, request)
      return reply.code(202).send(await inviteBusiness(kit)(acting, address, note || null, onceIn(request)))
    },
  )

  app.get(
    '/v1/businesses/:business/partners',
    {
      schema: {
        tags,
        summary: 'The businesses one gives to, gets from, asks or is asked by',
        params: businessParam,
        querystring: object(pageQuery),
        response: { 200: schemas.partnerPage },
      },
    },
    async (request, reply) => {
      const acting = dealing(await actingFor(kit.database, request))
      const page = await readPartners(kit, acting, request.query.limit, request.query.after)
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )

  app.get(
    '/v1/businesses/:business/partners/:partner',
    {
      schema: {
        tags,
        summary: 'A partner: what was given either way, what for, and who dealt with it',
        params: schemas.partnerParams,
        response: { 200: schemas.partnerOut },
      },
    },
    async request => {
      const { acting, partner } = await dealingWith(request)
      return readPartner(kit, acting, partner) as never
    },
  )

  app.get(
    '/v1/businesses/:business/partners/:partner/people',
    {
      schema: {
        tags,
        summary: 'A partner’s people who reach one’s assets: name, address, level, since when, last used',
        params: schemas.partnerParams,
        querystring: object(pageQuery),
        response: { 200: schemas.partnersPeopleOut },
      },
    },
    async (request, reply) => {
      const { acting, partner } = await dealingWith(request)
      const page = await partnersPeople(kit, acting, partner, Math.min(request.query.limit, 50), request.query.after)
      void reply.headers(nextLink(request.url, page.next))
      return page as never
    },
  )

  app.get(
    '/v1/businesses/:business/partners/:partner/readiness',
    {
      schema: {
        tags,
        summary: 'Whether what goes between two businesses is enough for a purpose, and what mends it',
        params: schemas.partnerParams,
        querystring: schemas.betweenQuery,
        response: { 200: readinessOut },
      },
    },
    async request => {
      const { acting, partner } = await dealingWith(request)
      const { purpose, side } = request.query
      const ready = side === 'gave' ? readinessOfPartner : readinessAtPartner
      return ready(kit, acting, partner, purpose) as never
    },
  )

  for (const [method, frozen] of [
    ['put', true],
    ['delete', false],
  ] as const) {
    app[method](
      '/v1/businesses/:business/partners/:partner/freeze',
      {
        schema: {
          tags,
          summary: frozen ? 'Stop all that goes between two businesses, ending nothing' : 'Lift one’s own freeze',
          params: schemas.partnerParams,
          response: { 200: schemas.stopped },
        },
      },
      async request => {
        const { acting, partner } = await dealingWith(request)
        return freezePartner(kit)(acting, partner, frozen)
      },
    )

    app[method](
      '/v1/businesses/:business/partners/:partner/people/:person/freeze',
      {
        schema: {
          tags,
          summary: frozen ? 'Stop one of a partner’s people on all one’s assets' : 'Let them go on',
          params: schemas.partnersPersonParams,
          response: { 200: schemas.stopped },
        },
      },
      async request => {
        const { acting, partner } = await dealingWith(request)
        return freezePartnersPerson(kit)(acting, partner, request.params.person, frozen)
      },
    )
  }

  app.get(
    '/v1/businesses/:business/held',
    {
      schema: {
        tags,
        summary: 'What the business holds from others, with the ceiling for its people on each',
        params: businessParam,
        querystring: object(pageQuery),
        response: { 200: schemas.heldOut },
      },
    },
    async (request, reply) => {
      const acting = dealing(await actingFor(kit.database, request))
      const page = await heldByBusiness(kit, acting.id, request.query.limit, request.query.after)
      void reply.headers(nextLink(request.url, page.next))
      return page as never
    },
  )

  app.put(
    '/v1/businesses/:business/offers-at-once',
    {
      schema: {
        tags,
        summary: 'Choose whether what partners offer takes effect without approval',
        params: businessParam,
        body: schemas.settingsWanted,
        response: { 200: done },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      await takeOffersAtOnce(kit)(acting, request.body.offersAtOnce)
      return { done: true as const }
    },
  )

  app.get(
    '/v1/businesses/:business/card',
    {
      schema: {
        tags,
        summary: 'The own calling card',
        params: businessParam,
        response: { 200: schemas.ownCardOut },
      },
    },
    async request => {
      const card = await findOwnCard(manager, await actingFor(kit.database, request))
      return { card: card ? withUrl(card) : null } as never
    },
  )

  app.put(
    '/v1/businesses/:business/card',
    {
      schema: {
        tags,
        summary: 'Publish a calling card: the number, and the purposes that clients are asked for',
        params: businessParam,
        body: schemas.cardWanted,
        response: { 200: schemas.cardOut },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      await publishCard(kit)(acting, request.body)
      return withUrl((await findOwnCard(manager, acting))!) as never
    },
  )

  app.delete(
    '/v1/businesses/:business/card',
    {
      schema: {
        tags,
        summary: 'Take the calling card back: its link leads nowhere then',
        params: businessParam,
        response: { 200: done },
      },
    },
    async request => {
      await takeCardBack(kit)(await actingFor(kit.database, request))
      return { done: true as const }
    },
  )

  app.get(
    '/v1/cards/:number',
    {
      ...slowly,
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'A published calling card',
        params: schemas.cardParam,
        response: { 200: schemas.cardOut },
      },
    },
    async request => withUrl(await getCard(manager, request.params.number)) as never,
  )

  app.get(
    '/v1/cards/:number/vcard',
    {
      ...slowly,
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'The same as a vCard 4.0 (RFC 6350)',
        params: schemas.cardParam,
        response: { 200: textOf('text/vcard') },
      },
    },
    async (request, reply) => {
      const card = withUrl(await getCard(manager, request.params.number))
      return reply
        .type('text/vcard; charset=utf-8')
        .header('content-disposition', `attachment; filename="${card.number}.vcf"`)
        .send(asVCard(card, card.url))
    },
  )

  async function dealingWith(request: Parameters<typeof actingFor>[1] & { params: { partner: string } }) {
    const acting = dealing(await actingFor(kit.database, request))
    return { acting, partner: await getPartner(manager, acting, request.params.partner) }
  }

  function withUrl(card: Card): Card & { url: string } {
    return { ...card, url: `${kit.publicUrl()}/card/${card.number}` }
  }
}

function dealing(acting: Acting): Acting {
  requireStanding(acting, 'deal-with-partners', 'Dealing with other businesses')
  return acting
}
