import { spawn, type ChildProcess } from 'node:child_process'
import { chmodSync, existsSync, mkdtempSync, readdirSync, readFileSync, readlinkSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { answerOf, famigliaClient } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'

interface Place {
  url: string
  inbox: string
  platforms: { name: string; url: string }[]
  people: { name: string; email: string; password: string; totpSecret: string | null; token: string }[]
}

const root = join(import.meta.dirname, '..')
let home: string
let running: ChildProcess | null = null
beforeAll(() => {
  home = mkdtempSync(join(tmpdir(), 'famiglia-demo-'))
  chmodSync(home, 0o711)
})
afterAll(async () => {
  if (running) await end('SIGTERM')
  rmSync(home, { recursive: true, force: true })
})

/** `npm run demo`, as people start it; resolves when it says that it is open. */
async function start(...args: string[]): Promise<{ place: Place; told: string }> {
  const child = spawn(process.execPath, ['--import', 'tsx', join(root, 'demo/src/main.ts'), ...args], {
    cwd: root,
    env: { ...process.env, FAMIGLIA_HOME: home, FAMIGLIA_PORT: '0' },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  running = child
  let told = ''
  await new Promise<void>((open, fail) => {
    const hear = (chunk: unknown) => {
      told += String(chunk)
      if (told.includes('Ctrl-C ends everything')) open()
    }
    child.stdout.on('data', hear)
    child.stderr.on('data', hear)
    child.once('exit', () => fail(new Error(`the demo ended: ${told}`)))
  })
  return { place: JSON.parse(readFileSync(join(home, 'demo.json'), 'utf8')) as Place, told }
}

async function end(signal: 'SIGINT' | 'SIGTERM' | 'SIGKILL'): Promise<void> {
  const child = running!
  const gone = new Promise(done => child.once('exit', done))
  child.kill(signal)
  await gone
  running = null
}

/** Processes that work in the demo's folder: its PostgreSQL. */
function leftovers(): string[] {
  return readdirSync('/proc').filter(name => {
    try {
      return /^\d+$/.test(name) && readlinkSync(`/proc/${name}/cwd`).startsWith(home)
    } catch {
      return false
    }
  })
}

/** What lies on Agnese's desk when the demo opens. */
async function waiting(place: Place) {
  const client = famigliaClient({ url: place.url, token: place.people[0]!.token })
  const { businesses } = await answerOf(client.GET('/v1/me'))
  return answerOf(
    client.GET('/v1/businesses/{business}/desk', { params: { path: { business: businesses[0]!.number } } }),
  )
}

test('the demo opens, says where to go and who can sign in, and Ctrl-C ends everything it started', async () => {
  const { place, told } = await start()
  for (const address of [place.url, place.inbox, ...place.platforms.map(platform => platform.url)]) {
    expect(told).toContain(address)
    expect((await fetch(address)).status).toBe(200)
  }
  expect(place.platforms).toHaveLength(5)
  expect(place.people.map(person => person.name)).toEqual(
    expect.arrayContaining(['Agnese Torvald', 'Ruben Achterberg', 'Priya Lindqvist', 'Bea Fontaine']),
  )
  expect(place.people.find(person => person.name === 'Ruben Achterberg')!.totpSecret).toBeNull()
  expect(statSync(join(home, 'demo.json')).mode & 0o777).toBe(0o600)
  const me = await answerOf(famigliaClient({ url: place.url, token: place.people[0]!.token }).GET('/v1/me'))
  expect(me).toMatchObject({
    person: { name: 'Agnese Torvald' },
    businesses: [{ name: 'Ondaverde Ferries', standing: 'admin' }],
  })
  expect(await waiting(place)).toMatchObject({
    received: [
      { kind: 'ask', said: expect.stringContaining('Tomasz Oyelaran asks for watch on Summer Crossings') },
      { kind: 'business-ask', said: expect.stringContaining('Sanne Okoro of Porto Lindo Tourist Board asks for') },
      { kind: 'link', said: expect.stringContaining('asks to link Winter Freight under Gullwright Travel') },
    ],
    waiting: [{ to: 'oona@pebblecast.example' }, { kind: 'understudy', to: 'tomasz@ondaverde.example' }],
    lapsed: [{ to: 'leander@ondaverde.example' }],
    alone: [{ name: 'Winter Timetable' }],
    holes: [
      { who: { name: 'Gullwright & Moss' }, purpose: 'run our adverts', ready: false },
      { who: { name: 'Bea Fontaine' }, purpose: 'run our adverts', ready: false },
    ],
    ending: [
      { holder: 'Bea Fontaine', on: 'Ondaverde Ferries and Summer Crossings' },
      { holder: 'Fenn Delacroix-Umar', on: 'Decks & Harbours' },
    ],
  })
  expect(leftovers().length).toBeGreaterThan(0)

  await end('SIGINT')
  expect(leftovers()).toEqual([])
  await expect(fetch(place.url)).rejects.toThrow()
}, 180_000)

test('killed right after a sentence was sent, it starts again by itself, and the letter arrives once', async () => {
  const { place } = await start()
  const [agnese] = place.people as [Place['people'][0]]
  const client = famigliaClient({ url: place.url, token: agnese.token })
  const { businesses } = await answerOf(client.GET('/v1/me'))
  const path = { business: businesses[0]!.number }
  const said = await answerOf(
    client.POST('/v1/businesses/{business}/sentences', {
      params: { path },
      body: { sentence: 'let yuki@tallowstreet.example watch on ad-account/winter-freight', sure: true },
    }),
  )
  expect(said.outcome).toBe('invited')
  await end('SIGKILL')

  const again = await start()
  const letters = async () => {
    const inbox = await fetch(`${again.place.inbox}/letters?to=yuki@tallowstreet.example`)
    const { items } = (await inbox.json()) as { items: { subject: string }[] }
    return items.filter(letter => letter.subject.startsWith('Agnese Torvald lets you'))
  }
  for (let tries = 0; tries < 200 && (await letters()).length === 0; tries++) await sleep(250)
  await sleep(2_000)
  expect(await letters()).toHaveLength(1)
  expect(again.place.people[0]!.token).toBe(agnese.token)
  await end('SIGTERM')
}, 120_000)

test('a start beside one that still holds the home ends that one first, and a fresh start tells the story anew', async () => {
  await start()
  const earlier = running!
  const endedEarlier = new Promise(done => earlier.once('exit', done))
  const { place, told } = await start('--fresh')
  await endedEarlier
  expect(told).toContain('ending it first')
  const client = famigliaClient({ url: place.url, token: place.people[0]!.token })
  const { businesses } = await answerOf(client.GET('/v1/me'))
  const { items } = await answerOf(
    client.GET('/v1/businesses/{business}/proposals', { params: { path: { business: businesses[0]!.number } } }),
  )
  expect(items.map(proposal => proposal.to)).not.toContain('yuki@tallowstreet.example')
  expect(existsSync(join(home, 'postgres'))).toBe(true)
  await end('SIGTERM')
}, 120_000)
