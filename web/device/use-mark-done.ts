import { useMutation, useQueryClient } from '@tanstack/react-query'
import { type DoneChange, visitsApi } from '../../contract/api/visits.ts'
import { put } from './api.ts'
import { answerOf } from './client.ts'

/** Places finished, or opened again: the visit shows it at once, from the answer. */
export function useMarkDone(visitId: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: DoneChange) => answerOf(visitsApi.markDone, { id: visitId, body: change }),
    onSuccess: (progress) => put(client, visitsApi.one, { id: visitId }, (before) => before && { ...before, progress }),
  })
}
