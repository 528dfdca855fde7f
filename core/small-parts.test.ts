import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { mixAtLeast, mixForProduct, mixForTotal, parseDilution } from './bath/mix.ts'
import { BREEDS, buildOf, findBreed } from './coat/breeds.ts'
import { COAT_TYPE_IDS } from './coat/coat-types.ts'
import { DEFAULT_HOUSE, ESTIMATE_IDS, ESTIMATES, houseWith } from './numbers/estimates.ts'
import { UNIT_SYSTEMS, volumeFromMl, volumeToMl } from './numbers/units.ts'
import { BLADES, bladeUnderMat, FULL_RACK, toolForLength } from './tools/blades.ts'

describe('mixing', () => {
  // Common practice: 1:8 is one part in nine parts of mix.
  test('100 ml of product at 1:8 makes 900 ml', () => {
    expect(mixForProduct(parseDilution('1:8')!, 100).totalMl).toBe(900)
  })
  test('450 ml at 1:8 takes 50 ml of product and 400 ml of water', () => {
    expect(mixForTotal(parseDilution('1:8')!, 450)).toEqual({
      productMl: 50,
      waterMl: 400,
      totalMl: 450,
      strengthPercent: 11.1,
      mixedPercent: 11.1,
    })
  })
  test('a small mix rises until whole millilitres are within a twentieth of the label, and says what it is', () => {
    expect(mixAtLeast({ productParts: 1, waterParts: 50 }, 20)).toMatchObject({
      productMl: 1,
      totalMl: 49,
      mixedPercent: 2,
    })
    expect(mixForTotal({ productParts: 1, waterParts: 50 }, 20)).toMatchObject({ strengthPercent: 2, mixedPercent: 5 })
    for (let water = 0; water <= 100; water++)
      for (const least of [1, 5, 17, 20, 33, 50, 120, 450]) {
        const { productMl, waterMl, totalMl } = mixAtLeast({ productParts: 1, waterParts: water }, least)
        expect(productMl + waterMl).toBe(totalMl)
        expect(totalMl).toBeGreaterThanOrEqual(least)
        expect(Math.abs((productMl / totalMl) * (water + 1) - 1)).toBeLessThanOrEqual(0.05 + 1e-9)
        // Never more than one millilitre of product more than was asked for.
        expect(productMl).toBeLessThanOrEqual(least / (water + 1) + 1)
      }
  })
  test.each(['1:8', '8:1', '1 in 9', '1 to 8', ' 1 : 8 '])('%s means the same', (text) => {
    const { productParts, waterParts } = parseDilution(text)!
    expect(waterParts / productParts).toBe(8)
  })
  test.each(['', '1', '0:8', '1:', 'x:8', '-1:8', '0%', '101%', '9 in 1', '1:8:2'])('%s is refused', (text) => {
    expect(parseDilution(text)).toBeNull()
  })
  test('ready to use takes no water', () => {
    expect(mixForTotal(parseDilution('ready to use')!, 300)).toMatchObject({
      productMl: 300,
      waterMl: 0,
      strengthPercent: 100,
    })
  })
  test('product is to the nearest millilitre and at least 1, water is the rest', () => {
    const ratio = fc.integer({ min: 1, max: 100 })
    fc.assert(
      fc.property(ratio, fc.integer({ min: 1, max: 20000 }), (water, total) => {
        const mix = mixForTotal({ productParts: 1, waterParts: water }, total)
        expect(mix.productMl).toBeGreaterThanOrEqual(1)
        expect(Number.isInteger(mix.productMl)).toBe(true)
        expect(mix.productMl + mix.waterMl).toBe(total)
        expect(Math.abs(mix.productMl - total / (water + 1))).toBeLessThanOrEqual(
          Math.max(0.5, 1 - total / (water + 1)),
        )
      }),
      { seed: 7, numRuns: 500 },
    )
  })
  test.each([0, -1, Number.NaN, 2e6])('a volume of %d ml is refused', (ml) => {
    expect(() => mixForTotal({ productParts: 1, waterParts: 8 }, ml)).toThrow(RangeError)
  })
})

test('volumes go there and back', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.1, max: 1000, noNaN: true }), fc.constantFrom(...UNIT_SYSTEMS), (x, system) => {
      expect(volumeFromMl(volumeToMl(x, system), system)).toBeCloseTo(x, 9)
    }),
    { seed: 7 },
  )
})

