import { type PlaceIndex, REGION_SIDES, REGIONS } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import { interpolated } from '../numbers/interpolate.ts'
import type { Millimetres } from '../numbers/units.ts'
import type { CoatType } from './coat-types.ts'

/** Coats that grow without stop; the others come back to a length of their own and stay there. */
export const GROWS_ON: ReadonlySet<CoatType> = new Set(['silky', 'drop-double', 'curly', 'cotton', 'corded'])
/** A coat of set length counts as back at this share of it: the last millimetres never quite come. */
const BACK = fixed('growth.back')
const DAYS = 7

/**
 * Weeks until coat of `fromMm` is back to `toMm`.
 * Growing on: linear. Of a set length L: L x (1 - exp(-t / tau)), and "back" is nine tenths of it.
 */
export function weeksToRegrow(fromMm: Millimetres, toMm: Millimetres, coatType: CoatType, house: House): number {
  if (fromMm >= toMm || toMm <= 0) return 0
  if (GROWS_ON.has(coatType)) return (toMm - fromMm) / house['growth.mm-day'] / DAYS
  return Math.max(0, timeConstant(toMm, house) * (Math.log(1 - fromMm / toMm) - Math.log(1 - BACK)))
}

/**
 * Length of coat so many weeks after it was cut to `fromMm`, mm: the same law forwards.
 * @param fullMm length it comes back to; a coat that grows on goes past it
 */
export function lengthAfter(
  fromMm: Millimetres,
  fullMm: Millimetres,
  weeks: number,
  coatType: CoatType,
  house: House,
): number {
  if (GROWS_ON.has(coatType)) return fromMm + house['growth.mm-day'] * DAYS * weeks
  if (fromMm >= fullMm) return fromMm
  return fullMm - (fullMm - fromMm) * Math.exp(-weeks / timeConstant(fullMm, house))
}

/** Weeks to nine tenths rise with the coat's own length, between the short and the long, so that no millimetre is a step. */
const timeConstant = (fullMm: Millimetres, house: House): number =>
  interpolated(
    [
      [house['growth.short-mm'], house['growth.short-weeks']],
      [house['growth.long-mm'], house['growth.long-weeks']],
    ],
    fullMm,
  ) / -Math.log(1 - BACK)

/**
 * Mean length of the whole coat by weeks since it was cut, mm, weighted by area: `lengthAfter` summed over the dog in
 * closed form, because forecasts ask for it week by week.
 * @param fromMm lengths it was cut to, by region-side @param fullMm lengths it comes back to
 */
export function meanLengthAfter(
  fromMm: readonly Millimetres[],
  fullMm: readonly Millimetres[],
  coatType: CoatType,
  house: House,
): (weeks: number) => number {
  const mean = (of: (index: PlaceIndex) => number): number =>
    REGION_SIDES.reduce((sum, { index, share }) => sum + share * of(index), 0)
  if (GROWS_ON.has(coatType)) {
    const start = mean((index) => fromMm[index]!)
    return (weeks) => start + house['growth.mm-day'] * DAYS * weeks
  }
  const end = mean((index) => Math.max(fromMm[index]!, fullMm[index]!))
  const missing = new Map<number, number>()
  for (const { index, share } of REGION_SIDES) {
    const tau = timeConstant(fullMm[index]!, house)
    missing.set(tau, (missing.get(tau) ?? 0) + share * Math.max(0, fullMm[index]! - fromMm[index]!))
  }
  return (weeks) => [...missing].reduce((length, [tau, mm]) => length - mm * Math.exp(-weeks / tau), end)
}

/**
 * Weeks until coat of `fromMm` is `wantedMm` long, the inverse of `lengthAfter`; the last tenth of a set length counts as
 * reached where nine tenths are.
 * @returns null for more than the coat's own length, which it never reaches
 */
export function weeksToLength(
  fromMm: Millimetres,
  wantedMm: Millimetres,
  fullMm: Millimetres,
  coatType: CoatType,
  house: House,
): number | null {
  if (wantedMm <= fromMm) return 0
  if (GROWS_ON.has(coatType)) return (wantedMm - fromMm) / house['growth.mm-day'] / DAYS
  if (wantedMm > fullMm) return null
  const reached = Math.min(wantedMm, BACK * fullMm)
  if (reached <= fromMm) return 0
  return -timeConstant(fullMm, house) * Math.log((fullMm - reached) / (fullMm - fromMm))
}

/** Weeks until every place that shows is as long as it was, or as the owner wants it where that is less. */
export const regrowthOf = (
  outlineMm: readonly Millimetres[],
  wholeMm: readonly Millimetres[],
  coatType: CoatType,
  house: House,
): number =>
  Math.max(
    0,
    ...REGION_SIDES.filter(({ region }) => REGIONS[region].seen >= 1).map(({ index }) =>
      weeksToRegrow(outlineMm[index]!, wholeMm[index]!, coatType, house),
    ),
  )
