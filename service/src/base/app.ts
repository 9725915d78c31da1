import { constants } from 'node:zlib'
import compress from '@fastify/compress'
import cookie from '@fastify/cookie'
import helmet from '@fastify/helmet'
import fastify, { LogController, type FastifyInstance } from 'fastify'
import type { Logger } from 'pino'
import { v7 as newId } from 'uuid'
import { answerWithProblems } from './errors.ts'
import { slowDown, type Limits } from './limits.ts'
import { takeTurns, type Shares, type WorksFor } from './shares.ts'
import { refuseForeignPages, secretIn, type SessionReader } from './session.ts'
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
    genReqId: ({ headers }) => requestIdIn(headers['x-request-id']) ?? newId(),
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
  await app.register(helmet, {
    contentSecurityPolicy: { useDefaults: false, directives: policy },
    crossOriginEmbedderPolicy: false,
    strictTransportSecurity: publicUrl().startsWith('https:')
      ? { maxAge: 365 * 86_400, includeSubDomains: false }
      : false,
    referrerPolicy: { policy: 'same-origin' },
  })
  slowDown(app, limits)

  app.addHook('onRequest', async (request, reply) => {
    // What these say is for pages and answers; on each of a page's parts it would only weigh.
    if (request.url.startsWith('/assets/')) return void forPages.forEach(name => reply.removeHeader(name))
    void reply.headers({ 'permissions-policy': permissions, 'x-request-id': request.id, 'cache-control': 'no-store' })
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

const forPages = [
  'content-security-policy',
  'cross-origin-opener-policy',
  'origin-agent-cluster',
  'referrer-policy',
  'x-dns-prefetch-control',
  'x-download-options',
  'x-frame-options',
  'x-permitted-cross-domain-policies',
  'x-xss-protection',
]

/** Printable and short, so that it can be written to a log as it is. */
const requestIdIn = (given: string | string[] | undefined) =>
  typeof given === 'string' && /^[\x21-\x7e]{1,200}$/.test(given) ? given : null

/** Nothing of the device is used but passkeys and the clipboard. */
const permissions =
  'camera=(), geolocation=(), microphone=(), payment=(), usb=(), publickey-credentials-get=(self), publickey-credentials-create=(self), clipboard-write=(self)'

const self = ["'self'"]
const policy = {
  defaultSrc: ["'none'"],
  scriptSrc: self,
  styleSrc: self,
  fontSrc: self,
  connectSrc: self,
  imgSrc: ["'self'", 'data:'],
  manifestSrc: self,
  formAction: self,
  baseUri: ["'none'"],
  frameAncestors: ["'none'"],
}
