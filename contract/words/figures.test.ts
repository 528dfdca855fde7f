import fc from 'fast-check'
import { expect, test } from 'vitest'
import { wholeParts } from './figures.ts'

test('parts in whole numbers add up to the whole as it is said, each less than one away', () => {
  // Rounded one by one these are 143, and 144 together.
  expect(wholeParts([47.375, 31.375, 20.375, 39.375, 5.5])).toEqual([48, 31, 20, 39, 6])
  expect(wholeParts([41.2, 30.7, 0.3])).toEqual([41, 31, 0])
  expect(wholeParts([])).toEqual([])
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0, max: 600, noNaN: true }), { maxLength: 12 }), (parts) => {
      const whole = wholeParts(parts)
      const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0)
      expect(sum(whole)).toBe(Math.round(sum(parts)))
      for (const [i, part] of parts.entries()) expect(Math.abs(whole[i]! - part)).toBeLessThanOrEqual(1)
    }),
  )
})
