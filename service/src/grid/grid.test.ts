import { answerOf, type Schemas } from '@famiglia/client'
import { actionsOfKind, allKinds, kinds, tiers, type Action, type Kind } from '@famiglia/core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { makeManager, sayLink } from '../../../e2e/support/links.ts'
import { at, bringIn, join, joinByLetter, openScene, problemOf, type Scene } from '../../../e2e/support/scene.ts'

type Grid = Schemas['Grid']

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
  await scene.withPriya()
  await bringIn(scene, 'TN-11204', 'ondaverde-ferries', 'tern')
  await bringIn(scene, 'LM-900', 'ondaverde-web', 'limpet')
  await bringIn(scene, 'LM-901', 'ticket-shop', 'limpet')
})
afterAll(() => scene.close())

const grid = (query: { limit?: number; after?: string; show?: string; find?: string } = {}): Promise<Grid> =>
  answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/grid', {
      params: { ...at(scene.agnese), query: query as { limit?: number } },
    }),
  )
const namesOf = (found: Grid) => found.rows.map(row => row.name)
const cellsOf = (found: Grid, name: string) =>
  Object.fromEntries(
    found.rows.find(row => row.name === name)!.cells.map(cell => [found.assets[cell.column]!.text, cell]),
  )

test('people, teams and invited ones stand down the side, each with what they have and how', async () => {
  await answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/teams', {
      params: at(scene.agnese),
      body: { handle: 'reporting', name: 'Reporting' },
    }),
  )
  await scene.say(scene.agnese, 'let team/reporting watch on analytics-account/ondaverde-web hiding revenue')
  await answerOf(
    scene.agnese.client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', {
      params: { path: { ...at(scene.agnese).path, team: 'reporting', person: scene.tomasz.email } },
    }),
  )
  await scene.say(scene.agnese, 'let bea@ondaverde.example run on ad-account/winter-freight')
  await scene.say(scene.agnese, `let ${scene.tomasz.email} draft on page/ondaverde-ferries from 2030-01-01`)
  const found = await grid()
  expect(namesOf(found)).toEqual([
    'Agnese Torvald',
    'Priya Lindqvist',
    'Tomasz Oyelaran',
    'Reporting',
    'bea@ondaverde.example',
  ])
  expect(found.rows[0]).toMatchObject({ everything: true, standing: 'admin' })
  expect(cellsOf(found, 'Tomasz Oyelaran')).toMatchObject({
    'ad-account/winter-freight': { how: 'own', tier: 'watch', hidden: ['revenue', 'contacts'] },
    'analytics-account/ondaverde-web': { how: 'through', tier: 'watch' },
    'property/ticket-shop': { how: 'through', tier: 'watch' },
    'page/ondaverde-ferries': { how: 'idle', tier: 'draft' },
  })
  expect(cellsOf(found, 'Reporting')).toMatchObject({ 'property/ticket-shop': { how: 'through' } })
  expect(cellsOf(found, 'bea@ondaverde.example')).toMatchObject({
    'ad-account/winter-freight': { how: 'waiting', tier: 'run' },
  })
})

test.each([
  ['can spend', ['Agnese Torvald', 'Priya Lindqvist']],
  ['sees revenue', ['Agnese Torvald']],
  ['can give access', ['Agnese Torvald']],
  ['no second step', ['Priya Lindqvist', 'Tomasz Oyelaran']],
  ['invited', ['bea@ondaverde.example']],
  ['outside people', []],
])('“%s” shows those and nobody else', async (show, names) => {
  expect(namesOf(await grid({ show }))).toEqual(names)
})

test('ends soon, outside people and a name narrow it too', async () => {
  const soon = new Date(Date.now() + 10 * 86_400_000).toISOString().slice(0, 10)
  await scene.say(scene.agnese, `let fenn@pebblecast.example draft on page/ondaverde-ferries until ${soon}`)
  await scene.joinByLetter('Fenn Delacroix-Umar', 'fenn@pebblecast.example')
  expect(namesOf(await grid({ show: 'ends soon' }))).toEqual(['Fenn Delacroix-Umar'])
  expect(namesOf(await grid({ show: 'outside people' }))).toEqual(['Fenn Delacroix-Umar'])
  expect(namesOf(await grid({ find: 'priya' }))).toEqual(['Priya Lindqvist'])
})

test('page after page tells the same rows once each, in the same order', async () => {
  const whole = namesOf(await grid())
  for (const limit of [1, 2, 3]) {
    const told: string[] = []
    let after: string | undefined
    do {
      const page = await grid({ limit, ...(after ? { after } : {}) })
      told.push(...namesOf(page))
      after = page.next ?? undefined
    } while (after)
    expect(told).toEqual(whole)
  }
})

test.each([[], ['ships'], ['partner', 'Reef', 'no id']])(
  'a page behind %j, which no page told, is refused',
  async (...key) => {
    const after = Buffer.from(JSON.stringify(key)).toString('base64url')
    expect(await problemOf(grid({ after }))).toMatchObject({ code: 'request.invalid' })
  },
)

