import { fork } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import type autocannon from 'autocannon'
import pg from 'pg'
import { startService, type RunningService } from '@famiglia/service'
import { createDatabase } from '../scripts/home.ts'
import { startPostgres } from '../scripts/postgres.ts'
import type { Figures, Load } from './load.ts'
import { timePages } from './pages.ts'
import {
  seedDirect,
  seedGrants,
  seedGrid,
  seedPartners,
  seedTree,
  seedWoven,
  seedWriters,
  type Question,
} from './seed.ts'

/**
 * Decisions per second beside a bare route and a route with one primary-key SELECT, all by one process in one run, asked by another:
 * the ratios are what counts, the figures themselves are those of this machine at this moment. Then the first page of
 * the access grid, one request after another, beside the same bare route.
 */
const seconds = Number(process.env['BENCH_SECONDS'] ?? 4)
const rounds = Number(process.env['BENCH_ROUNDS'] ?? 5)
const platformSecret = randomUUID() + randomUUID()
const headers = { 'content-type': 'application/json', authorization: `Bearer ${platformSecret}` }
/** What was not measured. */
const nothing: Figures = { perSecond: 0, p50: 0, p99: 0, errors: 0 }
const home = mkdtempSync(join(tmpdir(), 'famiglia-bench-'))
const server = await startPostgres(home)
const asking = fork(join(import.meta.dirname, 'load.ts'), { execArgv: process.execArgv })

interface World {
  readonly name: string
  seed(records: pg.Client): Promise<Question[]>
  /** Whether something of what is asked changes all the while, for each hundredth question. */
  readonly changing?: boolean
  /** Questions answered by a grant of one's own, asked in the same rounds. */
  direct?(records: pg.Client): Promise<Question[]>
}

const worlds: readonly World[] = [
  { name: '1,000 grants', seed: (records: pg.Client) => seedGrants(records, 1_000) },
  { name: '100,000 grants', seed: (records: pg.Client) => seedGrants(records, 100_000), changing: true },
  { name: '1,000,000 grants', seed: (records: pg.Client) => seedGrants(records, 1_000_000) },
  {
    name: '100,000 grants, through teams, bundles and what holds the asset',
    seed: (records: pg.Client) => seedWoven(records, 100_000),
  },
  {
    name: '200 clients of 50 assets, through an agency of 40 people',
    seed: (records: pg.Client) => seedPartners(records, { clients: 200, assets: 50, people: 40 }),
    direct: seedDirect,
  },
  {
    name: '2,000 accounts under manager accounts four deep, 100 people',
    seed: (records: pg.Client) => seedTree(records, { accounts: 2_000, people: 100 }),
    direct: seedDirect,
  },
  {
    name: '2,000 accounts under manager accounts six deep, 100 people',
    seed: (records: pg.Client) => seedTree(records, { accounts: 2_000, people: 100, deep: 6 }),
    direct: seedDirect,
  },
]

try {
  const only = process.env['BENCH_ONLY']
  const rows: Row[] = []
  for (const world of worlds.filter(({ name }) => !only || name.includes(only))) {
    const row = await measure(world)
    rows.push(row)
    process.stdout.write(sayRow(row))
  }
  if (!only) process.stdout.write(sayGrowth(rows))
  if (!only || only === 'grid') process.stdout.write(await measureGrid(2_000, 300))
  if (!only || only === 'pages') process.stdout.write((await measurePages(300, 80)) + (await measurePages(2_000, 500)))
  if (!only || only === 'tree') process.stdout.write(await measureTree(2_000, 100))
  if (!only || only === 'writers') process.stdout.write(await measureWriters(5))
} finally {
  asking.disconnect()
  await server.stop()
  rmSync(home, { recursive: true, force: true })
}

interface Row {
  readonly name: string
  readonly bare: Figures
  readonly barePost: Figures
  readonly select: Figures
  readonly decision: Figures
  /** A hundred questions in each request. */
  readonly hundred: Figures
  readonly changing: Figures | null
  readonly direct: Figures | null
  /** Of a hundred questions in the last round but one, how many were answered from memory. */
  readonly remembered: number
}

