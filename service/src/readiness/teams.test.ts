import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, bringIn, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let agnese: Actor
beforeAll(async () => {
  scene = await openScene()
  await scene.withPriya()
  await bringIn(scene, 'TN-11204', 'ondaverde-ferries', 'tern')
  await bringIn(scene, 'LM-900', 'ondaverde-web', 'limpet')
  await bringIn(scene, 'LM-901', 'ticket-shop', 'limpet')
  agnese = await scene.signIn(scene.agnese)
  const team = { handle: 'deck', name: 'Deck' }
  await answerOf(agnese.client.POST('/v1/businesses/{business}/teams', { params: at(agnese), body: team }))
})
afterAll(() => scene.close())

const summer = 'ad-account/summer-crossings'
const inHours = (hours: number) => scene.clock.now().add({ hours }).toString({ smallestUnit: 'second' })
const ready = (who: string, purpose: string, on?: string) =>
  answerOf(
    agnese.client.GET('/v1/businesses/{business}/readiness', {
      params: { ...at(agnese), query: { who, purpose, ...(on ? { on } : {}) } },
    }),
  )
const states = async (purpose: string, on?: string) =>
  (await ready('team/deck', purpose, on)).requirements
    .filter(one => one.asset)
    .map(({ asset, state }) => [asset!.text, state])

test('a team is as ready as what it holds itself, whatever its members have', async () => {
  await answerOf(
    agnese.client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', {
      params: { path: { ...at(agnese).path, team: 'deck', person: 'priya@ondaverde.example' } },
    }),
  )
  expect(await states('run our adverts', summer)).toEqual([[summer, 'missing']])
  await scene.say(agnese, `let team/deck watch on ${summer}`)
  expect(await states('run our adverts', summer)).toEqual([[summer, 'partly']])
  await scene.say(agnese, `let team/deck run on ${summer}`)
  const told = (await ready('team/deck', 'run our adverts', summer)).requirements[0]!
  expect(told).toMatchObject({ state: 'met', through: ['The team Deck holds it.'] })
})

test('what a team’s grant has not begun, or is over, does not count', async () => {
  await scene.say(agnese, `let team/deck run on ${summer} from ${inHours(24)} until ${inHours(48)}`)
  expect(await states('run our adverts', summer)).toEqual([[summer, 'missing']])
  scene.clock.forward({ hours: 25 })
  agnese = await scene.signIn(scene.agnese)
  expect(await states('run our adverts', summer)).toEqual([[summer, 'met']])
  scene.clock.forward({ hours: 24 })
  agnese = await scene.signIn(scene.agnese)
  expect(await states('run our adverts', summer)).toEqual([[summer, 'missing']])
})

test('what a team holds by what is around an asset counts, as the account that holds a property', async () => {
  await scene.say(agnese, 'let team/deck run on analytics-account/ondaverde-web')
  const property = (await ready('team/deck', 'measure conversions')).requirements.find(
    one => one.asset?.text === 'property/ticket-shop',
  )
  expect(property).toMatchObject({ state: 'met' })
})

test('who cannot be read, or what, is refused with the place', async () => {
  expect(await problemOf(ready('deck', 'run our adverts'))).toMatchObject({ code: 'address.invalid', pointer: '/who' })
  expect(await problemOf(ready('team/dekc', 'run our adverts'))).toMatchObject({ nearest: 'team/deck' })
  expect(await problemOf(ready('team/deck', 'run our adverts', 'pages'))).toMatchObject({ pointer: '/on' })
  expect(await problemOf(ready('team/deck', 'run our advert'))).toMatchObject({
    code: 'purpose.unknown',
    nearest: 'run our adverts',
  })
})
