import createClient, { type Client } from 'openapi-fetch'
import { faults, isFaultCode, type FaultCode } from '@famiglia/core'
import type { components, paths } from './schema.ts'

export type Schemas = components['schemas']
export type ProblemDetails = Schemas['Problem'] & { [more: string]: unknown }

/** What the service refused, with its problem details (RFC 9457). */
export class Refusal extends Error {
  constructor(
    readonly problem: ProblemDetails,
    /** Seconds after which to try again, where the service says so. */
    readonly retryAfter: number | null,
  ) {
    super(problem.detail)
  }

  get code(): FaultCode | null {
    return isFaultCode(this.problem.code) ? this.problem.code : null
  }

  /** The exit status that a command ends with. */
  get exit(): number {
    return this.code ? faults[this.code].exit : 5
  }
}

/** The service could not be reached at all. */
export class Unreachable extends Error {
  readonly exit = 5
}

export interface ClientOptions {
  readonly url: string
  /** A bearer token; without one the browser's cookie counts. */
  readonly token?: string | null
  /** A cookie header, for who is no browser and signs in with a password. */
  readonly cookie?: string | null
}

export type FamigliaClient = Client<paths>

export function famigliaClient({ url, token, cookie }: ClientOptions): FamigliaClient {
  const headers = { ...(token ? { authorization: `Bearer ${token}` } : {}), ...(cookie ? { cookie } : {}) }
  return createClient<paths>({ baseUrl: url, headers, fetch: reach(url) })
}

/** Unwraps an answer: its data, or a Refusal thrown. */
export async function answerOf<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await call
  if (response.ok) return data as T
  const retryAfter = Number(response.headers.get('retry-after'))
  throw new Refusal(toProblem(error, response), Number.isFinite(retryAfter) && retryAfter > 0 ? retryAfter : null)
}

/** A fresh key for a creating call: sent again with the same one, it does not happen twice. */
export function idempotencyKey(): { 'Idempotency-Key': string } {
  return { 'Idempotency-Key': globalThis.crypto.randomUUID() }
}

/** Milliseconds after which an answer is waited for no longer. */
const patience = 30_000

function reach(url: string): (request: Request) => Promise<Response> {
  return async request => {
    try {
      const signal = AbortSignal.any([request.signal, AbortSignal.timeout(patience)])
      return await globalThis.fetch(request, { signal })
    } catch (cause) {
      throw new Unreachable(`Famiglia does not answer at ${url}. Is it running?`, { cause })
    }
  }
}

function toProblem(error: unknown, response: Response): ProblemDetails {
  if (typeof error === 'object' && error !== null && 'code' in error) return error as ProblemDetails
  return {
    type: 'about:blank',
    title: response.statusText,
    status: response.status,
    code: 'service.fault',
    detail: `The service answered ${response.status} ${response.statusText}.`,
  } as ProblemDetails
}
