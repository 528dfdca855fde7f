import type { OwnRate } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import { type MatsAWeek, matIndices, timesAsFast } from './rebook.ts'

/** What one interval showed: the mat index it left with and came back with. */
export interface Interval {
  readonly weeks: number
  readonly leftIndex: number
  readonly foundIndex: number
  /** New mats usual for that coat, length and care, index points by week; after the last it stays as it is. */
  readonly usualRates: readonly number[]
}

/** No interval says more than this about a rate: so many times slower or faster than usual. */
const MOST = 8
const HALVINGS = 50

/** Usual rates as kept, as new mats week by week. */
const matsOf =
  (usualRates: readonly number[]): MatsAWeek =>
  (week) =>
    usualRates[Math.min(week, usualRates.length - 1)]!

/** The mat index after weeks that need not be whole. */
function indexAfter(leftIndex: number, mats: MatsAWeek, weeks: number): number {
  const whole = Math.floor(weeks)
  const [before, after] = matIndices(leftIndex, mats, whole + 1).slice(whole)
  return before! + (weeks - whole) * (after! - before!)
}

/** How many times as fast as usual the dog matted: what takes the one index to the other, by bisection on its logarithm. */
export function timesUsual({ weeks, leftIndex, foundIndex, usualRates }: Interval): number {
  const usual = matsOf(usualRates)
  let low = -Math.log(MOST)
  let high = Math.log(MOST)
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    if (indexAfter(leftIndex, timesAsFast(usual, Math.exp(middle)), weeks) < foundIndex) low = middle
    else high = middle
  }
  return Math.exp((low + high) / 2)
}

/**
 * A dog's own rate of matting, as a factor on its coat's: the logarithm is normal between dogs, and each interval is a
 * noisy look at it, so the estimate shrinks towards the usual rate while there are few.
 */
export function ownRate(intervals: readonly Interval[], house: House): OwnRate {
  const logs = intervals
    .filter(({ weeks, usualRates }) => weeks >= 1 && (usualRates[0] ?? 0) > 0)
    .map((interval) => Math.log(timesUsual(interval)))
  const between = house['rebook.sigma'] ** 2
  const noise = house['rate.noise'] ** 2
  const precision = 1 / between + logs.length / noise
  const mean = logs.reduce((sum, y) => sum + y, 0) / noise / precision
  return { factor: Math.exp(mean), sigma: Math.sqrt(1 / precision), visits: logs.length }
}