test('every cell says what decisions say, for grants of every sort drawn at random, under a manager account too', async () => {
  await makeManager(scene.agnese, 'Ours', 'ours')
  await makeManager(scene.agnese, 'Above', 'above')
  await sayLink(scene.agnese, 'link ad-account/winter-freight under manager-account/ours at run hiding revenue')
  await sayLink(scene.agnese, 'link manager-account/ours under manager-account/above at draft')
  const people = ['Priya Lindqvist', 'Tomasz Oyelaran', 'Fenn Delacroix-Umar']
  const addresses = ['priya@ondaverde.example', scene.tomasz.email, 'fenn@pebblecast.example']
  const draw = <T>(list: readonly T[]): T => list[Math.floor(Math.random() * list.length)]!
  const targets = [
    'ad-account/winter-freight',
    'manager-account/ours',
    'manager-account/above',
    'page/ondaverde-ferries',
    'analytics-account/ondaverde-web',
    'property/ticket-shop',
  ]
  const said: string[] = []
  for (let sentence = 0; sentence < 35; sentence++) {
    const on = draw(targets)
    const given =
      Math.random() < 0.7
        ? draw(tiers)
        : draw(actionsOfKind(on.split('/')[0] as Kind).filter(action => action !== 'access.change'))
    const end = draw(['', ' until 2031-01-01', ' from 2030-01-01 until 2031-01-01', ' hiding revenue'])
    said.push(`let ${draw([...addresses, 'team/reporting'])} ${given} on ${on}${end}`)
    await scene.say(scene.agnese, said.at(-1)!)
  }
  const found = await grid()
  for (const [index, name] of people.entries()) {
    const cells = cellsOf(found, name)
    for (const text of targets) {
      const kind = text.split('/')[0] as Kind
      const { data } = await scene.agnese.client.POST('/v1/businesses/{business}/decisions', {
        params: at(scene.agnese),
        body: { who: addresses[index]!, action: actionsOfKind(kind)[0]!, asset: text },
      })
      const cell = cells[text]
      const inForce = cell && cell.how !== 'idle' ? cell.level : 'nothing'
      expect({ name, text, level: inForce }, said.join('\n')).toEqual({ name, text, level: data!.level })
    }
  }
  expect(allKinds).toContain('property')
})

test('a stopped person has nothing in force, and says why', async () => {
  await answerOf(
    scene.agnese.client.PUT('/v1/businesses/{business}/people/{person}/freeze', {
      params: { path: { ...at(scene.agnese).path, person: 'priya@ondaverde.example' } },
      body: {},
    }),
  )
  const row = (await grid({ find: 'priya' })).rows[0]!
  expect(row.note).toBe('frozen')
  expect(row.cells.every(cell => cell.how === 'idle')).toBe(true)
})

test('the grid is told to admins alone', async () => {
  const bea = await join(scene, 'Noor Castellan', 'let WHO watch on page/ondaverde-ferries')
  const call = answerOf(bea.client.GET('/v1/businesses/{business}/grid', { params: at(bea) }))
  expect(await problemOf(call)).toMatchObject({ code: 'standing.not-enough' })
})

test('partners and their people stand in the grid, beneath the ceiling; an agency sees its own people on what it holds', async () => {
  const { agnese, callum } = scene
  const { proposal } = await scene.say(agnese, `let ${callum.business} run on ad-account/winter-freight hiding revenue`)
  await answerOf(
    callum.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      params: { path: { business: callum.business, proposal: proposal! } },
      body: {},
    }),
  )
  await scene.say(callum, 'let marisol@gullwright.example watch on ad-account/showcase')
  await joinByLetter(scene, 'Marisol Engstrom', 'marisol@gullwright.example', 'adverts for every tide')
  await scene.say(callum, 'let marisol@gullwright.example draft on ad-account/winter-freight hiding revenue')

  const ours = await grid({})
  const column = ours.assets.findIndex(asset => asset.name === 'Winter Freight')
  const rowsOf = (kind: string) => ours.rows.filter(row => row.kind === kind)
  expect(rowsOf('partner')).toMatchObject([
    { name: 'Gullwright & Moss', cells: [{ column, level: 'run', how: 'own' }] },
  ])
  expect(rowsOf('outsider').map(row => row.name)).toEqual(['Callum Osei-Bright', 'Marisol Engstrom'])
  expect(rowsOf('outsider')[1]!.cells).toMatchObject([{ column, level: 'draft', how: 'through' }])

  const theirs = await answerOf(
    callum.client.GET('/v1/businesses/{business}/grid', { params: { path: { business: callum.business } } }),
  )
  expect(theirs.assets.map(asset => [asset.name, asset.owner])).toEqual([
    ['Gullwright showcase', null],
    ['Winter Freight', 'Ondaverde Ferries'],
  ])
  const marisol = theirs.rows.find(row => row.name === 'Marisol Engstrom')!
  expect(marisol.cells).toMatchObject([{ level: 'watch' }, { level: 'draft', hidden: ['revenue'] }])
  const admin = theirs.rows.find(row => row.name === 'Callum Osei-Bright')!
  expect(admin).toMatchObject({ everything: true, cells: [{ column: 1, level: 'run' }] })

  await scene.say(agnese, `let ${callum.business} watch on ad-account/winter-freight hiding revenue`)
  const lowered = (await grid({})).rows.find(row => row.name === 'Marisol Engstrom')!
  expect(lowered.cells).toMatchObject([{ level: 'watch', how: 'through' }])
})

