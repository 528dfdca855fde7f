import fc from 'fast-check'
import { mean, sampleStandardDeviation } from 'simple-statistics'
import { describe, expect, test } from 'vitest'
import { seeded } from '../../contract/formats/random.ts'
import { anAssessment, lengths } from '../../test/fixtures/dogs.ts'
import { coatAtTub } from '../drying/coat.ts'
import { dryingModel, handsDecide, totalMinutes, usualChangeover } from '../drying/drying.ts'
import { type Reading, saidBy, scaled } from '../drying/filter.ts'
import { placesOf } from '../drying/places.ts'
import { DEFAULT_HOUSE, ESTIMATES } from '../numbers/estimates.ts'
import { normal } from '../numbers/normal.ts'
import { planGroom } from '../plan/plan.ts'
import { bladeTemperature } from '../safety/guard.ts'
import { bladeSays, growthSays, learnMatter, type MatterLog, matsSay, productSays } from './matter.ts'
import { proposalsOf } from './proposals.ts'

const H = DEFAULT_HOUSE
const OURS = ESTIMATES['pickup.double'].value
const SPREAD = H['dry.water-spread']

/** Dogs of a house whose coats hold so many times what ours says, each weighed so often. */
function simulated(times: number, dogs: number, seed: number, each = 1, sd = 0.1): MatterLog[] {
  const random = seeded(seed)
  return Array.from({ length: dogs }, (_, dog) => {
    const own = Math.log(times) + SPREAD * normal(random)
    return Array.from({ length: each }, () => ({
      id: 'pickup.double' as const,
      of: `${dog}`,
      off: own + sd * normal(random),
      sd,
    }))
  }).flat()
}
const learnt = (logs: readonly MatterLog[]) => learnMatter(logs, H)[0]!

describe('what things are like in a house', () => {
  test('is found from enough dogs, and four of five ranges hold it', () => {
    const truth = 1.4 * OURS
    const all = Array.from({ length: 300 }, (_, i) => learnt(simulated(1.4, 12, i + 1)))
    // Drawn towards ours by what houses are usually like, a little.
    expect(mean(all.map(({ value }) => value / truth))).toBeGreaterThan(0.94)
    expect(mean(all.map(({ value }) => value / truth))).toBeLessThan(1.02)
    // Over houses as unlike as they are taken to be.
    const random = seeded(9)
    const held = Array.from({ length: 400 }, (_, i) => {
      const times = Math.exp(H['learn.matter'] * normal(random))
      const { low, high } = learnt(simulated(times, 12, 1000 + i))
      return low <= times * OURS && times * OURS <= high
    })
    const share = held.filter(Boolean).length / held.length
    expect(share).toBeGreaterThan(0.72)
    expect(share).toBeLessThan(0.88)
  })
  // Against simple-statistics: with very many dogs the prior and the tails weigh nothing.
  test('of many dogs it is their geometric mean, as sure as its standard error', () => {
    const logs = simulated(1.2, 4000, 5)
    const offs = logs.map(({ off }) => off)
    const { value, low, high } = learnt(logs)
    expect(Math.log(value / OURS)).toBeCloseTo(mean(offs), 2)
    const error = sampleStandardDeviation(offs) / Math.sqrt(offs.length)
    expect(Math.log(high / low) / 2 / 1.2816 / error).toBeGreaterThan(0.85)
    expect(Math.log(high / low) / 2 / 1.2816 / error).toBeLessThan(1.15)
  })
  test('a scale that stood on a shoe does not move it, and one dog weighed thirty times is one dog', () => {
    const logs = simulated(1, 20, 3)
    const before = learnt(logs).value
    const after = learnt([...logs, { id: 'pickup.double', of: 'x', off: Math.log(20), sd: 0.1 }]).value
    expect(after / before).toBeLessThan(1.05)
    const [once, often, many] = [simulated(1.5, 1, 4), simulated(1.5, 1, 4, 30), simulated(1.5, 30, 4)].map(learnt)
    const width = ({ low, high }: { low: number; high: number }): number => Math.log(high / low)
    expect(width(often!)).toBeLessThan(width(once!))
    expect(width(often!)).toBeGreaterThan(2 * width(many!))
  })
  test('the same logs in another order give the same, and what teaches nothing is left alone', () => {
    const logs = [...simulated(1.3, 9, 7), { id: 'air.k', of: 'y', off: 0.2, sd: 0.1 } as const]
    fc.assert(
      fc.property(fc.shuffledSubarray(logs, { minLength: logs.length }), (shuffled) => {
        expect(learnMatter(shuffled, H)).toEqual(learnMatter(logs, H))
      }),
      { numRuns: 30 },
    )
    expect(learnMatter([{ id: 'cap.adult', of: 'z', off: 1, sd: 0 }], H)).toEqual([])
    expect(learnMatter([{ id: 'air.k', of: 'z', off: Number.NaN, sd: 0 }], H)).toEqual([])
    expect(learnMatter([], H)).toEqual([])
  })
})

