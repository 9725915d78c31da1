import { createServer, type Server } from 'node:net'
import type { AddressInfo } from 'node:net'
import { afterEach, expect, test } from 'vitest'
import { decidingPool } from './database.ts'

let server: Server | null = null
afterEach(() => server?.close())

const sign = (letter: string) => Buffer.from(letter, 'latin1')
function message(letter: string, body: Buffer): Buffer {
  const length = Buffer.alloc(4)
  length.writeInt32BE(body.length + 4)
  return Buffer.concat([sign(letter), length, body])
}
const signedIn = message('R', Buffer.alloc(4))
const ready = message('Z', sign('I'))
const shuttingDown = message(
  'E',
  Buffer.from('SFATAL\0VFATAL\0C57P01\0Mterminating connection due to administrator command\0\0', 'latin1'),
)

/** Speaks just enough of PostgreSQL's protocol to be ready and to shut down in one breath. */
async function briefServer(): Promise<string> {
  server = createServer(socket => {
    socket.on('error', () => undefined)
    socket.once('data', () => socket.end(Buffer.concat([signedIn, ready, shuttingDown])))
  })
  await new Promise<void>(done => server!.listen(0, '127.0.0.1', done))
  return `postgres://nobody@127.0.0.1:${(server.address() as AddressInfo).port}/none`
}

test('a connection that is ready and shut down in one breath is heard of, and ends nothing', async () => {
  const errors: Error[] = []
  const pool = decidingPool(await briefServer(), 1, error => errors.push(error))
  const client = await pool.connect()
  for (let tries = 0; errors.length === 0 && tries < 50; tries++) await new Promise(done => setTimeout(done, 20))
  expect(errors[0]?.message).toContain('terminating connection')
  await expect(client.query('SELECT 1')).rejects.toThrow()
  client.release(true)
  await pool.end()
})
