import type { FastifyInstance, FastifySchema } from 'fastify'
import type pg from 'pg'
import { AggregatorRegistry, collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client'
import type { DataSource } from 'typeorm'
import packageJson from '../../package.json' with { type: 'json' }
import { allMetrics } from './all-metrics.ts'
import { databaseAway, poolOf } from './database.ts'
import { countLetters } from './outbox.ts'

const hidden = { schema: { hide: true } as FastifySchema }
/** Seconds. */
const buckets = [0.005, 0.02, 0.1, 0.5, 2, 5, 10, 30]

/** What is counted while it happens, for whoever runs the service; never who or what it was about. */
export class Tally {
  readonly registry = new Registry()
  private readonly decisions = new Counter({
    name: 'famiglia_decisions_total',
    help: 'Questions of platforms that were answered, by platform and outcome.',
    labelNames: ['platform', 'outcome'],
    registers: [this.registry],
    collect: () => this.countDecisions(),
  })
  /** Decisions since the metrics were last asked for: to count each by its labels takes longer than the rest of it. */
  private readonly decidedSince = new Map<string, { yes: number; no: number }>()
  private readonly tries = new Counter({
    name: 'famiglia_tries_refused_total',
    help: 'Tries that were refused because there had been too many, by what was tried.',
    labelNames: ['limit'],
    registers: [this.registry],
  })

  private readonly facts = new Counter({
    name: 'famiglia_facts_total',
    help: 'What decisions were made of, by where it was taken from: memory, or the records.',
    labelNames: ['from'],
    registers: [this.registry],
  })

  private readonly fromMemory = this.facts.labels({ from: 'memory' })
  private readonly fromRecords = this.facts.labels({ from: 'records' })

  /** Tells how much memory facts take, when the metrics are asked for. */
  watchMemory(bytes: () => number): void {
    new Gauge({
      name: 'famiglia_facts_bytes',
      help: 'Memory that facts take which are kept for later decisions, about.',
      registers: [this.registry],
      collect() {
        this.set(bytes())
      },
    })
  }

  tookFacts(fromMemory: number, fromRecords: number): void {
    this.fromMemory.inc(fromMemory)
    this.fromRecords.inc(fromRecords)
  }

  decided(platform: string, isAllowed: boolean): void {
    let counted = this.decidedSince.get(platform)
    if (!counted) this.decidedSince.set(platform, (counted = { yes: 0, no: 0 }))
    counted[isAllowed ? 'yes' : 'no']++
  }

  refusedTry(limit: string): void {
    this.tries.inc({ limit })
  }

  private countDecisions(): void {
    for (const [platform, counted] of this.decidedSince)
      for (const outcome of ['yes', 'no'] as const) {
        if (counted[outcome] > 0) this.decisions.inc({ platform, outcome }, counted[outcome])
        counted[outcome] = 0
      }
  }
}

/** Health for whoever runs the service, and metrics in Prometheus's text format. */
export function watchOver(
  app: FastifyInstance,
  { database, deciding, tally }: { database: DataSource; deciding: pg.Pool; tally: Tally },
  isClosing: () => boolean,
): void {
  const { registry } = tally
  const registers = [registry]
  collectDefaultMetrics({ register: registry })
  // Prometheus keeps the ending for counters.
  for (const name of ['handles', 'requests', 'resources']) registry.removeSingleMetric(`nodejs_active_${name}_total`)
  const requests = new Histogram({
    name: 'famiglia_request_seconds',
    help: 'Time a request takes, by route and status.',
    labelNames: ['method', 'route', 'status'],
    buckets,
    registers,
  })
  const refusals = new Counter({
    name: 'famiglia_problems_total',
    help: 'Requests answered with a problem, by status.',
    labelNames: ['status'],
    registers,
  })
  new Gauge({
    name: 'famiglia_build_info',
    help: 'Which build this is.',
    labelNames: ['version', 'node'],
    aggregator: 'max',
    registers,
  }).set({ version: packageJson.version, node: process.versions.node }, 1)
  watchRecords(registry, database, deciding)
  AggregatorRegistry.setRegistries(registry)

  app.addHook('onResponse', (request, reply, done) => {
    const status = String(reply.statusCode)
    requests.observe(
      { method: request.method, route: request.routeOptions.url ?? 'none', status },
      reply.elapsedTime / 1000,
    )
    if (reply.statusCode >= 400) refusals.inc({ status })
    done()
  })
  app.get('/health/live', hidden, async () => ({ live: true }))
  app.get('/health/ready', hidden, async () => {
    if (isClosing()) throw databaseAway(new Error('closing'))
    await poolOf(database).query('SELECT 1')
    return { ready: true }
  })
  app.get('/metrics', hidden, async (_request, reply) =>
    reply.type(registry.contentType).send(await allMetrics(registry)),
  )
}

/**
 * What is asked of PostgreSQL when the metrics are: letters and background work, the same to all processes; and how busy the
 * connections of each are.
 */
function watchRecords(registry: Registry, database: DataSource, deciding: pg.Pool): void {
  const registers = [registry]
  const pools = { changes: () => poolOf(database), decisions: () => deciding }
  new Gauge({
    name: 'famiglia_connections',
    help: 'Connections to PostgreSQL in use, idle, and requests that wait for one, by pool.',
    labelNames: ['pool', 'state'],
    registers,
    collect() {
      for (const [pool, of] of Object.entries(pools)) {
        const { totalCount, idleCount, waitingCount } = of()
        this.set({ pool, state: 'in use' }, totalCount - idleCount)
        this.set({ pool, state: 'idle' }, idleCount)
        this.set({ pool, state: 'waiting' }, waitingCount)
      }
    },
  })
  const oldest = new Gauge({
    name: 'famiglia_oldest_letter_seconds',
    help: 'How long the oldest letter that is due has been waiting.',
    aggregator: 'max',
    registers,
  })
  new Gauge({
    name: 'famiglia_letters',
    help: 'Letters that have not arrived: waiting to be sent, or come back.',
    labelNames: ['state'],
    aggregator: 'max',
    registers,
    collect() {
      return orNothing(this, async () => {
        const { waiting, refused, oldestSeconds } = await countLetters(database)
        this.set({ state: 'waiting' }, waiting)
        this.set({ state: 'refused' }, refused)
        oldest.set(Math.max(0, oldestSeconds))
      })
    },
  })
  new Gauge({
    name: 'famiglia_jobs',
    help: 'Background work, by queue and state.',
    labelNames: ['queue', 'state'],
    aggregator: 'max',
    registers,
    collect() {
      return orNothing(this, async () => {
        const rows = (await database.query(
          'SELECT name AS queue, state::text, count(*)::integer AS count FROM jobs.job GROUP BY name, state',
        )) as { queue: string; state: string; count: number }[]
        for (const { queue, state, count } of rows) this.set({ queue, state }, count)
      })
    },
  })
}

/** While PostgreSQL cannot be reached its figures are left out: the others are wanted most then. */
async function orNothing(gauge: Gauge, collect: () => Promise<void>): Promise<void> {
  gauge.reset()
  await collect().catch(() => undefined)
}
