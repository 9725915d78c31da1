import { answerOf, famigliaClient, type FamigliaClient } from '@famiglia/client'
import { generate } from 'otplib'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
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
let agnese: FamigliaClient
beforeEach(async () => {
  agnese = (await scene.signIn(scene.agnese)).client
})
const make = (client = agnese, over: { until?: string; unattended?: boolean } = {}) =>
  answerOf(client.POST('/v1/me/tokens', { body: { name: 'report', until: inDays(30), unattended: false, ...over } }))
const withToken = (token: string) => famigliaClient({ url: scene.url, token })

test('a token works until its end, and not a moment longer', async () => {
  const { token } = await make()
  expect((await withToken(token).GET('/v1/me')).data?.person.name).toBe('Agnese Torvald')
  scene.clock.forward({ hours: 30 * 24 })
  expect((await withToken(token).GET('/v1/me')).error).toMatchObject({ code: 'sign-in.needed' })
})

test('a token always has an end, at most a year ahead', async () => {
  expect(await problemOf(make(agnese, { until: inDays(-1) }))).toMatchObject({ code: 'date.past' })
  expect(await problemOf(make(agnese, { until: inDays(400) }))).toMatchObject({
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
  const list = await answerOf(agnese.GET('/v1/me/sessions'))
  expect(list.items).toEqual(
    expect.arrayContaining([expect.objectContaining({ id: made.id, kind: 'token', name: 'report' })]),
  )
  const end = (client: FamigliaClient) =>
    answerOf(client.DELETE('/v1/me/sessions/{id}', { params: { path: { id: made.id } } }))
  expect(await problemOf(end((await scene.signIn(scene.callum)).client))).toMatchObject({ code: 'resource.unknown' })
  await end(agnese)
  expect((await withToken(made.token).GET('/v1/me')).error).toMatchObject({ code: 'sign-in.needed' })
})

test('a token that works unattended touches no way to sign in, not even with the password', async () => {
  const { client, password, email } = scene.agnese
  const { items } = await answerOf(client.GET('/v1/me/sessions'))
  const another = items.find(session => !session.current)!.id
  const path = { params: { path: { address: email } } }
  for (const touched of [
    client.POST('/v1/me/second-proof'),
    client.POST('/v1/me/second-proof/confirmation', { body: { code: '123456' } }),
    client.POST('/v1/me/passkeys/challenge'),
    client.POST('/v1/me/recovery-codes'),
    client.POST('/v1/me/addresses', { body: { address: 'agnese@home.example' } }),
    client.PUT('/v1/me/addresses/{address}/main', path),
    client.DELETE('/v1/me/addresses/{address}', path),
    client.PUT('/v1/me/password', { body: { current: password, password: 'five tides after noon' } }),
    client.DELETE('/v1/me/sessions/{id}', { params: { path: { id: another } } }),
    client.POST('/v1/me/tokens', { body: { name: 'more', until: inDays(1), unattended: false } }),
  ])
    expect((await touched).error).toMatchObject({ code: 'sign-in.unattended' })
})

test('no token makes one that outlives it, or that works unattended', async () => {
  const signedIn = await scene.signIn(scene.tomasz)
  const own = withToken((await make(signedIn.client)).token)
  expect(await problemOf(make(own))).toMatchObject({ code: 'proof.needed' })
  await answerOf(own.POST('/v1/me/proof', { body: { password: scene.tomasz.password } }))
  expect(await problemOf(make(own, { until: inDays(31) }))).toMatchObject({ code: 'token.beyond', pointer: '/until' })
  expect(await problemOf(make(own, { until: inDays(2), unattended: true }))).toMatchObject({
    code: 'token.beyond',
    pointer: '/unattended',
  })
  const lesser = withToken((await make(own, { until: inDays(2) })).token)
  expect((await lesser.GET('/v1/me')).data?.person.name).toBe('Tomasz Oyelaran')
})

test('an old sign-in or a token of somebody without a second step sets none up: the password is asked for first', async () => {
  const signedIn = await scene.signIn(scene.tomasz)
  const token = withToken((await make(signedIn.client)).token)
  scene.clock.forward({ minutes: 11 })
  for (const client of [token, signedIn.client]) {
    expect((await client.POST('/v1/me/second-proof')).error).toMatchObject({ code: 'proof.needed' })
    expect((await client.POST('/v1/me/proof', { body: { password: 'not hers' } })).error).toMatchObject({
      code: 'proof.wrong',
    })
  }
})

test('a token in the place of the browser’s cookie opens no door to the platforms or for the command line', async () => {
  const ask = async (token: string) => {
    const begun = await fetch(`${scene.url}/oidc/device/auth`, {
      method: 'POST',
      body: new URLSearchParams({ client_id: 'famiglia-cli', scope: 'openid' }),
    })
    const { verification_uri_complete: address } = (await begun.json()) as { verification_uri_complete: string }
    const jar = new Map([['famiglia_session', token]])
    const go = async (url: string, init: RequestInit = {}) => {
      const cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ')
      const answer = await fetch(url, { ...init, redirect: 'manual', headers: { cookie } })
      for (const set of answer.headers.getSetCookie()) {
        const [name, value] = set.split(';')[0]!.split('=')
        jar.set(name!, value!)
      }
      return answer
    }
    const form = await (await go(address)).text()
    const xsrf = /name="xsrf" value="([^"]+)"/.exec(form)![1]!
    const code = /name="user_code" value="([^"]+)"/.exec(form)![1]!
    const confirmed = await go(`${scene.url}/oidc/device`, {
      method: 'POST',
      body: new URLSearchParams({ xsrf, user_code: code, confirm: 'yes' }),
    })
    return (await go(new URL(confirmed.headers.get('location')!, scene.url).href)).headers.get('location')
  }
  expect(await ask(scene.agnese.token)).toContain('/sign-in?next=')
  expect(await ask((await scene.signIn(scene.agnese)).token)).toContain('/oidc/device/')
})

test('a second step counts only after its first code came back, and from then on signing in takes one', async () => {
  const tomasz = (await scene.signIn(scene.tomasz)).client
  const { secret, address } = await answerOf(tomasz.POST('/v1/me/second-proof'))
  expect(address).toMatch(/^otpauth:\/\/totp\/Famiglia:tomasz%40ondaverde\.example\?secret=/)
  const signIn = () =>
    famigliaClient({ url: scene.url }).POST('/v1/sign-in', {
      body: { address: scene.tomasz.email, password: scene.tomasz.password },
    })
  expect((await signIn()).data?.needs).toBeNull()
  const confirm = (code: string) => answerOf(tomasz.POST('/v1/me/second-proof/confirmation', { body: { code } }))
  expect(await problemOf(confirm('000000'))).toMatchObject({ code: 'proof.wrong' })
  await confirm(await generate({ secret, epoch: Math.floor(scene.clock.now().epochMilliseconds / 1000) }))
  expect((await signIn()).data?.needs).toBe('code')
})
