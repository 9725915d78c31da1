import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, openScene, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
}, 120_000)
afterAll(() => scene.close())

async function shown(show: string | null, find = ''): Promise<string[]> {
  const names: string[] = []
  let after: string | null = null
  do {
    const query = { limit: 7, ...(show ? { show } : {}), ...(find ? { find } : {}), ...(after ? { after } : {}) }
    const page: { rows: { name: string; kind: string }[]; next: string | null } = await answerOf(
      scene.agnese.client.GET('/v1/businesses/{business}/grid', {
        params: { ...at(scene.agnese), query: query as { limit: number } },
      }),
    )
    names.push(...page.rows.filter(row => row.kind === 'person').map(row => row.name))
    after = page.next
  } while (after)
  return names.sort()
}

/** The business's own people, each with what they hold now, as their pages tell it. */
async function people() {
  const { items } = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/people', {
      params: { ...at(scene.agnese), query: { limit: 200 } },
    }),
  )
  return Promise.all(
    items.map(async person => {
      const params = { path: { ...at(scene.agnese).path, person: person.id }, query: { limit: 200 } }
      const held = await answerOf(
        scene.agnese.client.GET('/v1/businesses/{business}/people/{person}/holdings', { params }),
      )
      return { ...person, holds: held.items.filter(one => one.state === 'in force') }
    }),
  )
}
type Person = Awaited<ReturnType<typeof people>>[number]

const soon = () => scene.clock.now().add({ hours: 24 * 30 })
/** What each filter means, said anew from what the pages of people tell. */
const means: Record<string, (person: Person) => boolean> = {
  'sees revenue': ({ standing, holds }) => standing === 'admin' || holds.some(one => one.sees.includes('revenue')),
  'can spend': ({ standing, holds }) => standing === 'admin' || holds.some(one => one.canSpend),
  'can give access': ({ standing, holds }) => standing === 'admin' || holds.some(one => one.level.includes('steward')),
  'ends soon': ({ holds }) => holds.some(one => one.until && one.until <= soon().toString()),
  'no second step': ({ secondProof }) => secondProof === false,
}

test.each(Object.keys(means).map(name => [name] as const))(
  '“%s” shows just those of whom their own pages say so, page after page',
  async filter => {
    const all = await people()
    const wanted = all.filter(means[filter]!).map(person => person.name)
    const without = all.length - wanted.length
    expect({ filter, names: await shown(filter) }).toEqual({ filter, names: wanted.sort() })
    expect(wanted.length, 'nobody in the story is so').toBeGreaterThan(0)
    expect(without, 'everybody in the story is so').toBeGreaterThan(0)
  },
)

test('a filter and a name narrow together, and neither widens the other', async () => {
  const spenders = await shown('can spend')
  const named = await shown(null, 'ri')
  expect(await shown('can spend', 'ri')).toEqual(spenders.filter(name => named.includes(name)))
  expect(named.every(name => /ri/i.test(name))).toBe(true)
  expect(await shown('can spend', 'nobody of that name')).toEqual([])
})

test('who is paused spends nothing and sees nothing, and is shown by no filter of what people can do', async () => {
  const priya = scene.called('Priya')
  expect(await shown('can spend')).toContain('Priya Lindqvist')
  const agnese = await scene.signIn(scene.agnese)
  const params = { path: { ...at(agnese).path, person: priya.email } }
  await answerOf(agnese.client.PUT('/v1/businesses/{business}/people/{person}/pause', { params, body: {} }))
  for (const filter of ['sees revenue', 'can spend', 'can give access'])
    expect(await shown(filter), filter).not.toContain('Priya Lindqvist')
  expect(await shown(null)).toContain('Priya Lindqvist')
})

test('an admin who is frozen has each asset of the business stopped, with bills or without', async () => {
  const agnese = await scene.signIn(scene.agnese)
  const params = { path: { ...at(agnese).path, person: 'ruben@ondaverde.example' } }
  await answerOf(agnese.client.PUT('/v1/businesses/{business}/people/{person}/freeze', { params, body: {} }))
  const query = { limit: 7, find: 'ruben' }
  const { assets, rows } = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/grid', { params: { ...at(agnese), query } }),
  )
  const own = assets.flatMap(({ owner }, column) => (owner === null ? [column] : []))
  expect(rows).toMatchObject([{ name: 'Ruben Achterberg', everything: false, note: 'frozen' }])
  expect(rows[0]!.cells.filter(cell => cell.how === 'idle').map(cell => cell.column)).toEqual(own)
  for (const filter of ['sees revenue', 'can spend', 'can give access'])
    expect(await shown(filter), filter).not.toContain('Ruben Achterberg')
})
