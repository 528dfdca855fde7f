import type { RegionId } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import { secondsToInjury } from './burn.ts'

/** What a guard says; never a time that would be permitted. */
export type GuardSays = 'fine' | 'cool-it' | 'change-it' | 'off-now'

/** Where the same heat does harm sooner: anus, belly, face and ears. */
const TENDER: ReadonlySet<RegionId> = new Set([
  'sanitary',
  'belly',
  'groin',
  'muzzle',
  'eyes',
  'cheek',
  'crown',
  'ear-outer',
  'ear-inner',
  'behind-ear',
])

/**
 * For a blade, a dryer's air or an iron on skin: at a tenth of the computed time to injury it says to change or move on,
 * from 45 C on at once; at anus, belly, face and ears at half of both shares.
 * @param secondsOn how long it has been on one place
 */
export function guardSays(celsius: number, secondsOn: number, region: RegionId | null, house: House): GuardSays {
  if (!Number.isFinite(celsius)) return 'off-now'
  if (celsius >= house['guard.at-once']) return 'off-now'
  const share = house['guard.share'] * (region && TENDER.has(region) ? house['guard.tender'] : 1)
  if (secondsOn >= share * secondsToInjury(celsius)) return 'change-it'
  return celsius >= house['guard.warm'] ? 'cool-it' : 'fine'
}

/** How warm a blade is that has run so long without coolant, C: towards its hottest, by the logged rise. */
export const bladeTemperature = (minutes: Minutes, startC: number, house: House): number =>
  house['blade.hottest'] - (house['blade.hottest'] - startC) * Math.exp(-house['blade.rise'] * minutes)
