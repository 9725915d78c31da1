import { createQuery } from '@tanstack/svelte-query'
import type { Acting } from './acting.svelte'
import { answerOf, service, type Schemas } from './service'

/** As many as a page shows at once; beyond that one searches. */
const most = 200

const asked = (acting: Acting, find: string) => ({
  path: { business: acting.number },
  query: { limit: most, ...(find ? { find } : {}) },
})

/** The acting business's assets, all or those that a word finds. */
export function assetsOf(acting: Acting, find: () => string = () => '', archived: () => boolean = () => false) {
  return createQuery(() => ({
    queryKey: ['assets', acting.number, find(), archived()],
    queryFn: async () => {
      const { path, query } = asked(acting, find())
      const params = { path, query: { ...query, ...(archived() ? { archived: true } : {}) } }
      return answerOf(service.GET('/v1/businesses/{business}/assets', { params }))
    },
  }))
}

/** The acting business's people, all or those that a word finds. */
export function peopleOf(acting: Acting, find: () => string = () => '') {
  return createQuery(() => ({
    queryKey: ['people', acting.number, find()],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/people', { params: asked(acting, find()) })),
  }))
}

export function teamsOf(acting: Acting) {
  return createQuery(() => ({
    queryKey: ['teams', acting.number],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/teams', { params: asked(acting, '') })),
  }))
}

export function bundlesOf(acting: Acting) {
  return createQuery(() => ({
    queryKey: ['bundles', acting.number],
    queryFn: async () =>
      answerOf(service.GET('/v1/businesses/{business}/bundles', { params: { path: { business: acting.number } } })),
  }))
}

export function purposesOf(acting: Acting) {
  return createQuery(() => ({
    queryKey: ['purposes', acting.number],
    queryFn: async () =>
      answerOf(service.GET('/v1/businesses/{business}/purposes', { params: { path: { business: acting.number } } })),
    staleTime: 60_000,
  }))
}

/** The businesses one gives to or gets from: for admins, who alone deal with them. */
export function partnersOf(acting: Acting) {
  return createQuery(() => ({
    queryKey: ['partners listed', acting.number],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/partners', { params: asked(acting, '') })),
    enabled: acting.isAdmin,
    staleTime: 30_000,
  }))
}

/** What the acting business holds from others: for admins, who put people on it. */
export function heldOf(acting: Acting) {
  return createQuery(() => ({
    queryKey: ['held listed', acting.number],
    queryFn: async () => answerOf(service.GET('/v1/businesses/{business}/held', { params: asked(acting, '') })),
    enabled: acting.isAdmin,
    staleTime: 30_000,
  }))
}

/** How far somebody is ready for a purpose with the acting business's assets. */
export function readinessOf(acting: Acting, who: () => string, purpose: () => string) {
  return createQuery(() => ({
    queryKey: ['readiness', acting.number, who(), purpose()],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/readiness', {
          params: { path: { business: acting.number }, query: { who: who(), purpose: purpose() } },
        }),
      ),
    retry: false,
  }))
}

export type Means = Schemas['Means']

/** What the acting business pays with: for its finance people and admins. */
export function meansOf(acting: Acting) {
  return createQuery(() => ({
    queryKey: ['means', acting.number],
    queryFn: async () =>
      answerOf(service.GET('/v1/businesses/{business}/means', { params: { path: { business: acting.number } } })),
    enabled: acting.seesToPayments,
  }))
}
