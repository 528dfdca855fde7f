import highsLoader from 'highs'
import { describe, expect, test } from 'vitest'
import { seeded } from '../../contract/formats/random.ts'
import { anAssessment, cleanSheet, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { lpOf } from '../../test/oracles/solve-lp.ts'
import { REGION_SIDES } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { mirrorSheet } from '../plan/mirror.ts'
import { VERDICT_IDS } from '../plan/names.ts'
import type { Weighed } from '../plan/solve.ts'
import { weigh } from '../plan/weigh.ts'
import type { Score } from '../scores/scales.ts'
import type { Sheet } from '../scores/sheet.ts'
import { AXIS_IDS, budgetSteps, type Curve, frontierOf, pointWithin } from './frontier.ts'

const highs = await highsLoader()

/** Scores as a neglected dog has them, unlike on its two sides. */
function roughSheet(random: () => number): Sheet {
  const pick = (n: number): number => Math.floor(random() * n)
  return cleanSheet().map((side) => {
    const mat = pick(5) as Score
    return {
      ...side,
      mat,
      extent: mat === 0 ? null : [0.05, 0.25, 0.5, 0.75, 1][pick(5)]!,
      standoffMm: mat >= 2 ? 1 + pick(8) : null,
      undercoat: pick(5) as Score,
      skin: pick(2) as Score,
    }
  })
}

const COATS = ['curly', 'drop-double', 'silky', 'double', 'feathered'] as const
const dog = (seed: number) => {
  const random = seeded(seed)
  return anAssessment({
    sheet: roughSheet(random),
    dog: { weightKg: 4 + Math.floor(random() * 30), coatType: COATS[seed % COATS.length]! },
    wishes: { keepLength: 2 },
  })
}

/** The choices of the curve's style, places that are decided together as one. */
const groupsOf = (assessment: Assessment, { style }: Curve): Weighed[][] => {
  const { options, groups } = weigh(assessment, DEFAULT_HOUSE).low.results.find((result) => result.style === style)!
  return groups.map(({ members, choices }) =>
    choices.map((choice) => {
      const chosen = choice.map((pick, m) => options[members[m]!]![pick]!)
      const total = (of: 'loss' | 'minutes' | 'pull'): number => chosen.reduce((sum, option) => sum + option[of], 0)
      return { cost: total('loss'), minutes: total('minutes'), pull: total('pull') }
    }),
  )
}

/** Where a row of figures falls; -1 where it never does. */
const fallsAt = (row: ArrayLike<number>): number =>
  Array.from(row).findIndex((here, i) => i > 0 && here < row[i - 1]! - 1e-9)

describe('the frontier', () => {
  // Reference: HiGHS (Huangfu and Hall 2018), a mixed-integer solver, solving each budget on its own.
  test.each(AXIS_IDS)('along %s gives at random budgets what an independent solver gives', (axis) => {
    let compared = 0
    for (let seed = 1; seed <= 12; seed++) {
      const random = seeded(1000 + seed)
      for (const curve of frontierOf(dog(seed), DEFAULT_HOUSE, axis).curves) {
        const along = curve[axis]
        const groups = groupsOf(dog(seed), curve)
        const least = along[0]!
        const most = along.at(-1)!
        for (let i = 0; i < 6; i++) {
          const budget = least + (most - least) * (random() * 1.2 - 0.05)
          const at = pointWithin(along, budget)
          const budgets = { minutes: 1e6, pull: 1e6, [axis]: budget }
          const theirs = highs.solve(lpOf(groups, budgets), { mip_rel_gap: 0, mip_abs_gap: 0 })
          compared++
          if (at < 0) {
            expect(theirs.Status).toBe('Infeasible')
            continue
          }
          expect(theirs.Status).toBe('Optimal')
          expect(Math.abs(curve.loss[at]! - theirs.ObjectiveValue)).toBeLessThan(1e-4)
        }
      }
    }
    expect(compared).toBeGreaterThan(100)
  })

  test('breaks ties by pull, then minutes: equals every choice tried, on small cases', () => {
    const random = seeded(5)
    for (let round = 0; round < 60; round++) {
      const groups = Array.from({ length: 4 }, () =>
        Array.from({ length: 1 + Math.floor(random() * 3) }, () => ({
          cost: Math.floor(random() * 4),
          minutes: Math.floor(random() * 5),
          pull: Math.floor(random() * 5),
        })),
      )
      const all = groups.reduce<{ cost: number; minutes: number; pull: number }[]>(
        (sums, options) =>
          sums.flatMap((sum) =>
            options.map(({ cost, minutes, pull }) => ({
              cost: sum.cost + cost,
              minutes: sum.minutes + minutes,
              pull: sum.pull + pull,
            })),
          ),
        [{ cost: 0, minutes: 0, pull: 0 }],
      )
      for (const axis of AXIS_IDS) {
        const steps = budgetSteps(groups, axis)
        for (let budget = 0; budget <= 16; budget++) {
          const best = all
            .filter((sum) => sum[axis] <= budget)
            .sort((a, b) => a.cost - b.cost || a.pull - b.pull || a.minutes - b.minutes)[0]
          const at = pointWithin(steps[axis], budget)
          if (!best) expect(at).toBe(-1)
          else expect({ cost: steps.loss[at], pull: steps.pull[at], minutes: steps.minutes[at] }).toEqual(best)
        }
      }
    }
  })

  test.each(AXIS_IDS)('along %s never falls, and each point is another plan than the one before', (axis) => {
    for (let seed = 20; seed < 40; seed++) {
      const { curves, envelope } = frontierOf(dog(seed), DEFAULT_HOUSE, axis)
      for (const { coatKept, [axis]: along, pull, minutes, picks, groups, drawn } of curves) {
        expect(
          along.findIndex((here, i) => i > 0 && here <= along[i - 1]!),
          `seed ${seed}`,
        ).toBe(-1)
        expect(fallsAt(coatKept), `seed ${seed}`).toBe(-1)
        // What a point says is the sum of what it does.
        for (let i = 0; i < along.length; i += 50) {
          const chosen = drawn.map((options, g) => options[picks[i * groups + g]!]!)
          expect(chosen.reduce((sum, option) => sum + option.pull, 0)).toBeCloseTo(pull[i]!, 4)
          expect(chosen.reduce((sum, option) => sum + option.minutes, 0)).toBeCloseTo(minutes[i]!, 4)
        }
      }
      const kept = Array.from(envelope.point, (point, i) => curves[envelope.curve[i]!]!.coatKept[point]!)
      expect(fallsAt(kept), `seed ${seed}`).toBe(-1)
      // No curve is ever above the envelope.
      for (const curve of curves)
        for (let i = 0; i < curve.loss.length; i += 17) {
          const last = Array.from(envelope.point).findLastIndex(
            (point, e) => curves[envelope.curve[e]!]![axis][point]! <= curve[axis][i]!,
          )
          expect(kept[last]!).toBeGreaterThanOrEqual(curve.coatKept[i]! - 1e-9)
        }
    }
  })

  test('names the points where one verdict turns into another', () => {
    // Tight mats all over the nine: what pulls least is clipped, what keeps most is spliced.
    const matted = anAssessment({
      sheet: onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.5, standoffMm: 4 }),
      dog: { weightKg: 6 },
      wishes: { keepLength: 2 },
    })
    const { curves, envelope } = frontierOf(matted, DEFAULT_HOUSE, 'pull')
    const names = Array.from(envelope.point, (point, i) => VERDICT_IDS[curves[envelope.curve[i]!]!.names[point]!])
    const turns = names.filter((name, i) => i === 0 || name !== names[i - 1])
    expect(turns).toContain('splice')
    expect(turns[0]).toMatch(/^short/)
    expect(turns.at(-1)).not.toMatch(/^short/)
    // The name from what is done: a tenth of the surface spliced, else any spot, else brushed out; nothing that shows is
    // clipped here.
    const [keep] = curves
    expect(keep!.style).toBe('keep')
    for (let i = 0; i < keep!.loss.length; i++) {
      const done = keep!.drawn.map((options, g) => options[keep!.picks[i * keep!.groups + g]!]!.treatment)
      const spliced = done.reduce((sum, t, g) => sum + (t === 'splice' ? REGION_SIDES[g]!.share : 0), 0)
      const spot = done.some((t) => t === 'splice' || t === 'demat' || t === 'clip-out' || t === 'clip')
      expect(VERDICT_IDS[keep!.names[i]!]).toBe(spliced >= 0.1 - 1e-9 ? 'splice' : spot ? 'spot-work' : 'brush-out')
    }
  })

  test('of the mirrored dog is the same curve with the sides changed over', () => {
    const one = dog(3)
    const [a] = frontierOf(one, DEFAULT_HOUSE, 'pull').curves
    const [b] = frontierOf(mirrorSheet(one), DEFAULT_HOUSE, 'pull').curves
    expect(Array.from(b!.loss)).toEqual(Array.from(a!.loss))
    const left = REGION_SIDES.findIndex(({ key }) => key === 'side.left')
    const right = REGION_SIDES.findIndex(({ key }) => key === 'side.right')
    const middle = Math.floor(a!.loss.length / 2)
    const at = (curve: Curve, g: number) => curve.drawn[g]![curve.picks[middle * curve.groups + g]!]!.treatment
    expect(at(b!, right)).toBe(at(a!, left))
  })

  test('is empty where the groom stops, and one point where nothing is to be decided', () => {
    const stopped = anAssessment({ sheet: onRegions(cleanSheet(), ['back'], { skin: 4 }) })
    expect(frontierOf(stopped, DEFAULT_HOUSE, 'pull').curves).toEqual([])
    expect(budgetSteps([[{ cost: 1, minutes: 2, pull: 3 }]], 'pull').loss).toHaveLength(1)
    expect(() => budgetSteps([[]], 'pull')).toThrow(/group 0/)
  })
})
