import fc from 'fast-check'
import { expect, test } from 'vitest'
import { PLAIN_FIGURE } from '../../core/index.ts'
import { lengths } from '../../test/fixtures/dogs.ts'
import { hairTip, unitsPerMm, unitsTo } from './coat-scale.ts'
import { drawingOf } from './geometry.ts'

test('a small dog is drawn as large, so its coat counts for more; a very long coat is drawn smaller as a whole', () => {
  const at = (weightKg: number, mm: number): number => unitsPerMm({ weightKg, lengthMm: lengths(mm) })
  expect(at(30, 20)).toBeCloseTo(0.72, 9)
  expect(at(3.75, 20)).toBeCloseTo(1.44, 9)
  expect(at(5, 200) * 200).toBeCloseTo(62, 9)
  // On one dog lengths compare: twice the length is twice the hair, however long the longest is.
  expect((at(5, 200) * 100) / (at(5, 200) * 50)).toBe(2)
})

test('hair lies back towards the tail whichever way the dog looks, and the mirror image is the mirror image', () => {
  const root = [100, 50, 0, -1] as const
  const [right, up] = hairTip(root, 20, 1)
  const [left, alsoUp] = hairTip(root, 20, -1)
  expect(right).toBeGreaterThan(0)
  expect(left).toBeCloseTo(-right, 9)
  expect(alsoUp).toBeCloseTo(up, 9)
  expect(up).toBeLessThan(0)
})

test('where the hand is, is undone to the length that ends there, on every outline of every view', () => {
  for (const view of ['left', 'right', 'underside'] as const)
    for (const { fringe } of drawingOf(PLAIN_FIGURE, view).shapes)
      for (const root of fringe) {
        const tailward = view === 'right' ? -1 : 1
        const [tx, ty] = hairTip(root, 17, tailward)
        expect(unitsTo(root, [root[0] + tx, root[1] + ty], tailward)).toBeCloseTo(17, 6)
      }
})

test('a hand further out along the hair never gives a shorter coat', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 80, noNaN: true }), fc.double({ min: 0, max: 80, noNaN: true }), (a, b) => {
      const root = [0, 0, 0.6, -0.8] as const
      const [tx, ty] = hairTip(root, 1, 1)
      const at = (along: number): number => unitsTo(root, [along * tx, along * ty], 1)
      expect(Math.sign(at(a) - at(b))).toBe(Math.sign(a - b))
    }),
    { seed: 8 },
  )
})
