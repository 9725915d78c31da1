import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let priya: Actor
beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
})
afterAll(() => scene.close())

const ask = (who: Actor, wanted: string, reason = 'I need it for the season.') =>
  answerOf(who.client.POST('/v1/businesses/{business}/asks', { params: at(who), body: { wanted, reason } }))
const grant = (who: Actor, proposal: string, body: { less?: string; reason?: string } = {}) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      params: { path: { ...at(who).path, proposal } },
      body,
    }),
  )
const decline = (who: Actor, proposal: string, reason?: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/proposals/{proposal}/refusal', {
      params: { path: { ...at(who).path, proposal } },
      body: reason ? { reason } : {},
    }),
  )
const deskOf = (who: Actor) => answerOf(who.client.GET('/v1/businesses/{business}/desk', { params: at(who) }))

test('a member asks in one step; it lies on the desks of who can give it, with the reason, and comes by letter', async () => {
  const asked = await ask(
    scene.tomasz,
    'watch on ad-account/summer-crossings hiding revenue',
    'To see which pictures work.',
  )
  expect(asked.goesTo).toEqual([{ name: 'Agnese Torvald', address: scene.agnese.email }])
  expect((await deskOf(scene.agnese)).received).toMatchObject([
    {
      said: 'Tomasz Oyelaran asks for watch on Summer Crossings, hiding revenue',
      note: 'To see which pictures work.',
    },
  ])
  expect((await deskOf(scene.tomasz)).waiting).toMatchObject([{ kind: 'ask', canBeSentAgain: false }])
  expect((await deskOf(priya)).received).toEqual([])
  expect((await scene.letters(scene.agnese.email))[0]).toBe(
    'Tomasz Oyelaran asks for watch on Summer Crossings, hiding revenue',
  )
})

test('granted, it is in force, and the asker is told', async () => {
  const [row] = (await deskOf(scene.agnese)).received
  await grant(scene.agnese, row!.proposal)
  expect(await scene.can(scene.tomasz.email, 'ads.see', 'ad-account/summer-crossings')).toBe(true)
  expect((await scene.letters(scene.tomasz.email)).join()).toContain(
    'Agnese Torvald granted you watch on Summer Crossings',
  )
  expect(await problemOf(decline(scene.agnese, row!.proposal))).toMatchObject({ code: 'proposal.answered' })
})

test('less can be granted, never more than was asked for', async () => {
  const { proposal } = await ask(priya, 'run on ad-account/winter-freight until 2027-06-30')
  for (const more of [
    'steward on ad-account/winter-freight until 2027-06-30',
    'run on ad-account/winter-freight',
    'run on ad-account/winter-freight until 2027-07-01',
    'watch on ad-account/summer-crossings until 2027-01-31',
  ])
    expect(await problemOf(grant(scene.agnese, proposal, { less: more }))).toMatchObject({
      code: 'proposal.more-than-asked',
    })
  await grant(scene.agnese, proposal, { less: 'watch on ad-account/winter-freight hiding revenue until 2027-01-31' })
  expect(await scene.can(priya.email, 'ads.see', 'ad-account/winter-freight')).toBe(true)
  expect(await scene.can(priya.email, 'ads.publish', 'ad-account/winter-freight')).toBe(false)
  await scene.letters(priya.email)
  const letters = scene.town.inbox.letters.list(priya.email)
  expect(letters.some(letter => letter.text.includes('It is less than you asked for'))).toBe(true)
})

test('declined with a word, nothing is given and the word arrives', async () => {
  const { proposal } = await ask(scene.tomasz, 'steward on ad-account/winter-freight')
  await decline(scene.agnese, proposal, 'Two of us are enough.')
  expect(await scene.can(scene.tomasz.email, 'access.change', 'ad-account/winter-freight')).toBe(false)
  await scene.letters(scene.tomasz.email)
  expect((await scene.newestLetter(scene.tomasz.email)).text).toContain('Two of us are enough.')
})

