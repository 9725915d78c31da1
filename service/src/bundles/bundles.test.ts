import { answerOf, idempotencyKey } from '@famiglia/client'
import type { Kind } from '@famiglia/core'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { at, bringIn, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let agnese: Actor
let priya: Actor
beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
})
afterAll(() => scene.close())
beforeEach(async () => {
  scene.clock.forward({ minutes: 1 })
  agnese = await scene.signIn(scene.agnese)
})

const winter = 'ad-account/winter-freight'
const summer = 'ad-account/summer-crossings'
const make = (handle: string, of: { assets?: string[]; kinds?: Kind[] }, who = agnese, headers = {}) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/bundles', {
      params: at(who),
      body: { handle, name: `The ${handle}`, assets: of.assets ?? [], kinds: of.kinds ?? null },
      headers,
    }),
  )
const on = (who: Actor, bundle: string, asset: string) => ({ params: { path: { ...at(who).path, bundle, asset } } })
const put = (bundle: string, asset: string, who = agnese) =>
  answerOf(who.client.PUT('/v1/businesses/{business}/bundles/{bundle}/assets/{asset}', on(who, bundle, asset)))
const take = (bundle: string, asset: string, who = agnese) =>
  answerOf(who.client.DELETE('/v1/businesses/{business}/bundles/{bundle}/assets/{asset}', on(who, bundle, asset)))
const read = (bundle: string, who = agnese) =>
  answerOf(
    who.client.GET('/v1/businesses/{business}/bundles/{bundle}', {
      params: { path: { ...at(who).path, bundle } },
    }),
  )
const tomaszSees = (asset = summer) => scene.can(scene.tomasz.email, 'ads.see', asset)

test('who holds a bundle reaches what is put into it later, and no longer what is taken out', async () => {
  await make('growing', {})
  await scene.say(agnese, `let ${scene.tomasz.email} watch on bundle/growing`)
  expect(await tomaszSees()).toBe(false)
  expect((await put('growing', summer)).result).toBe('Summer Crossings is in The growing now.')
  expect(await tomaszSees()).toBe(true)
  expect((await take('growing', summer)).result).toBe('Summer Crossings is no longer in The growing.')
  expect(await tomaszSees()).toBe(false)
})

test('what else somebody holds on an asset stays, whatever happens to the bundle', async () => {
  await make('beside', { assets: [summer] })
  await scene.say(agnese, `let ${priya.email} steward on bundle/beside`)
  expect(await scene.can(priya.email, 'access.change', summer)).toBe(true)
  await take('beside', summer)
  expect(await scene.can(priya.email, 'access.change', summer)).toBe(false)
  expect(await scene.can(priya.email, 'ads.publish', summer)).toBe(true)
})

test('to put something in takes a fresh proof, since it gives; to take it out takes none', async () => {
  await make('stale', {})
  const old = agnese
  scene.clock.forward({ minutes: 11 })
  expect(await problemOf(put('stale', summer, old))).toMatchObject({ code: 'proof.needed' })
  await put('stale', summer, await scene.signIn(agnese))
  scene.clock.forward({ minutes: 11 })
  await take('stale', summer, old)
  expect((await read('stale')).assets).toEqual([])
})

test('only who arranges the assets of the business arranges its bundles: no steward, no other business, nobody for another’s', async () => {
  await make('guarded', { assets: [winter] })
  await scene.say(agnese, `let ${priya.email} steward on bundle/guarded`)
  const steward = await scene.signIn(priya)
  const attempts = [
    () => put('guarded', summer, steward),
    () => take('guarded', winter, steward),
    () => make('own', {}, steward),
  ]
  for (const attempt of attempts) expect(await problemOf(attempt())).toMatchObject({ code: 'standing.not-enough' })
  const callum = await scene.signIn(scene.callum)
  expect(await problemOf(put('guarded', 'ad-account/showcase', callum))).toMatchObject({ code: 'bundle.unknown' })
  await make('theirs', {}, callum)
  expect(await problemOf(put('theirs', winter, callum))).toMatchObject({ code: 'asset.unknown' })
  expect((await read('guarded')).assets.map(asset => asset.name)).toEqual(['Winter Freight'])
})

