import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { aDogOf, aDogWithAll } from '../../test/fixtures/dogs-of-all-kinds.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { goesHome } from './goes-home.ts'
import { planWhole, totalOf, withReserves } from './whole.ts'

describe('the whole groom', () => {
  test('the reserve is what bath, drying, cut and the rest take in that style', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const plan = planWhole(aDogOf(seed, 400), DEFAULT_HOUSE)
      if (!plan.groom || plan.verdict.choice === 'split-visits') continue
      if (plan.groom.standing > plan.groom.cap || plan.groom.leftOut.length > 0) continue
      expect(plan.verdict.reserve).toBeCloseTo(plan.groom.minutes - plan.groom.parts.coat, 6)
    }
  })
  // Common practice: that is why a short slot speaks for the clipper.
  test('a dog that is clipped before the bath dries faster, so the short style keeps back less', () => {
    const matted = anAssessment({
      slotMinutes: 90,
      dog: { weightKg: 28 },
      wishes: { keepLength: 1 },
      sheet: onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.5, standoffMm: 4 }),
    })
    const { reserves } = withReserves(matted, DEFAULT_HOUSE)
    expect(reserves!.byStyle.short!).toBeLessThan(reserves!.byStyle.keep! - 10)
  })
  test('a few minutes over the slot are said, and change neither the way nor the number of visits', () => {
    const knots = onRegions(cleanSheet(), NINE, { mat: 2, extent: 0.5, standoffMm: 7 })
    const of = (slotMinutes: number) =>
      planWhole(anAssessment({ dog: { weightKg: 28 }, sheet: knots, slotMinutes }), DEFAULT_HOUSE)
    const long = of(400)
    expect(long.stops.some(({ code }) => code === 'slot-too-short')).toBe(false)
    const short = of(Math.round(long.groom!.minutes - 3))
    expect(short.verdict.choice).toBe(long.verdict.choice)
    expect(short.split).toBeNull()
    expect(short.groom!.minutes).toBeCloseTo(long.groom!.minutes, 6)
    expect(short.groom!.over).toBeCloseTo(3, 0)
  })
  test('the same dog gives the same plan, and a longer slot never a worse one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 60, max: 240 }), (seed, slot) => {
        const plan = planWhole(aDogOf(seed, slot), DEFAULT_HOUSE)
        expect(planWhole(structuredClone(aDogOf(seed, slot)), DEFAULT_HOUSE)).toEqual(plan)
        const long = planWhole(aDogOf(seed, slot + 60), DEFAULT_HOUSE)
        if (plan.groom && long.groom && plan.verdict.choice !== 'split-visits')
          expect(long.groom.over).toBeLessThanOrEqual(plan.groom.over + 1e-6)
      }),
      { seed: 11, numRuns: 60 },
    )
  })
  test('a heavy dog is lifted by two, one that bites is held by two at face, feet and nails', () => {
    const second = (dog: Parameters<typeof anAssessment>[0]) =>
      planWhole(anAssessment(dog), DEFAULT_HOUSE).groom!.second
    expect(second({ dog: { weightKg: 12 } })).toEqual([])
    expect(second({ dog: { weightKg: 34 } }).map(({ why }) => why)).toEqual(['lift'])
    const bites = second({ dog: { weightKg: 12, temperament: 'bites' } })
    expect(new Set(bites.map(({ why }) => why))).toEqual(new Set(['bites']))
    expect(bites.length).toBeGreaterThan(1)
  })
  test('a groom that stops has no total', () => {
    const stopped = anAssessment({ sheet: onRegions(cleanSheet(), ['back'], { skin: 4 }) })
    expect(planWhole(stopped, DEFAULT_HOUSE).groom).toBeNull()
    expect(totalOf([], 90, 180)).toMatchObject({ minutes: 0, over: 0 })
  })
  test('another way is shown as it would go home if it were chosen', () => {
    let compared = 0
    for (let seed = 1; seed <= 80; seed++) {
      const assessment = withReserves(aDogWithAll(seed), DEFAULT_HOUSE)
      const plan = planWhole(assessment, DEFAULT_HOUSE)
      for (const way of plan.verdict.alternatives) {
        if (!way.feasible || way.visits > 1) continue
        const chosen = planWhole(assessment, DEFAULT_HOUSE, way.style)
        if (chosen.verdict.style !== way.style || chosen.groom!.leftOut.length > 0) continue
        compared++
        const home = goesHome(assessment, chosen, DEFAULT_HOUSE)
        expect(way.coatKept, `${seed} ${way.style}`).toBeCloseTo(home.coatKept, 6)
        expect(way.next.weeks, `${seed} ${way.style}`).toBe(home.next.weeks)
        expect(way.outlineMm).toEqual(home.mm)
        expect(way.minutes).toBeCloseTo(chosen.verdict.minutes.low, 6)
      }
    }
    expect(compared).toBeGreaterThan(40)
  })
})
