import { useMemo, useSyncExternalStore } from 'react'
import { toast } from 'sonner'
import type { NewPhoto } from '../../contract/api/photos.ts'
import { photosApi } from '../../contract/api/photos.ts'
import { refresh } from './api.ts'
import { answerOf, countsUnsent } from './client.ts'
import { personOnDuty } from './person.ts'
import { PhotoQueue, type PhotoShelf, photoShelf, type WaitingPhoto } from './photo-queue.ts'
import { queryClient } from './query-client.ts'
import { hasPending } from './use-log.ts'

let shelf: Promise<PhotoShelf> | null = null

/** One queue for the whole page. */
const queue = new PhotoQueue({
  shelf: () => {
    shelf ??= photoShelf()
    return shelf
  },
  send: ({ visitId, photo, by }) => answerOf(photosApi.add, { id: visitId, body: photo }, by),
  mustWait: ({ visitId, photo }) => photo.incidentId !== null && hasPending(visitId),
  later: (work, ms) => void setTimeout(work, ms),
  onSent: () => void refresh(queryClient, ['photos']),
  onRefused: (_, why) => toast.error(`Photo not kept: ${why}`),
})
countsUnsent(() => queue.waiting().length)

/** Sends what this device still holds. A browser that keeps nothing has nothing to send. */
export const resumePhotos = (): Promise<void> => queue.resume().catch(() => {})

export const takePhoto = (visitId: string, photo: NewPhoto): Promise<void> =>
  queue.add({ visitId, photo, by: personOnDuty() })

/** Pictures of any visit that wait on this device. */
export const useAllWaitingPhotos = (): readonly WaitingPhoto[] => useSyncExternalStore(queue.subscribe, queue.waiting)

/** Pictures of a visit that wait on this device. */
export function useWaitingPhotos(visitId: string): readonly WaitingPhoto[] {
  const all = useAllWaitingPhotos()
  return useMemo(() => all.filter((one) => one.visitId === visitId), [all, visitId])
}
