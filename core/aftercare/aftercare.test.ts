import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, onRegions } from '../../test/fixtures/dogs.ts'
import { REGION_SIDES } from '../body/regions.ts'
import { lengthAfter, meanLengthAfter, regrowthOf, weeksToLength, weeksToRegrow } from '../coat/growth.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { normalQuantile } from '../numbers/normal.ts'
import { careTable, forecastOf } from './forecast.ts'
import { homeCareOf } from './home-care.ts'
import { ownRate, timesUsual } from './own-rate.ts'
import { careFactor, type MatsAWeek, matIndices, mattingOf, rebookOf, timesAsFast } from './rebook.ts'

const H = DEFAULT_HOUSE
const all = (mm: number): number[] => REGION_SIDES.map(() => mm)
const steady =
  (rate: number): MatsAWeek =>
  () =>
    rate

describe('regrowth', () => {
  test('of a coat that grows on is linear: 23.1 mm in ten weeks at 0.33 mm a day', () => {
    expect(weeksToRegrow(3, 26.1, 'curly', H)).toBeCloseTo(10, 9)
  })
  // Diaz et al., Vet Dermatol 2004 [mem]: Labrador clip regrowth took about 13 to 15 weeks.
  test('of a short double coat clipped close takes about a quarter of a year', () => {
    expect(weeksToRegrow(1.5, 20, 'double', H)).toBeGreaterThan(13)
    expect(weeksToRegrow(1.5, 20, 'double', H)).toBeLessThan(15)
  })
  test('of a long double coat takes about a year', () => {
    expect(weeksToRegrow(0, 65, 'double', H)).toBeCloseTo(52, 9)
  })
  test('takes as long as the growth law says, for any coat', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 61, max: 150 }), (from, full) => {
        const weeks = weeksToRegrow(from, full, 'feathered', H)
        return weeks === 0 || Math.abs(lengthAfter(from, full, weeks, 'feathered', H) - 0.9 * full) < 1e-6
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
    expect(mattingOf(curly, all(60), H)(0)).toBeCloseTo(0.6 * 2 * 0.25 * 1.3, 9)
    expect(mattingOf(anAssessment({ dog: { modifiers: ['coat-change'] } }), all(30), H)(0)).toBeCloseTo(1.2, 9)
    expect(matIndices(0, steady(10), 2)).toEqual([0, 10, 19])
  })
  test('the coat grows meanwhile: 16 mm mat as 30 mm do six weeks on, up to the longest that counts', () => {
    const mats = mattingOf(anAssessment({}), all(16), H)
    const weeks = (30 - 16) / (0.33 * 7)
    expect(mats(weeks)).toBeCloseTo(0.6, 9)
    expect(mats(500)).toBeCloseTo(0.6 * 3, 9)
    const set = anAssessment({ dog: { coatType: 'feathered', lengthMm: lengths(60) } })
    expect(mattingOf(set, all(60), H)(20)).toBeCloseTo(mattingOf(set, all(60), H)(0), 12)
    expect(mattingOf(set, all(30), H)(52)).toBeGreaterThan(1.8 * mattingOf(set, all(30), H)(0))
  })
  test('the mean length is the growth law summed over the dog', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 90 }), { minLength: all(0).length, maxLength: all(0).length }),
        fc.constantFrom('double' as const, 'wire' as const, 'curly' as const),
        fc.integer({ min: 0, max: 40 }),
        (from, coat, weeks) => {
          const full = from.map((mm, i) => mm - 20 + ((7 * i) % 60))
          const summed = REGION_SIDES.reduce(
            (sum, { index, share }) => sum + share * lengthAfter(from[index]!, full[index]!, weeks, coat, H),
            0,
          )
          expect(meanLengthAfter(from, full, coat, H)(weeks)).toBeCloseTo(summed, 6)
        },
      ),
    )
  })
  // Common practice, for a dog with ordinary care (brushed once a week, on the surface): such a dog comes in nearly free.
  const ordinary = { perWeek: 1, toSkin: false }
  test.each([
    ['wool clipped at 13 mm', 'curly', 60, 13, 'trim', 8, 8],
    ['wool clipped with a 7', 'curly', 60, 3, 'short', 8, 8],
    ['wool at 25 mm', 'curly', 60, 25, 'puppy', 4, 6],
    ['cotton left at 50 mm', 'cotton', 50, 50, 'natural', 4, 6],
    ['spaniel', 'feathered', 40, 40, 'trim', 8, 12],
    ['double', 'double', 50, 50, 'natural', 8, 12],
    ['silky kept at 6 mm', 'silky', 60, 6, 'short', 4, 6],
    ['wire, clipped', 'wire', 30, 30, 'natural', 12, 16],
  ] as const)(
    '%s comes back in its usual weeks, its mat index under 5 in the middle',
    (_, coatType, came, mm, style, least, most) => {
      const dog = anAssessment({
        dog: { coatType, lengthMm: lengths(came) },
        wishes: { style, homeBrushing: ordinary },
      })
      const { weeks, why } = rebookOf(dog, 0, all(mm), H)
      expect(weeks).toBeGreaterThanOrEqual(least)
      expect(weeks).toBeLessThanOrEqual(most)
      expect(why).not.toBe('mats-form')
      expect(matIndices(0, mattingOf(dog, all(mm), H), weeks)[weeks]).toBeLessThan(5)
    },
  )
  test('stays under its bound at the interval and passes it later; the quantile is that of the lognormal', () => {
    const dog = anAssessment({
      dog: { coatType: 'drop-double', lengthMm: lengths(120) },
      wishes: { homeBrushing: ordinary },
    })
    const { weeks, why, indexThen, indexLater } = rebookOf(dog, 0, all(120), H)
    expect(why).toBe('mats-form')
    expect(indexThen).toBeLessThan(18)
    expect(indexLater).toBeGreaterThan(18)
    // 0.8416 is the standard normal quantile of 0.8.
    const worst = timesAsFast(mattingOf(dog, all(120), H), Math.exp(0.6 * 0.841621))
    expect(indexThen).toBeCloseTo(matIndices(0, worst, weeks)[weeks]!, 4)
  })
  test('keeps its bounds: three weeks for neglect, twelve for a smooth coat, sixteen for wire, monthly for puppies', () => {
    const neglected = anAssessment({ dog: { coatType: 'drop-double', lengthMm: lengths(120) } })
    expect(rebookOf(neglected, 15, all(120), H)).toMatchObject({ weeks: 3, why: 'least' })
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
  // Common practice: trims on curly and drop coats every 4 to 8 weeks, however well they are brushed.
  test('a trim is back before it has grown out of shape; a coat left natural may stay away', () => {
    const next = (style: 'trim' | 'natural', coatType: 'curly' | 'feathered' = 'curly') =>
      rebookOf(
        anAssessment({ dog: { coatType }, wishes: { style, homeBrushing: { perWeek: 7, toSkin: true } } }),
        0,
        all(16),
        H,
      )
    expect(next('trim')).toMatchObject({ weeks: 8, why: 'shape' })
    expect(next('natural').why).not.toBe('shape')
    expect(next('natural').weeks).toBeGreaterThan(8)
    expect(next('trim', 'feathered').why).not.toBe('shape')
  })
})

