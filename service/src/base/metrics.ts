import type { FastifyInstance, FastifySchema } from 'fastify'
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client'
import type { DataSource } from 'typeorm'
import { databaseAway } from './database.ts'
import { poolOf } from './database.ts'
import { countLetters } from './outbox.ts'

const hidden = { schema: { hide: true } as FastifySchema }

/** Health for whoever runs the service, and metrics in Prometheus's text format. */
export function watchOver(app: FastifyInstance, database: DataSource, isClosing: () => boolean): void {
  const registry = new Registry()
  collectDefaultMetrics({ register: registry })
  const requests = new Histogram({
    name: 'famiglia_request_seconds',
    help: 'Time a request takes, by route and status.',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.005, 0.02, 0.1, 0.5, 2],
    registers: [registry],
  })
  const refusals = new Counter({
    name: 'famiglia_problems_total',
    help: 'Requests answered with a problem, by status.',
    labelNames: ['status'],
    registers: [registry],
  })

  const letters = new Gauge({
    name: 'famiglia_letters',
    help: 'Letters that have not arrived: waiting to be sent, or come back.',
    labelNames: ['state'],
    registers: [registry],
    collect: async () => {
      const { waiting, refused, oldestSeconds } = await countLetters(database)
      letters.set({ state: 'waiting' }, waiting)
      letters.set({ state: 'refused' }, refused)
      oldest.set(oldestSeconds)
    },
  })
  const oldest = new Gauge({
    name: 'famiglia_oldest_letter_seconds',
    help: 'How long the oldest letter that is due has been waiting.',
    registers: [registry],
  })

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
    reply.type(registry.contentType).send(await registry.metrics()),
  )
}
