import { join } from 'node:path'
import { SettingError, startService, type Settings } from './main.ts'

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
    const service = await startService(environment, { consoleFiles })
    process.stdout.write(`Famiglia is at ${service.url}\n`)
    for (const signal of ['SIGTERM', 'SIGINT'] as const)
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
    console.error(error instanceof SettingError ? error.message : error)
    process.exitCode = 1
  }
}
