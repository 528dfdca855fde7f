import { useSyncExternalStore } from 'react'

/** Reads whose last answer was this device's own, because the server is away. */
let kept: ReadonlySet<string> = new Set()
const listeners = new Set<() => void>()

/** Writes down where an answer came from. @param url as it follows `/api` */
export function noteAnswer(url: string, fromDevice: boolean): void {
  if (kept.has(url) === fromDevice) return
  const next = new Set(kept)
  if (fromDevice) next.add(url)
  else next.delete(url)
  kept = next
  for (const listener of listeners) listener()
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** Whether any of what is shown comes from this device and not from the server. */
export const useShowsKept = (): boolean => useSyncExternalStore(subscribe, () => kept.size > 0)
