import { createHash } from 'node:crypto'
import { setTimeout as sleep } from 'node:timers/promises'
import { createRemoteJWKSet, decodeProtectedHeader, jwtVerify } from 'jose'
import * as openid from 'openid-client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { authorizeIn } from '../../../e2e/support/authorize.ts'
import { openScene, type Actor, type Scene } from '../../../e2e/support/scene.ts'
import { Visitor } from '../../../e2e/support/visitor.ts'
import { sessionReader } from '../base/session.ts'
import { tidyUp } from '../base/tidyUp.ts'
import { AuthorizationServer } from './authorizationServer.ts'
import { tellSignedOut } from './platformSignIns.ts'

let scene: Scene
let agnese: Actor
let issuer: string
beforeAll(async () => {
  scene = await openScene()
  agnese = await scene.signIn(scene.agnese)
  issuer = `${scene.town.service.kit.publicUrl()}/oidc`
})
afterAll(() => scene.close())

const insecure = { execute: [openid.allowInsecureRequests] }
const marram = () => scene.town.platform('marram')
/** A product from a shelf, set up for Marram with what its operator was told. */
const stockClient = (secret = marram().clientSecret, at = issuer) =>
  openid.discovery(new URL(at), 'marram', {}, openid.ClientSecretBasic(secret), insecure)
async function begin(configuration: openid.Configuration, more: Record<string, string> = {}) {
  const verifier = openid.randomPKCECodeVerifier()
  const [state, nonce] = [openid.randomState(), openid.randomNonce()]
  const url = openid.buildAuthorizationUrl(configuration, {
    redirect_uri: marram().signIn.redirectUris[0]!,
    scope: 'openid profile email',
    code_challenge: await openid.calculatePKCECodeChallenge(verifier),
    code_challenge_method: 'S256',
    state,
    nonce,
    ...more,
  })
  return { query: Object.fromEntries(url.searchParams), verifier, state, nonce }
}
/** Signs somebody in at Marram, with all that the product checks by itself: state, nonce, issuer, signature, times. */
async function signInAt(configuration: openid.Configuration, who: Actor, more: Record<string, string> = {}) {
  const begun = await begin(configuration, more)
  const { to } = await authorizeIn(issuer, begun.query, who.token)
  return openid.authorizationCodeGrant(configuration, to!, {
    pkceCodeVerifier: begun.verifier,
    expectedState: begun.state,
    expectedNonce: begun.nonce,
    idTokenExpected: true,
    ...(more['max_age'] ? { maxAge: Number(more['max_age']) } : {}),
  })
}
const cameTo = async (who: Actor, more: Record<string, string>) =>
  (await authorizeIn(issuer, (await begin(await stockClient(), more)).query, who.token)).to!

test('what the authorization server tells of itself is what it serves, and nothing else', async () => {
  const told = (await stockClient()).serverMetadata() as Record<string, unknown>
  expect(told).toMatchObject({
    response_types_supported: ['code'],
    grant_types_supported: expect.arrayContaining(['authorization_code', 'refresh_token']),
    code_challenge_methods_supported: ['S256'],
    id_token_signing_alg_values_supported: ['RS256'],
    token_endpoint_auth_methods_supported: ['client_secret_basic', 'none'],
    backchannel_logout_supported: true,
    backchannel_logout_session_supported: true,
  })
  expect(told['grant_types_supported']).not.toContain('implicit')
  const places = Object.entries(told).filter(([name]) => /_(endpoint|uri)$/.test(name))
  expect(places.map(([name]) => name).sort()).toEqual([
    'authorization_endpoint',
    'device_authorization_endpoint',
    'end_session_endpoint',
    'introspection_endpoint',
    'jwks_uri',
    'revocation_endpoint',
    'token_endpoint',
    'userinfo_endpoint',
  ])
  for (const [name, url] of places) expect((await fetch(String(url), { method: 'POST' })).status, name).not.toBe(500)
})

test('the ID token tells who, when and how they proved it, and is signed with a published key', async () => {
  const configuration = await stockClient()
  const tokens = await signInAt(configuration, agnese)
  const claims = tokens.claims()!
  expect(claims).toMatchObject({
    amr: ['pwd', 'otp', 'mfa'],
    acr: 'http://schemas.openid.net/pape/policies/2007/06/multi-factor',
    sid: expect.any(String),
    auth_time: expect.any(Number),
  })
  await jwtVerify(tokens.id_token!, createRemoteJWKSet(new URL(configuration.serverMetadata().jwks_uri!)), {
    issuer,
    audience: 'marram',
  })
  expect(await openid.fetchUserInfo(configuration, tokens.access_token, claims.sub)).toMatchObject({
    name: agnese.name,
    email: scene.agnese.email,
  })
  const byPassword = (await signInAt(configuration, await scene.signIn(scene.tomasz))).claims()!
  expect(byPassword).toMatchObject({ amr: ['pwd'] })
  expect(byPassword['acr']).toBeUndefined()
})

