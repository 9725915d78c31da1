import { answerOf, type Schemas } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, bringIn, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let priya: Actor
beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
  await bringIn(scene, 'TN-11204', 'ondaverde-ferries', 'tern')
  await bringIn(scene, 'TN-11205', 'day-trips', 'tern')
  await bringIn(scene, 'MA-70113', 'ticket-shop-tag')
  await tie('page/ondaverde-ferries')
})
afterAll(() => scene.close())

const tie = (other: string) =>
  answerOf(
    scene.agnese.client.PUT('/v1/businesses/{business}/assets/{asset}/ties/{other}', {
      params: { path: { ...at(scene.agnese).path, asset: 'ad-account/summer-crossings', other } },
    }),
  )
const preview = (sentence: string) =>
  answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/sentences/preview', {
      params: at(scene.agnese),
      body: { sentence },
    }),
  )
const ready = (who: string, on?: string, purpose = 'run our adverts') =>
  answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/readiness', {
      params: { ...at(scene.agnese), query: { who, purpose, ...(on ? { on } : {}) } },
    }),
  )
const musts = (readiness: Schemas['Readiness']) =>
  readiness.requirements.filter(one => one.must).map(one => [one.asset?.text ?? null, one.state])

test('a purpose on an ad account takes the tied page along, and tells the untied tag as a hole with its remedy', async () => {
  const { purpose, assets } = await preview(`let ${priya.email} "run our adverts" on ad-account/summer-crossings`)
  expect(assets.map(asset => [asset.name, asset.given])).toEqual([
    ['Summer Crossings', 'run'],
    ['Ondaverde Ferries', 'use the page in adverts and collect leads'],
  ])
  expect(purpose).toMatchObject({ enough: false })
  const hole = purpose!.requirements.find(requirement => requirement.asset === null)!
  expect(hole).toMatchObject({
    state: 'missing',
    sentence: null,
    remedy: 'Tie tag/ticket-shop-tag to ad-account/summer-crossings, if they work together.',
    tie: { one: 'ad-account/summer-crossings', other: 'tag/ticket-shop-tag' },
  })
})

test('the ad account without its tag is not ready; the sentence that mends it, said, makes it so', async () => {
  await tie('tag/ticket-shop-tag')
  const before = await ready(priya.email, 'ad-account/summer-crossings')
  expect(before).toMatchObject({ ready: false, met: 1, of: 3, whoCanMend: ['Agnese Torvald'] })
  expect(musts(before)).toEqual([
    ['ad-account/summer-crossings', 'met'],
    ['page/ondaverde-ferries', 'missing'],
    ['tag/ticket-shop-tag', 'missing'],
  ])
  for (const requirement of before.requirements.filter(one => one.must && one.sentence))
    await scene.say(scene.agnese, requirement.sentence!)
  expect(await ready(priya.email, 'ad-account/summer-crossings')).toMatchObject({ ready: true, met: 3 })
})

test('what mends it keeps what is there already: hidden figures, the end, actions', async () => {
  await scene.say(
    scene.agnese,
    `let ${scene.tomasz.email} watch on ad-account/summer-crossings hiding revenue until 2027-09-30 to "run our adverts"`,
  )
  const { requirements } = await ready(scene.tomasz.email, 'ad-account/summer-crossings')
  expect(requirements[0]).toMatchObject({
    state: 'partly',
    sentence: `let ${scene.tomasz.email} run on ad-account/summer-crossings hiding revenue until 2027-09-30 to "run our adverts"`,
  })
  expect(requirements[2]!.sentence).toMatch(
    /tag\.use on tag\/ticket-shop-tag hiding revenue until 2027-09-30 to "run our adverts"/,
  )
})

test('asked without naming assets, readiness looks at what was given for the purpose', async () => {
  expect(musts(await ready(scene.tomasz.email)).map(([text]) => text)).not.toContain('page/day-trips')
})

test('somebody who has not answered is waiting, and what has not begun is on its way', async () => {
  await scene.say(scene.agnese, 'let bea@ondaverde.example "run our adverts" on ad-account/summer-crossings')
  const invited = await ready('bea@ondaverde.example', 'ad-account/summer-crossings')
  expect(musts(invited).map(([, state]) => state)).toEqual(['waiting', 'waiting', 'waiting'])
  await scene.say(scene.agnese, `let ${scene.tomasz.email} tag.use on tag/ticket-shop-tag from 2027-01-01`)
  expect(musts(await ready(scene.tomasz.email)).at(-1)).toEqual(['tag/ticket-shop-tag', 'not begun'])
})

