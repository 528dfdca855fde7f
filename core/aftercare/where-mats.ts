import { type PlaceIndex, REGION_SIDES, REGIONS } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { Millimetres } from '../numbers/units.ts'
import { matWeight } from '../scores/indices.ts'

/** What forms between visits is found as knots. */
const KNOTS = 2
const HALVINGS = 50

/**
 * Where the mats of a forecast lie: first and most where it rubs, and the more the longer the coat is there.
 * @param index the mat index that is expected, 0 to 100 @param outlineMm lengths by then, by region-side
 * @returns share of each region-side that knots cover, 0 to 1; together they make up the index
 */
export function whereMats(index: PlaceIndex, outlineMm: readonly Millimetres[], house: House): number[] {
  const proneness = REGION_SIDES.map(({ region, index: at }) => {
    const mm = outlineMm[at]!
    if (mm <= 0) return 0
    const byLength = Math.min(
      house['matting.length-most'],
      Math.max(house['matting.length-least'], mm / house['matting.mm']),
    )
    return byLength * (REGIONS[region].rub ? house['matting.rub'] : 1)
  })
  const covered = (k: number): number[] => proneness.map((prone) => 1 - Math.exp(-k * prone))
  const indexOf = (extents: readonly number[]): number =>
    REGION_SIDES.reduce((sum, { index: at, share }) => sum + 100 * share * extents[at]! * matWeight(KNOTS, house), 0)
  // What covers more makes a higher index, so halving finds the one that makes this one.
  let [low, high] = [0, 1]
  while (indexOf(covered(high)) < index && high < 2 ** HALVINGS) high *= 2
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    if (indexOf(covered(middle)) < index) low = middle
    else high = middle
  }
  return covered((low + high) / 2)
}
