import { createQuery } from '@tanstack/svelte-query'
import type { Acting } from '../reach/acting.svelte'
import { answerOf, service, type Schemas } from '../reach/service'

type Found = Schemas['Searched']['items'][number]

/** What is called so, of what one may see for the acting business. */
export function searched(acting: Acting, find: () => string) {
  return createQuery(() => ({
    queryKey: ['search', acting.number, find()],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/search', {
          params: { path: { business: acting.number }, query: { find: find() } },
        }),
      ),
    enabled: acting.number !== '' && find().length > 1,
    staleTime: 10_000,
    refetchInterval: false as const,
    // What was found for the letters before stays until the next has come.
    placeholderData: (before: Schemas['Searched'] | undefined) => before,
  }))
}

/** The page of something that was found. */
export function pageOf({ what, at }: Found, { number, isAdmin }: Acting): string {
  const pages: Record<Found['what'], string> = {
    person: `/${number}/people/${at}`,
    invited: `/${number}/proposals/${at}`,
    asset: `/${number}/assets/${at}`,
    held: isAdmin ? `/${number}/give?on=${at}` : '/my-access',
    team: `/${number}/groups`,
    bundle: `/${number}/groups`,
    purpose: `/${number}/groups?tab=purposes`,
    partner: `/${number}/partners/${at}`,
    'their person': `/${number}/partners/${at}`,
  }
  return pages[what]
}

export const sorts: Record<Found['what'], string> = {
  person: 'People',
  invited: 'Invited',
  asset: 'Assets',
  held: 'From other businesses',
  team: 'Teams',
  bundle: 'Bundles',
  purpose: 'Purposes',
  partner: 'Partners',
  'their person': 'Partners’ people',
}
