import { proxy, type Remote, wrap } from 'comlink'
import { useEffect, useState } from 'react'
import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import type { Axis, Flip, Frontier, House, Odds } from '../../core/index.ts'
import type { Questions } from './questions.worker.ts'

let worker: Remote<Questions> | null = null
export const theQuestions = (): Remote<Questions> => {
  worker ??= wrap<Questions>(new Worker(new URL('./questions.worker.ts', import.meta.url), { type: 'module' }))
  return worker
}

/** What the coat costs at every budget; the last curve stays until the next is there. */
export function useFrontier(file: AssessmentFile, house: House, axis: Axis): Frontier | null {
  const [frontier, setFrontier] = useState<{ axis: Axis; frontier: Frontier } | null>(null)
  useEffect(
    function ask() {
      let current = true
      void theQuestions()
        .frontier(file, house, axis)
        .then((answer) => current && setFrontier({ axis, frontier: answer }))
      return () => {
        current = false
      }
    },
    [file, house, axis],
  )
  return frontier?.axis === axis ? frontier.frontier : null
}

interface Asked<T> {
  readonly answer: T | null
  /** 0 to 1. */
  readonly share: number
  /** Stops asking; what was found so far stays. */
  readonly cancel: () => void
  readonly stopped: boolean
}

/** A long question, answered bit by bit; leaving the screen or asking anew stops it. */
function useAsked<T>(
  kind: 'flips' | 'odds',
  start: (tell: (answer: T, share: number) => void) => Promise<void>,
  file: AssessmentFile,
  house: House,
): Asked<T> {
  const [state, setState] = useState<{ answer: T | null; share: number; stopped: boolean }>({
    answer: null,
    share: 0,
    stopped: false,
  })
  // biome-ignore lint/correctness/useExhaustiveDependencies: the question is asked anew when the dog changes, not when its words do
  useEffect(
    function ask() {
      let current = true
      setState((before) => ({ ...before, share: 0, stopped: false }))
      void start((answer, share) => current && setState((before) => ({ ...before, answer, share })))
      return () => {
        current = false
        void theQuestions().cancel(kind)
      }
    },
    [kind, file, house],
  )
  const cancel = (): void => {
    void theQuestions().cancel(kind)
    setState((before) => ({ ...before, stopped: true }))
  }
  return { ...state, cancel }
}

export const useFlips = (file: AssessmentFile, house: House): Asked<Flip[]> =>
  useAsked<Flip[]>('flips', (tell) => theQuestions().flips(file, house, proxy(tell)), file, house)

export const useOdds = (file: AssessmentFile, house: House): Asked<Odds> =>
  useAsked<Odds>('odds', (tell) => theQuestions().odds(file, house, proxy(tell)), file, house)
