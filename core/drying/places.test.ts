import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, lengths } from '../../test/fixtures/dogs.ts'
import { slowRoomRun } from '../../test/oracles/room-slow.ts'
import { REGION_SIDES } from '../body/regions.ts'
import type { CoatType } from '../coat/coat-types.ts'
import { STARTING_EQUIPMENT } from '../numbers/equipment.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { schoolsWith } from '../numbers/schools.ts'
import { planGroom } from '../plan/plan.ts'
import { coatAtTub } from './coat.ts'
import {
  type DryingModel,
  dryerKwh,
  dryingModel,
  dryingOf,
  naturalHours,
  totalMinutes,
  usualChangeover,
  waterAt,
} from './drying.ts'
import { estimate, type Reading, scaled } from './filter.ts'
import { fractionsAt, type Places, placeCurve, placesInOrder, placesOf } from './places.ts'
import { dryInRoom, ROOM_WAYS } from './room.ts'
import { type DrySettings, usualSettings } from './settings.ts'

interface Wet {
  readonly model: DryingModel
  readonly places: Places
  readonly settings: DrySettings
  readonly changeover: number
}
function aWet(coatType: CoatType, weightKg: number, mm: number, more: Parameters<typeof anAssessment>[0] = {}): Wet {
  const assessment = anAssessment({ ...more, dog: { coatType, weightKg, lengthMm: lengths(mm), ...more.dog } })
  const plan = planGroom(assessment, DEFAULT_HOUSE)
  const settings = usualSettings(assessment, DEFAULT_HOUSE)
  const model = dryingModel(assessment, plan, DEFAULT_HOUSE, settings)
  return {
    model,
    settings,
    places: placesOf(coatAtTub(assessment, plan, DEFAULT_HOUSE), DEFAULT_HOUSE),
    changeover: usualChangeover(model),
  }
}

/** Water in each place so many minutes after the towel, g. */
function waterByPlace(model: DryingModel, places: Places, changeover: number, minutes: number): number[] {
  const water = waterAt(model, changeover, minutes)
  if (water <= 0 || model.afterTowel <= 0) return places.share.map(() => 0)
  const fractions = fractionsAt(places, Math.min(1, water / model.afterTowel))
  return fractions.map((fraction, i) => fraction * places.share[i]! * model.afterTowel)
}

describe('place by place', () => {
  test('the places always add up to the dog, to a gram, and each only loses water', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<CoatType>('double', 'curly', 'silky', 'feathered', 'wire', 'hairless'),
        fc.integer({ min: 2, max: 70 }),
        fc.integer({ min: 10, max: 120 }),
        (coat, kg, mm) => {
          const { model, places, changeover } = aWet(coat, kg, mm)
          let before = places.share.map((share) => share * model.afterTowel)
          for (let i = 0; i <= 10; i++) {
            const minutes = (totalMinutes(model, changeover) * i) / 10
            const now = waterByPlace(model, places, changeover, minutes)
            expect(Math.abs(now.reduce((a, b) => a + b, 0) - waterAt(model, changeover, minutes))).toBeLessThan(0.01)
            for (const [p, grams] of now.entries()) expect(grams).toBeLessThanOrEqual(before[p]! + 1e-6)
            before = now
          }
        },
      ),
      { numRuns: 60, seed: 2 },
    )
  })
  test('the curve between nodes is the exact answer within a thousandth', () => {
    const { places } = aWet('feathered', 14, 50)
    const curve = placeCurve(places)
    for (const fraction of [0.95, 0.6, 0.31, 0.12, 0.05])
      for (const { index } of REGION_SIDES)
        expect(Math.abs(curve(index, fraction) - fractionsAt(places, fraction)[index]!)).toBeLessThan(1e-3)
  })
  test('ears and hidden places come last, every place comes once, times never fall', () => {
    const { model, places, changeover } = aWet('curly', 12, 40)
    const order = placesInOrder(model, places, changeover)
    expect(new Set(order.map(({ index }) => index)).size).toBe(39)
    for (const [i, place] of order.entries())
      if (i > 0) expect(place.minutes).toBeGreaterThanOrEqual(order[i - 1]!.minutes - 1e-9)
    const last = order.slice(-6).map(({ index }) => REGION_SIDES[index]!.region)
    expect(last).toContain('ear-inner')
    expect(order.slice(0, 10).map(({ index }) => REGION_SIDES[index]!.region)).not.toContain('ear-inner')
  })
  test('a dog without coat is dry at once, and readings of it are borne', () => {
    const { model, places, changeover } = aWet('hairless', 4, 0)
    expect(placesInOrder(model, places, changeover)).toEqual([])
    expect(waterByPlace(model, places, changeover, 3).every((grams) => grams === 0)).toBe(true)
    const { finish } = estimate(
      model,
      places,
      null,
      [{ kind: 'probe', minutes: 1, index: 0, ratio: 0.2 }],
      2,
      DEFAULT_HOUSE,
    )
    expect(Number.isFinite(finish.middle)).toBe(true)
  })
  test('a fraction outside 0 to 1 is refused', () => {
    const { places } = aWet('curly', 12, 40)
    for (const fraction of [0, -0.1, 1.1, Number.NaN]) expect(() => fractionsAt(places, fraction)).toThrow(RangeError)
  })
})

