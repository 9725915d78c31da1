import { generateKeyPairSync } from 'node:crypto'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
const { privateKey } = generateKeyPairSync('rsa', { modulusLength: 2048 })
beforeAll(async () => {
  const key = privateKey.export({ type: 'pkcs8', format: 'pem' }).toString()
  scene = await openScene({ settings: { FAMIGLIA_DKIM: JSON.stringify({ selector: '2027', key }) } })
})
afterAll(() => scene.close())

test('letters are signed for the sender’s domain where a key is set', async () => {
  await scene.letters(scene.agnese.email)
  const all = scene.town.inbox.letters.list()
  expect(all.length).toBeGreaterThan(0)
  for (const { from, signedFor } of all) expect(signedFor).toBe(`2027._domainkey.${/@([\w.-]+)/.exec(from)![1]}`)
})
