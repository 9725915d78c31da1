import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, bringIn, join, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let priya: Actor
beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
  await bringIn(scene, 'TN-11204', 'ondaverde-ferries', 'tern')
})
afterAll(() => scene.close())

const make = (handle: string, name: string) =>
  answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/teams', { params: at(scene.agnese), body: { handle, name } }),
  )
const params = (team: string, person: string) => ({ path: { ...at(scene.agnese).path, team, person } })
const put = (team: string, person: string, who = scene.agnese) =>
  answerOf(who.client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', { params: params(team, person) }))
const takeOut = (team: string, person: string) =>
  answerOf(
    scene.agnese.client.DELETE('/v1/businesses/{business}/teams/{team}/members/{person}', {
      params: params(team, person),
    }),
  )
const bundle = (body: { handle: string; name: string; assets?: string[]; kinds?: 'page'[] }) =>
  answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/bundles', {
      params: at(scene.agnese),
      body: { assets: [], kinds: null, ...body },
    }),
  )

test('joining a team gains what it holds, leaving it loses that, at once', async () => {
  await make('content', 'Content')
  await scene.say(scene.agnese, 'let team/content run on page/ondaverde-ferries')
  expect(await scene.can(scene.tomasz.email, 'post.publish', 'page/ondaverde-ferries')).toBe(false)
  await put('content', scene.tomasz.email)
  expect(await scene.can(scene.tomasz.email, 'post.publish', 'page/ondaverde-ferries')).toBe(true)
  await takeOut('content', scene.tomasz.email)
  expect(await scene.can(scene.tomasz.email, 'post.publish', 'page/ondaverde-ferries')).toBe(false)
})

test("a team's grant shows on its members as through the team, and has nothing of their own to end", async () => {
  await put('content', priya.email)
  const { items } = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/assets/{asset}/holders', {
      params: { path: { ...at(scene.agnese).path, asset: 'page/ondaverde-ferries' } },
    }),
  )
  expect(items.find(holder => holder.person.address === priya.email)).toMatchObject({
    through: 'team Content',
    grant: null,
    said: null,
  })
  expect(await problemOf(scene.say(scene.agnese, `end ${priya.email} on page/ondaverde-ferries`))).toMatchObject({
    code: 'grant.unknown',
    detail: expect.stringContaining('let Content run on Ondaverde Ferries'),
  })
})

test('a team that can act takes a fresh proof to join; one that only watches does not', async () => {
  await make('lookers', 'Lookers')
  await scene.say(scene.agnese, 'let team/lookers watch on page/ondaverde-ferries')
  scene.clock.forward({ minutes: 11 })
  const cookie = await scene.signIn(scene.agnese)
  scene.clock.forward({ minutes: 11 })
  await put('lookers', scene.tomasz.email, cookie)
  expect(await problemOf(put('content', scene.tomasz.email, cookie))).toMatchObject({ code: 'proof.needed' })
})

test('what a dissolved team held has ended, and its handle is free again', async () => {
  await put('content', scene.tomasz.email)
  await answerOf(
    scene.agnese.client.DELETE('/v1/businesses/{business}/teams/{team}', {
      params: { path: { ...at(scene.agnese).path, team: 'content' } },
    }),
  )
  expect(await scene.can(priya.email, 'post.publish', 'page/ondaverde-ferries')).toBe(false)
  expect(await problemOf(scene.say(scene.agnese, 'let team/content watch on page/ondaverde-ferries'))).toMatchObject({
    code: 'team.unknown',
  })
  await make('content', 'Content again')
})

test('one sentence gives to several people and a team at once, each told and each recorded', async () => {
  const said = await scene.say(
    scene.agnese,
    `let ${priya.email}, ${scene.tomasz.email} and team/content draft on page/ondaverde-ferries`,
  )
  expect(said.grants).toHaveLength(3)
  expect(said.result).toContain('Content again may draft')
  expect(await scene.can(scene.tomasz.email, 'post.draft', 'page/ondaverde-ferries')).toBe(true)
  expect((await scene.letters(scene.tomasz.email))[0]).toContain('lets you draft on Ondaverde Ferries')
})

