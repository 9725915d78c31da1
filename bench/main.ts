import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import autocannon from 'autocannon'
import pg from 'pg'
import { startService, type RunningService } from '@famiglia/service'
import { createDatabase } from '../scripts/home.ts'
import { startPostgres } from '../scripts/postgres.ts'
import { seedGrants, type Seeded } from './seed.ts'

/**
 * Decisions per second beside a bare route and a route with one primary-key SELECT, all in one process and one run:
 * the ratios are what counts, the figures themselves are those of this machine at this moment.
 */
const seconds = Number(process.env['BENCH_SECONDS'] ?? 4)
const rounds = Number(process.env['BENCH_ROUNDS'] ?? 5)
const platformSecret = randomUUID() + randomUUID()
const home = mkdtempSync(join(tmpdir(), 'famiglia-bench-'))
const server = await startPostgres(home)

try {
  const rows: Row[] = []
  for (const grants of [1_000, 100_000]) rows.push(await measure(grants))
  report(rows)
} finally {
  await server.stop()
  rmSync(home, { recursive: true, force: true })
}

interface Figures {
  readonly perSecond: number
  readonly p50: number
  readonly p99: number
}

interface Row {
  readonly grants: number
  readonly bare: Figures
  readonly select: Figures
  readonly decision: Figures
}

/** Plans, caches and the compiler are warm before anything counts. */
async function measure(grants: number): Promise<Row> {
  const database = `bench_${grants}`
  await createDatabase(server, database)
  const service = await serve(server.urlOf(database))
  const records = new pg.Client({ connectionString: server.urlOf(database) })
  await records.connect()
  const seeded = await seedGrants(records, grants)
  await records.end()
  await oneRound(service, seeded, grants)
  const samples: Row[] = []
  for (let round = 0; round < rounds; round++) samples.push(await oneRound(service, seeded, grants))
  await service.close()
  return {
    grants,
    bare: middle(samples.map(row => row.bare)),
    select: middle(samples.map(row => row.select)),
    decision: middle(samples.map(row => row.decision)),
  }
}

async function serve(databaseUrl: string): Promise<RunningService> {
  const platforms = [
    { key: 'marram', name: 'Marram', url: 'http://127.0.0.1:1', secret: platformSecret, kinds: ['ad-account'] },
  ]
  return startService(
    {
      DATABASE_URL: databaseUrl,
      FAMIGLIA_SECRET: randomUUID(),
      FAMIGLIA_SMTP_URL: 'smtp://127.0.0.1:1',
      FAMIGLIA_PORT: '0',
      FAMIGLIA_LOG_LEVEL: 'silent',
      FAMIGLIA_PLATFORMS: JSON.stringify(platforms),
    },
    {
      home,
      consoleFiles: home,
      alsoServe: async (app, room) => {
        const driver = room.database.driver as unknown as { master: pg.Pool }
        app.get('/bench/bare', async () => ({ decision: true }))
        app.get<{ Querystring: { id: string } }>('/bench/select', async request => {
          const { rows } = await driver.master.query({
            name: 'bench-select',
            text: 'SELECT id, name FROM person WHERE id = $1',
            values: [request.query.id],
          })
          return { decision: rows.length === 1 }
        })
      },
    },
  )
}

async function oneRound({ url }: RunningService, { pairs }: Seeded, grants: number): Promise<Row> {
  const headers = { 'content-type': 'application/json', authorization: `Bearer ${platformSecret}` }
  const body = ({ person, ref }: Seeded['pairs'][number]) =>
    JSON.stringify({
      subject: { type: 'person', id: person },
      action: { name: 'ads.publish' },
      resource: { type: 'ad-account', id: ref },
    })
  return {
    grants,
    bare: await load(`${url}/bench/bare`, [{ method: 'GET' }]),
    select: await load(
      url,
      pairs.map(({ person }) => ({ method: 'GET' as const, path: `/bench/select?id=${person}` })),
    ),
    decision: await load(
      url,
      pairs.map(pair => ({ method: 'POST' as const, path: '/access/v1/evaluation', headers, body: body(pair) })),
    ),
  }
}

async function load(url: string, requests: autocannon.Request[]): Promise<Figures> {
  const result = await autocannon({
    url,
    requests,
    connections: 32,
    duration: seconds,
  })
  if (result.non2xx > 0 || result.errors > 0)
    throw new Error(`${url}: ${result.non2xx} answers were not 2xx, ${result.errors} failed`)
  return { perSecond: result.requests.average, p50: result.latency.p50, p99: result.latency.p99 }
}

function middle(samples: readonly Figures[]): Figures {
  const sorted = [...samples].sort((one, other) => one.perSecond - other.perSecond)
  return sorted[Math.floor(sorted.length / 2)]!
}

function report(rows: readonly Row[]): void {
  const line = (name: string, { perSecond, p50, p99 }: Figures, of: Figures | null) =>
    `  ${name.padEnd(36)} ${perSecond.toFixed(0).padStart(7)}/s   p50 ${String(p50).padStart(3)} ms   p99 ${String(p99).padStart(3)} ms${of ? `   ${(perSecond / of.perSecond).toFixed(2)} of the SELECT` : ''}`
  const blocks = rows.map(({ grants, bare, select, decision }) =>
    [
      `${grants.toLocaleString('en')} grants`,
      line('a bare route', bare, null),
      line('a route with one primary-key SELECT', select, null),
      line('a decision', decision, select),
    ].join('\n'),
  )
  const [small, large] = rows as [Row, Row]
  const ratio = (
    large.decision.perSecond /
    large.select.perSecond /
    (small.decision.perSecond / small.select.perSecond)
  ).toFixed(2)
  process.stdout.write(
    `${blocks.join('\n\n')}\n\nA decision at ${large.grants.toLocaleString('en')} grants against ${small.grants.toLocaleString('en')}: ${(large.decision.perSecond / small.decision.perSecond).toFixed(2)}; measured by the SELECT of the same minute, ${ratio}.\n`,
  )
}
