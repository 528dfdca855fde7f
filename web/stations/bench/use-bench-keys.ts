import { useEffect } from 'react'
import { benchApi } from '../../../contract/api/bench.ts'
import type { BenchHappening, StepStatus } from '../../../core/index.ts'
import { isForOthers } from '../../app/keys.ts'
import { useMayNot } from '../../device/use-may-not.ts'

/** Controls that a key presses by itself. */
const PRESSED_BY_KEY = 'button, a, summary, input, select, textarea, [role=button], [role=slider]'

/**
 * The bench by one key: space, or what a pedal or a clicker sends. On starts what is at hand and, when it runs, says it is
 * done; back pauses it and goes on.
 */
export function useBenchKeys(
  status: StepStatus,
  mine: boolean,
  add: (happening: BenchHappening) => void,
  onDone: () => void,
): void {
  const mayNot = useMayNot(benchApi.add) !== null
  useEffect(function listen() {
    const { step } = status
    const open = status.status === 'open' || status.status === 'working'
    const onKey = (event: KeyboardEvent): void => {
      if (isForOthers(event) || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return
      if (mayNot || document.querySelector('[role=dialog]')) return
      if (event.key === ' ' && event.target instanceof Element && event.target.matches(PRESSED_BY_KEY)) return
      const on = event.key === ' ' || event.key === 'PageDown'
      if (!open || (!on && event.key !== 'PageUp')) return
      event.preventDefault()
      if (on && mine) onDone()
      else add({ kind: mine ? 'pause' : 'start', step: step.id })
    }
    addEventListener('keydown', onKey)
    return () => removeEventListener('keydown', onKey)
  })
}
