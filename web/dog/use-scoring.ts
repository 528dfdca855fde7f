import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react'
import type { AssessmentDoc, ScoreChange, Visit } from '../../contract/api/api.ts'
import type { Sheet } from '../../core/index.ts'
import { request } from '../device/client.ts'
import { keepVisit } from '../device/keep.ts'
import { visitQuery } from '../device/queries.ts'
import { type Saving, ScoreSaver } from '../device/score-saver.ts'
import { applied, inverse, sheetOf } from './sheet-state.ts'

export interface Scoring {
  readonly sheet: Sheet
  readonly saving: Saving
  readonly act: (changes: readonly ScoreChange[]) => void
  readonly undo: () => ScoreChange[] | null
  readonly canUndo: boolean
  readonly settle: (choice: 'theirs' | 'mine') => void
}

const outside = {
  send: (id: string, batch: object) => request<AssessmentDoc>('PATCH', `/assessments/${id}`, batch),
  storage: localStorage,
  newId: () => crypto.randomUUID(),
  later: (work: () => void, ms: number) => {
    const timer = setTimeout(work, ms)
    return () => clearTimeout(timer)
  },
}

/** The sheet on the screen: what the server has acknowledged, and on top what is still on its way. */
function useScoring(doc: AssessmentDoc, onSaved: (doc: AssessmentDoc) => void): Scoring {
  const [base, setBase] = useState(doc)
  const notify = useRef(onSaved)
  notify.current = onSaved
  // biome-ignore lint/correctness/useExhaustiveDependencies: one saver an assessment; later copies go through refresh
  const saver = useMemo(
    () =>
      new ScoreSaver(doc, outside, (saved) => {
        setBase(saved)
        notify.current(saved)
      }),
    [doc.id],
  )
  useEffect(
    function takeNewerCopy() {
      if (saver.refresh(doc)) setBase((now) => (doc.revision > now.revision ? doc : now))
    },
    [doc, saver],
  )
  useEffect(
    function sendWhenBack() {
      saver.flush()
      addEventListener('online', saver.flush)
      return () => {
        removeEventListener('online', saver.flush)
        saver.flush()
      }
    },
    [saver],
  )
  const kept = useSyncExternalStore(saver.subscribe, saver.kept)
  const saving = useSyncExternalStore(saver.subscribe, saver.saving)
  // biome-ignore lint/correctness/useExhaustiveDependencies: kept stands for what saver.unsaved gives
  const sheet = useMemo(() => applied(sheetOf(base), saver.unsaved), [base, kept, saver])

  const [history, setHistory] = useState<readonly ScoreChange[][]>([])
  const now = useRef(sheet)
  now.current = sheet
  const act = useCallback(
    (changes: readonly ScoreChange[]) => {
      if (changes.length === 0) return
      const back = inverse(now.current, changes)
      setHistory((before) => [...before, back])
      saver.add(changes)
    },
    [saver],
  )
  const undo = useCallback(() => {
    const last = history.at(-1)
    if (!last) return null
    setHistory(history.slice(0, -1))
    saver.add(last)
    return last
  }, [history, saver])
  const settle = useCallback((choice: 'theirs' | 'mine') => saver.settle(choice), [saver])
  return { sheet, saving, act, undo, canUndo: history.length > 0, settle }
}

/** Scoring an assessment of a visit: what is saved lands in the visit that every screen reads, and on this device. */
export function useVisitScoring(visit: Visit, role: AssessmentDoc['role']): Scoring {
  const client = useQueryClient()
  const takeSaved = useCallback(
    (assessment: AssessmentDoc) => {
      const place = assessment.role === 'second' ? 'second' : 'assessment'
      const now = client.setQueryData(
        visitQuery(visit.id).queryKey,
        (before) => before && { ...before, [place]: assessment },
      )
      if (now) void keepVisit(now)
    },
    [client, visit.id],
  )
  return useScoring(role === 'second' && visit.second ? visit.second : visit.assessment, takeSaved)
}
