import { createHash, randomBytes } from 'node:crypto'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { authorizeIn } from '../../../e2e/support/authorize.ts'
import { openScene, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let marram: { key: string; secret: string; url: string }
let tern: { key: string; secret: string; url: string }
let issuer: string
let tomasz: Actor
beforeAll(async () => {
  scene = await openScene()
  const { kit } = scene.town.service
  const withSecret = (key: string) => {
    const { url, clientSecret: secret } = scene.town.platform(key)
    return { key, url, secret }
  }
  marram = withSecret('marram')
  tern = withSecret('tern')
  tomasz = await scene.signIn(scene.tomasz)
  issuer = `${kit.publicUrl()}/oidc`
})
afterAll(() => scene.close())

const verifier = () => randomBytes(32).toString('base64url')
const challengeOf = (text: string) => createHash('sha256').update(text).digest('base64url')
const back = (platform: typeof marram) => `${platform.url}/sign-in/callback`

const authorize = (query: Record<string, string>, who: Actor | null) => authorizeIn(issuer, query, who?.token ?? null)
const post = async (path: string, body: Record<string, string>, client?: { key: string; secret: string }) => {
  const response = await fetch(`${issuer}${path}`, {
    method: 'POST',
    headers: {
      'content-type': 'application/x-www-form-urlencoded',
      ...(client ? { authorization: `Basic ${Buffer.from(`${client.key}:${client.secret}`).toString('base64')}` } : {}),
    },
    body: new URLSearchParams(body),
  })
  return { status: response.status, ...((await response.json()) as Record<string, string>) }
}
/** Begins for a platform, and tells the code it gets with what redeems it. */
async function codeFor(platform: typeof marram, who: Actor) {
  const proof = verifier()
  const { to } = await authorize(
    {
      client_id: platform.key,
      redirect_uri: back(platform),
      code_challenge: challengeOf(proof),
      code_challenge_method: 'S256',
      state: 'kept',
    },
    who,
  )
  return { code: to!.searchParams.get('code')!, proof, state: to!.searchParams.get('state') }
}
const redeem = (platform: typeof marram, code: string, proof: string, as = platform) =>
  post('/token', { grant_type: 'authorization_code', code, redirect_uri: back(platform), code_verifier: proof }, as)
const userInfo = (token: string) => fetch(`${issuer}/me`, { headers: { authorization: `Bearer ${token}` } })

test('a code signs somebody in once: a second time it is none, and what it gave the first time ends', async () => {
  const { code, proof, state } = await codeFor(marram, tomasz)
  expect(state).toBe('kept')
  const tokens = (await redeem(marram, code, proof)) as { access_token?: string; status: number }
  expect(tokens.status).toBe(200)
  expect(await (await userInfo(tokens.access_token!)).json()).toMatchObject({
    name: 'Tomasz Oyelaran',
    email: scene.tomasz.email,
  })
  expect(await redeem(marram, code, proof)).toMatchObject({ status: 400, error: 'invalid_grant' })
  expect((await userInfo(tokens.access_token!)).status).toBe(401)
})

test('a code that was caught on its way is worth nothing: without what it was begun with, or at another platform', async () => {
  const { code, proof } = await codeFor(marram, tomasz)
  expect(await redeem(marram, code, verifier())).toMatchObject({ status: 400, error: 'invalid_grant' })
  const another = await codeFor(marram, tomasz)
  expect(await redeem(marram, another.code, another.proof, tern)).toMatchObject({ error: 'invalid_grant' })
  expect(await redeem(marram, code, proof, { ...marram, secret: 'guessed' })).toMatchObject({
    status: 401,
    error: 'invalid_client',
  })
})

test('nobody is sent to an address that the platform did not give, nor on a sign-in that was begun without a proof of its own', async () => {
  for (const redirect_uri of [
    'https://elsewhere.example/callback',
    `${back(marram)}/../steal`,
    `${back(marram)}?next=https://elsewhere.example`,
    back(tern),
  ]) {
    const { to, status } = await authorize(
      { client_id: marram.key, redirect_uri, code_challenge: challengeOf('x'), code_challenge_method: 'S256' },
      tomasz,
    )
    expect({ redirect_uri, to, status }).toEqual({ redirect_uri, to: null, status: 400 })
  }
  const bare = await authorize({ client_id: marram.key, redirect_uri: back(marram) }, tomasz)
  expect(bare.to?.searchParams.get('code') ?? null).toBeNull()
})

test('who is not signed in is led to sign in first, and back to where they were going', async () => {
  const { to } = await authorize(
    {
      client_id: marram.key,
      redirect_uri: back(marram),
      code_challenge: challengeOf('x'),
      code_challenge_method: 'S256',
    },
    null,
  )
  expect(to!.pathname).toBe('/sign-in')
  expect(to!.searchParams.get('next')).toMatch(/^\/oidc\/interaction\//)
})

test('what a platform gets to know somebody by is no key to Famiglia itself', async () => {
  const { code, proof } = await codeFor(tern, await scene.signIn(scene.agnese))
  const { access_token: token } = (await redeem(tern, code, proof)) as unknown as { access_token: string }
  expect((await userInfo(token)).status).toBe(200)
  for (const path of ['/v1/me', `/v1/businesses/${scene.agnese.business}/desk`])
    expect((await fetch(scene.url + path, { headers: { authorization: `Bearer ${token}` } })).status).toBe(401)
})

test('the command line waits for a yes in a browser, is let in once, and only for what it is', async () => {
  const client_id = 'famiglia-cli'
  const begun = (await post('/device/auth', { client_id, scope: 'openid' })) as unknown as {
    device_code: string
    user_code: string
  }
  const poll = () =>
    post('/token', {
      grant_type: 'urn:ietf:params:oauth:grant-type:device_code',
      device_code: begun.device_code,
      client_id,
    })
  expect(begun.user_code).toMatch(/^[A-Z]{4}-[A-Z]{4}$/)
  expect(await poll()).toMatchObject({ status: 400, error: 'authorization_pending' })
  expect(
    await post('/token', { grant_type: 'authorization_code', code: 'x', redirect_uri: back(marram), client_id }),
  ).toMatchObject({ status: 400 })
  expect(await post('/device/auth', { client_id: marram.key, scope: 'openid' }, marram)).toMatchObject({ status: 400 })
  const made = await fetch(`${issuer}/device`, {
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ user_code: 'WRNG-CODE', xsrf: 'forged' }),
  })
  expect(made.status).toBe(400)
  expect(await poll()).toMatchObject({ error: expect.stringMatching(/authorization_pending|slow_down/) })
})
