import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, onRegions } from '../../test/fixtures/dogs.ts'
import { aDogOf } from '../../test/fixtures/dogs-of-all-kinds.ts'
import { mirrorIndex, REGION_SIDES, type RegionId } from '../body/regions.ts'
import { vetDecides } from '../groom/today.ts'
import { planWhole } from '../groom/whole.ts'
import { DEFAULT_HOUSE as HOUSE } from '../numbers/estimates.ts'
import { skinScore } from '../scores/sheet.ts'

/** Old, with a bad heart, felted: the dogs whose work is spread. */
const DOGS = 150
const splits = Array.from({ length: DOGS }, (_, i) => {
  const dog = aDogOf(i + 1, 200)
  const old = {
    ...dog,
    dog: { ...dog.dog, health: ['senior', 'heart'], temperament: 'anxious', ageMonths: 170 },
  } as const
  return { sheet: dog.sheet, plan: planWhole(old, HOUSE) }
}).flatMap(({ sheet, plan: { split, verdict, regions, stops } }) =>
  split
    ? [
        {
          ...split,
          give: verdict.pullBudget,
          regions,
          sheet,
          vetDecides: vetDecides({ stops }),
        },
      ]
    : [],
)

// Common practice: nobody brings an old dog across town for ten minutes, and nobody works it longer than it can bear.
test('a visit is worth coming for wherever the dog can give that much', () => {
  expect(splits.length).toBeGreaterThan(100)
  const least = HOUSE['visits.least']
  const again = splits.filter(({ vetDecides }) => !vetDecides)
  const short = again.filter(({ visits }) => visits.some(({ minutes }) => minutes < least))
  for (const { visits } of short) {
    // Less than that for each visit in all, or what is left of it comes in pieces that would empty the other.
    const total = visits.reduce((sum, { minutes }) => sum + minutes, 0)
    expect(total).toBeLessThan(visits.length * least + least)
  }
  expect(again.length).toBeGreaterThan(30)
  expect(short.length / again.length).toBeLessThan(0.15)
})

test('no visit asks more than a little over what the dog can give', () => {
  for (const { visits, give } of splits)
    for (const { pull } of visits) expect(pull).toBeLessThanOrEqual(HOUSE['visits.stretch'] * give + 1e-6)
})

test('each side goes with its other side, in one visit', () => {
  for (const { visits } of splits) {
    const worked = new Set(visits.flatMap(({ parts }) => parts.map(({ index }) => index)))
    for (const { parts } of visits) {
      const here = new Map(parts.map(({ index, part }) => [index, part]))
      for (const [index, part] of here) {
        const other = mirrorIndex[index]!
        if (worked.has(other)) expect(here.get(other)).toBe(part)
      }
    }
  }
})

// Common practice: such a dog is freed where felt pulls at each step, and goes home otherwise as it came.
describe('the only visit of a frail dog in felt', () => {
  const only = splits.filter(({ vetDecides }) => vetDecides)
  const today = ({ visits, regions }: (typeof only)[number]) => visits[0]!.parts.map(({ index }) => regions[index]!)
  test('needs no bath, and shears no body with sound skin that it could leave', () => {
    expect(only.length).toBeGreaterThan(20)
    const body = new Set<RegionId>(['back', 'rump', 'side', 'shoulder', 'chest'])
    for (const one of only) {
      const places = today(one)
      expect(places.map(({ option }) => option.when)).not.toContain('in-bath')
      const sore = ({ index, side }: (typeof places)[number]): boolean =>
        [index, side ? mirrorIndex[index]! : index].some((at) => (skinScore(one.sheet[at]!) ?? 0) >= 2)
      const first = places.findIndex((place) => place.treatment === 'clip' && body.has(place.region) && !sore(place))
      if (first < 0) continue
      // Both sides of a place are begun together.
      const begins = places.findIndex(({ index }) => [index, mirrorIndex[index]].includes(places[first]!.index))
      const before = places.slice(0, begins).reduce((sum, { option }) => sum + option.minutes, 0)
      expect(before).toBeLessThan(HOUSE['visits.least'])
    }
  })
  test('frees both armpits and the groin before a belly takes all that it can give', () => {
    const sheet = onRegions(cleanSheet(), ['belly', 'armpit', 'groin'], { mat: 4, extent: 1, standoffMm: 2 })
    const all = onRegions(sheet, ['side', 'hindleg', 'foreleg', 'breeches'], { mat: 3, extent: 0.5, standoffMm: 5 })
    const dog = {
      health: ['senior', 'arthritis', 'heart'],
      temperament: 'anxious',
      ageMonths: 168,
      weightKg: 22,
    } as const
    const { split, stops } = planWhole(anAssessment({ dog: { ...dog, coatType: 'drop-double' }, sheet: all }), HOUSE)
    expect(stops).toContainEqual(expect.objectContaining({ code: 'pelted-frail' }))
    const parts = split!.visits[0]!.parts.map(({ index, part }) => `${REGION_SIDES[index]!.key} ${part}`)
    for (const key of ['armpit.left', 'armpit.right', 'groin.left', 'groin.right']) expect(parts).toContain(`${key} 1`)
    expect(split!.left).toContain(REGION_SIDES.find(({ region }) => region === 'belly')!.index)
  })
})
