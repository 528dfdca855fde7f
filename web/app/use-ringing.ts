import { useEffect } from 'react'
import { ring } from './sound.ts'

const RING_EVERY_MS = 1400

/** Sounds while something is over and nobody has touched it. */
export function useRinging(over: boolean): void {
  useEffect(
    function soundUntilTouched() {
      if (!over) return
      ring()
      const timer = setInterval(ring, RING_EVERY_MS)
      return () => clearInterval(timer)
    },
    [over],
  )
}
