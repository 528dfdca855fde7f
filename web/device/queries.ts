import { QueryClient, queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import type {
  Arrival,
  Day,
  DoneChange,
  Message,
  NewVisit,
  PlanRecord,
  PlanRequest,
  Salon,
  Station,
  Visit,
  VisitProgress,
} from '../../contract/api/api.ts'
import type { EstimateId } from '../../core/index.ts'
import { Away, request } from './client.ts'

const FRESH_MS = 5000
const RETRY_MS = 1500

/** An answer that failed for want of the server is asked for again until it comes; a refusal is final. */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: FRESH_MS,
      networkMode: 'always',
      retry: (count, error) => error instanceof Away && count < 2,
      retryDelay: RETRY_MS,
      refetchInterval: (query) =>
        query.state.status === 'error' && query.state.error instanceof Away ? RETRY_MS * 2 : false,
    },
    mutations: { networkMode: 'always' },
  },
})

export const salonQuery = queryOptions({
  queryKey: ['salon'],
  queryFn: () => request<Salon>('GET', '/salon'),
  staleTime: 60_000,
})
export const dayQuery = (date: string | null) =>
  queryOptions({
    queryKey: ['day', date ?? 'today'],
    queryFn: () => request<Day>('GET', date ? `/day?date=${date}` : '/day'),
    refetchInterval: 20_000,
  })
export const visitQuery = (id: string) =>
  queryOptions({ queryKey: ['visit', id], queryFn: () => request<Visit>('GET', `/visits/${id}`) })

export function useSaveArrival(visitId: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: { baseRevision: number; arrival: Arrival; personId: string | null }) =>
      request<Visit>('PUT', `/visits/${visitId}/arrival`, change),
    onSuccess: (visit) => {
      client.setQueryData(visitQuery(visitId).queryKey, visit)
      void client.invalidateQueries({ queryKey: ['day'] })
    },
  })
}

export function useMoveDog() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ visitId, station }: { visitId: string; station: Station }) =>
      request('PUT', `/visits/${visitId}/station`, { station }),
    onSettled: (_, __, { visitId }) =>
      Promise.all([
        client.invalidateQueries({ queryKey: ['day'] }),
        client.invalidateQueries({ queryKey: ['visit', visitId] }),
      ]),
  })
}

export function useAddVisit() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (visit: NewVisit) => request<Visit>('POST', '/visits', visit),
    onSuccess: (visit) => {
      client.setQueryData(visitQuery(visit.id).queryKey, visit)
      void client.invalidateQueries({ queryKey: ['day'] })
      void client.invalidateQueries({ queryKey: ['search'] })
      void client.invalidateQueries({ queryKey: ['dog', visit.dogId] })
    },
  })
}

export const makePlan = (assessmentId: string, wanted: PlanRequest = {}): Promise<PlanRecord> =>
  request<PlanRecord>('POST', `/assessments/${assessmentId}/plans`, wanted)

export const outboxQuery = queryOptions({
  queryKey: ['outbox'],
  queryFn: () => request<Message[]>('GET', '/outbox'),
})

/** Places finished, or opened again. */
export function useMarkDone(visitId: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: DoneChange) => request<VisitProgress>('PUT', `/visits/${visitId}/done`, change),
    onSuccess: (progress) =>
      client.setQueryData(visitQuery(visitId).queryKey, (before) => before && { ...before, progress }),
  })
}

export function useAskSecond(visitId: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: () => request<Visit>('POST', `/visits/${visitId}/second`, {}),
    onSuccess: (visit) => client.setQueryData(visitQuery(visitId).queryKey, visit),
  })
}

export function useAcceptPlan(visitId: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (planId: string) => request<PlanRecord>('POST', `/plans/${planId}/accept`, {}),
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: ['day'] }),
        client.invalidateQueries({ queryKey: ['visit', visitId] }),
      ]),
  })
}

export function useSetPrices() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (prices: Salon['prices']) => request<Salon>('PUT', '/settings/prices', prices),
    onSuccess: (salon) => client.setQueryData(salonQuery.queryKey, salon),
  })
}

export function useSetEstimate() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: { id: EstimateId; value: number | null }) =>
      request<Salon>('PUT', '/settings/estimates', change),
    onSuccess: (salon) => client.setQueryData(salonQuery.queryKey, salon),
  })
}
