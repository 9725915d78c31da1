import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, problemOf, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
  await scene.withPriya()
})
afterAll(() => scene.close())

const path = () => ({ params: { path: { business: scene.agnese.business } } })
const verify = () => answerOf(scene.agnese.client.GET('/v1/businesses/{business}/history/verification', path()))
const chain = `(SELECT id FROM business WHERE name = 'Ondaverde Ferries')`

test('the history tells the whole story in sentences, newest first', async () => {
  const { items } = await answerOf(scene.agnese.client.GET('/v1/businesses/{business}/history', path()))
  const told = items.map(entry => entry.sentence)
  expect(told[0]).toBe(
    'Agnese Torvald let Priya Lindqvist run on Summer Crossings, hiding revenue, until ' + told[0]!.split('until ')[1],
  )
  expect(told.at(-1)).toBe('Agnese Torvald opened Ondaverde Ferries in Porto Verano and is its admin.')
  expect(items.map(entry => entry.number)).toEqual(items.map((_entry, index) => items.length - index))
})

test('it can be read by asset and by person, a page at a time', async () => {
  const first = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/history', {
      params: { ...path().params, query: { asset: 'ad-account/summer-crossings', limit: 1 } },
    }),
  )
  const second = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/history', {
      params: { ...path().params, query: { asset: 'ad-account/summer-crossings', limit: 1, after: first.next! } },
    }),
  )
  expect(second.items[0]!.number).toBeLessThan(first.items[0]!.number)
  const ofPriya = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/history', {
      params: { ...path().params, query: { person: 'priya@ondaverde.example' } },
    }),
  )
  expect(ofPriya.items.every(entry => entry.sentence.includes('Priya'))).toBe(true)
})

test('only admins read it', async () => {
  const asTomasz = scene.tomasz.client.GET('/v1/businesses/{business}/history', path())
  expect(await problemOf(answerOf(asTomasz))).toMatchObject({ code: 'standing.not-enough' })
})

test.each([
  [
    'an altered sentence',
    `UPDATE history SET entry = jsonb_set(entry, '{sentence}', '"Nothing happened."') WHERE chain_id = ${chain} AND number = 3`,
    3,
    'changed after it was written',
  ],
  [
    'an altered person',
    `UPDATE history SET person_id = NULL WHERE chain_id = ${chain} AND number = 2`,
    2,
    'columns do not agree',
  ],
  ['a missing entry', `DELETE FROM history WHERE chain_id = ${chain} AND number = 4`, 4, 'is missing'],
  [
    'an altered hash',
    `UPDATE history SET hash = repeat('0', 64) WHERE chain_id = ${chain} AND number = 5`,
    5,
    'changed after it was written',
  ],
])('%s is found', async (_what, damage, number, reason) => {
  expect(await verify()).toMatchObject({ whole: true, broken: null })
  const kept = await scene.sql(`SELECT * FROM history WHERE chain_id = ${chain} AND number = $1`, [number])
  await scene.sql(damage)

  expect(await verify()).toMatchObject({
    whole: false,
    entries: number - 1,
    broken: { number, reason: expect.stringContaining(reason) },
  })

  const [row] = kept as [Record<string, unknown>]
  await scene.sql('DELETE FROM history WHERE chain_id = $1 AND number = $2', [row['chain_id'], number])
  const columns = Object.keys(row)
  await scene.sql(
    `INSERT INTO history (${columns.join(', ')}) VALUES (${columns.map((_column, index) => `$${index + 1}`).join(', ')})`,
    columns.map(column => (column === 'entry' ? JSON.stringify(row[column]) : row[column])),
  )
})

test('a change that would leave no history is refused, and nothing of it stays', async () => {
  const { change } = scene.town.service.kit
  await expect(change(null, work => work.manager.query(`UPDATE business SET name = 'Robbed'`))).rejects.toThrow(
    'leave no history',
  )
  expect(await scene.sql(`SELECT FROM business WHERE name = 'Robbed'`)).toHaveLength(0)
})

test('a letter of a change that fails is never sent', async () => {
  const { change } = scene.town.service.kit
  const to = { name: null, address: 'never@ondaverde.example' }
  const failing = change(null, async work => {
    await work.mail({ to, subject: 'never', body: ['never'] })
    work.record({ chain: crypto.randomUUID(), what: 'test', sentence: 'Something began.', by: null })
    throw new Error('and failed')
  })
  await expect(failing).rejects.toThrow('and failed')
  expect(await scene.letters('never@ondaverde.example')).toEqual([])
})

test('changes at the same time join the chain one after the other', async () => {
  await Promise.all(
    ['a', 'b', 'c', 'd', 'e'].map(name =>
      scene.say(scene.agnese, `let ${name}@ondaverde.example watch on ad-account/winter-freight`),
    ),
  )
  expect(await verify()).toMatchObject({ whole: true })
})
