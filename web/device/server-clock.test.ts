// @vitest-environment happy-dom
import { afterEach, describe, expect, test } from 'vitest'
import { nextMoment, serverNow, takeServerTime } from './server-clock.ts'

const inMs = (ms: number): string => new Date(Date.now() + ms).toISOString()
const off = (): number => serverNow() - Date.now()

afterEach(() => takeServerTime(inMs(0)))

describe('the server’s clock on this device', () => {
  test('a device that is behind follows the server; a moment of the way there and back does not count', () => {
    takeServerTime(inMs(90_000))
    expect(off()).toBeGreaterThan(89_000)
    expect(off()).toBeLessThan(91_000)
    takeServerTime(inMs(90_400))
    expect(off()).toBeLessThan(90_300)
    takeServerTime(inMs(300))
    expect(Math.abs(off())).toBeLessThan(100)
  })
  test('what is no time changes nothing', () => {
    takeServerTime('soon')
    expect(Math.abs(off())).toBeLessThan(100)
  })
  test('no two events of a device carry the same moment, and none goes back', () => {
    const moments = Array.from({ length: 50 }, () => nextMoment())
    expect(new Set(moments).size).toBe(moments.length)
    expect(moments).toEqual(moments.toSorted())
  })
})
