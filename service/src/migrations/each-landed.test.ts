import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { answerOf, famigliaClient } from '@famiglia/client'
import { startTown } from '@famiglia/demo'
import pg from 'pg'
import { expect, inject, test } from 'vitest'
import { findPostgresPrograms } from '../../../scripts/postgres.ts'
import { hashOf } from '../base/secrets.ts'

/** The records of the demo as earlier versions kept them, each called by the newest migration that it had. */
const folder = join(import.meta.dirname, 'landed')
const server = inject('postgres')

test.each(readdirSync(folder))('records as of %s are upgraded: nothing is lost, and everybody goes on', async file => {
  const home = mkdtempSync(join(tmpdir(), 'famiglia-landed-'))
  const name = `landed_${randomUUID().replaceAll('-', '')}`
  const databaseUrl = server.replace(/\/[^/]*$/, `/${name}`)
  await asked(server, `CREATE DATABASE ${name}`)
  const restored = spawnSync(
    join(findPostgresPrograms()!, 'psql'),
    ['--quiet', '--set', 'ON_ERROR_STOP=1', databaseUrl],
    {
      input: gunzipSync(readFileSync(join(folder, file))),
      encoding: 'utf8',
    },
  )
  expect(restored.status, restored.stderr).toBe(0)
  const kept = async () => ({
    history: await asked(databaseUrl, 'SELECT * FROM public.history ORDER BY chain_id, number'),
    live: await asked(
      databaseUrl,
      'SELECT id, tier, until_at FROM public.access_grant WHERE ended_at IS NULL ORDER BY id',
    ),
    people: await asked(databaseUrl, 'SELECT person_id, address FROM public.person_address ORDER BY address'),
  })
  const before = await kept()
  expect(before.live.length).toBeGreaterThan(25)
  const town = await startTown({
    home,
    databaseUrl,
    secret: randomUUID() + randomUUID(),
    platformSecret: randomUUID(),
    port: 0,
    keep: false,
    settings: { FAMIGLIA_LOG_LEVEL: 'silent' },
  })
  try {
    expect(await kept()).toEqual(before)
    const token = `famt_${randomUUID()}`
    await asked(
      databaseUrl,
      `INSERT INTO session (id, person_id, kind, name, secret_hash, unattended, begun_at, expires_at)
       SELECT $1, person_id, 'token', 'test', $2, true, now(), now() + interval '1 hour' FROM person_address WHERE address = 'agnese@ondaverde.example'`,
      [randomUUID(), hashOf(token)],
    )
    const client = famigliaClient({ url: town.service.url, token })
    const { businesses } = await answerOf(client.GET('/v1/me'))
    const params = { path: { business: businesses[0]!.number } }
    const whole = await answerOf(client.GET('/v1/businesses/{business}/history/verification', { params }))
    expect(whole.whole).toBe(true)
    const lists = [
      ...['people', 'assets', 'teams', 'bundles', 'purposes', 'partners', 'proposals', 'handovers', 'money', 'tree'],
      ...['desk', 'grid', 'history', 'means', 'contests', 'held-assets', 'manager-accounts', 'understudy'],
    ]
    const statuses = await Promise.all(
      lists.map(async list => {
        const { status } = await fetch(`${town.service.url}/v1/businesses/${params.path.business}/${list}`, {
          headers: { authorization: `Bearer ${token}` },
        })
        return status < 500 ? null : list
      }),
    )
    expect(statuses.filter(Boolean)).toEqual([])
    const body = { who: 'priya@ondaverde.example', action: 'ads.publish', asset: 'ad-account/summer-crossings' }
    expect((await answerOf(client.POST('/v1/businesses/{business}/decisions', { params, body }))).allowed).toBe(true)
    const said = await answerOf(
      client.POST('/v1/businesses/{business}/sentences/preview', {
        params,
        body: { sentence: 'let somebody.new@ondaverde.example watch on ad-account/summer-crossings' },
      }),
    )
    expect(said).toBeTruthy()
  } finally {
    await town.close()
    rmSync(home, { recursive: true, force: true })
  }
})

async function asked(url: string, text: string, values?: unknown[]): Promise<object[]> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return (await client.query<object>(text, values)).rows
  } finally {
    await client.end()
  }
}
