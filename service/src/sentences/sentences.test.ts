import { answerOf, idempotencyKey } from '@famiglia/client'
import pg from 'pg'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { bringIn, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let priya: Actor
const crossings = 'ad-account/summer-crossings'

beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
  await bringIn(scene, 'TN-11204', 'ondaverde-ferries', 'tern')
  await bringIn(scene, 'LM-900', 'ondaverde-web', 'limpet')
  await bringIn(scene, 'LM-901', 'ticket-shop', 'limpet')
})
afterAll(() => scene.close())

const preview = (who: Actor, sentence: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/sentences/preview', {
      params: { path: { business: who.business } },
      body: { sentence },
    }),
  )

test('the review tells what it allows and keeps back, until which instant in which zone, whose money, and who is told', async () => {
  const told = await preview(
    scene.agnese,
    `let bea@ondaverde.example run on ${crossings} hiding revenue until 2027-03-28`,
  )

  expect(told.assets[0]).toMatchObject({
    may: expect.stringContaining('publish and pause adverts'),
    hidden: ['revenue'],
    money: 'Ondaverde Ferries’ money can be spent: Harbour card ending 4421.',
  })
  expect(told.assets[0]!.mayNot).toContain('see the bills')
  expect(told.assets[0]!.until).toEqual({
    at: '2027-03-28T23:00:00Z',
    words: '28 March 2027',
  })
  expect(told).toMatchObject({ takesProof: true, who: [{ state: 'new' }], mails: [{ to: 'bea@ondaverde.example' }] })
})

test('spaces around a sentence are no fault, and an error points into it as it was typed', async () => {
  expect((await preview(scene.agnese, `  let bea@ondaverde.example run on ${crossings} \n`)).assets).toHaveLength(1)
  const typed = `\n  let bea@ondaverde.example rum on ${crossings}  `
  const { span } = await problemOf(preview(scene.agnese, typed))
  expect(typed.slice(span!.start, span!.end)).toBe('rum')
  expect(await problemOf(preview(scene.agnese, '   '))).toMatchObject({ code: 'sentence.unreadable' })
})

test('a note keeps its lines, and what nobody would see of it is left out', async () => {
  const typed = ' Hello Bea,\r\nwelcome to the\u2060 crossings.\u200b '
  await answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/sentences', {
      params: { path: { business: scene.agnese.business } },
      body: { sentence: `let noted@ondaverde.example watch on ${crossings}`, note: typed },
    }),
  )
  const [{ note }] = (await scene.sql<{ note: string }>('SELECT note FROM proposal ORDER BY sent_at DESC LIMIT 1')) as [
    { note: string },
  ]
  expect(note).toBe('Hello Bea,\nwelcome to the crossings.')
})

test('a review sends nothing and changes nothing', async () => {
  const before = await scene.sql(
    'SELECT (SELECT count(*) FROM proposal) AS proposals, (SELECT count(*) FROM mail) AS mails, (SELECT count(*) FROM history) AS entries',
  )
  await preview(scene.agnese, `let bea@ondaverde.example run on ${crossings}`)
  expect(
    await scene.sql(
      'SELECT (SELECT count(*) FROM proposal) AS proposals, (SELECT count(*) FROM mail) AS mails, (SELECT count(*) FROM history) AS entries',
    ),
  ).toEqual(before)
})

test('lowering and ending hold from the next decision on, and the holder gets a letter each time', async () => {
  expect(await scene.can(priya.email, 'ads.publish', crossings)).toBe(true)

  const lowered = await scene.say(scene.agnese, `let priya@ondaverde.example watch on ${crossings} hiding revenue`)
  expect(lowered.outcome).toBe('changed')
  expect(await scene.can(priya.email, 'ads.publish', crossings)).toBe(false)
  expect(await scene.can(priya.email, 'ads.see', crossings)).toBe(true)

  await scene.say(scene.agnese, `end priya@ondaverde.example on ${crossings}`)
  expect(await scene.can(priya.email, 'ads.see', crossings)).toBe(false)
  expect((await scene.letters(priya.email)).slice(0, 2)).toEqual([
    expect.stringContaining('ended your access on Summer Crossings'),
    expect.stringContaining('changed what you may do: watch on Summer Crossings'),
  ])
})

