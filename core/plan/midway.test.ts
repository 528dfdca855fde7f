import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { mirrorIndex, REGION_SIDES, type RegionId } from '../body/regions.ts'
import { consentNeeds, consentRisks } from '../consent/needs.ts'
import type { Assessment, DoneWork } from '../dog/dog.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { differenceOf } from '../questions/difference.ts'
import { minutesBudget } from './budgets.ts'
import { mirrorSheet } from './mirror.ts'
import { planGroom } from './plan.ts'
import type { Plan } from './plan-shape.ts'

const plan = (assessment: Assessment): Plan => planGroom(assessment, DEFAULT_HOUSE)
const at = (region: RegionId): number => REGION_SIDES.find((place) => place.region === region)!.index

const knots = anAssessment({
  sheet: onRegions(cleanSheet(), NINE, { mat: 2, extent: 0.5, standoffMm: 7 }),
  dog: { weightKg: 12 },
  wishes: { keepLength: 2 },
  slotMinutes: 240,
})

/** The first n places of a plan finished as planned. */
function afterDoing(assessment: Assessment, places: readonly number[]): Assessment {
  const { regions } = plan(assessment)
  const done = places.map((index): DoneWork => {
    const { treatment, option } = regions[index]!
    return { index, treatment, leavesMm: option.leavesMm, outlineMm: option.outlineMm }
  })
  const sum = (of: 'minutes' | 'pull') => places.reduce((total, i) => total + regions[i]!.option[of], 0)
  return { ...assessment, progress: { done, minutes: sum('minutes'), pull: sum('pull') } }
}

describe('in the middle of the groom', () => {
  const first = plan(knots)

  test('what was done as planned changes nothing in what remains', () => {
    const half = REGION_SIDES.map(({ index }) => index).filter((i) => i < 20)
    const now = plan(afterDoing(knots, half))
    for (const { index, treatment } of now.regions) expect(treatment).toBe(first.regions[index]!.treatment)
    expect(now.regions.filter(({ done }) => done).map(({ index }) => index)).toEqual(half)
    const spent = half.reduce((sum, i) => sum + first.regions[i]!.option.pull, 0)
    expect(now.verdict.pull.low).toBeCloseTo(first.verdict.pull.low - spent, 9)
    expect(now.verdict.pullBudget).toBeCloseTo(first.verdict.pullBudget - spent, 9)
    expect(now.verdict.coatKept.low).toBeCloseTo(first.verdict.coatKept.low, 9)
    expect(now.verdict.choice).toBe(first.verdict.choice)
  })

  test('what remains is planned within what is left of the dog and the slot', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 150 }), (pull, minutes) => {
        const now = plan({ ...knots, progress: { done: [], pull, minutes } })
        const fits = now.verdict.choice !== 'split-visits'
        return (
          !fits ||
          (now.verdict.pull.low <= DEFAULT_HOUSE['visits.stretch'] * now.verdict.pullBudget + 1e-3 &&
            now.verdict.minutes.low <=
              Math.max(0, minutesBudget(knots.dog, knots.slotMinutes, DEFAULT_HOUSE).cap - minutes) + 1e-6 &&
            now.verdict.pullBudget <= Math.max(0, first.verdict.pullBudget - pull) + 1e-9)
        )
      }),
      { numRuns: 60, seed: 2 },
    )
  })

  test('a place found worse is planned anew, the rest stands, and the difference says what, how much and why', () => {
    const armpit = at('armpit')
    const started = afterDoing(knots, [at('back'), at('rump')])
    const worse = {
      ...started,
      sheet: started.sheet.map((s, i) => (i === armpit ? { ...s, mat: 4 as const, extent: 1, standoffMm: 1 } : s)),
    }
    const difference = differenceOf(plan(started), plan(worse))
    expect(difference.regions).toEqual([
      expect.objectContaining({ index: armpit, was: 'brush', now: 'clip-out', why: 'scores' }),
    ])
    expect(difference.pull).toBeGreaterThan(0)
    expect(difference.pull).toBeCloseTo(difference.regions[0]!.pull, 9)
    expect([difference.was, difference.now]).toEqual([plan(started).verdict.choice, plan(worse).verdict.choice])
  })

  test('a dog with nothing left to give gets a split, and finished work is never undone', () => {
    const started = afterDoing(knots, [at('back')])
    const spent = { ...started, progress: { ...started.progress!, pull: 1000 } }
    const now = plan(spent)
    expect(now.verdict.choice).toBe('split-visits')
    expect(now.verdict.pullBudget).toBe(0)
    expect(now.regions[at('back')]).toMatchObject({ treatment: first.regions[at('back')]!.treatment, done: true })
  })

  test('a side clipped already sets the length of the rest', () => {
    const tight = anAssessment({
      sheet: onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.75, standoffMm: 4 }),
      dog: { weightKg: 28 },
      wishes: { keepLength: 1 },
    })
    const side = at('side')
    const clipped = { index: side, treatment: 'clip', leavesMm: 1.5, outlineMm: 1.5 } as const
    const now = planGroom({ ...tight, progress: { done: [clipped], minutes: 3, pull: 1 } }, DEFAULT_HOUSE, 'short')
    expect(now.verdict.style).toBe('short')
    for (const { region, option } of now.regions.filter(({ region }) => (NINE as readonly string[]).includes(region)))
      expect(option.outlineMm, region).toBe(1.5)
  })

  test('of the mirrored dog is the mirrored plan', () => {
    const started = afterDoing(knots, [at('side'), at('tuck')])
    const mirrored = plan(mirrorSheet(started))
    for (const { index, treatment, done } of plan(started).regions)
      expect([mirrored.regions[mirrorIndex[index]!]!.treatment, mirrored.regions[mirrorIndex[index]!]!.done]).toEqual([
        treatment,
        done,
      ])
  })
})

