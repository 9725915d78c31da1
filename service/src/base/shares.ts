import type { FastifyInstance, FastifyRequest } from 'fastify'
import { LRUCache } from 'lru-cache'
import type { DataSource } from 'typeorm'
import { poolOf } from './database.ts'
import { Problem } from './problem.ts'
import { networkOf } from './network.ts'

/** Milliseconds that somebody waits for their turn at most. */
const longestWait = 10_000
/** How many requests of one business, or of one person, may wait. */
const mostWaiting = 300

interface Waiting {
  readonly begin: () => void
}

/**
 * So much work at once, shared fairly between those for whom it is done: nobody has more than half of it, and those who wait
 * have their turn one after the other, however much any of them wants. What waits too long, or is too much to wait, is
 * refused: `service.busy`.
 */
export class Shares {
  private under = 0
  private readonly busy = new Map<string, number>()
  private readonly waiting = new Map<string, Waiting[]>()
  private readonly most: number

  constructor(private readonly all: number) {
    this.most = Math.max(1, Math.floor(all / 2))
  }

  /** Resolves when the work may begin, with what to call at its end. */
  async enter(who: string): Promise<() => void> {
    if (!this.isFree(who)) await this.wait(who)
    else this.begin(who)
    let left = false
    return () => {
      if (!left) this.leave(who)
      left = true
    }
  }

  private isFree(who: string): boolean {
    return this.under < this.all && (this.busy.get(who) ?? 0) < this.most && !this.waiting.has(who)
  }

  private begin(who: string): void {
    this.under++
    this.busy.set(who, (this.busy.get(who) ?? 0) + 1)
  }

  private wait(who: string): Promise<void> {
    const line = this.waiting.get(who) ?? []
    if (line.length >= mostWaiting) throw tooMuch()
    this.waiting.set(who, line)
    return new Promise((done, fail) => {
      const tooLate = setTimeout(() => {
        line.splice(line.indexOf(mine), 1)
        if (line.length === 0) this.waiting.delete(who)
        fail(tooMuch())
      }, longestWait)
      const mine = {
        begin: () => {
          clearTimeout(tooLate)
          this.begin(who)
          done()
        },
      }
      line.push(mine)
    })
  }

  private leave(who: string): void {
    this.under--
    const left = this.busy.get(who)! - 1
    if (left > 0) this.busy.set(who, left)
    else this.busy.delete(who)
    this.callNext()
  }

  /** The first in line of whoever has the least under way; after their turn they stand behind the others. */
  private callNext(): void {
    while (this.under < this.all) {
      const [next] = [...this.waiting.keys()]
        .filter(who => (this.busy.get(who) ?? 0) < this.most)
        .sort((one, other) => (this.busy.get(one) ?? 0) - (this.busy.get(other) ?? 0))
      if (next === undefined) return
      const line = this.waiting.get(next)!
      this.waiting.delete(next)
      const first = line.shift()!
      if (line.length > 0) this.waiting.set(next, line)
      first.begin()
    }
  }
}

function tooMuch(): Problem {
  return new Problem(
    'service.busy',
    'Too much is asked for at once, and this never had its turn. Nothing was done; try again.',
    { retryAfter: 2 },
  )
}

declare module 'fastify' {
  interface FastifyContextConfig {
    /** Stays open, or has connections of its own: waits for nobody. */
    waitsForNobody?: boolean
  }
}

/** Whether somebody works for a business, by its number. */
export type WorksFor = (person: string, business: string) => Promise<boolean>

/**
 * Every request to `/v1` waits for its turn with those of the same business. It counts as a business's only where who asks
 * works there: nobody takes another's share by naming it. Else it is their own, or that of their network address.
 */
export function takeTurns(app: FastifyInstance, shares: Shares, worksFor: WorksFor): void {
  const forWhom = async ({ params, live, ip }: FastifyRequest) => {
    const { business } = (params ?? {}) as { business?: string }
    if (!live) return networkOf(ip)
    return business && (await worksFor(live.person, business)) ? business : live.person
  }
  app.addHook('onRoute', route => {
    if (!route.url.startsWith('/v1/') || route.config?.waitsForNobody) return
    const answer = route.handler
    // Until the work is done, whether or not anybody still waits for the answer.
    route.handler = async function (request, reply) {
      const leave = await shares.enter(await forWhom(request))
      try {
        return (await answer.call(this, request, reply)) as unknown
      } finally {
        leave()
      }
    }
  })
}

/** Kept for a minute: it only decides about turns. */
export function worksForIn(database: DataSource): WorksFor {
  const known = new LRUCache<string, boolean>({ max: 20_000, ttl: 60_000 })
  return async (person, business) => {
    const key = `${person} ${business}`
    const before = known.get(key)
    if (before !== undefined) return before
    const { rowCount } = await poolOf(database).query({
      name: 'works-for',
      text: 'SELECT FROM membership JOIN business ON business.id = membership.business_id WHERE person_id = $1 AND business.number = $2',
      values: [person, business],
    })
    known.set(key, rowCount === 1)
    return rowCount === 1
  }
}