describe('what a drying says', () => {
  const dog = anAssessment({ dog: { coatType: 'double', weightKg: 32, lengthMm: lengths(50) } })
  const plan = planGroom(dog, H)
  const model = dryingModel(dog, plan, H)
  const places = placesOf(coatAtTub(dog, plan, H), H)
  const dried = (water: number, rate: number, towel: boolean) => {
    const truly = scaled(model, water, rate)
    const changedAt = usualChangeover(truly)
    const readings: Reading[] = towel
      ? [{ kind: 'towel', grams: truly.dripping * (1 - H['towel.squeeze']) - truly.afterTowel }]
      : []
    return saidBy(model, places, changedAt, totalMinutes(truly, changedAt), readings, H)
  }
  test.each([0.75, 1, 1.35])('a coat that holds %d times as much is told by what towels took up', (water) => {
    const { off, sd } = dried(water, 1, true).water!
    expect(Math.abs(off - Math.log(water))).toBeLessThan(0.06)
    expect(sd).toBeGreaterThan(0)
    expect(sd).toBeLessThan(0.3)
  })
  test.each([0.75, 1, 1.3])(
    'a coat that the air dries %d times as fast is told by when the air had done its part',
    (rate) => {
      const { off, sd } = dried(1, rate, true).rate!
      expect(Math.abs(off - Math.log(rate))).toBeLessThan(0.1)
      expect(sd).toBeGreaterThan(0.2)
    },
  )
  test('where hands and not water decide how long brushing takes, its end says nothing', () => {
    const changedAt = usualChangeover(model)
    expect(handsDecide(model, changedAt)).toBe(true)
    const [soon, late] = [35, 70].map((brushed) => saidBy(model, places, changedAt, changedAt + brushed, [], H))
    expect(soon).toEqual(late)
    // Without strong air it is the water that decides, and a coat dry so much sooner held less, or dried faster.
    const unblown = { ...model, air: null }
    expect(handsDecide(unblown, 0)).toBe(false)
    const end = totalMinutes(unblown, 0)
    const quick = saidBy(unblown, places, 0, 0.7 * end, [], H)
    expect(quick.rate!.off - quick.water!.off).toBeGreaterThan(0.1)
  })
})

describe('growth by how long it came back', () => {
  test('a coat cut to 10 mm that comes back at 30 after sixty days grows a third of a millimetre a day', () => {
    const says = growthSays({ body: 10, legs: 10 }, { body: 30, legs: 30 }, 60, 'curly', H)!
    expect(ESTIMATES[says.id].value * Math.exp(says.off)).toBeCloseTo(20 / 60, 6)
    // The more it grew, the less a length said badly matters.
    expect(growthSays({ body: 10 }, { body: 60 }, 150, 'curly', H)!.sd).toBeLessThan(says.sd)
  })
  test('nothing is said by coats of a set length, by two weeks, by parts of which one is not known, by shorter coat', () => {
    expect(growthSays({ body: 10 }, { body: 30 }, 60, 'double', H)).toBeNull()
    expect(growthSays({ body: 10 }, { body: 14 }, 7, 'curly', H)).toBeNull()
    expect(growthSays({ body: 10 }, { legs: 30 }, 60, 'curly', H)).toBeNull()
    expect(growthSays({ body: 30 }, { body: 20 }, 60, 'curly', H)).toBeNull()
  })
})

test('a shelf that lost a quarter more than was booked says that washes take a quarter more', () => {
  const says = productSays(800, 1000, H['bath.ml'])!
  expect(says.id).toBe('bath.ml')
  expect(Math.exp(says.off)).toBeCloseTo(1.25, 6)
  // A house that books more already is held against ours all the same.
  expect(Math.exp(productSays(800, 800, 1.25 * H['bath.ml'])!.off)).toBeCloseTo(1.25, 6)
  expect(productSays(50, 70, H['bath.ml'])).toBeNull()
  expect(productSays(800, -10, H['bath.ml'])).toBeNull()
})