const provenAgo = (time: string) => scene.sql('UPDATE session SET proven_at = now() - $1::interval', [time])

test('a platform that wants a new proof gets one: by prompt=login always, by max_age where the last is older', async () => {
  expect((await cameTo(agnese, {})).origin).toBe(marram().url)
  await provenAgo('5 minutes')
  const asked = await cameTo(agnese, { prompt: 'login' })
  expect([asked.pathname, asked.searchParams.get('address')]).toEqual(['/sign-in', agnese.email])
  expect((await cameTo(agnese, { max_age: '3600' })).origin).toBe(marram().url)
  await provenAgo('2 hours')
  expect((await cameTo(agnese, { max_age: '3600' })).pathname).toBe('/sign-in')
  expect((await cameTo(agnese, { prompt: 'none', max_age: '3600' })).searchParams.get('error')).toBe('login_required')
})

test('who signs out of Famiglia is out on every platform: told at once, and its tokens are worth nothing', async () => {
  const visitor = new Visitor()
  const { email: address, password } = scene.tomasz
  await visitor.go(`${scene.url}/v1/sign-in`, { json: { address, password } })
  const home = async () => (await visitor.go(`${marram().url}/`, { accept: 'text/html' })).body
  await visitor.go(`${marram().url}/sign-in`, { accept: 'text/html' })
  expect(await home()).toContain('Tomasz Oyelaran')

  const configuration = await stockClient()
  const other = await scene.signIn(scene.tomasz)
  const first = await signInAt(configuration, other)
  const next = await openid.refreshTokenGrant(configuration, first.refresh_token!)
  const active = async () => (await openid.tokenIntrospection(configuration, next.access_token)).active
  expect(await active()).toBe(true)
  expect(
    (
      await openid.tokenIntrospection(
        await openid.discovery(
          new URL(issuer),
          'tern',
          {},
          openid.ClientSecretBasic(scene.town.platform('tern').clientSecret),
          insecure,
        ),
        next.access_token,
      )
    ).active,
  ).toBe(false)
  await other.client.POST('/v1/sign-out')
  expect(await active()).toBe(false)
  await expect(openid.refreshTokenGrant(configuration, next.refresh_token!)).rejects.toMatchObject({
    error: 'invalid_grant',
  })
  await expect(openid.fetchUserInfo(configuration, next.access_token, first.claims()!.sub)).rejects.toThrow()

  await visitor.go(`${scene.url}/v1/sign-out`, { json: {} })
  for (let tries = 0; tries < 50 && (await home()).includes('Tomasz'); tries++) await sleep(100)
  expect(await home()).not.toContain('Tomasz Oyelaran')
  expect(
    await scene.sql('SELECT FROM platform_sign_in JOIN session ON session.id = session_id WHERE ended_at IS NOT NULL'),
  ).toEqual([])
})

/** Enters Marram anew in a browser where somebody is signed in, and redeems the code as the product does. */
async function enter(visitor: Visitor, configuration: openid.Configuration) {
  const begun = await begin(configuration)
  const start = `${issuer}/auth?${new URLSearchParams({ response_type: 'code', client_id: 'marram', ...begun.query })}`
  const { url } = await visitor.go(start, { accept: 'text/html', until: marram().url })
  return openid.authorizationCodeGrant(configuration, new URL(url), {
    pkceCodeVerifier: begun.verifier,
    expectedState: begun.state,
    expectedNonce: begun.nonce,
  })
}

