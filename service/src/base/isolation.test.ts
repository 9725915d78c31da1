import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, type Scene } from '../../../e2e/support/scene.ts'

interface Operation {
  parameters?: { name: string; in: string }[]
}
interface Description {
  openapi: string
  paths: Record<string, Record<string, Operation>>
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

/** Routes that ask nobody to be signed in, each with the reason. */
const open: Readonly<Record<string, string>> = {
  'POST /v1/sign-in': 'signs in',
  'POST /v1/openings': 'opens a first business',
  'POST /v1/openings/confirmation': 'the link is the proof',
  'POST /v1/invitations/reading': 'the link is the proof',
  'POST /v1/invitations/acceptance': 'the link is the proof',
  'POST /v1/invitations/refusal': 'the link is the proof',
  'GET /.well-known/authzen-configuration': 'public by its standard',
}

/** A body that a route takes, so that it is the sign-in or the business that is refused and not the form. */
const bodies: Readonly<Record<string, object>> = {
  '/v1/me/second-proof/confirmation': { code: '123456' },
  '/v1/me/tokens': { name: 'x', until: '2099-01-01T00:00:00Z', unattended: false },
  '/v1/businesses/{business}/sentences': { sentence: 'end priya@ondaverde.example on ad-account/summer-crossings' },
  '/v1/businesses/{business}/sentences/preview': {
    sentence: 'end priya@ondaverde.example on ad-account/summer-crossings',
  },
  '/v1/businesses/{business}/claims': { platform: 'marram', ref: 'MA-20417' },
  '/v1/businesses/{business}/claims/{claim}/confirmation': { code: '123456', handle: 'taken' },
  '/v1/businesses/{business}/decisions': {
    who: 'priya@ondaverde.example',
    action: 'ads.see',
    asset: 'ad-account/summer-crossings',
  },
  '/access/v1/evaluation': {
    subject: { type: 'person', id: 'x' },
    action: { name: 'ads.see' },
    resource: { type: 'ad-account', id: 'x' },
  },
}

function operations(): { method: string; path: string }[] {
  return Object.entries(description.paths).flatMap(([path, methods]) =>
    Object.keys(methods).map(method => ({ method: method.toUpperCase(), path })),
  )
}

async function call(method: string, path: string, token: string | null) {
  const someId = '01900000-0000-7000-8000-000000000000'
  const filled = path
    .replace('{business}', scene.agnese.business)
    .replace('{asset}', 'ad-account%2Fsummer-crossings')
    .replace('{person}', 'priya@ondaverde.example')
    .replaceAll(/\{\w+\}/g, someId)
  const body = ['GET', 'DELETE'].includes(method)
    ? {}
    : { body: JSON.stringify(bodies[path] ?? {}), headers: { 'content-type': 'application/json' } }
  const response = await fetch(scene.url + filled, {
    method,
    ...body,
    headers: { ...body.headers, ...(token ? { authorization: `Bearer ${token}` } : {}) },
  })
  return { status: response.status, problem: (await response.json()) as { code?: string } }
}

test('every route but the few that say why wants somebody to be signed in', async () => {
  const routes = operations()
  expect(routes.length, 'found no routes: has the description moved?').toBeGreaterThan(25)
  for (const { method, path } of routes.filter(route => !open[`${route.method} ${route.path}`])) {
    const { status, problem } = await call(method, path, null)
    expect({ route: `${method} ${path}`, status, code: problem.code }).toEqual({
      route: `${method} ${path}`,
      status: 401,
      code: 'sign-in.needed',
    })
  }
  for (const route of Object.keys(open)) expect(routes.map(({ method, path }) => `${method} ${path}`)).toContain(route)
})

test("another business's things answer as if they did not exist, on every route", async () => {
  const routes = operations().filter(({ path }) => path.includes('{business}'))
  expect(routes.length).toBeGreaterThan(10)
  for (const { method, path } of routes) {
    const { status, problem } = await call(method, path, scene.callum.token)
    expect({ route: `${method} ${path}`, status, code: problem.code }).toEqual({
      route: `${method} ${path}`,
      status: 404,
      code: 'business.unknown',
    })
  }
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
