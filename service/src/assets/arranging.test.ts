import { answerOf } from '@famiglia/client'
import { allKinds, kinds } from '@famiglia/core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, bringIn, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let priya: Actor
beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
})
afterAll(() => scene.close())

const on = (asset: string) => ({ params: { path: { ...at(scene.agnese).path, asset } } })
const create = (platform: string, kind: string, handle: string, inside?: string) =>
  answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/assets', {
      params: at(scene.agnese),
      body: { platform, kind, name: `New ${handle}`, handle, ...(inside ? { inside } : {}) },
    }),
  )
const asset = (text: string, who = scene.agnese) =>
  answerOf(
    who.client.GET('/v1/businesses/{business}/assets/{asset}', {
      params: { path: { ...at(who).path, asset: text } },
    }),
  )

test('every kind that a platform holds can be created there and claimed, and its holder works with it', async () => {
  const there = scene.town.platforms.flatMap(platform => platform.kinds.map(kind => ({ platform: platform.key, kind })))
  expect(there.map(one => one.kind).sort()).toEqual([...allKinds].sort())
  for (const { platform, kind } of there) {
    const made = await create(platform, kind, `made-${kind}`)
    expect(scene.town.platform(platform).things.find(made.ref)).toMatchObject({ kind, name: `New made-${kind}` })
    await scene.say(scene.agnese, `let ${priya.email} watch on ${kind}/made-${kind}`)
    const see = kinds[kind as 'page'].tiers.watch[0]!
    expect(await scene.can(priya.email, see, `${kind}/made-${kind}`), kind).toBe(true)
  }
})

test('a platform that holds no such kind says what it holds; a kind nobody knows says so', async () => {
  expect(await problemOf(create('sprat', 'page', 'x'))).toMatchObject({
    code: 'kind.not-there',
    detail: 'Sprat holds no pages. It holds channel.',
  })
  expect(await problemOf(create('tern', 'zeppelin', 'x'))).toMatchObject({ code: 'kind.unknown' })
  expect(await problemOf(create('tern', 'page', 'made-page'))).toMatchObject({ code: 'handle.taken' })
})

test('what is given on an analytics account holds on its properties, whichever was brought in first', async () => {
  await bringIn(scene, 'LM-901', 'ticket-shop', 'limpet')
  await bringIn(scene, 'LM-900', 'ondaverde-web', 'limpet')
  await bringIn(scene, 'LM-902', 'timetable-app', 'limpet')
  expect((await asset('analytics-account/ondaverde-web')).holds.map(one => one.name)).toEqual([
    'Ticket shop',
    'Timetable app',
  ])
  expect((await asset('property/ticket-shop')).inside).toMatchObject({ name: 'Ondaverde web' })
  await scene.say(scene.agnese, `let ${priya.email} watch on analytics-account/ondaverde-web hiding revenue`)
  for (const property of ['ticket-shop', 'timetable-app'])
    expect(await scene.can(priya.email, 'report.see', `property/${property}`)).toBe(true)
  await scene.say(scene.agnese, `end ${priya.email} on analytics-account/ondaverde-web`)
  expect(await scene.can(priya.email, 'report.see', 'property/ticket-shop')).toBe(false)
})

test('an analyst gets one property without the account it is in', async () => {
  await scene.say(scene.agnese, `let ${priya.email} watch on property/ticket-shop`)
  expect(await scene.can(priya.email, 'report.see', 'property/ticket-shop')).toBe(true)
  expect(await scene.can(priya.email, 'report.see', 'property/timetable-app')).toBe(false)
  expect(await scene.can(priya.email, 'report.see', 'analytics-account/ondaverde-web')).toBe(false)
})

test('archived, an asset is reached by nobody and given to nobody; brought back, all is as it was', async () => {
  const archive = on('ad-account/summer-crossings')
  await answerOf(scene.agnese.client.PUT('/v1/businesses/{business}/assets/{asset}/archive', archive))
  expect(await scene.can(priya.email, 'ads.publish', 'ad-account/summer-crossings')).toBe(false)
  expect(await scene.can(scene.agnese.email, 'ads.publish', 'ad-account/summer-crossings')).toBe(false)
  expect(
    await problemOf(scene.say(scene.agnese, `let ${scene.tomasz.email} watch on ad-account/summer-crossings`)),
  ).toMatchObject({
    code: 'asset.archived',
  })
  const listed = async (archived: boolean) =>
    (
      await answerOf(
        scene.agnese.client.GET('/v1/businesses/{business}/assets', {
          params: { ...at(scene.agnese), query: { archived, limit: 200 } },
        }),
      )
    ).items.map(one => one.name)
  expect(await listed(true)).toEqual(['Summer Crossings'])
  expect(await listed(false)).not.toContain('Summer Crossings')
  await answerOf(scene.agnese.client.DELETE('/v1/businesses/{business}/assets/{asset}/archive', archive))
  expect(await scene.can(priya.email, 'ads.publish', 'ad-account/summer-crossings')).toBe(true)
})

