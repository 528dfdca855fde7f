import { toast } from 'sonner'

const UNDO_MS = 10_000

/** A short word of what was done, and the way back; a way back that is barred by now says so. */
export const said = (what: string, undo: () => Promise<unknown>): void => {
  toast.success(what, {
    duration: UNDO_MS,
    action: { label: 'Undo', onClick: () => undo().catch((refused: Error) => toast.error(refused.message)) },
  })
}
