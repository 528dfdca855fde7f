import psychrolib from 'psychrolib'
import { describe, expect, test } from 'vitest'
import {
  airDensity,
  evaporation,
  humidityRatio,
  relativeHumidity,
  saturationPressure,
  wetBulb,
} from './psychrometrics.ts'

psychrolib.SetUnitSystem(psychrolib.SI)
const P = 101_325
const TEMPS = Array.from({ length: 11 }, (_, i) => 10 + 5 * i)
const HUMIDITIES = [0.1, 0.2, 0.35, 0.5, 0.65, 0.8, 0.95]

describe('moist air', () => {
  // FAO Irrigation and Drainage Paper 56, table 2.3 [mem]; the paper's own formula, so to half a percent.
  test.each([
    [15, 1.705],
    [20, 2.338],
    [25, 3.168],
    [30, 4.243],
    [35, 5.623],
    [40, 7.376],
  ])('at %d C is saturated at %f kPa', (tempC, kPa) => {
    expect(Math.abs(saturationPressure(tempC) / 1000 / kPa - 1)).toBeLessThan(0.005)
  })

  // Reference: psychrolib, an implementation of the ASHRAE Handbook, Fundamentals 2017, chapter 1.
  test('agrees with the reference library from 10 to 60 C and 10 to 95 %', () => {
    for (const t of TEMPS)
      for (const rh of HUMIDITIES) {
        const ratio = psychrolib.GetHumRatioFromRelHum(t, rh, P)
        const at = `${t} C ${rh}`
        expect(humidityRatio(t, rh) / ratio, at).toBeCloseTo(1, 5)
        expect(relativeHumidity(t, ratio), at).toBeCloseTo(rh, 5)
        expect(Math.abs(wetBulb(t, ratio) - psychrolib.GetTWetBulbFromHumRatio(t, ratio, P)), at).toBeLessThan(0.01)
        expect(airDensity(t, ratio) * psychrolib.GetMoistAirVolume(t, ratio, P), at).toBeCloseTo(1, 5)
      }
  })

  test('carries off more the warmer and the drier it is, and nothing when it is as damp as can be', () => {
    const room = { tempC: 22, rh: 0.5 }
    expect(evaporation(room, 50, 0.035, 0.5)).toBeGreaterThan(evaporation(room, 40, 0.035, 0.5))
    expect(evaporation({ ...room, rh: 0.3 }, 50, 0.035, 0.5)).toBeGreaterThan(evaporation(room, 50, 0.035, 0.5))
    expect(evaporation({ tempC: 22, rh: 1 }, 22, 0.035, 0.5)).toBeCloseTo(0, 6)
  })
})
