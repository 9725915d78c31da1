import type { AccessFilter } from '@famiglia/core'
import type { GridColumns } from '../reach/gridColumns.ts'
import { factsByColumn, type GridOutsider, type GridPartner } from '../reach/gridFacts.ts'
import type { Cells } from './cells.ts'
import type { GridRow } from './rows.ts'

/** A business that was given something: what any of its admins has by it, and the ceiling for its people. */
export function rowOfPartner(columns: GridColumns, partner: GridPartner, cellsOf: Cells): GridRow {
  const facts = factsByColumn(
    columns,
    { id: partner.id, name: partner.name, paused: false, frozenByOwner: false },
    [{ business: partner.id, standing: 'admin', paused: false, frozen: false }],
    [],
  )
  const cells = cellsOf(facts).map(cell => ({ ...cell, how: cell.how === 'through' ? ('own' as const) : cell.how }))
  return {
    kind: 'partner',
    key: partner.number,
    of: null,
    name: partner.name,
    text: partner.number,
    note: null,
    standing: null,
    secondProof: true,
    outside: true,
    everything: false,
    cells: cells,
    marks: [...new Set(cells.flatMap(cell => cell.marks))],
  }
}

/** One of a partner's people: all that they reach is through the partner. */
export function rowOfOutsider(columns: GridColumns, person: GridOutsider, cellsOf: Cells): GridRow {
  const facts = factsByColumn(
    columns,
    { id: person.id, name: person.name, paused: false, frozenByOwner: person.frozen },
    person.memberships ?? [],
    person.grants ?? [],
  )
  const cells = cellsOf(facts).map(cell => ({ ...cell, how: cell.how === 'own' ? ('through' as const) : cell.how }))
  const marks = new Set<AccessFilter>(['outside people', ...cells.flatMap(cell => cell.marks)])
  if (!person.secondProof) marks.add('no second step')
  return {
    kind: 'outsider',
    key: person.id,
    of: person.of.number,
    name: person.name,
    text: person.address,
    note: person.frozen ? `${person.of.name}, frozen` : person.of.name,
    standing: null,
    secondProof: person.secondProof,
    outside: true,
    everything: false,
    cells: cells,
    marks: [...marks],
  }
}
