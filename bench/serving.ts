import { fork } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type autocannon from 'autocannon'
import pg from 'pg'
import { createDatabase } from '../scripts/home.ts'
import { startPostgres } from '../scripts/postgres.ts'
import type { Figures, Load } from './load.ts'
import type { Served } from './served.ts'

/** Seconds that each figure is measured for in each round. */
const seconds = Number(process.env['BENCH_SECONDS'] ?? 1)
const platformSecret = randomUUID() + randomUUID()
export const headers = { 'content-type': 'application/json', authorization: `Bearer ${platformSecret}` }
const home = mkdtempSync(join(tmpdir(), 'famiglia-bench-'))
const server = await startPostgres(home)
const asking = fork(join(import.meta.dirname, 'load.ts'), { execArgv: process.execArgv })
const askingEnded = once(asking, 'exit').then(() => {
  throw new Error('The process that asks has ended.')
})
askingEnded.catch(() => undefined)

/** Ends the process that asks, and PostgreSQL with all that was seeded. */
export async function endAll(): Promise<void> {
  asking.disconnect()
  await server.stop()
  rmSync(home, { recursive: true, force: true })
}

/** A service that is measured. */
export interface Measured {
  readonly url: string
  close(): Promise<void>
}

/** A service on records of its own, seeded, and their address. */
export async function serveSeeded<T>(seed: (records: pg.Client) => Promise<T>, processes = 1) {
  const database = `bench_${randomUUID().replaceAll('-', '')}`
  await createDatabase(server, database)
  const service = await serve(server.urlOf(database), processes)
  const records = new pg.Client({ connectionString: server.urlOf(database) })
  await records.connect()
  const seeded = await seed(records)
  // As PostgreSQL does by itself with whatever has been there for some minutes.
  await records.query('VACUUM ANALYZE')
  await records.end()
  return { service, seeded, url: server.urlOf(database) }
}

async function serve(databaseUrl: string, processes: number): Promise<Measured> {
  const kinds = ['ad-account', 'analytics-account', 'property']
  const platforms = [{ key: 'marram', name: 'Marram', url: 'http://127.0.0.1:1', secret: platformSecret, kinds }]
  const settings = {
    DATABASE_URL: databaseUrl,
    FAMIGLIA_SECRET: randomUUID(),
    FAMIGLIA_SMTP_URL: 'smtp://127.0.0.1:1',
    FAMIGLIA_PORT: '0',
    FAMIGLIA_PROCESSES: String(processes),
    // Room for all that is asked: what finds none is read anew, and that is not what is measured.
    FAMIGLIA_DECISION_MEMORY_MIB: '128',
    FAMIGLIA_LOG_LEVEL: 'silent',
    FAMIGLIA_PLATFORMS: JSON.stringify(platforms),
  }
  const built = join(import.meta.dirname, '../service/dist/bench/served.js')
  const child = fork(built, { env: settings, execArgv: [] })
  const ended = once(child, 'exit')
  const url = await new Promise<string>((done, fail) => {
    child.on('message', (told: Partial<Served>) => told.url && done(told.url))
    child.once('exit', () => fail(new Error('The service that is to be measured did not start.')))
  })
  return {
    url,
    close: async () => {
      child.disconnect()
      await ended
    },
  }
}

/** Of processor time, so much may be taken away by the machine’s host for a figure to count. */
const mostTaken = 0.02
const mostTries = 4

/** How often something was measured, and how often the host took more than that away meanwhile. */
export const tried = { all: 0, disturbed: 0 }

/** Asks from a process of its own; again where the host took time away meanwhile. Of several tries that counts in which it took least. */
export async function load(url: string, requests: autocannon.Request[]): Promise<Figures> {
  const tries: { readonly figures: Figures; readonly taken: number }[] = []
  do {
    const before = processorTime()
    const figures = await ask(url, requests)
    const after = processorTime()
    tries.push({ figures, taken: (after.taken - before.taken) / (after.all - before.all) })
    tried.all++
    if (tries.at(-1)!.taken <= mostTaken) return figures
    tried.disturbed++
  } while (tries.length < mostTries)
  return tries.reduce((one, other) => (other.taken < one.taken ? other : one)).figures
}

/** Since the machine was started, in the kernel’s ticks. Where it does not tell, nothing is taken away. */
function processorTime(): { readonly taken: number; readonly all: number } {
  const told = existsSync('/proc/stat') ? readFileSync('/proc/stat', 'utf8') : 'cpu 1'
  const ticks = told.split('\n', 1)[0]!.split(/\s+/).slice(1).map(Number)
  return { taken: ticks[7] ?? 0, all: ticks.reduce((sum, some) => sum + some, 0) }
}

async function ask(url: string, requests: autocannon.Request[]): Promise<Figures> {
  const answered = once(asking, 'message') as Promise<[Figures]>
  asking.send({ url, requests, seconds } satisfies Load)
  const [figures] = await Promise.race([answered, askingEnded])
  if (figures.errors > 0) throw new Error(`${url}: ${figures.errors} questions were not answered as they should be.`)
  return figures
}