test('frozen, it is stopped without a proof; its grants can still be ended meanwhile', async () => {
  const old = await scene.signIn(scene.agnese)
  scene.clock.forward({ minutes: 11 })
  const freeze = on('ad-account/summer-crossings')
  await answerOf(old.client.PUT('/v1/businesses/{business}/assets/{asset}/freeze', freeze))
  expect(await scene.can(priya.email, 'ads.publish', 'ad-account/summer-crossings')).toBe(false)
  const lift = (who: Actor) => answerOf(who.client.DELETE('/v1/businesses/{business}/assets/{asset}/freeze', freeze))
  expect(await problemOf(lift(old))).toMatchObject({ code: 'proof.needed' })
  await scene.say(scene.agnese, `let ${scene.tomasz.email} watch on ad-account/summer-crossings`)
  await scene.say(old, `end ${scene.tomasz.email} on ad-account/summer-crossings`)
  await lift(scene.agnese)
  expect(await scene.can(priya.email, 'ads.publish', 'ad-account/summer-crossings')).toBe(true)
})

test('the words of the trade find the kind, in a list, in the catalogue and in a sentence', async () => {
  await create('marram', 'tag', 'shop')
  const { items } = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/assets', {
      params: { ...at(scene.agnese), query: { find: 'pixel' } },
    }),
  )
  expect(items.map(one => one.handle).sort()).toEqual(['made-tag', 'shop'])
  const found = await answerOf(scene.agnese.client.GET('/v1/kinds', { params: { query: { find: 'newsletter' } } }))
  expect(found.items).toMatchObject([{ kind: 'mailing-account', canBeAskedFor: true }])
  expect(await problemOf(scene.say(scene.agnese, `let ${priya.email} watch on pixel/shop`))).toMatchObject({
    detail: '“pixel” means a tag here: say tag/shop.',
    nearest: 'tag/shop',
  })
})

test('a profile says up front that it cannot be asked for', async () => {
  const { items } = await answerOf(scene.agnese.client.GET('/v1/kinds', { params: { query: { find: 'profile' } } }))
  expect(items[0]).toMatchObject({ kind: 'profile', canBeAskedFor: false })
  await bringIn(scene, 'TN-33018', 'ondaverde', 'tern')
  const claim = await scene.callum.client.POST('/v1/businesses/{business}/claims', {
    params: at(scene.callum),
    body: { platform: 'tern', ref: 'TN-33018' },
  })
  const { error } = await scene.callum.client.POST('/v1/businesses/{business}/claims/{claim}/confirmation', {
    params: { path: { ...at(scene.callum).path, claim: claim.data!.id } },
    body: { code: scene.town.platform('tern').things.codeOf('TN-33018')!, handle: 'theirs' },
  })
  expect(error).toMatchObject({ code: 'claim.held-elsewhere', detail: expect.stringContaining('has to offer it') })
})

test('a new asset asks who of the holders of its siblings should reach it too, with the sentence for each', async () => {
  await scene.say(scene.agnese, `let ${scene.tomasz.email} run on page/made-page hiding contacts`)
  await create('tern', 'page', 'winter-timetable')
  const siblings = () =>
    answerOf(scene.agnese.client.GET('/v1/businesses/{business}/assets/{asset}/siblings', on('page/winter-timetable')))
  const { items } = await siblings()
  expect(items).toContainEqual({
    name: 'Tomasz Oyelaran',
    text: scene.tomasz.email,
    has: 'run on New made-page, hiding contacts',
    sentence: `let ${scene.tomasz.email} run on page/winter-timetable hiding contacts`,
  })
  const desk = await answerOf(scene.agnese.client.GET('/v1/businesses/{business}/desk', { params: at(scene.agnese) }))
  expect(desk.alone.map(row => row.name)).toContain('New winter-timetable')
  for (const one of items) await scene.say(scene.agnese, one.sentence)
  expect((await siblings()).items).toEqual([])
})

test('assets of one kind are not tied, nor one to itself; a tie shows on both sides', async () => {
  const tie = (one: string, other: string) =>
    answerOf(
      scene.agnese.client.PUT('/v1/businesses/{business}/assets/{asset}/ties/{other}', {
        params: { path: { ...at(scene.agnese).path, asset: one, other } },
      }),
    )
  expect(await problemOf(tie('page/made-page', 'page/winter-timetable'))).toMatchObject({ code: 'tie.unfitting' })
  expect(await problemOf(tie('page/made-page', 'page/made-page'))).toMatchObject({ code: 'tie.unfitting' })
  await tie('page/made-page', 'ad-account/summer-crossings')
  expect((await asset('ad-account/summer-crossings')).ties.map(one => one.text)).toEqual(['page/made-page'])
  expect((await asset('page/made-page')).ties.map(one => one.text)).toEqual(['ad-account/summer-crossings'])
})

test('who can give access is named with the reason: admins, and stewards by their grant', async () => {
  await scene.say(scene.agnese, `let ${priya.email} steward on page/made-page`)
  const { giveAccess } = await asset('page/made-page')
  expect(giveAccess).toMatchObject([
    { name: 'Agnese Torvald', as: 'admin', why: expect.stringContaining('is admin of Ondaverde Ferries') },
    { name: 'Priya Lindqvist', as: 'steward', why: expect.stringContaining('let Priya Lindqvist steward') },
  ])
  expect(await asset('page/made-page', scene.tomasz)).toMatchObject({ canGiveAccess: false })
})
