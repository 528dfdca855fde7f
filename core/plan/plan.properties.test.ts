import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, lengths } from '../../test/fixtures/dogs.ts'
import { aDogWithAll } from '../../test/fixtures/dogs-of-all-kinds.ts'
import { mirrorIndex, REGION_SIDES, REGIONS } from '../body/regions.ts'
import { COAT_TYPE_IDS } from '../coat/coat-types.ts'
import {
  type Assessment,
  EXPERIENCE_IDS,
  HEALTH_IDS,
  STYLE_WISH_IDS,
  TEMPERAMENT_IDS,
  TOLERANCE_IDS,
} from '../dog/dog.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { FINDING_IDS } from '../scores/findings.ts'
import { indicesOf } from '../scores/indices.ts'
import type { Score } from '../scores/scales.ts'
import type { SideScores } from '../scores/sheet.ts'
import { TREATMENT_IDS } from '../tools/treatments.ts'
import { minutesBudget } from './budgets.ts'
import { contextOf } from './context.ts'
import { costOf } from './cost.ts'
import { rememberingMaker } from './making.ts'
import { optionsOf } from './options.ts'
import { planGroom } from './plan.ts'
import { sideStates } from './side-state.ts'
import { weigh } from './weigh.ts'

/* Properties that must always hold, over dogs of all coats, tempers and states. Seeds are fixed. */
const RUNS = { seed: 20260304, numRuns: 250 }
const score = fc.constantFrom<Score>(0, 1, 2, 3, 4)
const mostlyFree = fc.constantFrom<Score>(0, 0, 0, 1, 1, 2, 2, 3, 4)

const side = (unknowns: boolean): fc.Arbitrary<SideScores> =>
  fc.record({
    mat: unknowns ? fc.option(mostlyFree, { freq: 4 }) : mostlyFree,
    extent: fc.constantFrom(null, 0.05, 0.25, 0.5, 0.75, 1),
    standoffMm: fc.constantFrom(null, 0, 1, 2, 3, 4, 6, 10),
    undercoat: score,
    condition: score,
    skin: fc.constantFrom<Score>(0, 0, 0, 0, 0, 0, 0, 1, 2, 3),
    tags: fc.constant([]),
    findings: fc.oneof(
      { weight: 12, arbitrary: fc.constant([]) },
      {
        weight: 1,
        arbitrary: fc.array(
          fc.record({
            id: fc.constantFrom(
              ...FINDING_IDS.filter((id) => !['maggots', 'ringworm-suspect', 'mites-suspect'].includes(id)),
            ),
            sizeMm: fc.constantFrom(null, 5, 20, 60),
          }),
          { minLength: 1, maxLength: 2 },
        ),
      },
    ),
    leave: fc.constantFrom(null, null, null, null, null, null, null, null, 'asked'),
  })

const dogs = (unknowns: boolean): fc.Arbitrary<Assessment> =>
  fc
    .record({
      coatType: fc.constantFrom(...COAT_TYPE_IDS),
      weightKg: fc.integer({ min: 2, max: 60 }),
      mm: fc.integer({ min: 5, max: 120 }),
      temperament: fc.constantFrom(...TEMPERAMENT_IDS),
      dryerTolerance: fc.constantFrom(...TOLERANCE_IDS),
      faceTolerance: fc.constantFrom(...TOLERANCE_IDS),
      health: fc.subarray(
        [...HEALTH_IDS].filter((id) => id !== 'puppy'),
        { maxLength: 2 },
      ),
      jacket: fc.constantFrom(null, 'tight' as const, 'ready' as const),
      style: fc.constantFrom(...STYLE_WISH_IDS),
      keepLength: fc.constantFrom<0 | 1 | 2 | 3>(0, 1, 2, 3),
      keepJacket: fc.boolean(),
      experience: fc.constantFrom(...EXPERIENCE_IDS),
      stage: fc.constantFrom('arrival' as const, 'after-air' as const),
      doubleClip: fc.boolean(),
      vetDirectsClip: fc.boolean(),
      slotMinutes: fc.integer({ min: 30, max: 400 }),
      sheet: fc.array(side(unknowns), { minLength: REGION_SIDES.length, maxLength: REGION_SIDES.length }),
    })
    .map(
      ({
        mm,
        style,
        keepLength,
        keepJacket,
        experience,
        stage,
        doubleClip,
        vetDirectsClip,
        slotMinutes,
        sheet,
        ...dog
      }) =>
        anAssessment({
          stage,
          experience,
          slotMinutes,
          consents: { doubleClip, vetDirectsClip },
          dog: { ...dog, lengthMm: lengths(mm) },
          wishes: { style, keepLength, keepJacket },
          sheet: sheet.map((s) => ({ ...s, standoffMm: s.standoffMm === null ? null : Math.min(s.standoffMm, mm) })),
        }),
    )

