import {
  filtersMetBy,
  isDirect,
  isLive,
  isSoon,
  kinds,
  latestEnd,
  levelOf,
  reachOf,
  showLevel,
  unlinked,
  type AccessFacts,
  type AccessFilter,
  type Action,
  type Figure,
  type HeldAs,
  type Instant,
  type Kind,
  type Level,
} from '@famiglia/core'
import { LRUCache } from 'lru-cache'
import type { GridColumns } from '../reach/gridColumns.ts'
import { factsByColumn, type GridPerson, type GridTeam } from '../reach/gridFacts.ts'

/** What somebody has on the asset of one column. */
export interface GridCell {
  readonly column: number
  readonly tier: string | null
  /** Actions given by name, beyond the tier. */
  readonly named: readonly Action[]
  readonly level: string
  readonly how: HeldAs
  readonly hidden: readonly Figure[]
  readonly until: string | null
  /** The filters that this cell is about. */
  readonly marks: readonly AccessFilter[]
}

export interface GridRow {
  readonly kind: 'person' | 'team' | 'partner' | 'outsider' | 'invited'
  /** A person's id, a team's handle, a business's number, a proposal's id. */
  readonly key: string
  /** The business that one of a partner's people works for, by number; null for everybody else. */
  readonly of: string | null
  readonly name: string
  /** As a sentence names them. */
  readonly text: string
  readonly note: string | null
  readonly standing: string | null
  readonly secondProof: boolean
  readonly outside: boolean
  /** Admins have all of it: one mark and a rule across, instead of a cell each. */
  readonly everything: boolean
  readonly cells: readonly GridCell[]
  readonly marks: readonly AccessFilter[]
}

export function rowOfPerson(
  columns: GridColumns,
  person: GridPerson,
  homes: ReadonlySet<string>,
  at: Instant,
): GridRow {
  const facts = factsByColumn(
    columns,
    { id: person.id, name: person.name, paused: false, frozenByOwner: false },
    [{ business: columns.acting.id, standing: person.standing, paused: person.paused, frozen: person.frozen }],
    person.grants ?? [],
  )
  const everything = person.standing === 'admin' && !person.paused && !person.frozen
  const byStanding =
    person.standing === 'member' ? new Map<number, AccessFacts>() : standingFacts(columns, person, facts)
  const reached = [...new Map([...byStanding, ...facts])].sort(([one], [other]) => one - other)
  const cells = reached.flatMap(([column, around]) => cellOf(column, around, at))
  const outside = !homes.has(domainOf(person.address))
  const marks = new Set<AccessFilter>(everything ? ['sees revenue', 'can spend', 'can give access'] : [])
  for (const { marks: told } of cells) for (const mark of told) marks.add(mark)
  if (!person.secondProof) marks.add('no second step')
  if (outside) marks.add('outside people')
  const note = person.frozen ? 'frozen' : person.paused ? 'paused' : person.standing === 'finance' ? 'finance' : null
  return {
    kind: 'person',
    key: person.id,
    of: null,
    name: person.name,
    text: person.address,
    note,
    standing: person.standing,
    secondProof: person.secondProof,
    outside,
    everything,
    cells: everything ? cells.filter(cell => isHeld(columns, cell.column)) : cells,
    marks: [...marks],
  }
}

/** Whether a column is an asset that another business owns: of those an admin has what was given, not everything. */
function isHeld({ acting, assets }: GridColumns, column: number): boolean {
  return assets[column]!.owner.id !== acting.id
}

export function cellsOf(facts: ReadonlyMap<number, AccessFacts>, at: Instant): GridCell[] {
  return [...facts].sort(([one], [other]) => one - other).flatMap(([column, around]) => cellOf(column, around, at))
}

/** Finance people reach what has bills by their standing: facts of every such column, with the grants where there are any. */
function standingFacts(
  { acting, assets }: GridColumns,
  person: GridPerson,
  known: ReadonlyMap<number, AccessFacts>,
): Map<number, AccessFacts> {
  return new Map(
    assets.flatMap((asset, column) => {
      if (
        known.has(column) ||
        asset.owner.id !== acting.id ||
        !kinds[asset.kind].byName.some(action => action.startsWith('billing.'))
      )
        return []
      const { standing, paused, frozen } = person
      const memberships = [{ business: asset.owner.id, standing, paused, frozen }]
      const around = {
        person: { id: person.id, name: person.name, paused: false, frozenByOwner: false },
        asset,
        memberships,
        grants: [],
        upstream: [],
        ...unlinked,
      }
      return [[column, around] as const]
    }),
  )
}

