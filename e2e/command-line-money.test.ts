import { Temporal } from '@famiglia/core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { commandLine } from './support/commandLine.ts'
import { chargedTo, typeIn } from './support/money.ts'
import { openScene, type Scene } from './support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
}, 120_000)
afterAll(() => scene.close())

const as = (name: string) => commandLine(scene.url, scene.called(name).token)
const winter = 'ad-account/winter-freight'
const noor = 'noor@ondaverde.example'
/** A day to come on which every card is good. */
const day = Temporal.Now.plainDateISO().add({ days: 12 }).toString()

test('the money is told with who pays, with what, who can spend, and what was spent; what another business pays with is not', async () => {
  const { out, err } = await as('Noor').run('money')
  expect(out).toMatch(
    /Winter Freight +yours +Ondaverde Ferries, Noor Castellan +Freight card ending 9078 \(runs out soon\)/,
  )
  expect(out).toMatch(/Harbour Parking +yours +Porto Lindo Tourist Board, Sanne Okoro +their own, not told/)
  expect(out).toMatch(/Summer Crossings .*Gullwright Travel: Callum Osei-Bright and Marisol Engstrom/)
  expect(err).toMatch(/You pay for 3: \d+ EUR in \w+ so far, \d+ in \w+\./)
  expect(err).toContain('Agnese Torvald and Ruben Achterberg can spend on all of your own, as admin.')
  const paid = JSON.parse((await as('Sanne').run('money', '--json')).out) as { name: string; spenders: [] }[]
  expect(paid.find(row => row.name === 'Harbour Parking')).toMatchObject({
    owner: { name: 'Ondaverde Ferries' },
    means: 'Board account',
    spenders: [],
  })
  const nothing = await as('Tomasz').run('money')
  expect(nothing).toMatchObject({ status: 0, out: '' })
  expect(nothing.err).toContain('No ad account that you see the bills of.')
})

test('a payment is taken over from a day on, and called off; a card that is over by then is refused', async () => {
  const finance = as('Noor')
  const late = await finance.run('preview', `billing ${winter} to ${noor} with means/harbour-card from 2031-01-01`)
  expect(late).toMatchObject({ status: 3, out: '' })
  expect(late.err).toContain(
    'Harbour card ending 4421 is good until 31 March 2029: choose another, or an earlier date.',
  )
  const planned = await finance.run('billing', winter, 'to', noor, 'with', 'means/harbour-card', 'from', day, '--yes')
  expect(planned.out).toContain('Freight card ending 9078 pays until then, and nothing after that.')
  expect(planned.err).toMatch(/who is told +Agnese Torvald, Noor Castellan and Ruben Achterberg/)
  expect((await finance.run('money')).out).toMatch(/Ondaverde Ferries pays for Winter Freight from/)
  expect((await finance.run('billing', '--call-off', winter)).out).toContain('Called off')
  expect(chargedTo(scene, 'MA-20418')).toBe('Freight card')
})

test('another business is asked, chooses with what it pays in its yes, and takes nothing over before', async () => {
  const owner = as('Noor')
  const board = as('Sanne')
  const number = scene.called('Sanne').business
  const asked = await owner.run('billing', winter, 'to', number, '--note', 'As we agreed.', '--yes')
  expect(asked.out).toMatch(/^Asked Porto Lindo Tourist Board: .*Ondaverde Ferries goes on paying until they agree\./)
  const [open] = JSON.parse((await board.run('inbox', '--json')).out) as { id: string; kind: string }[]
  expect(open).toMatchObject({ kind: 'billing' })
  const bare = await board.run('accept', open!.id, '--yes')
  expect(bare).toMatchObject({ status: 2, out: '' })
  expect(bare.err).toContain('Say what Porto Lindo Tourist Board pays for Winter Freight with: means/board-account.')
  expect(chargedTo(scene, 'MA-20418')).toBe('Freight card')
  const yes = await board.run('accept', open!.id, '--with', 'means/board-account', '--yes')
  expect(yes).toMatchObject({ status: 0 })
  await expect.poll(() => chargedTo(scene, 'MA-20418'), { timeout: 15_000 }).toBe('Board account')
  const back = await owner.run('billing', winter, 'to', noor, 'with', 'means/freight-card', '--yes')
  const [again] = JSON.parse((await board.run('inbox', '--json')).out) as { id: string }[]
  expect(back.out).toContain('Asked Porto Lindo Tourist Board')
  await board.run('accept', again!.id, '--yes')
  await expect.poll(() => chargedTo(scene, 'MA-20418'), { timeout: 15_000 }).toBe('Freight card')
})

test('a means of payment is registered on its platform, and pays from then on', async () => {
  const finance = as('Noor')
  const begun = JSON.parse((await finance.run('means', 'add', 'marram', '--json')).out) as {
    id: string
    shownAt: string
  }
  const early = await finance.run('means', 'add', 'marram', '--begun', begun.id)
  expect(early.status).toBe(3)
  expect(early.err).toContain('Marram knows nothing of it yet')
  await typeIn(begun.shownAt, { name: 'Lamp card', number: '4000 1111 2222 8642', month: '2031-05' })
  expect((await finance.run('means', 'add', 'marram', '--begun', begun.id)).out).toContain(
    'Lamp card ending 8642 is on record, as means/lamp-card.',
  )
  const said = await finance.run('billing', winter, 'to', noor, 'with', 'means/lamp-card', '--yes')
  expect(said.out).toContain('Ondaverde Ferries pays for Winter Freight with Lamp card ending 8642')
  expect(chargedTo(scene, 'MA-20418')).toBe('Lamp card')
  expect((await finance.run('means', 'remove', 'means/lamp-card')).err).toContain(
    'Lamp card ending 8642 pays, or is to pay, for Winter Freight.',
  )
  expect((await finance.run('means')).out).toMatch(/means\/lamp-card +Lamp card ending 8642 +Marram .*Winter Freight/)
})
