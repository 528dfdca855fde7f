import { queryOptions, type UseMutationOptions, useMutation, useQueryClient } from '@tanstack/react-query'
import type { Salon } from '../../contract/api/api.ts'
import type {
  BathRecord,
  DryingChange,
  DryingReading,
  DryingRun,
  ImportResult,
  NewProduct,
  Prep,
  StockMove,
  StockMoveRequest,
} from '../../contract/api/api-shelf.ts'
import type { Label, ShelfProduct } from '../../contract/formats/products.ts'
import { Away, request } from './client.ts'
import { keepAnswer } from './keep.ts'
import { salonQuery } from './queries.ts'

export const shelfQuery = queryOptions({
  queryKey: ['shelf'],
  queryFn: () => request<ShelfProduct[]>('GET', '/shelf'),
})
export const movesQuery = (id: string) =>
  queryOptions({ queryKey: ['shelf', id, 'moves'], queryFn: () => request<StockMove[]>('GET', `/shelf/${id}/moves`) })
export const bathQuery = (visitId: string) =>
  queryOptions({ queryKey: ['bath', visitId], queryFn: () => request<BathRecord>('GET', `/visits/${visitId}/bath`) })
export const dryingQuery = (visitId: string) =>
  queryOptions({
    queryKey: ['drying', visitId],
    queryFn: async () => (await request<{ run: DryingRun | null }>('GET', `/visits/${visitId}/drying`)).run,
  })
export const prepQuery = queryOptions({
  queryKey: ['prep'],
  queryFn: () => request<Prep>('GET', '/day/prep'),
})

/** Sent again until the server answers: what is sent carries an id, and is done once however often it comes. */
const untilHeard = {
  retry: (_: number, error: Error) => error instanceof Away,
  retryDelay: 1500,
} satisfies Pick<UseMutationOptions<unknown, Error, never>, 'retry' | 'retryDelay'>

function useProductWrite<V>(write: (input: V) => Promise<ShelfProduct>) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: write,
    onSettled: () => client.invalidateQueries({ queryKey: ['shelf'] }),
  })
}

export const useAddProduct = () => useProductWrite((product: NewProduct) => request('POST', '/shelf', product))
export const useChangeProduct = () =>
  useProductWrite(({ id, ...change }: { id: string; baseRevision: number; label: Label }) =>
    request('PUT', `/shelf/${id}`, change),
  )
export const useRetireProduct = () =>
  useProductWrite(({ id, retired }: { id: string; retired: boolean }) =>
    request('PUT', `/shelf/${id}/retired`, { retired }),
  )
export const useMoveStock = () =>
  useProductWrite(({ id, ...move }: { id: string } & StockMoveRequest) => request('POST', `/shelf/${id}/moves`, move))

/** A CSV sent to be tried or taken; what was written changes more than one list. */
export function useImport(path: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (file: { csv: string; dryRun: boolean }) => request<ImportResult>('POST', path, file),
    onSuccess: ({ written }) => written && client.invalidateQueries(),
  })
}

export function useSwapProducts(visitId: string) {
  const client = useQueryClient()
  const { queryKey } = bathQuery(visitId)
  return useMutation({
    ...untilHeard,
    mutationFn: (swaps: Record<string, string>) => request<BathRecord>('PUT', `/visits/${visitId}/bath`, { swaps }),
    onMutate: (swaps) => client.setQueryData(queryKey, (before) => before && { ...before, swaps }),
    onSuccess: (record) => {
      client.setQueryData(queryKey, record)
      void keepAnswer(`/visits/${visitId}/bath`, record)
    },
  })
}

export function useBookBath(visitId: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (batchId: string) => request<BathRecord>('POST', `/visits/${visitId}/bath/book`, { batchId }),
    onSuccess: (record) => {
      client.setQueryData(bathQuery(visitId).queryKey, record)
      void keepAnswer(`/visits/${visitId}/bath`, record)
      void client.invalidateQueries({ queryKey: ['shelf'] })
      void client.invalidateQueries({ queryKey: ['prep'] })
    },
  })
}

/** The clock starts under the hand, not when the server answers. */
function dryingAfter(run: DryingRun | null | undefined, { id, what, at }: DryingChange): DryingRun | null {
  const going = run && !run.finishedAt ? run : null
  if (what === 'start') return going ?? { id, startedAt: at, changedAt: null, finishedAt: null, readings: [] }
  if (!run) return null
  return what === 'change' ? { ...run, changedAt: run.changedAt ?? at } : { ...run, finishedAt: run.finishedAt ?? at }
}

/** What is sent of a drying shows at once; the server's answer replaces it, a refusal takes it back. */
function useDryingWrite<V>(
  visitId: string,
  send: (input: V) => Promise<{ run: DryingRun | null }>,
  after: (run: DryingRun | null | undefined, input: V) => DryingRun | null,
) {
  const client = useQueryClient()
  const { queryKey } = dryingQuery(visitId)
  return useMutation({
    ...untilHeard,
    // One after the other, so that a reading never overtakes the start it belongs to.
    scope: { id: `drying ${visitId}` },
    mutationKey: queryKey,
    mutationFn: send,
    onMutate: (input) => {
      client.setQueryData(queryKey, (before) => after(before, input))
    },
    onSuccess: ({ run }) => {
      // While more is on its way the answer is behind what the screen shows already.
      if (client.isMutating({ mutationKey: queryKey }) <= 1) client.setQueryData(queryKey, run)
      void keepAnswer(`/visits/${visitId}/drying`, { run })
    },
    onError: () => client.invalidateQueries({ queryKey }),
  })
}

export const useDryingChange = (visitId: string) =>
  useDryingWrite<DryingChange>(visitId, (change) => request('PUT', `/visits/${visitId}/drying`, change), dryingAfter)

export const useMeasure = (visitId: string) =>
  useDryingWrite<DryingReading>(
    visitId,
    (reading) => request('POST', `/visits/${visitId}/drying/readings`, reading),
    (run, reading) => (run ? { ...run, readings: [...run.readings, reading] } : null),
  )

export function useSetSchool() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: { id: string; option: string | null; personId?: string | null }) =>
      request<Salon>('PUT', '/settings/schools', change),
    onSuccess: (salon) => {
      client.setQueryData(salonQuery.queryKey, salon)
      void client.invalidateQueries({ queryKey: ['school-dates'] })
      void client.invalidateQueries({ queryKey: ['visit'] })
    },
  })
}

export function useSetEquipment() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (equipment: Salon['equipment']) => request<Salon>('PUT', '/settings/equipment', equipment),
    onSuccess: (salon) => client.setQueryData(salonQuery.queryKey, salon),
  })
}
