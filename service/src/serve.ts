import cluster from 'node:cluster'
import { join } from 'node:path'
import { isDatabaseAway } from './base/database.ts'
import { SettingError, type Settings } from './main.ts'
import { NotStarted, startProcesses } from './processes.ts'

export { tellCheck } from './check.ts'

/**
 * Starts the service by the settings of the environment, and goes on until it is told to end (SIGTERM, Ctrl-C): what was
 * begun is finished first; told again, it ends at once. It outlives the shell that started it.
 */
export async function serve(
  environment: Settings,
  consoleFiles = join(import.meta.dirname, '../console'),
): Promise<void> {
  process.on('SIGHUP', () => undefined)
  try {
    const service = await startProcesses(environment, { consoleFiles })
    if (cluster.isPrimary) process.stdout.write(`Famiglia is at ${service.url}\n`)
    // Ctrl-C reaches all processes of a terminal: the one that watches over the others ends them in their turn.
    if (cluster.isWorker) process.on('SIGINT', () => undefined)
    for (const signal of cluster.isWorker ? (['SIGTERM'] as const) : (['SIGTERM', 'SIGINT'] as const))
      process.once(signal, () => {
        process.once(signal, () => process.exit(1))
        void service.close().then(
          () => process.exit(),
          error => {
            console.error(error)
            process.exit(1)
          },
        )
      })
  } catch (error) {
    if (!(error instanceof NotStarted)) console.error(sayWhyNot(error, environment))
    // What was opened until then would keep it alive.
    process.exit(1)
  }
}

function sayWhyNot(error: unknown, { FAMIGLIA_PORT }: Settings): unknown {
  if (error instanceof SettingError) return error.message
  const { code, port } = error as { code?: string; port?: number }
  if (code === 'EADDRINUSE') {
    const setting = port === Number(FAMIGLIA_PORT ?? 4810) ? 'FAMIGLIA_PORT' : 'FAMIGLIA_BOUNCES'
    return `Port ${port} is in use by another program. Set ${setting} to another one.`
  }
  if (isDatabaseAway(error))
    return `PostgreSQL cannot be reached where DATABASE_URL says: ${(error as Error).message || code}. “famiglia check” looks at all of the settings.`
  return error
}
