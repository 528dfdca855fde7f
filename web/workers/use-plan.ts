import { type Remote, wrap } from 'comlink'
import { useEffect, useState } from 'react'
import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import type { House, Plan } from '../../core/index.ts'
import type { Planner } from './planner.worker.ts'
import type { PlanSoFar } from './so-far.ts'

let planner: Remote<Planner> | null = null
const thePlanner = (): Remote<Planner> => {
  planner ??= wrap<Planner>(new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' }))
  return planner
}

interface Answer<T> {
  readonly plan: T | null
  readonly problem: string | null
}

function useAnswer<T>(
  ask: (planner: Remote<Planner>, file: AssessmentFile, house: House) => Promise<T>,
  file: AssessmentFile | null,
  house: House,
  restMs = 0,
): Answer<T> {
  const [state, setState] = useState<Answer<T>>({ plan: null, problem: null })
  useEffect(
    function replan() {
      if (!file) return
      let current = true
      const start = (): void => {
        ask(thePlanner(), file, house).then(
          (plan) => current && setState({ plan, problem: null }),
          (error: Error) => current && setState((before) => ({ ...before, problem: error.message })),
        )
      }
      const timer = setTimeout(start, restMs)
      return () => {
        current = false
        clearTimeout(timer)
      }
    },
    [ask, file, house, restMs],
  )
  return state
}

const whole = (planner: Remote<Planner>, file: AssessmentFile, house: House): Promise<Plan> => planner.plan(file, house)
const soFar = (planner: Remote<Planner>, file: AssessmentFile, house: House): Promise<PlanSoFar> =>
  planner.soFar(file, house)

/** The plan of what stands on the screen, re-made in the worker after every change; the last one stays until then. */
export const usePlan = (file: AssessmentFile | null, house: House): Answer<Plan> => useAnswer(whole, file, house)

/**
 * A score, the dog's turn and their painting have the machine for so long before it plans; a quick hand is not planned
 * for at every key.
 */
const REST_MS = 200

/** The same, of it only what is told while the hands are on the dog; once they rest. */
export const usePlanSoFar = (file: AssessmentFile, house: House): Answer<PlanSoFar> =>
  useAnswer(soFar, file, house, REST_MS)
