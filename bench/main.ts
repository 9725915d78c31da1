import { setTimeout as sleep } from 'node:timers/promises'
import pg from 'pg'
import { measureGiving, measureGrid, measurePages, measureTree, measureWriters } from './lists.ts'
import type { Figures } from './load.ts'
import { seedDirect, seedGrants, seedPartners, seedTree, seedWoven, type Question } from './seed.ts'
import { endAll, headers, load, serveSeeded, tried, type Measured } from './serving.ts'

/**
 * Decisions per second beside a bare route and a route with one primary-key SELECT, all by one process in one run, asked by another:
 * the ratios are what counts, the figures themselves are those of this machine at this moment. Then the first page of
 * the access grid, one request after another, beside the same bare route.
 */
const rounds = Number(process.env['BENCH_ROUNDS'] ?? 9)

/** What is measured in each round, one right after another: how it is called, and beside what its ratio stands. */
const measured = {
  bare: { called: 'a bare route' },
  barePost: { called: 'a bare POST route' },
  select: { called: 'a route with one primary-key SELECT' },
  decision: { called: 'a decision', beside: 'select', as: 'of the SELECT' },
  changing: { called: 'a decision, 1 % of changes beside', beside: 'decision', as: 'of a decision' },
  /** Questions answered by a grant of one’s own. */
  direct: { called: 'one by a grant of one’s own', beside: 'select', as: 'of the SELECT' },
  /** A hundred questions in each request, of anybody about anything. */
  hundred: { called: 'a question among a hundred', beside: 'decision', as: 'of a decision' },
  /** What reading them takes. */
  bareHundred: { called: 'the bare POST route, a hundred each' },
  /** A hundred assets of one person in each request, where there are so many. */
  page: { called: 'one among a person’s hundred', beside: 'decision', as: 'of a decision' },
} as const
type What = keyof typeof measured
type Round = Partial<Record<What, Figures>>

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
  process.stdout.write(sayTried())
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
  readonly rounds: readonly Round[]
  /** Of a hundred questions, how many were answered from memory. */
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
  const asking = askingFor(seeded.asked, seeded.direct, changing ? url : null)
  await oneRound(service, asking)
  const row = { name, rounds: [] as Round[], remembered: 0 }
  for (let round = 0; round < rounds; round++) {
    const { figures, remembered } = await oneRound(service, asking)
    row.rounds.push(figures)
    row.remembered = remembered
  }
  await service.close()
  return row
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

/** Bodies of requests, and whose row is looked up. */
interface Asking {
  readonly people: readonly string[]
  readonly single: readonly string[]
  readonly hundreds: readonly string[]
  readonly pages: readonly string[]
  readonly direct: readonly string[]
  /** Records in which something changes all the while; null where nothing is to. */
  readonly changes: string | null
}

function askingFor(asked: readonly Question[], direct: readonly Question[], changes: string | null): Asking {
  return {
    people: asked.map(({ person }) => person),
    single: asked.map(bodyOf),
    hundreds: Array.from({ length: Math.floor(asked.length / 100) }, (_one, place) =>
      bodyOfAll(asked.slice(place * 100, place * 100 + 100)),
    ),
    pages: pagesOf(asked),
    direct: direct.map(bodyOf),
    changes,
  }
}

async function oneRound(
  service: Measured,
  { people, single, hundreds, pages, direct, changes }: Asking,
): Promise<{ readonly figures: Round; readonly remembered: number }> {
  const { url } = service
  const bareRoute = '/access/bench/bare'
  const post = (path: string, bodies: readonly string[]) =>
    load(
      url,
      bodies.map(body => ({ method: 'POST' as const, path, headers, body })),
    )
  const decide = (bodies: readonly string[]) => post('/access/v1/evaluation', bodies)
  const inHundreds = async (path: string, bodies: readonly string[]) => {
    const figures = await post(path, bodies)
    return { ...figures, perSecond: figures.perSecond * 100 }
  }
  const before = await factsRead(service)
  const figures: Round = {
    bare: await load(`${url}${bareRoute}`, [{ method: 'GET' }]),
    barePost: await post(bareRoute, single.slice(0, 1)),
    select: await load(
      url,
      people.map(person => ({ method: 'GET' as const, path: `/access/bench/select?id=${person}` })),
    ),
  }
  figures.decision = await decide(single)
  if (changes)
    figures.changing = await whileChanging(changes, figures.decision.perSecond / 100, async () => decide(single))
  if (direct.length > 0) figures.direct = await decide(direct)
  figures.hundred = await inHundreds('/access/v1/evaluations', hundreds)
  figures.bareHundred = await inHundreds(bareRoute, hundreds)
  if (pages.length > 0) figures.page = await inHundreds('/access/v1/evaluations', pages)
  const after = await factsRead(service)
  const memory = after.memory - before.memory
  return { figures, remembered: (100 * memory) / (memory + after.records - before.records) }
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

/** The value below which a share of all lie. */
function at(share: number, values: readonly number[]): number {
  const inOrder = [...values].sort((one, other) => one - other)
  return inOrder[Math.floor((inOrder.length - 1) * share)]!
}

function middle(values: readonly number[]): number {
  return at(0.5, values)
}

/** How much more often one was answered than another in each round: what slows the machine down for a minute slows both down. */
function ratios({ rounds }: Row, one: What, beside: What): number[] {
  return rounds.map(round => round[one]!.perSecond / round[beside]!.perSecond)
}

function sayRow(row: Row): string {
  const line = (what: What) => {
    if (!row.rounds[0]![what]) return ''
    const of = (key: 'perSecond' | 'p50' | 'p99') => middle(row.rounds.map(round => round[what]![key])).toFixed(0)
    const { called, ...ratio } = measured[what]
    const compared = 'beside' in ratio ? `   ${sayRatio(ratios(row, what, ratio.beside))} ${ratio.as}` : ''
    return `  ${called.padEnd(36)} ${of('perSecond').padStart(7)}/s   p50 ${of('p50').padStart(3)} ms   p99 ${of('p99').padStart(3)} ms${compared}\n`
  }
  return [
    `${row.name}\n`,
    ...(Object.keys(measured) as What[]).map(line),
    row.rounds[0]!.direct
      ? `  deciding through them against deciding by a grant of one’s own: ${sayRatio(ratios(row, 'decision', 'direct'))}\n`
      : '',
    `  of a hundred questions ${row.remembered.toFixed(1)} were answered from memory\n`,
    '\n',
  ].join('')
}

/** The middle one, and between which of them half of all lie. */
function sayRatio(all: readonly number[]): string {
  return `${middle(all).toFixed(2)} (${at(0.25, all).toFixed(2)} to ${at(0.75, all).toFixed(2)})`
}

function sayGrowth([first, ...later]: readonly Row[]): string {
  const bySelect = (row: Row) => middle(ratios(row, 'decision', 'select'))
  return later
    .map(
      row =>
        `A decision at ${row.name} against ${first!.name}, each measured by the SELECT of the same minute: ${(bySelect(row) / bySelect(first!)).toFixed(2)}.\n`,
    )
    .join('')
}

function sayTried(): string {
  if (tried.all === 0) return ''
  return `Of ${tried.all} times that something was measured, the machine’s host took processor time away in ${tried.disturbed}; these were measured again.\n`
}
