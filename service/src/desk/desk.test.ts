import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { bringIn, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

const desk = (who: Actor, business = who.business) =>
  answerOf(who.client.GET('/v1/businesses/{business}/desk', { params: { path: { business } } }))

test('the desk holds what was sent and waits, with its age and its end', async () => {
  await scene.say(scene.agnese, 'let bea@ondaverde.example watch on ad-account/winter-freight')
  const { waiting } = await desk(scene.agnese)
  expect(waiting).toEqual([
    expect.objectContaining({
      to: 'bea@ondaverde.example',
      said: 'Agnese Torvald invited bea@ondaverde.example to watch on Winter Freight',
    }),
  ])
  scene.clock.forward({ hours: 15 * 24 })
  expect((await desk(scene.agnese)).waiting).toEqual([])
})

test('what waits for one’s own answer is there for whichever business one acts, and goes when it is answered', async () => {
  await scene.say(scene.agnese, 'let callum@gullwright.example watch on ad-account/winter-freight')
  const [received] = (await desk(scene.callum)).received
  expect(received).toMatchObject({
    said: 'Agnese Torvald of Ondaverde Ferries invites you to watch on Winter Freight',
  })
  const path = { proposal: received!.proposal }
  expect(
    await problemOf(
      answerOf(scene.tomasz.client.POST('/v1/me/proposals/{proposal}/acceptance', { params: { path }, body: {} })),
    ),
  ).toMatchObject({ code: 'proposal.unknown' })
  await answerOf(scene.callum.client.POST('/v1/me/proposals/{proposal}/acceptance', { params: { path }, body: {} }))
  expect((await desk(scene.callum)).received).toEqual([])
  expect(await scene.can('callum@gullwright.example', 'report.see', 'ad-account/winter-freight')).toBe(true)
})

test('access that ends within thirty days is pointed at, later ends are not', async () => {
  const day = (days: number) =>
    scene.clock.now().toZonedDateTimeISO('Europe/Lisbon').toPlainDate().add({ days }).toString()
  await scene.say(
    scene.agnese,
    `let tomasz@ondaverde.example watch on ad-account/winter-freight hiding revenue and contacts until ${day(60)}`,
  )
  expect((await desk(scene.agnese)).ending).toEqual([])
  await scene.say(
    scene.agnese,
    `let tomasz@ondaverde.example watch on ad-account/winter-freight hiding revenue and contacts until ${day(12)}`,
  )
  expect((await desk(scene.agnese)).ending).toMatchObject([{ holder: 'Tomasz Oyelaran', on: 'Winter Freight' }])
})

test('who signs in with a password only, and who is on no asset, is told to admins alone', async () => {
  expect((await desk(scene.agnese)).unfinished).toMatchObject([{ person: 'Tomasz Oyelaran', lacks: 'second step' }])
  await scene.say(scene.agnese, 'end tomasz@ondaverde.example on ad-account/winter-freight')
  expect((await desk(scene.agnese)).unfinished).toMatchObject([{ person: 'Tomasz Oyelaran', lacks: 'assets' }])
  expect((await desk(scene.tomasz)).unfinished).toEqual([])
})

test('ended membership ends that business’s grants and nothing else', async () => {
  await scene.say(scene.agnese, 'end callum@gullwright.example')
  expect(await scene.can('callum@gullwright.example', 'report.see', 'ad-account/winter-freight')).toBe(false)
  const { businesses } = await answerOf(scene.callum.client.GET('/v1/me'))
  expect(businesses.map(business => business.name)).toEqual(['Gullwright & Moss'])
  const holdings = await answerOf(scene.callum.client.GET('/v1/me/holdings'))
  expect(holdings.items.map(holding => holding.asset.name)).toEqual(['Gullwright showcase'])
})

test('what somebody has for one reason and until one day is one row, and one step makes all of it last longer', async () => {
  const day = scene.clock.now().toZonedDateTimeISO('Europe/Lisbon').toPlainDate().add({ days: 9 }).toString()
  await bringIn(scene, 'MA-20417', 'summer-crossings', 'marram')
  await scene.say(
    scene.agnese,
    `let tomasz@ondaverde.example draft on ad-account/winter-freight, ad-account/summer-crossings until ${day} to "run our adverts"`,
  )
  const { ending, totals } = await desk(scene.agnese)
  const row = ending.find(one => one.purpose === 'run our adverts')!
  expect(row.things.map(thing => [thing.name, thing.tier]).sort()).toEqual([
    ['Summer Crossings', 'draft'],
    ['Winter Freight', 'draft'],
  ])
  expect(totals.ending).toBe(ending.flatMap(one => one.things).length)
  await scene.say(scene.agnese, row.extend!)
  expect((await desk(scene.agnese)).ending.filter(one => one.purpose === 'run our adverts')).toEqual([])
})

test('what is not enough and meant so is told on no desk until more is missing; who cannot decide about it cannot say so', async () => {
  const put = (who: Actor, body: { who: string; purpose: string; meant?: boolean }) =>
    answerOf(
      who.client.PUT('/v1/businesses/{business}/desk/left-as-is', {
        params: { path: { business: who.business } },
        body: { meant: true, ...body },
      }),
    )
  const about = { who: scene.tomasz.email, purpose: 'run our adverts' }
  const told = async (who: Actor) => (await desk(who)).holes.map(hole => hole.who.name)
  expect(await told(scene.agnese)).toContain('Tomasz Oyelaran')
  expect(await problemOf(put(scene.tomasz, about))).toMatchObject({ code: 'standing.not-enough' })
  expect(await problemOf(put(scene.agnese, { ...about, purpose: 'no such purpose' }))).toMatchObject({
    code: 'desk.nothing',
  })
  await put(scene.agnese, about)
  for (const who of [scene.agnese, scene.tomasz]) expect(await told(who)).not.toContain('Tomasz Oyelaran')
  expect((await desk(scene.tomasz)).leftAsIs).toEqual([])
  expect((await desk(scene.agnese)).leftAsIs).toMatchObject([
    { who: { text: scene.tomasz.email }, by: 'Agnese Torvald' },
  ])
  // What was not missing then is told.
  await scene.sql("UPDATE left_as_is SET missing = '{}'")
  expect(await told(scene.agnese)).toContain('Tomasz Oyelaran')
  await put(scene.agnese, { ...about, meant: false })
  expect((await desk(scene.agnese)).leftAsIs).toEqual([])
})

test('a member finds on their desk what they were given and is not enough, and what others lack is not told to them', async () => {
  const { holes } = await desk(scene.tomasz)
  expect(holes.map(hole => [hole.who.name, hole.purpose])).toEqual([['Tomasz Oyelaran', 'run our adverts']])
  expect((await desk(scene.tomasz)).unfinished).toEqual([])
  const unreached = holes.flatMap(hole => hole.requirements).filter(requirement => requirement.through.length === 0)
  expect(unreached.length).toBeGreaterThan(0)
  for (const { asset, remedy, sentence } of unreached) expect([asset, remedy, sentence]).toEqual([null, null, null])
})