test('a steward of the asset can answer too; nobody answers what they asked for themselves', async () => {
  await scene.say(scene.agnese, `let ${priya.email} steward on ad-account/summer-crossings`)
  const { proposal, goesTo } = await ask(scene.tomasz, 'draft on ad-account/summer-crossings')
  expect(goesTo.map(giver => giver.name)).toEqual(['Agnese Torvald', 'Priya Lindqvist'])
  expect((await deskOf(priya)).received.map(row => row.proposal)).toEqual([proposal])
  expect(await problemOf(grant(scene.tomasz, proposal))).toMatchObject({ code: 'proposal.own' })
  await grant(await scene.signIn(priya), proposal)
  expect(await scene.can(scene.tomasz.email, 'ads.draft', 'ad-account/summer-crossings')).toBe(true)
})

test('who grants less than a purpose takes means it so: no desk tells what is missing for it', async () => {
  const { proposal } = await ask(priya, '"run our adverts" on ad-account/winter-freight')
  await grant(scene.agnese, proposal, { less: 'watch on ad-account/winter-freight' })
  const { holes, leftAsIs } = await deskOf(scene.agnese)
  expect(holes.filter(hole => hole.who.text === priya.email)).toEqual([])
  expect(leftAsIs).toMatchObject([{ who: { text: priya.email }, purpose: 'run our adverts', by: 'Agnese Torvald' }])
})

test('who asks for a colleague is told whom it waits for; nobody grants what was asked for them, and what they have stays theirs to know', async () => {
  const askFor = (who: Actor, whom: string, wanted: string) =>
    answerOf(
      who.client.POST('/v1/businesses/{business}/asks', {
        params: at(who),
        body: { wanted, reason: 'We work on it together.', whom },
      }),
    )
  await scene.say(scene.agnese, `let ${priya.email} steward on ad-account/summer-crossings`)
  const own = await askFor(scene.tomasz, priya.email, 'run on ad-account/summer-crossings')
  // Priya could give it to anybody, but not to herself.
  expect(own.goesTo.map(({ name }) => name)).toEqual(['Agnese Torvald'])
  expect((await deskOf(priya)).received.map(row => row.proposal)).not.toContain(own.proposal)
  expect(await problemOf(grant(priya, own.proposal))).toMatchObject({ code: 'proposal.own' })
  const waiting = (await deskOf(scene.tomasz)).waiting.find(row => row.proposal === own.proposal)
  expect(waiting).toMatchObject({ waitsFor: 'Agnese Torvald' })
  expect(waiting!.said).toContain('to be given to Priya Lindqvist')
  const things = (who: Actor) =>
    answerOf(
      who.client.GET('/v1/businesses/{business}/proposals/{proposal}/things', {
        params: { path: { ...at(who).path, proposal: own.proposal } },
      }),
    )
  expect((await things(scene.tomasz)).answerable[0]!.has).toBeNull()
  expect((await things(scene.agnese)).answerable[0]!.has).toContain('steward')
  await grant(scene.agnese, own.proposal)
  await scene.letters(priya.email)
  expect((await scene.newestLetter(priya.email)).text).toContain('Tomasz Oyelaran asked for it for you')
  expect(await scene.can(priya.email, 'ads.see', 'ad-account/summer-crossings')).toBe(true)
  // What a colleague has is not told by an answer to who asks for them, and nobody from outside is a colleague.
  expect(await askFor(scene.tomasz, priya.email, 'steward on ad-account/summer-crossings')).toHaveProperty('proposal')
  const stranger = askFor(scene.tomasz, 'nobody@elsewhere.example', 'watch on ad-account/summer-crossings')
  expect(await problemOf(stranger)).toMatchObject({ code: 'person.unknown' })
})

