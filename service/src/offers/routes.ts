import { levelOf } from '@famiglia/core'
import { array, boolean, object, string } from 'yup'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import type { House } from '../base/validation.ts'
import { declineAsk, grantAsk, sayAsked } from '../asking/answerAsk.ts'
import { declineBusinessAsk, grantBusinessAsk } from '../asking/answerBusinessAsk.ts'
import { readBusinessAsk } from '../asking/readBusinessAsk.ts'
import { actingFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { assetInWords } from '../grants/schemas.ts'
import { tellAsset } from '../grants/tellLevel.ts'
import { gatherProposal } from '../proposals/describe.ts'
import { proposals } from '../proposals/records.ts'
import { proposalParams } from '../proposals/schemas.ts'
import { instantOut } from '../sign-in/schemas.ts'
import { acceptOffer, declineOffer } from './answerOffer.ts'

const tags = ['proposals']

const acceptance = object({
  less: string()
    .trim()
    .max(1500)
    .meta({ description: 'What is accepted or granted instead: `watch on …`. Never more than was proposed.' }),
  reason: string().trim().max(500),
}).noUnknown()
const refusal = object({ reason: string().trim().max(500) }).noUnknown()
const answered = object({ result: string().required(), less: string().nullable().defined() })
const askedThings = object({
  things: array(
    object({
      text: string().required(),
      name: string().nullable().defined(),
      state: string().oneOf(['here', 'missing', 'to offer']).required(),
      remedy: string().nullable().defined(),
      must: boolean().required(),
    }),
  ).required(),
  grantable: array(
    assetInWords.shape({
      text: string().required(),
      said: string().required().meta({ description: 'As `less` would say it.' }),
      until: instantOut.nullable().defined(),
    }),
  ).required(),
}).meta({ id: 'AskedThings' })

type Answer = { result: string; less: string | null }
interface Ways {
  accept(acting: Acting, id: string, less: string | null, reason: string | null): Promise<Answer>
  refuse(acting: Acting, id: string, reason: string | null): Promise<Answer>
}

/** Answering what was proposed to a business: what a member or another business asks for, and what another offers. */
export async function answerRoutes(app: House, room: Room): Promise<void> {
  const waysOf = {
    'own ask': { accept: grantAsk(room), refuse: declineAsk(room) },
    ask: { accept: grantBusinessAsk(room), refuse: declineBusinessAsk(room) },
    offer: { accept: acceptOffer(room), refuse: declineOffer(room) },
  } satisfies Record<string, Ways>

  app.post(
    '/v1/businesses/:business/proposals/:proposal/acceptance',
    {
      schema: {
        tags,
        summary: 'Grant what is asked of the business, or accept what is offered to it; or less of it',
        params: proposalParams,
        body: acceptance,
        response: { 200: answered },
      },
    },
    async request => {
      const acting = await actingFor(room.database, request)
      const { less, reason } = request.body
      const { proposal } = request.params
      return (await waysFor(acting, proposal)).accept(acting, proposal, less || null, reason || null)
    },
  )

  app.post(
    '/v1/businesses/:business/proposals/:proposal/refusal',
    {
      schema: {
        tags,
        summary: 'Decline what is asked of the business or offered to it',
        params: proposalParams,
        body: refusal,
        response: { 200: answered },
      },
    },
    async request => {
      const acting = await actingFor(room.database, request)
      const { proposal } = request.params
      return (await waysFor(acting, proposal)).refuse(acting, proposal, request.body.reason || null)
    },
  )

  app.get(
    '/v1/businesses/:business/proposals/:proposal/things',
    {
      schema: {
        tags,
        summary: 'What another business asks for, as it is found here: what is there, and what has to be brought in',
        params: proposalParams,
        response: { 200: askedThings },
      },
    },
    async request => {
      const acting = await actingFor(room.database, request)
      const { proposal: id } = request.params
      const manager = room.database.manager
      const found = await manager.findOneBy(proposals, { id, toBusinessId: acting.id, kind: 'ask' })
      if (!found) throw new Problem('proposal.unknown', `No business asked ${acting.name} for that.`)
      requireStanding(acting, 'deal-with-partners', 'Reading what another business asks')
      const { things, items } = await readBusinessAsk(room, manager, acting, await gatherProposal(manager, found))
      return {
        things: [...things],
        grantable: items.flatMap(({ item, target }) =>
          target.assets.map(asset => ({
            ...tellAsset(asset, item, levelOf(asset.kind, item), acting.name),
            text: target.text,
            said: sayAsked(item, target.text, null, acting.zone),
            until: item.until?.toString() ?? null,
          })),
        ) as never,
      }
    },
  )

  /** How a proposal is answered; one that is nobody's to answer here is told so by the way for members' asks. */
  async function waysFor(acting: Acting, id: string): Promise<Ways> {
    const received = await room.database.manager.findOneBy(proposals, { id, toBusinessId: acting.id })
    if (!received) return waysOf['own ask']
    return received.kind === 'offer' ? waysOf.offer : waysOf.ask
  }
}
