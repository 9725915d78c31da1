import type { Kind } from '../kinds/index.ts'
import type { Given } from '../levels/index.ts'
import type { Standing } from '../standings/index.ts'
import type { Instant } from '../time/index.ts'

export interface BusinessFact {
  readonly id: string
  readonly number: string
  readonly name: string
  readonly zone: string
  /** Whether it was closed: nothing of it and nothing to it counts then. */
  readonly closed: boolean
}

export interface AssetFact {
  readonly id: string
  readonly number: string
  readonly kind: Kind
  readonly handle: string
  readonly name: string
  readonly archived: boolean
  readonly frozen: boolean
  readonly owner: BusinessFact
}

/** A person's place in a business. */
export interface MembershipFact {
  readonly business: string
  readonly standing: Standing
  readonly paused: boolean
  readonly frozen: boolean
}

export type HolderFact =
  | { readonly kind: 'person'; readonly id: string; readonly name: string }
  | {
      readonly kind: 'team'
      readonly id: string
      readonly name: string
      /** Since when the person has been in it. */
      readonly since: Instant | null
    }
  | {
      readonly kind: 'business'
      readonly id: string
      readonly number: string
      readonly name: string
      readonly closed: boolean
    }
  /** A manager account: the grant is a link, made by the owner of what it names. `business` owns the manager account. */
  | {
      readonly kind: 'manager'
      readonly id: string
      readonly number: string
      readonly name: string
      readonly business: string
    }

export interface GrantFact extends Given {
  readonly id: string
  readonly giver: BusinessFact
  readonly holder: HolderFact
  /** What it names: the asset asked about, one that holds it, or a bundle that it is in. */
  readonly on: { readonly id: string; readonly kind: Kind | 'bundle'; readonly name: string }
  readonly from: Instant
  readonly until: Instant | null
  readonly ended: Instant | null
  /** The grant this one passes on, when the giver does not own the asset. */
  readonly upstream: string | null
  /** Whether what it names holds the asset now: a bundle it was passed on from may have let it go. */
  readonly holdsAsset: boolean
  /** Whether either side has frozen what goes between giver and holder, both being businesses. */
  readonly frozen: boolean
  /** Whether the owner has frozen it by itself: a link. */
  readonly frozenAlone: boolean
  readonly mayPassOn: boolean
  readonly givenBy: string
  readonly purpose: string | null
}

/** A manager account on the way to an account, with what there is around the person on it, as around the asset itself. */
export interface ManagerFact {
  readonly asset: AssetFact
  readonly grants: readonly GrantFact[]
  readonly upstream: readonly GrantFact[]
  /** Whether its owning business has frozen the person on all that they reach through a partner. */
  readonly frozenByOwner: boolean
}

/** All there is to know around one person and one asset: enough to decide, and no more. */
export interface AccessFacts {
  readonly person: {
    readonly id: string
    readonly name: string
    readonly paused: boolean
    /** Whether the owning business has frozen them, on all that they reach through a partner. */
    readonly frozenByOwner: boolean
  }
  readonly asset: AssetFact
  readonly memberships: readonly MembershipFact[]
  /** Grants on the asset or on what holds it: to the person, to their teams, to the businesses they are a member of. */
  readonly grants: readonly GrantFact[]
  /** The grants that those pass on, up to the owner's own. */
  readonly upstream: readonly GrantFact[]
  /** The links from the asset up, and from each manager account among `managers`. */
  readonly links: readonly GrantFact[]
  /** The manager accounts that those links lead to. */
  readonly managers: readonly ManagerFact[]
}

/** All grants in facts, links and those on manager accounts among them. */
export function grantsIn(facts: AccessFacts): GrantFact[] {
  const around = ({ grants, upstream }: Pick<ManagerFact, 'grants' | 'upstream'>) => [...grants, ...upstream]
  return [...around(facts), ...facts.links, ...facts.managers.flatMap(around)]
}

/** What stands in facts around an asset that hangs under no manager account. */
export const unlinked = { links: [], managers: [] } as const satisfies Partial<AccessFacts>

/** What a business that holds an asset may know of one of its people there: what they reach through it, and nothing else. */
export function throughBusiness(facts: AccessFacts, business: string): AccessFacts {
  const throughIt = (grants: readonly GrantFact[]) =>
    grants.filter(({ giver, holder }) => giver.id === business || holder.id === business)
  return {
    ...facts,
    memberships: facts.memberships.filter(held => held.business === business),
    grants: throughIt(facts.grants),
    managers: facts.managers.map(manager => ({ ...manager, grants: throughIt(manager.grants) })),
  }
}
