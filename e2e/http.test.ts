import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, type Scene } from './support/scene.ts'
import { answer, Visitor } from './support/visitor.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

test('the whole story over HTTP alone, platform included', async () => {
  const { url, town, agnese } = scene
  const at = `${url}/v1/businesses/${agnese.business}`
  const asAgnese = async <T>(method: string, address: string, json?: object) => {
    const response = await fetch(address, {
      method,
      headers: { authorization: `Bearer ${agnese.token}`, ...(json ? { 'content-type': 'application/json' } : {}) },
      ...(json ? { body: JSON.stringify(json) } : {}),
    })
    return answer<T>(response.text().then(body => ({ status: response.status, body })))
  }

  const claim = await asAgnese<{ id: string; shownAt: string }>('POST', `${at}/claims`, {
    platform: 'marram',
    ref: 'MA-20417',
  })
  const keeper = await answer<{ items: { ref: string; code: string }[] }>(new Visitor().go(claim.shownAt))
  const { code } = keeper.items.find(item => item.ref === 'MA-20417')!
  const asset = await asAgnese<{ number: string }>('POST', `${at}/claims/${claim.id}/confirmation`, {
    code,
    handle: 'summer-crossings',
  })

  const said = await asAgnese<{ outcome: string }>('POST', `${at}/sentences`, {
    sentence: 'let priya@ondaverde.example run on ad-account/summer-crossings hiding revenue for 6 months',
  })
  expect(said.outcome).toBe('invited')
  expect(await asAgnese('GET', `${at}/proposals`)).toMatchObject({
    items: [{ to: 'priya@ondaverde.example', state: 'open', openedAt: expect.any(String) }],
  })

  const priya = new Visitor()
  const link = await scene.link('priya@ondaverde.example')
  await answer(
    priya.go(`${url}/v1/invitations/acceptance`, {
      json: { link, signIn: { name: 'Priya Lindqvist', password: 'islands by breakfast' } },
    }),
  )
  const holders = await asAgnese<{ items: { person: { address: string }; state: string }[] }>(
    'GET',
    `${at}/assets/${asset.number}/holders`,
  )
  expect(holders.items).toContainEqual(
    expect.objectContaining({
      person: expect.objectContaining({ address: 'priya@ondaverde.example' }),
      state: 'in force',
    }),
  )

  expect((await priya.go(`${town.platform('marram').url}/sign-in`, { accept: 'text/html' })).url).toBe(
    `${town.platform('marram').url}/`,
  )
  const account = `${town.platform('marram').url}/assets/MA-20417`
  expect(await answer(priya.go(account))).toMatchObject({ level: 'run', figures: { spend: '4,180 euros this month' } })
  expect(await answer<{ figures: object }>(priya.go(account))).not.toHaveProperty('figures.revenue')
  await answer(priya.go(`${account}/items/2/publish`, { form: {}, method: 'POST' }))
  expect(town.platform('marram').things.find('MA-20417')!.items[1]!.state).toBe('out')

  await asAgnese('POST', `${at}/sentences`, {
    sentence: 'let priya@ondaverde.example watch on ad-account/summer-crossings hiding revenue',
  })
  const refused = await priya.go(`${account}/items/2/pause`, { form: {}, method: 'POST' })
  expect(refused).toMatchObject({
    status: 403,
    body: expect.stringContaining('Priya Lindqvist has watch on Summer Crossings; that takes run'),
  })
  expect(town.platform('marram').things.find('MA-20417')!.items[1]!.state).toBe('out')

  await asAgnese('POST', `${at}/sentences`, { sentence: 'end priya@ondaverde.example on ad-account/summer-crossings' })
  expect((await priya.go(account)).status).toBe(403)
  expect(await asAgnese('GET', `${at}/history/verification`)).toMatchObject({ whole: true })
})

test('a browser in which somebody else has signed in since enters the platform as that somebody', async () => {
  const visitor = new Visitor()
  const signIn = (address: string, password: string) =>
    answer(visitor.go(`${scene.url}/v1/sign-in`, { json: { address, password } }))
  const enter = async () =>
    (await visitor.go(`${scene.town.platform('marram').url}/sign-in`, { accept: 'text/html' })).body
  await signIn(scene.tomasz.email, scene.tomasz.password)
  expect(await enter()).toContain('Tomasz Oyelaran')
  await answer(visitor.go(`${scene.url}/v1/sign-out`, { json: {} }))
  await signIn('priya@ondaverde.example', 'islands by breakfast')
  expect(await enter()).toContain('Priya Lindqvist')
})

test('whoever is not signed in is led to sign in, and on from there', async () => {
  const led = await new Visitor().go(`${scene.town.platform('marram').url}/sign-in`, { accept: 'text/html' })
  expect(led.url).toMatch(new RegExp(`^${scene.url}/sign-in\\?next=%2Foidc%2Finteraction%2F`))
})

test('the metrics count requests by route and never name anybody', async () => {
  const text = await (await fetch(`${scene.url}/metrics`)).text()
  expect(text).toContain(
    'famiglia_request_seconds_count{method="POST",route="/v1/businesses/:business/sentences",status="200"}',
  )
  for (const metric of [
    'famiglia_build_info{version=',
    'famiglia_connections{pool="decisions",state="waiting"} 0',
    'famiglia_letters{state="waiting"}',
    'famiglia_jobs{queue="send-letters",state="completed"}',
    'famiglia_request_seconds_bucket{le="30",',
  ])
    expect(text).toContain(metric)
  expect(text).not.toContain('priya')
  expect(text).not.toContain(scene.agnese.business)
})

test('the service finishes what it began before it closes', async () => {
  const arrived = new Promise(here => scene.town.service.app.server.once('request', here))
  const slow = scene.say(scene.agnese, 'let last@ondaverde.example watch on ad-account/winter-freight')
  await arrived
  const closing = scene.town.service.close()
  expect((await slow).outcome).toBe('invited')
  await closing
  await expect(fetch(`${scene.url}/health/live`)).rejects.toThrow()
  expect(await scene.sql(`SELECT FROM proposal WHERE to_address = 'last@ondaverde.example'`)).toHaveLength(1)
})
