import { describe, expect, test } from 'vitest'
import { type ScaleReading, scaleState } from './scale.ts'

const every = (ms: number, ...kg: number[]): ScaleReading[] => kg.map((value, i) => ({ at: i * ms, kg: value }))

describe('a dog on the scale', () => {
  test('nothing read, nothing said', () => expect(scaleState([], 0)).toEqual({ tareKg: 0, kg: null, steadyKg: null }))
  test('steady once two seconds agree, less the tare', () => {
    expect(scaleState(every(500, 9.51, 9.5, 9.49, 9.5, 9.5), 0.4)).toEqual({ tareKg: 0.4, kg: 9.1, steadyKg: 9.1 })
  })
  test('not while it moves, not from one moment, not from an empty platform', () => {
    expect(scaleState(every(500, 9, 9.4, 9.9, 9.2, 9.6), 0).steadyKg).toBeNull()
    expect(scaleState(every(100, 9.5, 9.5, 9.5, 9.5), 0).steadyKg).toBeNull()
    expect(scaleState(every(500, 0.05, 0.05, 0.05, 0.05, 0.05), 0).steadyKg).toBeNull()
  })
  test('a heavy dog may breathe more than a light one', () => {
    expect(scaleState(every(500, 40.05, 40, 39.95, 40, 40.02), 0).steadyKg).toBe(40)
    expect(scaleState(every(500, 4.05, 4, 3.95, 4, 4.02), 0).steadyKg).toBeNull()
  })
})