describe('the room', () => {
  const { room } = STARTING_EQUIPMENT
  const damp = { ...room, rh: 0.7, volumeM3: 20, outsideC: 18, outsideRh: 0.9 }
  // The last takes no strong air, so that its drying hangs on the room and not on the hands.
  const cases = [
    aWet('double', 45, 80, { room: damp }),
    aWet('curly', 28, 50, { room: damp }),
    aWet('double', 30, 60, { room: damp, dog: { dryerTolerance: 'none' } }),
  ]

  test('within half a percent of a fine fixed-step reference that works every step from psychrometrics', () => {
    for (const { model, settings, changeover } of cases)
      for (const way of ROOM_WAYS) {
        const fast = dryInRoom(model, settings, damp, way, changeover, DEFAULT_HOUSE)
        const slow = slowRoomRun(model, settings, damp, way, changeover, DEFAULT_HOUSE)
        expect(Math.abs(fast.minutes / slow.minutes - 1)).toBeLessThan(0.005)
        expect(Math.abs(fast.endRh - slow.endRh)).toBeLessThan(0.01)
        expect(Math.abs(fast.vapourG + fast.liquidG + fast.leftG - model.afterTowel)).toBeLessThan(1)
      }
  })
  test('a very large room changes nothing', () => {
    for (const { model, settings, changeover } of cases) {
      const run = dryInRoom(
        model,
        settings,
        { ...damp, volumeM3: 1e7, outsideC: damp.tempC, outsideRh: damp.rh },
        'shut',
        changeover,
        DEFAULT_HOUSE,
      )
      expect(run.minutes / totalMinutes(model, changeover)).toBeCloseTo(1, 2)
      expect(run.endRh).toBeCloseTo(damp.rh, 3)
    }
  })
  test('a small shut room gets damp and slows the drying; a window or a dehumidifier helps', () => {
    const { model, settings, changeover } = cases.at(-1)!
    const run = (way: (typeof ROOM_WAYS)[number]) => dryInRoom(model, settings, damp, way, changeover, DEFAULT_HOUSE)
    expect(run('shut').mostRh).toBeGreaterThan(damp.rh)
    expect(run('shut').minutes).toBeGreaterThan(totalMinutes(model, changeover))
    expect(run('window').minutes).toBeLessThan(run('shut').minutes)
    expect(run('dehumidifier').endRh).toBeLessThan(run('shut').endRh)
  })
})

