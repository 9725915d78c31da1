import {
  Temporal,
  type AccessFacts,
  type Action,
  type AssetFact,
  type BusinessFact,
  type Figure,
  type GrantFact,
  type Instant,
  type Tier,
} from '@famiglia/core'
import { LRUCache } from 'lru-cache'

type HolderJson =
  | Exclude<GrantFact['holder'], { kind: 'team' }>
  | { readonly kind: 'team'; readonly id: string; readonly name: string; readonly since: number | null }

/** A grant as the statements of this room give it: times in milliseconds, and null for what stands beside it already. */
export interface GrantRow {
  readonly id: string
  /** Null: the asset's owner. */
  readonly giver?: BusinessFact | null
  /** Null: the person the facts are around. */
  readonly holder?: HolderJson | null
  /** Null: the asset the facts are around. */
  readonly on?: GrantFact['on'] | null
  readonly tier: Tier | null
  readonly actions: Action[]
  readonly hiding: Figure[]
  readonly from: number
  readonly until: number | null
  readonly ended?: number | null
  readonly upstream?: string | null
  /** Of grants that are passed on alone: the others were found because they hold the asset. */
  readonly holdsAsset?: boolean
  readonly frozen?: boolean
  readonly frozenAlone?: boolean
  readonly mayPassOn?: boolean
  readonly givenBy?: string
  readonly purpose?: string | null
}

/** The one way from a row to the fact that decisions are made of. */
export function grantFact(
  row: GrantRow,
  person: { readonly id: string; readonly name: string },
  asset: AssetFact,
): GrantFact {
  return {
    id: row.id,
    giver: row.giver ?? asset.owner,
    holder: holderFact(row.holder ?? null, person),
    on: row.on ?? asset,
    tier: row.tier,
    actions: row.actions,
    hiding: row.hiding,
    from: instant(row.from),
    until: row.until === null ? null : instant(row.until),
    ended: typeof row.ended === 'number' ? instant(row.ended) : null,
    upstream: row.upstream ?? null,
    holdsAsset: row.holdsAsset ?? true,
    frozen: row.frozen ?? false,
    frozenAlone: row.frozenAlone ?? false,
    mayPassOn: row.mayPassOn ?? false,
    givenBy: row.givenBy ?? '',
    purpose: row.purpose ?? null,
  }
}

/** A grant with what it passes on, where it is to a business. */
export interface GrantJson extends GrantRow {
  readonly above?: GrantRow[] | null
}

/** What is held on an asset, and what that passes on. */
export function heldOn(rows: readonly GrantJson[] | null, person: AccessFacts['person'], asset: AssetFact) {
  const held = rows ?? []
  const grants = held.map(({ above: _above, ...grant }) => grantFact(grant, person, asset))
  const passedOn = held.flatMap(({ above }) => (above ?? []).map(link => grantFact(link, person, asset)))
  return { grants, upstream: [...grants.filter(grant => grant.holder.kind === 'business'), ...passedOn] }
}

function holderFact(
  holder: HolderJson | null,
  { id, name }: { readonly id: string; readonly name: string },
): GrantFact['holder'] {
  if (!holder) return { kind: 'person', id, name }
  return holder.kind === 'team' ? { ...holder, since: holder.since === null ? null : instant(holder.since) } : holder
}

/** Grants made together begin together, and a grid is read every few seconds: each instant is made once. */
const instants = new LRUCache<number, Instant>({ max: 20_000 })

function instant(epochMs: number): Instant {
  const whole = Math.round(epochMs)
  const known = instants.get(whole)
  if (known) return known
  const made = Temporal.Instant.fromEpochMilliseconds(whole)
  instants.set(whole, made)
  return made
}
