import { useSyncExternalStore } from 'react'

/** Reads whose last answer was this device's own, because the server is away, with since when it had it. */
let kept: ReadonlyMap<string, string> = new Map()
const listeners = new Set<() => void>()

/**
 * Writes down where an answer came from.
 * @param url as it follows `/api` @param since when this device kept it; null where the server gave it now
 */
export function noteAnswer(url: string, since: string | null): void {
  if ((kept.get(url) ?? null) === since) return
  const next = new Map(kept)
  if (since === null) next.delete(url)
  else next.set(url, since)
  kept = next
  for (const listener of listeners) listener()
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** The age of the oldest of what is shown from this device; null where all of it is the server's. */
export const useKeptSince = (): string | null =>
  useSyncExternalStore(subscribe, () => [...kept.values()].reduce<string | null>(older, null))

const older = (a: string | null, b: string): string => (a === null || b < a ? b : a)
