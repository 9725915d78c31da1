import { setTimeout as sleep } from 'node:timers/promises'
import pg from 'pg'
import { measureGiving, measureGrid, measurePages, measureTree, measureWriters } from './lists.ts'
import type { Figures } from './load.ts'
import { seedDirect, seedGrants, seedPartners, seedTree, seedWoven, type Question } from './seed.ts'
import { endAll, headers, load, serveSeeded, type Measured } from './serving.ts'

/**
 * Decisions per second beside a bare route and a route with one primary-key SELECT, all by one process in one run, asked by another:
 * the ratios are what counts, the figures themselves are those of this machine at this moment. Then the first page of
 * the access grid, one request after another, beside the same bare route.
 */
const rounds = Number(process.env['BENCH_ROUNDS'] ?? 5)
/** What was not measured. */
const nothing: Figures = { perSecond: 0, p50: 0, p99: 0, errors: 0 }

interface World {
  readonly name: string
  seed(records: pg.Client): Promise<Question[]>
  /** One, where nothing else is said. */
  readonly processes?: number
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
  {
    name: '1,000 grants, by two processes',
    seed: (records: pg.Client) => seedGrants(records, 1_000),
    processes: 2,
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
  if (!only || only === 'giving') process.stdout.write(await measureGiving())
  if (!only || only === 'writers') process.stdout.write(await measureWriters(5))
} finally {
  await endAll()
}

interface Row {
  readonly name: string
  readonly bare: Figures
  readonly barePost: Figures
  readonly select: Figures
  readonly decision: Figures
  /** A hundred questions in each request: what reading them takes, and answering them. */
  readonly bareHundred: Figures
  readonly hundred: Figures
  /** A hundred assets of one person in each request; null where there are not so many. */
  readonly page: Figures | null
  readonly changing: Figures | null
  readonly direct: Figures | null
  /** Of a hundred questions in the last round but one, how many were answered from memory. */
  readonly remembered: number
}

/** Plans, caches and the compiler are warm before anything counts. */
async function measure({ name, seed, processes, changing, direct }: World): Promise<Row> {
  const { service, seeded, url } = await serveSeeded(
    async records => ({
      asked: await seed(records),
      direct: (await direct?.(records)) ?? [],
    }),
    processes,
  )
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
    bareHundred: middle(samples.map(row => row.bareHundred)),
    hundred: middle(samples.map(row => row.hundred)),
    page: samples[0]!.page && middle(samples.map(row => row.page!)),
    changing: changing ? middle(samples.map(row => row.changing!)) : null,
    direct: seeded.direct.length > 0 ? middle(samples.map(row => row.direct!)) : null,
    remembered: samples.at(-1)!.remembered,
  }
}

function bodyOf({ person, action, kind, ref }: Question): string {
  return JSON.stringify({
    subject: { type: 'person', id: person },
    action: { name: action },
    resource: { type: kind, id: ref },
  })
}

/** A world whose questions are answered “no such access” would measure nothing. */
async function sayYes({ url }: Measured, question: Question): Promise<void> {
  const answer = await fetch(`${url}/access/v1/evaluation`, { method: 'POST', headers, body: bodyOf(question) })
  const { decision } = (await answer.json()) as { decision: boolean }
  if (!decision) throw new Error(`The seeded access is refused: ${bodyOf(question)}`)
}

async function oneRound(
  service: Measured,
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
  const inHundreds = async (path: string, bodies: readonly string[]) => {
    const figures = bodies.length > 0 ? await post(path, bodies) : nothing
    return { ...figures, perSecond: figures.perSecond * 100 }
  }
  const bareHundred = await inHundreds('/access/bench/bare', hundreds)
  const hundred = await inHundreds('/access/v1/evaluations', hundreds)
  const pages = pagesOf(asked)
  const page = pages.length > 0 ? await inHundreds('/access/v1/evaluations', pages) : null
  const changing = changes ? await whileChanging(changes, decision.perSecond / 100, async () => decide(asked)) : null
  const memory = after.memory - before.memory
  return {
    name,
    bare,
    barePost,
    select,
    decision,
    bareHundred,
    hundred,
    page,
    changing,
    direct: direct.length > 0 ? await decide(direct) : null,
    remembered: (100 * memory) / (memory + after.records - before.records),
  }
}

function bodyOfAll(questions: readonly Question[]): string {
  return JSON.stringify({ evaluations: questions.map(question => JSON.parse(bodyOf(question)) as object) })
}

/** As for a page that shows somebody their accounts: one person and one action, a hundred assets. */
function pagesOf(questions: readonly Question[]): string[] {
  const { kind, action } = questions[0]!
  const refs = [...new Set(questions.filter(one => one.kind === kind).map(({ ref }) => ref))]
  const people = [...new Set(questions.map(({ person }) => person))].slice(0, 20)
  if (refs.length < 100) return []
  return people.map((person, place) =>
    JSON.stringify({
      subject: { type: 'person', id: person },
      action: { name: action },
      evaluations: Array.from({ length: 100 }, (_one, asset) => ({
        resource: { type: kind, id: refs[(place * 100 + asset) % refs.length] },
      })),
    }),
  )
}

/** How many questions were answered from memory until now, and how many from the records. */
async function factsRead({ url }: Measured): Promise<Record<'memory' | 'records', number>> {
  const metrics = await (await fetch(`${url}/metrics`)).text()
  const of = (from: string) =>
    Number(new RegExp(`^famiglia_facts_total\\{from="${from}"\\} (.*)$`, 'm').exec(metrics)?.[1] ?? 0)
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

function middle(samples: readonly Figures[]): Figures {
  const sorted = [...samples].sort((one, other) => one.perSecond - other.perSecond)
  return sorted[Math.floor(sorted.length / 2)]!
}

function sayRow({
  name,
  bare,
  barePost,
  select,
  decision,
  bareHundred,
  hundred,
  page,
  changing,
  direct,
  remembered,
}: Row): string {
  const line = (what: string, { perSecond, p50, p99 }: Figures, of: Figures | null) =>
    `  ${what.padEnd(36)} ${perSecond.toFixed(0).padStart(7)}/s   p50 ${String(p50).padStart(3)} ms   p99 ${String(p99).padStart(3)} ms${of ? `   ${(perSecond / of.perSecond).toFixed(2)} of the SELECT` : ''}\n`
  return [
    `${name}\n`,
    line('a bare route', bare, null),
    line('a bare POST route', barePost, null),
    line('a route with one primary-key SELECT', select, null),
    line('a decision', decision, select),
    `  of a hundred questions ${remembered.toFixed(1)} were answered from memory\n`,
    line('the bare POST route, a hundred each', bareHundred, null),
    line('a question among a hundred', hundred, decision).replace('of the SELECT', 'of a decision'),
    page ? line('one among a person’s hundred', page, decision).replace('of the SELECT', 'of a decision') : '',
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
