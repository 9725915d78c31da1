import { answerOf, famigliaClient } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { bringIn, openScene, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

const desk = (who: Actor, business = who.business) =>
  answerOf(who.client.GET('/v1/businesses/{business}/desk', { params: { path: { business } } }))
const undone = async (who: Actor, business: string) =>
  (await desk(who, business)).firstSteps?.filter(({ done }) => !done).map(({ step }) => step) ?? null

test('the first steps tick themselves, are for admins alone, and are gone when all are done', async () => {
  const agnese = await scene.signIn(scene.agnese)
  const opened = await answerOf(
    agnese.client.POST('/v1/me/businesses', {
      body: { name: 'Lantern Tours', town: 'Porto Verano', zone: 'Europe/Lisbon' },
    }),
  )
  const there = { ...agnese, business: opened.number }
  expect(await undone(there, opened.number)).toEqual(['first asset', 'second admin', 'first access'])
  expect((await desk(there)).admins).toEqual([])

  await bringIn({ ...scene, agnese: there }, 'TN-11205', 'day-trips', 'tern')
  expect(await undone(there, opened.number)).toEqual(['second admin', 'first access'])
  await scene.say(there, 'let quill@lantern.example draft on page/day-trips until 2030-01-01')
  expect(await undone(there, opened.number)).toEqual(['second admin'])
  const quill = await scene.joinByLetter('Quill Ardmore', 'quill@lantern.example')
  expect(await undone(quill, opened.number)).toBeNull()

  scene.clock.forward({ hours: 24 * 15 })
  const later = await scene.signIn(scene.agnese)
  expect(await undone(later, opened.number)).toBeNull()
  expect((await desk(later, opened.number)).admins).toMatchObject([{ finding: 'alone' }])
})

test('a business is opened and entered at once in the browser that follows the link; whoever asked has chosen nothing', async () => {
  const post = async (path: string, body: object) => {
    const answer = await fetch(`${scene.url}${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    return { told: await answer.json(), cookie: answer.headers.getSetCookie().join('; ') }
  }
  const business = { name: 'Buy now at evil.example', town: 'Tarnmouth', zone: 'Europe/Lisbon' }
  const person = { name: 'Juno Marl', address: 'juno@bakery.example' }
  expect(
    (await post('/v1/openings', { business, person: { ...person, password: 'chosen by who asked' } })).told,
  ).toMatchObject({
    code: 'request.invalid',
  })
  const asked = await post('/v1/openings', { business, person })
  expect(asked.cookie).toBe('')
  const { subject, text } = await scene.newestLetter(person.address)
  expect(subject).toBe('Open a business at Famiglia')
  expect(text).not.toMatch(/\[.*evil/)
  const link = await scene.link(person.address)
  expect((await post('/v1/openings/confirmation', { link })).told).toMatchObject({ code: 'request.invalid' })
  const password = 'bread before every sunrise'
  const first = await post('/v1/openings/confirmation', { link, password })
  expect(first.told).toMatchObject({ name: business.name, signedIn: true })
  const [session] = /famiglia_session=[^;]+/.exec(first.cookie)!
  const me = await fetch(`${scene.url}/v1/me`, { headers: { cookie: session } })
  expect(await me.json()).toMatchObject({ person: { address: person.address } })
  const again = await post('/v1/openings/confirmation', { link, password: 'another than the first' })
  expect(again.told).toMatchObject({ signedIn: false })
  expect(again.cookie).not.toContain('famiglia_session')
})

test('of twenty who follow one opening link at once, one has chosen the password and is signed in', async () => {
  const nobody = famigliaClient({ url: scene.url })
  const business = { name: 'Tide Works', town: 'Tarnmouth', zone: 'Europe/Lisbon' }
  const address = 'tide@works.example'
  await answerOf(nobody.POST('/v1/openings', { body: { business, person: { name: 'Tide', address } } }))
  const link = await scene.link(address)
  const passwordOf = (index: number) => `several words, number ${index}`
  const answers = await Promise.all(
    Array.from({ length: 20 }, (_none, index) =>
      nobody.POST('/v1/openings/confirmation', { body: { link, password: passwordOf(index) } }),
    ),
  )
  const letIn = answers.flatMap(({ response }, index) =>
    response.headers.getSetCookie().some(cookie => cookie.startsWith('famiglia_session=')) ? [index] : [],
  )
  expect(letIn).toHaveLength(1)
  const signIn = (index: number) => nobody.POST('/v1/sign-in', { body: { address, password: passwordOf(index) } })
  expect((await signIn(letIn[0]!)).response.status).toBe(200)
  expect((await signIn((letIn[0]! + 1) % 20)).response.status).toBe(401)
})

test('the line of days tells in order what ends and begins in three months, and a member theirs alone', async () => {
  const day = (days: number) =>
    scene.clock.now().toZonedDateTimeISO('Europe/Lisbon').toPlainDate().add({ days }).toString()
  const agnese = await scene.signIn(scene.agnese)
  const tomasz = scene.tomasz.email
  await scene.say(
    agnese,
    `let ${tomasz} watch on ad-account/winter-freight hiding revenue and contacts until ${day(60)}`,
  )
  await scene.withPriya()
  await scene.say(agnese, `let priya@ondaverde.example watch on ad-account/winter-freight from ${day(20)}`)
  await scene.say(agnese, `let priya@ondaverde.example run on ad-account/summer-crossings until ${day(120)}`)
  const { days, ending } = await desk(agnese)
  expect(days.map(({ said, begins }) => [said, begins])).toEqual([
    ['Priya Lindqvist: Winter Freight begins', true],
    ['Tomasz Oyelaran: Winter Freight ends', false],
  ])
  expect(ending).toEqual([])
  expect((await desk(scene.tomasz)).days.map(({ said }) => said)).toEqual(['Tomasz Oyelaran: Winter Freight ends'])
})
