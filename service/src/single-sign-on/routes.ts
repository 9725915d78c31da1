import type { IncomingMessage } from 'node:http'
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify'
import { errors, type Provider } from 'oidc-provider'
import type { Kit } from '../base/kit.ts'
import { networkOf } from '../base/network.ts'
import type { Counted } from '../base/limits.ts'
import type { LiveSession } from '../base/live-session.ts'
import { authorizationCookie } from '../base/session.ts'
import type { AuthorizationServer } from './authorizationServer.ts'
import { cookieOf } from './cookieOf.ts'
import { doorPage } from './doorPages.ts'
import { signedInAs } from './methods.ts'

/**
 * Platforms and the command line sign people in through Famiglia: OpenID Connect, and device authorization (RFC 8628),
 * by a certified library. Who is signed in here decides it; a browser where somebody else has signed in since is
 * asked again, and never passes on the one before.
 */
export async function singleSignOnRoutes(app: FastifyInstance, kit: Kit, server: AuthorizationServer): Promise<void> {
  await app.register(async scope => {
    scope.removeAllContentTypeParsers()
    scope.addContentTypeParser('*', (_request, _payload, done) => done(null))

    scope.get('/oidc/interaction/:uid', { schema: { hide: true } as object }, async (request, reply) => {
      const live = await server.browsersSession(request.raw)
      if (!live) return reply.redirect(signInFirst(request.url))
      asPublic(request.raw, server.issuer)
      return finishInteraction(await server.current(), request, reply, live)
    })

    scope.all('/oidc/*', { schema: { hide: true } as object }, async (request, reply) => {
      const counted = await countTry(kit, request)
      const provider = await server.current()
      if (await isForgedForm(provider, request.raw))
        return reply
          .code(400)
          .type('text/html')
          .send(doorPage('That did not work', `<p>${beginAnew}</p>`))
      if (counted)
        reply.raw.once('finish', () => void (reply.raw.statusCode < 400 && counted.right().catch(() => undefined)))
      for (const [name, value] of Object.entries(reply.getHeaders())) reply.raw.setHeader(name, value!)
      reply.hijack()
      const raw = request.raw as typeof request.raw & { originalUrl?: string }
      asPublic(raw, server.issuer)
      raw.originalUrl = raw.url ?? ''
      raw.url = (raw.url ?? '').slice('/oidc'.length)
      await provider.callback()(raw, reply.raw)
    })
  })
}

const signInFirst = (next: string, address = '') =>
  `/sign-in?${new URLSearchParams({ next, ...(address ? { address } : {}) })}`

/** Who is signed in goes on to where they came from; where a platform wants them to prove anew who they are, they do so first. */
async function finishInteraction(
  provider: Provider,
  request: FastifyRequest,
  reply: FastifyReply,
  live: LiveSession,
): Promise<unknown> {
  try {
    const { prompt, params, iat } = await provider.interactionDetails(request.raw, reply.raw)
    const provenAt = (live.provenAt?.epochMilliseconds ?? 0) / 1000
    const wanted = [
      ...(prompt.reasons.includes('login_prompt') ? [iat] : []),
      ...(prompt.reasons.includes('max_age') ? [iat - Number(params['max_age'])] : []),
    ]
    if (wanted.some(since => provenAt < since)) return await reply.redirect(signInFirst(request.url, live.address))
    reply.hijack()
    await provider.interactionFinished(
      request.raw,
      reply.raw,
      { login: signedInAs(live) },
      { mergeWithLastSubmission: false },
    )
    return reply
  } catch (error) {
    if (!(error instanceof errors.SessionNotFound)) throw error
    return reply.sent ? reply : reply.redirect('/my-access')
  }
}

const userCodes = { name: 'user code', most: 20, seconds: 300 }
const clientSecrets = { name: 'client secret', most: 50, seconds: 300 }

/** Codes from a terminal and secrets of platforms are counted before they are compared; right ones are given back. */
async function countTry(kit: Kit, { method, url, headers, ip }: FastifyRequest): Promise<Counted | null> {
  if (method !== 'POST') return null
  if (url.startsWith('/oidc/device') && !url.startsWith('/oidc/device/auth'))
    return kit.limits.count([userCodes, networkOf(ip)])
  return headers.authorization ? kit.limits.count([clientSecrets, networkOf(ip)]) : null
}

const beginAnew =
  'This form was not opened in this browser, or too long ago. Open the address from your terminal again.'

/** A form of the door for the command line that comes without the cookie it was opened with: the library fails on it. */
async function isForgedForm(provider: Provider, request: IncomingMessage): Promise<boolean> {
  if (request.method !== 'POST' || request.url !== '/oidc/device') return false
  const openedWith = cookieOf(request, authorizationCookie(provider.issuer))
  return !openedWith || !(await provider.Session.find(openedWith))
}

/**
 * The library makes its addresses and decides about its cookies by the request's host and protocol: these are those the
 * service is known by, whatever a proxy in between or the request itself says.
 */
function asPublic(request: IncomingMessage, issuer: string): void {
  const { host, protocol } = new URL(issuer)
  const told = { host, 'x-forwarded-host': host, 'x-forwarded-proto': protocol.slice(0, -1) }
  Object.assign(request.headers, told)
  delete request.headers['x-forwarded-for']
}
