import { useEffect, useRef, useState } from 'react'

/** From one change to the next: what is longer than this is a pause, ms. */
const PAUSE_MS = 2000
/** So many of the last steps say how quick a hand is. */
const STEPS = 5
/** A hand rests once nothing came for so many of its own steps. */
const RESTS_AFTER = 1.6

/**
 * How long after a change it may be said that the hand rests, ms: longer than it takes from one change to the next.
 * @param changes when the last changes came, ms, the latest last
 * @param leastMs where nothing is known of the hand, and for one that is quicker than that
 */
export function restAfter(changes: readonly number[], leastMs: number): number {
  const steps = changes
    .slice(1)
    .map((at, i) => at - changes[i]!)
    .filter((step) => step < PAUSE_MS)
    .slice(-STEPS)
    .toSorted((a, b) => a - b)
  return Math.max(leastMs, RESTS_AFTER * (steps[Math.floor(steps.length / 2)] ?? 0))
}

/**
 * The value once the hand that changes it rests, null before: what takes long is not begun between two keys of somebody
 * who is scoring. A fixed wait would fall on the next key of whoever is as slow as it.
 * @param leastMs how long it is waited at least
 */
export function useRested<T>(value: T, leastMs: number): T | null {
  const [rested, setRested] = useState<T | null>(null)
  const changes = useRef<number[]>([])
  useEffect(
    function waitForRest() {
      changes.current = [...changes.current, performance.now()].slice(-STEPS - 1)
      const timer = setTimeout(() => setRested(value), restAfter(changes.current, leastMs))
      return () => clearTimeout(timer)
    },
    [value, leastMs],
  )
  return rested === value ? rested : null
}
