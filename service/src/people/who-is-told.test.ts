import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let priya: Actor
beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
  for (const [handle, assets] of [
    ['season', ['ad-account/summer-crossings', 'ad-account/winter-freight']],
    ['winter', ['ad-account/winter-freight']],
  ] as const)
    await answerOf(
      scene.agnese.client.POST('/v1/businesses/{business}/bundles', {
        params: at(scene.agnese),
        body: { handle, name: handle, assets: [...assets], kinds: null },
      }),
    )
})
afterAll(() => scene.close())

test('somebody with a sign-in whom nobody here deals with is told as an address that nobody has', async () => {
  const ask = async (who: string) => {
    const body = { who, action: 'ads.see', asset: 'ad-account/winter-freight' }
    const told = await answerOf(
      scene.agnese.client.POST('/v1/businesses/{business}/decisions', { params: at(scene.agnese), body }),
    )
    return JSON.stringify(told).replaceAll(who, 'ADDRESS')
  }
  expect(await ask(scene.callum.email)).toBe(await ask('nobody@gullwright.example'))
  expect(await ask(priya.email)).toContain('Priya Lindqvist')
})

test('who has no second step is told to admins and to oneself, not to other members', async () => {
  const people = async (who: Actor) => {
    const { items } = await answerOf(who.client.GET('/v1/businesses/{business}/people', { params: { ...at(who) } }))
    return Object.fromEntries(items.map(({ address, secondProof }) => [address, secondProof]))
  }
  expect(await people(scene.agnese)).toEqual({
    [scene.agnese.email]: true,
    [priya.email]: false,
    [scene.tomasz.email]: false,
  })
  expect(await people(priya)).toEqual({ [scene.agnese.email]: null, [priya.email]: false, [scene.tomasz.email]: null })
  const one = await answerOf(
    priya.client.GET('/v1/businesses/{business}/people/{person}', {
      params: { path: { ...at(priya).path, person: scene.tomasz.email } },
    }),
  )
  expect(one.secondProof).toBeNull()

  await scene.say(scene.agnese, `let ${priya.email} steward on ad-account/winter-freight`)
  const holders = await answerOf(
    priya.client.GET('/v1/businesses/{business}/assets/{asset}/holders', {
      params: { path: { ...at(priya).path, asset: 'ad-account/winter-freight' } },
    }),
  )
  expect(holders.items.map(holder => holder.secondProof)).toEqual([null, null, null])
  await scene.say(scene.agnese, `end ${priya.email} on ad-account/winter-freight`)
})

test('a bundle shows members what they reach of it, and is not there for who reaches nothing in it', async () => {
  const bundles = async (who: Actor) =>
    (await answerOf(who.client.GET('/v1/businesses/{business}/bundles', { params: at(who) }))).items.map(
      ({ handle, assets }) => `${handle}: ${assets}`,
    )
  const bundle = (who: Actor, handle: string) =>
    answerOf(
      who.client.GET('/v1/businesses/{business}/bundles/{bundle}', {
        params: { path: { ...at(who).path, bundle: handle } },
      }),
    )
  expect(await bundles(scene.agnese)).toEqual(['season: 2', 'winter: 1'])
  expect(await bundles(priya)).toEqual(['season: 1'])
  expect((await bundle(priya, 'season')).assets.map(asset => asset.name)).toEqual(['Summer Crossings'])
  expect(await problemOf(bundle(priya, 'winter'))).toMatchObject({ code: 'bundle.unknown' })
})
