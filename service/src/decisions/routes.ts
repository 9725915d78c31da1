import {
  actionsOfKind,
  decide,
  isAction,
  kinds,
  nearest,
  ownersActions,
  parseWho,
  sayDecision,
  sayLevel,
  sayPath,
  highestTierWithin,
  saidWhy,
  type Action,
  type Kind,
  namedBeyond,
  showReach,
  stationsOn,
  throughBusiness,
  throughOf,
  withArticle,
  asUnstopped,
  type AccessFacts,
  type Instant,
} from '@famiglia/core'
import type { FastifyRequest } from 'fastify'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { secretIn } from '../base/session.ts'
import type { App } from '../base/validation.ts'
import type { PlatformConfig } from '../base/config.ts'
import { factsFrom } from '../reach/facts.ts'
import { getAssetReached } from '../reach/findTarget.ts'
import type { Asset } from '../assets/queries.ts'
import { actingFor, type Acting } from '../businesses/acting.ts'
import { findMembership } from '../businesses/queries.ts'
import { businessParam } from '../businesses/schemas.ts'
import { findPersonByAddress } from '../people/queries.ts'
import { evaluate } from './evaluate.ts'
import { answer, authzenMetadata, decisionOut, decisionsOut, evaluation, evaluations, question } from './schemas.ts'

/** Questions of access: from people (`can`, `why`) and from platforms (OpenID AuthZEN 1.0). */
export async function decisionRoutes(app: App, kit: Kit): Promise<void> {
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
    async request => {
      const acting = await actingFor(kit.database, request)
      const { who, action, asset: named } = request.body
      const { asset, own } = await getAssetReached(kit.database.manager, acting, named)
      const wanted = readAction(action, asset.kind, asset.name)
      const person = await findPersonByAddress(kit.database.manager, readAddress(who))
      const around = async (id: string) => {
        const found = await factsFrom(kit).around(id, asset.number)
        return found && !own ? throughBusiness(found, acting.id) : found
      }
      const facts = person && (await around(person.id))
      const now = kit.clock.now()
      if (person?.id !== acting.live.person)
        await assertMayKnow(acting, asset, (await around(acting.live.person))!, now)
      const decision = facts && decide(facts, wanted, now)
      // Somebody with a sign-in whom nobody here deals with is told as an address that nobody has.
      const isStranger =
        !decision?.paths.length && !(person && (await findMembership(kit.database.manager, acting.id, person.id)))
      if (!facts || !decision || isStranger)
        return {
          allowed: false,
          reason: `No: ${who} has no access to ${asset.name}.`,
          level: 'nothing',
          sees: [],
          paths: [],
        }
      const paths = decision.paths.map(path => ({
        sentence: sayPath(facts, path),
        counts: path.stopped === null,
        holdsAction: path.level.actions.has(wanted),
        level: sayLevel(asset.kind, path.level),
        through: throughOf(path),
        via: stationsOn(path),
        tier: highestTierWithin(asset.kind, path.level.actions),
        named: namedBeyond(asset.kind, path.level.actions),
        reason: path.stopped ? saidWhy(path.stopped) : null,
      }))
      const shown = showReach(facts, decision)
      return {
        allowed: decision.allowed,
        reason: sayDecision(facts, decision, wanted, now),
        level: shown?.state === 'in force' ? shown.level : sayLevel(asset.kind, decision.level),
        sees: [...decision.level.sees],
        paths,
      }
    },
  )

  app.post(
    '/access/v1/evaluation',
    {
      schema: {
        tags: ['platforms'],
        summary: 'A platform’s question (OpenID AuthZEN 1.0)',
        body: evaluation,
        response: { 200: decisionOut },
      },
    },
    async request => evaluate(kit, requirePlatform(kit, request), request.body),
  )

  app.post(
    '/access/v1/evaluations',
    {
      schema: {
        tags: ['platforms'],
        summary: 'Several of a platform’s questions at once (OpenID AuthZEN 1.0)',
        body: evaluations,
        response: { 200: decisionsOut },
      },
    },
    async request => {
      const platform = requirePlatform(kit, request)
      const { evaluations: entries = [{}], ...top } = request.body
      const outcomes = await Promise.all(
        entries.map(entry => {
          const { subject, action, resource } = {
            ...top,
            ...Object.fromEntries(Object.entries(entry).filter(([, value]) => value !== undefined)),
          } as Partial<Parameters<typeof evaluate>[2]>
          if (!subject || !action || !resource)
            throw new Problem(
              'request.invalid',
              'Each evaluation needs a subject, an action and a resource, of its own or at the top.',
              { pointer: '/evaluations' },
            )
          return evaluate(kit, platform, { subject, action, resource })
        }),
      )
      return { evaluations: outcomes }
    },
  )

  app.get(
    '/.well-known/authzen-configuration',
    {
      schema: {
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

/** What others may do is told to admins and stewards; of what another business owns, to those of the one that holds it. */
async function assertMayKnow(acting: Acting, asset: Asset, own: AccessFacts, now: Instant): Promise<void> {
  if (decide(asUnstopped(own), 'access.see', now).allowed) return
  if (asset.businessId !== acting.id && acting.standing === 'admin') return
  throw new Problem(
    'access.not-yours-to-give',
    `What others may do with ${asset.name} is told to its stewards and to admins.`,
  )
}

function requirePlatform(kit: Kit, request: FastifyRequest): PlatformConfig {
  const given = secretIn(request)
  const platform = given?.by === 'bearer' ? kit.platforms.findBySecret(given.secret) : null
  if (platform) return platform
  throw new Problem(
    'sign-in.needed',
    'Only a platform asks here, with the secret it shares with Famiglia as its bearer token.',
  )
}

function readAddress(text: string): string {
  const reading = parseWho(text)
  if (!reading.ok) throw new Problem(reading.error.code, reading.error.message, { pointer: '/who' })
  if (reading.who.by === 'address') return reading.who.address
  throw new Problem('holder.not-yet', 'A person is asked about, by their e-mail address.', { pointer: '/who' })
}

function readAction(text: string, kind: Kind, name: string): Action {
  const known = [...actionsOfKind(kind), ...ownersActions]
  if (isAction(text) && known.includes(text)) return text
  const near = nearest(text, known)
  const noun = kinds[kind].noun
  throw new Problem(
    'action.unknown',
    `${name} is ${withArticle(noun)}, which has no action ${text}.${near ? ` Did you mean ${near}?` : ''}`,
    { pointer: '/action', nearest: near },
  )
}
