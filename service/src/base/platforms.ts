import { array, number, object, string } from 'yup'
import type { PlatformConfig } from './config.ts'
import { Problem } from './problem.ts'
import { hashOf } from './secrets.ts'
import { traced, traceHeaders } from './traces.ts'

const meansThere = object({
  ref: string().required(),
  name: string().required(),
  ending: string().nullable().default(null),
  runsOut: string().nullable().default(null),
})
const controlled = object({
  ref: string().required(),
  kind: string().required(),
  name: string().required(),
  payment: meansThere.nullable().default(null),
  inside: string().nullable().default(null),
  holds: array(string().required()).default([]),
})
const daily = object({
  day: string().required(),
  spend: number().required(),
  results: number().required(),
  revenue: number().required(),
})
const toldFigures = object({
  currency: string().required(),
  figures: array(
    object({ ref: string().required(), monthly: number().nullable().default(null), days: array(daily).required() }),
  ).required(),
})

/** What an account brought on one day, money in whole units of the platform's currency. */
export interface DayOfFigures {
  /** As ISO 8601 writes a date. */
  readonly day: string
  readonly spend: number
  readonly results: number
  readonly revenue: number
}

const registeringBegun = object({ ref: string().required(), shownAt: string().required() })
const shown = object({ shownAt: string().required(), minutes: number().required() })

/** A means of payment as its platform tells it: never its whole number. */
export interface MeansThere {
  readonly ref: string
  readonly name: string
  /** The last digits of its number. */
  readonly ending: string | null
  /** The last day on which it is good, as ISO 8601 writes a date. */
  readonly runsOut: string | null
}

/** What an account brought, and the most that it may spend in a month, in whole units; null where no limit is set. */
export interface AccountFigures {
  readonly monthly: number | null
  readonly days: readonly DayOfFigures[]
}

/** What a platform says of an asset whose control was proven. */
export interface Controlled {
  readonly ref: string
  readonly kind: string
  readonly name: string
  /** What adverts there are charged to. */
  readonly payment: MeansThere | null
  /** What holds it there, by the platform's own name, as an analytics account holds a property. */
  readonly inside: string | null
  /** What it holds there. */
  readonly holds: readonly string[]
}

/** The platforms Famiglia knows, and how it speaks with them. */
export class Platforms {
  private readonly bySecret: ReadonlyMap<string, PlatformConfig>

  constructor(readonly all: readonly PlatformConfig[]) {
    this.bySecret = new Map(all.map(platform => [hashOf(platform.secret), platform]))
  }

  get(key: string): PlatformConfig {
    const found = this.all.find(platform => platform.key === key.toLowerCase())
    if (found) return found
    throw new Problem(
      'platform.unknown',
      `No platform is called “${key}”. There ${this.all.length === 1 ? 'is' : 'are'} ${this.all.map(platform => platform.key).join(', ') || 'none'}.`,
    )
  }

  /** The platform that a bearer secret belongs to, or null. Looked up by its hash, so that time tells nothing of it. */
  findBySecret(secret: string): PlatformConfig | null {
    return this.bySecret.get(hashOf(secret)) ?? null
  }

  /** Has the platform show a code to whoever controls the asset there. */
  async showCode(key: string, ref: string): Promise<{ shownAt: string; minutes: number }> {
    const answer = await this.ask(key, '/control/codes', { ref })
    if (answer.status === 404)
      throw new Problem(
        'claim.not-on-platform',
        `${this.get(key).name} has nothing numbered “${ref}”. Look the number up there.`,
        { pointer: '/ref' },
      )
    return shown.validate(answer.body)
  }

  /** What the code proves control of, or null when it is not the one shown. */
  async confirmCode(key: string, ref: string, code: string): Promise<Controlled | null> {
    const answer = await this.ask(key, '/control/confirmations', { ref, code })
    if (answer.status === 410)
      throw new Problem(
        'claim.lapsed',
        'The code was shown more than 15 minutes ago. Begin again, and a new one is shown.',
      )
    return answer.status === 200 ? controlled.validate(answer.body) : null
  }

  /** Has the platform make a new asset, for the business that asks; one only, however often it is asked under one key. */
  async create(
    key: string,
    wanted: { kind: string; name: string; inside: string | null },
    idempotencyKey: string | null,
  ): Promise<Controlled> {
    const answer = await this.ask(key, '/control/assets', wanted, idempotencyKey)
    if (answer.status !== 201)
      throw new Problem('claim.not-on-platform', `${this.get(key).name} did not make it: nothing was changed.`)
    return controlled.validate(answer.body)
  }

  /** What accounts brought, day by day, from one day to another, both included; accounts it tells nothing of are left out. */
  async figures(
    key: string,
    refs: readonly string[],
    from: string,
    to: string,
  ): Promise<{ currency: string; byRef: Map<string, AccountFigures> }> {
    const answer = await this.ask(key, '/control/figures', { refs, from, to })
    const told = await toldFigures.validate(answer.body)
    return { currency: told.currency, byRef: new Map(told.figures.map(({ ref, ...figures }) => [ref, figures])) }
  }

  /** Begins to register a means of payment on the platform's own page; the number is typed in there alone. */
  async openMeans(key: string, holder: string, back: string): Promise<{ ref: string; shownAt: string }> {
    const answer = await this.ask(key, '/control/means', { holder, back })
    return registeringBegun.validate(answer.body)
  }

  /** What was registered on that page; null while nothing is. */
  async findMeans(key: string, ref: string): Promise<MeansThere | null> {
    const answer = await this.ask(key, '/control/means/confirmations', { ref })
    return answer.status === 200 ? meansThere.validate(answer.body) : null
  }

  /** Has an account charged to another means of payment from now on, once however often it is asked under one key; false where it refuses that. */
  async charge(key: string, ref: string, means: string, idempotencyKey: string): Promise<boolean> {
    const answer = await this.ask(key, '/control/charges', { ref, means }, idempotencyKey)
    return answer.status === 200
  }

  /** Has the platform know another business as who keeps a thing; the same again changes nothing. */
  async setKeeper(
    key: string,
    ref: string,
    { number, name }: { readonly number: string; readonly name: string },
  ): Promise<void> {
    const answer = await this.ask(key, '/control/keepers', { ref, keeper: { number, name } })
    if (answer.status !== 200) throw new Error(`${this.get(key).name} did not take the new keeper of ${ref}.`)
  }

  private async ask(
    key: string,
    path: string,
    body: object,
    idempotencyKey: string | null = null,
  ): Promise<{ status: number; body: unknown }> {
    const platform = this.get(key)
    try {
      const response = await traced(`POST ${key}`, 'client', () =>
        fetch(platform.url + path, {
          method: 'POST',
          headers: {
            'content-type': 'application/json',
            authorization: `Bearer ${platform.secret}`,
            ...(idempotencyKey ? { 'idempotency-key': idempotencyKey } : {}),
            ...traceHeaders(),
          },
          body: JSON.stringify(body),
          signal: AbortSignal.timeout(5_000),
        }),
      )
      if (response.status >= 500) throw new Error(`status ${response.status}`)
      return { status: response.status, body: await response.json() }
    } catch (cause) {
      throw new Problem(
        'platform.away',
        `${platform.name} did not answer. Nothing was changed; try again in a minute.`,
        { retryAfter: 30 },
        cause,
      )
    }
  }
}
