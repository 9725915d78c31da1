import { Temporal } from '../time/index.ts'
import type { AccessFacts, AssetFact, BusinessFact, GrantFact, ManagerFact, MembershipFact } from './facts.ts'

/** Facts for tests: what matters is said, everything else is as it usually is. */
export const now = Temporal.Instant.from('2026-11-23T09:00Z')

export function aBusiness(id: string, over: Partial<BusinessFact> = {}): BusinessFact {
  return { id, number: 'B-4815-1623-97', name: id, zone: 'Europe/Lisbon', closed: false, ...over }
}

export const ferries = aBusiness('Ondaverde Ferries')
export const agency = aBusiness('Gullwright & Moss')

export function anAsset(over: Partial<AssetFact> = {}): AssetFact {
  return {
    id: 'sc',
    number: 'A-2718-2818-24',
    kind: 'ad-account',
    handle: 'summer-crossings',
    name: 'Summer Crossings',
    archived: false,
    frozen: false,
    owner: ferries,
    ...over,
  }
}

export const asset = anAsset()

export function toBusiness(business: BusinessFact): GrantFact['holder'] {
  return { kind: 'business', id: business.id, number: business.number, name: business.name, closed: business.closed }
}

export const toTeam: GrantFact['holder'] = { kind: 'team', id: 't', name: 'Paid media', since: null }

export function aGrant(over: Partial<GrantFact> = {}): GrantFact {
  return {
    id: 'g1',
    giver: ferries,
    holder: { kind: 'person', id: 'priya', name: 'Priya Lindqvist' },
    on: asset,
    tier: 'run',
    actions: [],
    hiding: [],
    from: now.subtract({ hours: 24 }),
    until: null,
    ended: null,
    upstream: null,
    holdsAsset: true,
    frozen: false,
    frozenAlone: false,
    mayPassOn: false,
    givenBy: 'Agnese Torvald',
    purpose: null,
    ...over,
  }
}

export function aMembership(over: Partial<MembershipFact> = {}): MembershipFact {
  return { business: ferries.id, standing: 'member', paused: false, frozen: false, ...over }
}

export function someFacts(over: Partial<AccessFacts> = {}): AccessFacts {
  return {
    person: { id: 'priya', name: 'Priya Lindqvist', paused: false, frozenByOwner: false },
    asset,
    memberships: [aMembership()],
    grants: [],
    upstream: [],
    links: [],
    managers: [],
    ...over,
  }
}

/** A manager account with nothing given on it. */
export function aManager(id: string, owner = agency, over: Partial<AssetFact> = {}): ManagerFact {
  const managed = anAsset({ id, kind: 'manager-account', name: id, handle: id, owner, ...over })
  return { asset: managed, grants: [], upstream: [], frozenByOwner: false }
}

/** What hangs an account, or a manager account, under a manager account. */
export function aLink(
  from: { readonly id: string; readonly name: string; readonly owner?: BusinessFact },
  { asset: to }: ManagerFact,
  over: Partial<GrantFact> = {},
): GrantFact {
  return aGrant({
    id: `${from.id}>${to.id}`,
    giver: from.owner ?? ferries,
    on: { id: from.id, kind: 'ad-account', name: from.name },
    holder: { kind: 'manager', id: to.id, number: to.number, name: to.name, business: to.owner.id },
    ...over,
  })
}
