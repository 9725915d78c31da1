import { join } from 'node:path'
import { SettingError, startService } from '../service/src/main.ts'
import { closeOnSignal, homeFolder, keptSecret, openRecords, takeHome } from './home.ts'

/** Starts the service with its records: `npx famiglia serve`. It goes on when the shell that started it ends. */
const home = homeFolder()
const closers: (() => Promise<void> | void)[] = []
process.on('SIGHUP', () => undefined)
closeOnSignal(closers)
try {
  const held = await takeHome(home)
  closers.push(() => held.release())
  const records = await openRecords(home)
  closers.push(() => records.close())
  const secret = process.env['FAMIGLIA_SECRET'] || keptSecret(home, 'secret')
  const settings = { ...process.env, FAMIGLIA_SECRET: secret, DATABASE_URL: records.url }
  const service = await startService(settings, { consoleFiles: join(import.meta.dirname, '../console/dist') })
  closers.push(() => service.close())
  process.stdout.write(`Famiglia is at ${service.url}\n`)
} catch (error) {
  console.error(error instanceof SettingError ? error.message : error)
  process.kill(process.pid, 'SIGTERM')
  process.exitCode = 1
}
