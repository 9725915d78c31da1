import { answerOf, famigliaClient } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, problemOf, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

const client = () => famigliaClient({ url: scene.url })
const ask = (name: string, address: string, zone = 'Europe/Oslo', headers = {}) =>
  answerOf(
    client().POST('/v1/openings', {
      body: {
        business: { name, town: 'Vastholm', zone },
        person: { name: 'Egil Rasmund', address },
      },
      headers,
    }),
  )
const password = 'freight over deep water'
const open = (link: string) => answerOf(client().POST('/v1/openings/confirmation', { body: { link, password } }))

test('a business opens with the link from the letter, once, under a number of its own', async () => {
  await ask('Vastholm Freight', 'egil@vastholm.example')
  expect(await scene.sql(`SELECT FROM business WHERE name = 'Vastholm Freight'`)).toHaveLength(0)
  const link = await scene.link('egil@vastholm.example', 'Open a business')

  const opened = await open(link)

  expect(opened).toEqual({
    name: 'Vastholm Freight',
    number: expect.stringMatching(/^B-\d{4}-\d{4}-\d{2}$/),
    signedIn: true,
  })
  expect(await open(link)).toEqual({ ...opened, signedIn: false })
  expect(await scene.sql(`SELECT FROM business WHERE name = 'Vastholm Freight'`)).toHaveLength(1)
})

test('nobody finds out from the answer who has a sign-in: only the letter says it', async () => {
  const known = await ask('A second ferry line', 'agnese@ondaverde.example')
  const unknown = await ask('Tarn Sailing', 'skipper@tarn.example')
  expect(Object.keys(known)).toEqual(Object.keys(unknown))
  expect((await scene.letters('agnese@ondaverde.example'))[0]).toBe('You have a sign-in at Famiglia already')
})

test('the link is good for a day, and a link for something else is none', async () => {
  await ask('Late Lines', 'late@lines.example')
  const link = await scene.link('late@lines.example', 'Open a business')
  scene.clock.forward({ hours: 24 })
  expect(await problemOf(open(link))).toMatchObject({ code: 'opening.lapsed', status: 410 })
  await scene.say(scene.agnese, 'let bea@ondaverde.example watch on ad-account/winter-freight')
  expect(await problemOf(open(await scene.link('bea@ondaverde.example')))).toMatchObject({ code: 'link.unknown' })
})

test('asked twice under one key, one letter is sent', async () => {
  const key = { 'Idempotency-Key': crypto.randomUUID() }
  await ask('Twice Asked', 'twice@asked.example', 'Europe/Oslo', key)
  await ask('Twice Asked', 'twice@asked.example', 'Europe/Oslo', key)
  expect(await scene.letters('twice@asked.example')).toHaveLength(1)
})

test('a zone that does not exist is refused at its field', async () => {
  expect(await problemOf(ask('Nowhere', 'nobody@nowhere.example', 'Europe/Atlantis'))).toMatchObject({
    code: 'request.invalid',
    pointer: '/business/zone',
  })
})

test('who has a sign-in opens another business at once, with a fresh proof, five within a day', async () => {
  const town = { town: 'Porto Verano', zone: 'Europe/Lisbon' }
  const another = (who: { client: ReturnType<typeof client> }, name: string, zone = town.zone) =>
    answerOf(who.client.POST('/v1/me/businesses', { body: { name, town: town.town, zone } }))
  const agnese = await scene.signIn(scene.agnese)
  const { number } = await another(agnese, 'Tide House')
  const me = await answerOf(agnese.client.GET('/v1/me'))
  expect(me.businesses.find(one => one.number === number)).toMatchObject({ name: 'Tide House', standing: 'admin' })
  expect(await problemOf(another(agnese, 'Nowhere', 'Atlantis'))).toMatchObject({ code: 'request.invalid' })
  for (const name of ['Two', 'Three', 'Four', 'Five']) await another(agnese, name)
  expect(await problemOf(another(agnese, 'Six'))).toMatchObject({ code: 'request.too-many' })
  scene.clock.forward({ minutes: 11 })
  expect(await problemOf(another(agnese, 'Seven'))).toMatchObject({ code: 'proof.needed' })
  expect(await problemOf(another({ client: client() }, 'Eight'))).toMatchObject({ code: 'sign-in.needed' })
  const tomasz = await scene.signIn(scene.tomasz)
  await Promise.allSettled(Array.from({ length: 20 }, (_, count) => another(tomasz, `Shed ${count}`)))
  expect(await scene.sql(`SELECT FROM business WHERE name LIKE 'Shed %'`)).toHaveLength(5)
})

test('what is somebody’s alone lives in a business of their own, opened once, under their name, whoever asks how often', async () => {
  const own = (who: { client: ReturnType<typeof client> }) =>
    answerOf(who.client.PUT('/v1/me/own-business', { body: {} }))
  scene.clock.forward({ hours: 25 })
  const tomasz = await scene.signIn(scene.tomasz)
  const all = await Promise.all(Array.from({ length: 20 }, () => own(tomasz)))
  expect(new Set(all.map(one => one.number)).size).toBe(1)
  expect(all[0]!.name).toBe('Tomasz Oyelaran')
  const agnese = await scene.signIn(scene.agnese)
  expect((await own(agnese)).number).not.toBe(all[0]!.number)
  scene.clock.forward({ minutes: 11 })
  expect(await own(tomasz), 'told without a proof, once it is there').toEqual(all[0])
  const read = agnese.client.GET('/v1/businesses/{business}', { params: { path: { business: all[0]!.number } } })
  expect(await problemOf(answerOf(read))).toMatchObject({ code: 'business.unknown' })
  expect(await problemOf(own({ client: client() }))).toMatchObject({ code: 'sign-in.needed' })
})
