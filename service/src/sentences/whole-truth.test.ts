import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { at, joinByLetter, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let agnese: Actor
let priya: Actor
let marisol: Actor
const winter = 'ad-account/winter-freight'
const crossings = 'ad-account/summer-crossings'
beforeAll(async () => {
  scene = await openScene()
  agnese = scene.agnese
  priya = await scene.withPriya()
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/teams', {
      params: at(agnese),
      body: { handle: 'paid-media', name: 'Paid media' },
    }),
  )
  await answerOf(
    agnese.client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', {
      params: { path: { ...at(agnese).path, team: 'paid-media', person: priya.email } },
    }),
  )
  await scene.say(scene.callum, 'let marisol@gullwright.example watch on ad-account/showcase')
  marisol = await joinByLetter(scene, 'Marisol Engstrom', 'marisol@gullwright.example', 'adverts for every tide')
})
afterAll(() => scene.close())
beforeEach(async () => {
  scene.clock.forward({ minutes: 1 })
  agnese = await scene.signIn(agnese)
})

const preview = (sentence: string) =>
  answerOf(
    agnese.client.POST('/v1/businesses/{business}/sentences/preview', { params: at(agnese), body: { sentence } }),
  )
const holdings = async (who: string) =>
  (
    await answerOf(
      agnese.client.GET('/v1/businesses/{business}/people/{person}/holdings', {
        params: { path: { ...at(agnese).path, person: who } },
      }),
    )
  ).items
const holders = async (asset: string) =>
  (
    await answerOf(
      agnese.client.GET('/v1/businesses/{business}/assets/{asset}/holders', {
        params: { path: { ...at(agnese).path, asset } },
      }),
    )
  ).items
const desk = (who: Actor) => answerOf(who.client.GET('/v1/businesses/{business}/desk', { params: at(who) }))
const readiness = (who: string) =>
  answerOf(
    agnese.client.GET('/v1/businesses/{business}/readiness', {
      params: { ...at(agnese), query: { who, purpose: 'run our adverts', on: winter } },
    }),
  )

test('what somebody keeps by a team is told before, at once and in the letter, when their own grant is lowered or ended', async () => {
  await scene.say(agnese, `let team/paid-media run on ${winter}`)
  await scene.say(agnese, `let ${priya.email} run on ${winter}`)
  const way = 'Ondaverde Ferries let Paid media run on Winter Freight'
  expect((await preview(`let ${priya.email} watch on ${winter}`)).notes.join()).toContain(
    `Priya Lindqvist goes on having more in another way: ${way}`,
  )
  const lowered = await scene.say(agnese, `let ${priya.email} watch on ${winter}`)
  expect(lowered.result).toContain(`They still have more: ${way}`)
  await scene.letters(priya.email)
  expect((await scene.newestLetter(priya.email)).text).toContain(`You still have more in another way: ${way}`)
  const ended = await scene.say(agnese, `end ${priya.email} on ${winter}`)
  expect(ended.result).toContain(`They still reach it: ${way}`)
  await scene.letters(priya.email)
  expect((await scene.newestLetter(priya.email)).text).toContain(`You still have: ${way}`)
  expect(await scene.can(priya.email, 'ads.publish', winter)).toBe(true)
  await scene.say(agnese, `end team/paid-media on ${winter}`)
  expect((await preview(`let team/paid-media watch on ${winter}`)).notes.join()).not.toContain('another way')
})

test('who is paused holds what they hold: their page, the asset’s and offboarding show it, marked as not counting', async () => {
  const path = { path: { ...at(agnese).path, person: priya.email } }
  await answerOf(agnese.client.PUT('/v1/businesses/{business}/people/{person}/pause', { params: path, body: {} }))
  const stopped = { state: 'stopped', why: 'their membership is paused', level: 'run' }
  expect(await holdings(priya.email)).toMatchObject([{ asset: { name: 'Summer Crossings' }, ...stopped }])
  expect((await holders(crossings)).find(one => one.person.address === priya.email)).toMatchObject(stopped)
  const leaving = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/people/{person}/leaving', { params: path }),
  )
  expect(leaving.holds).toMatchObject([{ asset: 'Summer Crossings', level: 'run' }])
  expect(await scene.can(priya.email, 'ads.publish', crossings)).toBe(false)
  await answerOf(agnese.client.DELETE('/v1/businesses/{business}/people/{person}/pause', { params: path }))
  expect(await holdings(priya.email)).toMatchObject([{ state: 'in force', why: null }])
})

test('an action shows its own figures and no other: the bills show spend, who has access none, and adverts no contacts', async () => {
  const sees = async (words: string, hiding = '') =>
    (await preview(`let ${priya.email} ${words} on ${winter}${hiding}`)).assets[0]!.sees
  expect(await sees('billing.see')).toEqual(['spend'])
  expect(await sees('access.see')).toEqual([])
  expect(await sees('watch')).toEqual(['spend', 'revenue'])
  expect(await sees('audience.change')).toEqual(['contacts'])
  expect(await sees('run', ' hiding revenue')).toEqual(['spend', 'contacts'])
})