const plan = (a: Assessment) => planGroom(a, DEFAULT_HOUSE)

describe('plans', () => {
  test('the generator reaches most verdicts, so that the properties below say something', () => {
    const seen = new Set(fc.sample(dogs(true), { seed: RUNS.seed, numRuns: 400 }).map((a) => plan(a).verdict.choice))
    for (const choice of ['brush-out', 'spot-work', 'splice', 'short-all-over', 'split-visits'].slice(1))
      expect([...seen]).toContain(choice)
  })

  test('a plan that fits one visit never exceeds what the dog can give and stand; minutes beyond the slot weigh', () => {
    fc.assert(
      fc.property(dogs(false), (a) => {
        const { verdict, stops } = plan(a)
        if (verdict.choice === 'split-visits' || verdict.choice === 'refer') return
        const { cap } = minutesBudget(a.dog, a.slotMinutes, DEFAULT_HOUSE)
        expect(verdict.minutes.low).toBeLessThanOrEqual(cap + 1e-4)
        const over = verdict.minutes.low - verdict.minutesBudget
        if (over >= 1) expect(verdict.objective.over).toBeGreaterThan(0)
        // A little more is one visit with rests, and said.
        expect(verdict.pull.low).toBeLessThanOrEqual(DEFAULT_HOUSE['visits.stretch'] * verdict.pullBudget + 1e-3)
        expect(stops.some(({ code }) => code === 'gives-most')).toBe(verdict.pull.low > verdict.pullBudget + 1e-6)
      }),
      RUNS,
    )
  })

  test('each visit of a split stays within the budgets, and every place is done or named as left', () => {
    fc.assert(
      fc.property(dogs(false), (a) => {
        const { split, verdict, regions } = plan(a)
        if (!split) return
        const done = regions.map(() => 0)
        for (const visit of split.visits) {
          expect(visit.minutes).toBeLessThanOrEqual(minutesBudget(a.dog, a.slotMinutes, DEFAULT_HOUSE).cap + 1e-6)
          expect(visit.pull).toBeLessThanOrEqual(DEFAULT_HOUSE['visits.stretch'] * verdict.pullBudget + 1e-6)
          for (const { index, part } of visit.parts) done[index]! += part
        }
        for (const { index, option } of regions)
          if (option.minutes > 0) expect(done[index]! >= 1 - 1e-9 || split.left.includes(index)).toBe(true)
      }),
      RUNS,
    )
  })

  test('nothing forbidden is ever chosen, whatever the wishes and budgets', () => {
    fc.assert(
      fc.property(dogs(true), (a) => {
        const p = plan(a)
        const { dog } = a
        for (const { region, treatment, option, index } of p.regions) {
          const { mat, leave, skin: given, findings } = a.sheet[index]!
          // One small finding may explain the score and keep only the tools near it away; that has tests of its own.
          const skin = findings.length === 0 ? given : null
          const where = `${region} ${treatment}`
          if (mat === 4) expect(['brush', 'demat', 'none', 'strip'], where).not.toContain(treatment)
          if (leave !== null && treatment !== 'look') expect(treatment).toBe('leave')
          if (skin === 3 && treatment !== 'look') expect(treatment, where).toBe('leave')
          if (skin === 2) expect(treatment, where).not.toBe('demat')
          if (treatment === 'blow-out') expect(dog.dryerTolerance, where).not.toBe('none')
          if (treatment === 'clip' && (a.wishes.style === 'show' || a.wishes.show))
            throw new Error(`${where} on a show coat`)
          if (treatment === 'clip' && dog.coatType === 'wire' && a.wishes.keepJacket)
            throw new Error(`${where} on a kept jacket`)
          if (treatment === 'clip' && dog.coatType === 'double' && REGIONS[region].seen === 3) {
            expect(a.consents.doubleClip, where).toBe(true)
            expect(a.consents.vetDirectsClip || a.stage === 'after-air', where).toBe(true)
          }
          if (treatment === 'splice' && (mat ?? 0) < 2 && mat !== null) throw new Error(where)
          if (option.tool?.kind === 'blade') {
            expect(['eyes', 'muzzle', 'cheek', 'front-paw', 'hind-paw'], where).not.toContain(region)
            expect(Number(option.leavesMm), where).toBeGreaterThanOrEqual(1.5)
          }
        }
      }),
      RUNS,
    )
  })

  test('a dog mirrored left to right gets the mirrored plan', () => {
    let uneven = 0
    fc.assert(
      fc.property(dogs(true), (a) => {
        const mirrored = { ...a, sheet: a.sheet.map((_, i) => a.sheet[mirrorIndex[i]!]!) }
        const here = plan(a)
        const there = plan(mirrored)
        expect(there.verdict.choice).toBe(here.verdict.choice)
        for (const { index, treatment, option } of here.regions) {
          expect(there.regions[mirrorIndex[index]!]!.treatment).toBe(treatment)
          expect(there.regions[mirrorIndex[index]!]!.option.minutes).toBeCloseTo(option.minutes, 9)
        }
        if (here.regions.some(({ index, treatment }) => here.regions[mirrorIndex[index]!]!.treatment !== treatment))
          uneven++
      }),
      RUNS,
    )
    expect(uneven).toBeGreaterThan(50)
  })

  test('a longer slot never makes the objective worse', () => {
    fc.assert(
      fc.property(dogs(false), fc.integer({ min: 0, max: 200 }), (a, more) => {
        const short = plan(a)
        const long = plan({ ...a, slotMinutes: a.slotMinutes + more })
        if (short.verdict.choice === 'split-visits' || short.verdict.choice === 'refer') return
        expect(long.verdict.objective.total).toBeLessThanOrEqual(short.verdict.objective.total + 1e-4)
      }),
      RUNS,
    )
  })

  test('the same dog gives the same plan', () => {
    fc.assert(
      fc.property(dogs(true), (a) => {
        expect(plan(a)).toEqual(plan(structuredClone(a)))
      }),
      { ...RUNS, numRuns: 40 },
    )
  })

  test('an unknown is a range, and a fully looked-at dog is not', () => {
    fc.assert(
      fc.property(dogs(false), (a) => {
        const { verdict } = plan(a)
        expect(verdict.minutes.low).toBe(verdict.minutes.high)
        expect(verdict.otherwise).toBeNull()
      }),
      { ...RUNS, numRuns: 60 },
    )
  })
})

