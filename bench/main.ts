import { spawnSync } from 'node:child_process'
import { cpus } from 'node:os'
import { join } from 'node:path'
import highsLoader from 'highs'
import { type Assessment, DEFAULT_HOUSE, planGroom, planWhole } from '../core/index.ts'
import { minutesBudget, pullBudget } from '../core/plan/budgets.ts'
import { contextOf } from '../core/plan/context.ts'
import { STYLE_IDS } from '../core/plan/names.ts'
import { placeOffers, weighed } from '../core/plan/offers.ts'
import { sideStates } from '../core/plan/side-state.ts'
import { solveBudgeted } from '../core/plan/solve.ts'
import { styleProblem } from '../core/plan/styles.ts'
import { ROOT } from '../scripts/build.ts'
import { aDogWithAll } from '../test/fixtures/dogs-of-all-kinds.ts'
import { lpOf } from '../test/oracles/solve-lp.ts'
import { benchDogs } from './dogs.ts'
import { median, ms, p95, timed } from './timing.ts'

/*
 * How fast, against a peer in the same run: the region optimum of one dog (39 region-sides, every style, both budgets)
 * by our solver and by HiGHS, a mixed-integer solver, on the same model; and the command line from start to output.
 * Quote ratios and medians; single times depend on the machine.
 */
const ROUNDS = 50
const WARM_UP = 4

async function main(): Promise<void> {
  const highs = await highsLoader()
  const dogs = benchDogs(ROUNDS)
  const ours: number[] = []
  const theirs: number[] = []
  // The first look at each dog in a fresh process, then with everything warm, as in a running salon.
  const first = dogs.map((assessment) => timed(() => planGroom(assessment, DEFAULT_HOUSE)))
  for (let round = 0; round < WARM_UP; round++) for (const assessment of dogs) planGroom(assessment, DEFAULT_HOUSE)
  const coat = dogs.map((assessment) => timed(() => planGroom(assessment, DEFAULT_HOUSE)))
  const whole = (of: readonly Assessment[]): number[] => {
    for (const assessment of of) planWhole(assessment, DEFAULT_HOUSE)
    return of.map((assessment) => timed(() => planWhole(assessment, DEFAULT_HOUSE)))
  }
  const matted = whole(dogs)
  const kinds = whole(Array.from({ length: 6 * ROUNDS }, (_, i) => aDogWithAll(i + 1)))
  let bound = 0
  for (const assessment of dogs) {
    const bare = contextOf(assessment, 0, DEFAULT_HOUSE)
    const states = sideStates(assessment, bare.bsaM2, 'low', DEFAULT_HOUSE)
    const sides = states.map((state) => placeOffers(state, bare))
    const budgets = {
      minutes: minutesBudget(assessment.dog, assessment.slotMinutes, DEFAULT_HOUSE).minutes,
      pull: pullBudget(assessment.dog, DEFAULT_HOUSE).pull,
    }
    const groups = STYLE_IDS.map((style) =>
      styleProblem(style, states, sides, bare).options.map((options) =>
        options.map((option) => ({ cost: weighed(option, bare), minutes: option.minutes, pull: option.pull })),
      ),
    )
    ours.push(timed(() => groups.map((g) => solveBudgeted(g, budgets))))
    const solutions = groups.map((g) => solveBudgeted(g, budgets))
    const texts = groups.map((g) => lpOf(g, budgets))
    const answers: ReturnType<typeof highs.solve>[] = []
    theirs.push(
      timed(() => texts.forEach((text) => void answers.push(highs.solve(text, { mip_rel_gap: 0, mip_abs_gap: 0 })))),
    )
    for (const [i, answer] of answers.entries()) {
      const mine = solutions[i]
      if (mine ? Math.abs(mine.cost - answer.ObjectiveValue) > 1e-4 : answer.Status !== 'Infeasible')
        throw new Error(`unequal: ${mine?.cost} and ${answer.ObjectiveValue} (${answer.Status})`)
      const free = groups[i]!.reduce((sum, options) => sum + Math.min(...options.map(({ cost }) => cost)), 0)
      if (!mine || mine.cost > free + 1e-6) bound++
    }
  }
  console.log(`${cpus()[0]?.model.trim()}, ${cpus().length} cores, Node ${process.version}, ${dogs.length} dogs`)
  console.log(
    `instances where a budget binds or nothing fits: ${bound} of ${dogs.length * STYLE_IDS.length}; objectives equal in all`,
  )
  console.log(
    `every style, both budgets: ours ${ms(median(ours))}, HiGHS ${ms(median(theirs))}, ratio ${(median(theirs) / median(ours)).toFixed(1)} (medians)`,
  )
  console.log(
    `a plan of the coat: median ${ms(median(coat))} warm, ${ms(median(first))} the first time; 95th percentile ${ms(p95(coat))}`,
  )
  console.log(
    `a plan of the whole groom, matted dogs: median ${ms(median(matted))}, 95th percentile ${ms(p95(matted))}; dogs of all kinds with findings: ${ms(median(kinds))}, ${ms(p95(kinds))}`,
  )

  const input = JSON.stringify({
    format: 'etude.assessment/1',
    dog: { coatType: 'curly', weightKg: 9.5 },
    default: { mat: 2 },
  })
  const command = (): number => timed(() => spawnSync(join(ROOT, 'etude'), ['plan', '-'], { input }))
  command()
  const starts = Array.from({ length: 21 }, command)
  const bare = Array.from({ length: 21 }, () => timed(() => spawnSync(process.execPath, ['-e', '0'])))
  console.log(
    `./etude plan, start to output: median ${ms(median(starts))}; an empty Node process ${ms(median(bare))}, ratio ${(median(starts) / median(bare)).toFixed(2)}`,
  )
}

await main()
