import type { Clock } from '../base/clock.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'

const windowMs = 5 * 60_000
const kept = new WeakMap<Kit, Tries>()

/** The one count of wrong tries that all ways to sign in share. */
export function triesOf(kit: Kit): Tries {
  const found = kept.get(kit) ?? new Tries(kit.clock, kit.config.FAMIGLIA_SIGN_IN_TRIES)
  kept.set(kit, found)
  return found
}

/**
 * Counts wrong tries per account and per network address over five minutes. Past the limit every further try has to
 * wait a little longer; nobody is locked out for good, and the right password after the wait works.
 */
export class Tries {
  private readonly failures = new Map<string, number[]>()

  constructor(
    private readonly clock: Clock,
    private readonly limit: number,
  ) {}

  check(from: string, account: string): void {
    const waits = [this.waitOf(`account ${account}`, this.limit), this.waitOf(`from ${from}`, this.limit * 5)]
    const seconds = Math.ceil(Math.max(...waits) / 1000)
    if (seconds > 0)
      throw new Problem('request.too-many', `There were too many wrong tries. Try again in ${seconds} seconds.`, {
        retryAfter: seconds,
      })
  }

  /** The same for what names no account, as a passkey: by the network address alone. */
  checkFrom(from: string): void {
    this.check(from, '')
  }

  failedFrom(from: string, problem: Problem): Problem {
    return this.failed(from, '', problem)
  }

  failed(from: string, account: string, problem: Problem): Problem {
    for (const key of account ? [`account ${account}`, `from ${from}`] : [`from ${from}`])
      this.failures.set(key, [...this.recent(key), this.clock.now().epochMilliseconds])
    if (this.failures.size > 10_000) this.forgetOld()
    return problem
  }

  succeeded(account: string): void {
    this.failures.delete(`account ${account}`)
  }

  private waitOf(key: string, limit: number): number {
    const recent = this.recent(key)
    const over = recent.length - limit
    if (over < 0) return 0
    return recent.at(-1)! + Math.min(60_000, 1_000 * 2 ** over) - this.clock.now().epochMilliseconds
  }

  private recent(key: string): number[] {
    const since = this.clock.now().epochMilliseconds - windowMs
    return (this.failures.get(key) ?? []).filter(at => at > since)
  }

  private forgetOld(): void {
    for (const key of this.failures.keys()) if (this.recent(key).length === 0) this.failures.delete(key)
  }
}
