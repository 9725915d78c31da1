import { answerOf, idempotencyKey } from '@famiglia/client'
import { readNumber } from '@famiglia/core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let priya: Actor
beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
})
afterAll(() => scene.close())

const begin = (who: Actor, ref: string, platform = 'marram') =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/claims', {
      params: at(who),
      body: { platform, ref },
      headers: idempotencyKey(),
    }),
  )
const confirm = (who: Actor, claim: string, code: string, handle: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/claims/{claim}/confirmation', {
      params: { path: { ...at(who).path, claim } },
      body: { code, handle },
    }),
  )
const codeOf = (ref: string, platform = 'marram') => scene.town.platform(platform).things.codeOf(ref)!
const wrong = (code: string) => (code === '000000' ? '000001' : '000000')
const assetsOf = async (who: Actor) =>
  (
    await answerOf(
      who.client.GET('/v1/businesses/{business}/assets', { params: { ...at(who), query: { limit: 200 } } }),
    )
  ).items.map(asset => asset.name)
const create = (who: Actor, handle: string, headers: Record<string, string> = {}) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/assets', {
      params: at(who),
      body: { platform: 'tern', kind: 'page', name: `The ${handle}`, handle },
      headers,
    }),
  )

test('an asset is the business’s only once the code that its platform shows was entered', async () => {
  const claim = await begin(scene.agnese, 'MA-20555')
  expect(claim).toMatchObject({ platform: 'marram', ref: 'MA-20555', minutes: expect.any(Number) })
  expect(claim.shownAt).toContain('MA-20555')
  const code = codeOf('MA-20555')
  const before = await assetsOf(scene.agnese)
  expect(await problemOf(confirm(scene.agnese, claim.id, wrong(code), 'night-boats'))).toMatchObject({
    code: 'claim.wrong-code',
    pointer: '/code',
  })
  expect(await assetsOf(scene.agnese)).toEqual(before)
  const asset = await confirm(scene.agnese, claim.id, code, 'night-boats')
  expect(readNumber(asset.number)).toMatchObject({ ok: true, kind: 'A' })
  expect(await assetsOf(scene.agnese)).toHaveLength(before.length + 1)
})

test('five tries are all, also when they come at once: the right code is none after that', async () => {
  const claim = await begin(scene.callum, 'MA-41007')
  const code = codeOf('MA-41007')
  const tries = await Promise.all(
    Array.from({ length: 20 }, () => problemOf(confirm(scene.callum, claim.id, wrong(code), 'guessed'))),
  )
  const counted = tries.filter(problem => problem.code === 'claim.wrong-code')
  expect(counted.length).toBeLessThanOrEqual(5)
  expect(await problemOf(confirm(scene.callum, claim.id, code, 'guessed'))).toMatchObject({ code: 'claim.lapsed' })
  expect(await assetsOf(scene.callum)).not.toContain('guessed')
})

test('a claim is its business’s own: another business, a member and a guessed id are told of none', async () => {
  const claim = await begin(scene.agnese, 'MA-70113')
  const code = codeOf('MA-70113')
  expect(await problemOf(confirm(scene.callum, claim.id, code, 'mine'))).toMatchObject({ code: 'claim.unknown' })
  expect(await problemOf(confirm(priya, claim.id, code, 'mine'))).toMatchObject({ code: 'standing.not-enough' })
  expect(await problemOf(begin(priya, 'MA-70113'))).toMatchObject({ code: 'standing.not-enough' })
  await confirm(scene.agnese, claim.id, code, 'second-season')
})

test('two businesses that enter the code at the same moment: one holds it, the other is not told who', async () => {
  const claims = { agnese: await begin(scene.agnese, 'MA-80224'), callum: await begin(scene.callum, 'MA-80224') }
  const code = codeOf('MA-80224')
  const outcomes = await Promise.allSettled([
    confirm(scene.agnese, claims.agnese.id, code, 'raced'),
    confirm(scene.callum, claims.callum.id, code, 'raced'),
  ])
  const held = [...(await assetsOf(scene.agnese)), ...(await assetsOf(scene.callum))]
  expect(outcomes.filter(outcome => outcome.status === 'fulfilled')).toHaveLength(1)
  expect(await scene.sql(`SELECT FROM asset WHERE platform_ref = 'MA-80224'`)).toHaveLength(1)
  expect(held.length).toBeGreaterThan(0)
  const lost = outcomes.find(outcome => outcome.status === 'rejected') as PromiseRejectedResult
  expect(JSON.stringify(lost.reason.problem)).not.toMatch(/Ondaverde|Gullwright/)
})

test('what is not there, on a platform that is not there, says so and begins nothing', async () => {
  expect(await problemOf(begin(scene.agnese, 'MA-00000'))).toMatchObject({ code: 'claim.not-on-platform' })
  expect(await problemOf(begin(scene.agnese, 'MA-20555', 'nowhere'))).toMatchObject({ code: 'platform.unknown' })
})

test('created twice under one key it is one asset, there and here; under another key its handle is taken', async () => {
  const things = scene.town.platform('tern').things
  const key = idempotencyKey()
  const before = things.list().length
  const made = await Promise.all([create(scene.agnese, 'quay', key), create(scene.agnese, 'quay', key)])
  for (const one of [...made, await create(scene.agnese, 'quay', key)]) expect(one.number).toBe(made[0].number)
  expect(things.list()).toHaveLength(before + 1)
  expect(await problemOf(create(scene.agnese, 'quay', idempotencyKey()))).toMatchObject({
    code: 'handle.taken',
    pointer: '/handle',
  })
  expect(things.list()).toHaveLength(before + 1)
})

test('a handle that could not be typed again is refused before anything is made on the platform', async () => {
  const before = scene.town.platform('tern').things.list().length
  for (const handle of ['Night Boats', '-', 'a/b', 'x'.repeat(61)])
    expect((await problemOf(create(scene.agnese, handle))).code, handle).toMatch(/^(handle|request)\.invalid$/)
  expect(scene.town.platform('tern').things.list()).toHaveLength(before)
})

test('a new asset is reached by nobody but the admins, until a bundle by rule takes it in or somebody is let', async () => {
  const made = await create(scene.agnese, 'bare')
  expect(await scene.can(priya.email, 'post.see', `page/${made.handle}`)).toBe(false)
  await answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/bundles', {
      params: at(scene.agnese),
      body: { handle: 'all-pages', name: 'All pages', assets: [], kinds: ['page'] },
    }),
  )
  await scene.say(scene.agnese, `let ${priya.email} watch on bundle/all-pages`)
  expect(await scene.can(priya.email, 'post.see', `page/${made.handle}`)).toBe(true)
  const later = await create(scene.agnese, 'later')
  expect(await scene.can(priya.email, 'post.see', `page/${later.handle}`)).toBe(true)
  const { items } = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/history', {
      params: { ...at(scene.agnese), query: { limit: 5 } },
    }),
  )
  expect(items.map(entry => entry.sentence).join()).toContain('the bundle All pages takes it in by its rule')
})
