import { existsSync, mkdirSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { startService, type RunningService, type Settings, type MovableClock } from '@famiglia/service'
import { startInbox, startMarram, type Inbox, type Marram } from '@famiglia/standins'
import { marramAccounts } from './scenario.ts'

/** The service with the world around it: the inbox and the platforms. */
export interface Town {
  readonly service: RunningService
  readonly inbox: Inbox
  readonly marram: Marram
  close(): Promise<void>
}

export interface TownOptions {
  readonly home: string
  readonly databaseUrl: string
  readonly secret: string
  readonly platformSecret: string
  /** 0 takes a free one; else the stand-ins take the ports after it, where those are free. */
  readonly port: number
  /** Whether the stand-ins keep what they have over restarts. */
  readonly keep: boolean
  readonly settings?: Settings
  readonly clock?: MovableClock
}

export async function startTown(options: TownOptions): Promise<Town> {
  const kept = join(options.home, 'stand-ins')
  mkdirSync(kept, { recursive: true })
  const file = (name: string) => (options.keep ? join(kept, name) : null)
  const [port, inboxPort, smtpPort, marramPort] = await choosePorts(options.port)
  const inbox = await startInbox({ port: inboxPort, smtpPort, file: file('inbox.json') })
  const famiglia = `http://127.0.0.1:${port}`
  const marram = await startMarram({
    port: marramPort,
    famiglia,
    secret: options.platformSecret,
    accounts: marramAccounts,
    file: file('marram.json'),
  })
  const service = await startService(
    {
      FAMIGLIA_LOG_LEVEL: 'warn',
      ...options.settings,
      DATABASE_URL: options.databaseUrl,
      FAMIGLIA_SECRET: options.secret,
      FAMIGLIA_PORT: String(port),
      FAMIGLIA_SMTP_URL: inbox.smtpUrl,
      FAMIGLIA_PLATFORMS: JSON.stringify([
        { key: 'marram', name: 'Marram', url: marram.url, secret: options.platformSecret, kinds: ['ad-account'] },
      ]),
    },
    { home: options.home, consoleFiles: consoleFiles(), ...(options.clock ? { clock: options.clock } : {}) },
  )
  return {
    service,
    inbox,
    marram,
    close: async () => {
      await service.close()
      await marram.close()
      await inbox.close()
    },
  }
}

function consoleFiles(): string {
  const built = join(import.meta.dirname, '../../console/dist')
  return existsSync(built) ? built : join(import.meta.dirname, '../../console')
}

async function choosePorts(first: number): Promise<[number, number, number, number]> {
  const wished = first === 0 ? [0, 0, 0, 0] : [first, first + 1, first + 2, first + 3]
  const chosen: number[] = []
  for (const [index, port] of wished.entries()) chosen.push(await takePort(port, index > 0, chosen))
  return chosen as [number, number, number, number]
}

async function takePort(wished: number, anyWillDo: boolean, taken: readonly number[]): Promise<number> {
  const port = await tryPort(wished)
  if (port !== null && !taken.includes(port)) return port
  if (anyWillDo || wished === 0) return takePort(0, true, taken)
  throw new Error(
    `Port ${wished} is in use by another program. Set FAMIGLIA_PORT to another one, or to 0 for a free one.`,
  )
}

function tryPort(port: number): Promise<number | null> {
  return new Promise(done => {
    const server = createServer()
    server.once('error', () => done(null))
    server.listen(port, '127.0.0.1', () => {
      const address = server.address()
      server.close(() => done(typeof address === 'object' ? (address?.port ?? null) : null))
    })
  })
}
