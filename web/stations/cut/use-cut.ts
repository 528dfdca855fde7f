import { useCallback, useMemo, useState } from 'react'
import { toast } from 'sonner'
import { type Visit, visitsApi } from '../../../contract/api/visits.ts'
import { type Assessment, type Cut, type CutWishes, cutOf, type House, type Plan } from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'
import { usePlanOfVisit } from '../../dog/plan-of-visit.ts'

/** Changes what is wished of the cut; `what` is the thing that changes, so that a drag is one change. */
export type Try = (what: string, change: (wishes: CutWishes) => CutWishes) => void

/** The cut of a dog with what is tried out on it. */
export interface CutTried {
  readonly assessment: Assessment
  /** The same without what is tried. */
  readonly kept: Assessment
  readonly plan: Plan
  readonly house: House
  /** null where the groom stops before it begins. */
  readonly cut: Cut | null
  /** Whether something is tried that is not kept yet. */
  readonly tries: boolean
}

interface Trying {
  /** null until the plan is there. */
  readonly tried: CutTried | null
  readonly attempt: Try
  readonly undo: () => void
  readonly forget: () => void
  readonly keep: () => void
  readonly keeping: boolean
}

/** Lengths and shapes that are tried out on the dog at hand; nothing is changed until they are kept. */
export function useCut(visit: Visit): Trying {
  const made = usePlanOfVisit(visit)
  const [tries, setTries] = useState<readonly { readonly what: string; readonly wishes: CutWishes }[]>([])
  const last = tries.at(-1)?.wishes ?? null
  const save = useWrite(visitsApi.setArrival)
  const tried = useMemo((): CutTried | null => {
    if (!made) return null
    const assessment = { ...made.assessment, wishes: { ...made.assessment.wishes, ...last } }
    const { plan, house } = made
    return { assessment, kept: made.assessment, plan, house, cut: cutOf(assessment, plan, house), tries: last !== null }
  }, [made, last])
  const attempt = useCallback<Try>(
    (what, change) => {
      if (!made) return
      setTries((before) => {
        const wishes = change(before.at(-1)?.wishes ?? made.assessment.wishes)
        return [...(before.at(-1)?.what === what ? before.slice(0, -1) : before), { what, wishes }]
      })
    },
    [made],
  )
  const forget = useCallback(() => setTries([]), [])
  const undo = useCallback(() => setTries((before) => before.slice(0, -1)), [])
  const keep = (): void => {
    if (!last) return
    const { arrival } = visit
    const wishes = { ...arrival.wishes, ...last, pattern: last.pattern ?? undefined }
    save.mutate(
      {
        id: visit.id,
        body: {
          baseRevision: visit.arrivalRevision,
          arrival: { ...arrival, wishes },
          personId: visit.personId,
        },
      },
      { onSuccess: forget, onError: (error) => toast.error(`The cut is not kept: ${error.message}`) },
    )
  }
  return { tried, attempt, undo, forget, keep, keeping: save.isPending }
}