test('when one of several cannot be given it, nobody is', async () => {
  const before = await scene.sql(`SELECT id FROM access_grant WHERE ended_at IS NULL`)
  const problem = await problemOf(
    scene.say(scene.agnese, `let ${priya.email}, team/nobody watch on ad-account/winter-freight`),
  )
  expect(problem).toMatchObject({ code: 'team.unknown' })
  expect(await scene.sql(`SELECT id FROM access_grant WHERE ended_at IS NULL`)).toEqual(before)
})

test('a bundle by list gives what is put into it, and takes it away when it is taken out', async () => {
  await bundle({ handle: 'season', name: 'Season', assets: ['ad-account/winter-freight'] })
  await scene.say(scene.agnese, `let ${priya.email} watch on bundle/season`)
  expect(await scene.can(priya.email, 'ads.see', 'ad-account/winter-freight')).toBe(true)
  const path = { ...at(scene.agnese).path, bundle: 'season', asset: 'page/ondaverde-ferries' }
  await answerOf(
    scene.agnese.client.PUT('/v1/businesses/{business}/bundles/{bundle}/assets/{asset}', { params: { path } }),
  )
  await scene.say(scene.agnese, `end ${priya.email} on page/ondaverde-ferries`)
  expect(await scene.can(priya.email, 'insight.see', 'page/ondaverde-ferries')).toBe(true)
  await answerOf(
    scene.agnese.client.DELETE('/v1/businesses/{business}/bundles/{bundle}/assets/{asset}', { params: { path } }),
  )
  expect(await scene.can(priya.email, 'insight.see', 'page/ondaverde-ferries')).toBe(false)
})

test('a bundle by rule takes a new asset in by itself, and the history says so; nothing is put in by hand', async () => {
  await bundle({ handle: 'pages', name: 'All pages', kinds: ['page'] })
  await scene.say(scene.agnese, `let ${scene.tomasz.email} watch on bundle/pages`)
  await bringIn(scene, 'TN-11205', 'day-trips', 'tern')
  expect(await scene.can(scene.tomasz.email, 'insight.see', 'page/day-trips')).toBe(true)
  const [entry] = await scene.sql<{ sentence: string }>(
    `SELECT entry->>'sentence' AS sentence FROM history WHERE entry->>'what' = 'bundle.taken-in' ORDER BY number DESC LIMIT 1`,
  )
  expect(entry!.sentence).toContain('takes it in by its rule')
  const path = { ...at(scene.agnese).path, bundle: 'pages', asset: 'ad-account/winter-freight' }
  const { error } = await scene.agnese.client.PUT('/v1/businesses/{business}/bundles/{bundle}/assets/{asset}', {
    params: { path },
  })
  expect(error).toMatchObject({ code: 'bundle.by-rule' })
})

test('in a bundle an action counts on the kinds that have it; one that none has is refused', async () => {
  const bea = await join(scene, 'Bea Fontaine', 'let WHO post.publish on bundle/pages')
  expect(await scene.can(bea.email, 'post.publish', 'page/day-trips')).toBe(true)
  expect(await problemOf(scene.say(scene.agnese, `let ${bea.email} ads.publish on bundle/pages`))).toMatchObject({
    code: 'action.unknown',
    detail: expect.stringContaining('a bundle, which has no ads.publish'),
  })
})

test('a steward of one asset cannot give a bundle, which may take in what they do not hold', async () => {
  await scene.say(scene.agnese, `let ${priya.email} steward on ad-account/winter-freight`)
  expect(await problemOf(scene.say(priya, `let ${scene.tomasz.email} watch on bundle/season`))).toMatchObject({
    code: 'standing.not-enough',
  })
})

test('a name is what people see of it: no second line, and nothing hidden by which it could pass for another', async () => {
  const made = await make('all-ships', ' Paid\u200b media\u200e\nand  all ships ')
  expect(made.name).toBe('Paid media and all ships')
  expect(await problemOf(make('unseen', '\u200b\u2060'))).toMatchObject({ code: 'request.invalid', pointer: '/name' })
})