describe('length at a date', () => {
  // Points as the law states them: nine tenths of a short coat at 14 weeks, of a long one at 52, between 20 and 60 mm on a
  // straight line; 0.33 mm a day without end.
  test('passes through its stated points, and no millimetre is a step', () => {
    expect(lengthAfter(0, 20, 14, 'smooth', H)).toBeCloseTo(18, 9)
    expect(lengthAfter(0, 40, 33, 'smooth', H)).toBeCloseTo(36, 9)
    for (let mm = 10; mm < 80; mm++)
      expect(weeksToRegrow(0, mm + 1, 'double', H) - weeksToRegrow(0, mm, 'double', H)).toBeLessThan(1)
    expect(lengthAfter(0, 120, 52, 'double', H)).toBeCloseTo(108, 9)
    expect(lengthAfter(10, 60, 10, 'curly', H)).toBeCloseTo(33.1, 9)
    expect(lengthAfter(50, 40, 8, 'smooth', H)).toBe(50)
  })
  test('never shrinks, never passes its full length, and is the inverse of the weeks to regrow', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 35 }),
        fc.integer({ min: 41, max: 150 }),
        fc.integer({ min: 0, max: 60 }),
        fc.constantFrom('double' as const, 'wire' as const, 'feathered' as const),
        (from, full, weeks, coat) => {
          const now = lengthAfter(from, full, weeks, coat, H)
          expect(lengthAfter(from, full, weeks + 1, coat, H)).toBeGreaterThan(now)
          expect(now).toBeLessThan(full)
          const back = weeksToRegrow(from, full, coat, H)
          if (back > 0) expect(lengthAfter(from, full, back, coat, H)).toBeCloseTo(0.9 * full, 6)
        },
      ),
    )
  })
})

