import type { RunningService } from '@famiglia/service'
import { afterAll, afterEach, beforeAll, expect, test, vi } from 'vitest'
import { landed, restoreLanded, serveLanded } from '../../../e2e/support/landed.ts'
import { LastUse, Use } from './last-use.ts'

/** What is noted of use, over the records of the whole demo. */
let service: RunningService
let pairs: { person: string; asset: string }[]
const usesOf = (some = pairs) => some.map(({ person, asset }) => new Use(person, asset))
const complaints: unknown[] = []
const noting = () => new LastUse(service.kit.database, error => complaints.push(error))

beforeAll(async () => {
  service = await serveLanded(await restoreLanded(landed.at(-1)!), {})
  pairs = await service.kit.database.query('SELECT p.id AS person, a.id AS asset FROM person p CROSS JOIN asset a')
}, 120_000)

afterEach(() => void vi.useRealTimers())
afterAll(async () => service.close())

const used = async ({ person, asset }: { person: string; asset: string }) =>
  (
    (await service.kit.database.query(
      'SELECT action, (extract(epoch FROM at) * 1000)::float8 AS at FROM last_use WHERE person_id = $1 AND asset_id = $2',
      [person, asset],
    )) as { action: string; at: number }[]
  )[0]

test('processes that write the same uses at once in opposite order never block each other, and the latest stands', async () => {
  expect(pairs.length).toBeGreaterThan(500)
  const [one, other] = [noting(), noting()]
  const [ones, others] = [usesOf(), usesOf().reverse()]
  const now = Date.now()
  for (let round = 1; round <= 5; round++) {
    for (const use of ones) one.note(use, 'ads.see', now + round)
    for (const use of others) other.note(use, 'ads.publish', now + round - 1)
    await Promise.all([one.write(), other.write()])
  }
  for (const pair of [pairs[0]!, pairs.at(-1)!]) expect(await used(pair)).toEqual({ action: 'ads.see', at: now + 5 })
  await Promise.all([one.close(), other.close()])
  expect(complaints).toEqual([])
})

test('the same use that was noted apart is written once, the latest of it', async () => {
  const one = noting()
  const [use, again] = [...usesOf(pairs.slice(1, 2)), ...usesOf(pairs.slice(1, 2))]
  const now = Date.now() + 1_000
  one.note(again!, 'ads.publish', now + 1)
  one.note(use!, 'ads.see', now)
  await one.close()
  expect(await used(pairs[1]!)).toEqual({ action: 'ads.publish', at: now + 1 })
  expect(complaints).toEqual([])
})

test('the first use is written within a second, and what follows once a minute at most, the last of it', async () => {
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval'] })
  const one = noting()
  const [pair] = pairs
  const [use] = usesOf()
  const begun = Date.now() + 1_000
  one.note(use!, 'ads.see', begun)
  vi.advanceTimersByTime(1_000)
  await expect.poll(() => used(pair!)).toEqual({ action: 'ads.see', at: begun })
  const statements = vi.spyOn(service.kit.database, 'query')
  for (let second = 1; second < 59; second++) {
    one.note(use!, second < 58 ? 'ads.publish' : 'ads.pause', begun + second * 1_000)
    vi.advanceTimersByTime(1_000)
  }
  await new Promise(setImmediate)
  expect(statements).not.toHaveBeenCalled()
  vi.advanceTimersByTime(1_000)
  await expect.poll(() => used(pair!)).toEqual({ action: 'ads.pause', at: begun + 58_000 })
  for (let second = 61; second <= 120; second++) {
    one.note(use!, 'ads.see', begun + second * 1_000)
    vi.advanceTimersByTime(1_000)
  }
  await expect.poll(() => used(pair!)).toEqual({ action: 'ads.see', at: begun + 120_000 })
  await one.close()
  expect(statements.mock.calls.filter(([text]) => text.includes('INSERT INTO last_use'))).toHaveLength(2)
})