function cellOf(column: number, facts: AccessFacts, at: Instant): GridCell[] {
  const { level, paths } = reachOf(facts, at)
  const live = paths.filter(isLive)
  const idle = paths.filter(path => path.stopped && path.stopped !== 'over' && path.stopped !== 'ended')
  if (live.length === 0 && idle.length === 0) return []
  const told = tell(facts.asset.kind, live.length > 0 ? level : idle[0]!.level)
  const until = latestEnd(live)
  const marks = live.length > 0 ? [...told.marks] : []
  if (until && isSoon(until, at)) marks.push('ends soon')
  return [
    {
      column,
      ...told.shown,
      how: live.length === 0 ? 'idle' : live.some(path => isDirect(path, facts.asset.id)) ? 'own' : 'through',
      until: until?.toString() ?? null,
      marks,
    },
  ]
}

type CellShown = Pick<GridCell, 'tier' | 'named' | 'level' | 'hidden'>

interface Told {
  readonly shown: CellShown
  readonly marks: readonly AccessFilter[]
}

/** A grid shows a few levels many thousand times: each is put into words once. */
const toldBefore = new LRUCache<string, Told>({ max: 2_000 })

function tell(kind: Kind, level: Level): Told {
  const known = toldOfLevel.get(level)
  if (known?.kind === kind) return known.told
  const told = tellInWords(kind, level)
  toldOfLevel.set(level, { kind, told })
  return told
}

/** Core gives out the same level for the same terms, so that most are found by themselves. */
const toldOfLevel = new WeakMap<Level, { readonly kind: Kind; readonly told: Told }>()

function tellInWords(kind: Kind, level: Level): Told {
  const key = [kind, ...level.actions, '|', ...level.sees].join(' ')
  const before = toldBefore.get(key)
  if (before) return before
  const told: Told = { shown: cellShown(kind, level), marks: filtersMetBy(kind, level) }
  toldBefore.set(key, told)
  return told
}

function cellShown(kind: Kind, level: Level): CellShown {
  const { tier, named, level: said, hidden } = showLevel(kind, level)
  return { tier, named, level: said, hidden }
}

export function rowOfTeam(columns: GridColumns, team: GridTeam, at: Instant): GridRow {
  const facts = factsByColumn(
    columns,
    { id: team.id, name: team.name, paused: false, frozenByOwner: false },
    [{ business: columns.acting.id, standing: 'member', paused: false, frozen: false }],
    (team.grants ?? []).map(grant => ({ ...grant, holder: null })),
  )
  const cells = cellsOf(facts, at)
  return {
    kind: 'team',
    key: team.handle,
    of: null,
    name: team.name,
    text: `team/${team.handle}`,
    note: String(team.members),
    standing: null,
    secondProof: true,
    outside: false,
    everything: false,
    cells: cells,
    marks: [...new Set(cells.flatMap(cell => cell.marks))],
  }
}

export interface GridInvitation {
  readonly id: string
  readonly address: string
  readonly standing: string
  readonly items:
    readonly { target: string; tier: never; actions: never[]; hiding: Figure[]; until: string | null }[] | null
}

export function rowOfInvitation({ assets, reachedBy }: GridColumns, invited: GridInvitation): GridRow {
  const cells = (invited.items ?? []).flatMap(item =>
    (reachedBy.get(item.target) ?? []).map((column): GridCell => {
      const level = levelOf(assets[column]!.kind, item)
      return {
        column,
        ...cellShown(assets[column]!.kind, level),
        how: 'waiting',
        until: item.until,
        marks: ['invited'],
      }
    }),
  )
  return {
    kind: 'invited',
    key: invited.id,
    of: null,
    name: invited.address,
    text: invited.address,
    note: 'invited',
    standing: invited.standing,
    secondProof: true,
    outside: false,
    everything: false,
    cells: cells.sort((one, other) => one.column - other.column),
    marks: ['invited'],
  }
}

export function domainOf(address: string): string {
  return address.slice(address.lastIndexOf('@') + 1)
}