test('the date of a wanted length undoes the growth law; more than its own length a coat never reaches', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 2, max: 89 }),
      fc.constantFrom('double' as const, 'wire' as const, 'curly' as const),
      (from, wanted, coat) => {
        const weeks = weeksToLength(from, wanted, 100, coat, H)!
        if (wanted <= from) expect(weeks).toBe(0)
        else expect(lengthAfter(from, 100, weeks, coat, H)).toBeCloseTo(wanted, 6)
      },
    ),
  )
  expect(weeksToLength(3, 120, 100, 'double', H)).toBeNull()
  expect(weeksToLength(0, 100, 100, 'double', H)).toBeCloseTo(52, 9)
  expect(weeksToLength(0, 18, 20, 'smooth', H)).toBeCloseTo(14, 9)
})

describe('a dog’s own rate', () => {
  test('undoes the law it is learnt from', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 7.9, noNaN: true }),
        fc.integer({ min: 1, max: 16 }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (times, weeks, left) => {
          const usualRates = [2, 3, 5]
          const found = matIndices(left, (week) => times * usualRates[Math.min(2, week)]!, weeks)[weeks]!
          expect(timesUsual({ weeks, leftIndex: left, foundIndex: found, usualRates })).toBeCloseTo(times, 6)
        },
      ),
    )
  })
  test('starts at the coat’s rate, moves with each visit, and is surer with each', () => {
    // A coat that mats three points a week, so that what is found is told from what was left.
    const interval = (times: number) => ({
      weeks: 6,
      leftIndex: 1,
      foundIndex: matIndices(1, steady(3 * times), 6)[6]!,
      usualRates: [3],
    })
    expect(ownRate([], H)).toEqual({ factor: 1, sigma: 0.6, visits: 0 })
    const one = ownRate([interval(2)], H)
    const many = ownRate(
      Array.from({ length: 8 }, () => interval(2)),
      H,
    )
    expect(one.factor).toBeGreaterThan(1)
    expect(many.factor).toBeGreaterThan(one.factor)
    expect(many.factor).toBeLessThan(2)
    expect(many.sigma).toBeLessThan(one.sigma)
    // The normal posterior in closed form, for one visit.
    const weight = 1 / 0.5 ** 2 / (1 / 0.6 ** 2 + 1 / 0.5 ** 2)
    expect(one.factor).toBeCloseTo(2 ** weight, 9)
    // The last says most.
    expect(ownRate([interval(1), interval(4)], H).factor).toBeGreaterThan(ownRate([interval(4), interval(1)], H).factor)
  })
  test('a dog found as free as it left was at most so fast: less is learnt than from a measurement', () => {
    const free = { weeks: 6, leftIndex: 5, foundIndex: 0, usualRates: [3] }
    const one = ownRate([free], H)
    expect(one.factor).toBeLessThan(1)
    expect(one.sigma).toBeLessThan(0.6)
    // At the bound itself, measured: nearer to the bound, and surer.
    const measured = ownRate([{ ...free, foundIndex: 6 }], H)
    expect(measured.sigma).toBeLessThan(one.sigma)
    // A coat so slow that nobody would see anything: next to nothing is learnt.
    const slow = ownRate([{ weeks: 2, leftIndex: 0, foundIndex: 0, usualRates: [0.02] }], H)
    expect(slow.factor).toBeGreaterThan(0.98)
  })
  test('the censored posterior is that of drawing from the prior and keeping what agrees', () => {
    const bound = { weeks: 6, leftIndex: 5, foundIndex: 0, usualRates: [1] }
    const limit = Math.log(timesUsual({ ...bound, foundIndex: 6 }))
    const even = Array.from({ length: 1000 }, (_, i) => normalQuantile((i + 0.5) / 1000))
    let mean = 0
    let count = 0
    for (const rate of even)
      for (const noise of even) {
        if (0.6 * rate + 0.5 * noise > limit) continue
        mean += 0.6 * rate
        count++
      }
    expect(Math.log(ownRate([bound], H).factor)).toBeCloseTo(mean / count, 2)
  })
})

