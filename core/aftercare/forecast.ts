import type { Assessment } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import { normalQuantile } from '../numbers/normal.ts'
import type { Millimetres } from '../numbers/units.ts'
import { matIndices, mattingOf, type Rebook, rateOf, rebookOf, timesAsFast } from './rebook.ts'

export interface ForecastPoint {
  readonly week: number
  readonly low: number
  readonly middle: number
  readonly high: number
}

/** Eight of ten dogs like this one lie between low and high. */
const TAIL = 0.1

/**
 * The mat index week by week from the comb check on: what is to be expected, and the spread.
 * @param leftIndex mat index at check-out @param outlineMm lengths it went home with, by region-side
 */
export function forecastOf(
  assessment: Assessment,
  leftIndex: number,
  outlineMm: readonly Millimetres[],
  weeks: number,
  house: House,
): ForecastPoint[] {
  const own = rateOf(assessment, house)
  const mats = timesAsFast(mattingOf(assessment, outlineMm, house), own.factor)
  const spread = Math.exp(own.sigma * normalQuantile(1 - TAIL))
  const low = matIndices(leftIndex, timesAsFast(mats, 1 / spread), weeks)
  const high = matIndices(leftIndex, timesAsFast(mats, spread), weeks)
  return matIndices(leftIndex, mats, weeks).map((middle, week) => ({
    week,
    low: low[week]!,
    middle,
    high: high[week]!,
  }))
}

/** The same dog with its owner brushing so often. */
export const brushedAtHome = (assessment: Assessment, perWeek: number, toSkin: boolean): Assessment => ({
  ...assessment,
  wishes: { ...assessment.wishes, homeBrushing: { perWeek, toSkin } },
})

export interface CareRow {
  readonly perWeek: number
  readonly next: Rebook
}

const TIMES = [0, 1, 2, 3, 5, 7] as const

/** The next visit by how often the owner brushes to the skin. */
export const careTable = (
  assessment: Assessment,
  leftIndex: number,
  outlineMm: readonly Millimetres[],
  house: House,
): CareRow[] =>
  TIMES.map((perWeek) => ({
    perWeek,
    next: rebookOf(brushedAtHome(assessment, perWeek, true), leftIndex, outlineMm, house),
  }))
