import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { randomInt, randomUUID } from 'node:crypto'

/** A piece of content: an advert, a post, a video. */
export interface Item {
  readonly id: string
  title: string
  state: 'draft' | 'out' | 'paused'
  readonly by: string
}

/** What lives on a platform and can be controlled there: an ad account, a page, a channel. */
export interface Thing {
  readonly ref: string
  readonly kind: string
  readonly name: string
  /** The means of payment that what is spent there is charged to, by the platform's name for it. */
  payment?: string
  /** The most that is spent in a month, in whole euros. */
  readonly monthly?: number
  readonly figures: { readonly spend?: string; readonly revenue?: string; readonly contacts?: string }
  /** What it brings on a usual day, money in euros: what it tells day by day is made from it. */
  readonly daily?: { readonly spend: number; readonly results: number; readonly revenue: number }
  /** What holds it, as an analytics account holds a property. */
  readonly inside?: string
  /** Who keeps it there, once that was told; whoever made it at first. */
  keeper?: Keeper
  items: Item[]
}

/** A business that keeps a thing. */
export interface Keeper {
  readonly number: string
  readonly name: string
}

/** A card or an account that is charged: of its number the last digits alone are kept. */
export interface Means {
  readonly ref: string
  readonly name: string
  readonly ending: string | null
  /** The last day on which it is good, as ISO 8601 writes it; null where it does not run out. */
  readonly runsOut: string | null
  /** Whether it is refused when it is to be charged: for trying that out. */
  readonly isRefused: boolean
}

/** A page on which somebody registers a means of payment, for whom, and where they go on from there. */
export interface Registering {
  readonly ref: string
  readonly holder: string
  readonly back: string
}

/** What a platform begins with. */
export interface Seed {
  readonly things: readonly Thing[]
  readonly means: readonly Means[]
}

interface ShownCode {
  readonly code: string
  readonly at: number
}

export const codeMinutes = 15

/** A platform's things and their content, and the codes it shows to who controls a thing. */
export class Things {
  private readonly all: Thing[]
  private readonly means: Means[]
  private readonly registering = new Map<string, Registering>()
  private readonly codes = new Map<string, ShownCode>()
  /** What was made under an idempotency key, so that asked again it is not made again. */
  private readonly made = new Map<string, string>()

  constructor(
    seed: Seed,
    private readonly prefix: string,
    private readonly file: string | null,
  ) {
    const kept = file && existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Seed) : structuredClone(seed)
    this.all = [...kept.things]
    this.means = [...kept.means]
  }

  list(): readonly Thing[] {
    return this.all
  }

  find(ref: string): Thing | null {
    return this.all.find(thing => thing.ref === ref.toUpperCase()) ?? null
  }

  holds(ref: string): string[] {
    return this.all.filter(thing => thing.inside === ref).map(thing => thing.ref)
  }

  create(kind: string, name: string, inside: string | null, idempotencyKey: string | null = null): Thing {
    const before = idempotencyKey && this.made.get(idempotencyKey)
    if (before) return this.find(before)!
    let ref = ''
    do ref = `${this.prefix}-${randomInt(40_000, 99_999)}`
    while (this.find(ref))
    const thing: Thing = { ref, kind, name, figures: {}, items: [], ...(inside ? { inside } : {}) }
    this.all.push(thing)
    if (idempotencyKey) this.made.set(idempotencyKey, ref)
    this.keep()
    return thing
  }

  handTo(thing: Thing, keeper: Keeper): void {
    thing.keeper = keeper
    this.keep()
  }

  /** Begins to register a means of payment; what it will be called by stands in the page's address. */
  beginRegistering(holder: string, back: string): Registering {
    const begun = { ref: randomUUID(), holder, back }
    this.registering.set(begun.ref, begun)
    return begun
  }

  registeringOf(ref: string): Registering | null {
    return this.registering.get(ref) ?? null
  }

  /** Keeps a means of payment under the name of the page that it was registered on; each is good once. */
  register(means: Means): void {
    this.registering.delete(means.ref)
    this.means.push(means)
    this.keep()
  }

  findMeans(ref: string | undefined): Means | null {
    return this.means.find(one => one.ref === ref) ?? null
  }

  /** Charges a thing to another means of payment from now on; false where that is refused, and the old one stays. */
  charge(thing: Thing, means: Means): boolean {
    if (means.isRefused || (means.runsOut && means.runsOut < new Date().toISOString().slice(0, 10))) return false
    thing.payment = means.ref
    this.keep()
    return true
  }

  showCode(ref: string): void {
    this.codes.set(ref, { code: String(randomInt(0, 1_000_000)).padStart(6, '0'), at: Date.now() })
  }

  codeOf(ref: string): string | null {
    return this.codes.get(ref)?.code ?? null
  }

  /** Whether a code is the one shown; one is good once and for a quarter of an hour. */
  takeCode(ref: string, code: string): 'right' | 'wrong' | 'too old' {
    const shown = this.codes.get(ref)
    if (!shown || shown.code !== code.replace(/\D/g, '')) return 'wrong'
    if (Date.now() - shown.at > codeMinutes * 60_000) return 'too old'
    this.codes.delete(ref)
    return 'right'
  }

  draft(thing: Thing, title: string, by: string): void {
    thing.items.push({
      id: String(Math.max(0, ...thing.items.map(item => Number(item.id))) + 1),
      title,
      state: 'draft',
      by,
    })
    this.keep()
  }

  setState(thing: Thing, id: string, state: Item['state']): void {
    const item = thing.items.find(one => one.id === id)
    if (item) item.state = state
    this.keep()
  }

  remove(thing: Thing, id: string): void {
    thing.items = thing.items.filter(one => one.id !== id)
    this.keep()
  }

  private keep(): void {
    if (this.file) writeFileSync(this.file, JSON.stringify({ things: this.all, means: this.means } satisfies Seed))
  }
}
