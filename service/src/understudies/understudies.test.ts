import { answerOf, idempotencyKey, type Schemas } from '@famiglia/client'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import {
  at,
  giveStanding,
  join,
  openScene,
  problemOf,
  withSecondStep,
  type Actor,
  type Scene,
} from '../../../e2e/support/scene.ts'
import { tendUnderstudies } from './tend.ts'

let scene: Scene
/** The only admin at first. */
let agnese: Actor
let tomasz: Actor
let noor: Actor
beforeAll(async () => {
  scene = await openScene()
  await signIn()
  noor = await join(scene, 'Noor Castellan', 'let WHO watch on ad-account/winter-freight')
  await giveStanding(agnese, noor.email, 'finance')
  tomasz = await withSecondStep(scene, scene.tomasz)
}, 60_000)
afterAll(() => scene.close())
beforeEach(async () => {
  await signIn()
  if (tomasz) tomasz = await scene.signIn(tomasz)
  if (noor) noor = await scene.signIn(noor)
})

const signIn = async () => (agnese = await scene.signIn(scene.agnese))
const name = (who: Actor, whom: string, days?: number) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/understudy', {
      params: at(who),
      body: { who: whom, ...(days ? { days } : {}), note: 'You know the shop best.' },
      headers: idempotencyKey(),
    }),
  )
const accept = (who: Actor, proposal: string) =>
  answerOf(who.client.POST('/v1/me/proposals/{proposal}/acceptance', { params: { path: { proposal } }, body: {} }))
const read = (who: Actor): Promise<Schemas['Understudy']> =>
  answerOf(who.client.GET('/v1/businesses/{business}/understudy', { params: at(who) }))
const stepIn = (who: Actor) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/understudy/stepping-in', {
      params: at(who),
      body: { reason: 'Nobody has answered for twelve days.' },
    }),
  )
const sayNo = (who: Actor) =>
  answerOf(who.client.POST('/v1/businesses/{business}/understudy/no', { params: at(who), body: {} }))
const end = (who: Actor) =>
  answerOf(who.client.POST('/v1/businesses/{business}/understudy/ending', { params: at(who), body: {} }))
const tend = () => tendUnderstudies(scene.town.service.kit)()
const standingOf = async (who: Actor) =>
  (
    await scene.sql<{ standing: string }>(
      'SELECT standing FROM membership JOIN person_address USING (person_id) JOIN business ON business.id = business_id WHERE address = $1 AND number = $2',
      [who.email, scene.agnese.business],
    )
  )[0]?.standing ?? 'none'
const becomesOf = async (who: Actor) => (await read(who)).steppingIn?.becomes
const named = async (days?: number) => {
  const { proposal } = await name(agnese, tomasz.email, days)
  await accept(tomasz, proposal)
}
/** Waits so many days with the service looking once a day, as it does every few minutes. */
const wait = async (days: number) => {
  for (let day = 0; day < days; day++) {
    scene.clock.forward({ hours: 24 })
    await tend()
  }
}

test('who names one has confirmed with a second step, and whom they name has one: neither a token nor a password is enough', async () => {
  expect(await problemOf(name(scene.agnese, tomasz.email))).toMatchObject({ code: 'sign-in.unattended' })
  for (const who of [noor, tomasz])
    expect(await problemOf(name(who, tomasz.email))).toMatchObject({ code: 'standing.not-enough' })
  expect(await problemOf(name(agnese, agnese.email))).toMatchObject({ code: 'understudy.admin' })
  expect(await problemOf(name(agnese, scene.callum.email))).toMatchObject({ code: 'person.unknown' })
  const { proposal } = await name(agnese, noor.email)
  expect(await problemOf(name(agnese, tomasz.email))).toMatchObject({ code: 'understudy.asked' })
  expect(await problemOf(accept(noor, proposal))).toMatchObject({ code: 'proof.second-step' })
  expect(await problemOf(accept(tomasz, proposal))).toMatchObject({ code: 'proposal.unknown' })
  await answerOf(noor.client.POST('/v1/me/proposals/{proposal}/refusal', { params: { path: { proposal } }, body: {} }))
  expect(await scene.letters(agnese.email)).toContain(
    'Noor Castellan declined to be the understudy of Ondaverde Ferries',
  )
  expect((await read(agnese)).understudy).toBeNull()
})

test('an understudy may nothing more than before; nobody else steps in, and nobody outside reads of it', async () => {
  await named()
  expect((await read(agnese)).understudy).toMatchObject({ name: 'Tomasz Oyelaran', days: 7, isYou: false })
  expect(await standingOf(tomasz)).toBe('member')
  const member = await join(scene, 'Priya Okonkwo', 'let WHO watch on ad-account/winter-freight')
  for (const who of [agnese, noor, member])
    expect(await problemOf(stepIn(who))).toMatchObject({ code: 'understudy.not-you' })
  for (const attempt of [read, sayNo, end])
    expect(await problemOf(attempt(member))).toMatchObject({ code: 'standing.not-enough' })
  const stranger = { ...scene.callum, business: agnese.business }
  for (const attempt of [read, stepIn, sayNo, end])
    expect(await problemOf(attempt(stranger))).toMatchObject({ code: 'business.unknown' })
})

