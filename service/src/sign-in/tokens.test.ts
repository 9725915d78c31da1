import { answerOf, famigliaClient } from '@famiglia/client'
import { generate } from 'otplib'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, problemOf, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

const inDays = (days: number) =>
  scene.clock
    .now()
    .add({ hours: days * 24 })
    .toString()
const make = (client = scene.agnese.client, over: { until?: string; unattended?: boolean } = {}) =>
  answerOf(client.POST('/v1/me/tokens', { body: { name: 'report', until: inDays(30), unattended: false, ...over } }))
const withToken = (token: string) => famigliaClient({ url: scene.url, token })

test('a token works until its end, and not a moment longer', async () => {
  const { token } = await make()
  expect((await withToken(token).GET('/v1/me')).data?.person.name).toBe('Agnese Torvald')
  scene.clock.forward({ hours: 30 * 24 })
  expect((await withToken(token).GET('/v1/me')).error).toMatchObject({ code: 'sign-in.needed' })
})

test('a token always has an end, at most a year ahead', async () => {
  expect(await problemOf(make(scene.agnese.client, { until: inDays(-1) }))).toMatchObject({ code: 'date.past' })
  expect(await problemOf(make(scene.agnese.client, { until: inDays(400) }))).toMatchObject({
    code: 'request.invalid',
    pointer: '/until',
  })
})

test('an attended token cannot do what takes a proof, and cannot make an unattended one to get round it', async () => {
  const { token } = await make()
  expect(await problemOf(make(withToken(token), { unattended: true }))).toMatchObject({ code: 'proof.needed' })
  const give = withToken(token).POST('/v1/businesses/{business}/sentences', {
    params: { path: { business: scene.agnese.business } },
    body: { sentence: 'let bea@ondaverde.example run on ad-account/winter-freight' },
  })
  expect((await give).error).toMatchObject({ code: 'proof.needed' })
})

test('a token is listed by name and ended like a sign-in; nobody ends another person’s', async () => {
  const made = await make()
  const list = await answerOf(scene.agnese.client.GET('/v1/me/sessions'))
  expect(list.items).toEqual(
    expect.arrayContaining([expect.objectContaining({ id: made.id, kind: 'token', name: 'report' })]),
  )
  const end = (client: typeof scene.agnese.client) =>
    answerOf(client.DELETE('/v1/me/sessions/{id}', { params: { path: { id: made.id } } }))
  expect(await problemOf(end(scene.callum.client))).toMatchObject({ code: 'resource.unknown' })
  await end(scene.agnese.client)
  expect((await withToken(made.token).GET('/v1/me')).error).toMatchObject({ code: 'sign-in.needed' })
})

test('a second step counts only after its first code came back, and from then on signing in takes one', async () => {
  const { secret, address } = await answerOf(scene.tomasz.client.POST('/v1/me/second-proof'))
  expect(address).toMatch(/^otpauth:\/\/totp\/Famiglia:tomasz%40ondaverde\.example\?secret=/)
  const signIn = () =>
    famigliaClient({ url: scene.url }).POST('/v1/sign-in', {
      body: { address: scene.tomasz.email, password: scene.tomasz.password },
    })
  expect((await signIn()).data?.needs).toBeNull()
  const confirm = (code: string) =>
    answerOf(scene.tomasz.client.POST('/v1/me/second-proof/confirmation', { body: { code } }))
  expect(await problemOf(confirm('000000'))).toMatchObject({ code: 'proof.wrong' })
  await confirm(await generate({ secret, epoch: Math.floor(scene.clock.now().epochMilliseconds / 1000) }))
  expect((await signIn()).data?.needs).toBe('code')
})
