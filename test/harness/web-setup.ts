import { notifyManager } from '@tanstack/react-query'
import { cleanup, configure } from '@testing-library/react'
import { useMemo } from 'react'
import { afterEach, vi } from 'vitest'
import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import { type House, planGroom } from '../../core/index.ts'
import { soFarOf } from '../../web/workers/so-far.ts'

/* Before each file of tests in web/: they share their modules, so what one leaves behind is taken away after each test. */

/** A busy machine is slow, not wrong. */
export const PATIENCE_MS = 20_000
configure({ asyncUtilTimeout: PATIENCE_MS })
// By default an answer is told to its screens a timer's turn later: then nothing is asked any more, and the screen does not
// know it yet.
notifyManager.setScheduler(queueMicrotask)

// A test document has no workers: what the planner answers is worked out at once. Said here for all of them: a file of
// tests that says it for itself comes too late for what one before it has read in.
vi.mock('../../web/workers/use-plan.ts', () => {
  const usePlan = (file: AssessmentFile | null, house: House) =>
    useMemo(() => ({ plan: file ? planGroom(readAssessment(file, house), house) : null, problem: null }), [file, house])
  const usePlanSoFar = (file: AssessmentFile, house: House) => {
    const { plan } = usePlan(file, house)
    return useMemo(() => ({ plan: plan && soFarOf(plan), problem: null }), [plan])
  }
  return { usePlan, usePlanSoFar }
})

afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
  globalThis.localStorage?.clear()
})
