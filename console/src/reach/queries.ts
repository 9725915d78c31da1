import { QueryCache, QueryClient } from '@tanstack/svelte-query'
import { isLive } from './live'
import { Refusal } from './service'

/** Milliseconds between looks: what ends by the clock alone is told by nobody. While changes are told as they happen, few are needed. */
const whileLive = 30_000
const otherwise = 5_000

/** What was fetched. It is fetched anew while somebody looks, so that ended access is seen to be ended. */
export const queries = new QueryClient({
  queryCache: new QueryCache({ onError: leaveWhenSignedOut }),
  defaultOptions: {
    queries: {
      retry: (count, error) => !(error instanceof Refusal && error.problem.status < 500) && count < 20,
      retryDelay: 1_000,
      staleTime: 1_000,
      refetchInterval: () => (isLive() ? whileLive : otherwise),
      // A page that looks at one answer only once it has another would else never hear that the first is there.
      notifyOnChangeProps: 'all',
    },
  },
})

function leaveWhenSignedOut(error: Error): void {
  if (!(error instanceof Refusal) || error.code !== 'sign-in.needed') return
  const here = location.pathname + location.search
  if (!here.startsWith('/sign-in')) location.assign(`/sign-in?next=${encodeURIComponent(here)}`)
}
