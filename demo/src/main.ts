import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { closeOnSignal, endWithParent, homeFolder, keptSecret, openRecords, takeHome } from '../../scripts/home.ts'
import { step } from '../../scripts/step.mjs'
import { MovableClock } from '@famiglia/service'
import { tellScenario } from './scenario.ts'
import type { DemoPerson } from './telling.ts'
import { startTown, type TownOptions } from './town.ts'

/** `npm run demo`: starts everything on loopback, tells the scenario if there are no records yet, and says where to go. */
const home = homeFolder()
const story = join(home, 'demo.json')
const closers: (() => Promise<void> | void)[] = []
closeOnSignal(closers)
endWithParent()

try {
  const began = Date.now()
  const held = await takeHome(home)
  closers.push(() => held.release())
  // A story that was cut off in its middle is told from its beginning.
  if (process.argv.includes('--fresh') || (!existsSync(story) && !process.env['DATABASE_URL'])) startAnew()
  const records = await step('Starting PostgreSQL', () => openRecords(home))
  closers.push(() => records.close())
  const port = Number(process.env['FAMIGLIA_PORT'] ?? 4810)
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`FAMIGLIA_PORT must be a port from 0 to 65535, but is “${process.env['FAMIGLIA_PORT']}”.`)
  const options: TownOptions = {
    home,
    databaseUrl: records.url,
    secret: keptSecret(home, 'secret'),
    platformSecret: keptSecret(home, 'platform-secret'),
    port,
    keep: true,
    settings: process.env,
  }
  const told = existsSync(story) ? null : await tell(options)
  const town = await startTown({ ...options, port: told?.port ?? port })
  closers.push(() => town.close())
  const people = told?.people ?? (JSON.parse(readFileSync(story, 'utf8')) as { people: DemoPerson[] }).people
  const place = {
    url: town.service.url,
    inbox: town.inbox.url,
    platforms: town.platforms.map(({ name, url, kinds }) => ({ name, url, kinds })),
    people,
  }
  writeFileSync(story, JSON.stringify(place, null, 2), { mode: 0o600 })
  process.stdout.write(welcome(place, Date.now() - began))
} catch (error) {
  console.error(error instanceof Error ? error.message : error)
  process.exitCode = 1
  process.kill(process.pid, 'SIGTERM')
}

/** Tells the story on a clock of its own and with letters that leave at once, which nobody has to wait for. */
async function tell(options: TownOptions): Promise<{ people: DemoPerson[]; port: number }> {
  const clock = new MovableClock()
  const town = await startTown({
    ...options,
    settings: { ...options.settings, FAMIGLIA_LETTER_WAITS_SECONDS: '0' },
    clock,
  })
  closers.push(() => town.close())
  const people = await step('Telling the story', tell => tellScenario(town, clock, tell))
  closers.pop()
  await town.close()
  return { people, port: Number(new URL(town.service.url).port) }
}

function startAnew(): void {
  if (process.env['DATABASE_URL'])
    throw new Error('--fresh is for the demo’s own records. Empty the database that DATABASE_URL names yourself.')
  for (const name of ['postgres', 'postgres-password', 'stand-ins', 'demo.json'])
    rmSync(join(home, name), { recursive: true, force: true })
}

function welcome(
  place: {
    url: string
    inbox: string
    platforms: readonly { name: string; url: string; kinds: readonly string[] }[]
    people: readonly DemoPerson[]
  },
  ms: number,
): string {
  const who = place.people.map(
    ({ name, email, password, totpSecret, about }) =>
      `  ${name.padEnd(20)} ${email.padEnd(27)} ${password.padEnd(28)} ${totpSecret ? 'and a code' : '          '}  ${about}`,
  )
  const where = place.platforms.map(({ name, url, kinds }) => `  ${name.padEnd(10)} ${url}   (${kinds.join(', ')})`)
  return `
Famiglia is open, after ${(ms / 1000).toFixed(1)} seconds.

  Console    ${place.url}
  Inbox      ${place.inbox}   (every letter arrives here)
${where.join('\n')}

Who can sign in:

${who.join('\n')}

A code comes from:  npm run code agnese@ondaverde.example   (or from any authenticator app: the secrets are in ${story})
Tokens for scripts are in ${story}. The command line is  npx famiglia --help
Ctrl-C ends everything that was started here; the records stay. Start with  npm run demo -- --fresh  for a new story.

`
}