test('an asset that was given by another business goes into no bundle of who holds it', async () => {
  const callum = await scene.signIn(scene.callum)
  const { proposal } = await scene.say(agnese, `let ${callum.business} run on ${winter}`)
  await answerOf(
    callum.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      params: { path: { ...at(callum).path, proposal: proposal! } },
      body: {},
    }),
  )
  const [held] = await scene.sql<{ number: string }>(`SELECT number FROM asset WHERE handle = 'winter-freight'`)
  await make('pocket', {}, callum)
  expect(await problemOf(put('pocket', held!.number, callum))).toMatchObject({ code: 'asset.unknown' })
  expect(await problemOf(make('bag', { assets: [held!.number] }, callum))).toMatchObject({ code: 'asset.unknown' })
  await scene.say(agnese, `end ${callum.business}`)
})

test('a bundle is by list or by rule; what it takes in by its rule is not arranged by hand', async () => {
  expect(await problemOf(make('both', { assets: [winter], kinds: ['page'] }))).toMatchObject({
    code: 'bundle.by-rule',
    pointer: '/assets',
  })
  const made = await make('accounts', { kinds: ['ad-account'] })
  expect(made).toMatchObject({ rule: 'all ad accounts', assets: 2 })
  for (const arrange of [put, take])
    expect(await problemOf(arrange('accounts', winter))).toMatchObject({
      code: 'bundle.by-rule',
      detail: expect.stringContaining('takes in all ad accounts by itself'),
    })
  await scene.say(agnese, `let ${scene.tomasz.email} run on bundle/accounts`)
  await bringIn(scene, 'MA-20555', 'night-boats')
  expect(await scene.can(scene.tomasz.email, 'ads.publish', 'ad-account/night-boats')).toBe(true)
  await scene.say(agnese, `end ${scene.tomasz.email} on bundle/accounts`)
  expect(await scene.can(scene.tomasz.email, 'ads.publish', 'ad-account/night-boats')).toBe(false)
})

test('an archived asset counts in no bundle while it is away, and is back in it when it is back', async () => {
  await make('seasons', { assets: [summer, winter] })
  const archive = { params: { path: { ...at(agnese).path, asset: summer } } }
  await answerOf(agnese.client.PUT('/v1/businesses/{business}/assets/{asset}/archive', archive))
  expect((await read('seasons')).assets.map(asset => asset.name)).toEqual(['Winter Freight'])
  await answerOf(agnese.client.DELETE('/v1/businesses/{business}/assets/{asset}/archive', archive))
  expect((await read('seasons')).assets.map(asset => asset.name)).toEqual(['Summer Crossings', 'Winter Freight'])
})

test('asked twenty times at once, a bundle is made once; under one key all twenty are told of it', async () => {
  const race = await Promise.allSettled(Array.from({ length: 20 }, () => make('raced', { assets: [winter] })))
  expect(race.filter(one => one.status === 'fulfilled')).toHaveLength(1)
  for (const lost of race.filter(one => one.status === 'rejected'))
    expect(lost.reason.problem).toMatchObject({ code: 'handle.taken', pointer: '/handle' })
  const key = idempotencyKey()
  const same = await Promise.all(Array.from({ length: 20 }, () => make('keyed', { assets: [winter] }, agnese, key)))
  expect(new Set(same.map(one => JSON.stringify(one))).size).toBe(1)
  expect(await problemOf(make('keyed', { assets: [] }, agnese, key))).toMatchObject({ code: 'key.reused' })
})

test('every change of a bundle is in the history, with what went in and out and who did it', async () => {
  await make('told', { assets: [winter] })
  await put('told', summer)
  await take('told', summer)
  const { items } = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/history', { params: { ...at(agnese), query: { limit: 3 } } }),
  )
  expect(items.map(entry => entry.sentence)).toEqual([
    'Agnese Torvald took Summer Crossings out of the bundle The told.',
    'Agnese Torvald put Summer Crossings into the bundle The told.',
    'Agnese Torvald made the bundle The told (bundle/told).',
  ])
})

test('a mistyped bundle is told with the nearest; one that is not there at all with none', async () => {
  await make('lanterns', {})
  expect(await problemOf(read('lantern'))).toMatchObject({ code: 'bundle.unknown', nearest: 'bundle/lanterns' })
  expect(await problemOf(scene.say(agnese, `let ${priya.email} run on bundle/lantern`))).toMatchObject({
    code: 'bundle.unknown',
    nearest: 'bundle/lanterns',
  })
  expect(await problemOf(read('quite-something-else'))).toMatchObject({ nearest: null })
})
