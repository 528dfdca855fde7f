import { replaceEqualDeep } from '@tanstack/react-query'
import { useCallback, useMemo, useRef, useState } from 'react'
import type { AssessmentDoc, ScoreChange } from '../../contract/api/scores.ts'
import type { Visit } from '../../contract/api/visits.ts'
import { indexAt, type Sheet } from '../../core/index.ts'
import type { Entry } from '../device/outbox.ts'
import { noteRevision, outbox, send, useLane } from '../device/use-outbox.ts'
import { type Saving, savingOf } from './saving.ts'
import { applied, inverse, sheetOf } from './sheet-state.ts'

export interface Scoring {
  readonly sheet: Sheet
  readonly saving: Saving
  readonly act: (changes: readonly ScoreChange[]) => void
  readonly undo: () => ScoreChange[] | null
  readonly canUndo: boolean
  readonly settle: (choice: 'theirs' | 'mine') => void
  /** Region-sides whose scores are still on their way. */
  readonly pending: ReadonlySet<number>
}

const laneName = (assessmentId: string): string => `scores.${assessmentId}`

const changesOf = ({ call }: Entry): readonly ScoreChange[] =>
  (call as { body?: { changes?: readonly ScoreChange[] } }).body?.changes ?? []

/**
 * The sheet of a look with what is still on its way on top; the same on every screen and in every tab. What the server
 * acknowledges is what stands there already: then it is the very same sheet, and nothing is drawn or planned anew.
 */
export function useSheet(doc: AssessmentDoc): Sheet {
  const { entries } = useLane(laneName(doc.id))
  const before = useRef<Sheet | undefined>(undefined)
  return useMemo(() => {
    before.current = replaceEqualDeep(before.current, applied(sheetOf(doc), entries.flatMap(changesOf)))
    return before.current
  }, [doc, entries])
}

/** Scoring an assessment of a visit: every change is kept, sent in order, and lands in the visit that every screen reads. */
export function useVisitScoring(visit: Visit, role: AssessmentDoc['role']): Scoring {
  const doc = role === 'second' && visit.second ? visit.second : visit.assessment
  const lane = useLane(laneName(doc.id))
  const sheet = useSheet(doc)
  const [history, setHistory] = useState<readonly ScoreChange[][]>([])
  const now = useRef({ sheet, revision: doc.revision })
  now.current = { sheet, revision: doc.revision }
  const add = useCallback(
    (changes: readonly ScoreChange[]) => {
      const batchId = crypto.randomUUID()
      const body = { batchId, baseRevision: now.current.revision, changes: [...changes] }
      send('scores.change', { id: doc.id, body }, batchId)
    },
    [doc.id],
  )
  const act = useCallback(
    (changes: readonly ScoreChange[]) => {
      if (changes.length === 0) return
      const back = inverse(now.current.sheet, changes)
      setHistory((before) => [...before, back])
      add(changes)
    },
    [add],
  )
  const undo = useCallback(() => {
    const last = history.at(-1)
    if (!last) return null
    setHistory(history.slice(0, -1))
    add(last)
    return last
  }, [history, add])
  const { stopped } = lane
  const settle = useCallback(
    (choice: 'theirs' | 'mine') => {
      const current = stopped?.problem.current as AssessmentDoc | undefined
      if (current) noteRevision(current)
      outbox.settle(laneName(doc.id), choice === 'mine' ? 'again' : 'drop')
    },
    [doc.id, stopped],
  )
  const { entries } = lane
  const pending = useMemo(
    () => new Set(entries.flatMap(changesOf).map(({ region, side }) => indexAt(region, side))),
    [entries],
  )
  return { sheet, saving: savingOf(lane), act, undo, canUndo: history.length > 0, settle, pending }
}
