import { expect, test } from 'vitest'
import { NEIGHBOUR_PAIRS, NEIGHBOURS } from './neighbours.ts'
import { mirrorIndex, REGION_IDS, REGION_SIDES, REGIONS } from './regions.ts'
import { bodySurfaceM2 } from './surface.ts'

test('the shares of all regions sum to the whole dog', () => {
  expect(REGION_IDS.reduce((sum, id) => sum + REGIONS[id].share, 0)).toBeCloseTo(1, 12)
  expect(REGION_SIDES.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12)
})

test('25 regions, 11 single and 14 paired, 39 region-sides', () => {
  expect(REGION_IDS).toHaveLength(25)
  expect(REGION_IDS.filter((id) => REGIONS[id].paired)).toHaveLength(14)
  expect(REGION_SIDES).toHaveLength(39)
})

// The veterinary "rule of nines" for animals, from memory: shoulder and rump straddle the groups, so they are shared out.
test('the shares stay near the rule of nines', () => {
  const share = (...ids: (typeof REGION_IDS)[number][]): number => ids.reduce((sum, id) => sum + REGIONS[id].share, 0)
  const head = share('muzzle', 'eyes', 'crown', 'cheek', 'ear-outer', 'ear-inner', 'behind-ear', 'neck', 'throat')
  expect(head).toBeCloseTo(0.09, 1)
  expect(share('foreleg', 'front-paw', 'armpit', 'shoulder') / 2).toBeCloseTo(0.09, 1)
  expect(share('hindleg', 'hind-paw', 'breeches', 'groin', 'rump') / 2).toBeCloseTo(0.18, 1)
  expect(share('sanitary')).toBe(0.01)
})

test('the sweep starts at the back, takes left before right, and ends at the muzzle', () => {
  expect(REGION_SIDES[0]!.key).toBe('back')
  expect(REGION_SIDES.at(-1)!.key).toBe('muzzle')
  for (const { index, side } of REGION_SIDES) if (side === 'left') expect(mirrorIndex[index]).toBe(index + 1)
})

test('neighbours touch both ways, and left never touches right of a pair', () => {
  for (const id of REGION_IDS) {
    expect(NEIGHBOURS[id].length, id).toBeGreaterThan(0)
    for (const other of NEIGHBOURS[id]) expect(NEIGHBOURS[other]).toContain(id)
  }
  for (const [a, b] of NEIGHBOUR_PAIRS) {
    const [sideA, sideB] = [REGION_SIDES[a]!.side, REGION_SIDES[b]!.side]
    expect(sideA === null || sideB === null || sideA === sideB).toBe(true)
  }
})

test('the whole body hangs together', () => {
  const reached = new Set<string>(['back'])
  for (let grew = true; grew; ) {
    grew = false
    for (const id of REGION_IDS)
      if (!reached.has(id) && NEIGHBOURS[id].some((other) => reached.has(other))) {
        reached.add(id)
        grew = true
      }
  }
  expect(reached.size).toBe(REGION_IDS.length)
})

// Meeh's formula with K = 10.1 for dogs, and the printed veterinary weight-to-surface table, which rounds K to 10 (both
// from memory of the veterinary oncology tables).
test.each([
  [10, 0.469],
  [20, 0.744],
  [30, 0.975],
])('body surface of %d kg is %d m2', (kg, m2) => {
  expect(bodySurfaceM2(kg)).toBeCloseTo(m2, 3)
})

test.each([
  [5, 0.29],
  [10, 0.46],
  [20, 0.74],
  [30, 0.96],
  [40, 1.17],
  [50, 1.36],
])('body surface of %d kg lies within 3 %% of the printed %d m2', (kg, m2) => {
  expect(Math.abs(bodySurfaceM2(kg) / m2 - 1)).toBeLessThan(0.03)
})

test.each([0, 0.4, 121, -5, Number.NaN])('a weight of %d kg is refused', (kg) => {
  expect(() => bodySurfaceM2(kg)).toThrow(RangeError)
})
