import { expect, test } from 'vitest'
import { REGION_SIDES, REGIONS, type RegionId } from '../../core/index.ts'
import { placesText } from './bench.ts'

const all = REGION_SIDES.map(({ index }) => index)
const on = (...regions: RegionId[]): number[] =>
  REGION_SIDES.filter(({ region }) => regions.includes(region)).map(({ index }) => index)
const without = (from: readonly number[], ...regions: RegionId[]): number[] =>
  from.filter((index) => !on(...regions).includes(index))
const part = (name: string): number[] =>
  REGION_SIDES.filter(({ region }) => REGIONS[region].part === name).map(({ index }) => index)

test('places are said as a groomer says them: pairs, whole parts, and what is left out', () => {
  expect(placesText([])).toBe('the whole dog')
  expect(placesText(all)).toBe('the whole dog')
  expect(placesText(on('armpit'))).toBe('both armpits')
  expect(placesText(on('behind-ear', 'back'))).toBe('back, behind both ears')
  expect(placesText(without(all, 'muzzle', 'eyes', 'cheek'))).toMatch(/^all but /)
  expect(placesText(part('legs'))).toBe('legs and feet')
  expect(placesText(without(part('body'), 'armpit', 'groin'))).toBe('body (not both armpits and both groins)')
  expect(placesText([...part('legs'), ...part('tail')])).toBe('legs and feet, tail')
  expect(placesText(on('foreleg', 'hindleg'))).toBe('both hind legs, both forelegs')
})

test('what is not named is counted', () => {
  expect(placesText(on('back', 'neck', 'crown', 'muzzle', 'tail', 'belly', 'throat'))).toMatch(/ and 3 more$/)
})
