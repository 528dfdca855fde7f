import { describe, expect, test } from 'vitest'
import { DEFAULT_HOUSE, emptySheet, planGroom, REGION_SIDES, regionSide } from '../../core/index.ts'
import { anAssessment, cleanSheet, lengths, onRegions } from '../../test/fixtures/dogs.ts'
import { looksOfBath, looksOfCoat, looksOfPlan, sheetLooks } from './looks.ts'

const coat = { coatType: 'curly', lengthMm: lengths(40, { tail: 70 }) } as const
const at = (key: string): number => regionSide(key)!.index

describe('how found coat is drawn', () => {
  test('nothing looked at is unknown everywhere, never like free coat', () => {
    const looks = sheetLooks()(emptySheet(), 'mat', coat)
    expect(looks.every(({ unknown, textures }) => unknown && textures.length === 0)).toBe(true)
    expect(sheetLooks()(cleanSheet(), 'mat', coat).some(({ unknown }) => unknown)).toBe(false)
  })
  test('mats by their score over their share; undercoat as stipple where no mat covers it', () => {
    const sheet = onRegions(onRegions(cleanSheet(), ['side'], { mat: 3, extent: 0.5 }), ['rump'], { undercoat: 2 })
    const looks = sheetLooks()(sheet, 'mat', coat)
    expect(looks[at('side.left')]!.textures).toEqual([{ name: 'mat-3', share: 0.5 }])
    expect(looks[at('rump')]!.textures).toEqual([{ name: 'undercoat-2', share: 1 }])
    expect(looks[at('back')]!.textures).toEqual([])
  })
  test('dirt is a wash on its own layer only; skin is marked on every layer, and an emergency stops', () => {
    const sheet = onRegions(cleanSheet(), ['belly'], { condition: 4, skin: 4 })
    const look = (layer: 'mat' | 'condition' | 'skin') => sheetLooks()(sheet, layer, coat)[at('belly')]!
    expect([look('condition').wash, look('mat').wash]).toEqual([1, 0])
    for (const layer of ['mat', 'condition', 'skin'] as const)
      expect(look(layer)).toMatchObject({ mark: 4, stop: true })
  })
  test('a place whose scores did not change keeps its look, so that only what changed is drawn again', () => {
    const looksOf = sheetLooks()
    const before = looksOf(cleanSheet(), 'mat', coat)
    const after = looksOf(onRegions(cleanSheet(), ['back'], { mat: 1 }), 'mat', coat)
    const changed = REGION_SIDES.filter(({ index }) => before[index] !== after[index]).map(({ key }) => key)
    expect(changed).toEqual(['back'])
    // Another layer, or another dog, is drawn anew.
    expect(looksOf(cleanSheet(), 'skin', coat)[0]).not.toBe(before[0])
  })
  test('each part at its own length', () => {
    const looks = looksOfCoat(coat)
    expect(looks[at('back')]!.coatMm).toBe(40)
    expect(looks[at('tail')]!.coatMm).toBe(70)
  })
})

describe('how a plan is drawn', () => {
  test('each place with its treatment and the length it ends with; what is finished is plain', () => {
    const assessment = anAssessment({
      dog: { lengthMm: lengths(60) },
      sheet: onRegions(cleanSheet(), ['armpit'], { mat: 3, extent: 1, standoffMm: 3 }),
    })
    const plan = planGroom(assessment, DEFAULT_HOUSE)
    const looks = looksOfPlan(plan)
    for (const { index, treatment, option } of plan.regions) {
      expect(looks[index]!.textures).toEqual([{ name: `t-${treatment}`, share: 1 }])
      expect(looks[index]!.coatMm).toBe(option.outlineMm)
    }
    const done = { ...plan, regions: plan.regions.map((place) => ({ ...place, done: true })) }
    expect(looksOfPlan(done).every(({ textures }) => textures.length === 0)).toBe(true)
  })
  test('what is left for a vet to decide is drawn left alone, in the coat it came with', () => {
    const felted = onRegions(cleanSheet(), ['belly', 'armpit', 'groin'], { mat: 4, extent: 1, standoffMm: 2 })
    const sheet = onRegions(felted, ['side', 'hindleg', 'foreleg'], { mat: 3, extent: 0.5, standoffMm: 5 })
    const dog = { coatType: 'drop-double', weightKg: 22, temperament: 'anxious', health: ['senior', 'heart'] } as const
    const plan = planGroom(anAssessment({ dog, sheet }), DEFAULT_HOUSE)
    const { left, visits } = plan.split!
    const today = new Set(visits[0]!.parts.map(({ index }) => index))
    const looks = looksOfPlan(plan)
    const waiting = left.filter((index) => !today.has(index))
    expect(waiting.length).toBeGreaterThan(4)
    for (const index of waiting) {
      expect(looks[index]!.textures).toEqual([{ name: 't-leave', share: 1 }])
      expect(looks[index]!.coatMm).toBe(plan.regions[index]!.coatMm)
    }
    for (const index of today)
      expect(looks[index]!.textures).toEqual([{ name: `t-${plan.regions[index]!.treatment}`, share: 1 }])
  })
  test('a place not looked at stays unknown and keeps its coat; a stop shows where it is', () => {
    const sheet = cleanSheet().map((side, i) => (i === at('back') ? { ...side, mat: null, skin: null } : side))
    const looks = looksOfPlan(planGroom(anAssessment({ sheet }), DEFAULT_HOUSE))
    expect(looks[at('back')]).toMatchObject({ unknown: true, textures: [] })
    const sore = onRegions(cleanSheet(), ['belly'], { skin: 3, findings: [{ id: 'hot-spot', sizeMm: 40 }] })
    const stopped = looksOfPlan(planGroom(anAssessment({ sheet: sore }), DEFAULT_HOUSE))
    expect(stopped[at('belly')]!.stop).toBe(true)
    expect(stopped[at('back')]!.stop).toBe(false)
  })
  test('in the tub: dark where the product goes, a stop where it is kept dry', () => {
    const looks = looksOfBath(
      REGION_SIDES.map(() => 30),
      new Set([at('back')]),
      new Set([at('belly')]),
    )
    expect(looks[at('back')]).toMatchObject({ wash: 0.85, stop: false })
    expect(looks[at('belly')]).toMatchObject({ wash: 0, stop: true })
  })
})
