import { answerOf, famigliaClient } from '@famiglia/client'
import { generate } from 'otplib'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { join, openScene, problemOf, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ settings: { FAMIGLIA_SIGN_IN_TRIES: '20' } })
})
afterAll(() => scene.close())

const nobody = () => famigliaClient({ url: scene.url })
const signIn = (body: { address: string; password: string; code?: string; recovery?: string }) =>
  nobody().POST('/v1/sign-in', { body })
const forget = (address: string) => answerOf(nobody().POST('/v1/forgotten-passwords', { body: { address } }))
const choose = (body: { link: string; password: string; code?: string; recovery?: string }) =>
  answerOf(nobody().POST('/v1/forgotten-passwords/choice', { body }))
const codeOf = (secret: string) => generate({ secret, epoch: Math.floor(scene.clock.now().epochMilliseconds / 1000) })

test('a recovery code takes the place of the app once, is told by letter, and new ones void the old', async () => {
  const agnese = await scene.signIn(scene.agnese)
  const { codes } = await answerOf(agnese.client.POST('/v1/me/recovery-codes'))
  expect(new Set(codes).size).toBe(10)
  const { email: address, password } = scene.agnese
  expect(
    (await signIn({ address, password, recovery: codes[0]!.toUpperCase().replaceAll('-', ' ') })).data?.needs,
  ).toBeNull()
  expect((await signIn({ address, password, recovery: codes[0]! })).error).toMatchObject({ code: 'sign-in.wrong' })
  expect((await scene.letters(address))[0]).toBe('A recovery code was used to sign in')
  expect((await answerOf(agnese.client.GET('/v1/me'))).person.recoveryCodes).toBe(9)
  await answerOf(agnese.client.POST('/v1/me/recovery-codes'))
  expect((await signIn({ address, password, recovery: codes[1]! })).error).toMatchObject({ code: 'sign-in.wrong' })
  const kept = await scene.sql<{ code_hash: string }>('SELECT code_hash FROM recovery_code')
  expect(kept.some(row => codes.includes(row.code_hash))).toBe(false)
})

test('a forgotten password is chosen anew by the link from the letter, once; open sign-ins end, tokens go on', async () => {
  const open = await scene.signIn(scene.tomasz)
  await forget(scene.tomasz.email)
  const link = await scene.link(scene.tomasz.email, 'Choose a new password')
  expect(await problemOf(choose({ link, password: 'tomasz1234' }))).toMatchObject({ code: 'password.common' })
  await choose({ link, password: 'captions over every gull' })
  expect(await problemOf(choose({ link, password: 'once more with feeling' }))).toMatchObject({ code: 'link.lapsed' })
  expect((await open.client.GET('/v1/me')).error).toMatchObject({ code: 'sign-in.needed' })
  expect((await scene.tomasz.client.GET('/v1/me')).data?.person.name).toBe('Tomasz Oyelaran')
  const { email: address } = scene.tomasz
  expect((await signIn({ address, password: scene.tomasz.password })).error).toMatchObject({ code: 'sign-in.wrong' })
  expect((await signIn({ address, password: 'captions over every gull' })).data?.needs).toBeNull()
})

test('where a second step is set up, a mailbox alone does not do', async () => {
  await forget(scene.agnese.email)
  const link = await scene.link(scene.agnese.email, 'Choose a new password')
  const password = 'five tides after noon'
  expect(await choose({ link, password })).toEqual({ needs: 'code' })
  expect(await problemOf(choose({ link, password, code: '000000' }))).toMatchObject({ code: 'proof.wrong' })
  scene.clock.forward({ minutes: 1 })
  expect(await choose({ link, password, code: await codeOf(scene.agnese.totpSecret!) })).toEqual({ needs: null })
})