describe('the forecast and care at home', () => {
  const dog = anAssessment({ wishes: { homeBrushing: { perWeek: 1, toSkin: true } } })
  test('low, middle and high rise and stay in order; the middle is the law itself', () => {
    const points = forecastOf(dog, 2, all(40), 12, H)
    expect(points).toHaveLength(13)
    for (const [week, { low, middle, high }] of points.entries()) {
      expect(middle).toBeCloseTo(matIndices(2, mattingOf(dog, all(40), H), week)[week]!, 9)
      expect(low).toBeLessThanOrEqual(middle)
      expect(middle).toBeLessThanOrEqual(high)
    }
  })
  test('more brushing never brings the next visit sooner', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 120 }), fc.integer({ min: 0, max: 10 }), (mm, left) => {
        const weeks = careTable(anAssessment({ dog: { lengthMm: lengths(mm) } }), left, all(mm), H).map(
          ({ next }) => next.weeks,
        )
        expect(weeks).toEqual([...weeks].sort((a, b) => a - b))
      }),
    )
  })
  test('asks for the fewest brushings that buy time or a coat free of mats, names the tools of the coat and the places that mat first', () => {
    const care = homeCareOf(
      anAssessment({
        wishes: { homeBrushing: { perWeek: 0, toSkin: false }, swims: true },
        sheet: onRegions(cleanSheet(), ['armpit'], { mat: 3 }),
      }),
      1,
      all(40),
      H,
    )
    expect(care.places[0]).toBe('armpit')
    expect(care.tools).toContain('metal-comb-medium')
    expect(care.weeksThen).toBe(care.weeksNow)
    expect(care).toMatchObject({ perWeek: 1, free: true })
    const long = homeCareOf(anAssessment({ dog: { coatType: 'drop-double', lengthMm: lengths(120) } }), 0, all(120), H)
    expect(long.weeksThen).toBeGreaterThan(long.weeksNow)
    expect(long.perWeek).toBeGreaterThan(0)
    expect(long.perWeek).toBeLessThanOrEqual(3)
    expect(care.notes).toEqual(expect.arrayContaining(['comb-last', 'dry-after-swim']))
    const smooth = homeCareOf(anAssessment({ dog: { coatType: 'smooth' } }), 0, all(15), H)
    expect(smooth).toMatchObject({ perWeek: 0, weeksNow: 12, weeksThen: 12 })
  })
  test('a jacket comes round: rolled for a show, full strips else', () => {
    const wire = (showInDays: number | null) =>
      rebookOf(
        anAssessment({
          dog: { coatType: 'wire', jacket: 'ready' },
          wishes: { style: 'strip', showInDays, homeBrushing: { perWeek: 7, toSkin: true } },
        }),
        0,
        all(30),
        H,
      )
    expect(wire(null)).toMatchObject({ weeks: 14, why: 'jacket' })
    expect(wire(100)).toMatchObject({ weeks: 5, why: 'jacket' })
  })
})
