import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, type Scene } from '../../../e2e/support/scene.ts'
import { forMembers, open, someId } from '../../../e2e/support/routes.ts'

interface Description {
  openapi: string
  paths: Record<string, Record<string, object>>
  components: { schemas: Record<string, unknown> }
}

let scene: Scene
let description: Description
beforeAll(async () => {
  scene = await openScene()
  await scene.withPriya()
  description = (await (await fetch(`${scene.url}/openapi.json`)).json()) as Description
})
afterAll(() => scene.close())

function routes(): string[] {
  const found = Object.entries(description.paths).flatMap(([path, methods]) =>
    Object.keys(methods).map(method => `${method.toUpperCase()} ${path}`),
  )
  expect(found.length, 'found no routes: has the description moved?').toBeGreaterThan(80)
  return found
}

const ofBusinesses = () => routes().filter(route => route.includes('{business}'))

/** Calls a route with a form that fits, so that it is the one who asks who is refused. */
async function call(
  route: string,
  headers: Record<string, string>,
  { business = scene.agnese.business, asset = 'ad-account%2Fsummer-crossings' } = {},
) {
  const [method, path] = route.split(' ') as [string, string]
  const filled = path
    .replace('{business}', business)
    .replace('{asset}', asset)
    .replace('{account}', asset)
    .replace('{other}', 'ad-account%2Fwinter-freight')
    .replace('{person}', route.includes('{partner}') ? someId : 'priya@ondaverde.example')
    .replace('{address}', 'priya@ondaverde.example')
    .replaceAll(/\{\w+\}/g, someId)
  const { query, body } = forMembers[route] ?? {}
  const sends = !['GET', 'DELETE'].includes(method)
  const response = await fetch(`${scene.url}${filled}${query ? `?${query}` : ''}`, {
    method,
    redirect: 'manual',
    ...(sends ? { body: JSON.stringify(body ?? {}) } : {}),
    headers: { ...(sends ? { 'content-type': 'application/json' } : {}), ...headers },
  })
  const text = await response.text()
  const { code = null } = text.startsWith('{') ? (JSON.parse(text) as { code?: string }) : {}
  return { route, status: response.status, code }
}

const bearer = (token: string) => ({ authorization: `Bearer ${token}` })
const turnedAway = (route: string) => ({ route, status: 401, code: 'sign-in.needed' })

test('every route says what becomes of a plain member there, or why nobody has to be signed in; none is missing, none is gone', () => {
  const known = [...Object.keys(open), ...Object.keys(forMembers)]
  expect(routes().filter(route => !known.includes(route))).toEqual([])
  expect(known.filter(route => !routes().includes(route))).toEqual([])
})

test('nobody, an ended sign-in, a made-up token and a forged cookie are turned away by every route but the open ones', async () => {
  const { token, client } = await scene.signIn(scene.agnese)
  await client.POST('/v1/sign-out')
  const forged = `${scene.agnese.token.slice(0, -1)}${scene.agnese.token.endsWith('x') ? 'y' : 'x'}`
  const attempts: Record<string, string>[] = [
    {},
    bearer(token),
    bearer(forged),
    { cookie: `famiglia_session=${forged}` },
    { cookie: 'famiglia_session=' },
  ]
  for (const route of routes().filter(one => !open[one]))
    for (const attempt of attempts) expect(await call(route, attempt)).toEqual(turnedAway(route))
}, 60_000)

test("a genuine cookie does not count for what another site's page asks for", async () => {
  for (const route of routes().filter(one => !open[one] && !one.startsWith('GET ') && one.includes('/v1/'))) {
    const cookie = { cookie: `famiglia_session=${scene.agnese.token}` }
    for (const foreign of [{ origin: 'https://elsewhere.example' }, { 'sec-fetch-site': 'cross-site' }])
      expect(await call(route, { ...cookie, ...foreign })).toEqual(turnedAway(route))
  }
}, 60_000)

test("another business's things answer as if they did not exist, on every route", async () => {
  expect(ofBusinesses().length).toBeGreaterThan(50)
  for (const route of ofBusinesses())
    expect(await call(route, bearer(scene.callum.token))).toEqual({ route, status: 404, code: 'business.unknown' })
}, 60_000)

test('a plain member is refused what takes an admin or a steward, on every route', async () => {
  // Leaving ends what the other routes look at, so it is not walked but tried by itself elsewhere.
  for (const route of ofBusinesses().filter(one => !one.endsWith('/leave'))) {
    const { member } = forMembers[route]!
    const { status, code } = await call(route, bearer(scene.tomasz.token))
    if (member === 'may') expect({ route, refused: status >= 400 ? code : null }).toEqual({ route, refused: null })
    else expect({ route, code }).toEqual({ route, code: member })
  }
}, 60_000)

