import { levelOf, unlinked, type AccessFacts, type AccessFilter, type Figure } from '@famiglia/core'
import type { GridColumns } from '../reach/gridColumns.ts'
import { factsByColumn, type GridPerson, type GridTeam } from '../reach/gridFacts.ts'
import { cellShown, type Cells, type GridCell } from './cells.ts'

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
  cellsOf: Cells,
): GridRow {
  const facts = factsByColumn(
    columns,
    { id: person.id, name: person.name, paused: false, frozenByOwner: false },
    [{ business: columns.acting.id, standing: person.standing, paused: person.paused, frozen: person.frozen }],
    person.grants ?? [],
  )
  const everything = person.standing === 'admin' && !person.paused && !person.frozen
  const byStanding = person.standing === 'member' || everything ? [] : standingFacts(columns, person)
  const cells = cellsOf(new Map([...byStanding, ...facts].filter(([column]) => !everything || isHeld(columns, column))))
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
    cells,
    marks: [...marks],
  }
}

/** Whether a column is an asset that another business owns: of those an admin has what was given, not everything. */
function isHeld({ acting, assets }: GridColumns, column: number): boolean {
  return assets[column]!.owner.id !== acting.id
}

/** Facts of all assets of the business, without grants: by their standing finance people have the bills, and admins who are stopped would have all. */
function standingFacts(
  { acting, assets }: GridColumns,
  { id, name, standing, paused, frozen }: GridPerson,
): [column: number, around: AccessFacts][] {
  const person = { id, name, paused: false, frozenByOwner: false }
  const memberships = [{ business: acting.id, standing, paused, frozen }]
  return assets.flatMap((asset, column) =>
    asset.owner.id === acting.id
      ? [[column, { person, asset, memberships, grants: [], upstream: [], ...unlinked }]]
      : [],
  )
}

export function rowOfTeam(columns: GridColumns, team: GridTeam, cellsOf: Cells): GridRow {
  const facts = factsByColumn(
    columns,
    { id: team.id, name: team.name, paused: false, frozenByOwner: false },
    [{ business: columns.acting.id, standing: 'member', paused: false, frozen: false }],
    team.grants ?? [],
  )
  const cells = cellsOf(facts)
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
