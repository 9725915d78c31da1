import { createHash } from 'node:crypto'
import { existsSync, mkdirSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { freePort, startService, type RunningService, type Settings, type MovableClock } from '@famiglia/service'
import { startInbox, startPlatform, type Inbox, type Platform } from '@famiglia/standins'
import { platformDesigns } from './platforms.ts'

/** The service with the world around it: the inbox and the platforms. */
export interface Town {
  readonly service: RunningService
  readonly inbox: Inbox
  readonly platforms: readonly Platform[]
  /** The secret the service was started with. */
  readonly secret: string
  /** A platform by its key. */
  platform(key: string): Platform
  /** Starts one more service on the same records, as a second process would be. It has to be closed by whoever asks. */
  oneMore(settings?: Settings): Promise<RunningService>
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
  const [port, inboxPort, smtpPort, ...others] = (await choosePorts(options.port)) as [
    number,
    number,
    number,
    ...number[],
  ]
  const [platformPorts, reportsPort] = [others.slice(0, -1), others.at(-1)!]
  const inbox = await startInbox({
    port: inboxPort,
    smtpPort,
    file: file('inbox.json'),
    reportsTo: `smtp://127.0.0.1:${reportsPort}`,
  })
  const bounces = { address: 'bounces@famiglia.example' }
  // By name and not by number: passkeys belong to a host name.
  const famiglia = `http://localhost:${port}`
  const platforms: Platform[] = []
  for (const [index, design] of platformDesigns.entries())
    platforms.push(
      await startPlatform({
        design,
        port: platformPorts[index]!,
        famiglia,
        secret: secretOf(options.platformSecret, design.key),
        clientSecret: clientSecretOf(options.platformSecret, design.key),
        file: file(`${design.key}.json`),
      }),
    )
  const settings: Settings = {
    FAMIGLIA_LOG_LEVEL: 'warn',
    FAMIGLIA_PUBLIC_URL: famiglia,
    ...options.settings,
    DATABASE_URL: options.databaseUrl,
    FAMIGLIA_SECRET: options.secret,
    FAMIGLIA_PORT: String(port),
    FAMIGLIA_SMTP_URL: inbox.smtpUrl,
    FAMIGLIA_BOUNCES: JSON.stringify({ ...bounces, listen: `127.0.0.1:${reportsPort}` }),
    FAMIGLIA_PLATFORMS: JSON.stringify(
      platforms.map(({ key, name, url, kinds, signIn }) => ({
        key,
        name,
        url,
        secret: secretOf(options.platformSecret, key),
        kinds,
        signIn: {
          ...signIn,
          clientSecretHashes: [sha256(clientSecretOf(options.platformSecret, key))],
        },
      })),
    ),
  }
  const around = {
    consoleFiles: consoleFiles(),
    ...(options.clock ? { clock: options.clock } : {}),
  }
  const service = await startService(settings, around)
  return {
    service,
    inbox,
    platforms,
    secret: options.secret,
    platform: key => platforms.find(platform => platform.key === key)!,
    oneMore: async more => {
      const { FAMIGLIA_PUBLIC_URL: _itsOwn, ...same } = settings
      // Few connections: it stands beside others on one PostgreSQL.
      const few = { FAMIGLIA_DATABASE_CONNECTIONS: '8', FAMIGLIA_DECISION_CONNECTIONS: '1' }
      return startService(
        { ...same, FAMIGLIA_PORT: '0', FAMIGLIA_BOUNCES: JSON.stringify(bounces), ...few, ...more },
        around,
      )
    },
    close: async () => {
      await service.close()
      for (const platform of platforms) await platform.close()
      await inbox.close()
    },
  }
}

function consoleFiles(): string {
  const built = join(import.meta.dirname, '../../console/dist')
  return existsSync(built) ? built : join(import.meta.dirname, '../../console')
}

/** Every platform shares a secret of its own with Famiglia. */
function secretOf(secret: string, platform: string): string {
  return `${secret}-${platform}`
}

/** Another, with which it signs people in. */
function clientSecretOf(secret: string, platform: string): string {
  return `${secretOf(secret, platform)}-sign-in`
}

const sha256 = (text: string) => createHash('sha256').update(text).digest('hex')

/** The service, the inbox and its SMTP, then the platforms, and where letters come back. */
async function choosePorts(first: number): Promise<number[]> {
  const wished = Array.from({ length: 4 + platformDesigns.length }, (_none, index) => (first === 0 ? 0 : first + index))
  const chosen: number[] = []
  for (const [index, port] of wished.entries()) chosen.push(await takePort(port, index > 0, chosen))
  return chosen
}

async function takePort(wished: number, anyWillDo: boolean, taken: readonly number[]): Promise<number> {
  const port = wished === 0 ? await freePort() : await tryPort(wished)
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
    server.listen(port, '127.0.0.1', () => server.close(() => done(port)))
  })
}
