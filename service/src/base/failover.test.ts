import { spawnSync } from 'node:child_process'
import { chmodSync, copyFileSync, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { connect, createServer, type AddressInfo, type Server, type Socket } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { answerOf, idempotencyKey, Refusal } from '@famiglia/client'
import pg from 'pg'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, openScene, type Scene } from '../../../e2e/support/scene.ts'
import { findPostgresPrograms, startPostgres, type PostgresServer } from '../../../scripts/postgres.ts'
import { momentNow, type Moment } from './marks.ts'

const homes = ['first', 'second'].map(name => mkdtempSync(join(tmpdir(), `famiglia-${name}-`))) as [string, string]
let first: PostgresServer
let second: PostgresServer
let address: MovableAddress
let scene: Scene

beforeAll(async () => {
  // The server may run as a user of its own, which must be able to walk to its data.
  for (const home of homes) chmodSync(home, 0o711)
  first = await startPostgres(homes[0])
  copyTo(homes[1])
  second = await startPostgres(homes[1])
  // What is acknowledged is on both, as an operator sets it who must lose nothing.
  await asked(first.url, "ALTER SYSTEM SET synchronous_standby_names = '*'")
  await asked(first.url, 'SELECT pg_reload_conf()')
  address = await openAddress(first.port)
  scene = await openScene({ postgres: first.url.replace(/:\d+\//, `:${address.port}/`) })
}, 180_000)
afterAll(async () => {
  await scene.close()
  address.close()
  await first.stop()
  await second.stop()
  for (const home of homes) rmSync(home, { recursive: true, force: true })
})

/** An address that leads to one server and then to another, as those that take over in a cluster do. */
interface MovableAddress {
  readonly port: number
  move(port: number): void
  close(): void
}

async function openAddress(leadsTo: number): Promise<MovableAddress> {
  let target = leadsTo
  const open = new Set<Socket>()
  const server: Server = createServer(from => {
    const to = connect(target, '127.0.0.1')
    for (const [one, other] of [
      [from, to],
      [to, from],
    ] as const) {
      open.add(one)
      one.on('error', () => undefined)
      one.on('close', () => other.destroy())
      one.pipe(other)
    }
  })
  await new Promise<void>(ready => server.listen(0, '127.0.0.1', ready))
  return {
    port: (server.address() as AddressInfo).port,
    move: port => {
      target = port
      for (const one of open) one.destroy()
    },
    close: () => {
      server.close()
      for (const one of open) one.destroy()
    },
  }
}

/** A copy of the first server that follows it. */
function copyTo(home: string): void {
  const password = new URL(first.url).password
  const data = join(homes[0], 'postgres')
  const { uid, gid } = statSync(data)
  chmodSync(home, 0o777)
  const made = spawnSync(
    join(findPostgresPrograms()!, 'pg_basebackup'),
    ['-D', join(home, 'postgres'), '-R', '-h', '127.0.0.1', '-p', String(first.port), '-U', 'famiglia', '-c', 'fast'],
    { env: { PGPASSWORD: password }, encoding: 'utf8', uid, gid, cwd: data },
  )
  chmodSync(home, 0o711)
  expect(made.status, made.stderr).toBe(0)
  copyFileSync(join(homes[0], 'postgres-password'), join(home, 'postgres-password'))
}

/** Ends the first server as a loss of power does. */
async function cutOff(): Promise<void> {
  const [pid] = readFileSync(join(homes[0], 'postgres/postmaster.pid'), 'utf8').split('\n')
  const ended = first.stop()
  process.kill(Number(pid), 'SIGQUIT')
  await ended
}

async function asked(url: string, text: string): Promise<object[]> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return (await client.query<object>(text)).rows
  } finally {
    await client.end()
  }
}

test('on a server that copies another no two moments are of the same records, so that nothing read there is kept', async () => {
  const name = new URL(scene.town.service.kit.config.DATABASE_URL).pathname.slice(1)
  const namesOn = async ({ urlOf }: PostgresServer) => {
    const told = [0, 1].map(() => onceAnswered(urlOf(name), `SELECT ${momentNow}`))
    return new Set((await Promise.all(told)).map(([moment]) => (moment as Moment).records)).size
  }
  expect([await namesOn(first), await namesOn(second)]).toEqual([1, 2])
})

test('another server takes over in the middle of work: nothing that was acknowledged is lost, and what was not is done once', async () => {
  const acknowledged = new Set<string>()
  const answers = new Set<string>()
  let going = true
  const invite = async (worker: number) => {
    for (let number = 0; going; number++) {
      const somebody = `crew-${worker}-${number}@ondaverde.example`
      const key = idempotencyKey()
      // Sent again with the same key until it is known what became of it, as every client should.
      for (let isKnown = false; !isKnown;) {
        try {
          await scene.say(scene.agnese, `let ${somebody} watch on ad-account/winter-freight`, key)
          acknowledged.add(somebody)
          isKnown = true
        } catch (error) {
          answers.add(error instanceof Refusal ? String(error.problem.status) : String(error))
          await sleep(200)
        }
      }
    }
  }
  const workers = Array.from({ length: 3 }, (_none, worker) => invite(worker))
  await sleep(2_000)
  const before = acknowledged.size
  expect(before).toBeGreaterThan(3)
  await cutOff()
  await sleep(1_000)
  await asked(second.url, 'SELECT pg_promote()')
  address.move(second.port)
  for (let tries = 0; acknowledged.size < before + 6; tries++) {
    if (tries > 300) throw new Error(`It did not go on: ${[...answers].join(', ')}`)
    await sleep(200)
  }
  going = false
  await Promise.all(workers)

  expect([...answers].filter(answer => answer !== '503')).toEqual([])
  const url = new URL(scene.town.service.kit.config.DATABASE_URL)
  const invited = (await asked(
    second.urlOf(url.pathname.slice(1)),
    "SELECT to_address AS address, count(*)::integer AS times FROM proposal WHERE to_address LIKE 'crew-%' GROUP BY to_address",
  )) as { address: string; times: number }[]
  expect(invited.filter(({ times }) => times !== 1)).toEqual([])
  expect(new Set(invited.map(one => one.address))).toEqual(acknowledged)
  const whole = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/history/verification', { params: at(scene.agnese) }),
  )
  expect(whole.whole).toBe(true)
}, 120_000)

