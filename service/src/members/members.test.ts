import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, giveStanding, join, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let priya: Actor
beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
})
afterAll(() => scene.close())

const on = (who: Actor, person: string) => ({ params: { path: { ...at(who).path, person } } })
const standing = giveStanding
const freeze = (who: Actor, person: string) =>
  answerOf(who.client.PUT('/v1/businesses/{business}/people/{person}/freeze', { ...on(who, person), body: {} }))
const unfreeze = (who: Actor, person: string) =>
  answerOf(who.client.DELETE('/v1/businesses/{business}/people/{person}/freeze', on(who, person)))
const pause = (who: Actor, person: string) =>
  answerOf(who.client.PUT('/v1/businesses/{business}/people/{person}/pause', { ...on(who, person), body: {} }))
const resume = (who: Actor, person: string) =>
  answerOf(who.client.DELETE('/v1/businesses/{business}/people/{person}/pause', on(who, person)))
const runs = () => scene.can(priya.email, 'ads.publish', 'ad-account/summer-crossings')

test('a standing is chosen apart from assets: finance sees the bills and changes no advert', async () => {
  await standing(scene.agnese, scene.tomasz.email, 'finance')
  expect(await scene.can(scene.tomasz.email, 'billing.see', 'ad-account/summer-crossings')).toBe(true)
  expect(await scene.can(scene.tomasz.email, 'ads.publish', 'ad-account/summer-crossings')).toBe(false)
  expect((await scene.letters(scene.tomasz.email))[0]).toBe('Agnese Torvald made you finance of Ondaverde Ferries')
  await standing(scene.agnese, scene.tomasz.email, 'member')
  expect(await scene.can(scene.tomasz.email, 'billing.see', 'ad-account/summer-crossings')).toBe(false)
})

test('raising a standing takes a fresh proof; the last admin cannot be lowered, stopped or leave', async () => {
  const old = await scene.signIn(scene.agnese)
  scene.clock.forward({ minutes: 11 })
  expect(await problemOf(standing(old, scene.tomasz.email, 'admin'))).toMatchObject({ code: 'proof.needed' })
  for (const attempt of [
    async () => standing(await scene.signIn(scene.agnese), scene.agnese.email, 'member'),
    () => pause(scene.agnese, scene.agnese.email),
    () => freeze(scene.agnese, scene.agnese.email),
    () => answerOf(scene.agnese.client.POST('/v1/businesses/{business}/leave', { params: at(scene.agnese) })),
  ])
    expect(await problemOf(attempt())).toMatchObject({ code: 'business.last-admin' })
})

test('two admins who go at the same moment: one stays', async () => {
  const agnese = await scene.signIn(scene.agnese)
  await standing(agnese, scene.tomasz.email, 'admin')
  const tomasz = await scene.signIn(scene.tomasz)
  const outcomes = await Promise.allSettled([
    standing(agnese, agnese.email, 'member'),
    standing(tomasz, scene.tomasz.email, 'member'),
  ])
  expect(outcomes.map(outcome => outcome.status).sort()).toEqual(['fulfilled', 'rejected'])
  const admins = await scene.sql<{ address: string }>(
    `SELECT address FROM membership JOIN person_address USING (person_id) JOIN business ON business.id = business_id WHERE standing = 'admin' AND business.name = 'Ondaverde Ferries'`,
  )
  expect(admins).toHaveLength(1)
  await scene.sql(
    `UPDATE membership SET standing = CASE WHEN address = $1 THEN 'admin' ELSE 'member' END
     FROM person_address WHERE person_address.person_id = membership.person_id AND address IN ($1, $2)`,
    [agnese.email, tomasz.email],
  )
})

test('somebody new is invited with a standing, on no asset yet, and it is shown before and after', async () => {
  const told = await standing(scene.agnese, 'noor@ondaverde.example', 'finance')
  expect(told.result).toContain('finance of Ondaverde Ferries, on no asset yet')
  const desk = await answerOf(scene.agnese.client.GET('/v1/businesses/{business}/desk', { params: at(scene.agnese) }))
  expect(desk.waiting).toMatchObject([{ to: 'noor@ondaverde.example', canBePassedOn: true }])
  const noor = await scene.joinByLetter('Noor Castellan', 'noor@ondaverde.example')
  expect(await scene.can(noor.email, 'billing.change', 'ad-account/winter-freight')).toBe(true)
})

