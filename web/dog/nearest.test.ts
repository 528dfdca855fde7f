import { describe, expect, test } from 'vitest'
import { nearestTo, TARGET_PX, type Touchable } from './nearest.ts'

const box = (index: number, x: number, y: number, width: number, height: number): Touchable => ({
  index,
  outline: [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ],
})
/** A flank with a small tuck-up in its corner, and a paw apart from both. */
const PLACES = [box(0, 0, 0, 200, 100), box(1, 180, 90, 10, 10), box(2, 300, 200, 14, 20)]
const touch = (x: number, y: number) => nearestTo([x, y], PLACES, TARGET_PX.touch)

describe('a touch', () => {
  test('means what lies under it', () => {
    expect(touch(40, 40)).toBe(0)
    expect(touch(185, 95)).toBe(1)
  })
  test('means a place too small for a finger as far as a finger reaches, into a large one too', () => {
    expect(touch(170, 85)).toBe(1)
    expect(touch(150, 60)).toBe(0)
  })
  test('beside everything means what is nearest within a finger, and nothing beyond', () => {
    expect(touch(290, 210)).toBe(2)
    expect(touch(260, 160)).toBeNull()
  })
  test('of two small places the nearer, and a mouse needs less than a finger', () => {
    const two = [box(0, 0, 0, 10, 10), box(1, 20, 0, 10, 10)]
    expect(nearestTo([13, 5], two, TARGET_PX.touch)).toBe(0)
    expect(nearestTo([17, 5], two, TARGET_PX.touch)).toBe(1)
    expect(nearestTo([170, 85], PLACES, TARGET_PX.mouse)).toBe(0)
  })
  // Every place of 44 px or less has a square of 44 px around its middle that means it, where no other small one is near.
  test('every small place is a target of 44 px', () => {
    for (let dx = -21; dx <= 21; dx += 7)
      for (let dy = -21; dy <= 21; dy += 7) expect(nearestTo([307 + dx, 210 + dy], PLACES, TARGET_PX.touch)).toBe(2)
  })
})
