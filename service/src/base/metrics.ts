import type { FastifyInstance, FastifySchema } from 'fastify'
import { collectDefaultMetrics, Counter, Histogram, Registry } from 'prom-client'
import type { DataSource } from 'typeorm'
import { databaseAway } from './database.ts'
import { poolOf } from './database.ts'

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
