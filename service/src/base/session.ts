import type { FastifyReply, FastifyRequest } from 'fastify'
import type { DataSource } from 'typeorm'
import { liveSessionQuery, toLiveSession, type LiveSession } from './live-session.ts'
import type { Actor } from './actor.ts'
import type { Clock } from './clock.ts'
import { poolOf } from './database.ts'
import { Problem } from './problem.ts'
import { hashOf } from './secrets.ts'

declare module 'fastify' {
  interface FastifyRequest {
    /** Who is signed in; null on routes that ask nobody, or when nobody is. */
    live: LiveSession | null
  }
}

/**
 * A cookie's whole name: with https it bears the prefix by which browsers take it from this host alone, over TLS alone
 * (RFC 6265bis), so that nothing beside this host can put one of its own in its place.
 */
const cookieNamed = (name: string, publicUrl: string): string =>
  publicUrl.startsWith('https:') ? `__Host-${name}` : name

export const sessionCookie = (publicUrl: string): string => cookieNamed('famiglia_session', publicUrl)

export interface SessionReader {
  /** The session that a request carries, as a cookie or a bearer token (RFC 6750), or null. */
  find(secret: string | null): Promise<LiveSession | null>
}

export function sessionReader(database: DataSource, clock: Clock): SessionReader {
  return {
    async find(secret) {
      if (!secret || secret.length > 200) return null
      const { rows } = await poolOf(database).query({
        name: 'live-session',
        text: liveSessionQuery,
        values: [hashOf(secret)],
      })
      return rows[0] ? toLiveSession(rows[0], clock.now()) : null
    },
  }
}

export function secretIn(request: FastifyRequest): { secret: string; by: 'bearer' | 'cookie' } | null {
  const bearer = /^Bearer +(\S+)$/i.exec(request.headers.authorization ?? '')?.[1]
  if (bearer) return { secret: bearer, by: 'bearer' }
  const cookie = request.cookies[sessionCookie(request.server.publicUrl())]
  return cookie ? { secret: cookie, by: 'cookie' } : null
}

const safeMethods = new Set(['GET', 'HEAD', 'OPTIONS'])

/** A cookie is sent by the browser whoever makes it ask: a change must come from a page of this service. */
export function refuseForeignPages(request: FastifyRequest, publicUrl: string): void {
  if (safeMethods.has(request.method)) return
  const { origin, host, 'sec-fetch-site': site } = request.headers
  const own = origin === undefined || origin === publicUrl || origin.replace(/^https?:\/\//, '') === host
  const foreign = !own || (site !== undefined && site !== 'same-origin' && site !== 'none')
  if (foreign)
    throw new Problem(
      'sign-in.needed',
      'This request came from a page of another site, so the sign-in in the browser does not count for it.',
    )
}

export function requireSignIn(request: FastifyRequest): LiveSession {
  if (request.live) return request.live
  throw new Problem('sign-in.needed', 'Nobody is signed in, or the sign-in has ended. Sign in and try again.')
}

export function actorOf(live: LiveSession): Actor {
  const { person, name, address, session, provenAt, provenBy, unattended } = live
  return { person, name, address, session, provenAt, provenBy: unattended ? 'unattended token' : provenBy, unattended }
}

const plain = { path: '/', httpOnly: true, sameSite: 'lax' } as const
const publicUrlOf = (reply: FastifyReply) => reply.server.publicUrl()
const isSecure = (reply: FastifyReply) => publicUrlOf(reply).startsWith('https:')

export function setSessionCookie(reply: FastifyReply, secret: string, maxAge: number): void {
  void reply.setCookie(sessionCookie(publicUrlOf(reply)), secret, { ...plain, secure: isSecure(reply), maxAge })
  forgetAuthorizationSession(reply)
}

export function clearSessionCookie(reply: FastifyReply): void {
  void reply.clearCookie(sessionCookie(publicUrlOf(reply)), { ...plain, secure: isSecure(reply) })
  forgetAuthorizationSession(reply)
}

/** The cookie in which the authorization server remembers a browser. */
export const authorizationCookie = (publicUrl: string): string => cookieNamed('famiglia_oidc', publicUrl)

/** Whoever signs in or out begins anew with the platforms too: they must not be entered as the one before. */
function forgetAuthorizationSession(reply: FastifyReply): void {
  const name = authorizationCookie(publicUrlOf(reply))
  for (const part of [name, `${name}.sig`]) void reply.clearCookie(part, { path: '/', secure: isSecure(reply) })
}
