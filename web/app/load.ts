import { deviceStorage } from '../device/storage.ts'

const KEY = 'etude.opened-anew'
/** Twice in this time is not a new build but something broken: then it is said. */
const ONCE_IN_MS = 20_000

/**
 * Opens the page anew where a part of it is no longer there: a tablet that stayed open over a new build asks for files
 * that are gone. What was entered is kept on the device and comes back.
 */
function openAnew(now: number): boolean {
  const last = Number(deviceStorage.get(KEY) ?? 0)
  if (now - last < ONCE_IN_MS) return false
  deviceStorage.set(KEY, String(now))
  location.reload()
  return true
}

/** Loads a screen or a part of one; what cannot be loaded is loaded by a fresh page, once. */
export async function loaded<C>(load: () => Promise<C>): Promise<{ readonly Component: C }> {
  try {
    return { Component: await load() }
  } catch (error) {
    // Until the fresh page is there nothing is shown as broken.
    if (openAnew(Date.now())) return new Promise(() => {})
    throw error
  }
}
