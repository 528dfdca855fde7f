import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, onRegions } from '../../test/fixtures/dogs.ts'
import { REGION_SIDES } from '../body/regions.ts'
import type { CoatType } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import { DEFAULT_HOUSE, type House } from '../numbers/estimates.ts'
import { schoolsWith } from '../numbers/schools.ts'
import { planGroom } from '../plan/plan.ts'
import { coatAtTub } from './coat.ts'
import {
  type Drying,
  dryingModel,
  dryingOf,
  leastChangeover,
  naturalHours,
  totalMinutes,
  usualChangeover,
  waterAt,
} from './drying.ts'
import { slownessOf } from './order.ts'
import { blown, brushDryMinutes, minutesToBlow, regainAt } from './physics.ts'

const aWetDog = (
  coatType: CoatType,
  weightKg: number,
  mm: number,
  more: Parameters<typeof anAssessment>[0] = {},
): Assessment => anAssessment({ ...more, dog: { coatType, weightKg, lengthMm: lengths(mm), ...more.dog } })
const dry = (assessment: Assessment, house: House = DEFAULT_HOUSE): Drying =>
  dryingOf(assessment, planGroom(assessment, house), house)
const minutesOf = (drying: Drying, stage: string): number => drying.stages.find((s) => s.stage === stage)!.minutes

