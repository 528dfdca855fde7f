import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { secondsToInjury } from './burn.ts'
import { bladeTemperature, guardSays } from './guard.ts'
import { allowedMinutes, dailyExposure, euNoise, NIOSH, noiseDose, OSHA, protection } from './noise.ts'

describe('noise', () => {
  // NIOSH 1998, publication 98-126, table 1-1.
  test.each([
    [85, 480],
    [88, 240],
    [91, 120],
    [94, 60],
    [97, 30],
    [100, 15],
    [103, 7.5],
  ])('NIOSH allows %d dBA for %f minutes', (dBA, minutes) => expect(allowedMinutes(dBA, NIOSH)).toBeCloseTo(minutes, 9))
  // OSHA 29 CFR 1910.95, table G-16.
  test.each([
    [90, 8],
    [95, 4],
    [100, 2],
    [105, 1],
    [110, 0.5],
    [115, 0.25],
  ])('OSHA allows %d dBA for %f hours', (dBA, hours) => expect(allowedMinutes(dBA, OSHA)).toBeCloseTo(60 * hours, 9))
  // NIOSH 1998 derating [mem].
  test('takes the usual derating off a protector: muffs rated 30 give 15.5 dB, plugs 2', () => {
    expect(protection({ kind: 'muff', ratingDb: 30 })).toBeCloseTo(15.5, 12)
    expect(protection({ kind: 'formable-plug', ratingDb: 30 })).toBeCloseTo(8, 12)
    expect(protection({ kind: 'plug', ratingDb: 30 })).toBeCloseTo(2, 12)
    expect(protection({ kind: 'plug', ratingDb: 10 })).toBe(0)
  })
  // Directive 2003/10/EC: 80 and 85 dB(A) bare, 87 at the protected ear; 4 dB off an SNR as worn, HSE L108 [mem].
  test('the European way: daily exposure, actions by bare ears, the limit by the protected ear', () => {
    const muffs = { kind: 'muff', rating: 'snr', ratingDb: 30 } as const
    expect(protection(muffs)).toBe(26)
    expect(dailyExposure([{ dBA: 85, minutes: 480 }])).toBeCloseTo(85, 9)
    expect(dailyExposure([{ dBA: 94, minutes: 60 }])).toBeCloseTo(94 - 10 * Math.log10(8), 9)
    expect(dailyExposure([])).toBe(0)
    const day = (dBA: number) => [{ dBA, minutes: 480 }]
    expect(euNoise(day(79), null).action).toBe('none')
    expect(euNoise(day(80), null).action).toBe('lower')
    expect(euNoise(day(85), muffs).action).toBe('upper')
    expect(euNoise(day(100), muffs)).toMatchObject({ action: 'upper', wornDb: 74 })
    expect(euNoise(day(88), null).action).toBe('limit')
    expect(euNoise(day(114), muffs).action).toBe('limit')
  })
  test('adds up: a quarter of an hour at 100 and an hour at 94 are twice the day', () => {
    const day = [
      { dBA: 100, minutes: 15 },
      { dBA: 94, minutes: 60 },
    ]
    expect(noiseDose(day, null).niosh).toBeCloseTo(200, 9)
    expect(noiseDose([{ dBA: 100, minutes: 20 }], null).osha).toBeCloseTo(100 / 6, 9)
  })
  test('never falls with level or time, and is never more with a protector', () => {
    const level = fc.double({ min: 60, max: 120, noNaN: true })
    const time = fc.double({ min: 0, max: 480, noNaN: true })
    fc.assert(
      fc.property(level, time, fc.double({ min: 0, max: 10, noNaN: true }), (dBA, minutes, more) => {
        const { niosh } = noiseDose([{ dBA, minutes }], null)
        return (
          noiseDose([{ dBA: dBA + more, minutes }], null).niosh >= niosh &&
          noiseDose([{ dBA, minutes: minutes + more }], null).niosh >= niosh &&
          noiseDose([{ dBA, minutes }], { kind: 'muff', ratingDb: 25 }).niosh <= niosh
        )
      }),
    )
  })
})

describe('heat on skin', () => {
  // Henriques and Moritz 1947: the pair A = 3.1e98 per second, E/R = 75,000 K, worked from it by logarithms.
  test.each([44, 47, 50, 53, 60])('at %d C follows the pair', (celsius) => {
    const byLogarithm = Math.exp(75_000 / (celsius + 273.15) - (Math.log(3.1) + 98 * Math.LN10))
    expect(secondsToInjury(celsius) / byLogarithm).toBeCloseTo(1, 9)
  })
  // Their experiments on skin: about 6 h at 44 C, 45 min at 47, 5 min at 50, 60 s at 53; within a factor of 3 [mem].
  test.each([
    [44, 6 * 3600],
    [47, 45 * 60],
    [50, 5 * 60],
    [53, 60],
  ])('at %d C is within a factor of three of what they saw', (celsius, seconds) => {
    const ratio = secondsToInjury(celsius) / seconds
    expect(ratio).toBeGreaterThan(1 / 3)
    expect(ratio).toBeLessThan(3)
  })
  test('falls with every degree', () => {
    for (let celsius = 40; celsius < 80; celsius++)
      expect(secondsToInjury(celsius + 1)).toBeLessThan(secondsToInjury(celsius))
  })
})

describe('guards', () => {
  test('speak at once from 45 C, at a tenth of the computed time, and sooner where it does more harm', () => {
    expect(guardSays(45, 0, 'back', DEFAULT_HOUSE)).toBe('off-now')
    expect(guardSays(Number.NaN, 0, 'back', DEFAULT_HOUSE)).toBe('off-now')
    const tenth = 0.1 * secondsToInjury(44)
    expect(guardSays(44, tenth * 0.99, 'back', DEFAULT_HOUSE)).toBe('cool-it')
    expect(guardSays(44, tenth, 'back', DEFAULT_HOUSE)).toBe('change-it')
    expect(guardSays(44, tenth * 0.6, 'belly', DEFAULT_HOUSE)).toBe('change-it')
    expect(guardSays(30, 60, 'belly', DEFAULT_HOUSE)).toBe('fine')
  })
  // Common practice: a blade gets hot to the wrist after about eight minutes.
  test('a blade without coolant reaches 45 C after about eight minutes', () => {
    expect(bladeTemperature(8, 22, DEFAULT_HOUSE)).toBeCloseTo(45, 0)
    expect(bladeTemperature(0, 22, DEFAULT_HOUSE)).toBe(22)
  })
})
