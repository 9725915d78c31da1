import { famigliaClient } from '@famiglia/client'
import { generate } from 'otplib'
import { setTimeout as sleep } from 'node:timers/promises'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

const newer = 'a newer secret of the service, drawn for today'
const earlier = () => scene.town.secret
const withSecret = async <T>(secret: string, work: (url: string) => Promise<T>): Promise<T> => {
  const service = await scene.town.oneMore({ FAMIGLIA_SECRET: secret })
  try {
    return await work(service.url)
  } finally {
    await service.close()
  }
}
const signIn = async (url: string) => {
  const { email: address, password, totpSecret } = scene.agnese
  scene.clock.forward({ seconds: 30 })
  const code = await generate({ secret: totpSecret!, epoch: Math.floor(scene.clock.now().epochMilliseconds / 1000) })
  return (await famigliaClient({ url }).POST('/v1/sign-in', { body: { address, password, code } })).response.status
}
const read = async (url: string, link: string) =>
  (await famigliaClient({ url }).POST('/v1/invitations/reading', { body: { link } })).response.status

test('a secret is changed without an outage: what was sealed is sealed anew, links under way stay good until it is taken out', async () => {
  await scene.say(scene.agnese, 'let bea@ondaverde.example watch on ad-account/winter-freight')
  const link = await scene.link('bea@ondaverde.example')
  const [{ sealed }] = (await scene.sql('SELECT totp_sealed AS sealed FROM person WHERE totp_sealed IS NOT NULL')) as [
    { sealed: string },
  ]
  await withSecret(newer, async url => {
    expect(await read(url, link)).toBe(404)
    expect(await signIn(url)).toBe(500)
  })
  await withSecret(JSON.stringify([newer, earlier()]), async url => {
    expect(await read(url, link)).toBe(200)
    expect(await signIn(url)).toBe(200)
    const isLeft = async () => (await scene.sql('SELECT FROM person WHERE totp_sealed = $1', [sealed])).length > 0
    for (let tries = 0; tries < 50 && (await isLeft()); tries++) await sleep(100)
    expect(await isLeft()).toBe(false)
  })
  await withSecret(newer, async url => {
    expect(await signIn(url)).toBe(200)
    expect(await read(url, link)).toBe(404)
  })
})
