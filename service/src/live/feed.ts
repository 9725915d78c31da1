import type { Concerned } from '../base/hearing.ts'

/** One open page or terminal that wants to hear when something of its person's has changed. */
export interface Ear {
  readonly person: string
  /** The businesses they work for, by id, as last looked up. */
  businesses: readonly { readonly id: string; readonly number: string }[]
  /** Looks once more who they are and where they work; null once the sign-in has ended. */
  readonly lookAgain: () => Promise<Ear['businesses'] | null>
  readonly tell: (changed: readonly string[]) => void
  readonly end: () => void
}

/** Milliseconds within which changes are told as one, so that a busy business does not flood its pages. */
const gathers = 250
const mostOfOnePerson = 12

/**
 * Tells whoever has a page open that something changed, in which of their businesses, and nothing else: what it is they
 * ask for themselves, and get what they may see. Who has no sign-in any more is told nothing, and the stream ends.
 */
export class Feed {
  private readonly ears = new Set<Ear>()
  private readonly due = new Map<Ear, Set<string>>()

  constructor(private readonly onError: (error: unknown) => void) {}

  /** Whether there was room for one more of its person's. */
  add(ear: Ear): boolean {
    if ([...this.ears].filter(({ person }) => person === ear.person).length >= mostOfOnePerson) return false
    this.ears.add(ear)
    return true
  }

  remove(ear: Ear): void {
    this.ears.delete(ear)
    this.due.delete(ear)
  }

  hear(concerned: Concerned): void {
    const ids = concerned === 'everybody' ? null : new Set(concerned)
    for (const ear of this.ears) {
      const own = ear.businesses.filter(({ id }) => !ids || ids.has(id)).map(({ number }) => number)
      if (ids && own.length === 0 && !ids.has(ear.person)) continue
      const waiting = this.due.get(ear)
      if (waiting) own.forEach(number => waiting.add(number))
      else {
        this.due.set(ear, new Set(own))
        setTimeout(() => void this.tell(ear), gathers).unref()
      }
    }
  }

  endAll(): void {
    for (const ear of this.ears) ear.end()
  }

  private async tell(ear: Ear): Promise<void> {
    const changed = this.due.get(ear)
    this.due.delete(ear)
    if (!changed || !this.ears.has(ear)) return
    try {
      const before = new Set(ear.businesses.map(({ number }) => number))
      const now = await ear.lookAgain()
      if (!now) return ear.end()
      ear.businesses = now
      const begun = now.map(({ number }) => number).filter(number => !before.has(number))
      ear.tell([...new Set([...changed, ...begun])].sort())
    } catch (error) {
      // The records are away: everybody is told once they are back.
      this.onError(error)
    }
  }
}
