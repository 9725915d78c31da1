import { nobodySignedIn } from '../base/openapi.ts'
import type { Tier } from '@famiglia/core'
import { nextLink } from '../base/page.ts'
import type { Kit } from '../base/kit.ts'
import { requireSignIn } from '../base/session.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { passwords } from '../sign-in/password.ts'
import { letIn } from '../sign-in/letIn.ts'
import { done } from '../sign-in/schemas.ts'
import { accept, acceptByLink } from '../invitations/acceptInvitation.ts'
import { tellAsk } from '../asks/tellAsk.ts'
import { decline, declineByLink } from '../invitations/declineInvitation.ts'
import { readInvitation } from '../invitations/readInvitation.ts'
import { askForAnswer, proposalKinds } from '../proposal-kinds.ts'
import { acceptProposal, declineProposal } from './answer.ts'
import { askToMove, decideMove, passOn } from '../invitations/moveInvitation.ts'
import { remind, withdraw } from './life.ts'
import { listProposals, proposalsToPerson, sentToPerson } from './listProposals.ts'
import { readProposal, readProposalOf } from './readProposal.ts'
import {
  accepted,
  answered,
  answerGiven,
  askedThings,
  moveDecision,
  movingAsked,
  movingWanted,
  passedOnLink,
  resultOut,
  withdrawn,
  acceptance,
  invitationRead,
  linkGiven,
  ownAcceptance,
  ownProposalParam,
  ownRefusal,
  proposalOut,
  proposalPage,
  proposalParams,
  proposalsQuery,
  refusal,
  sentAgain,
} from './schemas.ts'

const tags = ['proposals']
const slowly = { config: { mostAMinute: 60 } }

