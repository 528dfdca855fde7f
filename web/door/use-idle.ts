import { useEffect, useRef } from 'react'

const LOOK_MS = 5000
const HANDS = ['pointerdown', 'keydown', 'wheel'] as const

/** Calls when no hand was at this device for so long; a device that slept is asked as soon as it wakes. */
export function useIdle(minutes: number | null, onIdle: () => void): void {
  const idle = useRef(onIdle)
  idle.current = onIdle
  useEffect(
    function watchForHands() {
      if (minutes === null) return
      let last = Date.now()
      const touched = (): void => {
        last = Date.now()
      }
      const look = (): void => {
        if (Date.now() - last < minutes * 60_000) return
        last = Date.now()
        idle.current()
      }
      const timer = setInterval(look, LOOK_MS)
      for (const hand of HANDS) addEventListener(hand, touched, { passive: true })
      return () => {
        clearInterval(timer)
        for (const hand of HANDS) removeEventListener(hand, touched)
      }
    },
    [minutes],
  )
}
