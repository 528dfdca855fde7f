import type { QueryClient } from '@tanstack/react-query'
import { changedSchema, salonApi } from '../../contract/api/salon.ts'
import { TAB } from './client.ts'
import { openStream } from './stream.ts'

/** What comes within so long is read once. */
const TOGETHER_MS = 120
/** Whether a read is of a visit; a plan's names its look, and belongs to the page that shows the visit. */
const isOf = (visitId: string, subject: string, id: string | undefined): boolean =>
  id === undefined ? subject !== 'plan' || location.pathname.includes(visitId) : id === visitId

/** Keys of a read: its subject, its name, what stands in its path. */
type Key = readonly [subject: string, name: string, path?: { readonly id?: string }]

/**
 * Reads anew what others change, as they change it. Only a page that is looked at listens, so that a few open tabs do not
 * use up what a browser holds open to one server; one that comes back, or was cut off, reads everything anew.
 * @returns what ends it
 */
export function followChanges(client: QueryClient): () => void {
  let close: (() => void) | null = null
  let missed = false
  let stale: { subjects: readonly string[]; visitId: string | null }[] = []
  let timer: ReturnType<typeof setTimeout> | null = null

  const readAnew = (): void => {
    timer = null
    const told = stale
    stale = []
    void client.invalidateQueries({
      predicate: ({ queryKey }) => {
        const [subject, , path] = queryKey as unknown as Key
        return told.some(
          ({ subjects, visitId }) =>
            subjects.length === 0 ||
            (subjects.includes(subject) && (visitId === null || isOf(visitId, subject, path?.id))),
        )
      },
    })
  }
  const hear = (subjects: readonly string[], visitId: string | null): void => {
    stale.push({ subjects, visitId })
    timer ??= setTimeout(readAnew, TOGETHER_MS)
  }
  const open = (): (() => void) =>
    openStream(`/api${salonApi.changes.path}`, {
      open: () => {
        if (missed) hear([], null)
        missed = true
      },
      [salonApi.changes.event]: ({ data }) => {
        const told = changedSchema.safeParse(JSON.parse(data))
        if (told.success && told.data.tab !== TAB) hear(told.data.subjects, told.data.visitId)
      },
    })
  const look = (): void => {
    if (document.visibilityState === 'visible') {
      close ??= open()
    } else {
      close?.()
      close = null
    }
  }
  look()
  document.addEventListener('visibilitychange', look)
  return () => {
    document.removeEventListener('visibilitychange', look)
    close?.()
    if (timer) clearTimeout(timer)
  }
}