test('the same grant again changes nothing, another level changes the one grant there is', async () => {
  const first = await scene.say(scene.agnese, `let priya@ondaverde.example draft on ${crossings}`)
  const again = await scene.say(scene.agnese, `let priya@ondaverde.example draft on ${crossings}`)
  const raised = await scene.say(scene.agnese, `let priya@ondaverde.example run on ${crossings}`)

  expect([first.outcome, again.outcome, raised.outcome]).toEqual(['given', 'same', 'changed'])
  expect(raised.result).toBe('Changed: Priya Lindqvist now has run on Summer Crossings.')
  const [row] = await scene.sql<{ count: string }>(
    `SELECT count(*) FROM access_grant g JOIN person_address a ON a.person_id = g.holder_id WHERE a.address = 'priya@ondaverde.example' AND g.ended_at IS NULL`,
  )
  expect(row?.count).toBe('1')
})

test('an asset that is named twice, by its handle and by its number, is given once', async () => {
  const [asset] = await scene.sql<{ id: string; number: string }>(
    `SELECT id, number FROM asset WHERE handle = 'summer-crossings'`,
  )
  const said = await scene.say(scene.agnese, `let ${scene.tomasz.email} draft on ${crossings}, ${asset!.number}`)
  expect(said.outcome).toBe('given')
  const held = await scene.sql(
    `SELECT FROM access_grant g JOIN person_address a ON a.person_id = g.holder_id WHERE a.address = $1 AND g.asset_id = $2 AND g.ended_at IS NULL`,
    [scene.tomasz.email, asset!.id],
  )
  expect(held).toHaveLength(1)
})

