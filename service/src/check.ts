import { createTransport } from 'nodemailer'
import pg from 'pg'
import { systemClock } from './base/clock.ts'
import { readConfig, SettingError, type Config, type Settings } from './base/config.ts'
import { migrations } from './migrations/index.ts'

/** What was looked at, and what is wrong with it; null where all is well. */
interface Finding {
  readonly about: string
  readonly wrong: string | null
}

/** Milliseconds that anything outside has to answer. */
const patience = 5_000
/** Seconds that two clocks may differ. */
const clocksDiffer = 5
const oldestPostgres = 15

/** Looks whether the service would run by these settings: tries what it needs, and changes nothing. */
async function check(environment: Settings): Promise<readonly Finding[]> {
  let config: Config
  try {
    config = readConfig(environment)
  } catch (error) {
    if (!(error instanceof SettingError)) throw error
    return [{ about: 'settings', wrong: error.message }]
  }
  const looks = await Promise.all([
    checkDatabase(config),
    tried('mail server', () => checkMail(config)),
    ...config.FAMIGLIA_PLATFORMS.map(({ name, url }) =>
      tried(`platform ${name}`, async () => void (await fetch(url, { signal: AbortSignal.timeout(patience) }))),
    ),
  ])
  return [{ about: 'settings', wrong: null }, ...looks.flat()]
}

/** The same, told line by line; whether all is well. */
export async function tellCheck(environment: Settings): Promise<boolean> {
  const found = await check(environment)
  for (const { about, wrong } of found)
    process.stdout.write(`${wrong ? 'wrong' : 'good '}  ${about}${wrong ? `: ${wrong}` : ''}\n`)
  return found.every(({ wrong }) => !wrong)
}

async function tried(about: string, work: () => Promise<void>): Promise<Finding> {
  try {
    await work()
    return { about, wrong: null }
  } catch (error) {
    return { about, wrong: saidBy(error) }
  }
}

function saidBy(error: unknown): string {
  const { message, cause } = error as Error
  return cause instanceof Error && cause.message ? cause.message : message || String(error)
}

async function checkMail({ FAMIGLIA_SMTP_URL: url }: Config): Promise<void> {
  const transport = createTransport({ url, connectionTimeout: patience, greetingTimeout: patience } as object)
  try {
    await transport.verify()
  } finally {
    transport.close()
  }
}

async function checkDatabase(config: Config): Promise<Finding[]> {
  const client = new pg.Client({ connectionString: config.DATABASE_URL, connectionTimeoutMillis: patience })
  client.on('error', () => undefined)
  const reached = await tried('database', async () => void (await client.connect()))
  if (reached.wrong) return [reached]
  try {
    const began = systemClock.now().epochMilliseconds
    const { rows } = await client.query<{
      version: number
      now: Date
      connections: number
      open: number
      writes: boolean
    }>(
      `SELECT current_setting('server_version_num')::integer / 10000 AS version, now() AS now, NOT pg_is_in_recovery() AS writes,
        current_setting('max_connections')::integer AS connections, (SELECT count(*)::integer FROM pg_stat_activity) AS open`,
    )
    const { version, now, connections, open, writes } = rows[0]!
    const apart = Math.round(Math.abs(now.getTime() - (began + systemClock.now().epochMilliseconds) / 2) / 1000)
    const wanted = config.FAMIGLIA_DATABASE_CONNECTIONS + config.FAMIGLIA_DECISION_CONNECTIONS + 5
    const missing = await missingMigrations(client)
    return [
      reached,
      {
        about: 'PostgreSQL',
        wrong:
          version < oldestPostgres
            ? `it is version ${version}; ${oldestPostgres} or later is needed`
            : writes
              ? null
              : 'it can only be read from, as a stand-by',
      },
      {
        about: 'connections',
        wrong:
          connections - open < wanted
            ? `${wanted} are wanted, but of ${connections} only ${connections - open} are free; others may be open already by this very service`
            : null,
      },
      {
        about: 'clock',
        wrong: apart > clocksDiffer ? `this machine’s and the database’s are ${apart} seconds apart` : null,
      },
      { about: 'records', wrong: missing },
    ]
  } finally {
    await client.end()
  }
}

/** Older records are upgraded at the next start, which is nothing wrong; newer ones are. */
async function missingMigrations(client: pg.Client): Promise<string | null> {
  const { rows: tables } = await client.query("SELECT FROM information_schema.tables WHERE table_name = 'migration'")
  if (tables.length === 0) return null
  const known = new Set(migrations.map(({ name }) => name))
  const { rows } = await client.query<{ name: string }>('SELECT name FROM migration')
  return rows.some(({ name }) => !known.has(name)) ? 'they were made by a newer version than this one' : null
}
