import { describe, expect, test } from 'vitest'
import { CLEAN, cleanSheet, onRegions } from '../../test/fixtures/dogs.ts'
import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { indicesOf, plausibleWorst } from './indices.ts'
import { emptySheet, skinScore, UNSCORED } from './sheet.ts'

const indices = (sheet: ReturnType<typeof cleanSheet>) => indicesOf(sheet, DEFAULT_HOUSE)

describe('indices, worked by hand from their formulas', () => {
  test('a clean dog is 0 everywhere', () => {
    expect(indices(cleanSheet())).toEqual({
      mat: { value: 0, low: 0, high: 0 },
      undercoat: { value: 0, low: 0, high: 0 },
      condition: { value: 0, low: 0, high: 0 },
      skin: { worst: 0, regions: 0 },
    })
  })
  test('felt all over is 100', () => {
    expect(indices(cleanSheet().map((s) => ({ ...s, mat: 4 as const, extent: 1 }))).mat.value).toBeCloseTo(100, 9)
  })
  test('half the back tight: 100 x 0.110 x 0.5 x 0.75', () => {
    expect(indices(onRegions(cleanSheet(), ['back'], { mat: 3, extent: 0.5 })).mat.value).toBeCloseTo(4.125, 9)
  })
  test('undercoat 2 on both sides: 100 x 0.140 x 2/4', () => {
    expect(indices(onRegions(cleanSheet(), ['side'], { undercoat: 2 })).undercoat.value).toBeCloseTo(7, 9)
  })
  test('the value is over what was looked at, the ends over the whole dog', () => {
    const sheet = REGION_SIDES.map(({ region }) =>
      region === 'back' ? { ...CLEAN, mat: 2 as const, extent: 1 } : UNSCORED,
    )
    const { mat } = indices(sheet)
    expect(mat.value).toBeCloseTo(40, 9)
    expect(mat.low).toBeCloseTo(40 * REGIONS.back.share, 9)
    // The mean is 2: elsewhere 3 is plausible, in friction places 4.
    const rub = REGION_SIDES.reduce((sum, { region, share }) => sum + (REGIONS[region].rub ? share : 0), 0)
    expect(mat.high).toBeCloseTo(40 * 0.11 + 100 * rub + 75 * (1 - rub - 0.11), 6)
  })
  test('the alert is the worst skin and on how many places it stands, findings counted', () => {
    const sheet = onRegions(onRegions(cleanSheet(), ['belly'], { skin: 2 }), ['rump'], {
      findings: [{ id: 'scab', sizeMm: 5 }],
    })
    expect(indices(sheet).skin).toEqual({ worst: 2, regions: 2 })
  })
})

describe('what an unlooked-at place may plausibly be', () => {
  test('with nothing scored, felted', () => {
    expect(new Set(plausibleWorst(emptySheet(), 'mat', DEFAULT_HOUSE))).toEqual(new Set([4]))
  })
  test('on a dog clean so far, tangled, and knotted where friction is', () => {
    const sheet = REGION_SIDES.map(({ index }) => (index < 10 ? CLEAN : UNSCORED))
    const worst = plausibleWorst(sheet, 'mat', DEFAULT_HOUSE)
    for (const { index, region } of REGION_SIDES) expect(worst[index]).toBe(REGIONS[region].rub ? 2 : 1)
  })
  test('an exact mean is not rounded up by the rounding of sums', () => {
    const sheet = cleanSheet().map((s, i) => (i < 20 ? { ...s, mat: 1 as const } : UNSCORED))
    expect(Math.min(...plausibleWorst(sheet, 'mat', DEFAULT_HOUSE))).toBe(2)
  })
})

test('the skin score is the worse of what was given and what was found; nothing of either is unknown', () => {
  expect(skinScore({ ...UNSCORED, skin: 1, findings: [{ id: 'wound', sizeMm: 4 }] })).toBe(3)
  expect(skinScore({ ...UNSCORED, skin: 2, findings: [{ id: 'dander', sizeMm: null }] })).toBe(2)
  expect(skinScore(UNSCORED)).toBeNull()
})
