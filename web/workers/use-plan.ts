import { type Remote, wrap } from 'comlink'
import { useEffect, useState } from 'react'
import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import type { House, Plan } from '../../core/index.ts'
import type { Planner } from './planner.worker.ts'

let planner: Remote<Planner> | null = null
const thePlanner = (): Remote<Planner> => {
  planner ??= wrap<Planner>(new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' }))
  return planner
}

/** The plan of what stands on the screen, re-made in the worker after every change; the last one stays until then. */
export function usePlan(file: AssessmentFile | null, house: House): { plan: Plan | null; problem: string | null } {
  const [state, setState] = useState<{ plan: Plan | null; problem: string | null }>({ plan: null, problem: null })
  useEffect(
    function replan() {
      if (!file) return
      let current = true
      thePlanner()
        .plan(file, house)
        .then(
          (plan) => current && setState({ plan, problem: null }),
          (error: Error) => current && setState((before) => ({ ...before, problem: error.message })),
        )
      return () => {
        current = false
      }
    },
    [file, house],
  )
  return state
}