test('frozen, somebody is stopped at once everywhere and can act for nobody; lifted, all is as it was', async () => {
  await freeze(scene.agnese, priya.email)
  expect(await runs()).toBe(false)
  expect(await problemOf(answerOf(priya.client.GET('/v1/businesses/{business}', { params: at(priya) })))).toMatchObject(
    {
      code: 'business.unknown',
    },
  )
  const why = await answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/decisions', {
      params: at(scene.agnese),
      body: { who: priya.email, action: 'ads.publish', asset: 'ad-account/summer-crossings' },
    }),
  )
  expect(why.reason).toContain('they are frozen there')
  await unfreeze(scene.agnese, priya.email)
  expect(await runs()).toBe(true)
})

test('a pause and a freeze are lifted each by itself', async () => {
  await pause(scene.agnese, priya.email)
  await freeze(scene.agnese, priya.email)
  expect((await resume(scene.agnese, priya.email)).result).toContain('stays frozen')
  expect((await scene.newestLetter(priya.email)).text).toContain('stays frozen all the same')
  expect(await runs()).toBe(false)
  await unfreeze(scene.agnese, priya.email)
  expect(await runs()).toBe(true)
})

test('stopping takes no proof, lifting does', async () => {
  const old = await scene.signIn(scene.agnese)
  scene.clock.forward({ minutes: 11 })
  await freeze(old, priya.email)
  expect(await problemOf(unfreeze(old, priya.email))).toMatchObject({ code: 'proof.needed' })
  await unfreeze(scene.agnese, priya.email)
})

test('who leaves loses what this business gave, and nothing else', async () => {
  const bea = await join(scene, 'Bea Fontaine', 'let WHO watch on ad-account/winter-freight')
  await scene.say(scene.callum, `let ${bea.email} watch on ad-account/showcase`)
  const link = await scene.link(bea.email, 'Callum')
  await answerOf(bea.client.POST('/v1/invitations/acceptance', { body: { link } }))
  await answerOf(bea.client.POST('/v1/businesses/{business}/leave', { params: at(bea) }))
  const { items } = await answerOf(bea.client.GET('/v1/me/holdings'))
  expect(items.map(holding => holding.asset.name)).toEqual(['Gullwright showcase'])
})

test('seeing somebody out tells what only they hold, hands it over, ends the rest and closes their sign-ins', async () => {
  const idris = await join(scene, 'Idris Vannucci', 'let WHO steward on ad-account/winter-freight')
  await scene.say(idris, 'let oona@pebblecast.example watch on ad-account/winter-freight')
  const review = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/people/{person}/leaving', on(scene.agnese, idris.email)),
  )
  expect(review.holds.map(held => held.text)).toEqual(['ad-account/winter-freight'])
  expect(review.onlyTheirs.map(only => only.kind)).toEqual(['sole steward', 'open proposal'])
  const invitation = review.onlyTheirs[1]!.key
  const left = await answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/people/{person}/leaving', {
      ...on(scene.agnese, idris.email),
      body: {
        successors: [
          { key: 'ad-account/winter-freight', address: priya.email },
          { key: invitation, address: scene.agnese.email },
        ],
      },
    }),
  )
  expect(left).toMatchObject({ stillReaches: [] })
  expect(left.takenOver).toHaveLength(2)
  expect(await scene.can(idris.email, 'ads.see', 'ad-account/winter-freight')).toBe(false)
  expect(await scene.can(priya.email, 'access.change', 'ad-account/winter-freight')).toBe(true)
  expect((await idris.client.GET('/v1/me')).error).toMatchObject({ code: 'sign-in.needed' })
})

test('the last admin is not offboarded without a successor in the chair', async () => {
  const agnese = await scene.signIn(scene.agnese)
  const see = (successors: { key: string; address: string }[]) =>
    answerOf(
      agnese.client.POST('/v1/businesses/{business}/people/{person}/leaving', {
        ...on(scene.agnese, scene.agnese.email),
        body: { successors, reason: 'I go ashore.' },
      }),
    )
  expect(await problemOf(see([]))).toMatchObject({ code: 'leaving.successor-needed' })
  const leaving = on(scene.agnese, scene.agnese.email)
  const review = await answerOf(agnese.client.GET('/v1/businesses/{business}/people/{person}/leaving', leaving))
  const must = review.onlyTheirs.filter(only => only.must).map(({ key }) => ({ key, address: scene.tomasz.email }))
  expect((await see(must)).takenOver).toEqual([
    'Tomasz Oyelaran is admin',
    ...must.slice(1).map(() => expect.stringContaining('Tomasz Oyelaran answers for what is paid for')),
  ])
})
