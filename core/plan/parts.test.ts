import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { REGION_SIDES } from '../body/regions.ts'
import { wishedMm } from '../dog/lengths.ts'
import { DEFAULT_HOUSE, houseWith } from '../numbers/estimates.ts'
import { contextOf } from './context.ts'
import { coatKept, referenceLoss } from './loss.ts'
import { planGroom } from './plan.ts'

const plan = (changes: Parameters<typeof anAssessment>[0], house = DEFAULT_HOUSE) =>
  planGroom(anAssessment(changes), house)
const tight = onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.75, standoffMm: 4 })

describe('coat lost and kept', () => {
  test('a long coat brought down short loses about 60 points; clipped close everywhere it keeps nothing', () => {
    const short = plan({ dog: { weightKg: 28 }, sheet: tight })
    expect(short.verdict.choice).toBe('short-all-over')
    const lost = short.regions.reduce((sum, { option }) => sum + option.loss, 0)
    expect(lost).toBeGreaterThan(54)
    expect(lost).toBeLessThan(66)
    const ctx = contextOf(anAssessment({ dog: { lengthMm: lengths(150) } }), 0, DEFAULT_HOUSE)
    expect(coatKept(referenceLoss(ctx), ctx)).toBe(0)
    expect(coatKept(0, ctx)).toBe(100)
  })
  test('a dog without coat has none to lose', () => {
    expect(
      coatKept(0, contextOf(anAssessment({ dog: { coatType: 'hairless', lengthMm: lengths(0) } }), 0, DEFAULT_HOUSE)),
    ).toBe(100)
  })
  test('what the owner wants cut anyway is not lost', () => {
    const { verdict } = plan({ wishes: { keepLength: 0, targetMm: { body: 3, legs: 3 } }, sheet: tight })
    expect(verdict.style).toBe('short')
    expect(verdict.objective.coat).toBeLessThan(0.01)
    expect(verdict.choice).not.toBe('short-all-over')
  })
})

test('wished lengths follow the style where nothing is said, the head one step longer; a trim alone is a tidy', () => {
  const wished = (style: 'short' | 'trim' | 'puppy' | 'natural', targetMm?: { body: number }) => {
    const a = anAssessment({ wishes: { style, ...(targetMm && { targetMm }) } })
    return ['back', 'foreleg', 'crown', 'tail'].map((region) => wishedMm(region as 'back', a, DEFAULT_HOUSE))
  }
  expect(wished('trim')).toEqual([null, null, null, null])
  expect(wished('trim', { body: 16 })).toEqual([16, 16, 19, null])
  expect(wished('natural', { body: 16 })).toEqual([16, null, null, null])
  expect(wished('short')).toEqual([6, 6, 10, null])
  expect(wished('puppy')).toEqual([25, 25, 32, null])
  expect(wished('natural')).toEqual([null, null, null, null])
})

test('a fringe that was there before is no mismatch; hind legs clipped under a long body are', () => {
  const fringed = plan({ dog: { coatType: 'feathered', lengthMm: lengths(20, { legs: 60 }) } })
  expect(fringed.verdict.objective.mismatch).toBe(0)
  const felt = onRegions(cleanSheet(), ['hindleg'], { mat: 4, extent: 1 })
  const uneven = plan({ dog: { weightKg: 12 }, wishes: { keepLength: 2 }, sheet: felt })
  expect(uneven.verdict.choice).toBe('keep-places')
  expect(uneven.verdict.objective.mismatch).toBe(6)
})

test('the objective is the sum of its parts', () => {
  const { objective } = plan({ dog: { weightKg: 28 }, sheet: tight }).verdict
  expect(objective.coat + objective.minutes + objective.pull + objective.mismatch).toBeCloseTo(objective.total, 3)
})

test('a place’s figures are the sum of their parts, and the verdict’s the sum of the places', () => {
  const { regions, verdict } = plan({
    dog: { weightKg: 28, coatType: 'drop-double' },
    sheet: tight.map((s) => ({ ...s, undercoat: 3 as const })),
  })
  for (const { option } of regions) {
    const parts = [...option.cost.parts, ...(option.card?.parts ?? [])]
    expect(parts.reduce((sum, p) => sum + p.minutes, 0) + option.cost.repositionMin).toBeCloseTo(option.minutes, 9)
    expect(parts.reduce((sum, p) => sum + p.pull, 0)).toBeCloseTo(option.pull, 9)
  }
  expect(regions.reduce((sum, r) => sum + r.option.minutes, 0)).toBeCloseTo(verdict.minutes.low, 9)
})

describe('split visits', () => {
  const frail = { weightKg: 28, temperament: 'anxious', health: ['senior'] } as const
  const felted = onRegions(tight, ['belly', 'groin', 'armpit'], { mat: 4, extent: 1 })
  test('begin with hygiene and what is tender and hides skin', () => {
    const { split } = plan({ dog: { ...frail, health: ['senior'] }, sheet: felted })
    const first = split!.visits[0]!.parts.map(({ index }) => REGION_SIDES[index]!.region)
    expect(split!.visits[0]!.blocks[0]).toBe('hygiene')
    expect(new Set(first.slice(0, 5))).toEqual(new Set(['belly', 'armpit', 'groin']))
    expect(split!.visits.map(({ day }) => day)).toEqual(split!.visits.map((_, i) => i * 7))
  })
  test('lie further apart for a very ill dog', () => {
    const knotted = onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.5, standoffMm: 4 })
    const { split, verdict } = plan({ dog: { ...frail, health: ['senior', 'cancer-care'] }, sheet: knotted })
    expect(verdict.choice).toBe('split-visits')
    expect(split!.visits[1]!.day).toBe(14)
  })
  // Common practice: nobody asks a frail dog in felt back five times; what hurts goes, and the vet decides on the rest.
  test('of a frail dog in felt that would need more than two are one, for what hurts, and the vet', () => {
    const p = plan({ dog: { ...frail, health: ['senior', 'cancer-care'] }, sheet: felted })
    expect(p.verdict.choice).toBe('split-visits')
    expect(p.split!.visits).toHaveLength(1)
    expect(p.split!.left.length).toBeGreaterThan(0)
    expect(p.stops).toContainEqual(expect.objectContaining({ code: 'pelted-frail', action: 'refer' }))
    expect(p.stops.map(({ code }) => code)).not.toContain('more-than-one-visit')
  })
  test('are for the dog, never for the clock: a slot that is too short splits nothing', () => {
    const strong = {
      dog: { weightKg: 28 },
      sheet: onRegions(cleanSheet(), NINE, { mat: 2, extent: 0.5, standoffMm: 7 }),
    }
    expect(plan({ ...strong, slotMinutes: 60 }).split).toBeNull()
  })
})

test('a salon that prices pull higher spares the dog', () => {
  const sheet = onRegions(cleanSheet(), NINE, { mat: 2, extent: 0.5, standoffMm: 7 })
  const usual = plan({ dog: { weightKg: 20 }, wishes: { keepLength: 2 }, sheet })
  const sparing = plan({ dog: { weightKg: 20 }, wishes: { keepLength: 2 }, sheet }, houseWith({ 'price.pull': 6 }))
  expect(sparing.verdict.pull.low).toBeLessThan(usual.verdict.pull.low)
})

test('the groomer’s own pace changes minutes and pull of that treatment alone', () => {
  const slow = plan({ pace: { brush: 2 } })
  const usual = plan({})
  const [a, b] = [slow, usual].map(({ verdict }) => verdict.minutes.low - 39 * 0.3)
  expect(a).toBeCloseTo(2 * b!, 6)
})