test('several things given to somebody at once take no more statements on grants than one', async () => {
  const statements: string[] = []
  const query = pg.Client.prototype.query as (...args: unknown[]) => unknown
  pg.Client.prototype.query = function (this: pg.Client, ...args: unknown[]) {
    statements.push(JSON.stringify(args[0]))
    return query.apply(this, args)
  } as never
  const taken = async (things: string) => {
    statements.length = 0
    await scene.say(scene.agnese, `let ${scene.tomasz.email} watch on ${things}`)
    return statements.filter(text => /(FROM|INTO) \\"access_grant/.test(text)).length
  }
  const one = await taken('page/ondaverde-ferries')
  const three = await taken('ad-account/winter-freight, analytics-account/ondaverde-web, property/ticket-shop')
  pg.Client.prototype.query = query as never
  expect({ one, three }).toEqual({ one: 3, three: 3 })
})

test('what was hidden and is not said again is pointed at before it would be seen', async () => {
  await scene.say(scene.agnese, `let priya@ondaverde.example run on ${crossings} hiding revenue until 2027-05-23`)
  const told = await preview(scene.agnese, `let priya@ondaverde.example watch on ${crossings}`)
  expect(told.notes.join(' ')).toContain('Add “hiding revenue” to keep it hidden')
  expect(told.notes.join(' ')).toContain('Add “until 2027-05-23” to keep it')
  expect(told.takesProof).toBe(true)
})

test('a sentence sent again under the same key happens once; the same key for another sentence is refused', async () => {
  const key = idempotencyKey()
  const sentence = `let tomasz@ondaverde.example watch on ${crossings}`
  const [one, other] = await Promise.all([
    scene.say(scene.agnese, sentence, key),
    scene.say(scene.agnese, sentence, key),
  ])

  expect(one).toEqual(other)
  expect(
    (await scene.letters('tomasz@ondaverde.example')).filter(subject => subject.includes('watch on Summer Crossings')),
  ).toHaveLength(1)
  expect(await problemOf(scene.say(scene.agnese, `end tomasz@ondaverde.example on ${crossings}`, key))).toMatchObject({
    code: 'key.reused',
    status: 422,
  })
})

test.each([
  [
    'let priya@ondaverde.example run on ad-account/summer-crosings',
    'asset.unknown',
    404,
    'Did you mean ad-account/summer-crossings?',
  ],
  [`let priya@ondaverde.example post.publish on ${crossings}`, 'action.unknown', 422, 'has no post.publish'],
  [`let priya@ondaverde.example run on ${crossings} until 2020-01-01`, 'date.past', 422, 'is over already'],
  [
    `let priya@ondaverde.example run on ${crossings} from 2027-02-02 until 2027-02-01`,
    'date.order',
    422,
    'end before it begins',
  ],
  [`let priya at ondaverde run on ${crossings}`, 'address.invalid', 422, 'is not an e-mail address'],
  [`let B-4815-1623-98 run on ${crossings}`, 'number.wrong-check', 422, 'check digits do not fit'],
  [`let priya@ondaverde.example fly on ${crossings}`, 'sentence.unreadable', 422, 'neither a tier'],
  [`end nobody@ondaverde.example on ${crossings}`, 'person.unknown', 404, 'nothing to end'],
  ['end agnese@ondaverde.example', 'business.last-admin', 409, 'only admin'],
])('“%s” is refused as %s', async (sentence, code, status, words) => {
  const problem = await problemOf(scene.say(scene.agnese, sentence))
  expect(problem).toMatchObject({ code, status })
  expect(problem.detail).toContain(words)
})

test('who may not give access is told who can', async () => {
  const problem = await problemOf(
    scene.say(scene.tomasz, 'let bea@ondaverde.example watch on ad-account/winter-freight'),
  )
  expect(problem).toMatchObject({
    code: 'access.not-yours-to-give',
    detail: expect.stringContaining('Agnese Torvald can'),
  })
})

test('a steward gives up to their own level and not beyond', async () => {
  await scene.say(scene.agnese, `let priya@ondaverde.example steward on ${crossings} hiding revenue`)
  const steward: Actor = { ...priya, business: scene.agnese.business }

  expect(
    await problemOf(scene.say(steward, `let ${scene.tomasz.email} draft on ${crossings} hiding revenue`)),
  ).toMatchObject({
    code: 'grant.held-above',
  })
  await scene.say(scene.agnese, `end tomasz@ondaverde.example on ${crossings}`)
  expect(await problemOf(scene.say(steward, `let tomasz@ondaverde.example watch on ${crossings}`))).toMatchObject({
    code: 'grant.above-own-level',
  })
  expect(
    (await scene.say(steward, `let tomasz@ondaverde.example watch on ${crossings} hiding revenue`)).outcome,
  ).toMatch(/given|changed/)
  expect(await problemOf(scene.say(steward, 'end agnese@ondaverde.example'))).toMatchObject({
    code: 'standing.not-enough',
  })
})

test('two admins who leave at the same moment cannot both succeed', async () => {
  await scene.sql(
    `UPDATE membership SET standing = 'admin' WHERE person_id = (SELECT person_id FROM person_address WHERE address = 'tomasz@ondaverde.example')`,
  )
  const leaving = await Promise.allSettled([
    scene.say(scene.agnese, 'end agnese@ondaverde.example'),
    scene.say(scene.tomasz, 'end tomasz@ondaverde.example'),
  ])
  expect(leaving.map(one => one.status).sort()).toEqual(['fulfilled', 'rejected'])
  const admins = await scene.sql(
    `SELECT FROM membership m JOIN business b ON b.id = m.business_id WHERE b.number = $1 AND m.standing = 'admin'`,
    [scene.agnese.business],
  )
  expect(admins).toHaveLength(1)
})
