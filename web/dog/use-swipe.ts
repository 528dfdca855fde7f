import { type PointerEvent, useRef } from 'react'

/** As far as a finger has to go sideways, and how little up or down, for it to be meant, px. */
const FAR_PX = 48
const FLAT = 0.6

/**
 * Sideways strokes of a finger; a mouse does not stroke.
 * @param onSwipe 1 to the next, as a page is turned to the left, -1 to the one before
 */
export function useSwipe(onSwipe: (by: 1 | -1) => void): {
  readonly onPointerDown: (event: PointerEvent) => void
  readonly onPointerUp: (event: PointerEvent) => void
  readonly onPointerCancel: () => void
} {
  const from = useRef<{ readonly x: number; readonly y: number } | null>(null)
  return {
    onPointerDown: ({ pointerType, isPrimary, clientX, clientY, target }) => {
      // What is taken hold of to be drawn is no stroke.
      const held = target instanceof Element && target.closest('[role=slider]') !== null
      from.current = pointerType !== 'mouse' && isPrimary && !held ? { x: clientX, y: clientY } : null
    },
    onPointerUp: ({ clientX, clientY }) => {
      const start = from.current
      from.current = null
      if (!start) return
      const [dx, dy] = [clientX - start.x, clientY - start.y]
      if (Math.abs(dx) >= FAR_PX && Math.abs(dy) <= FLAT * Math.abs(dx)) onSwipe(dx < 0 ? 1 : -1)
    },
    onPointerCancel: () => {
      from.current = null
    },
  }
}
