import type {
  AccessFacts,
  Action,
  AssetFact,
  BusinessFact,
  Figure,
  GrantFact,
  Kind,
  ManagerFact,
  Tier,
} from '@famiglia/core'
import { grantFact, heldOn, type GrantJson } from './grantFact.ts'

/** A link, its columns in the order in which `facts_links` gives them; no giver: the owner of what hangs on it. */
type LinkRow = readonly [
  id: string,
  target: string,
  name: string,
  kind: Kind,
  manager: string,
  giver: BusinessFact | null,
  tier: Tier | null,
  actions: Action[] | null,
  hiding: Figure[] | null,
  from: number,
  until: number | null,
  ended: number | null,
  mayPassOn: boolean,
  givenBy: string,
  frozen: boolean,
]

type ManagerRow = readonly [
  id: string,
  number: string,
  handle: string,
  name: string,
  archived: boolean,
  frozen: boolean,
  ownerId: string,
  ownerNumber: string,
  ownerName: string,
  ownerZone: string,
  ownerPaused: boolean,
  frozenByOwner: boolean,
]

/** What the database tells of the manager accounts above an asset. */
export interface TreeAboveRow {
  readonly links: readonly LinkRow[]
  readonly managers: readonly ManagerRow[]
  readonly grants: readonly (GrantJson & { readonly target: string })[] | null
  /** Which bundle holds which of the manager accounts. */
  readonly bundled: readonly (readonly [bundle: string, asset: string])[] | null
}

/** Puts the facts of the tree above an asset together. */
export function treeFacts(
  { links, managers: rows, grants, bundled }: TreeAboveRow,
  person: AccessFacts['person'],
  asset: AssetFact,
): Pick<AccessFacts, 'links' | 'managers'> {
  const managers = rows.map(row => managerFact(row, { grants, bundled }, person))
  const byId = new Map(managers.map(one => [one.asset.id, one.asset]))
  return { links: links.map(link => linkFact(link, byId, person, asset)), managers }
}

function managerFact(
  [
    id,
    number,
    handle,
    name,
    archived,
    frozen,
    ownerId,
    ownerNumber,
    ownerName,
    zone,
    paused,
    frozenByOwner,
  ]: ManagerRow,
  { grants, bundled }: Pick<TreeAboveRow, 'grants' | 'bundled'>,
  person: AccessFacts['person'],
): ManagerFact {
  const owner = { id: ownerId, number: ownerNumber, name: ownerName, zone, paused }
  const asset: AssetFact = { id, number, kind: 'manager-account', handle, name, archived, frozen, owner }
  const bundles = (bundled ?? []).flatMap(([bundle, held]) => (held === id ? [bundle] : []))
  const held = (grants ?? []).filter(({ target }) => target === id || bundles.includes(target))
  return { asset, frozenByOwner, ...heldOn(held, person, asset) }
}

function linkFact(
  link: LinkRow,
  managers: ReadonlyMap<string, AssetFact>,
  person: AccessFacts['person'],
  asset: AssetFact,
): GrantFact {
  const [
    id,
    target,
    name,
    kind,
    manager,
    giver,
    tier,
    actions,
    hiding,
    from,
    until,
    ended,
    mayPassOn,
    givenBy,
    frozen,
  ] = link
  const gathering = managers.get(manager)!
  const below = managers.get(target) ?? asset
  return grantFact(
    {
      id,
      giver,
      holder: {
        kind: 'manager',
        id: manager,
        number: gathering.number,
        name: gathering.name,
        business: gathering.owner.id,
      },
      on: { id: target, kind, name },
      ...{ tier, from, until, ended, mayPassOn, givenBy, frozen },
      actions: actions ?? [],
      hiding: hiding ?? [],
    },
    person,
    below,
  )
}
