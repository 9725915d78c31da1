import type { Fate, HeldAs, Instant, Kind, Tier, WordsGiven } from '@famiglia/core'
import type { Asset } from '../assets/queries.ts'
import type { Business } from '../businesses/queries.ts'
import type { HolderKind } from '../grants/queries.ts'

/** A handover as its account is drawn up. */
export interface Terms {
  readonly from: Business
  readonly to: Business
  readonly assets: readonly Asset[]
  readonly keeping: Tier | null
  readonly withBilling: boolean
  /** Whether the old owner’s people who lose what they have are asked to join the new owner with it. */
  readonly withPeople: boolean
  /** The keys of the lines that one of the two sides chose to fall. */
  readonly falls: readonly string[]
}

/** A grant on what is handed over, with what becomes of it. */
export interface LineGrant extends WordsGiven {
  readonly id: string
  readonly target: string
  readonly kind: Kind
  readonly giver: string
  readonly holderKind: HolderKind
  readonly holderId: string
  readonly upstream: string | null
  readonly isFrozen: boolean
  /** Whether who holds it works for the old owner, and is neither paused nor frozen there; a team always. */
  readonly isAtWork: boolean
  readonly from: Instant
  readonly purpose: string | null
}

/** One live thing about what is handed over, and what becomes of it. */
export interface Line {
  readonly key: string
  readonly fate: Fate
  /** Whether a side can choose that it falls. */
  readonly canFall: boolean
  readonly who: string
  readonly on: string
  readonly words: string
  /** Why it is so, in a word or two: `follows`, `your own people`. */
  readonly why: string
  readonly tier: Tier | null
  readonly actions: number
  readonly form: HeldAs
  readonly grant: LineGrant | null
  /** Whom it is told: a person, the people of a team, or the admins of another business; null where it is nobody’s alone. */
  readonly concerns: { readonly kind: Exclude<HolderKind, 'manager'>; readonly id: string } | null
}

/** A line about something else than a grant that is ended or given again. */
export const nothingGiven = { tier: null, actions: 0, form: 'idle', grant: null, concerns: null } as const

/** Whether the holder of a line is asked to join the new owner: people of the old one who lose it. */
export function isAskedToJoin({ from, withPeople }: Terms, { fate, grant }: Pick<Line, 'fate' | 'grant'>): boolean {
  return (
    withPeople &&
    fate === 'falls' &&
    grant !== null &&
    grant.giver === from.id &&
    grant.upstream === null &&
    grant.isAtWork &&
    (grant.holderKind === 'person' || grant.holderKind === 'team')
  )
}
