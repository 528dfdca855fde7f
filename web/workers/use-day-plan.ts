import { proxy, type Remote, wrap } from 'comlink'
import { useEffect, useMemo, useState } from 'react'
import type { DayToPlan } from '../../contract/api/day.ts'
import type { House, WhatIf } from '../../core/index.ts'
import type { Days, PlannedDay } from './day.worker.ts'

let worker: Remote<Days> | null = null
const theDays = (): Remote<Days> => {
  worker ??= wrap<Days>(new Worker(new URL('./day.worker.ts', import.meta.url), { type: 'module' }))
  return worker
}

export interface DayPlanned {
  readonly planned: PlannedDay | null
  readonly problem: string | null
}

/**
 * The plan of a day, made anew whenever something of the day changes; it begins with the plan that was kept, so that as
 * little as possible moves. The last one stays until the next is there.
 */
export function useDayPlan(toPlan: DayToPlan | undefined, house: House, change: WhatIf | null): DayPlanned {
  const [state, setState] = useState<DayPlanned>({ planned: null, problem: null })
  // A read that says the same again is no other day.
  const key = toPlan ? JSON.stringify([toPlan.file, toPlan.kept?.steps ?? [], change]) : null
  const asked = useMemo(() => (key === null ? null : (JSON.parse(key) as never[])), [key])
  useEffect(
    function planAnew() {
      if (!asked) return
      let current = true
      const [file, from, what] = asked
      theDays()
        .plan(
          file!,
          house,
          from!,
          what ?? null,
          proxy((planned) => {
            if (current) setState({ planned, problem: null })
          }),
        )
        .catch((error: Error) => {
          if (current) setState({ planned: null, problem: error.message })
        })
      return () => {
        current = false
      }
    },
    [asked, house],
  )
  return state
}
