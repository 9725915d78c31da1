import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { timePages } from './pages.ts'
import { seedGrid, seedTree, seedWriters } from './seed.ts'
import { serveSeeded, type Measured } from './serving.ts'

const byLength = (one: number, other: number) => one - other

/** The first page, as the console asks for it, and one with a filter, each asked for forty times in a row. */
export async function measureGrid(people: number, assets: number): Promise<string> {
  const token = randomUUID() + randomUUID()
  const { service } = await serveSeeded(records => seedGrid(records, people, assets, token))
  const { timed, business } = await timing(service, token)
  const grid = `${business}/grid?limit=60`
  const lines = [
    await timed('a bare route', `${service.url}/access/bench/bare`),
    await timed('the first page', grid),
    await timed('the first page of “can spend”', `${grid}&show=can+spend`),
    await timed('the first page of “ends soon”', `${grid}&show=ends+soon`),
  ]
  await service.close()
  return `\nThe access grid of ${people.toLocaleString('en')} people and ${assets} assets\n${lines.join('\n')}\n`
}

/** The console's pages, as somebody sees them. */
export async function measurePages(people: number, assets: number): Promise<string> {
  const token = randomUUID() + randomUUID()
  const { service } = await serveSeeded(records => seedGrid(records, people, assets, token))
  const { business } = await timing(service, token)
  const lines = await timePages(service.url, token, business.split('/').at(-1)!)
  await service.close()
  return `\nUntil a page can be used, with ${people.toLocaleString('en')} people and ${assets} assets\n${lines}\n`
}

/** Asks for pages forty times in a row, one request after another, as who a token belongs to. */
async function timing({ url }: Measured, token: string) {
  const authorization = { authorization: `Bearer ${token}` }
  const me = await fetch(`${url}/v1/me`, { headers: authorization })
  const { businesses } = (await me.json()) as { businesses: { number: string }[] }
  const timed = async (name: string, page: string) => {
    const times: number[] = []
    for (let turn = 0; turn < 45; turn++) {
      const begun = performance.now()
      const answer = await fetch(page, { headers: authorization })
      if (!answer.ok) throw new Error(`${page}: ${await answer.text()}`)
      await answer.arrayBuffer()
      if (turn >= 5) times.push(performance.now() - begun)
    }
    times.sort(byLength)
    return `  ${name.padEnd(36)} middle ${times[20]!.toFixed(1).padStart(6)} ms   slowest ${times.at(-1)!.toFixed(1).padStart(6)} ms`
  }
  return { timed, business: `${url}/v1/businesses/${businesses[0]!.number}` }
}

/** The tree as the console asks for it, with all that hangs in it. */
export async function measureTree(accounts: number, people: number): Promise<string> {
  const token = randomUUID() + randomUUID()
  const { service } = await serveSeeded(records => seedTree(records, { accounts, people }, token))
  const { timed, business } = await timing(service, token)
  const lines = [
    await timed('a bare route', `${service.url}/access/bench/bare`),
    await timed('the tree', `${business}/tree`),
  ]
  await service.close()
  return `\nThe tree of ${accounts.toLocaleString('en')} accounts under manager accounts four deep\n${lines.join('\n')}\n`
}

/** A thousand grants by one sentence, new each time: as it is, and without the marks that changes leave. */
export async function measureGiving(): Promise<string> {
  const { service, seeded, url } = await serveSeeded(records => seedWriters(records, 1, 50))
  const records = new pg.Client({ connectionString: url })
  await records.connect()
  const { rows: triggers } = await records.query<{ name: string; on: string }>(
    `SELECT tgname AS name, tgrelid::regclass AS on FROM pg_trigger WHERE tgname LIKE 'mark\\_%'`,
  )
  const { token, business } = seeded[0]!
  const people = Array.from({ length: 20 }, (_one, place) => `writer-0-${place + 11}@ondaverde.example`)
  const accounts = Array.from({ length: 50 }, (_one, place) => `ad-account/account-${place + 1}`)
  const took = { ENABLE: [] as number[], DISABLE: [] as number[] }
  for (let turn = 0; turn <= 2 * giveTurns; turn++) {
    const how = turn % 2 ? 'ENABLE' : 'DISABLE'
    for (const { name, on } of triggers) await records.query(`ALTER TABLE ${on} ${how} TRIGGER ${name}`)
    await records.query('DELETE FROM access_grant')
    const begun = performance.now()
    const answer = await fetch(`${service.url}/v1/businesses/${business}/sentences`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', authorization: `Bearer ${token}` },
      body: JSON.stringify({ sentence: `let ${people.join(', ')} run on ${accounts.join(', ')}` }),
    })
    if (!answer.ok) throw new Error(await answer.text())
    if (turn > 0) took[how].push(performance.now() - begun)
  }
  await records.end()
  await service.close()
  const [marked, plain] = [took.ENABLE, took.DISABLE].map(times => times.sort(byLength)[giveTurns / 2]!)
  return `\nA thousand grants by one sentence: middle ${marked!.toFixed(0)} ms, without marks ${plain!.toFixed(0)} ms: ${(plain! / marked!).toFixed(2)} of the pace\n`
}
const giveTurns = 10
const writeSeconds = 8

/**
 * Ten admins of each of so many businesses give access to the same few people on the same few accounts at once, each
 * without pause: how many changes hold a second, and what the rest were told.
 */
export async function measureWriters(businesses: number): Promise<string> {
  const { service, seeded } = await serveSeeded(records => seedWriters(records, businesses))
  const answers = new Map<string, number>()
  const until = performance.now() + writeSeconds * 1_000
  const tiers = ['watch', 'draft', 'run']
  const took: number[] = []
  await Promise.all(
    seeded.map(async ({ token, business }, which) => {
      const group = Math.floor(which / 10)
      for (let turn = 0; performance.now() < until; turn++) {
        const person = `writer-${group}-${11 + ((which * 7 + turn * 3) % 20)}@ondaverde.example`
        const sentence = `let ${person} ${tiers[turn % 3]} on ad-account/account-${1 + ((which + turn) % 10)}`
        const begun = performance.now()
        const answer = await fetch(`${service.url}/v1/businesses/${business}/sentences`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', authorization: `Bearer ${token}` },
          body: JSON.stringify({ sentence }),
        })
        const told = (await answer.json()) as { outcome?: string; code?: string }
        const key = answer.ok ? 'held' : `${answer.status} ${told.code}`
        answers.set(key, (answers.get(key) ?? 0) + 1)
        took.push(performance.now() - begun)
      }
    }),
  )
  await service.close()
  took.sort(byLength)
  const held = answers.get('held') ?? 0
  const others = [...answers].filter(([key]) => key !== 'held').map(([key, count]) => `${count} × ${key}`)
  return `\n${seeded.length} writers over ${businesses} businesses: ${(held / writeSeconds).toFixed(0)} changes a second, middle ${took[Math.floor(took.length / 2)]!.toFixed(0)} ms, slowest ${took.at(-1)!.toFixed(0)} ms; others: ${others.join(', ') || 'none'}\n`
}