test('who steps in is an admin after seven silent days, beside the others, and not a second before', async () => {
  await stepIn(tomasz)
  for (const to of [agnese.email, noor.email])
    expect((await scene.letters(to))[0]).toMatch(/^Tomasz Oyelaran becomes an admin of Ondaverde Ferries on .* …$/)
  expect(await problemOf(name(tomasz, noor.email))).toMatchObject({ code: 'standing.not-enough' })
  expect((await stepIn(tomasz)).result).toMatch(/^You stepped in already/)
  const becomes = await becomesOf(agnese)
  await wait(6)
  expect((await scene.letters(agnese.email)).filter(subject => subject.startsWith('Still so: Tomasz'))).toHaveLength(3)
  scene.clock.forward({ hours: 23, minutes: 59 })
  const left = Date.parse(becomes!) - scene.clock.now().epochMilliseconds
  expect(left).toBeGreaterThan(0)
  await tend()
  expect(await standingOf(tomasz)).toBe('member')
  scene.clock.forward({ milliseconds: left })
  await Promise.all([tend(), tend(), tend()])
  expect(await standingOf(tomasz)).toBe('admin')
  expect([await standingOf(agnese), await standingOf(noor)]).toEqual(['admin', 'finance'])
  expect((await scene.letters(agnese.email))[0]).toBe('Tomasz Oyelaran stepped in as an admin at Ondaverde Ferries')
  await signIn()
  expect(await read(agnese)).toMatchObject({ understudy: null, steppingIn: null })
  await giveStanding(agnese, tomasz.email, 'member', 'I am back.')
})

test('one no of somebody in finance, without any proof, ends it at once; then as long again has to go by', async () => {
  await named(3)
  await stepIn(tomasz)
  await wait(2)
  scene.clock.forward({ minutes: 11 })
  await sayNo(noor)
  expect((await scene.letters(tomasz.email))[0]).toBe('You no longer step in at Ondaverde Ferries')
  await wait(2)
  expect(await standingOf(tomasz)).toBe('member')
  tomasz = await scene.signIn(tomasz)
  expect(await problemOf(stepIn(tomasz))).toMatchObject({ code: 'understudy.refused' })
  scene.clock.forward({ hours: 24 })
  tomasz = await scene.signIn(tomasz)
  await stepIn(tomasz)
  expect(await problemOf(Promise.all([sayNo(tomasz), sayNo(noor)]))).toMatchObject({
    code: 'understudy.nobody-steps-in',
  })
})

test('stepped in and refused twenty times at once it is one each, and a password in the reason is refused', async () => {
  scene.clock.forward({ hours: 24 * 4 })
  tomasz = await scene.signIn(tomasz)
  const reason = { params: at(tomasz), body: { reason: 'password: captions under every gull' } }
  expect(
    await problemOf(answerOf(tomasz.client.POST('/v1/businesses/{business}/understudy/stepping-in', reason))),
  ).toMatchObject({ code: 'text.secret' })
  const before = (await scene.letters(noor.email)).length
  const stepped = await Promise.allSettled(Array.from({ length: 20 }, () => stepIn(tomasz)))
  expect(stepped.some(({ status }) => status === 'fulfilled')).toBe(true)
  expect((await scene.letters(noor.email)).length).toBe(before + 1)
  noor = await scene.signIn(noor)
  const refused = await Promise.allSettled(Array.from({ length: 20 }, () => sayNo(noor)))
  expect(refused.filter(({ status }) => status === 'fulfilled')).toHaveLength(1)
  expect(await problemOf(stepIn(tomasz))).toMatchObject({ code: 'understudy.refused' })
})

test('letters that went out late move the day: the service was away, and silence is no answer to what nobody got', async () => {
  scene.clock.forward({ hours: 24 * 4 })
  tomasz = await scene.signIn(tomasz)
  await stepIn(tomasz)
  scene.clock.forward({ hours: 24 * 20 })
  await tend()
  await tend()
  expect(await standingOf(tomasz)).toBe('member')
  scene.clock.forward({ hours: 24 })
  await signIn()
  await sayNo(agnese)
  await tend()
  expect(await standingOf(tomasz)).toBe('member')
})

test('stopped, without a second step, gone, or made an admin: whoever steps in does so no longer', async () => {
  scene.clock.forward({ hours: 24 * 4 })
  const again = async () => {
    await signIn()
    tomasz = await scene.signIn(tomasz)
    await stepIn(tomasz)
  }
  await again()
  const params = { path: { ...at(agnese).path, person: tomasz.email } }
  await answerOf(agnese.client.PUT('/v1/businesses/{business}/people/{person}/freeze', { params, body: {} }))
  expect((await read(agnese)).steppingIn).toBeNull()
  await answerOf(agnese.client.DELETE('/v1/businesses/{business}/people/{person}/freeze', { params }))
  await again()
  const [kept] = await scene.sql<{ sealed: string }>(
    'SELECT totp_sealed AS sealed FROM person JOIN person_address a ON a.person_id = id WHERE a.address = $1',
    [tomasz.email],
  )
  await scene.sql(
    'UPDATE person SET totp_sealed = NULL FROM person_address a WHERE a.person_id = id AND a.address = $1',
    [tomasz.email],
  )
  await wait(5)
  expect(await standingOf(tomasz)).toBe('member')
  await signIn()
  expect((await read(agnese)).steppingIn).toBeNull()
  await scene.sql(
    'UPDATE person SET totp_sealed = $2 FROM person_address a WHERE a.person_id = id AND a.address = $1',
    [tomasz.email, kept!.sealed],
  )
  await again()
  await giveStanding(agnese, tomasz.email, 'admin', 'You are right.')
  const told = await scene.newestLetter(noor.email)
  expect(told).toMatchObject({ subject: 'Tomasz Oyelaran no longer steps in at Ondaverde Ferries' })
  expect(told.text).toContain('was made an admin')
  await giveStanding(await scene.signIn(agnese), tomasz.email, 'member', 'For the winter.')
  await named(3)
  await scene.say(agnese, `end ${tomasz.email}`)
  expect((await read(agnese)).understudy).toBeNull()
  expect(await problemOf(end(agnese))).toMatchObject({ code: 'understudy.none' })
})