test('twenty of the same at once are one ask, and nobody keeps more than twenty waiting', async () => {
  const before = (await deskOf(scene.agnese)).received.length
  const same = await Promise.allSettled(
    Array.from({ length: 20 }, () => ask(scene.tomasz, 'steward on ad-account/winter-freight until 2031-01-01')),
  )
  expect(same.filter(one => one.status === 'fulfilled')).toHaveLength(1)
  expect((await deskOf(scene.agnese)).received).toHaveLength(before + 1)
  const many = await Promise.allSettled(
    Array.from({ length: 21 }, (_none, day) =>
      ask(scene.tomasz, `steward on ad-account/winter-freight until ${2032 + day}-01-01`),
    ),
  )
  expect(many.filter(one => one.status === 'fulfilled').length).toBeLessThan(20)
  const { waiting } = await deskOf(scene.tomasz)
  expect(waiting.filter(row => row.kind === 'ask')).toHaveLength(20)
  for (const { proposal, kind } of waiting)
    if (kind === 'ask')
      await answerOf(
        scene.tomasz.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', {
          params: { path: { ...at(scene.tomasz).path, proposal } },
        }),
      )
})

test('what was asked for can be withdrawn, and lapses by itself', async () => {
  const first = await ask(scene.tomasz, 'run on ad-account/winter-freight')
  const path = { ...at(scene.tomasz).path, proposal: first.proposal }
  await answerOf(
    scene.tomasz.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', { params: { path } }),
  )
  expect(await problemOf(grant(scene.agnese, first.proposal))).toMatchObject({ code: 'proposal.answered' })
  const second = await ask(scene.tomasz, '"run our adverts" on ad-account/winter-freight')
  scene.clock.forward({ hours: 15 * 24 })
  expect(await problemOf(grant(scene.agnese, second.proposal))).toMatchObject({ code: 'proposal.lapsed' })
})

test('an ask that cannot be read points at the word, counted in what was typed', async () => {
  const { error } = await scene.tomasz.client.POST('/v1/businesses/{business}/asks', {
    params: at(scene.tomasz),
    body: { wanted: 'wach on ad-account/winter-freight', reason: 'x' },
  })
  expect(error).toMatchObject({ code: 'sentence.unreadable', nearest: 'watch', span: { start: 0, end: 4 } })
})

test('what is asked for may be named by what it is called, or by the platform’s number; two of a name are listed', async () => {
  const { result } = await ask(scene.tomasz, 'draft on "winter freight"')
  expect(result).toContain('Asked: draft on Winter Freight')
  const [{ platform_ref: ref } = { platform_ref: '' }] = await scene.sql<{ platform_ref: string }>(
    "SELECT platform_ref FROM asset WHERE name = 'Winter Freight'",
  )
  expect((await ask(scene.tomasz, `run on "${ref}" until 2030-01-01`)).result).toContain('run on Winter Freight')
  for (const odd of ['Wintr Freight', '%', '_inter Freight', "'; DROP TABLE asset; --", '$&', '\\'])
    expect(await problemOf(ask(scene.tomasz, `draft on "${odd}"`))).toMatchObject({ code: 'asset.unknown' })
  // What is nearest is told to who sees all there is.
  const typo = (who: Actor) => problemOf(ask(who, 'draft on ad-account/winter-frieght'))
  expect(await typo(scene.tomasz)).toMatchObject({ code: 'asset.unknown', nearest: null })
  expect(await typo(scene.agnese)).toMatchObject({ nearest: 'ad-account/winter-freight' })
  const business = { path: at(scene.agnese).path }
  await answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/bundles', {
      params: business,
      body: { handle: 'winter', name: 'Winter Freight', kinds: null, assets: [] },
    }),
  )
  const twice = problemOf(ask(scene.tomasz, 'draft on "Winter Freight"'))
  expect(await twice).toMatchObject({
    code: 'asset.ambiguous',
    detail: '“Winter Freight” may be ad-account/winter-freight or bundle/winter: say which.',
  })
})

test('what a colleague asks for is not among what an admin sent', async () => {
  const { proposal } = await ask(scene.tomasz, 'run on ad-account/summer-crossings until 2031-01-01')
  const sent = async (who: Actor) =>
    (
      await answerOf(
        who.client.GET('/v1/businesses/{business}/proposals', {
          params: { path: at(who).path, query: { side: 'sent', state: 'open', limit: 200 } },
        }),
      )
    ).items.map(one => one.id)
  expect(await sent(scene.tomasz)).toContain(proposal)
  expect(await sent(scene.agnese)).not.toContain(proposal)
})
