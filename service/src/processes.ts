import cluster, { type Worker } from 'node:cluster'
import { setTimeout as sleep } from 'node:timers/promises'
import { answerMetrics, hearWhoAsksForMetrics } from './base/all-metrics.ts'
import { readConfig, type Settings } from './base/config.ts'
import { freePort } from './base/free-port.ts'
import { startService, type Surroundings } from './main.ts'

/** What goes on until it is closed. */
interface Running {
  readonly url: string
  close(): Promise<void>
}

/** A process that did not start has said why itself. */
export class NotStarted extends Error {}

/**
 * Starts the service in as many processes as the settings say, all at one port. One alone is this process; of several this
 * one watches over the others, and puts a new one in the place of one that ends by itself.
 */
export async function startProcesses(settings: Settings, around: Surroundings): Promise<Running> {
  const { FAMIGLIA_PROCESSES: count, FAMIGLIA_PORT: port } = readConfig(settings)
  if (cluster.isWorker || count === 1) {
    hearWhoAsksForMetrics()
    const service = await startService(settings, around)
    process.send?.({ at: service.url })
    return service
  }
  const environment = { ...settings, FAMIGLIA_PORT: String(port === 0 ? await freePort() : port) }
  return watchOver(count, environment)
}

async function watchOver(count: number, environment: Settings): Promise<Running> {
  let closing = false
  answerMetrics()
  const begin = async (): Promise<string> => {
    const worker = cluster.fork(environment)
    const at = await startedAt(worker)
    worker.once('exit', () => {
      if (!closing) void beginAgain()
    })
    return at
  }
  const beginAgain = async (): Promise<void> => {
    await sleep(1_000)
    if (!closing) await begin().catch(() => beginAgain())
  }
  const close = async () => {
    closing = true
    const all = Object.values(cluster.workers ?? {}).flatMap(worker => (worker ? [worker] : []))
    await Promise.all(all.map(async worker => ended(worker)))
  }
  try {
    // The first brings the records up to date; the others find them so.
    const url = await begin()
    for (let more = 1; more < count; more++) await begin()
    return { url, close }
  } catch (error) {
    await close()
    throw error
  }
}

async function startedAt(worker: Worker): Promise<string> {
  return new Promise((done, fail) => {
    worker.on('message', (message: { at?: string }) => message.at && done(message.at))
    worker.once('exit', () => fail(new NotStarted('A process of the service did not start.')))
  })
}

async function ended(worker: Worker): Promise<void> {
  if (worker.isDead()) return
  const exit = new Promise<void>(done => worker.once('exit', () => done()))
  worker.process.kill('SIGTERM')
  await exit
}
