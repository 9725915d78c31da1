import { randomInt } from 'node:crypto'
import { createServer } from 'node:net'

/** Below the ports that systems hand out to connections by themselves: between the look and the use nothing takes it. */
const range = { from: 10_000, below: 32_000 } as const
/** Ports of this range that no browser and no fetch speaks to (the Fetch Standard's “bad ports”). */
const shunned: ReadonlySet<number> = new Set([10_080])
const tries = 50
/** Each process looks in a part of its own, so that two that look at the same moment seldom find the same port. */
const parts = 16
const wide = Math.floor((range.below - range.from) / parts)
const own = range.from + (process.pid % parts) * wide
/** Handed out by this process: one that is not listened on yet must not be handed out a second time. */
const handedOut = new Set<number>()

/** A port of loopback that nothing listens on, and that was not given to anybody here before. */
export async function freePort(): Promise<number> {
  for (let at = 0; at < tries; at++) {
    const port = randomInt(own, own + wide)
    if (shunned.has(port) || handedOut.has(port) || !(await isFree(port))) continue
    handedOut.add(port)
    return port
  }
  throw new Error(`No port of loopback was free among ${tries} that were tried.`)
}

function isFree(port: number): Promise<boolean> {
  return new Promise(done => {
    const server = createServer()
    server.once('error', () => done(false))
    server.listen(port, '127.0.0.1', () => server.close(() => done(true)))
  })
}
