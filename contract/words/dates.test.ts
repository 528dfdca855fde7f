import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import {
  dateOf,
  dateText,
  dayAndTimeText,
  dayOfYearText,
  dayText,
  fullDateText,
  monthText,
  setZone,
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
  test('a calendar date is the same everywhere', () => {
    expect(dateText('2026-03-04')).toBe('Wednesday 4 March')
    expect(fullDateText('2026-03-04')).toBe('Wednesday 4 March 2026')
  })
  test('a place that is not known here changes nothing', () => {
    setZone('Nowhere/At_All')
    expect(timeText(LATE)).toBe('00:30')
  })
})
