import { answerOf } from '@famiglia/client'
import { setTimeout as sleep } from 'node:timers/promises'
import { afterAll, beforeAll, expect, onTestFinished, test } from 'vitest'
import { openScene, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

interface Stream {
  readonly status: number
  /** Each event so far, as `kind data`. */
  readonly heard: string[]
  /** Holds once the service has ended it. */
  readonly ended: Promise<void>
}

async function listen(token: string): Promise<Stream> {
  const leave = new AbortController()
  onTestFinished(() => leave.abort())
  const answer = await fetch(`${scene.url}/v1/me/changes`, {
    headers: { authorization: `Bearer ${token}`, accept: 'text/event-stream' },
    signal: leave.signal,
  })
  const heard: string[] = []
  const read = async () => {
    let text = ''
    for await (const part of answer.body!.pipeThrough(new TextDecoderStream()) as unknown as AsyncIterable<string>) {
      const blocks = (text + part).split('\n\n')
      text = blocks.pop()!
      heard.push(...blocks.map(block => block.replace(/^event: (\w+)\ndata: (.*)[^]*$/, '$1 $2')))
    }
  }
  return { status: answer.status, heard, ended: answer.ok ? read().catch(() => {}) : Promise.resolve() }
}

const changed = (stream: Stream) => stream.heard.filter(one => one.startsWith('changed'))
const of = (...businesses: string[]) => `changed ${JSON.stringify({ businesses })}`
const makeTeam = (who: Actor, name: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/teams', {
      params: { path: { business: who.business } },
      body: { name, handle: name.toLowerCase().replaceAll(' ', '-') },
    }),
  )

test('whoever works there hears within two seconds that something changed, and nobody else does', async () => {
  const [bea, callum] = [await listen(scene.tomasz.token), await listen(scene.callum.token)]
  await makeTeam(scene.agnese, 'Spring offers')
  await expect.poll(() => changed(bea), { timeout: 2_000 }).toEqual([of(scene.agnese.business)])
  await makeTeam(scene.agnese, 'Autumn offers')
  await expect.poll(() => changed(bea), { timeout: 2_000 }).toHaveLength(2)
  expect(changed(callum)).toEqual([])
  expect(JSON.stringify(bea.heard)).not.toContain('offers')
})

test('who has a sign-in hears at once that they are invited by a business that is not theirs', async () => {
  const invited = await listen(scene.callum.token)
  await scene.say(scene.agnese, 'let callum@gullwright.example draft on ad-account/winter-freight until 2031-01-01')
  await expect.poll(() => changed(invited).length, { timeout: 2_000 }).toBe(1)
  expect(changed(invited)).toEqual([of()])
})

test('who was just let in hears of it, although the business was not theirs before', async () => {
  const callum = await listen(scene.callum.token)
  const { proposal } = await scene.say(scene.agnese, 'let callum@gullwright.example watch on ad-account/winter-freight')
  await answerOf(
    scene.callum.client.POST('/v1/me/proposals/{proposal}/acceptance', {
      params: { path: { proposal: proposal! } },
      body: {},
    }),
  )
  await expect.poll(() => changed(callum).join(), { timeout: 2_000 }).toContain(scene.agnese.business)
})

test('who was ended hears that it happened, and of nothing after', async () => {
  const tomasz = await listen(scene.tomasz.token)
  await scene.say(scene.agnese, `end ${scene.tomasz.email}`)
  await expect.poll(() => changed(tomasz).length, { timeout: 2_000 }).toBe(1)
  await makeTeam(scene.agnese, 'After Tomasz')
  await sleep(800)
  expect(changed(tomasz)).toHaveLength(1)
})

test('a stolen token hears nothing after it was ended, and its stream ends', async () => {
  const lost = await scene.signIn(scene.agnese)
  const stream = await listen(lost.token)
  await answerOf(lost.client.POST('/v1/sign-out'))
  await makeTeam(scene.agnese, 'After the end')
  await stream.ended
  expect(changed(stream)).toEqual([])
})

test('nobody listens from more than twelve places, also when asked twenty times at once', async () => {
  const streams = await Promise.all(Array.from({ length: 20 }, () => listen(scene.tomasz.token)))
  expect(streams.filter(one => one.status === 200)).toHaveLength(12)
  expect(streams.filter(one => one.status === 429)).toHaveLength(8)
  expect((await fetch(`${scene.url}/v1/me/changes`)).status).toBe(401)
})

test('what happened while PostgreSQL did not answer is told as soon as it does', async () => {
  const stream = await listen(scene.agnese.token)
  await scene.sql("SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name = 'famiglia hearing'")
  await expect.poll(() => changed(stream), { timeout: 4_000 }).toEqual([of(scene.agnese.business)])
  await sleep(200)
  await makeTeam(scene.agnese, 'Told again')
  await expect.poll(() => changed(stream), { timeout: 2_000 }).toHaveLength(2)
})