test('a platform’s sign-out asks first, ends the sign-in here, and leads back', async () => {
  const configuration = await stockClient()
  const visitor = new Visitor()
  const { email: address, password } = scene.tomasz
  await visitor.go(`${scene.url}/v1/sign-in`, { json: { address, password } })
  await visitor.go(`${marram().url}/sign-in`, { accept: 'text/html' })
  const me = async () => (await visitor.go(`${scene.url}/v1/me`)).status
  // Entered twice, so that something was given out that the library has lost sight of.
  const both = [await enter(visitor, configuration), await enter(visitor, configuration)]
  const leaving = openid.buildEndSessionUrl(configuration, {
    client_id: 'marram',
    post_logout_redirect_uri: marram().signIn.postLogoutRedirectUris[0]!,
    state: 'kept',
  })
  const { body } = await visitor.go(leaving.href, { accept: 'text/html' })
  expect(body).toContain('Sign out of Famiglia?')
  expect(body).toContain('Marram asks for it.')
  expect(await me()).toBe(200)
  const [, xsrf] = /name="xsrf" value="([^"]+)"/.exec(body)!
  const confirm = `${issuer}/session/end/confirm`
  await visitor.go(confirm, { form: { xsrf: 'forged', logout: 'yes' } })
  expect(await me()).toBe(200)
  const left = await visitor.go(confirm, { form: { xsrf: xsrf!, logout: 'yes' } })
  expect(left.url).toBe(`${marram().url}/?state=kept`)
  expect(left.body).toContain('Sign in through Famiglia')
  expect(await me()).toBe(401)
  for (const { refresh_token } of both)
    await expect(openid.refreshTokenGrant(configuration, refresh_token!)).rejects.toMatchObject({
      error: 'invalid_grant',
    })
  const elsewhere = new URL(leaving)
  elsewhere.searchParams.set('post_logout_redirect_uri', 'https://elsewhere.example/')
  expect((await visitor.go(elsewhere.href, { accept: 'text/html' })).status).toBe(400)
})

test('a page elsewhere signs nobody out: without a platform’s sign-in in this browser there is nothing to end', async () => {
  const visitor = new Visitor()
  const { email: address, password } = scene.tomasz
  await visitor.go(`${scene.url}/v1/sign-in`, { json: { address, password } })
  const { body } = await visitor.go(`${issuer}/session/end?client_id=marram`, { accept: 'text/html' })
  const [, xsrf] = /name="xsrf" value="([^"]+)"/.exec(body)!
  await visitor.go(`${issuer}/session/end/confirm`, { form: { xsrf: xsrf!, logout: 'yes' } })
  expect((await visitor.go(`${scene.url}/v1/me`)).status).toBe(200)
})

test('a client secret is changed without a gap: two are good at once, and the secret for decisions is none of them', async () => {
  const platforms = (hashes: string[]) =>
    JSON.stringify(
      scene.town.service.kit.platforms.all.map(one => ({
        ...one,
        signIn: { ...one.signIn, ...(one.key === 'marram' ? { clientSecretHashes: hashes } : {}) },
      })),
    )
  const service = await scene.town.oneMore({
    FAMIGLIA_PLATFORMS: platforms([hashOf('the newer one'), hashOf(marram().clientSecret)]),
  })
  try {
    const isGood = async (secret: string) => {
      const configuration = await stockClient(secret, `${service.url}/oidc`)
      return openid.tokenIntrospection(configuration, 'nothing').then(
        ({ active }) => active === false,
        () => false,
      )
    }
    expect(await isGood('the newer one')).toBe(true)
    expect(await isGood(marram().clientSecret)).toBe(true)
    for (const wrong of ['guessed', hashOf('the newer one'), scene.town.service.kit.platforms.get('marram').secret])
      expect(await isGood(wrong), wrong).toBe(false)
  } finally {
    await service.close()
  }
})

const hashOf = (text: string) => createHash('sha256').update(text).digest('hex')
/** A token of the command line as the authorization server gives it out: a sign-in of Tomasz’s. */
async function commandLineToken(token: string): Promise<void> {
  const [{ person }] = (await scene.sql('SELECT person_id AS person FROM person_address WHERE address = $1', [
    scene.tomasz.email,
  ])) as [{ person: string }]
  await scene.sql(
    `INSERT INTO session (id, person_id, kind, name, secret_hash, unattended, begun_at, expires_at)
     VALUES (gen_random_uuid(), $2, 'command-line', 'command line', $1, false, now(), now() + interval '1 day')`,
    [hashOf(token), person],
  )
  const grant = `grant of ${token}`
  const given = { clientId: 'famiglia-cli', accountId: person, iat: 1, exp: 4_000_000_000 }
  const openidScope = { scope: 'openid profile email' }
  for (const [kind, id, payload] of [
    ['Grant', grant, { ...given, openid: openidScope }],
    ['AccessToken', token, { ...given, ...openidScope, grantId: grant }],
  ] as const)
    await scene.sql(
      "INSERT INTO oidc_record (kind, id_hash, payload, grant_id, expires_at) VALUES ($1, $2, $3, $4, now() + interval '1 day')",
      [kind, hashOf(id), JSON.stringify({ kind, ...payload }), grant],
    )
}
const asBearer = async (url: string, token: string) =>
  (await fetch(url, { headers: { authorization: `Bearer ${token}` } })).status

