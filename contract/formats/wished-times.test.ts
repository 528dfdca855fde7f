import { expect, test } from 'vitest'
import { wishedTimesText } from '../words/day-plan.ts'
import { ANY_TIME, asQuery, fromQuery, suits, weekdayOf, wishedTimesQuery, wishedTimesSchema } from './wished-times.ts'

test('days and hours that people wish for, by the clock of the salon', () => {
  // A Wednesday.
  expect(weekdayOf('2026-03-04')).toBe(3)
  expect(weekdayOf('2026-03-08')).toBe(7)
  expect(suits(ANY_TIME, '2026-03-04T09:00:00Z')).toBe(true)
  expect(suits({ ...ANY_TIME, days: [2, 3] }, '2026-03-04T09:00:00Z')).toBe(true)
  expect(suits({ ...ANY_TIME, days: [2, 4] }, '2026-03-04T09:00:00Z')).toBe(false)
  const mornings = { days: [], notBefore: '09:30', notAfter: '11:30' }
  expect(['09:00', '09:30', '11:30', '11:31'].map((time) => suits(mornings, `2026-03-04T${time}:00Z`))).toEqual([
    false,
    true,
    true,
    false,
  ])
})

test('an address says the same as they said, and nothing where they said nothing', () => {
  const said = wishedTimesSchema.parse({ days: [2, 4], notBefore: '14:00' })
  expect(fromQuery(asQuery(said))).toEqual(said)
  expect(Object.values(asQuery(ANY_TIME))).toEqual([undefined, undefined, undefined])
  expect(wishedTimesQuery.days.safeParse('2,8').success).toBe(false)
  expect(wishedTimesSchema.safeParse({ notAfter: '24:10' }).success).toBe(false)
})

test('when they can come, as it is said', () => {
  expect(wishedTimesText(ANY_TIME)).toBe('')
  expect(wishedTimesText({ days: [2, 4], notBefore: '14:00', notAfter: null })).toBe('Tue, Thu; from 14:00')
  expect(wishedTimesText({ days: [], notBefore: '09:00', notAfter: '11:30' })).toBe('between 09:00 and 11:30')
})