/** Plans, caches and the compiler are warm before anything counts. */
async function measure({ name, seed, changing, direct }: World): Promise<Row> {
  const { service, seeded, url } = await serveSeeded(async records => ({
    asked: await seed(records),
    direct: (await direct?.(records)) ?? [],
  }))
  for (const questions of [seeded.asked, seeded.direct]) if (questions[0]) await sayYes(service, questions[0])
  const asking = { ...seeded, changes: changing ? url : null }
  await oneRound(service, asking, name)
  const samples: Row[] = []
  for (let round = 0; round < rounds; round++) samples.push(await oneRound(service, asking, name))
  await service.close()
  return {
    name,
    bare: middle(samples.map(row => row.bare)),
    barePost: middle(samples.map(row => row.barePost)),
    select: middle(samples.map(row => row.select)),
    decision: middle(samples.map(row => row.decision)),
    hundred: middle(samples.map(row => row.hundred)),
    changing: changing ? middle(samples.map(row => row.changing!)) : null,
    direct: seeded.direct.length > 0 ? middle(samples.map(row => row.direct!)) : null,
    remembered: samples.at(-1)!.remembered,
  }
}

async function serveSeeded<T>(seed: (records: pg.Client) => Promise<T>) {
  const database = `bench_${randomUUID().replaceAll('-', '')}`
  await createDatabase(server, database)
  const service = await serve(server.urlOf(database))
  const records = new pg.Client({ connectionString: server.urlOf(database) })
  await records.connect()
  const seeded = await seed(records)
  await records.end()
  return { service, seeded, url: server.urlOf(database) }
}

