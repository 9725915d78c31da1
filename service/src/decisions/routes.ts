import { asPlatformOnly, nobodySignedIn } from '../base/openapi.ts'
import { networkOf } from '../base/network.ts'
import type { FastifyRequest } from 'fastify'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { secretIn } from '../base/session.ts'
import type { App } from '../base/validation.ts'
import type { PlatformConfig } from '../base/config.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { decideFor } from './decideFor.ts'
import { evaluate, evaluateAll } from './evaluate.ts'
import { readQuestions } from './readQuestions.ts'
import { answer, authzenMetadata, decisionOut, decisionsOut, evaluation, evaluations, question } from './schemas.ts'

declare module 'fastify' {
  interface FastifyRequest {
    /** The platform that asks, on the routes of OpenID AuthZEN. */
    platform: PlatformConfig | null
  }
}

/** Questions of access: from people (`can`, `why`) and from platforms (OpenID AuthZEN 1.0). */
export async function decisionRoutes(app: App, kit: Kit): Promise<void> {
  app.decorateRequest('platform', null)
  /** Who asks is settled before what is asked is looked at. */
  const asPlatform = async (request: FastifyRequest) => {
    request.platform = await requirePlatform(kit, request)
  }

  app.post(
    '/v1/businesses/:business/decisions',
    {
      schema: {
        tags: ['decisions'],
        summary: 'May somebody do something with an asset, and why or why not',
        params: businessParam,
        body: question,
        response: { 200: answer },
      },
    },
    async request => decideFor(kit, await actingFor(kit.database, request, { whileClosed: true }), request.body),
  )

  app.post(
    '/access/v1/evaluation',
    {
      onRequest: asPlatform,
      // An answer is too short for it.
      compress: false,
      schema: {
        security: asPlatformOnly,
        tags: ['platforms'],
        summary: 'A platform’s question (OpenID AuthZEN 1.0)',
        body: evaluation,
        response: { 200: decisionOut },
      },
    },
    async request => evaluate(kit, request.platform!, request.body),
  )

  await app.register(async (several: App) => {
    const readAny = several.getDefaultJsonParser('error', 'error')
    several.addContentTypeParser('application/json', { parseAs: 'string' }, (request, json: string, done) => {
      const questions = readQuestions(json)
      if (questions) done(null, questions)
      else void readAny(request, json, done)
    })
    several.post(
      '/access/v1/evaluations',
      {
        onRequest: asPlatform,
        schema: {
          security: asPlatformOnly,
          tags: ['platforms'],
          summary: 'Several of a platform’s questions at once (OpenID AuthZEN 1.0)',
          body: evaluations,
          response: { 200: decisionsOut },
        },
      },
      async request => evaluateAll(kit, request.platform!, request.body),
    )
  })

  app.get(
    '/.well-known/authzen-configuration',
    {
      schema: {
        security: nobodySignedIn,
        tags: ['platforms'],
        summary: 'Where decisions are asked for (OpenID AuthZEN 1.0)',
        response: { 200: authzenMetadata },
      },
    },
    async () => ({
      policy_decision_point: kit.publicUrl(),
      access_evaluation_endpoint: `${kit.publicUrl()}/access/v1/evaluation`,
      access_evaluations_endpoint: `${kit.publicUrl()}/access/v1/evaluations`,
    }),
  )
}

const wrongSecrets = { name: 'platform secret', most: 50, seconds: 300 }

/** A right secret is never slowed: a stranger’s guesses must not stop the decisions of a platform behind the same address. */
async function requirePlatform(kit: Kit, request: FastifyRequest): Promise<PlatformConfig> {
  const given = secretIn(request)
  const platform = given?.by === 'bearer' ? kit.platforms.findBySecret(given.secret) : null
  if (platform) return platform
  await kit.limits.count([wrongSecrets, networkOf(request.ip)])
  throw new Problem(
    'sign-in.needed',
    'Only a platform asks here, with the secret it shares with Famiglia as its bearer token.',
  )
}
