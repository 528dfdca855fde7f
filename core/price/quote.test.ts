import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { aDogOf, frail } from '../../test/fixtures/dogs-of-all-kinds.ts'
import type { Assessment } from '../dog/dog.ts'
import { planned, vetDecides } from '../groom/today.ts'
import { planWhole } from '../groom/whole.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import type { Plan } from '../plan/plan-shape.ts'
import { type PriceList, quoteOf, quoteOfPlan, STARTING_PRICES, sizeOf } from './quote.ts'

describe('the price of a groom by the list', () => {
  test('is the list price of coat and size, and the minute rate beyond what it holds, rounded up', () => {
    const dog = { coatType: 'curly', weightKg: 9.5 } as const
    const { base, work, total, size, coat } = quoteOf(dog, 45, STARTING_PRICES)
    expect([size, coat, base]).toEqual(['small', 'wool', 5200])
    expect(work).toBe(30 * 90)
    expect(total).toBe(7900)
    expect(quoteOf(dog, 45.5, STARTING_PRICES).total).toBe(8000)
    expect(quoteOf(dog, 3, STARTING_PRICES).total).toBe(5200)
  })
  test('never falls with minutes or weight', () => {
    fc.assert(
      fc.property(fc.nat({ max: 200 }), fc.nat({ max: 60 }), fc.nat({ max: 60 }), (minutes, kg, more) => {
        const cost = (m: number, w: number) =>
          quoteOf({ coatType: 'double', weightKg: w + 1 }, m, STARTING_PRICES).total
        return cost(minutes + more, kg) >= cost(minutes, kg) && cost(minutes, kg + more) >= cost(minutes, kg)
      }),
    )
    expect([5, 5.1, 10, 20, 35, 36].map(sizeOf)).toEqual(['toy', 'small', 'small', 'medium', 'large', 'giant'])
  })
})

// Common practice: bath, drying, cut and nails are paid when they are done, dematting by the minute.
describe('the price of a plan', () => {
  const MOST = 120
  const quoted = Array.from({ length: MOST }, (_, i) => {
    const dog = aDogOf(i + 1, 200)
    const assessment: Assessment = i % 3 ? frail(dog) : { ...dog, dog: { ...dog.dog, health: [] } }
    const plan = planWhole(assessment, DEFAULT_HOUSE)
    return { i, dog: assessment.dog, plan, quote: quoteOfPlan(assessment.dog, plan, STARTING_PRICES) }
  })
  const visitsOf = ({ split }: Plan): number => split?.visits.length ?? 1
  const listed = (one: (typeof quoted)[number]): number =>
    quoteOf(one.dog, planned(one.plan, 'minutes').high, STARTING_PRICES).total

  test('has dogs of every kind here', () => {
    expect(quoted.filter(({ plan }) => visitsOf(plan) > 1).length).toBeGreaterThan(5)
    expect(quoted.filter(({ plan }) => vetDecides(plan)).length).toBeGreaterThan(10)
    expect(quoted.filter(({ quote }) => quote.by === 'minute').length).toBeGreaterThan(3)
  })
  test('over several visits pays bath, drying, cut and nails once, and all of the coat work', () => {
    for (const one of quoted.filter(({ plan }) => visitsOf(plan) > 1))
      expect(one.quote, `${one.i}`).toMatchObject({ by: 'list', total: listed(one) })
  })
  test('without a bath pays the minutes of the visit, and never more than the list asks', () => {
    for (const one of quoted) {
      const { plan, quote, i } = one
      expect(quote.total, `${i}`).toBeLessThanOrEqual(listed(one))
      if (quote.by === 'list') continue
      expect(plan.groom!.parts.bath, `${i}`).toBe(0)
      expect(visitsOf(plan), `${i}`).toBe(1)
      expect(quote, `${i}`).toMatchObject({ base: 0, minutes: plan.groom!.minutes })
      const rate = plan.groom!.minutes * STARTING_PRICES.perMinute
      expect(quote.total - rate, `${i}`).toBeGreaterThan(-1)
      expect(quote.total - rate, `${i}`).toBeLessThan(STARTING_PRICES.roundTo)
    }
  })
  test('where a minute costs nothing beyond the list, a visit without a bath is not given away', () => {
    const flat: PriceList = { ...STARTING_PRICES, perMinute: 0 }
    for (const { i, dog, plan } of quoted) expect(quoteOfPlan(dog, plan, flat).total, `${i}`).toBeGreaterThan(0)
  })
})
