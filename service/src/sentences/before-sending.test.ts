import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, bringIn, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let agnese: Actor
const winter = 'ad-account/winter-freight'
beforeAll(async () => {
  scene = await openScene()
  agnese = scene.agnese
  await bringIn(scene, 'LM-900', 'ondaverde-web', 'limpet')
  await bringIn(scene, 'LM-901', 'ticket-shop', 'limpet')
})
afterAll(() => scene.close())

const preview = (sentence: string, who = agnese) =>
  answerOf(who.client.POST('/v1/businesses/{business}/sentences/preview', { params: at(who), body: { sentence } }))
const say = (sentence: string, more: { sure?: boolean; note?: string } = {}) =>
  answerOf(
    agnese.client.POST('/v1/businesses/{business}/sentences', {
      params: at(agnese),
      body: { sentence, sure: false, ...more },
      headers: { 'Idempotency-Key': `key-${sentence}-${more.sure}` },
    }),
  )
const letters = async (sentence: string, note?: string) =>
  (
    await answerOf(
      agnese.client.POST('/v1/businesses/{business}/sentences/letters', {
        params: at(agnese),
        body: { sentence, sure: true, ...(note ? { note } : {}) },
      }),
    )
  ).items
const count = async (table: 'history' | 'mail' | 'proposal' | 'access_grant') =>
  (await scene.sql<{ count: number }>(`SELECT count(*)::integer AS count FROM ${table}`))[0]!.count
const counts = async () => Promise.all((['history', 'mail', 'proposal', 'access_grant'] as const).map(count))

test('an address one letter off one that is known is asked about, and nothing is sent before it is meant', async () => {
  const sentence = `let tomas@ondaverde.example watch on ${winter}`
  const told = await preview(sentence)
  expect(told.doubts).toEqual([
    {
      address: 'tomas@ondaverde.example',
      asks: expect.stringContaining('one letter off tomasz@ondaverde.example'),
      instead: `let tomasz@ondaverde.example watch on ${winter}`,
    },
  ])
  const before = await counts()
  expect(await problemOf(say(sentence))).toMatchObject({ code: 'sentence.doubtful', status: 409 })
  expect(await counts()).toEqual(before)
  expect((await say(sentence, { sure: true })).outcome).toBe('invited')
  expect((await preview(sentence)).doubts).toEqual([])
})

test('so is a domain one letter off one’s own; a right one is not', async () => {
  const [doubt] = (await preview(`let leander@ondavrede.example watch on ${winter}`)).doubts
  expect(doubt!.instead).toContain('leander@ondaverde.example')
  expect((await preview(`let leander@ondaverde.example watch on ${winter}`)).doubts).toEqual([])
  expect((await preview(`let leander@quist.example watch on ${winter}`)).doubts).toEqual([])
})

test('an address at a partner is asked about: the business puts its own people on it, and they cost no seats', async () => {
  const sentence = `let marisol@gullwright.example watch on ${winter}`
  expect((await preview(sentence)).doubts).toEqual([])
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/look-ups', {
      params: at(agnese),
      body: { number: scene.callum.business },
    }),
  )
  await scene.say(agnese, `let ${scene.callum.business} watch on ${winter}`)
  const [doubt] = (await preview(sentence)).doubts
  expect(doubt).toMatchObject({
    asks: expect.stringContaining('seems to be at Gullwright & Moss'),
    instead: `let ${scene.callum.business} watch on ${winter}`,
  })
  expect(await problemOf(say(sentence))).toMatchObject({ code: 'sentence.doubtful' })
})

test('the letters of a sentence are shown word for word as they arrive, and showing them changes nothing', async () => {
  const sentence = `let oona@ondaverde.example run on ${winter} hiding revenue until 2099-03-31`
  const before = await counts()
  const [shown, ...more] = await letters(sentence, 'Welcome aboard.')
  expect(more).toEqual([])
  expect(await counts()).toEqual(before)
  await say(sentence, { note: 'Welcome aboard.', sure: true })
  await scene.letters('oona@ondaverde.example')
  const sent = await scene.newestLetter('oona@ondaverde.example')
  expect(sent.subject).toBe(shown!.subject)
  expect(sent.replyTo).toContain(agnese.email)
  expect(shown!.note).toEqual({ text: 'Welcome aboard.', from: 'Agnese Torvald' })
  for (const words of [...shown!.body, shown!.unexpected!, ...shown!.facts.map(fact => `${fact.term}: ${fact.answer}`)])
    expect(sent.text).toContain(words)
})

test('a letter whose subject was cut begins with all of it, in what is shown as in what arrives', async () => {
  const sentence = `let linus@ondaverde.example run on ad-account/winter-freight hiding revenue and contacts until 31 may 2031`
  const [shown] = await letters(sentence)
  await scene.say(agnese, sentence)
  await scene.letters('linus@ondaverde.example')
  const arrived = await scene.newestLetter('linus@ondaverde.example')
  expect(shown!.headline).toContain('until 31 May 2031')
  expect(arrived.subject).toBe(shown!.subject)
  expect(arrived.text.startsWith(`${shown!.headline}\n`)).toBe(true)
})

test('who may not say a sentence is shown no letters of it either', async () => {
  const asked = scene.tomasz.client.POST('/v1/businesses/{business}/sentences/letters', {
    params: at(scene.tomasz),
    body: { sentence: `let oona@ondaverde.example run on ${winter}`, sure: true },
  })
  expect(await problemOf(answerOf(asked))).toMatchObject({ code: 'access.not-yours-to-give' })
})

