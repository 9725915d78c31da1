import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import pg from 'pg'
import { startPostgres, type PostgresServer } from './postgres.ts'

/** The folder where a run keeps what outlives it: the records, the secret, the keys. */
export const homeFolder = (): string => resolve(process.env['FAMIGLIA_HOME'] || '.famiglia')

/** A secret that is drawn once and kept in a file of its own, readable by its owner alone. */
export function keptSecret(home: string, name: string): string {
  const path = join(home, name)
  if (!existsSync(path)) writeFileSync(path, randomBytes(32).toString('base64url'), { mode: 0o600 })
  return readFileSync(path, 'utf8').trim()
}

/**
 * Takes a home for this process. One that an earlier run still holds, as when only its terminal was killed, is taken
 * over: that run is ended in good order first. Two never work on the same records.
 */
export async function takeHome(home: string): Promise<{ release(): void }> {
  mkdirSync(home, { recursive: true })
  const path = join(home, 'running')
  const earlier = existsSync(path) ? Number(readFileSync(path, 'utf8')) : 0
  if (earlier && earlier !== process.pid && isOurs(earlier)) {
    process.stderr.write(`An earlier run (process ${earlier}) still holds ${home}; ending it first.\n`)
    await end(earlier)
  }
  writeFileSync(path, String(process.pid))
  return { release: () => rmSync(path, { force: true }) }
}

/** A process id may have been given to something else since: only a run of this clone is ended. */
function isOurs(pid: number): boolean {
  try {
    const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8')
    return /demo\/src\/main\.ts|scripts\/serve\.ts/.test(command)
  } catch {
    return false
  }
}

async function end(pid: number): Promise<void> {
  for (const signal of ['SIGTERM', 'SIGKILL'] as const) {
    if (!isOurs(pid)) return
    process.kill(pid, signal)
    for (let waited = 0; waited < 100 && isOurs(pid); waited++) await sleep(100)
  }
}

export interface Records {
  readonly url: string
  close(): Promise<void>
}

/** The records of a run: an outside database where DATABASE_URL says so, else a private server in the home. */
export async function openRecords(home: string): Promise<Records> {
  const outside = process.env['DATABASE_URL']
  if (outside) return { url: outside, close: async () => undefined }
  const server = await startPostgres(home)
  await createDatabase(server, 'famiglia')
  return { url: server.urlOf('famiglia'), close: () => server.stop() }
}

export async function createDatabase(server: PostgresServer, name: string, template?: string): Promise<void> {
  const client = new pg.Client({ connectionString: server.url })
  await client.connect()
  try {
    const known = await client.query('SELECT FROM pg_database WHERE datname = $1', [name])
    if (known.rowCount === 0)
      await client.query(`CREATE DATABASE "${name}"${template ? ` TEMPLATE "${template}"` : ''}`)
  } finally {
    await client.end()
  }
}

/**
 * Waits for Ctrl-C or an end by the system, then closes what was opened, last first, once. The exit status is the one set
 * before, or 1 when closing fails.
 */
export function closeOnSignal(closers: (() => Promise<void> | void)[]): void {
  let closing = false
  const close = async () => {
    if (closing) return
    closing = true
    const patience = setTimeout(() => process.exit(1), 20_000)
    patience.unref()
    for (const one of [...closers].reverse()) {
      try {
        await one()
      } catch (error) {
        process.exitCode = 1
        console.error(error)
      }
    }
    process.exit()
  }
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void close())
}

/** Ends this process in good order when whoever started it has ended, as a terminal that was shut. */
export function endWithParent(): void {
  const end = () => process.kill(process.pid, 'SIGTERM')
  process.on('SIGHUP', end)
  const parent = process.ppid
  setInterval(() => process.ppid === parent || end(), 500).unref()
}
