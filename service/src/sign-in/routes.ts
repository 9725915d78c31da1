import { nobodySignedIn } from '../base/openapi.ts'
import { idText } from '../base/id-text.ts'
import { proofHolds } from '@famiglia/core'
import { object } from 'yup'
import type { Kit } from '../base/kit.ts'
import { selfAndTeams } from '../reach/holdersFor.ts'
import { clearSessionCookie, requireSignIn } from '../base/session.ts'
import type { App } from '../base/validation.ts'
import { passwords } from './password.ts'
import { prove } from './prove.ts'
import { letIn } from './letIn.ts'
import {
  credentials,
  done,
  me,
  proof,
  proven,
  secondProofBegun,
  sessionList,
  signedIn,
  recoveryCodes,
  sixDigits,
  tokenMade,
  tokenWanted,
} from './schemas.ts'
import { beginSecondProof, confirmSecondProof } from './secondProof.ts'
import { signIn } from './signIn.ts'
import { endSession, makeToken } from './tokens.ts'
import { countRecoveryCodes } from './recoveryCodes.ts'
import { placeOf, Tries } from './tries.ts'

const tags = ['sign-in']
const idParam = object({ id: idText })

/** Signing in and out, proving who one is, second steps, tokens. */
export async function signInRoutes(app: App, kit: Kit): Promise<void> {
  const words = passwords(kit.config.FAMIGLIA_PASSWORD_MEMORY_KIB)
  const tries = new Tries(kit)
  const doSignIn = signIn(kit, words, tries)
  const doProve = prove(kit, words, tries)
  const doEnd = endSession(kit)

  app.post(
    '/v1/sign-in',
    {
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'Sign in with a password and, where one is set up, a code',
        body: credentials,
        response: { 200: signedIn },
      },
    },
    async (request, reply) => {
      const outcome = await doSignIn(request.body, placeOf(request))
      if (outcome.needs) return { needs: outcome.needs, person: null }
      await letIn(kit, request, reply, outcome.secret)
      return { needs: null, person: outcome.person }
    },
  )

  app.post(
    '/v1/sign-out',
    { schema: { tags, summary: 'End the sign-in that this request carries', response: { 200: done } } },
    async (request, reply) => {
      const live = requireSignIn(request)
      await doEnd(live, live.session)
      clearSessionCookie(reply)
      return { done: true as const }
    },
  )

  app.get(
    '/v1/me',
    { schema: { tags, summary: 'Who is signed in, how, and for which businesses', response: { 200: me } } },
    async request => {
      const live = requireSignIn(request)
      const businesses = await kit.database.query(
        `SELECT business.number, business.name, business.town, business.zone, business.cloth, membership.standing, membership.since, business.closed_at AS closed,
         membership.standing = 'admin' OR EXISTS (SELECT FROM access_grant g WHERE g.business_id = business.id AND g.ended_at IS NULL
           AND g.holder_id = ANY (${selfAndTeams('$1::uuid')}) AND (g.tier = 'steward' OR 'access.change' = ANY(g.actions))) AS "canGive"
       FROM membership JOIN business ON business.id = membership.business_id
       WHERE membership.person_id = $1 AND membership.paused_at IS NULL AND membership.frozen_at IS NULL ORDER BY business.name, business.number LIMIT 500`,
        [live.person],
      )
      return {
        person: {
          id: live.person,
          name: live.name,
          address: live.address,
          secondProof: live.secondProof,
          codeSetUp: live.codeSetUp,
          passkeys: live.passkeys,
          recoveryCodes: await countRecoveryCodes(kit.database.manager, live.person),
        },
        session: {
          id: live.session,
          kind: live.kind,
          unattended: live.unattended,
          provenAt: live.provenAt?.toString() ?? null,
          provenBy: live.provenBy,
          freshUntil: live.provenAt?.add(proofHolds).toString() ?? null,
        },
        businesses,
      }
    },
  )

  app.post(
    '/v1/me/proof',
    {
      schema: {
        tags,
        summary: 'Prove again who you are; it holds for ten minutes',
        body: proof,
        response: { 200: proven },
      },
    },
    async request => doProve(requireSignIn(request), request.body, placeOf(request)),
  )

  app.post(
    '/v1/me/second-proof',
    {
      schema: { tags, summary: 'Begin to set up a second step (TOTP, RFC 6238)', response: { 200: secondProofBegun } },
    },
    async request => beginSecondProof(kit)(requireSignIn(request)),
  )

  app.post(
    '/v1/me/second-proof/confirmation',
    {
      schema: {
        tags,
        summary: 'Take the second step into use with its first code; recovery codes are told once',
        body: sixDigits,
        response: { 200: recoveryCodes },
      },
    },
    async request => ({ recoveryCodes: await confirmSecondProof(kit)(requireSignIn(request), request.body.code) }),
  )

  app.get(
    '/v1/me/sessions',
    { schema: { tags, summary: 'Your sign-ins and tokens', response: { 200: sessionList } } },
    async request => {
      const live = requireSignIn(request)
      const items = await kit.database.query(
        `SELECT id, kind, name, begun_at AS "begunAt", expires_at AS "expiresAt", unattended, id = $2 AS current FROM session
       WHERE person_id = $1 AND ended_at IS NULL AND expires_at > $3 ORDER BY begun_at DESC LIMIT 200`,
        [live.person, live.session, kit.clock.now().toString()],
      )
      return { items }
    },
  )

  app.post(
    '/v1/me/tokens',
    { schema: { tags, summary: 'Make a token for scripts', body: tokenWanted, response: { 200: tokenMade } } },
    async request => makeToken(kit)(requireSignIn(request), request.body),
  )

  app.delete(
    '/v1/me/sessions/:id',
    { schema: { tags, summary: 'End one of your sign-ins or tokens', params: idParam, response: { 200: done } } },
    async request => {
      await doEnd(requireSignIn(request), request.params.id)
      return { done: true as const }
    },
  )
}