describe('drying', () => {
  // Common practice: a towelled, willing dog by hand and strong air, at 22 C and 50 %.
  test.each([
    ['smooth', 10, 15, 'normal', 15, 25],
    ['smooth', 30, 15, 'normal', 20, 30],
    ['silky', 3, 80, 'normal', 20, 35],
    ['curly', 6, 50, 'normal', 25, 40],
    ['curly', 28, 60, 'normal', 45, 75],
    ['double', 32, 50, 'normal', 45, 70],
    ['feathered', 32, 50, 'normal', 45, 70],
    ['double', 60, 90, 'dense', 120, 180],
  ] as const)('a %s coat of %d kg and %d mm, %s, takes its usual minutes', (coat, kg, mm, density, least, most) => {
    const { minutes } = dry(aWetDog(coat, kg, mm, { dog: { density } }))
    expect(minutes).toBeGreaterThanOrEqual(least)
    expect(minutes).toBeLessThanOrEqual(most)
  })
  // Common practice: that is why nobody lets it.
  test('a curly dog alone in still air takes six to ten hours', () => {
    const dog = aWetDog('curly', 28, 60)
    const hours = naturalHours(dog, dryingModel(dog, planGroom(dog, DEFAULT_HOUSE), DEFAULT_HOUSE), DEFAULT_HOUSE)
    expect(hours).toBeGreaterThan(6)
    expect(hours).toBeLessThan(10)
  })
  test('damp air is never the faster, and where coat will not get dry that is said, not a number', () => {
    const cool = { schools: schoolsWith({ 'dryer-heat': 'room-air' }) }
    for (const coat of ['double', 'curly', 'smooth'] as const) {
      let before = 0
      for (let rh = 0.1; rh <= 1; rh += 0.05) {
        const drying = dry(aWetDog(coat, 22, 60, { room: { tempC: 18, rh }, ...cool }))
        if (drying.cautions.includes('will-not-dry')) continue
        expect(drying.minutes).toBeGreaterThanOrEqual(before - 1e-9)
        before = drying.minutes
      }
    }
    const wet = dry(aWetDog('double', 22, 60, { room: { tempC: 18, rh: 0.99 }, ...cool }))
    expect(wet.cautions[0]).toBe('will-not-dry')
    expect(Number.isFinite(wet.minutes)).toBe(true)
    expect(dry(aWetDog('double', 22, 60)).cautions).not.toContain('will-not-dry')
  })
  test('a strong dryer pays on every dog, and a small dog does not use all of a big one', () => {
    for (const [coat, kg, mm] of [
      ['double', 30, 60],
      ['curly', 8, 30],
      ['silky', 4, 60],
      ['smooth', 20, 15],
    ] as const) {
      const without = dry(aWetDog(coat, kg, mm, { dog: { dryerTolerance: 'none' } })).minutes
      expect(without).toBeGreaterThanOrEqual(dry(aWetDog(coat, kg, mm)).minutes - 5)
    }
    const air = (kg: number): number => minutesOf(dry(aWetDog('silky', kg, 60)), 'high-velocity')
    expect(air(2)).toBeGreaterThan(0.5 * air(8))
  })

  test('loses no gram: dripping water is towelled, blown off, carried off as vapour, or left', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<CoatType>('double', 'curly', 'silky', 'wire', 'smooth', 'corded', 'hairless'),
        fc.integer({ min: 2, max: 70 }),
        fc.integer({ min: 5, max: 150 }),
        fc.integer({ min: 10, max: 35 }),
        fc.integer({ min: 10, max: 95 }),
        fc.constantFrom('fine' as const, 'low-only' as const, 'none' as const),
        (coat, kg, mm, tempC, rh, dryerTolerance) => {
          const drying = dry(aWetDog(coat, kg, mm, { room: { tempC, rh: rh / 100 }, dog: { dryerTolerance } }))
          const { dripping, towelled, blownOff, vapour, left } = drying.water
          return (
            Math.abs(dripping - towelled - blownOff - vapour - left) < 1e-6 &&
            [towelled, blownOff, vapour, left].every((grams) => grams >= -1e-9) &&
            drying.stages.every(({ minutes }) => Number.isFinite(minutes) && minutes >= 0)
          )
        },
      ),
      { numRuns: 150, seed: 3 },
    )
  })

  test('takes longer with coat, length and damp air, and less with flow', () => {
    const base = dry(aWetDog('double', 22, 60)).minutes
    expect(dry(aWetDog('double', 22, 80)).minutes).toBeGreaterThan(base)
    expect(dry(aWetDog('double', 30, 60)).minutes).toBeGreaterThan(base)
    expect(dry(aWetDog('double', 22, 60, { dog: { density: 'dense' } })).minutes).toBeGreaterThan(base)
    const damp = dry(aWetDog('double', 22, 60, { room: { tempC: 22, rh: 0.85 } })).minutes
    expect(damp).toBeGreaterThanOrEqual(base)
    expect(dry(aWetDog('double', 22, 60), { ...DEFAULT_HOUSE, 'air.flow': 90 }).minutes).toBeLessThan(base)
    expect(dry(aWetDog('double', 22, 60, { dog: { dryerTolerance: 'low-only' } })).minutes).toBeGreaterThan(base)
  })

  test('follows its own law: the closed form equals fine fixed steps', () => {
    const [from, bound, k, e] = [700, 250, 0.09, 4]
    let water = from
    const step = 0.001
    for (let t = 0; t < 40; t += step) {
      water -= step * (k * Math.max(0, water - bound) + e)
      if (Math.abs((t + step) % 10) < step / 2)
        expect(Math.abs(blown(from, bound, k, e, t + step).left / water - 1)).toBeLessThan(0.001)
    }
    const minutes = minutesToBlow(from, 200, bound, k, e)
    expect(blown(from, bound, k, e, minutes).left).toBeCloseTo(200, 6)
    let brushing = 300
    let spent = 0
    const [falling, regain, rate, done] = [60, 20, 6, 60]
    while (brushing > done) {
      brushing -= step * rate * Math.min(1, (brushing - regain) / falling)
      spent += step
    }
    expect(Math.abs(brushDryMinutes(300, done, falling, regain, rate) / spent - 1)).toBeLessThan(0.001)
  })

  test('draws the curve that its minutes come from: falling all the way, and dry at the end', () => {
    for (const assessment of [aWetDog('double', 22, 60), aWetDog('curly', 28, 50), aWetDog('smooth', 20, 12)]) {
      const model = dryingModel(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)
      const at = usualChangeover(model)
      const end = totalMinutes(model, at)
      let before = Number.POSITIVE_INFINITY
      for (let i = 0; i <= 60; i++) {
        const water = waterAt(model, at, (end * i) / 60)
        expect(water).toBeLessThanOrEqual(before + 1e-9)
        before = water
      }
      expect(waterAt(model, at, 0)).toBeCloseTo(model.afterTowel, 9)
      expect(waterAt(model, at, end)).toBeCloseTo(Math.min(model.warm.done, waterAt(model, at, at)), 4)
    }
  })

  test('has no better changeover than the one it names', () => {
    for (const assessment of [aWetDog('double', 40, 70), aWetDog('cotton', 8, 40)]) {
      const model = dryingModel(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)
      const best = totalMinutes(model, leastChangeover(model))
      for (let at = 0; at < 80; at += 0.1) expect(totalMinutes(model, at)).toBeGreaterThan(best - 0.3)
      expect(best).toBeLessThanOrEqual(totalMinutes(model, usualChangeover(model)) + 1e-9)
    }
  })

  test('clips before the bath leave less to dry, and blow-out minutes are said to be in the verdict', () => {
    const sheet = onRegions(cleanSheet(), ['back', 'side', 'rump'], { undercoat: 4, mat: 4, extent: 0.75 })
    const packed = aWetDog('double', 18, 65, { sheet })
    const drying = dry(packed)
    const blowOut = planGroom(packed, DEFAULT_HOUSE)
      .regions.filter(({ treatment }) => treatment === 'blow-out')
      .flatMap(({ option }) => option.cost.parts)
      .filter(({ rate }) => rate.startsWith('minutes.blow-out'))
      .reduce((sum, { minutes }) => sum + minutes, 0)
    expect(blowOut).toBeGreaterThan(0)
    expect(drying.inVerdict).toBeCloseTo(Math.min(blowOut, minutesOf(drying, 'high-velocity')), 9)
  })

  const orderOf = (assessment: Assessment): number[] => {
    const slowness = slownessOf(
      coatAtTub(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE),
      DEFAULT_HOUSE,
    )
    return REGION_SIDES.map(({ index }) => index).sort((a, b) => slowness[a]! - slowness[b]! || a - b)
  }
  // Common practice: ears, armpits, groin and breeches dry last on an even coat.
  test('lists the open thin places first, hidden ones and ears last', () => {
    const even = aWetDog('curly', 12, 40)
    const order = orderOf(even)
    expect([...order].sort((a, b) => a - b)).toEqual(REGION_SIDES.map(({ index }) => index))
    const place = (region: string): number => order.findIndex((index) => REGION_SIDES[index]!.region === region)
    for (const late of ['ear-inner', 'armpit', 'groin']) expect(place(late)).toBeGreaterThan(place('back'))
    const clipped = aWetDog('curly', 12, 40, { dog: { lengthMm: { ...lengths(40), ears: 5 } } })
    const first = orderOf(clipped)[0]!
    expect(REGION_SIDES[first]!.region).toMatch(/^ear/)
  })

  // Common practice: how the coat should lie for what comes next.
  test.each([
    ['curly', 'straight'],
    ['drop-double', 'layered'],
    ['double', 'lifted'],
    ['smooth', 'natural'],
    ['wire', 'flat'],
  ] as const)('a %s coat is dried %s', (coat, method) => expect(dry(aWetDog(coat, 10, 30)).method).toBe(method))

  test('says who needs cool air, no heated cage, no strong dryer', () => {
    const old = dry(aWetDog('curly', 10, 30, { dog: { health: ['senior', 'heart'], dryerTolerance: 'none' } }))
    expect(old.cautions).toEqual(['no-heated-cage', 'no-high-velocity', 'belly-loop-padded'])
    expect(minutesOf(old, 'high-velocity')).toBe(0)
    expect(dry(aWetDog('curly', 10, 30)).cautions).toEqual(['hood-on'])
  })

  // Keratin's regain from damp air [mem].
  test('keeps what a fibre keeps: four hundredths at 10 %, a quarter at 90 %, between by interpolation', () => {
    expect([0.1, 0.5, 0.9].map(regainAt)).toEqual([0.04, 0.12, 0.25])
    expect(regainAt(0.4)).toBeCloseTo(0.1, 12)
  })
})