test('names stand as people look for them, admins first, and each partner’s people beneath it, page after page', async () => {
  const { agnese } = scene
  for (const address of ['guest10@isles.example', 'guest2@isles.example', 'Guest1@isles.example'])
    await scene.say(agnese, `let ${address} watch on page/ondaverde-ferries until 2030-01-01`)
  await join(scene, 'élodie Marsh', 'let WHO watch on page/ondaverde-ferries')
  const names: string[] = []
  let after: string | undefined
  do {
    const page = await grid({ limit: 2, ...(after ? { after } : {}) })
    names.push(...namesOf(page))
    after = page.next ?? undefined
  } while (after)
  expect(names.filter(name => name.startsWith('guest'))).toEqual([
    'guest1@isles.example',
    'guest2@isles.example',
    'guest10@isles.example',
  ])
  expect(names[0]).toBe('Agnese Torvald')
  expect(names.indexOf('élodie Marsh')).toBeLessThan(names.indexOf('Fenn Delacroix-Umar'))
  const at = names.indexOf('Gullwright & Moss')
  expect(names.slice(at, at + 3)).toEqual(['Gullwright & Moss', 'Callum Osei-Bright', 'Marisol Engstrom'])
  expect(new Set(names).size).toBe(names.length)
})

test('each filter counts just the people that it shows, and those of them from outside', async () => {
  const { items } = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/grid/counts', { params: at(scene.agnese) }),
  )
  for (const { show, people, outside } of items) {
    const { rows } = await grid({ limit: 200, ...(show ? { show } : {}) })
    const shown = rows.filter(row => !['team', 'partner', ...(show ? [] : ['invited'])].includes(row.kind))
    expect({ show, people, outside }).toEqual({
      show,
      people: shown.length,
      outside: shown.filter(row => row.outside).length,
    })
  }
})

test('a filter says of which cells it speaks', async () => {
  await scene.say(scene.agnese, `let ${scene.tomasz.email} run on ad-account/winter-freight`)
  const { rows, assets } = await grid({ limit: 200, show: 'can spend' })
  const somebody = rows.find(row => row.name === 'Tomasz Oyelaran')!
  const lit = somebody.cells.filter(cell => cell.marks.includes('can spend')).map(cell => assets[cell.column]!.text)
  const may = async (action: Action, asset: string) => {
    const body = { who: somebody.text, action, asset }
    return (
      await answerOf(
        scene.agnese.client.POST('/v1/businesses/{business}/decisions', { params: at(scene.agnese), body }),
      )
    ).allowed
  }
  for (const text of assets.map(asset => asset.text).filter(one => one.startsWith('ad-account'))) {
    const allowed = await Promise.all(kinds['ad-account'].spends.map(async action => may(action, text)))
    expect({ text, spends: lit.includes(text) }).toEqual({ text, spends: allowed.includes(true) })
  }
})

test('an owner of many accounts sees all that many partners have on them', async () => {
  await scene.sql(
    `INSERT INTO asset (id, number, business_id, kind, handle, name, platform, platform_ref, brought_in_at, brought_in_by, payer_id, answering_id, paid_since)
     SELECT gen_random_uuid(), 'A-many-' || n, b.id, 'ad-account', 'many-' || n, 'Many ' || n, 'marram', 'many-' || n, now(), b.opened_by, b.id, b.opened_by, now()
     FROM business b, generate_series(1, 200) n WHERE b.number = $1`,
    [scene.agnese.business],
  )
  await scene.sql(
    `INSERT INTO business (id, number, name, town, zone, cloth, opened_at, opened_by, proposal_days)
     SELECT gen_random_uuid(), 'B-reef-' || n, 'Reef ' || n, 'Tarnmouth', 'Europe/London', 'pine', now(), b.opened_by, 14
     FROM business b, generate_series(1, 26) n WHERE b.number = $1`,
    [scene.agnese.business],
  )
  await scene.sql(
    `INSERT INTO access_grant (id, business_id, asset_id, holder_kind, holder_id, to_business_id, tier, actions, hiding, from_at, given_at, given_by)
     SELECT gen_random_uuid(), a.business_id, a.id, 'business', reef.id, reef.id, 'watch', '{}', '{}', now() - interval '1 day', now(), a.brought_in_by
     FROM asset a, business reef WHERE a.handle LIKE 'many-%' AND reef.number LIKE 'B-reef-%'`,
  )
  const { rows } = await grid({ find: 'Reef', limit: 60 })
  expect(rows.map(({ name, cells }) => `${name}: ${cells.length}`).sort()).toEqual(
    Array.from({ length: 26 }, (_one, place) => `Reef ${place + 1}: 200`).sort(),
  )
})
