import type { IncomingMessage } from 'node:http'
import { parse } from 'cookie'
import { sessionCookie } from '../base/session.ts'

/** The session in a bare request's cookie, as the authorization server sees it. */
export function sessionSecretIn(request: IncomingMessage): string | null {
  return parse(request.headers.cookie ?? '')[sessionCookie] ?? null
}
