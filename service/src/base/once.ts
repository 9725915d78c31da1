import { createHash } from 'node:crypto'
import type { FastifyRequest } from 'fastify'
import type { EntityManager } from 'typeorm'
import { Problem } from './problem.ts'

/** A request that its sender may send again without it happening twice (`Idempotency-Key`). */
export interface Once {
  readonly key: string
  /** What was asked: the same key with another request is refused. */
  readonly request: string
}

const longestKey = 255

declare module 'fastify' {
  interface FastifyContextConfig {
    /** Takes an `Idempotency-Key`; the description says so. */
    once?: boolean
    /** Answers with an `ETag`, and where it changes something heeds `If-Match` (RFC 9110). */
    versioned?: boolean
  }
}

/** What a request's `Idempotency-Key` stands for; null without one. */
export function onceIn(request: FastifyRequest): Once | null {
  if (!request.routeOptions.config.once) throw new Error('This route does not say that it takes an Idempotency-Key.')
  const key = request.headers['idempotency-key']?.toString()
  if (!key) return null
  if (key.length > longestKey)
    throw new Problem('request.invalid', `An Idempotency-Key has ${longestKey} characters at most.`)
  const asked = `${request.method} ${request.url} ${JSON.stringify(request.body ?? null)}`
  return { key, request: createHash('sha256').update(asked).digest('hex') }
}

const nobody = '00000000-0000-0000-0000-000000000000'

/** What was answered under a key before; null where nothing was. The same key with another request: `key.reused`. */
export async function keptAnswer<T>(
  manager: EntityManager,
  once: Once,
  person: string | null,
): Promise<{ readonly answer: T } | null> {
  const [kept] = (await manager.query('SELECT request, answer FROM idempotency_key WHERE person_id = $1 AND key = $2', [
    person ?? nobody,
    once.key,
  ])) as { request: string; answer: T }[]
  if (!kept) return null
  if (kept.request === once.request) return { answer: kept.answer }
  throw new Problem(
    'key.reused',
    'This Idempotency-Key came with another request before. Draw a new one for each thing to do.',
  )
}

/**
 * Does the work once for a key: the answer is kept in the same transaction and given again to who asks again. Two
 * at once: the second waits for the first's commit at the unique key.
 */
export async function onlyOnce<T>(
  manager: EntityManager,
  once: Once,
  person: string | null,
  work: () => Promise<T>,
): Promise<T> {
  const owner = person ?? nobody
  const inserted = (await manager.query(
    'INSERT INTO idempotency_key (person_id, key, request, at) VALUES ($1, $2, $3, now()) ON CONFLICT DO NOTHING RETURNING key',
    [owner, once.key, once.request],
  )) as unknown[]
  if (inserted.length === 0) return (await keptAnswer<T>(manager, once, person))!.answer
  const answer = await work()
  await manager.query('UPDATE idempotency_key SET answer = $3 WHERE person_id = $1 AND key = $2', [
    owner,
    once.key,
    JSON.stringify(answer),
  ])
  return answer
}
