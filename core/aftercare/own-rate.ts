import type { House } from '../house/estimates.ts'
import type { OwnRate } from './rebook.ts'

/** What one interval showed: the mat index it left with and came back with. */
export interface Interval {
  readonly weeks: number
  readonly leftIndex: number
  readonly foundIndex: number
  /** The usual rate for that coat, length and care, index points a week. */
  readonly usualRate: number
}

/** No interval says more than this about a rate: so many times slower or faster than usual. */
const MOST = 8

/**
 * The rate that takes one mat index to another, from I += r x (1 - I / 100) each week: in closed form
 * r = 100 x (1 - ((100 - found) / (100 - left)) ^ (1 / weeks)).
 */
export const rateBetween = ({ weeks, leftIndex, foundIndex }: Interval): number =>
  foundIndex <= leftIndex || leftIndex >= 100 ? 0 : 100 * (1 - ((100 - foundIndex) / (100 - leftIndex)) ** (1 / weeks))

/**
 * A dog's own rate of matting, as a factor on its coat's: the logarithm is normal between dogs, and each interval is a
 * noisy look at it, so the estimate shrinks towards the usual rate while there are few.
 */
export function ownRate(intervals: readonly Interval[], house: House): OwnRate {
  const logs = intervals
    .filter(({ weeks, usualRate }) => weeks >= 1 && usualRate > 0)
    .map((interval) => {
      const times = rateBetween(interval) / interval.usualRate
      return Math.log(Math.min(MOST, Math.max(1 / MOST, times)))
    })
  const between = house['rebook.sigma'] ** 2
  const noise = house['rate.noise'] ** 2
  const precision = 1 / between + logs.length / noise
  const mean = logs.reduce((sum, y) => sum + y, 0) / noise / precision
  return { factor: Math.exp(mean), sigma: Math.sqrt(1 / precision), visits: logs.length }
}
