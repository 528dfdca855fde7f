import { expect, test } from 'vitest'
import type { FileDog } from './assessment-file.ts'
import { daysLater } from './later.ts'
import { readAssessment } from './read-assessment.ts'

const DOG: FileDog = { name: 'Pip', coatType: 'curly', weightKg: 6 }

test('a spot-on and an operation lie as many days further back, so that a bath of last month’s is not refused today', () => {
  const later = daysLater({ ...DOG, daysSinceSpotOn: 1, surgery: { daysAgo: 10, cleared: false } }, 42)
  expect(later.daysSinceSpotOn).toBe(43)
  expect(later.surgery).toEqual({ daysAgo: 52, cleared: false })
})

test('a dog that comes every three weeks is a year older after a year, and then no puppy after the second', () => {
  let dog: FileDog = { ...DOG, ageMonths: 4, health: ['puppy', 'allergy'] }
  const flags: boolean[] = []
  for (let visit = 1; visit <= 35; visit++) {
    dog = daysLater(dog, 21)
    expect(() => readAssessment({ format: 'etude.assessment/1', dog, wishes: {}, scores: [] })).not.toThrow()
    flags.push(dog.health!.includes('puppy'))
  }
  // 35 times 21 days are 24.15 months.
  expect(dog.ageMonths).toBeCloseTo(28.15, 1)
  expect(flags[0]).toBe(true)
  expect(flags.at(-1)).toBe(false)
  expect(dog.health).toEqual(['allergy'])
})

// Common practice: a bitch carries 63 days.
test('who expects a litter still does at the next visit, and not at the one after', () => {
  const expecting = { ...DOG, health: ['pregnant' as const] }
  expect(daysLater(expecting, 35).health).toEqual(['pregnant'])
  expect(daysLater(expecting, 84).health).toEqual([])
})

test('the same day, or one that lies before, changes nothing; what nobody said is not said then either', () => {
  const told = { ...DOG, ageMonths: 30 }
  expect(daysLater(told, 0)).toBe(told)
  expect(daysLater(told, -5)).toBe(told)
  expect(daysLater(DOG, 100)).toEqual(DOG)
})
