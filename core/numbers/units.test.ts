import { expect, test } from 'vitest'
import { type PlaceIndex, REGION_SIDES } from '../body/regions.ts'
import type { Millimetres, Minutes } from './units.ts'

test('what is minutes, millimetres or a place of the sweep is not taken for another; a plain number is taken for any', () => {
  const long = (mm: Millimetres): number => mm
  const share = (index: PlaceIndex): number => REGION_SIDES[index]!.share
  const minutes: Minutes = 12
  const plain = 12
  // @ts-expect-error minutes are not a length
  expect(long(minutes)).toBe(12)
  // @ts-expect-error nor a place
  expect(share(minutes)).toBe(REGION_SIDES[12]!.share)
  expect(long(plain)).toBe(12)
  // What is reckoned with is a plain number again.
  expect(long(minutes * 2)).toBe(24)
})