describe('breeds', () => {
  test('there are at least 80 with unique ids, known coats and sane weights', () => {
    expect(BREEDS.length).toBeGreaterThanOrEqual(80)
    expect(new Set(BREEDS.map(({ id }) => id)).size).toBe(BREEDS.length)
    for (const { id, coatType, orCoatType, weightKg } of BREEDS) {
      expect(COAT_TYPE_IDS, id).toContain(coatType)
      if (orCoatType) expect(COAT_TYPE_IDS, id).toContain(orCoatType)
      expect(weightKg[0], id).toBeGreaterThanOrEqual(0.5)
      expect(weightKg[0], id).toBeLessThan(weightKg[1])
    }
    for (const coat of COAT_TYPE_IDS)
      expect(
        BREEDS.some(({ coatType }) => coatType === coat),
        coat,
      ).toBe(true)
  })
  test('any two breeds make a cross, which takes after the one named first', () => {
    const cross = findBreed('pug+whippet')!
    expect(cross).toMatchObject({ id: 'pug+whippet', name: 'Pug x Whippet', brachycephalic: true, build: 'flat-faced' })
    const [pug, whippet] = [findBreed('pug')!, findBreed('whippet')!]
    expect(cross.weightKg).toEqual([
      Math.min(pug.weightKg[0], whippet.weightKg[0]),
      Math.max(pug.weightKg[1], whippet.weightKg[1]),
    ])
    expect(findBreed('samoyed+whippet')!.orCoatType).toBe(whippet.coatType)
    for (const no of ['pug+pug', 'pug+nobody', 'pug+whippet+pug', 'pug+', '+'])
      expect(findBreed(no), no).toBeUndefined()
  })
  test('short skulls are marked, and the build of an unknown dog goes by weight', () => {
    expect(findBreed('pug')!.brachycephalic).toBe(true)
    expect(findBreed('whippet')!.brachycephalic).toBe(false)
    expect(buildOf('pug', 8)).toBe('flat-faced')
    expect([buildOf(null, 4), buildOf('cross', 15), buildOf(null, 50)]).toEqual(['small-round', 'balanced', 'heavy'])
  })
})

describe('blades', () => {
  // Lengths when cutting with the growth: common practice.
  test('a 10 leaves 1.5 mm, a 30 half a millimetre, a 7 3.2 mm', () => {
    const mm = Object.fromEntries(BLADES.map(({ id, leavesMm }) => [id, leavesMm]))
    expect([mm['10'], mm['30'], mm['7']]).toEqual([1.5, 0.5, 3.2])
  })
  test.each([
    [4, '7', false],
    [7, '5', false],
    [2, '10', false],
    [1.9, '10', true],
    [0, '10', true],
    [25, '3/4', false],
    [3.7, '7', false],
    [3.6, '8.5', false],
  ])('%d mm of free hair lets a %s in', (mm, id, tight) => {
    expect(bladeUnderMat(mm, FULL_RACK, null, DEFAULT_HOUSE)).toMatchObject({ blade: { id }, tight })
  })
  test('more free hair never calls for a shorter blade, and nothing shorter than a 10 is reached', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 60, noNaN: true }), fc.double({ min: 0, max: 60, noNaN: true }), (a, b) => {
        const [less, more] = a < b ? [a, b] : [b, a]
        const leaves = bladeUnderMat(less, FULL_RACK, null, DEFAULT_HOUSE)!.blade.leavesMm
        expect(leaves).toBeLessThanOrEqual(bladeUnderMat(more, FULL_RACK, null, DEFAULT_HOUSE)!.blade.leavesMm)
        expect(leaves).toBeGreaterThanOrEqual(1.5)
      }),
      { seed: 7 },
    )
  })
  test('a wanted length gets the shortest tool that does not go under it', () => {
    expect(toolForLength(16, FULL_RACK)).toMatchObject({ leavesMm: 16 })
    expect(toolForLength(12, FULL_RACK)).toMatchObject({ tool: { kind: 'comb', id: '13' } })
    expect(toolForLength(2, FULL_RACK)).toMatchObject({ tool: { kind: 'blade', id: '9' } })
    expect(toolForLength(100, FULL_RACK)).toBeNull()
  })
})

describe('estimates', () => {
  test('each has a value, a unit, a mark and words', () => {
    expect(ESTIMATE_IDS.length).toBeGreaterThan(80)
    for (const id of ESTIMATE_IDS) {
      const { value, unit, mark, what } = ESTIMATES[id]
      expect(Number.isFinite(value), id).toBe(true)
      expect(unit.length, id).toBeGreaterThan(0)
      expect(['pub', 'trade', 'mem', 'est'], id).toContain(mark)
      expect(what.length, id).toBeGreaterThan(3)
    }
  })
  test('a salon changes one and leaves the rest', () => {
    const house = houseWith({ 'give.base': 20 })
    expect(house['give.base']).toBe(20)
    expect({ ...house, 'give.base': 30 }).toEqual(DEFAULT_HOUSE)
  })
})