test('the review says what a tier allows beyond the purpose, and the sentence that gives exactly what it takes', async () => {
  const less = await preview(`let ${priya.email} run on page/day-trips to "run our adverts"`)
  expect(less.least, 'enough never holds more than was said').toBeNull()
  const more = await preview(`let ${priya.email} run, leads.collect on page/day-trips to "run our adverts"`)
  expect(more.surplus).toEqual([expect.stringContaining('On Day Trips it also allows to')])
  expect(more.surplus[0]).toContain('publish posts')
  expect(more.least).toBe(`let ${priya.email} ads.attach, leads.collect on page/day-trips to "run our adverts"`)
  expect((await preview(more.least!)).surplus).toEqual([])
})

test('a purpose nobody wrote is refused with the nearest one', async () => {
  expect(
    await problemOf(scene.say(scene.agnese, `let ${priya.email} "run our advert" on ad-account/summer-crossings`)),
  ).toMatchObject({ code: 'purpose.unknown', nearest: 'run our adverts' })
  expect(await problemOf(scene.say(scene.agnese, `let ${priya.email} "send our newsletters"`))).toMatchObject({
    code: 'purpose.nothing-for-it',
  })
})

test('a business writes a purpose of its own, gives it, and removes it; what was given stays', async () => {
  const write = (name: string, needs: object[]) =>
    scene.agnese.client.POST('/v1/businesses/{business}/purposes', {
      params: at(scene.agnese),
      body: { name, needs } as never,
    })
  expect((await write('Run our adverts', [{ kind: 'page', tier: 'run' }])).error).toMatchObject({
    code: 'purpose.taken',
  })
  expect((await write('odd', [{ kind: 'page', actions: ['ads.publish'] }])).error).toMatchObject({
    code: 'action.unknown',
  })
  await answerOf(write('tend the small page', [{ kind: 'page', tier: 'draft' }]))
  await scene.say(scene.agnese, `let ${scene.tomasz.email} "tend the small page" on page/day-trips`)
  expect(await scene.can(scene.tomasz.email, 'post.draft', 'page/day-trips')).toBe(true)
  const params = { path: { ...at(scene.agnese).path, purpose: 'tend the small page' } }
  await answerOf(scene.agnese.client.DELETE('/v1/businesses/{business}/purposes/{purpose}', { params }))
  expect(await scene.can(scene.tomasz.email, 'post.draft', 'page/day-trips')).toBe(true)
})

test('who is about to be a seat too many is told with the price, for the month and for the rest of this one', async () => {
  await scene.sql(`UPDATE business SET name = name`)
  const { seats } = await preview('let noor@ondaverde.example watch on page/day-trips')
  expect(seats).toMatchObject({ before: 4, after: 5, included: 10 })
  expect(seats!.words).toContain('costs nothing more')
  expect((await preview(`let ${priya.email} watch on page/day-trips`)).seats).toBeNull()
})

test('asked about an asset, each of its people is told as they are one by one, a page at a time', async () => {
  await scene.say(scene.agnese, `let ${scene.tomasz.email} watch on ad-account/summer-crossings`)
  const on = (query: { purpose: string; limit?: number; after?: string }, who = scene.agnese) =>
    answerOf(
      who.client.GET('/v1/businesses/{business}/assets/{asset}/readiness', {
        params: { path: { ...at(who).path, asset: 'ad-account/summer-crossings' }, query },
      }),
    )
  const { items } = await on({ purpose: 'run our adverts' })
  expect(items.map(item => item.who.name)).toEqual(['Priya Lindqvist', 'Tomasz Oyelaran'])
  for (const item of items) expect(item).toEqual(await ready(item.who.text, 'ad-account/summer-crossings'))
  const first = await on({ purpose: 'run our adverts', limit: 1 })
  const second = await on({ purpose: 'run our adverts', limit: 1, after: first.next! })
  expect([...first.items, ...second.items]).toEqual(items)
  expect(second.next).toBeNull()
  expect(await problemOf(on({ purpose: 'send our newsletters' }))).toMatchObject({
    detail: expect.stringContaining('takes no ad account'),
  })
  expect(await problemOf(on({ purpose: 'run our adverts' }, scene.tomasz))).toMatchObject({
    code: 'standing.not-enough',
  })
})
