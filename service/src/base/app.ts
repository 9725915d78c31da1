import { randomUUID } from 'node:crypto'
import { constants } from 'node:zlib'
import compress from '@fastify/compress'
import cookie from '@fastify/cookie'
import fastify, { LogController, type FastifyInstance } from 'fastify'
import type { Logger } from 'pino'
import { answerWithProblems } from './errors.ts'
import { slowDown, type Limits } from './limits.ts'
import { takeTurns, type Shares, type WorksFor } from './shares.ts'
import { refuseForeignPages, secretIn, type SessionReader } from './session.ts'
import { securityHeaders } from './security-headers.ts'
import { traceRequests } from './traces.ts'
import { useYup, type App } from './validation.ts'

const quiet = new Set(['/health/live', '/health/ready', '/metrics'])

/** The HTTP server with everything that every route has: limits, security headers, sessions, checks, problems, one log line. */
export async function makeApp(
  log: Logger,
  sessions: SessionReader,
  limits: Limits,
  publicUrl: () => string,
  trustedProxies: readonly string[],
  shares: Shares,
  worksFor: WorksFor,
): Promise<App> {
  const app = fastify({
    loggerInstance: log,
    logController: new LogController({ disableRequestLogging: true }),
    // A proxy's own number for a request is taken over, so that its log and this one tell of the same.
    genReqId: ({ headers }) => requestIdIn(headers['x-request-id']) ?? randomUUID(),
    // Who is connected already is still answered while it closes.
    return503OnClosing: false,
    bodyLimit: 64 * 1024,
    forceCloseConnections: 'idle',
    routerOptions: { maxParamLength: 450 },
    requestTimeout: 30_000,
    // Nobody beforehand: whoever may say where a request came from could be counted as anybody.
    trustProxy: trustedProxies.length > 0 ? [...trustedProxies] : false,
  }) as unknown as FastifyInstance
  traceRequests(app)
  useYup(app)
  answerWithProblems(app, publicUrl)
  app.decorateRequest('live', null)
  await app.register(cookie)
  await app.register(compress, {
    threshold: 1024,
    encodings: ['br', 'gzip'],
    brotliOptions: { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } },
  })
  slowDown(app, limits)

  const headersFor = securityHeaders(publicUrl().startsWith('https:'))
  app.addHook('onRequest', async (request, reply) => {
    void reply.headers(headersFor(request.url))
    if (request.url.startsWith('/assets/')) return
    void reply.header('x-request-id', request.id)
    if (!request.url.startsWith('/v1/')) return
    const given = secretIn(request)
    if (!given) return
    if (given.by === 'cookie') refuseForeignPages(request, publicUrl())
    request.live = await sessions.find(given.secret)
  })
  takeTurns(app, shares, worksFor)
  app.addHook('onResponse', (request, reply, done) => {
    const route = request.routeOptions.url ?? null
    if (!quiet.has(route ?? '')) {
      const { business } = (request.params ?? {}) as { business?: string }
      request.log.info(
        {
          method: request.method,
          route,
          status: reply.statusCode,
          ms: Math.round(reply.elapsedTime),
          business,
          person: request.live?.person,
        },
        'request',
      )
    }
    done()
  })
  return app as unknown as App
}

/** Printable and short, so that it can be written to a log as it is. */
const requestIdIn = (given: string | string[] | undefined) =>
  typeof given === 'string' && /^[\x21-\x7e]{1,200}$/.test(given) ? given : null
