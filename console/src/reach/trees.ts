import { createQuery } from '@tanstack/svelte-query'
import type { Acting } from './acting.svelte'
import { answerOf, service } from './service'

/** The manager accounts and what hangs under them, as far as the acting business sees it. */
export function treeOf(acting: Acting) {
  return createQuery(() => ({
    queryKey: ['tree', acting.number],
    queryFn: async () =>
      answerOf(service.GET('/v1/businesses/{business}/tree', { params: { path: { business: acting.number } } })),
    enabled: acting.number !== '',
    refetchInterval: 15_000,
  }))
}
