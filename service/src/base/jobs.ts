import { setTimeout as sleep } from 'node:timers/promises'
import PgBoss from 'pg-boss'
import type { EntityManager } from 'typeorm'
import { traced } from './traces.ts'
import { PatientRecords } from './patient-records.ts'

/** What is done in the background, and what each piece of work is about. */
export interface Work {
  'send-letters': object
  'tend-proposal': { proposal: string }
  'look-for-what-is-due': object
  'change-payment': { change: string }
  'complete-handover': { handover: string }
  'tell-keepers': { handover: string }
  'tell-signed-out': object
  'tidy-up': object
}

export type Queue = keyof Work
const queues: readonly Queue[] = [
  'send-letters',
  'tend-proposal',
  'look-for-what-is-due',
  'change-payment',
  'complete-handover',
  'tell-keepers',
  'tell-signed-out',
  'tidy-up',
]

/** Seconds after which work that was begun counts as cut off, by a kill for instance, and is begun again. */
const takesAtMost = 20
/** Seconds between looks for work that was cut off. */
const looksEvery = 10
/** Milliseconds that work under way has to come to its end when the service closes. */
const finishesWithin = 10_000
const everyMinute = '* * * * *'
const hourly = '17 * * * *'
const everyFewMinutes = '*/5 * * * *'

/**
 * Background work, kept in PostgreSQL. It is put there in the transaction of the change that calls for it, so that it
 * is neither lost nor done for a change that did not happen. OPEN: workers wait, woken after each change. CLOSING:
 * no new work is begun, what was begun is finished.
 */
export class Jobs {
  private readonly boss: PgBoss
  private readonly records: PatientRecords
  private readonly workers = new Map<Queue, string>()

  constructor(url: string, onError: (error: Error) => void) {
    this.records = new PatientRecords(url, onError)
    this.boss = new PgBoss({ db: this.records, schema: 'jobs', maintenanceIntervalSeconds: looksEvery })
    this.boss.on('error', onError)
  }

  async open(handlers: { [Q in Queue]: (work: Work[Q]) => Promise<void> }): Promise<void> {
    await this.boss.start()
    for (const queue of queues) {
      await this.boss.createQueue(queue, {
        name: queue,
        retryLimit: 12,
        retryDelay: 2,
        retryBackoff: true,
        expireInSeconds: takesAtMost,
      })
      const handle = handlers[queue] as (work: object) => Promise<void>
      const worker = await this.boss.work<object>(
        queue,
        { pollingIntervalSeconds: 0.5, batchSize: 1 },
        async ([job]) => {
          if (job) await traced(queue, 'internal', () => handle(job.data))
          this.wake(queue)
        },
      )
      this.workers.set(queue, worker)
    }
    await this.boss.schedule('tidy-up', hourly)
    await this.boss.schedule('send-letters', everyMinute)
    await this.boss.schedule('look-for-what-is-due', everyFewMinutes)
    await this.boss.schedule('tell-signed-out', everyFewMinutes)
  }

  /** Puts work in the queue within a transaction; it is begun after the commit, and not before so many seconds are over. */
  async add<Q extends Queue>(manager: EntityManager, queue: Q, work: Work[Q], afterSeconds = 0): Promise<void> {
    const executeSql = async (text: string, values: unknown[]) => {
      const result = (await manager.queryRunner!.query(text, values, true)) as { records?: unknown[]; raw?: unknown[] }
      return { rows: result.records ?? result.raw ?? [] }
    }
    const id = await this.boss.send(queue, work, {
      db: { executeSql } as PgBoss.Db,
      ...(afterSeconds > 0 ? { startAfter: afterSeconds } : {}),
    })
    if (!id) throw new Error(`The work “${queue}” could not be queued.`)
  }

  /** Looks for new work at once instead of at the next poll. */
  wake(queue: Queue): void {
    const worker = this.workers.get(queue)
    if (worker) this.boss.notifyWorker(worker)
  }

  async close(): Promise<void> {
    const stopped = this.boss.stop({ graceful: true, wait: true, close: false, timeout: finishesWithin })
    // Without PostgreSQL what was begun cannot be put down as broken off; the next start finds it by its time.
    await Promise.race([stopped, sleep(finishesWithin + 2_000, undefined, { ref: false })])
    await this.records.close()
  }
}
