import { useSyncExternalStore } from 'react'
import { deviceStorage } from './storage.ts'

const KEY = 'etude.person'
const listeners = new Set<() => void>()

/** Who works at this screen: sent with every change, so that the log knows. */
export const personOnDuty = (): string | null => deviceStorage.get(KEY)

export function setPersonOnDuty(id: string | null): void {
  if (id) deviceStorage.set(KEY, id)
  else deviceStorage.remove(KEY)
  for (const listener of listeners) listener()
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

export const usePersonOnDuty = (): string | null => useSyncExternalStore(subscribe, personOnDuty)
