import { useEffect, useState } from 'react'
import { serverNow } from './server-clock.ts'

const LOOK_MS = 200
const SECOND = 1000

/** The server's time, anew with each second. */
export function useNow(running = true): number {
  const [now, setNow] = useState(serverNow)
  useEffect(
    function tick() {
      if (!running) return
      const timer = setInterval(
        () =>
          setNow((before) => {
            const next = serverNow()
            return Math.floor(next / SECOND) === Math.floor(before / SECOND) ? before : next
          }),
        LOOK_MS,
      )
      return () => clearInterval(timer)
    },
    [running],
  )
  return now
}
