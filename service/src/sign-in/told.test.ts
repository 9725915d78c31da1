import { answerOf, famigliaClient } from '@famiglia/client'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { join, openScene, problemOf, withSecondStep, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let bea: Actor
beforeAll(async () => {
  scene = await openScene({ settings: { FAMIGLIA_SIGN_IN_TRIES: '50' } })
  bea = await join(scene, 'Bea Fontaine', 'let WHO watch on ad-account/winter-freight')
})
afterAll(() => scene.close())
beforeEach(async () => {
  scene.clock.forward({ minutes: 1 })
  bea = await scene.signIn(bea)
})

const confirm = (who: Actor, link: string) =>
  answerOf(who.client.POST('/v1/addresses/confirmation', { body: { link } }))
const addAddress = (who: Actor, address: string) => answerOf(who.client.POST('/v1/me/addresses', { body: { address } }))
const at = (address: string) => ({ params: { path: { address } } })
const later = () => scene.clock.now().add({ hours: 48 }).toString()
const makeToken = (who: Actor, name: string, unattended = false) =>
  answerOf(who.client.POST('/v1/me/tokens', { body: { name, until: later(), unattended } }))

test('whatever is done to how somebody signs in is told to them by letter, with a way back', async () => {
  bea = await withSecondStep(scene, bea)
  expect(await scene.letters(bea.email)).toContain('A second step was set up for your sign-in')
  await answerOf(bea.client.POST('/v1/me/recovery-codes'))
  expect((await scene.newestLetter(bea.email)).subject).toBe('New recovery codes were drawn')
  await makeToken(bea, 'nightly report', true)
  const letter = await scene.newestLetter(bea.email)
  expect(letter.subject).toBe('A token was made: nightly report')
  expect(letter.text).toContain('acts in your name, also with nobody there, until')
  expect(letter.text).toContain('If it was not you, choose a new password at once')
  await scene.sql(
    `INSERT INTO passkey (id, person_id, public_key, counter, transports, name, added_at)
     SELECT 'old-phone', person_id, '\\x00', 0, '{}', 'old phone', now() FROM person_address WHERE address = $1`,
    [bea.email],
  )
  await answerOf(bea.client.DELETE('/v1/me/passkeys/{passkey}', { params: { path: { passkey: 'old-phone' } } }))
  expect((await scene.newestLetter(bea.email)).subject).toBe('A passkey was removed: old phone')
  expect(
    await problemOf(
      answerOf(bea.client.DELETE('/v1/me/passkeys/{passkey}', { params: { path: { passkey: 'old-phone' } } })),
    ),
  ).toMatchObject({ code: 'passkey.unknown' })
})

test('who sends somebody’s letters elsewhere is found out: the address of before is told each step', async () => {
  await addAddress(bea, 'bea@thief.example')
  await confirm(bea, await scene.link('bea@thief.example'))
  expect((await scene.newestLetter(bea.email)).text).toContain('bea@thief.example was added')
  await answerOf(bea.client.PUT('/v1/me/addresses/{address}/main', at('bea@thief.example')))
  expect((await scene.newestLetter(bea.email)).text).toContain('letters to you go to bea@thief.example')
  bea = await scene.signIn(bea)
  await answerOf(bea.client.DELETE('/v1/me/addresses/{address}', at(bea.email)))
  expect((await scene.newestLetter(bea.email)).subject).toBe('An address was removed from your sign-in')
  bea = { ...bea, email: 'bea@thief.example' }
})

test('an address is nobody’s before its link was followed; two who ask for it: the first who follows has it', async () => {
  const tomasz = await scene.signIn(scene.tomasz)
  await addAddress(bea, 'shared@home.example')
  const first = await scene.link('shared@home.example')
  await addAddress(tomasz, 'shared@home.example')
  await scene.letters('shared@home.example')
  const second = await scene.link('shared@home.example')
  expect(second).not.toBe(first)
  const addresses = async (who: Actor) =>
    (await answerOf(who.client.GET('/v1/me/addresses'))).items.map(({ address }) => address)
  expect(await addresses(bea)).not.toContain('shared@home.example')
  // Whose address it is follows the link of a stranger, and gives it to nobody by that.
  expect(await problemOf(confirm(tomasz, first))).toMatchObject({ code: 'link.unknown' })
  const unknown = famigliaClient({ url: scene.url }).POST('/v1/addresses/confirmation', { body: { link: first } })
  expect(await problemOf(answerOf(unknown))).toMatchObject({ code: 'sign-in.needed' })
  const outcomes = await Promise.allSettled([
    confirm(bea, first),
    confirm(tomasz, second),
    confirm(bea, first),
    confirm(tomasz, second),
  ])
  expect(outcomes.filter(one => one.status === 'fulfilled')).toHaveLength(1)
  const whose = [await addresses(bea), await addresses(tomasz)].filter(list => list.includes('shared@home.example'))
  expect(whose).toHaveLength(1)
  expect((await problemOf(confirm(bea, first))).code).toMatch(/^(link\.lapsed|address\.taken)$/)
})

test('an invitation to an address that somebody adds later is theirs once it is proven, and not before', async () => {
  await scene.say(await scene.signIn(scene.agnese), 'let new@home.example run on ad-account/winter-freight')
  const mine = async () => (await answerOf(bea.client.GET('/v1/me/proposals'))).items
  expect(await mine()).toEqual([])
  await addAddress(bea, 'new@home.example')
  expect(await mine()).toEqual([])
  await scene.letters('new@home.example')
  await confirm(bea, await scene.link('new@home.example', 'yours'))
  expect(await mine()).toMatchObject([{ to: 'new@home.example' }])
})

test('the letters of a sign-in that is stopped go on, but nothing of it can be changed with a stale proof', async () => {
  const stale = bea
  scene.clock.forward({ minutes: 11 })
  const attempts: (() => Promise<unknown>)[] = [
    () => addAddress(stale, 'late@home.example'),
    () => answerOf(stale.client.POST('/v1/me/recovery-codes')),
    () => answerOf(stale.client.POST('/v1/me/second-proof')),
    () => answerOf(stale.client.POST('/v1/me/passkeys/challenge')),
    () => makeToken(stale, 'late'),
    () => answerOf(stale.client.DELETE('/v1/me/addresses/{address}', at('shared@home.example'))),
  ]
  for (const attempt of attempts) expect(await problemOf(attempt())).toMatchObject({ code: 'proof.needed' })
  expect(await scene.letters('late@home.example')).toEqual([])
})

test('an address of one’s own is not asked for again, nor one that is none', async () => {
  expect(await problemOf(addAddress(bea, bea.email.toUpperCase()))).toMatchObject({ code: 'address.taken' })
  for (const none of ['bea', 'bea@', '@home.example', 'bea@home example'])
    expect(await problemOf(addAddress(bea, none)), none).toMatchObject({
      status: expect.any(Number),
      code: expect.stringMatching(/^(address|request)\.invalid$/),
    })
})