describe('how fast blades warm', () => {
  const RISE = ESTIMATES['blade.rise'].value
  /** Blades of a house that warm so many times as fast, read by a thermometer a degree off. */
  const simulatedBlades = (times: number, grooms: number, seed: number): MatterLog[] => {
    const random = seeded(seed)
    return Array.from({ length: grooms }, (_, groom) => {
      const house = { ...H, 'blade.rise': RISE * times * Math.exp(H['learn.blade'] * normal(random)) }
      const readings = [4, 7, 9].map((minutes) => ({
        minutes,
        celsius: bladeTemperature(minutes, H['blade.cooled'], house) + normal(random),
      }))
      const says = bladeSays(readings, H)
      return says ? [{ ...says, of: `${groom}` }] : []
    }).flat()
  }

  // Newton's law of cooling, solved for its rate: 30 C towards 60, at 45 C half of the way is gone.
  test('a reading half of the way up tells the rate by its half-life', () => {
    const says = bladeSays([{ minutes: 5, celsius: 45 }], H)!
    expect(Math.exp(says.off) * RISE).toBeCloseTo(Math.LN2 / 5, 9)
  })
  test('read too soon, too cool or as hot as it gets a blade says nothing', () => {
    for (const [minutes, celsius] of [
      [1, 40],
      [8, 31],
      [8, 22],
      [8, 59],
      [8, 70],
    ] as const)
      expect(bladeSays([{ minutes, celsius }], H)).toBeNull()
  })
  test('is found from twenty grooms within 15 % on nine of ten, and four of five ranges hold it', () => {
    const all = Array.from({ length: 100 }, (_, i) => learnt(simulatedBlades(1.4, 20, i + 1)))
    const truth = 1.4 * RISE
    expect(all.filter(({ value }) => Math.abs(value / truth - 1) <= 0.15).length).toBeGreaterThanOrEqual(90)
    const held = all.filter(({ low, high }) => low <= truth && truth <= high).length
    expect(held).toBeGreaterThanOrEqual(70)
  })
  test('is proposed where they warm faster than ours, never where slower: a guard does not come to speak later', () => {
    expect(proposalsOf([learnt(simulatedBlades(1.5, 30, 1))], [], H)).toHaveLength(1)
    expect(proposalsOf([learnt(simulatedBlades(0.6, 30, 1))], [], H)).toEqual([])
  })
})

describe('how far mats reach here', () => {
  const looks = (mat: 2 | 3, extent: number, freeMm: number): MatterLog[] =>
    Array.from({ length: 30 }, (_, dog) =>
      matsSay({ mat, lnExtent: Math.log(extent), lnFreeMm: Math.log(freeMm) }).map((says) => ({
        ...says,
        of: `${dog}`,
      })),
    ).flat()
  test('is learnt by level, and so is the hair under them', () => {
    const all = learnMatter([...looks(2, 0.5, 4), ...looks(3, 0.75, 3)], H)
    const of = (id: string) => all.find((one) => one.id === id)!
    expect(of('extent.m2').value).toBeGreaterThan(0.4)
    expect(of('extent.m2').value).toBeLessThanOrEqual(0.5)
    expect(of('extent.m3').value).toBeGreaterThan(0.65)
    expect(of('free.m2').value).toBeLessThan(5)
    expect(of('free.m3').value).toBeCloseTo(3, 1)
  })
  test('less hair under them is proposed, more is not: a blade goes nowhere because of other dogs', () => {
    const proposed = (freeMm: number) =>
      proposalsOf(learnMatter(looks(2, 0.25, freeMm), H), [], H).map(({ id }) => id as string)
    expect(proposed(3)).toEqual(['free.m2'])
    expect(proposed(12)).toEqual([])
  })
  test('free coat says nothing, and tangles have no hair under them', () => {
    expect(matsSay({ mat: 0, lnExtent: -1, lnFreeMm: 1 })).toEqual([])
    expect(matsSay({ mat: 1, lnExtent: -1, lnFreeMm: 1 }).map(({ id }) => id)).toEqual(['extent.m1'])
    expect(matsSay({ mat: 3, lnExtent: -1, lnFreeMm: null })).toHaveLength(1)
  })
})
