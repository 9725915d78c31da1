import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { randomInt } from 'node:crypto'

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
  /** Whose money is spent there, in words. */
  readonly payment?: string
  readonly figures: { readonly spend?: string; readonly revenue?: string; readonly contacts?: string }
  /** What it brings on a usual day, money in euros: what it tells day by day is made from it. */
  readonly daily?: { readonly spend: number; readonly results: number; readonly revenue: number }
  /** What holds it, as an analytics account holds a property. */
  readonly inside?: string
  items: Item[]
}

interface ShownCode {
  readonly code: string
  readonly at: number
}

export const codeMinutes = 15

/** A platform's things and their content, and the codes it shows to who controls a thing. */
export class Things {
  private readonly all: Thing[]
  private readonly codes = new Map<string, ShownCode>()
  /** What was made under an idempotency key, so that asked again it is not made again. */
  private readonly made = new Map<string, string>()

  constructor(
    seed: readonly Thing[],
    private readonly prefix: string,
    private readonly file: string | null,
  ) {
    this.all =
      file && existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Thing[]) : structuredClone([...seed])
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
    if (this.file) writeFileSync(this.file, JSON.stringify(this.all))
  }
}
