import { isBefore, Temporal, type Instant } from '../time/index.ts'

/** How long what was done to an admin can be asked to be undone, by whom it concerns or by another admin. */
export const undoHolds = Temporal.Duration.from({ hours: 3 * 24 })

export function canBeUndone(madeAt: Instant, at: Instant): boolean {
  return isBefore(at, madeAt.add(undoHolds))
}

/** An admin, and when somebody last made them one; null where that is not known, as of who opened the business. */
export interface Admin {
  readonly id: string
  readonly madeAt: Instant | null
}

export interface AskedAmongAdmins {
  readonly asker: string
  /** Whose standing it is about. */
  readonly concerned: string | null
  /** What is to be undone: who did it, and when. */
  readonly undoes: { readonly by: string; readonly at: Instant } | null
}

/**
 * Who decides what is asked among admins, never who asks. First those whom it does not concern, who did not do what is to
 * be undone and were admins before it, so that nobody makes themselves a judge of their own; where there is none, the
 * others whom it does not concern; and where there is none of those, whoever is left.
 */
export function decidersOf(admins: readonly Admin[], { asker, concerned, undoes }: AskedAmongAdmins): string[] {
  const others = admins.filter(admin => admin.id !== asker)
  const unconcerned = others.filter(admin => admin.id !== concerned)
  const neutral = unconcerned.filter(
    ({ id, madeAt }) => !undoes || (id !== undoes.by && (madeAt === null || isBefore(madeAt, undoes.at))),
  )
  return [neutral, unconcerned, others].find(some => some.length > 0)?.map(admin => admin.id) ?? []
}