describe('another way than the best', () => {
  test('is planned in full, says what it stands instead of, and the best stands among its alternatives', () => {
    const best = plan(knots)
    expect(best.verdict).toMatchObject({ style: 'keep', insteadOf: null })
    const other = planGroom(knots, DEFAULT_HOUSE, 'short')
    expect(other.verdict).toMatchObject({ style: 'short', choice: 'short-all-over', insteadOf: 'keep' })
    expect(other.verdict.objective.total).toBeGreaterThan(best.verdict.objective.total)
    expect(other.verdict.alternatives.map(({ style }) => style)).toContain('keep')
  })
  test('is not planned where a rule stands against it', () => {
    const show = { ...knots, wishes: { ...knots.wishes, show: true } }
    expect(planGroom(show, DEFAULT_HOUSE, 'short').verdict.style).toBe('keep')
  })
  test('keeping the coat by coming back is offered where one visit cannot', () => {
    const tight = anAssessment({
      sheet: onRegions(cleanSheet(), NINE, { mat: 2, extent: 1, standoffMm: 4 }),
      dog: { weightKg: 28 },
    })
    const over = plan(tight).verdict.alternatives.find(({ visits }) => visits > 1)
    expect(over).toMatchObject({ choice: 'split-visits', style: 'keep', feasible: false })
    expect(over!.coatKept).toBeGreaterThan(plan(tight).verdict.coatKept.high)
  })
})

describe('consent', () => {
  const needs = (assessment: Assessment, told: { told: number; now: number } | null = null) =>
    consentNeeds(plan(assessment), assessment, told, DEFAULT_HOUSE)
  const risks = (assessment: Assessment) => consentRisks(plan(assessment), assessment, DEFAULT_HOUSE)

  test('is not needed to brush out a healthy dog', () => {
    expect(needs(anAssessment({}))).toEqual([])
  })
  test.each([
    [
      'a splice that shows',
      anAssessment({
        dog: { weightKg: 6 },
        wishes: { keepLength: 2 },
        sheet: onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.5, standoffMm: 4 }),
      }),
      ['coat-cut-where-it-shows'],
    ],
    [
      'felt in a hidden place',
      anAssessment({ sheet: onRegions(cleanSheet(), ['armpit'], { mat: 4, extent: 1 }) }),
      ['felted'],
    ],
    [
      'a mat cut out where nobody looks',
      anAssessment({ sheet: onRegions(cleanSheet(), ['groin'], { mat: 3, extent: 0.5 }) }),
      [],
    ],
    [
      'a blade on a double coat outside the hygiene places',
      anAssessment({
        dog: { coatType: 'double' },
        sheet: onRegions(cleanSheet(), ['belly'], { mat: 3, extent: 0.25 }),
      }),
      ['double-under-blade'],
    ],
    ['an old dog', anAssessment({ dog: { health: ['senior'] } }), ['frail-dog']],
    ['a dog with a weak heart', anAssessment({ dog: { health: ['heart'] } }), ['frail-dog']],
  ] as const)('for %s', (_, assessment, expected) => {
    expect(needs(assessment)).toEqual(expected)
  })
  test('is needed when it costs more than was told, not when it costs the same', () => {
    expect(needs(anAssessment({}), { told: 6000, now: 6001 })).toEqual(['quote-exceeded'])
    expect(needs(anAssessment({}), { told: 6000, now: 6000 })).toEqual([])
  })
  test('asks for nothing where the groom stops', () => {
    expect(
      needs(anAssessment({ dog: { health: ['senior'] }, sheet: onRegions(cleanSheet(), ['back'], { skin: 4 }) })),
    ).toEqual([])
  })
  test('tells the risks of this dog and this plan, and no others', () => {
    expect(risks(anAssessment({}))).toEqual([])
    const felted = anAssessment({
      dog: { weightKg: 20 },
      sheet: onRegions(cleanSheet(), NINE, { mat: 4, extent: 1, standoffMm: 1.5 }),
    })
    expect(risks(felted)).toEqual(expect.arrayContaining(['skin-under-felt']))
    const packed = anAssessment({
      dog: { coatType: 'double', health: ['senior'] },
      sheet: onRegions(cleanSheet(), ['belly'], { mat: 3, extent: 0.25 }),
    })
    expect(risks(packed)).toEqual(expect.arrayContaining(['double-may-not-regrow', 'frail-may-stop']))
  })
})
