import {
  foreignActions,
  kinds,
  knownPurposes,
  parseWhat,
  parseWho,
  samePurpose,
  sayList,
  sayNeed,
  type Need,
} from '@famiglia/core'
import { v7 as newId } from 'uuid'
import { violates } from '../base/database.ts'
import { onceIn } from '../base/once.ts'
import { nextLink } from '../base/page.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import type { App } from '../base/validation.ts'
import { getAssetNamed } from '../assets/findAsset.ts'
import type { Asset } from '../assets/queries.ts'
import { assetParams } from '../assets/schemas.ts'
import { getTarget } from '../reach/findTarget.ts'
import { changeFor, actingFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { findAddressee } from '../sentences/addressee.ts'
import { assertDealtWith } from '../sentences/dealtWith.ts'
import { givenFor, readinessOf } from '../readiness/readiness.ts'
import { readinessOn } from '../readiness/readinessOfMany.ts'
import { ownPurposes } from './records.ts'
import { getPurpose, purposesOf } from './queries.ts'
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
  const manager = kit.database.manager

  app.get(
    '/v1/businesses/:business/purposes',
    { schema: { tags, summary: 'What people can be let do', params: businessParam, response: { 200: purposeList } } },
    async request => {
      const acting = await actingFor(kit.database, request)
      return { items: (await purposesOf(manager, acting.id)).map(tell) }
    },
  )

  app.post(
    '/v1/businesses/:business/purposes',
    {
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
      const name = request.body.name.replace(/["\s]+/g, ' ').trim()
      const needs = request.body.needs.map(({ kind, tier, actions, must }): Need => ({
        kind: kind as Need['kind'],
        tier: (tier ?? null) as Need['tier'],
        actions: (actions ?? []) as Need['actions'],
        must: must ?? true,
      }))
      const made = await writePurpose(kit, acting, name, needs, onceIn(request))
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
      const acting = await actingFor(kit.database, request)
      requireStanding(acting, 'arrange-assets', 'Removing a purpose')
      await changeFor(kit, acting, async change => {
        const purpose = await getPurpose(change.manager, acting, request.params.purpose)
        const own = await change.manager.findOneBy(ownPurposes, { businessId: acting.id, name: purpose.name })
        if (!own)
          throw new Problem(
            'purpose.unknown',
            `“${purpose.name}” is one that every business has; it cannot be removed.`,
          )
        await change.manager.delete(ownPurposes, { id: own.id })
        change.record({
          chain: acting.id,
          what: 'purpose.removed',
          sentence: `${acting.live.name} removed the purpose “${own.name}”. What was given for it stays.`,
          data: { needs: own.needs },
        })
      })
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
      const acting = await actingFor(kit.database, request)
      const { who, purpose, on } = request.query
      const reading = parseWho(who)
      if (!reading.ok) throw new Problem(reading.error.code, reading.error.message, { pointer: '/who' })
      const addressee = await findAddressee(kit, manager, acting, reading.who)
      const self = addressee.kind === 'person' && addressee.person?.id === acting.live.person
      if (acting.standing === 'member' && !self)
        throw new Problem(
          'standing.not-enough',
          `Whether others are ready is told to the admins of ${acting.name}; about yourself you can ask.`,
        )
      if (addressee.kind === 'person') await assertDealtWith(manager, acting, addressee)
      const wanted = await getPurpose(manager, acting, purpose)
      const named = on ? await namedIn(on, acting) : await givenFor(manager, acting, addressee, wanted)
      return readinessOf(kit, manager, acting, addressee, wanted, named)
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
      const asset = await getAssetNamed(manager, acting, request.params.asset)
      requireStanding(acting, 'arrange-people', 'Seeing whether others are ready')
      const purpose = await getPurpose(manager, acting, request.query.purpose)
      if (!purpose.needs.some(need => need.kind === asset.kind))
        throw new Problem('request.invalid', `To “${purpose.name}” takes no ${kinds[asset.kind].noun}.`, {
          pointer: '/purpose',
        })
      const page = await readinessOn(kit, acting, asset, purpose, {
        limit: request.query.limit,
        after: request.query.after,
      })
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )

  async function namedIn(on: string, acting: Acting): Promise<Asset[]> {
    const found: Asset[] = []
    for (const text of on.split(/[\s,]+/).filter(Boolean)) {
      const reading = parseWhat(text)
      if (!reading.ok)
        throw new Problem(reading.error.code, reading.error.message, { pointer: '/on', nearest: reading.error.nearest })
      found.push(...(await getTarget(manager, acting, reading.what)).assets)
    }
    return found
  }
}

async function writePurpose(kit: Kit, acting: Acting, name: string, needs: Need[], once: ReturnType<typeof onceIn>) {
  requireStanding(acting, 'arrange-assets', 'Writing a purpose')
  const empty = needs.find(need => !need.tier && need.actions.length === 0)
  if (empty)
    throw new Problem('request.invalid', `On ${empty.kind} it takes neither a tier nor an action.`, {
      pointer: '/needs',
    })
  const foreign = needs.find(need => foreignActions(need).length > 0)
  if (foreign)
    throw new Problem('action.unknown', `${foreign.kind} has no ${sayList(foreignActions(foreign), 'or')}.`, {
      pointer: '/needs',
    })
  const taken = () => new Problem('purpose.taken', `There is a purpose “${name}” already.`, { pointer: '/name' })
  if (knownPurposes.some(known => samePurpose(known.name, name))) throw taken()
  return changeFor(
    kit,
    acting,
    async change => {
      try {
        await change.manager.insert(ownPurposes, {
          id: newId(),
          businessId: acting.id,
          name,
          needs,
          madeAt: change.now,
        })
      } catch (error) {
        throw violates(error, 'purpose_name') ? taken() : error
      }
      change.record({
        chain: acting.id,
        what: 'purpose.written',
        sentence: `${acting.live.name} wrote the purpose “${name}”: ${sayNeeds(needs)}.`,
        data: { needs },
      })
      return { name, needs }
    },
    once,
  )
}

function tell<P extends { name: string; needs: readonly Need[]; own: boolean }>(purpose: P) {
  return { ...purpose, takes: sayNeeds(purpose.needs) }
}

function sayNeeds(needs: readonly Need[]): string {
  const must = needs.filter(need => need.must).map(sayNeed)
  const also = needs.filter(need => !need.must).map(sayNeed)
  return [sayList(must), also.length > 0 ? `${must.length > 0 ? 'and if there is one, ' : ''}${sayList(also)}` : '']
    .filter(Boolean)
    .join('; ')
}
