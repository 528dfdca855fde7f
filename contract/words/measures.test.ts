import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { countryOf } from './countries.ts'
import { kgOf, setUnits, temperatureText, weightBounds, weightIn, weightRangeText, weightText } from './measures.ts'

afterEach(() => setUnits('metric'))

test('dogs are weighed in kilograms but where pounds are usual (Unicode CLDR)', () => {
  expect(countryOf('DE')!.units).toBe('metric')
  expect(countryOf('GB')!.units).toBe('metric')
  expect(countryOf('US')!.units).toBe('us')
})

test('where kilograms are written they stand as they are', () => {
  expect(weightText(12.4)).toBe('12.4 kg')
  expect(weightText(9)).toBe('9 kg')
  expect(weightIn(12.45)).toBe(12.45)
  expect(weightText(12.45)).toBe('12.45 kg')
  expect(weightText(9.13, 2)).toBe('9.13 kg')
  expect(kgOf(12.4)).toBe(12.4)
  expect(weightBounds(0.5, 120)).toEqual([0.5, 120])
  expect(temperatureText(36.6)).toBe('37 °C')
  expect(temperatureText(21.46, 1)).toBe('21.5 °C')
})

describe('where pounds are written', () => {
  beforeEach(() => setUnits('us'))
  test('a pound is 0.453 592 37 kg (NIST Special Publication 811, B.8)', () => {
    expect(weightText(10)).toBe('22 lb')
    expect(weightText(45.359237)).toBe('100 lb')
    expect(weightText(9.13, 2)).toBe('20.13 lb')
    expect(kgOf(100)).toBe(45.359)
    expect(weightRangeText(5, 8)).toBe('11 to 18 lb')
  })
  test('bodies are at 98.6 °F and 37 °C, water freezes at 32 °F, and minus forty is the same', () => {
    expect(temperatureText(37, 1)).toBe('98.6 °F')
    expect(temperatureText(0)).toBe('32 °F')
    expect(temperatureText(-40)).toBe('-40 °F')
  })
  test('what is typed is shown as it was typed', () => {
    fc.assert(fc.property(fc.integer({ min: 12, max: 2645 }), (tenths) => weightIn(kgOf(tenths / 10)) === tenths / 10))
  })
  test('a weight that is only looked at stays what it is', () => {
    fc.assert(fc.property(fc.double({ min: 0.5, max: 120, noNaN: true }), (kg) => kgOf(weightIn(kg), kg) === kg))
    expect(kgOf(23, 10)).toBe(10.433)
    expect(kgOf(Number.NaN, 10)).toBeNaN()
  })
  test('the bounds of a field are within what is taken', () => {
    const [least, most] = weightBounds(0.5, 120)
    expect(kgOf(least)).toBeGreaterThanOrEqual(0.5)
    expect(kgOf(most)).toBeLessThanOrEqual(120)
  })
})
