import { expect, test } from 'vitest'
import { aDogOf } from '../../test/fixtures/dogs-of-all-kinds.ts'
import { mirrorIndex } from '../body/regions.ts'
import { planWhole } from '../groom/whole.ts'
import { DEFAULT_HOUSE as HOUSE } from '../numbers/estimates.ts'

/** Old, with a bad heart, felted: the dogs whose work is spread. */
const DOGS = 150
const splits = Array.from({ length: DOGS }, (_, i) => {
  const dog = aDogOf(i + 1, 200)
  return planWhole(
    { ...dog, dog: { ...dog.dog, health: ['senior', 'heart'], temperament: 'anxious', ageMonths: 170 } },
    HOUSE,
  )
}).flatMap(({ split, verdict }) => (split ? [{ ...split, give: verdict.pullBudget }] : []))

// Common practice: nobody brings an old dog across town for ten minutes, and nobody works it longer than it can bear.
test('a visit is worth coming for wherever the dog can give that much', () => {
  expect(splits.length).toBeGreaterThan(100)
  const least = HOUSE['visits.least']
  const short = splits.filter(({ visits }) => visits.some(({ minutes }) => minutes < least))
  for (const { visits } of short) {
    // Less than that for each visit in all, or what is left of it comes in pieces that would empty the other.
    const total = visits.reduce((sum, { minutes }) => sum + minutes, 0)
    expect(total).toBeLessThan(visits.length * least + least)
  }
  expect(short.length / splits.length).toBeLessThan(0.1)
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
