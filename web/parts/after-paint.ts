import { useEffect, useRef, useState } from 'react'

/**
 * The value as it stood when the screen was last painted: what hangs on it is drawn one frame later, so that the answer
 * to a key or a touch is never kept waiting by it. Values that come faster than frames are passed over, never queued.
 */
export function useAfterPaint<T>(value: T): T {
  const [shown, setShown] = useState(() => value)
  const latest = useRef(value)
  latest.current = value
  const waiting = useRef<{ frame: number; timer?: ReturnType<typeof setTimeout> } | null>(null)
  useEffect(
    function followAfterPaint() {
      if (Object.is(value, shown) || waiting.current) return
      const frame = requestAnimationFrame(() => {
        const timer = setTimeout(() => {
          waiting.current = null
          setShown(() => latest.current)
        })
        waiting.current = { frame, timer }
      })
      waiting.current = { frame }
    },
    [value, shown],
  )
  useEffect(
    () => () => {
      if (waiting.current) {
        cancelAnimationFrame(waiting.current.frame)
        clearTimeout(waiting.current.timer)
      }
      waiting.current = null
    },
    [],
  )
  return shown
}
