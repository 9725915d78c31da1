import { answerOf } from '@famiglia/client'
import { drawNumber } from '@famiglia/core'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { at, openScene, problemOf, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ settings: { FAMIGLIA_SIGN_IN_TRIES: '5' } })
})
afterAll(() => scene.close())
/** The wait is over for everybody. */
beforeEach(() => scene.sql('DELETE FROM try_count'))

interface From {
  readonly url?: string
  readonly headers?: Record<string, string>
}
const signIn = async (address: string, password: string, { url = scene.url, headers = {} }: From = {}) =>
  fetch(`${url}/v1/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: JSON.stringify({ address, password }),
  })
const statuses = async (answers: readonly Promise<Response>[]) => {
  const counts: Record<number, number> = {}
  for (const { status } of await Promise.all(answers)) counts[status] = (counts[status] ?? 0) + 1
  return counts
}
const many = <T>(times: number, one: (index: number) => T) =>
  Array.from({ length: times }, (_none, index) => one(index))
/** Somebody whom no place is known of: nobody signed in to it in a browser yet. */
const stranger = 'callum@gullwright.example'

test('of a hundred guesses at once five are tried, and two processes let no more through; a restart forgets none', async () => {
  await scene.sql('DELETE FROM known_place')
  const second = await scene.town.oneMore()
  try {
    const guesses = many(100, index => signIn(stranger, `guess ${index}`, index % 2 ? { url: second.url } : {}))
    expect(await statuses(guesses)).toEqual({ 401: 5, 429: 95 })
  } finally {
    await second.close()
  }
  const third = await scene.town.oneMore()
  const refused = await signIn(stranger, scene.callum.password, { url: third.url })
  await third.close()
  expect(refused.status).toBe(429)
  expect(Number(refused.headers.get('retry-after'))).toBeGreaterThan(200)
})

test('an account is one account however its address is written', async () => {
  await scene.sql('DELETE FROM known_place')
  const written = [stranger, stranger.toUpperCase(), ` ${stranger} `]
  expect(await statuses(many(24, index => signIn(written[index % 3]!, `guess ${index}`)))).toEqual({ 401: 5, 429: 19 })
})

test('strangers who guess shut nobody out: a browser that signed in before still does, a new one waits', async () => {
  const { email, password } = scene.called('Tomasz')
  const signedIn = await signIn(email, password)
  const device = signedIn.headers.getSetCookie().find(one => one.startsWith('famiglia_device='))!
  expect(device).toMatch(/HttpOnly; SameSite=Strict$/)
  const cookie = device.split(';')[0]!
  await scene.sql('DELETE FROM known_place')
  await signIn(email, password, { headers: { cookie } })
  const proxied = await scene.town.oneMore({ FAMIGLIA_TRUSTED_PROXIES: '127.0.0.1' })
  try {
    const elsewhere = { url: proxied.url, headers: { 'x-forwarded-for': '203.0.113.7' } }
    expect(await statuses(many(8, () => signIn(email, 'guess', elsewhere)))).toEqual({ 401: 5, 429: 3 })
    expect((await signIn(email, password, elsewhere)).status).toBe(429)
    const made = { ...elsewhere.headers, cookie: `famiglia_device=famd_${'x'.repeat(43)}` }
    expect((await signIn(email, password, { ...elsewhere, headers: made })).status).toBe(429)
    const marked = { ...elsewhere.headers, cookie }
    expect((await signIn(email, password, { ...elsewhere, headers: marked })).status).toBe(200)
  } finally {
    await proxied.close()
  }
})

test('behind a trusted proxy everybody counts alone; what others say of where they come from counts for nothing', async () => {
  const guessFrom = (url: string, from: string, index: number) =>
    signIn(`nobody-${from}-${index}@ondaverde.example`, 'guess', { url, headers: { 'x-forwarded-for': from } })
  const proxied = await scene.town.oneMore({ FAMIGLIA_TRUSTED_PROXIES: '10.0.0.1, 127.0.0.0/8' })
  try {
    expect(await statuses(many(30, index => guessFrom(proxied.url, '203.0.113.9', index)))).toEqual({ 401: 25, 429: 5 })
    expect((await guessFrom(proxied.url, '203.0.113.10', 0)).status).toBe(401)
  } finally {
    await proxied.close()
  }
  const forged = many(30, index => guessFrom(scene.url, `198.51.100.${index}`, index))
  expect(await statuses(forged)).toEqual({ 401: 25, 429: 5 })
})

test('codes that prove who one is are counted for the sign-in they come in: five of sixty at once, and nobody else waits', async () => {
  const agnese = await scene.signIn(scene.agnese)
  const guesses = many(60, () => agnese.client.POST('/v1/me/proof', { body: { code: '000000' } }))
  const codes = (await Promise.all(guesses)).map(({ error }) => (error as { code?: string } | undefined)?.code)
  expect(codes.filter(code => code === 'proof.wrong')).toHaveLength(5)
  expect(codes.filter(code => code === 'request.too-many')).toHaveLength(55)
  // The address is one for all here: only what counts for this one sign-in is looked at.
  await scene.sql("DELETE FROM try_count WHERE key LIKE 'from%'")
  expect((await agnese.client.POST('/v1/me/proof', { body: { code: '000000' } })).response.status).toBe(429)
  const another = await scene.signIn(scene.agnese)
  await answerOf(another.client.POST('/v1/me/proof', { body: { code: await scene.code(scene.agnese) } }))
})

test('sixty numbers looked up at once are not more than thirty', async () => {
  const looked = many(60, index =>
    problemOf(
      answerOf(
        scene.callum.client.POST('/v1/businesses/{business}/look-ups', {
          params: at(scene.callum),
          body: { number: drawNumber('B', 70_000_000 + index) },
        }),
      ),
    ),
  )
  const codes = (await Promise.all(looked)).map(({ code }) => code)
  expect(codes.filter(code => code === 'partner.unknown')).toHaveLength(30)
})

test('codes from a terminal and secrets of platforms are slowed; the right secret never is', async () => {
  const typeCode = () =>
    fetch(`${scene.url}/oidc/device`, {
      method: 'POST',
      headers: { 'content-type': 'application/x-www-form-urlencoded', cookie: 'famiglia_oidc=none' },
      body: 'user_code=BCDF-GHJK',
    })
  expect((await statuses(many(30, typeCode)))[429]).toBe(10)
  const exchange = () =>
    fetch(`${scene.url}/oidc/token`, {
      method: 'POST',
      headers: {
        'content-type': 'application/x-www-form-urlencoded',
        authorization: `Basic ${Buffer.from('marram:guess').toString('base64')}`,
      },
      body: 'grant_type=authorization_code&code=x&redirect_uri=x&code_verifier=x',
    })
  expect(await statuses(many(60, exchange))).toEqual({ 401: 50, 429: 10 })
  const ask = (secret: string) =>
    fetch(`${scene.url}/access/v1/evaluation`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', authorization: `Bearer ${secret}` },
      body: JSON.stringify({
        subject: { type: 'person', id: scene.agnese.email },
        action: { name: 'ads.publish' },
        resource: { type: 'ad-account', id: 'MA-1' },
      }),
    })
  expect(await statuses(many(60, index => ask(`guess ${index}`.padEnd(30, 'x'))))).toEqual({ 401: 50, 429: 10 })
  const { secret } = scene.town.service.kit.config.FAMIGLIA_PLATFORMS[0]!
  expect((await ask(secret)).status).toBe(200)
})