describe('readings', () => {
  // A plain generator of normal numbers from a fixed sequence.
  const noise = (seed: number): (() => number) => {
    let state = seed
    const uniform = (): number => {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0
      return (state + 0.5) / 4294967296
    }
    return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
  }

  test('on simulated dogs with known truth the corrected finish beats the uncorrected, and its range holds the truth', () => {
    let corrected = 0
    let book = 0
    let inside = 0
    const DOGS = 60
    for (let seed = 1; seed <= DOGS; seed++) {
      const draw = noise(seed * 7919)
      const { model, places } = aWet(seed % 2 ? 'double' : 'feathered', 10 + (seed % 5) * 8, 50 + (seed % 3) * 15)
      const truth = scaled(model, Math.exp(0.25 * draw()), Math.exp(0.25 * draw()))
      const trueFinish = totalMinutes(truth, usualChangeover(truth))
      const curve = placeCurve(places)
      const now = usualChangeover(model) * 0.6
      const readings: Reading[] = Array.from({ length: 6 }, (_, i) => {
        const minutes = (now * (i + 1)) / 6
        const index = [0, 2, 3, 7, 20, 25][i]!
        const fraction = waterAt(truth, Number.POSITIVE_INFINITY, minutes) / truth.afterTowel
        const ratio = (curve(index, fraction) * truth.afterTowel * truth.inCoat) / truth.coatMassG
        return { kind: 'probe', minutes, index, ratio: Math.max(0, ratio * (1 + 0.15 * draw())) }
      })
      readings.push({ kind: 'towel', grams: (truth.dripping * 0.85 - truth.afterTowel) * (1 + 0.05 * draw()) })
      const { finish } = estimate(model, places, null, readings, now, DEFAULT_HOUSE)
      corrected += Math.abs(finish.middle - trueFinish)
      book += Math.abs(totalMinutes(model, usualChangeover(model)) - trueFinish)
      if (finish.low - 1 <= trueFinish && trueFinish <= finish.high + 1) inside++
    }
    expect(corrected).toBeLessThan(0.6 * book)
    expect(inside / DOGS).toBeGreaterThan(0.7)
  })
  test('more readings, a narrower range', () => {
    const { model, places } = aWet('double', 22, 60)
    const width = (count: number): number => {
      const readings: Reading[] = Array.from({ length: count }, (_, i) => {
        const minutes = 2 + i
        return {
          kind: 'probe',
          minutes,
          index: null,
          ratio: waterAt(model, Number.POSITIVE_INFINITY, minutes) / model.coatMassG,
        }
      })
      const { finish } = estimate(model, places, null, readings, 10, DEFAULT_HOUSE)
      return finish.high - finish.low
    }
    expect(width(6)).toBeLessThan(width(1))
    expect(width(1)).toBeLessThan(width(0))
  })
  test('an absurd reading moves the finish by little and is called absurd', () => {
    const { model, places } = aWet('double', 22, 60)
    const good: Reading[] = [3, 5, 7].map((minutes) => ({
      kind: 'probe',
      minutes,
      index: null,
      ratio: waterAt(model, 1e9, minutes) / model.coatMassG,
    }))
    const plain = estimate(model, places, null, good, 8, DEFAULT_HOUSE)
    const mad = estimate(
      model,
      places,
      null,
      [...good, { kind: 'probe', minutes: 8, index: null, ratio: 3.9 }],
      8,
      DEFAULT_HOUSE,
    )
    expect(Math.abs(mad.finish.middle - plain.finish.middle)).toBeLessThan(1.5)
    expect(mad.absurd.at(-1)).toBeGreaterThan(0.9)
    expect(Math.max(...plain.absurd)).toBeLessThan(0.1)
  })
  test('a wetter reading than the book moves the finish later, a drier one earlier', () => {
    const { model, places } = aWet('double', 22, 60)
    const at = (factor: number): number => {
      const ratio = (factor * waterAt(model, 1e9, 5)) / model.coatMassG
      return estimate(model, places, null, [{ kind: 'probe', minutes: 5, index: null, ratio }], 5, DEFAULT_HOUSE).finish
        .middle
    }
    expect(at(1.5)).toBeGreaterThan(at(1))
    expect(at(0.6)).toBeLessThan(at(1))
  })
})

