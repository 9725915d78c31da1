import { answerOf, famigliaClient } from '@famiglia/client'
import { generate } from 'otplib'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, problemOf, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ settings: { FAMIGLIA_SIGN_IN_TRIES: '5' } })
})
afterAll(() => scene.close())

const attempt = (address: string, password: string, code?: string) =>
  famigliaClient({ url: scene.url }).POST('/v1/sign-in', { body: { address, password, ...(code ? { code } : {}) } })
const codeNow = (secret: string) => generate({ secret, epoch: Math.floor(scene.clock.now().epochMilliseconds / 1000) })

test('whoever has a second step needs its code too, and the same code is not good twice', async () => {
  scene.clock.forward({ minutes: 1 }) // the code that set the second step up is used up: this one is of a later step
  const { email, password, totpSecret } = scene.agnese
  expect((await attempt(email, password)).data).toEqual({ needs: 'code', person: null })
  const code = await codeNow(totpSecret!)

  expect((await attempt(email, password, code)).data?.person?.name).toBe('Agnese Torvald')
  expect((await attempt(email, password, code)).error).toMatchObject({ code: 'sign-in.wrong' })
})

test('a wrong password and an unknown address are answered alike', async () => {
  const wrong = await attempt(scene.tomasz.email, 'not the password')
  const unknown = await attempt('nobody@ondaverde.example', 'not the password')
  const plain = ({ instance: _differs, ...rest }: Record<string, unknown>) => rest
  expect(wrong.response.status).toBe(401)
  expect(plain(unknown.error as never)).toEqual(plain(wrong.error as never))
})

test('wrong tries slow down, and the right password works again after the wait', async () => {
  for (let tries = 0; tries < 6; tries++) await attempt(scene.callum.email, 'guessing')
  const slowed = await attempt(scene.callum.email, scene.callum.password)
  expect(slowed.error).toMatchObject({ code: 'request.too-many', status: 429 })
  expect(Number(slowed.response.headers.get('retry-after'))).toBeGreaterThan(0)

  await scene.sql('UPDATE try_count SET expire = 0')
  expect((await attempt(scene.callum.email, scene.callum.password)).data?.needs).toBe('code')
})

test('a strong step asks for a fresh proof by RFC 9470 once ten minutes have passed, and takes a code for it', async () => {
  const { email, password, totpSecret, business } = scene.agnese
  scene.clock.forward({ minutes: 2 })
  const { response } = await attempt(email, password, await codeNow(totpSecret!))
  const client = famigliaClient({ url: scene.url, cookie: response.headers.getSetCookie()[0]!.split(';')[0]! })
  const give = (who: string) =>
    client.POST('/v1/businesses/{business}/sentences', {
      params: { path: { business } },
      body: { sentence: `let ${who}@ondaverde.example run on ad-account/winter-freight` },
    })
  expect((await give('noor')).data?.outcome).toBe('invited')

  scene.clock.forward({ minutes: 10 })
  const asked = await give('idris')
  expect(asked.error).toMatchObject({ code: 'proof.needed', status: 401 })
  expect(asked.response.headers.get('www-authenticate')).toContain('error="insufficient_user_authentication"')

  expect(await problemOf(answerOf(client.POST('/v1/me/proof', { body: { code: '000000' } })))).toMatchObject({
    code: 'proof.wrong',
  })
  await answerOf(client.POST('/v1/me/proof', { body: { code: await codeNow(totpSecret!) } }))
  expect((await give('idris')).data?.outcome).toBe('invited')
})

test('lowering takes no proof, however old the last one is', async () => {
  const signedIn = await attempt(scene.tomasz.email, scene.tomasz.password)
  await scene.sql(
    `UPDATE membership SET standing = 'admin' WHERE person_id = (SELECT person_id FROM person_address WHERE address = 'tomasz@ondaverde.example')`,
  )
  scene.clock.forward({ hours: 1 })
  const client = famigliaClient({ url: scene.url, cookie: signedIn.response.headers.getSetCookie()[0]!.split(';')[0]! })
  const ended = await client.POST('/v1/businesses/{business}/sentences', {
    params: { path: { business: scene.agnese.business } },
    body: { sentence: 'end noor@ondaverde.example' },
  })
  expect(ended.data?.outcome).toBe('ended')
})

test('the session cookie is out of reach of scripts, and does not count for a page of another site', async () => {
  const { response } = await attempt(scene.tomasz.email, scene.tomasz.password)
  const cookie = response.headers.getSetCookie()[0]!
  expect(cookie).toMatch(/HttpOnly/i)
  expect(cookie).toMatch(/SameSite=Lax/i)
  const foreign = await fetch(`${scene.url}/v1/sign-out`, {
    method: 'POST',
    headers: { cookie: cookie.split(';')[0]!, origin: 'https://elsewhere.example' },
  })
  expect(foreign.status).toBe(401)
})

test('a session that was ended is over at once', async () => {
  const { response } = await attempt(scene.tomasz.email, scene.tomasz.password)
  const client = famigliaClient({ url: scene.url, cookie: response.headers.getSetCookie()[0]!.split(';')[0]! })
  await answerOf(client.POST('/v1/sign-out'))
  expect((await client.GET('/v1/me')).error).toMatchObject({ code: 'sign-in.needed' })
})

test('secrets are not in the records as they are', async () => {
  const rows = await scene.sql<{ row: string }>(
    `SELECT session::text AS row FROM session UNION ALL SELECT person::text FROM person UNION ALL SELECT mail::text FROM mail UNION ALL SELECT history::text FROM history UNION ALL SELECT oidc_record::text FROM oidc_record`,
  )
  const kept = rows.map(({ row }) => row).join('\n')
  const link = await scene.link('noor@ondaverde.example')
  for (const secret of [scene.agnese.token, scene.agnese.totpSecret!, scene.agnese.password, link])
    expect(kept).not.toContain(secret)
})

test('a password that guessers try first is refused', async () => {
  const body = {
    business: { name: 'Vastholm Freight', town: 'Vastholm', zone: 'Europe/Oslo' },
    person: { name: 'Egil Rasmund', address: 'egil@vastholm.example' },
  }
  const nobody = famigliaClient({ url: scene.url })
  await answerOf(nobody.POST('/v1/openings', { body }))
  const link = await scene.link('egil@vastholm.example')
  const choice = nobody.POST('/v1/openings/confirmation', { body: { link, password: 'Password2026' } })
  expect(await problemOf(answerOf(choice))).toMatchObject({ code: 'password.common' })
})