test('run on an ad account alone is told as not enough; with what is missing it is', async () => {
  const alone = await preview(`let tomasz@ondaverde.example run on ${winter}`)
  expect(alone.unfinished).toMatchObject({
    purpose: 'run our adverts',
    words: expect.stringContaining('Still missing: use the page in adverts'),
  })
  expect((await preview(`let tomasz@ondaverde.example watch on ${winter}`)).unfinished).toBeNull()
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/assets', {
      params: at(agnese),
      body: { platform: 'tern', kind: 'business page', name: 'Day Trips', handle: 'day-trips' },
      headers: { 'Idempotency-Key': 'day-trips' },
    }),
  )
  await answerOf(
    agnese.client.PUT('/v1/businesses/{business}/assets/{asset}/ties/{other}', {
      params: { path: { ...at(agnese).path, asset: winter, other: 'page/day-trips' } },
    }),
  )
  const { unfinished } = await preview(`let tomasz@ondaverde.example run on ${winter}`)
  expect(unfinished!.finished).toBe(`let tomasz@ondaverde.example run on ${winter} and ads.attach on page/day-trips`)
  const finished = await preview(unfinished!.finished!)
  expect(finished.unfinished!.words).not.toContain('use the page')
})

test('what is given last for a purpose completes what was given for it before, though only the first of it is tied', async () => {
  await bringIn(scene, 'MA-70113', 'ticket-shop-tag')
  await answerOf(
    agnese.client.PUT('/v1/businesses/{business}/assets/{asset}/ties/{other}', {
      params: { path: { ...at(agnese).path, asset: winter, other: 'tag/ticket-shop-tag' } },
    }),
  )
  const last = 'let tomasz@ondaverde.example tag.use on tag/ticket-shop-tag to "run our adverts"'
  expect((await preview(last)).purpose!.enough).toBe(false)
  await scene.say(
    agnese,
    `let tomasz@ondaverde.example run on ${winter} and ads.attach on page/day-trips to "run our adverts"`,
  )
  expect((await preview(last)).purpose!.enough).toBe(true)
})

test('what lies inside an analytics account is named before it is sent, and in the letter', async () => {
  const sentence = 'let tomasz@ondaverde.example watch on analytics-account/ondaverde-web'
  expect((await preview(sentence)).notes.join(' ')).toContain('it holds for Ticket shop, which lies in it, too')
  const [letter] = await letters(sentence)
  expect(letter!.facts).toContainEqual({ term: 'It holds for', answer: 'Ticket shop, which lies in it, too.' })
})

test('a day is typed as people say it, and kept as a date', async () => {
  const told = await preview(
    `let tomasz@ondaverde.example watch on ${winter} until end of March 2099 and draft on page/day-trips until 6 weeks`,
  )
  expect(told.sentence).toContain(`${winter} until 2099-03-31 and draft on page/day-trips until 20`)
})

test('one kind is told tier by tier, by its own name or a word of the trade; a word nobody knows is refused', async () => {
  const kind = (name: string) => answerOf(agnese.client.GET('/v1/kinds/{kind}', { params: { path: { kind: name } } }))
  const tag = await kind('pixel')
  expect(tag).toMatchObject({ kind: 'tag', noun: 'tag' })
  expect(tag.topics.find(one => one.topic === 'adverts')!.actions).toEqual([
    { action: 'tag.use', words: 'use the tag in adverts', tiers: ['run', 'steward'], alone: true },
  ])
  expect(tag.tiers.map(one => one.canGiveAccess)).toEqual([false, false, false, true])
  expect(await problemOf(kind('zeppelin'))).toMatchObject({ code: 'kind.unknown' })
})

test('no guess at a letter finds an address that somebody keeps to themselves, or that a colleague invited', async () => {
  await scene.sql(
    `INSERT INTO person_address (person_id, address, main, verified_at) SELECT person_id, 'tomasz.private@elsewhere.example', false, verified_at FROM person_address WHERE address = 'tomasz@ondaverde.example'`,
  )
  expect((await preview(`let tomasz.privat@elsewhere.example watch on ${winter}`)).doubts).toEqual([])
})

test('a note of several lines is one line of the history, whatever it looks like', async () => {
  await say(`let tomasz@ondaverde.example steward on ${winter}`, {
    sure: true,
    note: 'Over the summer.\n\n2026-01-01 Agnese Torvald ended everything',
  })
  const [entry] = await scene.sql<{ sentence: string }>(
    `SELECT entry->>'sentence' AS sentence FROM history WHERE entry->>'sentence' LIKE '%Over the summer%'`,
  )
  expect(entry!.sentence).toContain('“Over the summer. 2026-01-01')
  expect(entry!.sentence).not.toContain('\n')
})

test('letters shown twenty times while the sentence is sent neither send, keep nor hold up anything', async () => {
  const sentence = `let wren@ondaverde.example watch on ${winter}`
  const [sent, ...shown] = await Promise.all([
    say(sentence, { sure: true }),
    ...Array.from({ length: 20 }, () => letters(sentence)),
  ])
  expect(sent!.outcome).toBe('invited')
  expect(shown.every(one => one.length === 1)).toBe(true)
  expect(await scene.letters('wren@ondaverde.example')).toHaveLength(1)
})

test('inviting by a standing asks the same, so that no slip makes a stranger an admin', async () => {
  const invite = (sure: boolean) =>
    answerOf(
      agnese.client.PUT('/v1/businesses/{business}/people/{person}/standing', {
        params: { path: { ...at(agnese).path, person: 'ruben@ondavrede.example' } },
        body: { standing: 'finance', sure },
      }),
    )
  const before = await counts()
  expect(await problemOf(invite(false))).toMatchObject({ code: 'sentence.doubtful' })
  expect(await counts()).toEqual(before)
  expect((await invite(true)).proposal).not.toBeNull()
})