test('a passkey counts as a second step: a password signs in and chooses anew only with it, or with a recovery code', async () => {
  const bea = await join(scene, 'Bea Fontaine', 'let WHO watch on ad-account/winter-freight')
  const { email: address, password } = bea
  const { codes } = await answerOf(bea.client.POST('/v1/me/recovery-codes'))
  await scene.sql(
    `INSERT INTO passkey (id, person_id, public_key, counter, transports, name, added_at)
     SELECT 'her-phone', person_id, '\\x00', 0, '{}', 'her phone', now() FROM person_address WHERE address = $1`,
    [address],
  )
  expect((await signIn({ address, password })).data?.needs).toBe('passkey')
  expect((await signIn({ address, password, code: '123456' })).error).toMatchObject({ code: 'sign-in.wrong' })
  expect(await problemOf(answerOf(bea.client.POST('/v1/me/proof', { body: { password } })))).toMatchObject({
    code: 'proof.wrong',
  })
  expect((await signIn({ address, password, recovery: codes[0]! })).data?.needs).toBeNull()
  await forget(address)
  const link = await scene.link(address, 'Choose a new password')
  const anew = { link, password: 'two summers on the quay' }
  expect(await choose(anew)).toEqual({ needs: 'passkey' })
  expect(await problemOf(choose({ ...anew, code: '123456' }))).toMatchObject({ code: 'proof.wrong' })
  expect(await choose({ ...anew, recovery: codes[1]! })).toEqual({ needs: null })
})

test('nobody learns who is here: known and unknown are answered alike, and take as long', async () => {
  const timed = async (address: string) => {
    const began = performance.now()
    const answer = await forget(address)
    return { answer, took: performance.now() - began }
  }
  const known = await timed(scene.callum.email)
  const unknown = await timed('nobody@nowhere.example')
  expect(known.answer).toEqual(unknown.answer)
  for (const { took } of [known, unknown]) expect(took).toBeGreaterThan(240)
  expect(await scene.letters('nobody@nowhere.example')).toEqual([])
})

test('a link for a password is too old after half an hour, and one for an address is no good for it', async () => {
  await forget(scene.callum.email)
  const link = await scene.link(scene.callum.email, 'Choose a new password')
  const { client } = scene.callum
  expect(await problemOf(answerOf(client.POST('/v1/addresses/confirmation', { body: { link } })))).toMatchObject({
    code: 'link.unknown',
  })
  scene.clock.forward({ minutes: 31 })
  expect(await problemOf(choose({ link, password: 'too late for this one' }))).toMatchObject({ code: 'link.lapsed' })
})

test('asked for over and over, a person gets a few letters an hour and no more', async () => {
  scene.clock.forward({ hours: 2 })
  const before = (await scene.letters(scene.callum.email)).length
  for (let time = 0; time < 8; time++) await forget(scene.callum.email)
  expect((await scene.letters(scene.callum.email)).length - before).toBe(5)
})

test('letters go to the address that is chosen; it cannot be removed, another can', async () => {
  const callum = await scene.signIn(scene.callum)
  await answerOf(callum.client.POST('/v1/me/addresses', { body: { address: 'callum@home.example' } }))
  await answerOf(
    callum.client.POST('/v1/addresses/confirmation', { body: { link: await scene.link('callum@home.example') } }),
  )
  const params = (address: string) => ({ params: { path: { address } } })
  await answerOf(callum.client.PUT('/v1/me/addresses/{address}/main', params('callum@home.example')))
  expect((await answerOf(callum.client.GET('/v1/me'))).person.address).toBe('callum@home.example')
  expect((await callum.client.DELETE('/v1/me/addresses/{address}', params('callum@home.example'))).error).toMatchObject(
    {
      code: 'request.invalid',
    },
  )
  await answerOf(callum.client.DELETE('/v1/me/addresses/{address}', params(scene.callum.email)))
  const { password, totpSecret } = scene.callum
  scene.clock.forward({ minutes: 1 })
  const code = await codeOf(totpSecret!)
  expect((await signIn({ address: scene.callum.email, password, code })).error).toMatchObject({ code: 'sign-in.wrong' })
  expect((await signIn({ address: 'callum@home.example', password, code })).data?.needs).toBeNull()
})

test('an address that is somebody else’s is not told so here, but to them', async () => {
  const callum = await scene.signIn({ ...scene.callum, email: 'callum@home.example' }).catch(async () => {
    scene.clock.forward({ minutes: 1 })
    return scene.signIn({ ...scene.callum, email: 'callum@home.example' })
  })
  const answer = await answerOf(callum.client.POST('/v1/me/addresses', { body: { address: scene.agnese.email } }))
  expect(answer).toEqual({ sentTo: scene.agnese.email })
  expect((await scene.letters(scene.agnese.email))[0]).toBe('Somebody wanted to add your address')
})
