import type { FastifyInstance } from 'fastify'
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import type { DataSource } from 'typeorm'
import type { Tally } from './metrics.ts'
import { networkOf } from './network.ts'
import { Problem } from './problem.ts'
import type { Secrets } from './secrets.ts'

/** How often something may be tried within so many seconds. */
export interface Limit {
  readonly name: string
  readonly most: number
  readonly seconds: number
  /** Whether a right try takes the wrong ones before it away: only where nobody but the right one counts. */
  readonly forgets?: boolean
}

/** A try that was counted; one that turns out right is given back. */
export interface Counted {
  right(): Promise<void>
}

declare module 'fastify' {
  interface FastifyContextConfig {
    /** Asked by people who are not signed in: so many requests a minute from one network address. */
    mostAMinute?: number
  }
}

/**
 * Counts in PostgreSQL, and before what is counted is tried: many at once are not more than the limit, all processes count
 * together, and a restart forgets nothing. By whom or from where is kept as a keyed hash alone.
 */
export class Limits {
  private readonly counters = new Map<string, RateLimiterPostgres>()

  constructor(
    private readonly database: DataSource,
    private readonly secrets: Secrets,
    private readonly tally: Tally,
  ) {}

  /** Counts one try against each limit, or refuses it: `request.too-many`, with the seconds until it may be tried again. */
  async count(...against: readonly (readonly [Limit, key: string])[]): Promise<Counted> {
    const keys = against.map(
      ([limit, key]) => [this.counterOf(limit), this.secrets.mac('limit', key), limit.forgets] as const,
    )
    for (const [counter, key] of keys) {
      await counter.consume(key).catch((refused: unknown) => {
        if (!(refused instanceof RateLimiterRes)) throw refused
        this.tally.refusedTry(counter.keyPrefix)
        throw tooMany(refused)
      })
    }
    return {
      right: async () => {
        for (const [counter, key, forgets] of keys) await (forgets ? counter.delete(key) : counter.reward(key))
      },
    }
  }

  private counterOf({ name, most, seconds }: Limit): RateLimiterPostgres {
    const counter =
      this.counters.get(name) ??
      new RateLimiterPostgres({
        storeClient: this.database,
        storeType: 'typeorm',
        tableName: 'try_count',
        tableCreated: true,
        clearExpiredByTimeout: false,
        keyPrefix: name,
        points: most,
        duration: seconds,
      })
    this.counters.set(name, counter)
    return counter
  }
}

function tooMany({ msBeforeNext }: RateLimiterRes): Problem {
  const seconds = Math.max(1, Math.ceil(msBeforeNext / 1000))
  const words = seconds > 90 ? `${Math.ceil(seconds / 60)} minutes` : seconds === 1 ? 'a second' : `${seconds} seconds`
  return new Problem('request.too-many', `That was tried too often. Try again in ${words}.`, { retryAfter: seconds })
}

/** Routes that say `mostAMinute` take no more requests from one network address than that. */
export function slowDown(app: FastifyInstance, limits: Limits): void {
  app.addHook('onRequest', async request => {
    const { config, url } = request.routeOptions
    const most = config?.mostAMinute
    if (most !== undefined)
      await limits.count([
        { name: `asked ${most}`, most, seconds: 60 },
        `${request.method} ${url} ${networkOf(request.ip)}`,
      ])
  })
}
