import { answerOf } from '@famiglia/client'
import { actionsOfTier, tiers, type Action, type Kind, type Tier } from '@famiglia/core'
import fc from 'fast-check'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, bringIn, join, openScene, problemOf, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
const winter = 'ad-account/winter-freight'
const summer = 'ad-account/summer-crossings'
const page = 'page/ondaverde-ferries'
const assets = [winter, summer, page] as const
const bundle = 'bundle/season'
const team = 'team/crew'
let people: string[]
beforeAll(async () => {
  scene = await openScene()
  const priya = await scene.withPriya()
  await bringIn(scene, 'TN-11204', 'ondaverde-ferries', 'tern')
  const bea = await join(scene, 'Bea Fontaine', `let WHO watch on ${winter}`)
  people = [scene.tomasz.email, priya.email, bea.email]
  const { client } = scene.agnese
  await answerOf(
    client.POST('/v1/businesses/{business}/teams', {
      params: at(scene.agnese),
      body: { handle: 'crew', name: 'Crew' },
    }),
  )
  await answerOf(
    client.POST('/v1/businesses/{business}/bundles', {
      params: at(scene.agnese),
      body: { handle: 'season', name: 'Season', assets: [], kinds: null },
    }),
  )
})
afterAll(() => scene.close())

interface Given {
  readonly holder: string
  readonly on: string
  readonly tier: Tier
  readonly purpose: string | null
}

/** What is so after some steps, said as simply as it can be: the rules anew, and nothing of how the service keeps them. */
class Model {
  given: Given[] = []
  readonly crew = new Set<string>()
  readonly season = new Set<string>()
  readonly paused = new Set<string>()
  readonly frozen = new Set<string>()
  readonly archived = new Set<string>()

  give(one: Given): void {
    this.given = this.given.filter(
      held =>
        held.holder !== one.holder || held.on !== one.on || (one.purpose !== null && held.purpose !== one.purpose),
    )
    this.given.push(one)
  }

  /** Ends what a holder has on something, and says whether there was anything. */
  end(holder: string, on: string): boolean {
    const left = this.given.filter(held => held.holder !== holder || held.on !== on)
    const was = left.length < this.given.length
    this.given = left
    return was
  }

  may(person: string, action: Action, asset: string): boolean {
    if (this.paused.has(person) || this.frozen.has(asset) || this.archived.has(asset)) return false
    return this.given.some(
      ({ holder, on, tier }) =>
        (holder === person || (holder === team && this.crew.has(person))) &&
        (on === asset || (on === bundle && this.season.has(asset))) &&
        actionsOfTier(asset.split('/')[0] as Kind, tier).has(action),
    )
  }
}

type Step = (model: Model) => Promise<void>
/** A step that is told in a few words where a run of them fails. */
const step = (words: (string | boolean | null)[], does: Step): Step =>
  Object.assign(does, { [fc.toStringMethod]: () => words.join(' ') })
const on = (rest: object) => ({ params: { path: { ...at(scene.agnese).path, ...rest } as never } })
const client = () => scene.agnese.client
const oneOf = <T>(...from: readonly T[]) => fc.constantFrom(...from)
const person = fc.nat(2).map(index => () => people[index]!)
const holder = fc.oneof(
  person,
  fc.constant(() => team),
)

const letStep = fc
  .record({
    holder,
    tier: oneOf(...tiers),
    target: oneOf(...assets, bundle),
    purpose: oneOf(null, null, 'run our adverts', 'read the results'),
  })
  .map(({ holder: who, tier, target, purpose }) =>
    step(['let', who(), tier, target, purpose], async model => {
      const said = scene.say(scene.agnese, `let ${who()} ${tier} on ${target}${purpose ? ` to "${purpose}"` : ''}`)
      if (model.archived.has(target)) expect(await problemOf(said)).toMatchObject({ code: 'asset.archived' })
      else {
        await said
        model.give({ holder: who(), on: target, tier, purpose })
      }
    }),
  )
