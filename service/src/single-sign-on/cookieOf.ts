import type { IncomingMessage } from 'node:http'
import { parse } from 'cookie'
import { sessionCookie } from '../base/session.ts'

/** A cookie of a bare request, as the authorization server sees it. */
export function cookieOf(request: IncomingMessage, name: string): string | null {
  return parse(request.headers.cookie ?? '')[name] ?? null
}

export function sessionSecretIn(request: IncomingMessage, publicUrl: string): string | null {
  return cookieOf(request, sessionCookie(publicUrl))
}
