import { proxy, type Remote, wrap } from 'comlink'
import { useEffect, useMemo, useState } from 'react'
import type { DayToPlan } from '../../contract/api/planning.ts'
import type { House, PlannedStep, WhatIf } from '../../core/index.ts'
import type { Days, PlannedDay } from './day.worker.ts'

let worker: Remote<Days> | null = null
const theDays = (): Remote<Days> => {
  worker ??= wrap<Days>(new Worker(new URL('./day.worker.ts', import.meta.url), { type: 'module' }))
  return worker
}

type Asked = [file: DayToPlan['file'], from: PlannedStep[], told: Told, change: WhatIf | null]
/** When each dog is done by the plan its people were told of, min. */
type Told = Readonly<Record<string, number>>

export interface DayPlanned {
  readonly planned: PlannedDay | null
  readonly problem: string | null
}

/**
 * The plan of a day, made anew whenever something of the day changes; it begins with a plan there is, so that as little
 * as possible moves. The last one stays until the next is there.
 */
export function useDayPlan(
  file: DayToPlan['file'] | undefined,
  from: readonly PlannedStep[],
  told: Told,
  house: House,
  change: WhatIf | null,
): DayPlanned {
  const [state, setState] = useState<DayPlanned>({ planned: null, problem: null })
  // A read that says the same again is no other day.
  const key = file ? JSON.stringify([file, from, told, change]) : null
  const asked = useMemo(() => (key === null ? null : (JSON.parse(key) as Asked)), [key])
  useEffect(
    function planAnew() {
      if (!asked) return
      let current = true
      const [day, begin, said, what] = asked
      theDays()
        .plan(
          day,
          house,
          begin,
          said,
          what,
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
