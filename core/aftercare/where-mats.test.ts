import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import { DEFAULT_HOUSE as H } from '../numbers/estimates.ts'
import { matWeight } from '../scores/indices.ts'
import { whereMats } from './where-mats.ts'

const even = (mm: number): number[] => REGION_SIDES.map(() => mm)
const indexOf = (extents: readonly number[]): number =>
  REGION_SIDES.reduce((sum, { index, share }) => sum + 100 * share * extents[index]! * matWeight(2, H), 0)

describe('where the mats of a forecast lie', () => {
  test('together they make up the index that was expected, and more of it is more at every place', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 20, noNaN: true }), fc.integer({ min: 1, max: 120 }), (index, mm) => {
        const extents = whereMats(index, even(mm), H)
        expect(indexOf(extents)).toBeCloseTo(index, 4)
        for (const [i, extent] of whereMats(index + 2, even(mm), H).entries())
          expect(extent).toBeGreaterThanOrEqual(extents[i]!)
      }),
      { seed: 42, numRuns: 60 },
    )
  })
  // Common practice: behind the ears, in armpits and groin, under the collar, on breeches and feet first.
  test('first where it rubs, and where the coat is longer', () => {
    const extents = whereMats(4, even(40), H)
    const rub = REGION_SIDES.filter(({ region }) => REGIONS[region].rub).map(({ index }) => extents[index]!)
    const other = REGION_SIDES.filter(({ region }) => !REGIONS[region].rub).map(({ index }) => extents[index]!)
    expect(Math.min(...rub)).toBeGreaterThan(2 * Math.max(...other))
    const tail = REGION_SIDES.find(({ region }) => region === 'tail')!.index
    const long = whereMats(
      4,
      even(10).map((mm, i) => (i === tail ? 80 : mm)),
      H,
    )
    const back = REGION_SIDES.find(({ region }) => region === 'back')!.index
    expect(long[tail]!).toBeGreaterThan(long[back]!)
  })
  test('none where none are expected, and none where there is no coat', () => {
    expect(Math.max(...whereMats(0, even(40), H))).toBeLessThan(1e-6)
    expect(
      whereMats(
        5,
        even(40).map((mm, i) => (i === 0 ? 0 : mm)),
        H,
      )[0],
    ).toBe(0)
  })
})