async function serve(databaseUrl: string): Promise<RunningService> {
  const kinds = ['ad-account', 'analytics-account', 'property']
  const platforms = [{ key: 'marram', name: 'Marram', url: 'http://127.0.0.1:1', secret: platformSecret, kinds }]
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
      consoleFiles: join(import.meta.dirname, '../console/dist'),
      alsoServe: async (app, kit) => {
        const driver = kit.database.driver as unknown as { master: pg.Pool }
        app.get('/access/bench/bare', async () => ({ decision: true }))
        app.post('/access/bench/bare', async () => ({ decision: true }))
        app.get<{ Querystring: { id: string } }>('/access/bench/select', async request => {
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

function bodyOf({ person, action, kind, ref }: Question): string {
  return JSON.stringify({
    subject: { type: 'person', id: person },
    action: { name: action },
    resource: { type: kind, id: ref },
  })
}

/** A world whose questions are answered “no such access” would measure nothing. */
async function sayYes({ url }: RunningService, question: Question): Promise<void> {
  const answer = await fetch(`${url}/access/v1/evaluation`, { method: 'POST', headers, body: bodyOf(question) })
  const { decision } = (await answer.json()) as { decision: boolean }
  if (!decision) throw new Error(`The seeded access is refused: ${bodyOf(question)}`)
}

async function oneRound(
  service: RunningService,
  {
    asked,
    direct,
    changes,
  }: { readonly asked: readonly Question[]; readonly direct: readonly Question[]; readonly changes: string | null },
  name: string,
): Promise<Row> {
  const { url } = service
  const post = (path: string, bodies: readonly string[]) =>
    load(
      url,
      bodies.map(body => ({ method: 'POST' as const, path, headers, body })),
    )
  const decide = (questions: readonly Question[]) => post('/access/v1/evaluation', questions.map(bodyOf))
  const hundreds = Array.from({ length: Math.floor(asked.length / 100) }, (_one, place) =>
    bodyOfAll(asked.slice(place * 100, place * 100 + 100)),
  )
  const bare = await load(`${url}/access/bench/bare`, [{ method: 'GET' }])
  const barePost = await load(`${url}/access/bench/bare`, [{ method: 'POST', headers, body: bodyOf(asked[0]!) }])
  const select = await load(
    url,
    asked.map(({ person }) => ({ method: 'GET' as const, path: `/access/bench/select?id=${person}` })),
  )
  const before = await factsRead(service)
  const decision = await decide(asked)
  const after = await factsRead(service)
  const hundred = hundreds.length > 0 ? await post('/access/v1/evaluations', hundreds) : nothing
  const changing = changes ? await whileChanging(changes, decision.perSecond / 100, async () => decide(asked)) : null
  const memory = after.memory - before.memory
  return {
    name,
    bare,
    barePost,
    select,
    decision,
    hundred: { ...hundred, perSecond: hundred.perSecond * 100 },
    changing,
    direct: direct.length > 0 ? await decide(direct) : null,
    remembered: (100 * memory) / (memory + after.records - before.records),
  }
}

function bodyOfAll(questions: readonly Question[]): string {
  return JSON.stringify({ evaluations: questions.map(question => JSON.parse(bodyOf(question)) as object) })
}

/** How many questions were answered from memory until now, and how many from the records. */
async function factsRead({ kit }: RunningService): Promise<Record<'memory' | 'records', number>> {
  const { values } = await kit.tally.registry.getSingleMetric('famiglia_facts_total')!.get()
  const of = (from: string) => values.find(({ labels }) => labels['from'] === from)?.value ?? 0
  return { memory: of('memory'), records: of('records') }
}

/** Changes so many of the grants a second that people hold, each in a transaction of its own, while something is measured. */
async function whileChanging<T>(url: string, perSecond: number, work: () => Promise<T>): Promise<T> {
  const records = new pg.Client({ connectionString: url })
  await records.connect()
  const { rows } = await records.query<{ id: string }>(
    "SELECT id FROM access_grant WHERE holder_kind = 'person' ORDER BY random() LIMIT 5000",
  )
  let ended = false
  const changing = (async () => {
    const begun = performance.now()
    for (let done = 0; !ended; done++) {
      const early = (done / perSecond) * 1_000 - (performance.now() - begun)
      if (early > 0) await sleep(early)
      await records.query(
        "UPDATE access_grant SET until_at = now() + random() * interval '30 days' + interval '1 day' WHERE id = $1",
        [rows[done % rows.length]!.id],
      )
    }
  })()
  try {
    return await work()
  } finally {
    ended = true
    await changing
    await records.end()
  }
}

/** Asks from a process of its own. */
async function load(url: string, requests: autocannon.Request[]): Promise<Figures> {
  const figures = await new Promise<Figures>((resolve, reject) => {
    asking.once('message', resolve)
    asking.send({ url, requests, seconds } satisfies Load, error => error && reject(error))
  })
  if (figures.errors > 0) throw new Error(`${url}: ${figures.errors} questions were not answered as they should be.`)
  return figures
}

/** The first page, as the console asks for it, and one with a filter, each asked for forty times in a row. */
async function measureGrid(people: number, assets: number): Promise<string> {
  const token = randomUUID() + randomUUID()
  const { service } = await serveSeeded(records => seedGrid(records, people, assets, token))
  const { timed, business } = await timing(service, token)
  const grid = `${business}/grid?limit=60`
  const lines = [
    await timed('a bare route', `${service.url}/access/bench/bare`),
    await timed('the first page', grid),
    await timed('the first page of “can spend”', `${grid}&show=can+spend`),
    await timed('the first page of “ends soon”', `${grid}&show=ends+soon`),
  ]
  await service.close()
  return `\nThe access grid of ${people.toLocaleString('en')} people and ${assets} assets\n${lines.join('\n')}\n`
}

/** The console's pages, as somebody sees them. */
async function measurePages(people: number, assets: number): Promise<string> {
  const token = randomUUID() + randomUUID()
  const { service } = await serveSeeded(records => seedGrid(records, people, assets, token))
  const { business } = await timing(service, token)
  const lines = await timePages(service.url, token, business.split('/').at(-1)!)
  await service.close()
  return `\nUntil a page can be used, with ${people.toLocaleString('en')} people and ${assets} assets\n${lines}\n`
}

/** Asks for pages forty times in a row, one request after another, as who a token belongs to. */
async function timing({ url }: RunningService, token: string) {
  const authorization = { authorization: `Bearer ${token}` }
  const me = await fetch(`${url}/v1/me`, { headers: authorization })
  const { businesses } = (await me.json()) as { businesses: { number: string }[] }
  const timed = async (name: string, page: string) => {
    const times: number[] = []
    for (let turn = 0; turn < 45; turn++) {
      const begun = performance.now()
      const answer = await fetch(page, { headers: authorization })
      if (!answer.ok) throw new Error(`${page}: ${await answer.text()}`)
      await answer.arrayBuffer()
      if (turn >= 5) times.push(performance.now() - begun)
    }
    times.sort((one, other) => one - other)
    return `  ${name.padEnd(36)} middle ${times[20]!.toFixed(1).padStart(6)} ms   slowest ${times.at(-1)!.toFixed(1).padStart(6)} ms`
  }
  return { timed, business: `${url}/v1/businesses/${businesses[0]!.number}` }
}

/** The tree as the console asks for it, with all that hangs in it. */
async function measureTree(accounts: number, people: number): Promise<string> {
  const token = randomUUID() + randomUUID()
  const { service } = await serveSeeded(records => seedTree(records, { accounts, people }, token))
  const { timed, business } = await timing(service, token)
  const lines = [
    await timed('a bare route', `${service.url}/access/bench/bare`),
    await timed('the tree', `${business}/tree`),
  ]
  await service.close()
  return `\nThe tree of ${accounts.toLocaleString('en')} accounts under manager accounts four deep\n${lines.join('\n')}\n`
}

/**
 * Ten admins of each of so many businesses give access to the same few people on the same few accounts at once, each
 * without pause: how many changes hold a second, and what the rest were told.
 */
async function measureWriters(businesses: number): Promise<string> {
  const { service, seeded } = await serveSeeded(records => seedWriters(records, businesses))
  const answers = new Map<string, number>()
  const until = performance.now() + seconds * 2_000
  const tiers = ['watch', 'draft', 'run']
  const took: number[] = []
  await Promise.all(
    seeded.map(async ({ token, business }, which) => {
      const group = Math.floor(which / 10)
      for (let turn = 0; performance.now() < until; turn++) {
        const person = `writer-${group}-${11 + ((which * 7 + turn * 3) % 20)}@ondaverde.example`
        const sentence = `let ${person} ${tiers[turn % 3]} on ad-account/account-${1 + ((which + turn) % 10)}`
        const begun = performance.now()
        const answer = await fetch(`${service.url}/v1/businesses/${business}/sentences`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', authorization: `Bearer ${token}` },
          body: JSON.stringify({ sentence }),
        })
        const told = (await answer.json()) as { outcome?: string; code?: string }
        const key = answer.ok ? 'held' : `${answer.status} ${told.code}`
        answers.set(key, (answers.get(key) ?? 0) + 1)
        took.push(performance.now() - begun)
      }
    }),
  )
  await service.close()
  took.sort((one, other) => one - other)
  const held = answers.get('held') ?? 0
  const others = [...answers].filter(([key]) => key !== 'held').map(([key, count]) => `${count} × ${key}`)
  return `\n${seeded.length} writers over ${businesses} businesses: ${(held / (seconds * 2)).toFixed(0)} changes a second, middle ${took[Math.floor(took.length / 2)]!.toFixed(0)} ms, slowest ${took.at(-1)!.toFixed(0)} ms; others: ${others.join(', ') || 'none'}\n`
}

function middle(samples: readonly Figures[]): Figures {
  const sorted = [...samples].sort((one, other) => one.perSecond - other.perSecond)
  return sorted[Math.floor(sorted.length / 2)]!
}

function sayRow({ name, bare, barePost, select, decision, hundred, changing, direct, remembered }: Row): string {
  const line = (what: string, { perSecond, p50, p99 }: Figures, of: Figures | null) =>
    `  ${what.padEnd(36)} ${perSecond.toFixed(0).padStart(7)}/s   p50 ${String(p50).padStart(3)} ms   p99 ${String(p99).padStart(3)} ms${of ? `   ${(perSecond / of.perSecond).toFixed(2)} of the SELECT` : ''}\n`
  return [
    `${name}\n`,
    line('a bare route', bare, null),
    line('a bare POST route', barePost, null),
    line('a route with one primary-key SELECT', select, null),
    line('a decision', decision, select),
    `  of a hundred questions ${remembered.toFixed(1)} were answered from memory\n`,
    line('a question among a hundred', hundred, decision).replace('of the SELECT', 'of a decision'),
    changing
      ? line('a decision, 1 % of changes beside', changing, decision).replace('of the SELECT', 'of a decision')
      : '',
    direct
      ? line('one by a grant of one’s own', direct, select) +
        `  deciding through them against deciding by a grant of one’s own: ${(decision.perSecond / direct.perSecond).toFixed(2)}\n`
      : '',
    '\n',
  ].join('')
}

function sayGrowth([first, ...later]: readonly Row[]): string {
  return later
    .map(row => {
      const measured = row.decision.perSecond / row.select.perSecond
      const ratio = measured / (first!.decision.perSecond / first!.select.perSecond)
      return `A decision at ${row.name} against ${first!.name}: ${(row.decision.perSecond / first!.decision.perSecond).toFixed(2)}; measured by the SELECT of the same minute, ${ratio.toFixed(2)}.\n`
    })
    .join('')
}
