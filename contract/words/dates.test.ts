import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import {
  dateOf,
  dateText,
  dayAndTimeText,
  dayOfYearText,
  daysAfter,
  dayText,
  fullDateText,
  instantAt,
  isDate,
  monthText,
  setCountry,
  setZone,
  timeOf,
  timeText,
} from './dates.ts'

const HERE = new Intl.DateTimeFormat().resolvedOptions().timeZone
const LATE = '2026-03-04T23:30:00Z'

describe('dates and times', () => {
  beforeAll(() => setZone('Europe/Berlin'))
  afterAll(() => setZone(HERE))
  test('are those of the salon, wherever the screen stands', () => {
    expect(timeText(LATE)).toBe('00:30')
    expect(dateOf(LATE)).toBe('2026-03-05')
    expect(dayText(LATE)).toBe('5 Mar 2026')
    expect(dayOfYearText(LATE)).toBe('5 Mar')
    expect(dayAndTimeText(LATE)).toBe('5 Mar, 00:30')
    expect(monthText(LATE)).toBe('Mar 26')
  })
  test('follow summer time', () => {
    expect(timeText('2026-07-01T06:00:00Z')).toBe('08:00')
    expect(timeText('2026-12-01T06:00:00Z')).toBe('07:00')
  })
  test('an hour of the salon is one instant, in summer and in winter', () => {
    expect(instantAt('2026-03-04', '00:30')).toBe('2026-03-03T23:30:00.000Z')
    expect(instantAt('2026-07-01', '08:00')).toBe('2026-07-01T06:00:00.000Z')
    // The night the clocks go on there is no half past two.
    expect(timeText(instantAt('2026-03-29', '02:30'))).toBe('03:30')
    expect(timeText(instantAt('2026-10-25', '02:30'))).toBe('02:30')
    expect(() => instantAt('soon', '02:30')).toThrow(RangeError)
  })
  test('a calendar date is the same everywhere', () => {
    expect(dateText('2026-03-04')).toBe('Wednesday 4 March')
    expect(fullDateText('2026-03-04')).toBe('Wednesday 4 March 2026')
  })
  test('days are counted through months, leap years and the night the clocks change', () => {
    expect(daysAfter('2028-02-28', 1)).toBe('2028-02-29')
    expect(daysAfter('2026-03-01', -1)).toBe('2026-02-28')
    expect(daysAfter('2026-03-28', 2)).toBe('2026-03-30')
    expect(['2026-02-28', '2026-02-30', '2026-13-01', 'today', '2026-3-4'].map(isDate)).toEqual([
      true,
      false,
      false,
      false,
      false,
    ])
  })
  // As Unicode CLDR has them, by Node's own tables.
  test.each([
    ['US', '2:05 pm', 'Mar 4, 2026', 'Wednesday, March 4'],
    ['DE', '14:05', '4 Mar 2026', 'Wednesday 4 March'],
    ['AU', '2:05 pm', '4 Mar 2026', 'Wednesday 4 March'],
    [null, '14:05', '4 Mar 2026', 'Wednesday 4 March'],
  ])('are written as in %s, and taken by fields as everywhere', (country, time, day, date) => {
    const at = '2026-03-04T13:05:00Z'
    setCountry(country)
    try {
      expect(timeText(at)).toBe(time)
      expect(dayText(at)).toBe(day)
      expect(dateText('2026-03-04')).toBe(date)
      expect(timeOf(at)).toBe('14:05')
      expect(dateOf(at)).toBe('2026-03-04')
      expect(instantAt('2026-03-04', '14:05')).toBe('2026-03-04T13:05:00.000Z')
    } finally {
      setCountry(null)
    }
  })
  test('a place that is not known here changes nothing', () => {
    setZone('Nowhere/At_All')
    expect(timeText(LATE)).toBe('00:30')
  })
})
