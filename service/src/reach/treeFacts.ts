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

/** A link, its columns as texts, in the order in which `facts_links` gives them. */
type LinkRow = readonly [
  id: string,
  target: string,
  name: string,
  kind: string,
  manager: string,
  /** Null: the owner of what hangs on it. */
  giver: string | null,
  tier: string | null,
  actions: string,
  hiding: string,
  from: string,
  until: string | null,
  ended: string | null,
  mayPassOn: string,
  givenBy: string,
  frozen: string,
  frozenAlone: string,
]

type ManagerRow = readonly [
  id: string,
  number: string,
  handle: string,
  name: string,
  archived: string,
  frozen: string,
  ownerId: string,
  ownerNumber: string,
  ownerName: string,
  ownerZone: string,
  ownerPaused: string,
  frozenByOwner: string,
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
  row: ManagerRow,
  { grants, bundled }: Pick<TreeAboveRow, 'grants' | 'bundled'>,
  person: AccessFacts['person'],
): ManagerFact {
  const [id, number, handle, name, archived, frozen, ownerId, ownerNumber, ownerName, zone, closed, frozenByOwner] = row
  const asset: AssetFact = {
    id,
    number,
    kind: 'manager-account',
    handle,
    name,
    archived: isTrue(archived),
    frozen: isTrue(frozen),
    owner: { id: ownerId, number: ownerNumber, name: ownerName, zone, closed: isTrue(closed) },
  }
  const bundles = (bundled ?? []).flatMap(([bundle, held]) => (held === id ? [bundle] : []))
  const held = (grants ?? []).filter(({ target }) => target === id || bundles.includes(target))
  return { asset, frozenByOwner: isTrue(frozenByOwner), ...heldOn(held, person, asset) }
}

function linkFact(
  row: LinkRow,
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
    frozenAlone,
  ] = row
  const gathering = managers.get(manager)!
  return grantFact(
    {
      id,
      giver: giver === null ? null : (JSON.parse(giver) as BusinessFact),
      holder: {
        kind: 'manager',
        id: manager,
        number: gathering.number,
        name: gathering.name,
        business: gathering.owner.id,
      },
      on: { id: target, kind: kind as Kind, name },
      tier: tier as Tier | null,
      actions: words<Action>(actions),
      hiding: words<Figure>(hiding),
      from: Number(from),
      until: until === null ? null : Number(until),
      ended: ended === null ? null : Number(ended),
      mayPassOn: isTrue(mayPassOn),
      givenBy,
      frozen: isTrue(frozen),
      frozenAlone: isTrue(frozenAlone),
    },
    person,
    managers.get(target) ?? asset,
  )
}

const isTrue = (text: string) => text === 'true'
const words = <T extends string>(text: string) => (text === '' ? [] : (text.split(' ') as T[]))
