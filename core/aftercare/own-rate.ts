import type { OwnRate } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import { normalCdf } from '../numbers/normal.ts'
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
const MOST = 30
const HALVINGS = 50

/** Usual rates as kept, as new mats week by week. */
export const matsOf =
  (usualRates: readonly number[]): MatsAWeek =>
  (week) =>
    usualRates[Math.min(week, usualRates.length - 1)]!

/** The mat index after weeks that need not be whole. */
export function indexAfter(leftIndex: number, mats: MatsAWeek, weeks: number): number {
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

/** Points of the grid on which what is only bounded from above is taken in, to either side. */
const GRID = 200
const SIGMAS = 6

/**
 * A dog's own rate of matting, as a factor on its coat's: the logarithm is normal between dogs, and each interval is a
 * noisy look at it, so the estimate shrinks towards the usual rate while there are few. The last interval weighs most.
 * A dog found as free as it left says "at most so fast", not how fast: such a look is censored (a tobit likelihood,
 * Tobin, Econometrica 1958), and taken in by its normal chance on a grid.
 * @param intervals oldest first
 */
export function ownRate(intervals: readonly Interval[], house: House): OwnRate {
  const looks = intervals
    .filter(({ weeks, usualRates }) => weeks >= 1 && (usualRates[0] ?? 0) > 0)
    .map((interval, i, all) => {
      const least = interval.leftIndex + house['rate.seen']
      return {
        log: Math.log(timesUsual({ ...interval, foundIndex: Math.max(least, interval.foundIndex) })),
        atMost: interval.foundIndex < least,
        sigma: house['rate.noise'] / Math.sqrt(house['rate.forget'] ** (all.length - 1 - i)),
      }
    })
  const measured = looks.filter(({ atMost }) => !atMost)
  const precision = measured.reduce((sum, { sigma }) => sum + 1 / sigma ** 2, 1 / house['rebook.sigma'] ** 2)
  const mean = measured.reduce((sum, { log, sigma }) => sum + log / sigma ** 2, 0) / precision
  const sigma = Math.sqrt(1 / precision)
  const bounds = looks.filter(({ atMost }) => atMost)
  if (bounds.length === 0) return { factor: Math.exp(mean), sigma, visits: looks.length }
  let weight = 0
  let first = 0
  let second = 0
  for (let i = -GRID; i <= GRID; i++) {
    const z = (SIGMAS * i) / GRID
    const at = mean + z * sigma
    const likely = bounds.reduce(
      (all, bound) => all * normalCdf((bound.log - at) / bound.sigma),
      Math.exp((-z * z) / 2),
    )
    weight += likely
    first += likely * at
    second += likely * at * at
  }
  const centre = first / weight
  return { factor: Math.exp(centre), sigma: Math.sqrt(second / weight - centre ** 2), visits: looks.length }
}
