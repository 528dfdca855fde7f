import jstat from 'jstat'
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { describe, expect, test } from 'vitest'
import { DEFAULT_HOUSE, houseWith } from '../numbers/estimates.ts'
import { heldBack, type PaceSample, paceOfSamples, pacesOf, paceTable } from './pace.ts'

const H = DEFAULT_HOUSE
const sample = (times: number): PaceSample => ({ treatment: 'brush', plannedMin: 10, takenMin: 10 * times })

type Generator = ReturnType<typeof xoroshiro128plus>

/** Draws of a groomer whose true pace is known, from the standard normal. */
function groomer(pace: number, spread: number, visits: number, from: number | Generator): PaceSample[] {
  const generator = typeof from === 'number' ? xoroshiro128plus(from) : from
  return Array.from({ length: visits }, () => {
    const u = Math.min(1 - 1e-12, Math.max(1e-12, uniformFloat64(generator)))
    return sample(pace * Math.exp(spread * jstat.normal.inv(u, 0, 1)))
  })
}

describe('pace from logged minutes', () => {
  test('without visits it is the house’s rate, as unsure as people are unlike', () => {
    const none = paceOfSamples('brush', [], H)
    expect(none).toMatchObject({ pace: 1, visits: 0, raw: null })
    expect(none.high).toBeCloseTo(Math.exp(1.2815515655 * 0.3), 9)
  })
  // The normal posterior with known variance, as any textbook has it: worked by hand for three visits.
  test('equals the closed form of the normal posterior', () => {
    const times = [1.4, 1.2, 1.6]
    const mean = times.reduce((sum, t) => sum + Math.log(t), 0) / 3
    const weight = 3 / 0.35 ** 2 / (1 / 0.3 ** 2 + 3 / 0.35 ** 2)
    const sigma = Math.sqrt(1 / (1 / 0.3 ** 2 + 3 / 0.35 ** 2))
    const { pace, low, high } = paceOfSamples('brush', times.map(sample), H)
    expect(pace).toBeCloseTo(Math.exp(weight * mean), 12)
    expect(low).toBeCloseTo(Math.exp(jstat.normal.inv(0.1, weight * mean, sigma)), 7)
    expect(high).toBeCloseTo(Math.exp(jstat.normal.inv(0.9, weight * mean, sigma)), 7)
  })
  test('equals the posterior summed up on a grid, with no conjugacy used', () => {
    const logs = [0.5, -0.1, 0.3, 0.7].map((y) => ({ y, s: sample(Math.exp(y)) }))
    let weight = 0
    let mean = 0
    for (let theta = -3; theta <= 3; theta += 0.001) {
      const density = logs.reduce(
        (product, { y }) => product * jstat.normal.pdf(y, theta, 0.35),
        jstat.normal.pdf(theta, 0, 0.3),
      )
      weight += density
      mean += density * theta
    }
    expect(
      Math.log(
        paceOfSamples(
          'brush',
          logs.map(({ s }) => s),
          H,
        ).pace,
      ),
    ).toBeCloseTo(mean / weight, 6)
  })
  test('shrinks: one odd visit moves it less than many like it, and it stays within its bounds', () => {
    const one = paceOfSamples('brush', [sample(2)], H).pace
    const many = paceOfSamples(
      'brush',
      Array.from({ length: 30 }, () => sample(2)),
      H,
    ).pace
    expect(one).toBeGreaterThan(1)
    expect(one).toBeLessThan(1.5)
    expect(many).toBeGreaterThan(1.9)
    expect(
      paceOfSamples(
        'brush',
        Array.from({ length: 200 }, () => sample(50)),
        H,
      ).pace,
    ).toBe(2.5)
    expect(
      paceOfSamples(
        'brush',
        Array.from({ length: 200 }, () => sample(0.01)),
        H,
      ).pace,
    ).toBe(0.5)
  })
  test.each([0.7, 1, 1.5])('finds a simulated groomer whose pace is %d', (truth) => {
    const { pace, low, high } = paceOfSamples('brush', groomer(truth, 0.35, 60, 42), H)
    expect(pace / truth).toBeGreaterThan(0.88)
    expect(pace / truth).toBeLessThan(1.14)
    expect(low).toBeLessThan(truth)
    expect(high).toBeGreaterThan(truth)
  })
  test('four of five simulated groomers lie within the range it gives', () => {
    const generator = xoroshiro128plus(7)
    let within = 0
    for (let i = 0; i < 400; i++) {
      const truth = Math.exp(0.3 * jstat.normal.inv(Math.max(1e-9, uniformFloat64(generator)), 0, 1))
      const { low, high } = paceOfSamples('brush', groomer(truth, 0.35, 6, generator), H)
      if (low <= truth && truth <= high) within++
    }
    expect(within / 400).toBeGreaterThan(0.75)
    expect(within / 400).toBeLessThan(0.85)
  })
  test('each treatment by itself; a table for plans', () => {
    const paces = pacesOf([sample(1.5), { treatment: 'clip', plannedMin: 10, takenMin: 8 }], H)
    expect(paces.map(({ treatment }) => treatment)).toEqual(['brush', 'clip'])
    expect(paceTable(paces).clip).toBeLessThan(1)
  })
})

describe('held-back visits', () => {
  test('learning pays for a groomer off the house’s rate, and costs nearly nothing for one at it', () => {
    const slow = heldBack(groomer(1.6, 0.2, 40, 3), 5, H)!
    expect(slow.errorPace).toBeLessThan(slow.errorHouse * 0.6)
    const usual = heldBack(groomer(1, 0.2, 40, 4), 5, H)!
    expect(usual.errorPace).toBeLessThan(usual.errorHouse * 1.15)
    expect(slow.visits).toBe(35)
  })
  test('nothing to say with too few, and no shrinking with a prior that is flat', () => {
    expect(heldBack(groomer(1, 0.2, 3, 1), 5, H)).toBeNull()
    const flat = houseWith({ 'pace.between': 1000 })
    expect(paceOfSamples('brush', [sample(2)], flat).pace).toBeCloseTo(2, 4)
  })
})
