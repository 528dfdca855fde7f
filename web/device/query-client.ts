import { QueryClient } from '@tanstack/react-query'
import { Away } from './client.ts'
import { waitMs } from './waits.ts'

const FRESH_MS = 5000

/** An answer that failed for want of the server is asked for again until it comes; a refusal is final. */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: FRESH_MS,
      networkMode: 'always',
      retry: (count, error) => error instanceof Away && count < 2,
      retryDelay: waitMs,
      refetchInterval: (query) =>
        query.state.status === 'error' && query.state.error instanceof Away
          ? waitMs(query.state.errorUpdateCount)
          : false,
    },
    mutations: { networkMode: 'always' },
  },
})
