import { afterEach, expect, test } from 'vitest'
import { localDate, spanOf } from './dates.ts'

/*
 * Days in which the clocks change. The dates of change are published law: in the European Union the last Sunday of March
 * and of October at 01:00 UTC (Directive 2000/84/EC), in the United States the second Sunday of March and the first of
 * November at 02:00 local time (15 U.S.C. 260a).
 */
const HOUR = 3_600_000
const before = process.env.TZ
afterEach(() => {
  process.env.TZ = before
})
const within = (zone: string): void => {
  process.env.TZ = zone
}
const hours = (date: string): number => {
  const { from, to } = spanOf(date)
  return (to.getTime() - from.getTime()) / HOUR
}

test.each([
  ['Europe/Berlin', '2026-03-29', 23],
  ['Europe/Berlin', '2026-10-25', 25],
  ['Europe/Berlin', '2026-06-01', 24],
  ['America/New_York', '2026-03-08', 23],
  ['America/New_York', '2026-11-01', 25],
  ['UTC', '2026-03-29', 24],
  ['Asia/Kolkata', '2026-03-29', 24],
])('in %s %s has %d hours', (zone, date, long) => {
  within(zone)
  expect(hours(date)).toBe(long)
})

test('each moment of a year belongs to one day, and days follow each other without a gap', () => {
  for (const zone of ['Europe/Berlin', 'America/New_York', 'Australia/Lord_Howe', 'UTC']) {
    within(zone)
    let at = spanOf('2026-01-01')
    for (let i = 0; i < 366; i++) {
      const next = spanOf(localDate(at.to))
      expect(next.from.getTime(), `${zone} ${at.date}`).toBe(at.to.getTime())
      // A minute before midnight is the day that ends, whatever the clocks did meanwhile.
      expect(localDate(new Date(at.to.getTime() - 60_000)), zone).toBe(at.date)
      at = next
    }
  }
})

test('a time of day is that of the salon on both sides of a change', () => {
  within('Europe/Berlin')
  const nine = (date: string): string => new Date(`${date}T09:00`).toISOString()
  expect(nine('2026-03-28')).toBe('2026-03-28T08:00:00.000Z')
  expect(nine('2026-03-29')).toBe('2026-03-29T07:00:00.000Z')
  expect(nine('2026-10-25')).toBe('2026-10-25T08:00:00.000Z')
})