describe('worse never looks better', () => {
  const states = (a: Assessment) => {
    const ctx = contextOf(a, 0, DEFAULT_HOUSE)
    return { ctx, states: sideStates(a, ctx.bsaM2, 'low', DEFAULT_HOUSE) }
  }

  test('with treatment, extent and free hair fixed, a worse score never lowers minutes or pull', () => {
    let compared = 0
    fc.assert(
      fc.property(
        dogs(false),
        fc.nat(REGION_SIDES.length - 1),
        fc.constantFrom('mat', 'undercoat', 'skin'),
        (a, index, scale) => {
          const { ctx, states: all } = states(a)
          const before = { ...all[index]!, extent: 0.5 }
          const raised = Math.min(4, before[scale] + 1) as Score
          const skin = scale === 'skin' ? raised : before.skin
          const mat = scale === 'mat' ? raised : before.mat
          const after = { ...before, [scale]: raised, sore: (mat === 4 ? Math.max(1, skin) : skin) as Score }
          for (const treatment of TREATMENT_IDS) {
            const less = costOf(treatment, before, ctx)
            const more = costOf(treatment, after, ctx)
            if (!less || !more) continue
            compared++
            expect(more.minutes, treatment).toBeGreaterThanOrEqual(less.minutes - 1e-12)
            expect(more.pull, treatment).toBeGreaterThanOrEqual(less.pull - 1e-12)
          }
        },
      ),
      RUNS,
    )
    expect(compared).toBeGreaterThan(500)
  })

  test('a worse score never lowers an index or the skin alert', () => {
    fc.assert(
      fc.property(
        dogs(true),
        fc.nat(REGION_SIDES.length - 1),
        fc.constantFrom('mat', 'undercoat', 'condition', 'skin'),
        (a, index, scale) => {
          const before = a.sheet[index]![scale]
          if (before === null || before === 4) return
          const extent = a.sheet[index]!.extent ?? 0.5
          const fixed = a.sheet.map((s, i) => (i === index ? { ...s, extent } : s))
          const worse = fixed.map((s, i) => (i === index ? { ...s, [scale]: before + 1 } : s))
          const low = indicesOf(fixed, DEFAULT_HOUSE)
          const high = indicesOf(worse, DEFAULT_HOUSE)
          for (const key of ['mat', 'undercoat', 'condition'] as const) {
            expect(high[key].value!).toBeGreaterThanOrEqual(low[key].value! - 1e-9)
            expect(high[key].low).toBeGreaterThanOrEqual(low[key].low - 1e-9)
            expect(high[key].high).toBeGreaterThanOrEqual(low[key].high - 1e-9)
          }
          expect(high.skin.worst).toBeGreaterThanOrEqual(low.skin.worst)
        },
      ),
      RUNS,
    )
  })

  test('the best objective never improves when a mat gets worse and no new way opens', () => {
    let compared = 0
    fc.assert(
      fc.property(dogs(false), fc.nat(REGION_SIDES.length - 1), (a, index) => {
        const mat = a.sheet[index]!.mat!
        if (mat === 4 || mat < 2) return
        const raise = (by: 0 | 1): Assessment => ({
          ...a,
          sheet: a.sheet.map((s, i) =>
            i === index
              ? { ...s, mat: (mat + by) as Score, extent: s.extent ?? 0.5, standoffMm: s.standoffMm ?? 2 }
              : s,
          ),
        })
        const ways = (x: Assessment): string[] => {
          const { ctx, states: all } = states(x)
          return optionsOf(all[index]!, ctx).offered.map(({ treatment }) => treatment)
        }
        const before = ways(raise(0))
        const after = ways(raise(1))
        if (after.some((way) => !before.includes(way))) return
        // Where nothing else is left a style that keeps the coat may clip what shows: a new way for it.
        const clipAlone = (list: readonly string[]): boolean => list.every((way) => way === 'clip')
        if (clipAlone(after) && !clipAlone(before)) return
        const [less, more] = [plan(raise(0)), plan(raise(1))]
        if ([less, more].some(({ verdict }) => verdict.choice === 'refer' || verdict.choice === 'split-visits')) return
        // Felt may give ground for clipping a double coat that had none: that is a new way for the whole dog.
        if (a.dog.coatType === 'double') return
        compared++
        expect(more.verdict.objective.total).toBeGreaterThanOrEqual(less.verdict.objective.total - 1e-4)
      }),
      { ...RUNS, numRuns: 1500 },
    )
    expect(compared).toBeGreaterThan(60)
  })
  /*
   * Worse should never look better. What remains of it: at mat 2 the places that hardly show may be clipped instead of
   * brushed, at mat 4 nothing but the blade is left. The share is what docs/model.md names.
   */
  test('of mat scores raised by one, few make the plan weigh less', () => {
    let raised = 0
    let better = 0
    for (let seed = 1; seed <= 2000; seed++) {
      const assessment = aDogWithAll(seed)
      const index = (seed * 31) % REGION_SIDES.length
      const { mat, extent, standoffMm } = assessment.sheet[index]!
      if (mat === null || mat >= 4) continue
      const fixed = { extent: extent ?? 0.5, standoffMm: standoffMm ?? 3 }
      const make = rememberingMaker()
      const of = (score: number) => {
        const sheet = assessment.sheet.map((one, i) => (i === index ? { ...one, ...fixed, mat: score as Score } : one))
        return weigh({ ...assessment, sheet, slotMinutes: 600 }, DEFAULT_HOUSE, make)
      }
      const [less, more] = [of(mat), of(mat + 1)]
      if ([less, more].some(({ choice }) => choice === 'split-visits' || choice === 'refer')) continue
      raised++
      if (more.low.best!.objective < less.low.best!.objective - 1e-6) better++
    }
    expect(raised).toBeGreaterThan(900)
    expect(better / raised).toBeLessThan(0.04)
  })
})
