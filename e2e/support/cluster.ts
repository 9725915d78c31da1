import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { TestProject } from 'vitest/node'
import { startPostgres } from '../../scripts/postgres.ts'

declare module 'vitest' {
  interface ProvidedContext {
    postgres: string
  }
}

/** One PostgreSQL server for the whole run; each scene makes a database of its own on it. */
export default async function cluster(project: TestProject): Promise<() => Promise<void>> {
  const home = mkdtempSync(join(tmpdir(), 'famiglia-test-'))
  // The server may run as a user of its own, which must be able to walk to its data.
  chmodSync(home, 0o711)
  const server = await startPostgres(home)
  project.provide('postgres', server.url)
  return async () => {
    await server.stop()
    rmSync(home, { recursive: true, force: true })
  }
}
