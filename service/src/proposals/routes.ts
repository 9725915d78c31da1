import { mayInBusiness, printWanted, wantedOf, type Tier } from '@famiglia/core'
import { cutPage, nextLink, readCursor } from '../base/page.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { requireSignIn, setSessionCookie } from '../base/session.ts'
import type { App } from '../base/validation.ts'
import { actingFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { findPersonByAddress } from '../people/queries.ts'
import { passwords } from '../sign-in/password.ts'
import { sessionDays } from '../sign-in/sessions.ts'
import type { LiveSession } from '../base/live-session.ts'
import { done } from '../sign-in/schemas.ts'
import { accept, acceptByLink } from '../invitations/acceptInvitation.ts'
import { readAsk } from '../asks/readAsk.ts'
import { decline, declineByLink } from '../invitations/declineInvitation.ts'
import { followInvitationLink } from '../invitations/followLink.ts'
import { whatOf } from '../reach/targets.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { acceptProposal, declineProposal } from './answer.ts'
import { assetsIn, describeProposal, type ProposalInWords } from './describe.ts'
import { gatherProposal, gatherProposals } from './gather.ts'
import { mayAnswer } from './mayAnswer.ts'
import { askToMove, decideMove, passOn } from '../invitations/moveInvitation.ts'
import { remind, withdraw } from './life.ts'
import { readProposal } from './readProposal.ts'
import { proposals, type Proposal } from './records.ts'
import { assertOpen } from './step.ts'
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
const slowly = { config: { rateLimit: { max: 60, timeWindow: '1 minute' } } }

/** What waits for somebody's yes: sent, received, answered. */
export async function proposalRoutes(app: App, kit: Kit): Promise<void> {
  const manager = kit.database.manager
  const words = passwords(kit.config.FAMIGLIA_PASSWORD_MEMORY_KIB)
  const tell = async (page: readonly Proposal[], reader: string | null = null): Promise<ProposalInWords[]> =>
    (await gatherProposals(manager, proposalKinds, page)).map(parts =>
      describeProposal(proposalKinds, parts, kit.clock.now(), reader),
    )

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
      const acting = await actingFor(kit.database, request)
      const { limit, after, state, side } = request.query
      if (side === 'received') requireStanding(acting, 'deal-with-partners', 'Reading what other businesses sent')
      const cursor = readCursor(after)
      const query = manager
        .createQueryBuilder(proposals, 'proposal')
        .where(`proposal.${side === 'sent' ? 'businessId' : 'toBusinessId'} = :business`, { business: acting.id })
        .orderBy('proposal.openedAt', 'DESC')
        .addOrderBy('proposal.id', 'DESC')
        .limit(limit + 1)
      if (state === 'open')
        query.andWhere("proposal.state = 'open' AND proposal.lapsesAt > :now", { now: kit.clock.now().toString() })
      if (!mayInBusiness(acting.standing, 'invite'))
        query.andWhere('proposal.sentBy = :person', { person: acting.live.person })
      if (cursor)
        query.andWhere('(proposal.openedAt, proposal.id) < (:at::timestamptz, :id::uuid)', {
          at: cursor[0],
          id: cursor[1],
        })
      const page = cutPage(await query.getMany(), limit, row => [row.openedAt.toString(), row.id])
      void reply.headers(nextLink(request.url, page.next))
      return { items: await tell(page.items, acting.id), next: page.next }
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
    async request => {
      const acting = await actingFor(kit.database, request)
      const { proposal: id } = request.params
      const received = await manager.findOneBy(proposals, { id, toBusinessId: acting.id })
      if (received) {
        requireStanding(acting, 'deal-with-partners', 'Reading what other businesses sent')
        return readProposal(kit, proposalKinds, received, { reader: acting.id })
      }
      const proposal = await manager.findOneBy(proposals, { id, businessId: acting.id })
      const visible =
        proposal &&
        (proposal.sentBy === acting.live.person ||
          mayInBusiness(acting.standing, 'invite') ||
          (await isToAnswer(acting, proposal)))
      if (!visible) throw new Problem('proposal.unknown', `${acting.name} has no such proposal.`)
      return readProposal(kit, proposalKinds, proposal, { reader: acting.id })
    },
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
        tags,
        summary: 'Read the invitation that a link from a letter leads to',
        body: linkGiven,
        response: { 200: invitationRead },
      },
    },
    async request => {
      const { proposal, passedOn } = await followInvitationLink(kit, manager, request.body.link)
      const parts = await gatherProposal(manager, proposalKinds, proposal)
      assertOpen(proposalKinds.of(proposal), proposal, kit.clock.now(), parts.business.zone)
      return {
        proposal: await readProposal(kit, proposalKinds, proposal, { passedOn }),
        known: (await findPersonByAddress(manager, proposal.toAddress!)) !== null,
        signedInAs: request.live?.address ?? null,
        passedOn,
      }
    },
  )

  app.post(
    '/v1/invitations/acceptance',
    {
      ...slowly,
      schema: {
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
      if (outcome.secret)
        setSessionCookie(reply, outcome.secret, kit.publicUrl().startsWith('https:'), sessionDays.console * 86_400)
      return outcome
    },
  )

  app.post(
    '/v1/invitations/refusal',
    {
      ...slowly,
      schema: { tags, summary: 'Decline an invitation with its link', body: refusal, response: { 200: done } },
    },
    async request => {
      await declineByLink(kit, proposalKinds)(request.body.link, request.live, request.body.reason ?? null)
      return { done: true as const }
    },
  )

  app.get(
    '/v1/me/proposals',
    { schema: { tags, summary: 'What waits for your own answer', response: { 200: proposalPage } } },
    async request => {
      const live = requireSignIn(request)
      const rows = await manager
        .createQueryBuilder(proposals, 'proposal')
        .where(
          "proposal.toAddress IN (SELECT address FROM person_address WHERE person_id = :person) AND proposal.state = 'open' AND proposal.lapsesAt > :now",
          { person: live.person, now: kit.clock.now().toString() },
        )
        .orderBy('proposal.openedAt', 'ASC')
        .limit(100)
        .getMany()
      return { items: await tell(rows), next: null }
    },
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
      const { id } = await receivedProposal(kit, live, request.params.proposal)
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
      const { id } = await receivedProposal(kit, live, request.params.proposal)
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
    async request => {
      const live = requireSignIn(request)
      return readProposal(kit, proposalKinds, await receivedProposal(kit, live, request.params.proposal))
    },
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
      const { less, reason } = request.body
      const acting = await actingFor(kit.database, request)
      return acceptProposal(kit, proposalKinds)(acting, request.params.proposal, less || null, reason || null)
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
        summary: 'What another business asks for, as it is found here: what is there, and what has to be brought in',
        params: proposalParams,
        response: { 200: askedThings },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      const { proposal: id } = request.params
      const found = await manager.findOneBy(proposals, { id, toBusinessId: acting.id, kind: 'business-ask' })
      if (!found) throw new Problem('proposal.unknown', `No business asked ${acting.name} for that.`)
      requireStanding(acting, 'deal-with-partners', 'Reading what another business asks')
      const read = await readAsk(manager, acting, await gatherProposal(manager, proposalKinds, found))
      return {
        things: [...read.told],
        grantable: read.things.flatMap(thing =>
          assetsIn([thing], acting.name).map(asset => ({
            ...asset,
            text: thing.target.text,
            said: printWanted(
              wantedOf([{ what: whatOf(thing.target, acting.id), terms: thing.terms }], acting.zone, {
                purpose: null,
                mayPassOn: false,
              }),
            ),
          })),
        ) as never,
      }
    },
  )

  async function isToAnswer(acting: Acting, proposal: Proposal): Promise<boolean> {
    const kind = proposalKinds.of(proposal)
    if (kind.answeredBy !== 'colleagues') return false
    return mayAnswer(kit, manager, acting, kind, await gatherProposal(manager, proposalKinds, proposal))
  }
}

async function receivedProposal(kit: Kit, live: LiveSession, id: string): Promise<Proposal> {
  const proposal = await kit.database.manager.findOneBy(proposals, { id })
  const mine =
    proposal?.toAddress && (await findPersonByAddress(kit.database.manager, proposal.toAddress))?.id === live.person
  if (proposal && mine) return proposal
  throw new Problem('proposal.unknown', 'Nothing of that kind was sent to you.')
}
