import type { AccessFilter } from '@famiglia/core'
import { createInfiniteQuery, createQuery } from '@tanstack/svelte-query'
import type { Acting } from '../../reach/acting.svelte'
import { answerOf, service, type Schemas } from '../../reach/service'

export type GridRow = Schemas['Grid']['rows'][number]
export type GridCell = GridRow['cells'][number]
export type GridAsset = Schemas['Grid']['assets'][number]

/** A line of the grid: the head of a section, or somebody. */
export type Line = { readonly head: string } | { readonly row: GridRow }

const heads = {
  person: 'People',
  team: 'Teams',
  partner: 'Partners and their people',
  outsider: 'Partners and their people',
  invited: 'Invited',
} as const

/** Filters that are about single cells; the others are about people, whose every cell then counts. */
const aboutCells: readonly AccessFilter[] = ['sees revenue', 'can spend', 'can give access', 'ends soon']

/** The rows as they are asked for, page after page, with the heads of their sections between them. */
export class GridRows {
  filter: AccessFilter | null = $state(null)
  readonly query
  private readonly counted

  constructor(acting: Acting) {
    this.query = createInfiniteQuery(() => ({
      queryKey: ['grid', acting.number, this.filter],
      queryFn: async ({ pageParam }: { pageParam: string | null }) =>
        answerOf(
          service.GET('/v1/businesses/{business}/grid', {
            params: {
              path: { business: acting.number },
              query: {
                limit: 60,
                ...(pageParam ? { after: pageParam } : {}),
                ...(this.filter ? { show: this.filter } : {}),
              },
            },
          }),
        ),
      initialPageParam: null as string | null,
      getNextPageParam: (page: Schemas['Grid']) => page.next,
      enabled: acting.isAdmin,
      refetchInterval: 30_000,
    }))
    this.counted = createQuery(() => ({
      queryKey: ['grid counts', acting.number],
      queryFn: async () =>
        answerOf(
          service.GET('/v1/businesses/{business}/grid/counts', { params: { path: { business: acting.number } } }),
        ),
      // Everything has to be looked at for it: the grid comes first.
      enabled: acting.isAdmin && this.query.data !== undefined,
      staleTime: 60_000,
      refetchInterval: 120_000,
    }))
  }

  get assets(): readonly GridAsset[] {
    return this.query.data?.pages.at(-1)?.assets ?? []
  }

  get rows(): readonly GridRow[] {
    return this.query.data?.pages.flatMap(page => page.rows) ?? []
  }

  get lines(): Line[] {
    const lines: Line[] = []
    let section = ''
    const partners = this.rows.filter(({ kind }) => kind === 'partner').map(({ name }) => name)
    for (const found of this.rows) {
      const row = beneath(found, partners)
      if (heads[row.kind] !== section) lines.push({ head: heads[row.kind] })
      section = heads[row.kind]
      lines.push({ row })
    }
    return lines
  }

  /** How many people a filter finds; null until it is known. */
  count(show: AccessFilter | null): { people: number; outside: number } | null {
    return this.counted.data?.items.find(one => one.show === show) ?? null
  }

  /** Whether the chosen filter is about a cell; the rest is dimmed. */
  isMeant(cell: GridCell): boolean {
    return this.filter === null || !aboutCells.includes(this.filter) || cell.marks.includes(this.filter)
  }
}

/** One of a partner’s people without the partner’s name, where they stand beneath it. */
function beneath(row: GridRow, partners: readonly string[]): GridRow {
  const [of = '', ...more] = row.kind === 'outsider' ? (row.note ?? '').split(/, (?=frozen$)/) : []
  return partners.includes(of) ? { ...row, note: more.join(', ') || null } : row
}
