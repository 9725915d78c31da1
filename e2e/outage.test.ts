import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { startPostgres, type PostgresServer } from '../scripts/postgres.ts'
import { openScene, type Scene } from './support/scene.ts'

let server: PostgresServer
let scene: Scene
let home: string
beforeAll(async () => {
  home = mkdtempSync(join(tmpdir(), 'famiglia-outage-'))
  chmodSync(home, 0o711)
  server = await startPostgres(home)
  scene = await openScene({ postgres: server.url })
})
afterAll(async () => {
  await scene.close()
  await server.stop()
  rmSync(home, { recursive: true, force: true })
})

test('while PostgreSQL is gone every answer is 503 with Retry-After; afterwards all goes on by itself, and nothing is lost', async () => {
  await server.interrupt()
  const away = await fetch(`${scene.url}/v1/me`, { headers: { authorization: `Bearer ${scene.agnese.token}` } })
  expect(away.status).toBe(503)
  expect(Number(away.headers.get('retry-after'))).toBeGreaterThan(0)
  expect(await away.json()).toMatchObject({
    code: 'service.database-away',
    detail: expect.stringContaining('Nothing was lost'),
  })
  expect((await fetch(`${scene.url}/health/live`)).status).toBe(200)
  expect((await fetch(`${scene.url}/health/ready`)).status).toBe(503)
  expect((await fetch(`${scene.url}/metrics`)).status).toBe(200)

  await server.resume()
  await eventually(async () => expect((await fetch(`${scene.url}/health/ready`)).status).toBe(200))
  expect((await scene.say(scene.agnese, 'let bea@ondaverde.example watch on ad-account/winter-freight')).outcome).toBe(
    'invited',
  )
  await eventually(async () => expect(await scene.letters('bea@ondaverde.example')).toHaveLength(1))
  const whole = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/history/verification', {
      params: { path: { business: scene.agnese.business } },
    }),
  )
  expect(whole.whole).toBe(true)
})

test('PostgreSQL is started anew twenty times under load: each answer is whole or 503, the service goes on, every letter comes once', async () => {
  let busy = true
  const answers = new Map<number, number>()
  const invited: string[] = []
  const count = ({ status }: Response) => answers.set(status, (answers.get(status) ?? 0) + 1)
  const ask = (path: string, body?: object) =>
    fetch(`${scene.url}/v1/businesses/${scene.agnese.business}${path}`, {
      method: body ? 'POST' : 'GET',
      headers: { authorization: `Bearer ${scene.agnese.token}`, 'content-type': 'application/json' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    })
  const decide = async () => {
    while (busy)
      count(await ask('/decisions', { who: scene.agnese.email, action: 'ads.see', asset: 'ad-account/winter-freight' }))
  }
  const invite = async () => {
    for (let turn = 0; busy; turn++) {
      const address = `hand${turn}@ondaverde.example`
      const answer = await ask('/sentences', { sentence: `let ${address} watch on ad-account/winter-freight` })
      count(answer)
      if (answer.ok) invited.push(address)
    }
  }
  const load = [decide(), decide(), invite()]
  for (let restart = 0; restart < 20; restart++) {
    await server.interrupt()
    await server.resume()
    await sleep(150 + Math.random() * 400)
  }
  busy = false
  await Promise.all(load)
  expect([...answers.keys()].filter(status => status !== 503 && status >= 400)).toEqual([])
  expect(answers.get(503)).toBeGreaterThan(0)
  expect(invited.length).toBeGreaterThan(0)
  await eventually(async () => {
    for (const address of invited) expect(scene.town.inbox.letters.list(address), address).toHaveLength(1)
  })
})

async function eventually(check: () => Promise<void>): Promise<void> {
  for (let tries = 0; ; tries++) {
    try {
      return await check()
    } catch (error) {
      if (tries > 150) throw error
      await sleep(200)
    }
  }
}
