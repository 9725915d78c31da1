import { randomUUID } from 'node:crypto'
import { Temporal } from '@famiglia/core'
import { MovableClock, type RunningService } from '@famiglia/service'
import pg from 'pg'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { answerOf, famigliaClient } from '@famiglia/client'
import { landed, restoreLanded, serveLanded } from '../../../e2e/support/landed.ts'
import { hashOf } from '../base/secrets.ts'

/** Decisions of two processes over the records of the whole demo, while access changes. */
const secret = randomUUID() + randomUUID()
const othersSecret = randomUUID() + randomUUID()
const clock = new MovableClock()
let processes: RunningService[]
let records: pg.Pool
/** Grants of somebody's own on an account, each somebody's only one there. */
let held: Held[]

interface Held {
  readonly id: string
  readonly person: string
  readonly ref: string
}

beforeAll(async () => {
  const url = await restoreLanded(landed.at(-1)!)
  const platform = { key: 'marram', name: 'Marram', url: 'http://127.0.0.1:1', secret, kinds: ['ad-account'] }
  const other = { ...platform, key: 'other', name: 'Other', secret: othersSecret }
  const start = () => serveLanded(url, { FAMIGLIA_PLATFORMS: JSON.stringify([platform, other]) }, { clock })
  processes = [await start(), await start()]
  records = new pg.Pool({ connectionString: url, max: 60 })
  await records.query(
    `INSERT INTO person (id, name, password_hash, joined_at) SELECT gen_random_uuid(), 'Visitor ' || n, 'none', now() FROM generate_series(1, 16) n`,
  )
  await records.query(
    `INSERT INTO membership (business_id, person_id, standing, since) SELECT a.business_id, p.id, 'member', now()
     FROM person p, asset a WHERE p.name LIKE 'Visitor %' AND a.handle = 'summer-crossings'`,
  )
  await records.query(
    `INSERT INTO access_grant (id, business_id, asset_id, holder_kind, holder_id, tier, actions, hiding, from_at, given_at, given_by)
     SELECT gen_random_uuid(), a.business_id, a.id, 'person', p.id, 'run', '{}', '{}', now() - interval '1 day', now(), a.brought_in_by
     FROM person p CROSS JOIN (SELECT * FROM asset WHERE handle = 'summer-crossings') a WHERE p.name LIKE 'Visitor %'`,
  )
  held = await rows<Held>(
    `SELECT g.id, g.holder_id AS person, a.platform_ref AS ref FROM access_grant g JOIN asset a ON a.id = g.asset_id JOIN person p ON p.id = g.holder_id
     WHERE p.name LIKE 'Visitor %'`,
  )
}, 120_000)

afterAll(async () => {
  await records.end()
  for (const one of processes) await one.close()
})

async function rows<T extends object>(text: string, values?: unknown[]): Promise<T[]> {
  return (await records.query<T>(text, values)).rows
}

async function may(
  process: number,
  { person, ref }: Pick<Held, 'person' | 'ref'>,
  name = 'ads.publish',
  bearer = secret,
): Promise<boolean> {
  const answer = await fetch(`${processes[process]!.url}/access/v1/evaluation`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', authorization: `Bearer ${bearer}` },
    body: JSON.stringify({
      subject: { type: 'person', id: person },
      action: { name },
      resource: { type: 'ad-account', id: ref },
    }),
  })
  expect(answer.status).toBe(200)
  return ((await answer.json()) as { decision: boolean }).decision
}

test('ten thousand times something ends or begins, and whichever process is asked next knows it', async () => {
  let late = 0
  await Promise.all(
    held.map(async (grant, lane) => {
      for (let turn = 0; turn < 10_000 / held.length; turn++) {
        const ends = turn % 2 === 0
        await rows('UPDATE access_grant SET ended_at = $2 WHERE id = $1', [grant.id, ends ? new Date() : null])
        if ((await may((lane + turn) % 2, grant)) === ends) late++
      }
    }),
  )
  expect(late).toBe(0)
}, 300_000)

