import type { Need } from '@famiglia/core'
import { onceIn } from '../base/once.ts'
import { nextLink } from '../base/page.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { assetParams } from '../assets/schemas.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { askReadiness, askReadinessOn } from '../readiness/askReadiness.ts'
import { purposesOf } from './queries.ts'
import { sayNeeds } from './sayNeeds.ts'
import { removePurpose, writePurpose } from './writePurpose.ts'
import {
  purposeList,
  purposeOut,
  purposeParams,
  purposeWanted,
  readinessOnQuery,
  readinessOut,
  readinessPage,
  readinessQuery,
} from './schemas.ts'
import { done } from '../sign-in/schemas.ts'

const tags = ['purposes']

/** Purposes: those there are, those a business writes itself, and who is ready for them. */
export async function purposeRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    '/v1/businesses/:business/purposes',
    { schema: { tags, summary: 'What people can be let do', params: businessParam, response: { 200: purposeList } } },
    async request => {
      const acting = await actingFor(kit.database, request)
      return { items: (await purposesOf(kit.database.manager, acting.id)).map(tell) }
    },
  )

  app.post(
    '/v1/businesses/:business/purposes',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Write a purpose of the business’s own',
        params: businessParam,
        body: purposeWanted,
        response: { 201: purposeOut },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      const needs = request.body.needs.map(({ kind, tier, actions, must }): Need => ({
        kind: kind as Need['kind'],
        tier: (tier ?? null) as Need['tier'],
        actions: (actions ?? []) as Need['actions'],
        must: must ?? true,
      }))
      const made = await writePurpose(kit)(acting, { name: request.body.name, needs }, onceIn(request))
      return reply.code(201).send(tell({ ...made, own: true }))
    },
  )

  app.delete(
    '/v1/businesses/:business/purposes/:purpose',
    {
      schema: {
        tags,
        summary: 'Remove one of the business’s own purposes',
        params: purposeParams,
        response: { 200: done },
      },
    },
    async request => {
      await removePurpose(kit)(await actingFor(kit.database, request), request.params.purpose)
      return { done: true as const }
    },
  )

  app.get(
    '/v1/businesses/:business/readiness',
    {
      schema: {
        tags,
        summary: 'Whether somebody has all that a purpose takes, and what mends what is missing',
        params: businessParam,
        querystring: readinessQuery,
        response: { 200: readinessOut },
      },
    },
    async request => {
      return askReadiness(kit, await actingFor(kit.database, request), request.query)
    },
  )

  app.get(
    '/v1/businesses/:business/assets/:asset/readiness',
    {
      schema: {
        tags,
        summary: 'Which of those who were given an asset have all that a purpose takes, with it',
        params: assetParams,
        querystring: readinessOnQuery,
        response: { 200: readinessPage },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      const page = await askReadinessOn(kit, acting, request.params.asset, request.query)
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )
}

function tell<P extends { name: string; needs: readonly Need[]; own: boolean }>(purpose: P) {
  return { ...purpose, takes: sayNeeds(purpose.needs) }
}