test('a token of the command line is worth nothing anywhere once its sign-in has ended; a secret in a form is none', async () => {
  const token = 'a-token-whose-sign-in-ends'
  await commandLineToken(token)
  expect(await asBearer(`${issuer}/me`, token)).toBe(200)
  await fetch(`${scene.url}/v1/sign-out`, { method: 'POST', headers: { authorization: `Bearer ${token}` } })
  expect(await asBearer(`${issuer}/me`, token)).toBe(401)
  const posted = await fetch(`${issuer}/token/introspection`, {
    method: 'POST',
    body: new URLSearchParams({ token: 'x', client_id: 'marram', client_secret: marram().clientSecret }),
  })
  expect(posted.status).toBe(401)
})

test('a platform that does not answer holds up no other: it is told when it is back, for a day', async () => {
  await scene.sql('DELETE FROM platform_sign_in')
  const add = (platform: string, sid: string) =>
    scene.sql(
      `INSERT INTO platform_sign_in (grant_id, session_id, platform, sid)
       SELECT $2, id, $1, $2 FROM session WHERE ended_at IS NOT NULL LIMIT 1`,
      [platform, sid],
    )
  const service = await scene.town.oneMore({
    FAMIGLIA_PUBLIC_URL: scene.town.service.kit.publicUrl(),
    FAMIGLIA_PLATFORMS: JSON.stringify(
      scene.town.service.kit.platforms.all.map(one => ({
        ...one,
        signIn: { ...one.signIn, ...(one.key === 'marram' ? { backchannelLogoutUri: 'http://127.0.0.1:9/over' } : {}) },
      })),
    ),
  })
  try {
    for (let one = 0; one < 120; one++) await add('marram', `away-${one}`)
    await add('tern', 'there')
    const kit = service.kit
    await expect(
      tellSignedOut(kit, new AuthorizationServer(kit, sessionReader(kit.database, kit.clock), service.app.log))(),
    ).rejects.toThrow()
    const left = await scene.sql<{ platform: string }>('SELECT DISTINCT platform FROM platform_sign_in')
    expect(left).toEqual([{ platform: 'marram' }])
    await scene.sql("UPDATE session SET ended_at = now() - interval '2 days' WHERE ended_at IS NOT NULL")
    await tidyUp(kit.database)()
    expect(await scene.sql('SELECT FROM platform_sign_in')).toEqual([])
  } finally {
    await service.close()
  }
})

test('a token of the command line that is revoked is a sign-in that ended, with its line in the history', async () => {
  const configuration = await openid.discovery(new URL(issuer), 'famiglia-cli', undefined, openid.None(), insecure)
  const token = 'a-token-that-is-revoked'
  await commandLineToken(token)
  const told = () =>
    scene.sql(
      "SELECT FROM history WHERE entry->>'what' = 'sign-in.ended' AND entry->>'sentence' = 'Tomasz Oyelaran ended the sign-in at the command line.'",
    )
  const before = (await told()).length
  expect(await asBearer(`${scene.url}/v1/me`, token)).toBe(200)
  await openid.tokenRevocation(configuration, token)
  expect(await asBearer(`${scene.url}/v1/me`, token)).toBe(401)
  expect(await told()).toHaveLength(before + 1)
})

test('the signing key is followed by another every three months, published before it signs, the same for every process', async () => {
  const kids = async (url: string) =>
    ((await (await fetch(`${url}/oidc/jwks`)).json()) as { keys: { kid: string }[] }).keys.map(({ kid }) => kid)
  const signedBy = async () =>
    decodeProtectedHeader((await signInAt(await stockClient(), await scene.signIn(scene.agnese))).id_token!).kid
  const [first] = await kids(scene.url)
  expect(await signedBy()).toBe(first)
  expect(JSON.stringify(await scene.sql('SELECT sealed FROM signing_key'))).not.toContain('"d"')
  const second = await scene.town.oneMore()
  try {
    scene.clock.forward({ hours: 91 * 24 })
    const published = (await Promise.all([kids(scene.url), kids(second.url)])).map(list => list.sort().join())
    expect(published[0]).toBe(published[1])
    expect(published[0]!.split(',')).toHaveLength(2)
    expect(published[0]).toContain(first)
    expect(await signedBy()).toBe(first)
    scene.clock.forward({ hours: 3 * 24 })
    expect(await signedBy()).not.toBe(first)
    expect(await kids(scene.url)).toContain(first)
    scene.clock.forward({ hours: 3 * 24 })
    expect(await kids(scene.url)).not.toContain(first)
  } finally {
    await second.close()
  }
})
