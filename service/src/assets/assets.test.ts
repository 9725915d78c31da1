import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

const path = () => ({ business: scene.agnese.business })
const claim = (ref: string, platform = 'marram', who: Actor = scene.agnese) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/claims', {
      params: { path: { business: scene.agnese.business } },
      body: { platform, ref },
    }),
  )
const confirm = (id: string, code: string, handle: string) =>
  answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/claims/{claim}/confirmation', {
      params: { path: { ...path(), claim: id } },
      body: { code, handle },
    }),
  )
const codeOf = (ref: string) => scene.town.platform('marram').things.codeOf(ref)!

test('only who may bring in assets can claim, from a platform there is, what the platform has', async () => {
  expect(await problemOf(claim('MA-20417', 'marram', scene.tomasz))).toMatchObject({ code: 'standing.not-enough' })
  expect(await problemOf(claim('MA-20417', 'nowhere'))).toMatchObject({
    code: 'platform.unknown',
    detail: expect.stringContaining('marram'),
  })
  expect(await problemOf(claim('MA-99999'))).toMatchObject({ code: 'claim.not-on-platform', pointer: '/ref' })
})

test('a wrong code is refused and counted: after five the claim has to be begun again', async () => {
  const { id } = await claim('MA-20417')
  for (let tries = 0; tries < 5; tries++)
    expect(await problemOf(confirm(id, '000000', 'summer-crossings'))).toMatchObject({ code: 'claim.wrong-code' })
  expect(await problemOf(confirm(id, codeOf('MA-20417'), 'summer-crossings'))).toMatchObject({ code: 'claim.lapsed' })
})

test('a handle that cannot be one or is taken is refused, and the right one brings the asset in once', async () => {
  const { id } = await claim('MA-20417')
  expect(await problemOf(confirm(id, codeOf('MA-20417'), 'Summer Crossings!'))).toMatchObject({
    code: 'handle.invalid',
    pointer: '/handle',
  })
  const asset = await confirm(id, codeOf('MA-20417'), 'summer-crossings')
  expect(asset).toMatchObject({
    kind: 'ad-account',
    name: 'Summer Crossings',
    number: expect.stringMatching(/^A-\d{4}-\d{4}-\d{2}$/),
    canGiveAccess: true,
  })
  expect((await confirm(id, 'whatever', 'another-handle')).number).toBe(asset.number)

  const already = { code: 'claim.held-elsewhere', detail: expect.stringContaining('brought it in already') }
  expect(await problemOf(claim('MA-20417'))).toMatchObject(already)
})

test('an asset keeps its number through a new name, and a taken handle is refused', async () => {
  const rename = (body: { name?: string; handle?: string }) =>
    answerOf(
      scene.agnese.client.PATCH('/v1/businesses/{business}/assets/{asset}', {
        params: { path: { ...path(), asset: 'ad-account/winter-freight' } },
        body,
      }),
    )
  expect(await problemOf(rename({ handle: 'summer-crossings' }))).toMatchObject({ code: 'handle.taken' })
  const renamed = await rename({ name: 'Winter Cargo' })
  expect(renamed).toMatchObject({ name: 'Winter Cargo', handle: 'winter-freight', version: 2 })
  // What was written down by the old handle still leads to it, until another takes that.
  await rename({ handle: 'winter-cargo' })
  const called = await scene.agnese.client.GET('/v1/businesses/{business}/assets/{asset}', {
    params: { path: { ...path(), asset: 'ad-account/winter-freight' } },
  })
  expect(called.data).toMatchObject({ name: 'Winter Cargo', handle: 'winter-cargo' })
  await rename({ handle: 'winter-freight' })
})

test('lists come in pages that join without a gap, and lead on by their Link header', async () => {
  const page = (after?: string) =>
    scene.agnese.client.GET('/v1/businesses/{business}/assets', {
      params: { path: path(), query: { limit: 1, ...(after ? { after } : {}) } },
    })
  const first = await page()
  expect(first.response.headers.get('link')).toMatch(/^<\/v1\/businesses\/.*after=.*>; rel="next"$/)
  const second = await page(first.data!.next!)
  expect([first.data!.items[0]!.name, second.data!.items[0]!.name]).toEqual(['Summer Crossings', 'Winter Cargo'])
  expect(second.data!.next).toBeNull()
})

test('members see what they reach, admins all; a search takes signs as they are', async () => {
  const list = async (who: Actor, find?: string) =>
    (
      await answerOf(
        who.client.GET('/v1/businesses/{business}/assets', { params: { path: path(), query: find ? { find } : {} } }),
      )
    ).items.map(asset => asset.name)
  expect(await list(scene.agnese)).toEqual(['Summer Crossings', 'Winter Cargo'])
  expect(await list(scene.tomasz)).toEqual(['Winter Cargo'])
  expect(await list(scene.agnese, 'summer')).toEqual(['Summer Crossings'])
  expect(await list(scene.agnese, '%')).toEqual([])
  const hidden = answerOf(
    scene.tomasz.client.GET('/v1/businesses/{business}/assets/{asset}', {
      params: { path: { ...path(), asset: 'ad-account/summer-crossings' } },
    }),
  )
  expect(await problemOf(hidden)).toMatchObject({ code: 'asset.unknown' })
})

test('who reaches it tells admins by their standing and who waits, a page at a time', async () => {
  await scene.say(scene.agnese, 'let bea@ondaverde.example draft on ad-account/winter-freight until 2027-09-30')
  const holders = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/assets/{asset}/holders', {
      params: { path: { ...path(), asset: 'ad-account/winter-freight' } },
    }),
  )
  expect(holders.items).toMatchObject([
    {
      person: { name: 'Agnese Torvald' },
      state: 'in force',
      level: 'steward',
      through: 'owning business, admin',
      until: null,
    },
    {
      person: { name: 'Tomasz Oyelaran' },
      state: 'in force',
      level: 'watch',
      through: 'own grant',
      hidden: ['revenue', 'contacts'],
    },
    {
      person: { id: null, address: 'bea@ondaverde.example' },
      state: 'waiting',
      level: 'draft',
      until: '2027-09-30T23:00:00.000Z',
    },
  ])
})

test('a platform that does not answer is said to be away, and nothing is kept', async () => {
  await scene.town.platform('marram').close()
  const before = await scene.sql('SELECT id FROM claim')
  expect(await problemOf(claim('MA-70113'))).toMatchObject({ code: 'platform.away', status: 503 })
  expect(await scene.sql('SELECT id FROM claim')).toEqual(before)
})
