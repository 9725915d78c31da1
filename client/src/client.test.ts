import { createServer, type Server } from 'node:http'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { answerOf, famigliaClient, idempotencyKey, Refusal, Unreachable } from './client.ts'

let server: Server
let url: string
let answer: { status: number; type: string; body: string; headers?: Record<string, string> }
let asked: Record<string, unknown>
beforeAll(async () => {
  server = createServer((request, response) => {
    asked = request.headers
    response.writeHead(answer.status, { 'content-type': answer.type, ...answer.headers }).end(answer.body)
  })
  await new Promise<void>(ready => server.listen(0, '127.0.0.1', ready))
  const address = server.address()
  url = `http://127.0.0.1:${typeof address === 'object' ? address?.port : ''}`
})
afterAll(() => new Promise(closed => server.close(closed)))

const refusal = async () => {
  try {
    await answerOf(famigliaClient({ url }).GET('/v1/me'))
  } catch (error) {
    if (error instanceof Refusal) return error
  }
  throw new Error('not refused')
}

test('a problem is thrown with its code, its sentence, when to try again, and the exit status of its kind', async () => {
  const problem = {
    type: 'urn:famiglia:problem:service.database-away',
    title: 'Away',
    status: 503,
    code: 'service.database-away',
    detail: 'Try again.',
  }
  answer = {
    status: 503,
    type: 'application/problem+json',
    body: JSON.stringify(problem),
    headers: { 'retry-after': '2' },
  }
  expect(await refusal()).toMatchObject({
    code: 'service.database-away',
    message: 'Try again.',
    retryAfter: 2,
    exit: 5,
  })
})

test('an answer that is no problem of ours is told by its status, and counts as the service failing', async () => {
  answer = { status: 502, type: 'text/html', body: '<h1>Bad gateway</h1>' }
  const refused = await refusal()
  expect(refused.message).toContain('502')
  expect(refused.exit).toBe(5)
})

test('where nothing listens, it is said where that is', async () => {
  const call = answerOf(famigliaClient({ url: 'http://127.0.0.1:9' }).GET('/v1/me'))
  await expect(call).rejects.toThrow(Unreachable)
  await expect(call).rejects.toThrow('http://127.0.0.1:9')
})

test('a token goes along as a bearer token, a cookie as a cookie, and keys are new each time', async () => {
  answer = { status: 200, type: 'application/json', body: '{}' }
  await famigliaClient({ url, token: 'famt_x' }).GET('/v1/me')
  expect(asked['authorization']).toBe('Bearer famt_x')
  await famigliaClient({ url, cookie: 'famiglia_session=y' }).GET('/v1/me')
  expect(asked).toMatchObject({ cookie: 'famiglia_session=y' })
  expect(idempotencyKey()).not.toEqual(idempotencyKey())
})
