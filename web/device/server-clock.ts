import { deviceStorage } from './storage.ts'

const KEY = 'etude.clock'

/** The server's clock, so that two devices agree on when something happened: as far as it was ahead when it last answered. */
let ahead = Number(deviceStorage.get(KEY)) || 0
let last = 0

export const serverNow = (): number => Date.now() + ahead

/** A moment for something that happens here, never the same and never before the one given out last. */
export function nextMoment(): string {
  last = Math.max(last + 1, serverNow())
  return new Date(last).toISOString()
}

/** Smaller differences are the way there and back, not the clock. */
const WORTH_MS = 1500

export function takeServerTime(iso: string): void {
  const found = Date.parse(iso) - Date.now()
  if (!Number.isFinite(found) || Math.abs(found - ahead) < WORTH_MS) return
  ahead = Math.abs(found) < WORTH_MS ? 0 : found
  deviceStorage.set(KEY, String(ahead))
}
