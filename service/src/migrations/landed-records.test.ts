import { randomUUID } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { answerOf, famigliaClient, type FamigliaClient } from '@famiglia/client'
import { startTown, type Town } from '@famiglia/demo'
import pg from 'pg'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { hashOf } from '../base/secrets.ts'

/** The records of the demo as they were before a grant had one holder and each kind of proposal its own table. */
const landed = gunzipSync(readFileSync(join(import.meta.dirname, 'landed/1795459000000-partners.sql.gz'))).toString()

let home: string
let town: Town
let records: pg.Client
let client: FamigliaClient
let business: string
let before: { grants: Row[]; proposals: Row[]; history: Row[] }

type Row = Record<string, unknown>
const rows = async (text: string): Promise<Row[]> => (await records.query(text)).rows as Row[]
/** Live grants, each with what it says, whoever its holder is. */
const grants = `SELECT id, business_id, asset_id, bundle_id, holder_id, tier, actions, hiding, from_at, until_at, purpose, upstream_id, may_pass_on, given_by
  FROM access_grant WHERE ended_at IS NULL ORDER BY id`

beforeAll(async () => {
  home = mkdtempSync(join(tmpdir(), 'famiglia-landed-'))
  const server = new pg.Client({ connectionString: inject('postgres') })
  await server.connect()
  const name = `landed_${randomUUID().replaceAll('-', '')}`
  await server.query(`CREATE DATABASE ${name}`)
  await server.end()
  const databaseUrl = inject('postgres').replace(/\/[^/]*$/, `/${name}`)
  const restored = new pg.Client({ connectionString: databaseUrl })
  await restored.connect()
  await restored.query(landed)
  await restored.end()
  records = new pg.Client({ connectionString: databaseUrl })
  await records.connect()
  before = {
    grants: await rows(grants),
    proposals: await rows(
      `SELECT id, CASE WHEN takes_chair THEN 'chair' WHEN kind = 'ask' AND to_business_id IS NOT NULL THEN 'business-ask' ELSE kind END AS kind, state, note, standing, contact FROM proposal ORDER BY id`,
    ),
    history: await rows('SELECT * FROM history ORDER BY chain_id, number'),
  }
  const secret = randomUUID() + randomUUID()
  const settings = { FAMIGLIA_LOG_LEVEL: 'silent' }
  town = await startTown({ home, databaseUrl, secret, platformSecret: randomUUID(), port: 0, keep: false, settings })
  const token = `famt_${randomUUID()}`
  await records.query(
    `INSERT INTO session (id, person_id, kind, name, secret_hash, unattended, begun_at, expires_at)
     SELECT $1, person_id, 'token', 'test', $2, true, now(), now() + interval '1 hour' FROM person_address WHERE address = 'agnese@ondaverde.example'`,
    [randomUUID(), hashOf(token)],
  )
  client = famigliaClient({ url: town.service.url, token })
  business = (await answerOf(client.GET('/v1/me'))).businesses[0]!.number
}, 60_000)
afterAll(async () => {
  await records.end()
  await town.close()
  rmSync(home, { recursive: true, force: true })
})

test('every grant is carried over with its terms, and its holder is of the kind it was', async () => {
  expect(before.grants.length).toBeGreaterThan(25)
  expect(await rows(grants)).toEqual(before.grants)
  const misplaced = await rows(
    `SELECT g.id FROM access_grant g WHERE NOT EXISTS (
       SELECT FROM person WHERE g.holder_kind = 'person' AND id = g.holder_id UNION ALL SELECT FROM team WHERE g.holder_kind = 'team' AND id = g.holder_id
       UNION ALL SELECT FROM business WHERE g.holder_kind = 'business' AND id = g.holder_id)`,
  )
  expect(misplaced).toEqual([])
})

test('every proposal is of its kind, with what is its own, and can be read', async () => {
  const after = await rows(
    `SELECT p.id, p.kind, state, note, coalesce(standing, 'member') AS standing, contact FROM proposal p
     LEFT JOIN invitation i ON i.proposal_id = p.id LEFT JOIN business_ask a ON a.proposal_id = p.id ORDER BY p.id`,
  )
  const own = (row: Row) => (row['kind'] === 'chair' ? { ...row, standing: 'member' } : row)
  expect(after.map(own)).toEqual(before.proposals.map(own))
  for (const side of ['sent', 'received'] as const) {
    const { items } = await answerOf(
      client.GET('/v1/businesses/{business}/proposals', {
        params: { path: { business }, query: { side, state: 'all' } },
      }),
    )
    expect(items.length).toBeGreaterThan(0)
    for (const item of items) expect(item.said.length, item.kind).toBeGreaterThan(3)
  }
})

test('the histories are as they were, entry for entry, and whole', async () => {
  expect(await rows('SELECT * FROM history ORDER BY chain_id, number')).toEqual(before.history)
  const whole = await answerOf(
    client.GET('/v1/businesses/{business}/history/verification', { params: { path: { business } } }),
  )
  expect(whole.whole).toBe(true)
})

test('people reach what they reached, by the same ways, and the pages that ask for much answer', async () => {
  const can = async (who: string, action: string, asset: string) =>
    (
      await answerOf(
        client.POST('/v1/businesses/{business}/decisions', {
          params: { path: { business } },
          body: { who, action, asset },
        }),
      )
    ).allowed
  expect(await can('priya@ondaverde.example', 'ads.publish', 'ad-account/summer-crossings')).toBe(true)
  expect(await can('priya@ondaverde.example', 'report.see', 'property/ticket-shop')).toBe(true)
  expect(await can('callum@gullwright.example', 'ads.publish', 'ad-account/summer-crossings')).toBe(true)
  expect(await can('dae@gullwright.example', 'ads.publish', 'ad-account/summer-crossings')).toBe(false)
  expect(await can('noor@ondaverde.example', 'billing.see', 'ad-account/summer-crossings')).toBe(true)
  const params = { path: { business } }
  const desk = await answerOf(client.GET('/v1/businesses/{business}/desk', { params }))
  expect(desk.received.length + desk.waiting.length).toBeGreaterThan(2)
  expect((await answerOf(client.GET('/v1/businesses/{business}/grid', { params }))).rows.length).toBeGreaterThan(8)
  expect((await answerOf(client.GET('/v1/businesses/{business}/partners', { params }))).items.length).toBeGreaterThan(2)
})
