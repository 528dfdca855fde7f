import highsLoader from 'highs'
import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { describe, expect, test } from 'vitest'
import { lpOf } from '../../test/oracles/solve-lp.ts'
import { type Budgets, solveBudgeted, type Weighed } from './solve.ts'

const highs = await highsLoader()

type Dice = (low: number, high: number) => number
const dice = (seed: number): Dice => {
  const generator = xoroshiro128plus(seed)
  return (low, high) => uniformInt(generator, low, high)
}

/** Options shaped like a dog's: what keeps more coat takes longer and pulls more; pairs come twice. */
function instance(seed: number): { groups: Weighed[][]; budgets: Budgets } {
  const roll = dice(seed)
  const groups: Weighed[][] = []
  while (groups.length < 39) {
    const area = roll(5, 100) / 1000
    const options = Array.from({ length: roll(1, 6) }, (_, j) => ({
      cost: area * roll(0, 600),
      minutes: 0.3 + area * (roll(10, 120) + 30 * j),
      pull: area * roll(1, 100),
    }))
    groups.push(options)
    if (roll(0, 1) === 1 && groups.length < 39) groups.push(options)
  }
  const sum = (of: (w: Weighed) => number, pick: (...xs: number[]) => number): number =>
    groups.reduce((total, options) => total + pick(...options.map(of)), 0)
  const between = (of: (w: Weighed) => number): number => {
    const low = sum(of, Math.min)
    return low + ((sum(of, Math.max) - low) * roll(-3, 70)) / 100
  }
  return { groups, budgets: { minutes: between((w) => w.minutes), pull: between((w) => w.pull) } }
}

describe('the optimum under two budgets', () => {
  const SEEDS = Array.from({ length: 200 }, (_, i) => i + 1)

  // Reference: HiGHS (Huangfu and Hall 2018), a mixed-integer solver, on the same model.
  test('equals that of a mixed-integer solver on 200 seeded instances, feasible or not', () => {
    let feasible = 0
    let bound = 0
    for (const seed of SEEDS) {
      const { groups, budgets } = instance(seed)
      const ours = solveBudgeted(groups, budgets)
      const theirs = highs.solve(lpOf(groups, budgets), { mip_rel_gap: 0, mip_abs_gap: 0 })
      if (!ours) {
        expect(theirs.Status, `seed ${seed}`).toBe('Infeasible')
        continue
      }
      feasible++
      expect(theirs.Status, `seed ${seed}`).toBe('Optimal')
      expect(Math.abs(ours.cost - theirs.ObjectiveValue), `seed ${seed}`).toBeLessThan(1e-4)
      expect(ours.minutes, `seed ${seed}`).toBeLessThanOrEqual(budgets.minutes + 1e-5)
      expect(ours.pull, `seed ${seed}`).toBeLessThanOrEqual(budgets.pull + 1e-5)
      const free = groups.reduce((total, options) => total + Math.min(...options.map(({ cost }) => cost)), 0)
      if (ours.cost > free + 1e-6) bound++
    }
    // The instances are neither all easy nor all hopeless.
    expect(feasible).toBeGreaterThan(95)
    expect(bound).toBeGreaterThan(75)
    expect(feasible).toBeLessThan(SEEDS.length)
  })

  test('equals trying everything on small instances', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const { groups, budgets: full } = instance(1000 + seed)
      const few = groups.slice(0, 6)
      const budgets = { minutes: full.minutes / 7, pull: full.pull / 7 }
      let best = Number.POSITIVE_INFINITY
      const walk = (g: number, cost: number, minutes: number, pull: number): void => {
        if (minutes > budgets.minutes + 1e-9 || pull > budgets.pull + 1e-9) return
        if (g === few.length) best = Math.min(best, cost)
        else for (const o of few[g]!) walk(g + 1, cost + o.cost, minutes + o.minutes, pull + o.pull)
      }
      walk(0, 0, 0, 0)
      const ours = solveBudgeted(few, budgets)
      if (best === Number.POSITIVE_INFINITY) expect(ours, `seed ${seed}`).toBeNull()
      else expect(ours!.cost, `seed ${seed}`).toBeCloseTo(best, 5)
    }
  })

  test('more budget never makes the objective worse', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const { groups, budgets } = instance(2000 + seed)
      const steps = [1, 1.05, 1.2, 1.6, 3].map(
        (k) =>
          solveBudgeted(groups, { minutes: budgets.minutes * k, pull: budgets.pull * k })?.cost ??
          Number.POSITIVE_INFINITY,
      )
      for (let i = 1; i < steps.length; i++) expect(steps[i]!, `seed ${seed}`).toBeLessThanOrEqual(steps[i - 1]! + 1e-9)
    }
  })

  test('equal plans are told apart by less pull, then fewer minutes', () => {
    const groups = [
      [
        { cost: 1, minutes: 1, pull: 3 },
        { cost: 1, minutes: 9, pull: 2 },
        { cost: 1, minutes: 5, pull: 2 },
      ],
    ]
    expect(solveBudgeted(groups, { minutes: 100, pull: 100 })!.picks).toEqual([2])
  })

  test('a group without options and a number that is none are refused', () => {
    expect(() => solveBudgeted([[]], { minutes: 1, pull: 1 })).toThrow('group 0 has no options')
    expect(() => solveBudgeted([[{ cost: Number.NaN, minutes: 0, pull: 0 }]], { minutes: 1, pull: 1 })).toThrow(
      RangeError,
    )
  })
})
