import cluster from 'node:cluster'
import { join } from 'node:path'
import { SettingError, type Settings } from '../service/src/main.ts'
import { NotStarted, startProcesses } from '../service/src/processes.ts'
import { closeOnSignal, homeFolder, keptSecret, openRecords, takeHome } from './home.ts'

/** Starts the service with its records: `npx famiglia serve`. It goes on when the shell that started it ends. */
const closers: (() => Promise<void> | void)[] = []
process.on('SIGHUP', () => undefined)
closeOnSignal(closers)
try {
  const settings = cluster.isWorker ? process.env : await takeRecords()
  const service = await startProcesses(settings, { consoleFiles: join(import.meta.dirname, '../console/dist') })
  closers.push(() => service.close())
  if (cluster.isPrimary) process.stdout.write(`Famiglia is at ${service.url}\n`)
} catch (error) {
  if (!(error instanceof NotStarted)) console.error(error instanceof SettingError ? error.message : error)
  process.kill(process.pid, 'SIGTERM')
  process.exitCode = 1
}

/** The records beside the sources, and the secret kept with them, for whoever has set none. */
async function takeRecords(): Promise<Settings> {
  const home = homeFolder()
  const held = await takeHome(home)
  closers.push(() => held.release())
  const records = await openRecords(home)
  closers.push(() => records.close())
  const secret = process.env['FAMIGLIA_SECRET'] || keptSecret(home, 'secret')
  return { ...process.env, FAMIGLIA_SECRET: secret, DATABASE_URL: records.url }
}
