import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { answerOf, famigliaClient } from '@famiglia/client'
import { startTown } from '@famiglia/demo'
import { expect, test } from 'vitest'
import { asked, landed, restoreLanded } from '../../../e2e/support/landed.ts'
import { hashOf } from '../base/secrets.ts'

test.each(landed)('records as of %s are upgraded: nothing is lost, and everybody goes on', async file => {
  const home = mkdtempSync(join(tmpdir(), 'famiglia-landed-'))
  const databaseUrl = await restoreLanded(file)
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
