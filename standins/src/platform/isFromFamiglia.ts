import { createHash, timingSafeEqual } from 'node:crypto'
import type { FastifyRequest } from 'fastify'

/** Whether a request bears the secret that the platform shares with Famiglia. */
export function isFromFamiglia(request: FastifyRequest, secret: string): boolean {
  const digest = (text: string) => createHash('sha256').update(text).digest()
  return timingSafeEqual(digest(request.headers.authorization ?? ''), digest(`Bearer ${secret}`))
}