describe('settings of the dryer', () => {
  const minutes = (settings: Partial<DrySettings>): number => {
    const assessment = anAssessment({ dog: { coatType: 'double', weightKg: 30, lengthMm: lengths(60) } })
    const plan = planGroom(assessment, DEFAULT_HOUSE)
    const usual = usualSettings(assessment, DEFAULT_HOUSE)
    return dryingOf(assessment, plan, DEFAULT_HOUSE, undefined, { ...usual, ...settings }).stages[1]!.minutes
  }
  // Nozzle 20 %, spray 15 % faster, the low setting half the flow: common practice.
  test('a nozzle and a spray speed strong air, the low setting slows it', () => {
    expect(minutes({ nozzle: true })).toBeLessThan(minutes({}))
    expect(minutes({ nozzle: true, spray: true })).toBeLessThan(minutes({ nozzle: true }))
    expect(minutes({ low: true })).toBeGreaterThan(minutes({}) * 1.6)
  })
  test('low heat for those who take heat badly, none where the house dries cool', () => {
    const outlet = (changes: Parameters<typeof anAssessment>[0]): number =>
      usualSettings(anAssessment(changes), DEFAULT_HOUSE).warmOutletC
    expect(outlet({})).toBe(50)
    expect(outlet({ dog: { health: ['brachycephalic'] } })).toBe(38)
    expect(outlet({ schools: schoolsWith({ 'dryer-heat': 'room-air' }) })).toBe(28)
  })
  test('power and time make kWh; by itself a coat takes hours', () => {
    const assessment = anAssessment({ dog: { coatType: 'double', weightKg: 30, lengthMm: lengths(60) } })
    const plan = planGroom(assessment, DEFAULT_HOUSE)
    const settings = usualSettings(assessment, DEFAULT_HOUSE)
    const drying = dryingOf(assessment, plan, DEFAULT_HOUSE)
    const [, air, brush] = drying.stages
    expect(dryerKwh(drying, settings, DEFAULT_HOUSE)).toBeCloseTo(
      (air!.minutes * 1800 + brush!.minutes * 1200) / 60000,
      9,
    )
    const hours = naturalHours(assessment, dryingModel(assessment, plan, DEFAULT_HOUSE), DEFAULT_HOUSE)
    expect(hours).toBeGreaterThan(2)
    expect(hours).toBeLessThan(48)
  })
  test('ways of the house: where, from where, with what', () => {
    const how = (changes: Parameters<typeof anAssessment>[0]) => {
      const assessment = anAssessment(changes)
      return dryingOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE).how
    }
    expect(how({ dog: { lengthMm: lengths(20) } })).toEqual({
      bulkIn: 'tub',
      finishIn: 'table',
      start: 'top',
      brush: 'slicker',
    })
    expect(how({ dog: { coatType: 'silky', lengthMm: lengths(90) } })).toMatchObject({
      start: 'underside',
      brush: 'pin',
    })
    expect(how({ schools: schoolsWith({ 'dryer-place': 'table', 'brush-drying': 'pin' }) })).toMatchObject({
      bulkIn: 'table',
      brush: 'pin',
    })
  })
  test('conditioner slows or speeds where the house holds that it does', () => {
    const k = (way: 'neutral' | 'slows' | 'speeds'): number =>
      aWet('curly', 12, 40, { schools: schoolsWith({ 'conditioner-drying': way }) }).model.air!.k
    expect(k('slows')).toBeLessThan(k('neutral'))
    expect(k('speeds')).toBeGreaterThan(k('neutral'))
  })
  test('a dog that takes heat badly, or a frightened one, gets breaks; none after the last stretch', () => {
    const breaks = (dog: Parameters<typeof anAssessment>[0] & object): number => {
      const assessment = anAssessment(dog)
      return dryingOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE).breaks
    }
    const large = { weightKg: 28, lengthMm: lengths(50) }
    expect(breaks({ dog: large })).toBe(0)
    expect(breaks({ dog: { ...large, health: ['senior'] } })).toBeGreaterThan(4)
    expect(breaks({ dog: { ...large, temperament: 'anxious' } })).toBeGreaterThan(4)
  })
  test('brushing of free coat under the dryer is named, and never more than the drying takes', () => {
    const assessment = anAssessment({ dog: { weightKg: 20 } })
    const { brushedInVerdict, stages } = dryingOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)
    expect(brushedInVerdict).toBeGreaterThan(5)
    expect(brushedInVerdict).toBeLessThanOrEqual(stages[2]!.minutes)
  })
})