test('a partner that holds something stays a stranger to the owner’s business, and changes nothing of what it holds', async () => {
  const { agnese, callum } = scene
  const { proposal } = await scene.say(agnese, `let ${callum.business} run on ad-account/summer-crossings`)
  await callum.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
    params: { path: { business: callum.business, proposal: proposal! } },
    body: {},
  })
  const partner = bearer(callum.token)
  for (const route of ofBusinesses())
    expect(await call(route, partner)).toEqual({ route, status: 404, code: 'business.unknown' })

  const [before] = await scene.sql<{ number: string }>(`SELECT * FROM asset WHERE handle = 'summer-crossings'`)
  const naming = ofBusinesses().filter(route => route.includes('{asset}'))
  expect(naming.length).toBeGreaterThan(8)
  const own = { business: callum.business, asset: before!.number }
  for (const route of naming) {
    const { status, code } = await call(route, partner, own)
    // Whom it put on it is its own to see, and whose money is spent there is told to whoever reaches it.
    if (route.endsWith('{asset}/holders') || (route.startsWith('GET ') && route.endsWith('{asset}/billing')))
      expect({ route, status }).toEqual({ route, status: 200 })
    else expect({ route, code }).toEqual({ route, code: expect.stringMatching(/(unknown|billing.not-yours)$/) })
  }
  expect(await scene.sql(`SELECT * FROM asset WHERE handle = 'summer-crossings'`)).toEqual([before])
  await scene.say(agnese, `end ${callum.business}`)
}, 60_000)

test('once the last grant has ended, the asset is gone from every route that showed it', async () => {
  const before = bearer(scene.tomasz.token)
  const asset = `/v1/businesses/${scene.agnese.business}/assets/ad-account%2Fwinter-freight`
  const read = async (path: string) => (await fetch(scene.url + path, { headers: before })).json() as Promise<object>
  expect(await read(asset)).toMatchObject({ name: 'Winter Freight' })
  await scene.say(scene.agnese, 'end tomasz@ondaverde.example on ad-account/winter-freight')
  expect(await read(asset)).toMatchObject({ code: 'asset.unknown' })
  expect(await read(`/v1/businesses/${scene.agnese.business}/assets`)).toMatchObject({ items: [] })
  expect(await read('/v1/me/holdings')).toMatchObject({ items: [] })
  expect(await scene.can(scene.tomasz.email, 'ads.see', 'ad-account/winter-freight')).toBe(false)
})

test('an asset of another business cannot be named in a sentence, by its number or its handle', async () => {
  const [{ number }] = (await scene.sql<{ number: string }>(
    `SELECT number FROM asset WHERE handle = 'summer-crossings'`,
  )) as [{ number: string }]
  for (const what of [number, 'ad-account/summer-crossings']) {
    const { error } = await scene.callum.client.POST('/v1/businesses/{business}/sentences/preview', {
      params: { path: { business: scene.callum.business } },
      body: { sentence: `let dae@gullwright.example watch on ${what}` },
    })
    expect(error).toMatchObject({ code: 'asset.unknown' })
    expect(JSON.stringify(error)).not.toContain('Ondaverde')
  }
})

test('an account that another business holds is refused without telling who', async () => {
  const path = { business: scene.callum.business }
  const claim = await scene.callum.client.POST('/v1/businesses/{business}/claims', {
    params: { path },
    body: { platform: 'marram', ref: 'MA-20417' },
  })
  const code = scene.town.platform('marram').things.codeOf('MA-20417')!
  const { error } = await scene.callum.client.POST('/v1/businesses/{business}/claims/{claim}/confirmation', {
    params: { path: { ...path, claim: claim.data!.id } },
    body: { code, handle: 'ours-now' },
  })
  expect(error).toMatchObject({ code: 'claim.held-elsewhere' })
  expect(JSON.stringify(error)).not.toContain('Ondaverde')
})

test('a field at fault is pointed at, and a field nobody asked for is refused', async () => {
  const { error } = await scene.agnese.client.POST('/v1/businesses/{business}/sentences', {
    params: { path: { business: scene.agnese.business } },
    body: { sentence: '', extra: true } as never,
  })
  expect(error).toMatchObject({
    code: 'request.invalid',
    faults: expect.arrayContaining([expect.objectContaining({ pointer: '/sentence' })]),
  })
})

test('two who rename the same asset do not overwrite one another', async () => {
  const path = { business: scene.agnese.business, asset: 'ad-account/winter-freight' }
  const read = await scene.agnese.client.GET('/v1/businesses/{business}/assets/{asset}', { params: { path } })
  const etag = { 'If-Match': read.response.headers.get('etag')! }
  const rename = (name: string) =>
    scene.agnese.client.PATCH('/v1/businesses/{business}/assets/{asset}', {
      params: { path },
      body: { name },
      headers: etag,
    })
  expect((await rename('Winter Cargo')).data?.name).toBe('Winter Cargo')
  expect((await rename('Cold Freight')).error).toMatchObject({ code: 'version.stale', status: 412 })
})

test('pages carry the security headers, and what goes wrong is never told in full', async () => {
  const response = await fetch(`${scene.url}/nothing/here`, { headers: { accept: 'text/html' } })
  expect(response.headers.get('content-security-policy')).toContain("default-src 'none'")
  expect(response.headers.get('x-content-type-options')).toBe('nosniff')
  const missing = await fetch(`${scene.url}/v1/nothing`)
  expect(missing.headers.get('content-type')).toContain('application/problem+json')
})
