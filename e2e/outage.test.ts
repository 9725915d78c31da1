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
