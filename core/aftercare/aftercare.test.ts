import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { REGION_SIDES } from '../body/regions.ts'
import { anAssessment } from '../fixtures.ts'
import { DEFAULT_HOUSE } from '../house/estimates.ts'
import { regrowthOf, weeksToRegrow } from './growth.ts'
import { careFactor, matIndexAfter, mattingRate, rebookOf } from './rebook.ts'

const H = DEFAULT_HOUSE
const all = (mm: number): number[] => REGION_SIDES.map(() => mm)

/** The law of a coat of set length, forwards: L x (1 - exp(-t / tau)), nine tenths at 52 weeks where it is long. */
function lengthAfter(fromMm: number, fullMm: number, weeks: number): number {
  const tau = 52 / Math.LN10
  return fullMm - (fullMm - fromMm) * Math.exp(-weeks / tau)
}

describe('regrowth', () => {
  test('of a coat that grows on is linear: 23.1 mm in ten weeks at 0.33 mm a day', () => {
    expect(weeksToRegrow(3, 26.1, 'curly', H)).toBeCloseTo(10, 9)
  })
  // Diaz et al., Vet Dermatol 2004 [mem]: Labrador clip regrowth took about 13 to 15 weeks.
  test('of a short double coat clipped close takes about a quarter of a year', () => {
    expect(weeksToRegrow(1.5, 40, 'double', H)).toBeGreaterThan(13)
    expect(weeksToRegrow(1.5, 40, 'double', H)).toBeLessThan(15)
  })
  test('of a long double coat takes about a year', () => {
    expect(weeksToRegrow(0, 65, 'double', H)).toBeCloseTo(52, 9)
  })
  test('takes as long as the growth law says, for any coat', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 61, max: 150 }), (from, full) => {
        const weeks = weeksToRegrow(from, full, 'feathered', H)
        return weeks === 0 || Math.abs(lengthAfter(from, full, weeks) - 0.9 * full) < 1e-6
      }),
    )
  })
  test('of a dog is that of its slowest place that shows; what nobody sees does not count', () => {
    const belly = REGION_SIDES.findIndex(({ region }) => region === 'belly')
    const back = REGION_SIDES.findIndex(({ region }) => region === 'back')
    const whole = all(40)
    expect(regrowthOf(whole, whole, 'curly', H)).toBe(0)
    expect(regrowthOf(whole.with(belly, 3), whole, 'curly', H)).toBe(0)
    expect(regrowthOf(whole.with(back, 3), whole, 'curly', H)).toBeCloseTo(37 / 0.33 / 7, 9)
  })
})

describe('the next visit', () => {
  test('care at home follows the known points, and is interpolated between them', () => {
    const to = (perWeek: number, toSkin: boolean) => careFactor({ perWeek, toSkin }, H)
    expect([0, 1, 3, 7, 20].map((n) => to(n, true))).toEqual([1, 0.25, 0.15, 0.08, 0.08])
    expect(to(2, true)).toBeCloseTo(0.2, 12)
    expect(to(5, false)).toBeCloseTo(0.45, 12)
    expect(careFactor(null, H)).toBe(1)
  })
  test('mats form by coat, length, care, friction and coat change', () => {
    const curly = anAssessment({ wishes: { homeBrushing: { perWeek: 1, toSkin: true }, swims: true } })
    expect(mattingRate(curly, all(60), H)).toBeCloseTo(6 * 2 * 0.25 * 1.3, 9)
    expect(mattingRate(anAssessment({ dog: { modifiers: ['coat-change'] } }), all(30), H)).toBeCloseTo(12, 9)
    expect(matIndexAfter(0, 10, 2)).toBeCloseTo(10 + 10 * 0.9, 12)
  })
  // Common practice: curly coats every 4 to 8 weeks with some care at home.
  test('of a curly coat at 25 mm, brushed to the skin once a week, is in 4 to 8 weeks', () => {
    const { weeks, why } = rebookOf(
      anAssessment({ wishes: { homeBrushing: { perWeek: 1, toSkin: true } } }),
      0,
      all(25),
      H,
    )
    expect(weeks).toBeGreaterThanOrEqual(4)
    expect(weeks).toBeLessThanOrEqual(8)
    expect(why).toBe('mats-form')
  })
  test('stays under its bound at the interval and passes it later; the quantile is that of the lognormal', () => {
    const dog = anAssessment({ wishes: { homeBrushing: { perWeek: 1, toSkin: true } } })
    const { weeks, indexThen, indexLater } = rebookOf(dog, 0, all(40), H)
    expect(indexThen).toBeLessThan(12)
    expect(indexLater).toBeGreaterThan(12)
    // 0.8416 is the standard normal quantile of 0.8.
    expect(indexThen).toBeCloseTo(matIndexAfter(0, mattingRate(dog, all(40), H) * Math.exp(0.35 * 0.841621), weeks), 4)
  })
  test('keeps its bounds: three weeks for neglect, twelve for a smooth coat, sixteen for wire, monthly for puppies', () => {
    expect(rebookOf(anAssessment({}), 8, all(90), H)).toMatchObject({ weeks: 3, why: 'least' })
    expect(rebookOf(anAssessment({ dog: { coatType: 'smooth' } }), 0, all(20), H)).toMatchObject({
      weeks: 12,
      why: 'most',
    })
    const wire = anAssessment({ dog: { coatType: 'wire' }, wishes: { homeBrushing: { perWeek: 7, toSkin: true } } })
    expect(rebookOf(wire, 0, all(30), H).weeks).toBe(16)
    expect(rebookOf(anAssessment({ dog: { coatType: 'smooth', ageMonths: 5 } }), 0, all(20), H)).toMatchObject({
      weeks: 4,
      why: 'puppy',
    })
  })
})
