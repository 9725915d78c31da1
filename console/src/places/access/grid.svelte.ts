import type { AccessFilter } from '@famiglia/core'
import { createInfiniteQuery } from '@tanstack/svelte-query'
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
  partner: 'Partners',
  outsider: 'Partners’ people',
  invited: 'Invited',
} as const

/** The rows as they are asked for, page after page, with the heads of their sections between them. */
export class GridRows {
  filter: AccessFilter | null = $state(null)
  find = $state('')
  readonly query

  constructor(acting: Acting) {
    this.query = createInfiniteQuery(() => ({
      queryKey: ['grid', acting.number, this.filter, this.find],
      queryFn: async ({ pageParam }: { pageParam: string | null }) =>
        answerOf(
          service.GET('/v1/businesses/{business}/grid', {
            params: {
              path: { business: acting.number },
              query: {
                limit: 60,
                ...(pageParam ? { after: pageParam } : {}),
                ...(this.filter ? { show: this.filter } : {}),
                ...(this.find ? { find: this.find } : {}),
              },
            },
          }),
        ),
      initialPageParam: null as string | null,
      getNextPageParam: (page: Schemas['Grid']) => page.next,
      enabled: acting.isAdmin,
      refetchInterval: 30_000,
    }))
  }

  get assets(): readonly GridAsset[] {
    return this.query.data?.pages.at(-1)?.assets ?? []
  }

  get lines(): Line[] {
    const lines: Line[] = []
    let section = ''
    for (const row of this.query.data?.pages.flatMap(page => page.rows) ?? []) {
      if (row.kind !== section) lines.push({ head: heads[row.kind] })
      section = row.kind
      lines.push({ row })
    }
    return lines
  }
}
