import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import type { BenchDoc, RunningBlade, SentEvent } from '../../contract/api/bench.ts'
import type { Goodbye, GoodbyeChange } from '../../contract/api/goodbye.ts'
import type { RackToolDoc, TOOL_CARES, ToolFields } from '../../contract/api/rack.ts'
import type { DogRecord, FoundDog, PersonPace, Photo, SchoolDate } from '../../contract/api/record.ts'
import { request } from './client.ts'
import { keepAnswer } from './keep.ts'
import { takeServerTime } from './server-clock.ts'

const BENCH_MS = 2500

export const benchQuery = (visitId: string) =>
  queryOptions({
    queryKey: ['bench', visitId],
    queryFn: async () => {
      const doc = await request<BenchDoc>('GET', `/visits/${visitId}/bench`)
      takeServerTime(doc.now)
      return doc
    },
    refetchInterval: BENCH_MS,
    staleTime: 0,
  })

export async function sendBench(visitId: string, events: readonly SentEvent[], as: string | null): Promise<BenchDoc> {
  const doc = await request<BenchDoc>('POST', `/visits/${visitId}/bench`, { events }, as)
  takeServerTime(doc.now)
  void keepAnswer(`/visits/${visitId}/bench`, doc)
  return doc
}

export const goodbyeQuery = (visitId: string) =>
  queryOptions({
    queryKey: ['goodbye', visitId],
    queryFn: () => request<Goodbye>('GET', `/visits/${visitId}/goodbye`),
  })

function useGoodbyeWrite<V>(visitId: string, send: (input: V) => Promise<Goodbye>) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: send,
    onSuccess: (goodbye) => {
      client.setQueryData(goodbyeQuery(visitId).queryKey, goodbye)
      void keepAnswer(`/visits/${visitId}/goodbye`, goodbye)
      void client.invalidateQueries({ queryKey: ['day'] })
      void client.invalidateQueries({ queryKey: ['visit', visitId] })
      void client.invalidateQueries({ queryKey: ['dog'] })
    },
    onError: () => client.invalidateQueries({ queryKey: goodbyeQuery(visitId).queryKey }),
  })
}
export const useChangeGoodbye = (visitId: string) =>
  useGoodbyeWrite(visitId, (change: GoodbyeChange) => request('PUT', `/visits/${visitId}/goodbye`, change))
export const useSayGoodbye = (visitId: string) =>
  useGoodbyeWrite(visitId, () => request<Goodbye>('POST', `/visits/${visitId}/goodbye`, {}))

export const photosQuery = (visitId: string) =>
  queryOptions({
    queryKey: ['photos', visitId],
    queryFn: () => request<Photo[]>('GET', `/visits/${visitId}/photos`),
  })
export function useRemovePhoto(visitId: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (id: string) => request<Photo>('PUT', `/photos/${id}/removed`, {}),
    onSuccess: () => client.invalidateQueries({ queryKey: ['photos', visitId] }),
  })
}

export const rackQuery = queryOptions({ queryKey: ['rack'], queryFn: () => request<RackToolDoc[]>('GET', '/rack') })
/** Blades that run on any dog now. */
export const runningBladesQuery = queryOptions({
  queryKey: ['blades'],
  queryFn: () => request<RunningBlade[]>('GET', '/blades'),
  refetchInterval: 5000,
})
function useRackWrite<V>(write: (input: V) => Promise<RackToolDoc>) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: write,
    onSettled: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: ['rack'] }),
        client.invalidateQueries({ queryKey: ['visit'] }),
      ]),
  })
}
export const useAddTool = () => useRackWrite((tool: ToolFields) => request('POST', '/rack', { tool }))
export const useChangeTool = () =>
  useRackWrite(({ id, ...change }: { id: string; baseRevision: number; tool: ToolFields }) =>
    request('PUT', `/rack/${id}`, change),
  )
export const useCareForTool = () =>
  useRackWrite(({ id, care }: { id: string; care: (typeof TOOL_CARES)[number] }) =>
    request('POST', `/rack/${id}/care`, { care }),
  )
export const useRetireTool = () =>
  useRackWrite(({ id, retired }: { id: string; retired: boolean }) =>
    request('PUT', `/rack/${id}/retired`, { retired }),
  )

export const dogQuery = (id: string) =>
  queryOptions({ queryKey: ['dog', id], queryFn: () => request<DogRecord>('GET', `/dogs/${id}`) })
export const searchQuery = (text: string) =>
  queryOptions({
    queryKey: ['search', text],
    queryFn: () => request<FoundDog[]>('GET', `/search?q=${encodeURIComponent(text)}`),
    enabled: text.trim() !== '',
    placeholderData: (before) => before,
  })

export const paceQuery = queryOptions({ queryKey: ['pace'], queryFn: () => request<PersonPace[]>('GET', '/pace') })
export function useSetPace() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, ...change }: { id: string } & ({ off: boolean } | { reset: true })) =>
      request<PersonPace[]>('PUT', `/people/${id}/pace`, change),
    onSuccess: (paces) => {
      client.setQueryData(paceQuery.queryKey, paces)
      void client.invalidateQueries({ queryKey: ['visit'] })
    },
  })
}

export const schoolDatesQuery = queryOptions({
  queryKey: ['school-dates'],
  queryFn: () => request<SchoolDate[]>('GET', '/settings/schools'),
})