const endStep = fc.record({ holder, target: oneOf(...assets, bundle) }).map(({ holder: who, target }) =>
  step(['end', who(), target], async model => {
    const said = scene.say(scene.agnese, `end ${who()} on ${target}`)
    if (model.end(who(), target)) await said
    else expect(await problemOf(said)).toMatchObject({ code: 'grant.unknown' })
  }),
)
const crewStep = fc.record({ person, joins: fc.boolean() }).map(({ person: who, joins }) =>
  step(['crew', who(), joins], async model => {
    const path = '/v1/businesses/{business}/teams/{team}/members/{person}'
    const params = on({ team: 'crew', person: who() })
    if (joins) await answerOf(client().PUT(path, params))
    else if (model.crew.has(who())) await answerOf(client().DELETE(path, params))
    if (joins) model.crew.add(who())
    else model.crew.delete(who())
  }),
)
const seasonStep = fc.record({ asset: oneOf(...assets), into: fc.boolean() }).map(({ asset, into }) =>
  step(['season', asset, into], async model => {
    const path = '/v1/businesses/{business}/bundles/{bundle}/assets/{asset}'
    const params = on({ bundle: 'season', asset })
    await answerOf(into ? client().PUT(path, params) : client().DELETE(path, params))
    if (into) model.season.add(asset)
    else model.season.delete(asset)
  }),
)
const pauseStep = fc.record({ person, begins: fc.boolean() }).map(({ person: who, begins }) =>
  step(['pause', who(), begins], async model => {
    if (!begins && !model.paused.has(who())) return
    const path = '/v1/businesses/{business}/people/{person}/pause'
    const params = on({ person: who() })
    await answerOf(begins ? client().PUT(path, { ...params, body: {} }) : client().DELETE(path, params))
    if (begins) model.paused.add(who())
    else model.paused.delete(who())
  }),
)
const stopStep = fc
  .record({ asset: oneOf(...assets), how: oneOf<'freeze' | 'archive'>('freeze', 'archive'), begins: fc.boolean() })
  .map(({ asset, how, begins }) =>
    step([how, asset, begins], async model => {
      const path = `/v1/businesses/{business}/assets/{asset}/${how}` as const
      await answerOf(begins ? client().PUT(path, on({ asset })) : client().DELETE(path, on({ asset })))
      const stopped = how === 'freeze' ? model.frozen : model.archived
      if (begins) stopped.add(asset)
      else stopped.delete(asset)
    }),
  )
const steps = fc.array(
  fc.oneof(
    { weight: 6, arbitrary: letStep },
    { weight: 2, arbitrary: endStep },
    { weight: 2, arbitrary: crewStep },
    { weight: 2, arbitrary: seasonStep },
    { weight: 1, arbitrary: pauseStep },
    { weight: 1, arbitrary: stopStep },
  ),
  { minLength: 8, maxLength: 22 },
)

/** Everything as it was before the first step. */
async function begunAnew(): Promise<Model> {
  await scene.sql('UPDATE access_grant SET ended_at = now() WHERE ended_at IS NULL')
  await scene.sql('DELETE FROM team_member')
  await scene.sql('DELETE FROM bundle_asset')
  await scene.sql('UPDATE membership SET paused_at = NULL')
  await scene.sql('UPDATE asset SET frozen_at = NULL, archived_at = NULL')
  return new Model()
}

test('after any run of sentences, teams, bundles, pauses and freezes, people may do just what the plain rules say', async () => {
  await fc.assert(
    fc.asyncProperty(steps, async run => {
      const model = await begunAnew()
      for (const step of run) await step(model)
      for (const who of people)
        for (const asset of assets)
          for (const tier of tiers) {
            const action = [...actionsOfTier(asset.split('/')[0] as Kind, tier)].at(-1)!
            const allowed = await scene.can(who, action, asset)
            expect({ who, action, asset, allowed }).toEqual({
              who,
              action,
              asset,
              allowed: model.may(who, action, asset),
            })
          }
    }),
    { numRuns: 25 },
  )
}, 240_000)
