import fc from 'fast-check'
import { setTimeout as sleep } from 'node:timers/promises'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, openScene, type Actor, type Scene } from '../../../e2e/support/scene.ts'
import { Shares } from './shares.ts'

test('however much is asked for, never is more under way than may be, nobody has more than half, and all have their turn', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 2, max: 9 }),
      fc.array(fc.record({ who: fc.constantFrom('a', 'b', 'c', 'd'), takes: fc.integer({ min: 0, max: 3 }) }), {
        maxLength: 60,
      }),
      async (all, works) => {
        const shares = new Shares(all)
        const under = new Map<string, number>()
        let done = 0
        await Promise.all(
          works.map(async ({ who, takes }) => {
            const leave = await shares.enter(who)
            under.set(who, (under.get(who) ?? 0) + 1)
            expect([...under.values()].reduce((sum, one) => sum + one, 0)).toBeLessThanOrEqual(all)
            expect(under.get(who)).toBeLessThanOrEqual(Math.max(1, Math.floor(all / 2)))
            for (let turn = 0; turn < takes; turn++) await Promise.resolve()
            under.set(who, under.get(who)! - 1)
            leave()
            leave()
            done++
          }),
        )
        expect(done).toBe(works.length)
      },
    ),
  )
})

test('who comes late does not stand behind all that another asked for before', async () => {
  const shares = new Shares(2)
  const began: string[] = []
  const work = async (who: string) => {
    const leave = await shares.enter(who)
    began.push(who)
    await new Promise(done => setImmediate(done))
    leave()
  }
  const noisy = Array.from({ length: 50 }, () => work('noisy'))
  await Promise.all([...noisy, ...['one', 'two', 'three'].map(work)])
  for (const quiet of ['one', 'two', 'three']) expect(began.indexOf(quiet)).toBeLessThan(12)
})

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
})
afterAll(() => scene.close())

const desk = async (who: Actor) =>
  (await who.client.GET('/v1/businesses/{business}/desk', { params: at(who) })).response.status

test('one business that asks for everything at once leaves the others theirs, and takes nobody’s share by naming them', async () => {
  const { agnese } = scene
  const quiet = ['Callum', 'Leander', 'Sanne', 'Fenn']
    .flatMap(name => scene.called(name) ?? [])
    .filter(({ business }) => business !== agnese.business)
  expect(quiet.length).toBeGreaterThan(1)
  let heavyDone = 0
  const heavy = async (business: string) => {
    const { response } = await agnese.client.POST('/v1/businesses/{business}/sentences/preview', {
      params: { path: { business } },
      body: { sentence: 'let tomasz@ondaverde.example run on ad-account/winter-freight' },
    })
    if (business === agnese.business) heavyDone++
    return response.status
  }
  const calls = [agnese.business, agnese.business, ...quiet.map(({ business }) => business)].flatMap(business =>
    Array.from({ length: 60 }, () => heavy(business)),
  )
  for (let round = 0; round < 2; round++) expect(await Promise.all(quiet.map(desk))).toEqual(quiet.map(() => 200))
  // All of it was asked for first, and yet most of it is still to come.
  expect(heavyDone).toBeLessThan(60)
  expect(new Set(await Promise.all(calls))).toEqual(new Set([200, 404]))
  expect(heavyDone).toBe(120)
})

test('a change that waits for what another holds gives up after three seconds, and says that nothing was done', async () => {
  const holding = scene.sql('WITH held AS (SELECT FROM history_head FOR UPDATE) SELECT count(*), pg_sleep(6) FROM held')
  await sleep(300)
  const began = performance.now()
  const { response, error } = await scene.agnese.client.POST('/v1/businesses/{business}/teams', {
    params: at(scene.agnese),
    body: { name: 'Late', handle: 'late' },
  })
  const took = performance.now() - began
  expect([response.status, response.headers.get('retry-after')]).toEqual([503, '1'])
  expect(error).toMatchObject({ code: 'service.busy', detail: expect.stringContaining('Nothing was done') })
  expect(took).toBeGreaterThan(2_900)
  expect(took).toBeLessThan(5_500)
  await holding
  expect(await scene.sql("SELECT FROM team WHERE handle = 'late'")).toEqual([])
})

test('without room on the disk, or on a server that another took over from, changes wait, reading goes on, and all is right again after it', async () => {
  const make = () =>
    scene.agnese.client.POST('/v1/businesses/{business}/teams', {
      params: at(scene.agnese),
      body: { name: 'After', handle: 'after' },
    })
  for (const code of ['53100', '25006']) {
    await scene.sql(
      `CREATE FUNCTION fail() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'cannot' USING ERRCODE = '${code}'; END $$`,
    )
    await scene.sql('CREATE TRIGGER fail BEFORE INSERT ON history FOR EACH ROW EXECUTE FUNCTION fail()')
    const { response, error } = await make()
    expect([response.status, error?.code]).toEqual([503, 'service.database-away'])
    expect(await desk(scene.agnese)).toBe(200)
    await scene.sql('DROP FUNCTION fail CASCADE')
  }
  expect((await make()).response.status).toBe(201)
})
