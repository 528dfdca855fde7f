import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { aDogOf, aDogWithAll, frail } from '../../test/fixtures/dogs-of-all-kinds.ts'
import { isNamed } from '../dog/lengths.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { goesHome } from './goes-home.ts'
import { vetDecides } from './today.ts'
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
  // Common practice: a dog that can take little is spared the tub first, what hurts it is done.
  test('where a vet decides on the rest, the bath waits if with it the dog would stand too long, and only then', () => {
    let left = 0
    let bathed = 0
    for (let seed = 1; seed <= 120; seed++) {
      const plan = planWhole(frail(aDogOf(seed, 200)), DEFAULT_HOUSE)
      if (!plan.groom) continue
      const { standing, cap, leftOut, parts } = plan.groom
      const bath = leftOut.find(({ what }) => what === 'bath')
      if (bath) {
        left++
        expect(vetDecides(plan), `${seed}`).toBe(true)
        expect(parts.bath + parts.dry, `${seed}`).toBe(0)
        expect(standing, `${seed}`).toBeLessThanOrEqual(cap + 1)
        expect(standing + bath.minutes, `${seed}`).toBeGreaterThan(cap)
      } else if (vetDecides(plan) && parts.bath > 0) {
        bathed++
        expect(standing, `${seed}`).toBeLessThanOrEqual(cap + 1)
      }
    }
    expect(left).toBeGreaterThan(5)
    expect(bathed).toBeGreaterThan(1)
  })
  // Common practice: who asked for full legs is told that it takes longer; nobody clips them to be in time.
  describe('a length that was named', () => {
    const named = (slotMinutes: number, more: Parameters<typeof anAssessment>[0] = {}) =>
      planWhole(
        anAssessment({
          slotMinutes,
          dog: { breed: 'cockapoo', coatType: 'curly', weightKg: 9.5, lengthMm: lengths(55) },
          wishes: {
            style: 'trim',
            keepLength: 1,
            pattern: {
              body: { shape: 'length', mm: 10 },
              forelegs: { shape: 'column', mm: 25 },
              hindlegs: { shape: 'column', mm: 25 },
              feet: { shape: 'round' },
            },
          },
          sheet: onRegions(cleanSheet(), ['armpit'], { mat: 3, extent: 0.5, standoffMm: 4 }),
          ...more,
        }),
        DEFAULT_HOUSE,
      )
    const legsOf = (plan: ReturnType<typeof named>) =>
      plan.regions.filter(({ region }) => region === 'foreleg' || region === 'hindleg')
    test.each([180, 140, 100, 60])('is not given up for the minutes of a slot of %d', (slot) => {
      const plan = named(slot)
      for (const { option } of legsOf(plan)) expect(option.outlineMm).toBeGreaterThanOrEqual(25)
      expect(plan.groom!.over).toBeCloseTo(Math.max(0, plan.groom!.minutes - slot), 6)
    })
    test('is given up where its own mats ask it', () => {
      const plan = named(180, {
        sheet: onRegions(cleanSheet(), ['foreleg', 'hindleg'], { mat: 4, extent: 1, standoffMm: 4 }),
      })
      for (const { option } of legsOf(plan)) expect(option.outlineMm).toBeLessThan(25)
    })
    test('one that only follows the body is no such length', () => {
      const follows = { style: 'trim', keepLength: 0, targetMm: { body: 16 } } as const
      const legs = legsOf(named(30, { wishes: follows }))
      expect(legs.every(({ region }) => !isNamed(region, anAssessment({ wishes: follows })))).toBe(true)
      expect(isNamed('back', anAssessment({ wishes: follows }))).toBe(true)
    })
    test('feet whose shape was named are left last of what can wait', () => {
      const out = (feet: boolean) => {
        const plan = named(300, {
          wishes: {
            style: 'trim',
            pattern: { body: { shape: 'length', mm: 25 }, ...(feet && { feet: { shape: 'round' } }) },
          },
          dog: { weightKg: 28, health: ['senior'], lengthMm: lengths(60) },
        })
        return plan.groom!.leftOut.map(({ what }) => what)
      }
      expect(out(false)[0]).toBe('feet')
      expect(out(true)).not.toEqual([])
      expect(out(true)[0]).not.toBe('feet')
    })
  })
  // A border between lengths that somebody asked for is meant.
  test('a short body with full legs does not count as lengths that do not match', () => {
    const plan = planWhole(
      anAssessment({
        dog: { coatType: 'curly', lengthMm: lengths(60) },
        wishes: { style: 'trim', pattern: { body: { shape: 'length', mm: 3 }, forelegs: { shape: 'column', mm: 40 } } },
      }),
      DEFAULT_HOUSE,
    )
    expect(plan.verdict.objective.mismatch).toBe(0)
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
