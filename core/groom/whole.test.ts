import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { aDogOf } from '../../test/fixtures/dogs-of-all-kinds.ts'
import { USUAL_SHELF } from '../bath/products.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { LEFT_OUT_IDS } from '../plan/plan-shape.ts'
import { wholeGroom } from './steps.ts'
import { planWhole, totalOf, withReserves } from './whole.ts'

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0)

describe('the whole groom', () => {
  test('its parts are its steps, and add up to its total with the waits in the tub', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const dog = aDogOf(seed, 180)
      const plan = planWhole(dog, DEFAULT_HOUSE)
      if (!plan.groom) continue
      const steps = wholeGroom(withReserves(dog, DEFAULT_HOUSE), plan, DEFAULT_HOUSE, USUAL_SHELF)
      const { minutes, hands, parts, over, standing } = plan.groom
      expect(sum(Object.values(parts))).toBeCloseTo(minutes, 6)
      expect(hands).toBeCloseTo(sum(steps.map((step) => step.minutes)), 6)
      expect(minutes).toBeGreaterThanOrEqual(hands - 1e-9)
      expect(standing).toBe(minutes)
      expect(over).toBeCloseTo(Math.max(0, minutes - 180), 9)
      expect(Number.isFinite(minutes)).toBe(true)
    }
  })
  test('a plan that says nothing of its slot fits it by its own steps, and one that does not says by how much', () => {
    let late = 0
    for (let seed = 1; seed <= 200; seed++) {
      const plan = planWhole(aDogOf(seed, 60 + (seed % 5) * 30), DEFAULT_HOUSE)
      const said = plan.stops.find(({ code }) => code === 'slot-too-short')
      const { choice } = plan.verdict
      if (!plan.groom || choice === 'split-visits' || choice === 'look-first') continue
      if (said) {
        late++
        expect(said.values).toEqual({ minutes: plan.groom.minutes, slot: plan.groom.slot, over: plan.groom.over })
        expect(plan.groom.minutes).toBeGreaterThan(plan.groom.slot)
      } else expect(plan.groom.minutes).toBeLessThan(plan.groom.slot + 1)
    }
    expect(late).toBeGreaterThan(20)
  })
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
  // Common practice: what can wait is left for another day before a dog is asked to stand too long, and said.
  test('what can wait is left out in its order, only as far as it has to be, and no step of it is left', () => {
    let leaves = 0
    for (let seed = 1; seed <= 300; seed++) {
      const dog = aDogOf(seed, 300)
      const plan = planWhole(dog, DEFAULT_HOUSE)
      if (!plan.groom) continue
      const { leftOut, standing, cap } = plan.groom
      if (standing > cap + 1)
        expect(plan.stops.some(({ code }) => code === 'stands-long')).toBe(plan.verdict.choice !== 'look-first')
      const order = leftOut.map(({ what }) => LEFT_OUT_IDS.indexOf(what))
      expect(order).toEqual(order.toSorted((a, b) => a - b))
      if (leftOut.length === 0) continue
      leaves++
      const saved = leftOut.at(-1)!.minutes
      expect(standing + saved).toBeGreaterThan(cap)
      const steps = wholeGroom(withReserves(dog, DEFAULT_HOUSE), plan, DEFAULT_HOUSE, USUAL_SHELF)
      expect(sum(steps.map(({ minutes }) => minutes))).toBeCloseTo(plan.groom.hands, 6)
      const out = new Set(leftOut.map(({ what }) => what))
      if (out.has('nails')) expect(steps.some(({ kind }) => kind === 'nails')).toBe(false)
      // What a cycle has opened gets its one wash then.
      if (out.has('wash') && !steps.some(({ id }) => id.startsWith('bath:cycle')))
        expect(steps.filter(({ id }) => id.startsWith('bath:wash-2'))).toEqual([])
    }
    expect(leaves).toBeGreaterThan(20)
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
})