test('a server that stopped short and lost its last moment: what was decided by it counts no longer', async () => {
  const { agnese, tomasz, town, url } = scene
  const records = second.urlOf(new URL(town.service.kit.config.DATABASE_URL).pathname.slice(1))
  await scene.say(agnese, `let ${tomasz.email} watch on ad-account/winter-freight`)
  const [one] = (await asked(
    records,
    `SELECT g.id AS grant, g.holder_id AS person, a.platform_ref AS ref FROM access_grant g JOIN person p ON p.id = g.holder_id JOIN asset a ON a.id = g.asset_id
     WHERE p.name = '${tomasz.name}' AND a.handle = 'winter-freight' AND g.ended_at IS NULL`,
  )) as [{ grant: string; person: string; ref: string }]
  const may = async () => {
    const answer = await fetch(`${url}/access/v1/evaluation`, {
      method: 'POST',
      headers: {
        'content-type': 'application/json',
        authorization: `Bearer ${town.service.kit.platforms.all[0]!.secret}`,
      },
      body: JSON.stringify({
        subject: { type: 'person', id: one.person },
        action: { name: 'ads.see' },
        resource: { type: 'ad-account', id: one.ref },
      }),
    })
    return ((await answer.json()) as { decision: boolean }).decision
  }
  // What is changed is kept a moment later, not before it is acknowledged, as some operators set it.
  await asked(records, "ALTER SYSTEM SET wal_writer_delay = '10s'")
  await asked(records, 'SELECT pg_reload_conf()')
  let isLost = false
  for (let tries = 0; !isLost && tries < 10; tries++) {
    expect(await may()).toBe(true)
    const changing = new pg.Client({ connectionString: records })
    changing.on('error', () => undefined)
    await changing.connect()
    const [{ pid }] = (await changing.query<{ pid: number }>('SELECT pg_backend_pid() AS pid')).rows as [
      { pid: number },
    ]
    await changing.query('SET synchronous_commit = off')
    await changing.query('UPDATE access_grant SET ended_at = now() WHERE id = $1', [one.grant])
    expect(await may()).toBe(false)
    process.kill(pid, 'SIGKILL')
    const [now] = (await onceAnswered(
      records,
      `SELECT ended_at IS NULL AS "isLost" FROM access_grant WHERE id = '${one.grant}'`,
    )) as [{ isLost: boolean }]
    isLost = now.isLost
    expect(await may()).toBe(isLost)
    if (!isLost) await asked(records, `UPDATE access_grant SET ended_at = NULL WHERE id = '${one.grant}'`)
  }
  expect(isLost).toBe(true)
  const before = await fromMemory()
  await may()
  expect(await fromMemory()).toBe(before + 1)

  async function fromMemory(): Promise<number> {
    const told = await (await fetch(`${url}/metrics`)).text()
    return Number(/^famiglia_facts_total\{from="memory"\} (\d+)$/m.exec(told)![1])
  }
}, 120_000)

/** What a server answers as soon as it answers again. */
async function onceAnswered(url: string, text: string): Promise<object[]> {
  await sleep(200)
  return asked(url, text).catch(() => onceAnswered(url, text))
}
