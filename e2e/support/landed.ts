import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { startService, type RunningService, type Settings, type Surroundings } from '@famiglia/service'
import pg from 'pg'
import { inject } from 'vitest'
import { findPostgresPrograms } from '../../scripts/postgres.ts'

const folder = join(import.meta.dirname, '../../service/src/migrations/landed')

/** The records of the demo as earlier versions kept them, each called by the newest migration that it had, oldest first. */
export const landed = readdirSync(folder).sort()

/** Puts such records into a database of their own, and gives its address. */
export async function restoreLanded(file: string): Promise<string> {
  const server = inject('postgres')
  const name = `landed_${randomUUID().replaceAll('-', '')}`
  const url = server.replace(/\/[^/]*$/, `/${name}`)
  await asked(server, `CREATE DATABASE ${name}`)
  const { status, stderr } = spawnSync(
    join(findPostgresPrograms()!, 'psql'),
    ['--quiet', '--set', 'ON_ERROR_STOP=1', url],
    { input: gunzipSync(readFileSync(join(folder, file))), encoding: 'utf8' },
  )
  if (status !== 0) throw new Error(stderr)
  return url
}

/** A process of the service on such records, with nothing around it. */
export async function serveLanded(
  url: string,
  settings: Settings,
  around: Partial<Surroundings> = {},
): Promise<RunningService> {
  const least = {
    DATABASE_URL: url,
    FAMIGLIA_SECRET: 'a secret for these tests alone, nothing else',
    FAMIGLIA_SMTP_URL: 'smtp://127.0.0.1:1',
    FAMIGLIA_PORT: '0',
    FAMIGLIA_LOG_LEVEL: 'silent',
  }
  return startService({ ...least, ...settings }, { consoleFiles: import.meta.dirname, ...around })
}

export async function asked(url: string, text: string, values?: unknown[]): Promise<object[]> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return (await client.query<object>(text, values)).rows
  } finally {
    await client.end()
  }
}
