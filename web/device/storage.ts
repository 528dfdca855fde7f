/** What this device keeps by name; a browser that keeps nothing leaves it in this page alone. */
export interface DeviceStorage {
  get(key: string): string | null
  /** @returns whether it outlives this page */
  set(key: string, value: string): boolean
  remove(key: string): void
  keys(prefix: string): readonly string[]
}

type Kept = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>

/**
 * Keeps by `localStorage`, and what it refuses (it is full, or the browser forbids it) in memory, so that no screen fails
 * for want of it.
 * @param find gives the browser's own storage; may throw
 */
export function storageOn(find: () => Kept): DeviceStorage {
  const memory = new Map<string, string>()
  const real = <T>(work: (storage: Kept) => T, otherwise: T): T => {
    try {
      return work(find())
    } catch {
      return otherwise
    }
  }
  return {
    get: (key) => memory.get(key) ?? real((storage) => storage.getItem(key), null),
    set: (key, value) => {
      const kept = real((storage) => {
        storage.setItem(key, value)
        return true
      }, false)
      if (kept) memory.delete(key)
      else memory.set(key, value)
      return kept
    },
    remove: (key) => {
      memory.delete(key)
      real((storage) => storage.removeItem(key), undefined)
    },
    keys: (prefix) => {
      const there = real((storage) => Array.from({ length: storage.length }, (_, i) => storage.key(i)), [])
      const all = [...there.filter((key) => key !== null), ...memory.keys()]
      return [...new Set(all)].filter((key) => key.startsWith(prefix))
    },
  }
}

export const deviceStorage: DeviceStorage = storageOn(() => localStorage)

/** Puts away what cannot be read, so that it neither stops a screen nor is thrown away. */
export function setAside(key: string, storage: DeviceStorage = deviceStorage): void {
  const value = storage.get(key)
  if (value !== null) storage.set(`etude.aside.${key}`, value)
  storage.remove(key)
}

/** What is kept under a name, as JSON; null where nothing is, or where it cannot be read and was set aside. */
export function readJson<T>(
  key: string,
  is: (value: unknown) => value is T,
  storage: DeviceStorage = deviceStorage,
): T | null {
  const text = storage.get(key)
  if (text === null) return null
  try {
    const value: unknown = JSON.parse(text)
    if (is(value)) return value
  } catch {
    // Set aside below, as what parses and is something else.
  }
  setAside(key, storage)
  return null
}
