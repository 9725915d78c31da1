import 'reflect-metadata'
import pg from 'pg'
import {
  DataSource,
  QueryFailedError,
  QueryRunnerAlreadyReleasedError,
  QueryRunnerProviderAlreadyReleasedError,
  type EntitySchema,
} from 'typeorm'
import { migrations } from '../migrations/index.ts'
import { Problem } from './problem.ts'

/** The records, not opened yet. */
export function databaseAt(
  url: string,
  connections: number,
  entities: EntitySchema[],
  onError: (error: Error) => void,
): DataSource {
  return new DataSource({
    type: 'postgres',
    driver: pg,
    url,
    entities,
    migrations,
    migrationsTableName: 'migration',
    migrationsTransactionMode: 'each',
    installExtensions: false,
    uuidExtension: 'pgcrypto',
    poolErrorHandler: onError,
    extra: {
      max: connections,
      connectionTimeoutMillis: 5_000,
      statement_timeout: 15_000,
      idle_in_transaction_session_timeout: 15_000,
      // Whoever was taken over from is left by all within minutes.
      maxLifetimeSeconds: 300,
      // What is asked is small; compiling a statement that walks a tree takes longer than carrying it out.
      options: '-c jit=off',
    },
  })
}

/** Opens the records and brings them up to date. Migrations only go forward; a lock lets one process run them at a time. */
export async function openDatabase(database: DataSource, onError: (error: Error) => void): Promise<void> {
  await database.initialize()
  hearAll(poolOf(database), onError)
  const runner = database.createQueryRunner()
  try {
    await runner.query('SELECT pg_advisory_lock(48151623)')
    await database.runMigrations()
  } finally {
    await runner.query('SELECT pg_advisory_unlock(48151623)')
    await runner.release()
  }
}

/**
 * Connections of their own for decisions, few and with plans made once: the statement is large, so that planning it
 * anew costs ten times what carrying it out does; and always by indexes, however small the tables were when the plan
 * was made. Slow lists never stand in the way of a decision.
 */
export function decidingPool(url: string, connections: number, onError: (error: Error) => void): pg.Pool {
  const pool = new pg.Pool({
    connectionString: url,
    max: connections,
    // Kept open: after a quiet moment the plans are still there.
    idleTimeoutMillis: 0,
    connectionTimeoutMillis: 5_000,
    statement_timeout: 5_000,
    options: '-c plan_cache_mode=force_generic_plan -c enable_seqscan=off -c jit=off',
  })
  pool.on('error', onError)
  hearAll(pool, onError)
  return pool
}

/**
 * Hears what goes wrong on every connection of a pool, also on one that is handed out at this very moment: PostgreSQL can
 * say “ready” and “shutting down” in one breath, and an error that nobody hears ends the whole service.
 */
export function hearAll(pool: Pick<pg.Pool, 'on'>, onError: (error: Error) => void): void {
  const heard = new WeakSet<pg.PoolClient>()
  pool.on('acquire', client => {
    if (heard.has(client)) return
    heard.add(client)
    client.on('error', onError)
  })
}

/** The pool beneath TypeORM, for the few statements that are asked thousands of times a second. */
export function poolOf(database: DataSource): pg.Pool {
  return (database.driver as unknown as { master: pg.Pool }).master
}

const awayCodes = new Set([
  '57P01',
  '57P02',
  '57P03',
  '08000',
  '08001',
  '08003',
  '08006',
  // Out of connections, of room on the disk, of memory; read-only, as a server that another has taken over from.
  '53300',
  '53100',
  '53200',
  '25006',
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
])

/**
 * Whether an error means that PostgreSQL cannot be reached for now, rather than that something is wrong with the request. A
 * connection that is lost in the middle of a transaction is taken from it.
 */
export function isDatabaseAway(error: unknown): boolean {
  if (error instanceof QueryRunnerAlreadyReleasedError || error instanceof QueryRunnerProviderAlreadyReleasedError)
    return true
  const inner = error instanceof QueryFailedError ? error.driverError : error
  const { code, message } = (inner ?? {}) as { code?: string; message?: string }
  if (code && awayCodes.has(code)) return true
  return /Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error|not queryable/i.test(
    message ?? '',
  )
}

const repeatedCodes = new Set(['40001', '40P01', '23505'])

/** Whether PostgreSQL refused a transaction because of another at the same moment: done once more, it sees what the other did. */
export function hasToBeRepeated(error: unknown): boolean {
  return error instanceof QueryFailedError && repeatedCodes.has((error.driverError as { code?: string }).code ?? '')
}

/** Whether PostgreSQL gave something up because of its time: waiting for a lock, or a statement that is larger than any here should be. */
export function tookTooLong(error: unknown): boolean {
  const inner = (error instanceof QueryFailedError ? error.driverError : error) as { code?: unknown } | undefined
  return inner?.code === '55P03' || inner?.code === '57014'
}

export function busy(cause: unknown): Problem {
  return new Problem(
    'service.busy',
    'Too much was done with the same things at once, and this never had its turn. Nothing was done; try again.',
    { retryAfter: 1 },
    cause,
  )
}

export function databaseAway(cause: unknown): Problem {
  const atTheEnd = cause instanceof QueryFailedError && cause.query === 'COMMIT'
  return new Problem(
    'service.database-away',
    atTheEnd
      ? 'Nothing was lost, but it broke off at the last moment: look whether it was done, or send it again with the same Idempotency-Key.'
      : 'Nothing was lost and nothing was done. Try again in a few seconds.',
    { retryAfter: 2 },
    cause,
  )
}

/** Whether PostgreSQL could not read a value that was asked with (class 22), as a made-up key of a page. */
export function isUnreadable(error: unknown): boolean {
  const inner = (error instanceof QueryFailedError ? error.driverError : error) as { code?: unknown } | undefined
  return typeof inner?.code === 'string' && /^22[0-9P][0-9]{2}$/.test(inner.code)
}

/** Whether a write failed because of a unique constraint of the given name. */
export function violates(error: unknown, constraint: string): boolean {
  const inner = (error instanceof QueryFailedError ? error.driverError : error) as
    { code?: string; constraint?: string } | undefined
  return inner?.code === '23505' && inner.constraint === constraint
}
