import { createQuery } from '@tanstack/svelte-query'
import type { Acting } from './acting.svelte'
import { answerOf, service } from './service'

/** As many as a page shows at once; beyond that one searches. */
const most = 200

const asked = (acting: Acting, find: string) => ({
  path: { business: acting.number },
  query: { limit: most, ...(find ? { find } : {}) },
})

/** The acting business's assets, all or those that a word finds. */
export function assetsOf(acting: Acting, find: () => string = () => '') {
  return createQuery(() => ({
    queryKey: ['assets', acting.number, find()],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/assets', { params: asked(acting, find()) })),
  }))
}

/** The acting business's people, all or those that a word finds. */
export function peopleOf(acting: Acting, find: () => string = () => '') {
  return createQuery(() => ({
    queryKey: ['people', acting.number, find()],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/people', { params: asked(acting, find()) })),
  }))
}