test('what is given and ended through one process is known to the other at once', async () => {
  const token = `famt_${randomUUID()}`
  await rows(
    `INSERT INTO session (id, person_id, kind, name, secret_hash, unattended, begun_at, expires_at)
     SELECT $1, person_id, 'token', 'test', $2, true, now(), now() + interval '1 hour' FROM person_address WHERE address = 'agnese@ondaverde.example'`,
    [randomUUID(), hashOf(token)],
  )
  const client = famigliaClient({ url: processes[0]!.url, token })
  const { businesses } = await answerOf(client.GET('/v1/me'))
  const say = (sentence: string) =>
    answerOf(
      client.POST('/v1/businesses/{business}/sentences', {
        params: { path: { business: businesses[0]!.number } },
        body: { sentence },
      }),
    )
  const [priya] = await rows<{ person: string; ref: string }>(
    `SELECT p.person_id AS person, a.platform_ref AS ref FROM person_address p, asset a WHERE p.address = 'priya@ondaverde.example' AND a.handle = 'winter-freight'`,
  )
  const [who, on] = ['priya@ondaverde.example', 'ad-account/winter-freight']
  const known: boolean[] = []
  for (let turn = 0; turn < 20; turn++) {
    await say(`end ${who} on ${on}`).catch(() => undefined)
    known.push(await may(1, priya!))
    await say(`let ${who} run on ${on}`)
    known.push(await may(1, priya!))
  }
  expect(known).toEqual(known.map((_one, index) => index % 2 === 1))
}, 60_000)

test('what one platform was told is told to no other, however alike they ask', async () => {
  const grant = held[3]!
  await rows('UPDATE access_grant SET ended_at = NULL WHERE id = $1', [grant.id])
  expect(await may(0, grant)).toBe(true)
  expect(await may(0, grant, 'ads.publish', othersSecret)).toBe(false)
  expect(await may(0, { ...grant, ref: grant.ref.toLowerCase() })).toBe(false)
  expect(await may(0, { ...grant, person: held[4]!.id })).toBe(false)
})

test('fifty businesses give something to the same person in fifty changes that are all still open: none waits for another', async () => {
  const somebody = held[0]!
  const assets = await rows<{ id: string }>('SELECT id FROM asset ORDER BY id LIMIT 50')
  const open = await Promise.all(
    Array.from({ length: 50 }, async (_one, index) => {
      const change = await records.connect()
      await change.query("SET lock_timeout = '3s'")
      await change.query('BEGIN ISOLATION LEVEL SERIALIZABLE')
      await change.query(
        `INSERT INTO access_grant (id, business_id, asset_id, holder_kind, holder_id, tier, actions, hiding, from_at, given_at, given_by, purpose)
         SELECT gen_random_uuid(), a.business_id, a.id, 'person', $1, 'run', '{}', '{}', now(), now(), a.brought_in_by, $3 FROM asset a WHERE a.id = $2`,
        [somebody.person, assets[index % assets.length]!.id, `at once ${index}`],
      )
      return change
    }),
  )
  for (const change of open) {
    await change.query('COMMIT')
    change.release(true)
  }
  const [{ given }] = (await rows(
    `SELECT count(*)::integer AS given FROM access_grant WHERE purpose LIKE 'at once %'`,
  )) as [{ given: number }]
  expect(given).toBe(50)
}, 60_000)

test('after a back-up is put back, what was kept from the time that never was counts for nothing', async () => {
  const grant = held[1]!
  await rows('UPDATE access_grant SET ended_at = NULL WHERE id = $1', [grant.id])
  expect(await may(0, grant)).toBe(true)
  const marks = await rows('SELECT * FROM mark')
  await rows('UPDATE access_grant SET ended_at = now() WHERE id = $1', [grant.id])
  expect(await may(0, grant)).toBe(false)
  const back = await records.connect()
  await back.query("SET session_replication_role = 'replica'")
  await back.query('UPDATE access_grant SET ended_at = NULL WHERE id = $1', [grant.id])
  await back.query('TRUNCATE mark')
  await back.query('INSERT INTO mark SELECT * FROM jsonb_populate_recordset(null::mark, $1)', [JSON.stringify(marks)])
  back.release(true)
  expect(await may(0, grant)).toBe(true)
  // As many changes as there were before, and others.
  await rows(`UPDATE access_grant SET tier = 'watch' WHERE id = $1`, [grant.id])
  expect([await may(0, grant), await may(0, grant, 'ads.see')]).toEqual([false, true])
})

test('time alone begins and ends what is kept, and a clock that is set back takes nothing amiss', async () => {
  const grant = held[2]!
  const now = clock.now()
  const day = (days: number) => new Date(now.epochMilliseconds + days * 86_400_000)
  await rows('UPDATE access_grant SET ended_at = NULL, from_at = $2, until_at = $3 WHERE id = $1', [
    grant.id,
    day(1),
    day(3),
  ])
  const after = async (days: number) => {
    clock.forward(Temporal.Duration.from({ hours: days * 24 }))
    return Promise.all([may(0, grant), may(1, grant)])
  }
  const told = [await after(0), await after(2), await after(2), await after(-2), await after(-2)]
  expect(told).toEqual([false, true, false, true, false].map(one => [one, one]))
})
