import type { IncomingMessage } from 'node:http'
import { parse } from 'cookie'
import { sessionCookie } from '../base/session.ts'

/** The console's session in a bare request, as the authorization server sees it. */
export function sessionSecretIn(request: IncomingMessage): string | null {
  return parse(request.headers.cookie ?? '')[sessionCookie] ?? null
}
