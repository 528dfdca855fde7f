import highsLoader from 'highs'
import { describe, expect, test } from 'vitest'
import { seeded } from '../../contract/formats/random.ts'
import { anAssessment, cleanSheet, lengths, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { lpOf, type Unlike } from '../../test/oracles/solve-lp.ts'
import { NEIGHBOUR_PAIRS } from '../body/neighbours.ts'
import { OUTLINE } from '../body/places.ts'
import { mirrorIndex, REGION_SIDES, REGIONS } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import type { Score } from '../scores/scales.ts'
import { budgetsOf } from './budgets.ts'
import { dematMinutes, weighed } from './offers.ts'
import { planGroom } from './plan.ts'
import type { SideState } from './side-state.ts'
import type { StyleResult } from './solve-style.ts'
import { stretchedPull } from './styles.ts'
import { type WeighedEnd, weigh } from './weigh.ts'

const highs = await highsLoader()

const COATS = ['curly', 'cotton', 'drop-double', 'silky', 'feathered'] as const
/** A neglected dog, with time enough, so that pull alone binds. */
function neglected(seed: number): Assessment {
  const random = seeded(seed)
  const pick = (n: number): number => Math.floor(random() * n)
  const sheet = cleanSheet().map((side) => {
    const mat = [0, 0, 1, 2, 3, 3, 4][pick(7)] as Score
    return {
      ...side,
      mat,
      extent: mat === 0 ? null : [0.05, 0.25, 0.5, 0.75, 1][pick(5)]!,
      standoffMm: mat >= 2 ? 1 + pick(8) : null,
    }
  })
  return anAssessment({
    sheet,
    slotMinutes: 1500,
    dog: {
      weightKg: 4 + pick(30),
      coatType: COATS[seed % COATS.length]!,
      lengthMm: lengths(20 + 10 * pick(8)),
      temperament: pick(2) ? 'easy' : 'anxious',
    },
    wishes: { keepLength: pick(4) as 0 | 1 | 2 | 3 },
  })
}

/** Straight from the rule: over trunk and legs, both seen at 2 or more, over 25 mm apart and further than they came. */
function unlikeOf({ groups, options }: StyleResult, states: readonly SideState[]): Unlike[] {
  const shows = (index: number): boolean =>
    OUTLINE.has(REGION_SIDES[index]!.region) && REGIONS[REGION_SIDES[index]!.region].seen >= 2
  const at = (index: number): [number, number] => {
    const g = groups.findIndex(({ members }) => members.includes(index))
    return [g, groups[g]!.members.indexOf(index)]
  }
  const found: Unlike[] = []
  for (const [a, b] of NEIGHBOUR_PAIRS.filter(([x, y]) => shows(x) && shows(y))) {
    const [ga, ma] = at(a)
    const [gb, mb] = at(b)
    const before = Math.abs(states[a]!.coatMm - states[b]!.coatMm)
    for (const mmA of new Set(options[a]!.map(({ outlineMm }) => outlineMm)))
      for (const mmB of new Set(options[b]!.map(({ outlineMm }) => outlineMm))) {
        const after = Math.abs(mmA - mmB)
        if (!(after > 25 && after > before)) continue
        const with_ = (g: number, m: number, index: number, mm: number): number[] =>
          groups[g]!.choices.flatMap((choice, c) => (options[index]![choice[m]!]!.outlineMm === mm ? [c] : []))
        found.push({ a: [ga, with_(ga, ma, a, mmA)], b: [gb, with_(gb, mb, b, mmB)] })
      }
  }
  return found
}

describe('the optimum of a style', () => {
  // Reference: HiGHS (Huangfu and Hall 2018), the unlike neighbours as one binary more.
  test('with the price of unlike neighbours inside is that of an independent solver, on 300 dogs', {
    timeout: 120_000,
  }, () => {
    let compared = 0
    let matched = 0
    let priced = 0
    let limited = 0
    for (let seed = 1; seed <= 300; seed++) {
      const assessment = neglected(seed)
      const end: WeighedEnd = weigh(assessment, DEFAULT_HOUSE).low
      const open = end.results.filter(({ closed, feasible }) => closed === null && feasible)
      const result = open[seed % Math.max(1, open.length)]
      if (!result) continue
      const groups = result.groups.map(({ members, choices }) =>
        choices.map((choice) => {
          const chosen = choice.map((pick, m) => result.options[members[m]!]![pick]!)
          const total = (of: (option: (typeof chosen)[number]) => number): number =>
            chosen.reduce((sum, option) => sum + of(option), 0)
          return {
            // A dematted minute is priced where the house's limit would not hold without.
            cost: total((option) => weighed(option, end.ctx) + result.perDemat * dematMinutes(option)),
            minutes: total(({ minutes }) => minutes),
            pull: total(({ pull }) => pull),
          }
        }),
      )
      const budgets = { ...budgetsOf(assessment, result.style, DEFAULT_HOUSE) }
      if (result.pull > budgets.pull + 1e-6) budgets.pull = stretchedPull(result, budgets.pull, DEFAULT_HOUSE)
      const lp = lpOf(groups, budgets, unlikeOf(result, end.states), DEFAULT_HOUSE['mismatch.points'])
      const theirs = highs.solve(lp, { mip_rel_gap: 0, mip_abs_gap: 0 })
      expect(theirs.Status).toBe('Optimal')
      const dematted = result.picks.reduce((sum, option) => sum + dematMinutes(option), 0)
      if (result.perDemat > 0) limited++
      expect(
        Math.abs(result.objective + result.perDemat * dematted - theirs.ObjectiveValue),
        `seed ${seed} ${result.style}`,
      ).toBeLessThan(1e-3)
      compared++
      if (result.mismatch) priced++
      else matched++
    }
    expect(compared).toBeGreaterThan(200)
    expect(priced).toBeGreaterThan(20)
    expect(limited).toBeGreaterThan(0)
    expect(matched).toBeGreaterThan(20)
  })
  test('what is clipped to keep the rest comes in pairs, to one length', () => {
    let pairs = 0
    for (let seed = 400; seed < 500; seed++) {
      const places = weigh(neglected(seed), DEFAULT_HOUSE).low.results.find(({ style }) => style === 'keep-places')!
      for (const { index, region } of REGION_SIDES) {
        const [one, other] = [places.picks[index]!, places.picks[mirrorIndex[index]!]!]
        if (one.treatment !== 'clip' || REGIONS[region].seen === 0 || mirrorIndex[index] === index) continue
        if (places.options[index]!.length === 1 || places.options[mirrorIndex[index]!]!.length === 1) continue
        expect(other.treatment, `${seed} ${region}`).toBe('clip')
        expect(other.outlineMm).toBe(one.outlineMm)
        pairs++
      }
    }
    expect(pairs).toBeGreaterThan(20)
  })
})

// Common practice: what a groomer would do with coat that is bad in places only.
describe('between keeping and shaving', () => {
  const choice = (regions: Parameters<typeof onRegions>[1], scores: object, keepLength: 0 | 1 | 2 | 3 = 2): string =>
    planGroom(
      anAssessment({ dog: { weightKg: 12 }, wishes: { keepLength }, sheet: onRegions(cleanSheet(), regions, scores) }),
      DEFAULT_HOUSE,
    ).verdict.choice
  const felt = { mat: 4, extent: 1 } as const
  test.each([
    ['four felted legs', ['foreleg', 'hindleg'], felt, 2, 'short-legs'],
    ['felted hind legs', ['hindleg'], felt, 2, 'keep-places'],
    ['felted ears', ['ear-outer'], felt, 2, 'keep-places'],
    ['felt all over', NINE, felt, 2, 'short-all-over'],
    ['half felted sides under long coat', ['side'], { mat: 4, extent: 0.5 }, 2, 'splice'],
    ['a tight armpit', ['armpit'], { mat: 3, extent: 0.5 }, 2, 'spot-work'],
    ['a felted trunk', ['back', 'side', 'rump', 'shoulder', 'neck', 'chest', 'breeches'], felt, 3, 'short-body'],
  ] as const)('%s', (_, regions, scores, keep, expected) => {
    expect(choice(regions, scores, keep)).toBe(expected)
  })
})