test('what runs out for somebody is on their own desk, with what to ask for', async () => {
  const until = scene.clock.now().toZonedDateTimeISO('Europe/Lisbon').toPlainDate().add({ days: 9 }).toString()
  await scene.say(agnese, `let ${priya.email} watch on ${winter} hiding spend until ${until} to "read the results"`)
  const [ending] = (await desk(priya)).ending
  expect(ending).toMatchObject({ holder: 'Priya Lindqvist', on: 'Winter Freight', extend: null, ask: { of: null } })
  const asked = await answerOf(
    priya.client.POST('/v1/businesses/{business}/asks', {
      params: at(priya),
      body: { wanted: ending!.ask!.wanted, reason: 'The season goes on.' },
    }),
  )
  expect(asked.result).toMatch(/^Asked: watch on Winter Freight, hiding spend, until .*, to read the results/)
  expect((await desk(agnese)).ending).toMatchObject([{ holder: 'Priya Lindqvist', ask: null }])
  await scene.say(agnese, `end ${priya.email} on ${winter}`)
})

test('who joins a team has had what it holds since they joined, not since it was given', async () => {
  await scene.say(agnese, `let team/paid-media watch on ${winter}`)
  scene.clock.forward({ hours: 5 * 24 })
  agnese = await scene.signIn(agnese)
  const joined = scene.clock.now().toString().slice(0, 16)
  await answerOf(
    agnese.client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', {
      params: { path: { ...at(agnese).path, team: 'paid-media', person: scene.tomasz.email } },
    }),
  )
  await scene.say(agnese, `end ${scene.tomasz.email} on ${winter}`)
  const rows = await holders(winter)
  expect(rows.find(one => one.person.address === scene.tomasz.email)!.since!.slice(0, 16)).toBe(joined)
  await scene.say(agnese, `end team/paid-media on ${winter}`)
})

test('“should they reach it too” keeps ends and purposes, offers partners, and nobody who is paused or has left', async () => {
  const until = scene.clock.now().toZonedDateTimeISO('Europe/Lisbon').toPlainDate().add({ days: 40 }).toString()
  await scene.say(agnese, `let ${scene.tomasz.email} watch on ${winter} until ${until} to "read the results"`)
  await scene.say(agnese, `let ${scene.callum.business} run on ${crossings}`)
  const { items } = await answerOf(
    scene.callum.client.GET('/v1/businesses/{business}/proposals', {
      params: { ...at(scene.callum), query: { side: 'received' } },
    }),
  )
  await answerOf(
    scene.callum.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      params: { path: { ...at(scene.callum).path, proposal: items[0]!.id } },
      body: {},
    }),
  )
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/assets', {
      params: at(agnese),
      body: { platform: 'marram', kind: 'ad-account', name: 'Autumn Ferries', handle: 'autumn-ferries' },
    }),
  )
  const siblings = async () =>
    (
      await answerOf(
        agnese.client.GET('/v1/businesses/{business}/assets/{asset}/siblings', {
          params: { path: { ...at(agnese).path, asset: 'ad-account/autumn-ferries' } },
        }),
      )
    ).items.map(one => one.sentence)
  const all = await siblings()
  expect(all).toContain(
    `let ${scene.tomasz.email} watch on ad-account/autumn-ferries until ${until} to "read the results"`,
  )
  expect(all).toContain(`let ${scene.callum.business} run on ad-account/autumn-ferries`)
  const path = { params: { path: { ...at(agnese).path, person: scene.tomasz.email } } }
  await answerOf(agnese.client.PUT('/v1/businesses/{business}/people/{person}/pause', { ...path, body: {} }))
  expect((await siblings()).join()).not.toContain(scene.tomasz.email)
  await answerOf(agnese.client.DELETE('/v1/businesses/{business}/people/{person}/pause', path))
})

test('a partner’s people and who is invited are told of as what they are; a stranger is nobody', async () => {
  await scene.say(await scene.signIn(scene.callum), `let ${marisol.email} draft on ${await numberOf(crossings)}`)
  expect(await holdings(marisol.email)).toMatchObject([
    { asset: { name: 'Summer Crossings' }, level: 'draft', state: 'in force' },
  ])
  expect((await readiness(marisol.email)).requirements[0]).toMatchObject({
    remedy: expect.stringContaining('works for a partner'),
    sentence: null,
  })
  await scene.say(agnese, `let bea@ondaverde.example run on ${winter} hiding revenue`)
  expect(await holdings('bea@ondaverde.example')).toMatchObject([
    { asset: { name: 'Winter Freight' }, level: 'run', hidden: ['revenue'], state: 'waiting' },
  ])
  expect((await readiness('bea@ondaverde.example')).requirements[0]).toMatchObject({ state: 'waiting' })
  for (const ask of [holdings, readiness])
    expect(await problemOf(ask('nobody@gullwright.example'))).toMatchObject({ code: 'person.unknown' })
  expect(await problemOf(scene.say(agnese, `end ${marisol.email} on ${crossings}`))).toMatchObject({
    code: 'person.unknown',
    detail: expect.stringContaining('works for Gullwright & Moss and reaches your assets through it'),
  })
})

test('who reaches something by a bundle is told so, and not that a team gives it', async () => {
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/bundles', {
      params: at(agnese),
      body: { handle: 'season', name: 'Season', assets: [winter], kinds: null },
    }),
  )
  await scene.say(agnese, `let ${priya.email} watch on bundle/season`)
  expect(await problemOf(scene.say(agnese, `end ${priya.email} on ${winter}`))).toMatchObject({
    code: 'grant.unknown',
    detail: expect.stringContaining('let Priya Lindqvist watch on Season'),
  })
})

async function numberOf(text: string): Promise<string> {
  const [row] = await scene.sql<{ number: string }>('SELECT number FROM asset WHERE handle = $1', [text.split('/')[1]])
  return row!.number
}