/** What waits for somebody's yes: sent, received, answered. */
export async function proposalRoutes(app: App, kit: Kit): Promise<void> {
  const words = passwords(kit.config.FAMIGLIA_PASSWORD_MEMORY_KIB)

  app.get(
    '/v1/businesses/:business/proposals',
    {
      schema: {
        tags,
        summary: 'What the business sent, or what other businesses sent it, and what became of it',
        params: businessParam,
        querystring: proposalsQuery,
        response: { 200: proposalPage },
      },
    },
    async (request, reply) => {
      const page = await listProposals(kit, proposalKinds, await actingFor(kit.database, request), request.query)
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )

  app.post(
    '/v1/businesses/:business/proposals/:proposal/withdrawal',
    {
      schema: {
        tags,
        summary: 'Take a proposal back before it is answered',
        params: proposalParams,
        response: { 200: withdrawn },
      },
    },
    async request => withdraw(kit, proposalKinds)(await actingFor(kit.database, request), request.params.proposal),
  )

  app.post(
    '/v1/businesses/:business/proposals/:proposal/reminder',
    {
      schema: {
        tags,
        summary: 'Send a proposal again, with a new link; its time begins anew',
        params: proposalParams,
        response: { 200: sentAgain },
      },
    },
    async request => remind(kit, proposalKinds)(await actingFor(kit.database, request), request.params.proposal),
  )

  app.get(
    '/v1/businesses/:business/proposals/:proposal',
    {
      schema: {
        tags,
        summary: 'One proposal that the business sent or received, or that a member asks of it',
        params: proposalParams,
        response: { 200: proposalOut },
      },
    },
    async request =>
      readProposalOf(kit, proposalKinds, await actingFor(kit.database, request), request.params.proposal),
  )

  app.post(
    '/v1/businesses/:business/proposals/:proposal/pass-on',
    {
      schema: {
        tags,
        summary: 'The link of an invitation, to pass on by other means where the letter was lost',
        params: proposalParams,
        response: { 200: passedOnLink },
      },
    },
    async request => passOn(kit, proposalKinds)(await actingFor(kit.database, request), request.params.proposal),
  )

  app.post(
    '/v1/businesses/:business/proposals/:proposal/move',
    {
      schema: {
        tags,
        summary: 'Let an invitation go to the other address that was asked for, or not',
        params: proposalParams,
        body: moveDecision,
        response: { 200: resultOut },
      },
    },
    async request =>
      decideMove(kit, proposalKinds)(
        await actingFor(kit.database, request),
        request.params.proposal,
        request.body.confirmed,
      ),
  )

  app.post(
    '/v1/invitations/moving',
    {
      ...slowly,
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'Ask for an invitation to come to an address of one’s own; the inviter confirms another one',
        body: movingWanted,
        response: { 200: movingAsked },
      },
    },
    async request => askToMove(kit, proposalKinds)(request.body.link, request.body.address),
  )

  app.post(
    '/v1/invitations/reading',
    {
      ...slowly,
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'Read the invitation that a link from a letter leads to',
        body: linkGiven,
        response: { 200: invitationRead },
      },
    },
    async request => readInvitation(kit, proposalKinds, request.body.link, request.live),
  )

  app.post(
    '/v1/invitations/acceptance',
    {
      ...slowly,
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'Accept an invitation with its link, making a sign-in where there is none',
        body: acceptance,
        response: { 200: accepted },
      },
    },
    async (request, reply) => {
      const outcome = await acceptByLink(kit, proposalKinds, words)(
        request.body.link,
        request.live,
        request.body.signIn ?? null,
        (request.body.keeping as Tier | undefined) ?? null,
      )
      if (outcome.secret) await letIn(kit, request, reply, outcome.secret)
      return outcome
    },
  )

  app.post(
    '/v1/invitations/refusal',
    {
      ...slowly,
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'Decline an invitation with its link',
        body: refusal,
        response: { 200: done },
      },
    },
    async request => {
      await declineByLink(kit, proposalKinds)(request.body.link, request.live, request.body.reason ?? null)
      return { done: true as const }
    },
  )

  app.get(
    '/v1/me/proposals',
    { schema: { tags, summary: 'What waits for your own answer', response: { 200: proposalPage } } },
    async request => ({ items: await proposalsToPerson(kit, proposalKinds, requireSignIn(request)), next: null }),
  )

  app.post(
    '/v1/me/proposals/:proposal/acceptance',
    {
      schema: {
        tags,
        summary: 'Accept what was sent to you',
        params: ownProposalParam,
        body: ownAcceptance,
        response: { 200: accepted },
      },
    },
    async request => {
      const live = requireSignIn(request)
      const { id } = await sentToPerson(kit, live, request.params.proposal)
      return accept(kit, proposalKinds, id, live, (request.body.keeping as Tier | undefined) ?? null)
    },
  )

  app.post(
    '/v1/me/proposals/:proposal/refusal',
    {
      schema: {
        tags,
        summary: 'Decline what was sent to you',
        params: ownProposalParam,
        body: ownRefusal,
        response: { 200: done },
      },
    },
    async request => {
      const live = requireSignIn(request)
      const { id } = await sentToPerson(kit, live, request.params.proposal)
      await decline(kit, proposalKinds, id, live, request.body.reason ?? null)
      return { done: true as const }
    },
  )

  app.get(
    '/v1/me/proposals/:proposal',
    {
      schema: {
        tags,
        summary: 'One proposal that was sent to you',
        params: ownProposalParam,
        response: { 200: proposalOut },
      },
    },
    async request =>
      readProposal(kit, proposalKinds, await sentToPerson(kit, requireSignIn(request), request.params.proposal)),
  )

  app.post(
    '/v1/businesses/:business/proposals/:proposal/acceptance',
    {
      schema: {
        tags,
        summary: 'Grant what is asked of the business, or accept what is offered to it; or less of it',
        params: proposalParams,
        body: answerGiven,
        response: { 200: answered },
      },
    },
    async request => {
      const { less, reason, mayGiveAccess, means, payerStays, falls } = request.body
      const acting = await actingFor(kit.database, request)
      const paying = { means: means || null, stays: payerStays }
      const answer = { less: less || null, reason: reason || null, mayGiveAccess, paying, falls: falls ?? [] }
      return acceptProposal(kit, proposalKinds, askForAnswer)(acting, request.params.proposal, answer)
    },
  )

  app.post(
    '/v1/businesses/:business/proposals/:proposal/refusal',
    {
      schema: {
        tags,
        summary: 'Decline what is asked of the business or offered to it',
        params: proposalParams,
        body: ownRefusal,
        response: { 200: answered },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      return declineProposal(kit, proposalKinds)(acting, request.params.proposal, request.body.reason || null)
    },
  )

  app.get(
    '/v1/businesses/:business/proposals/:proposal/things',
    {
      schema: {
        tags,
        summary: 'What another business or a colleague asks for, thing by thing, as it is found here',
        params: proposalParams,
        response: { 200: askedThings },
      },
    },
    async request => tellAsk(kit, proposalKinds, await actingFor(kit.database, request), request.params.proposal),
  )
}
