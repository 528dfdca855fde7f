import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import loadHighs from 'highs'
import { seeded } from '../contract/formats/random.ts'
import {
  checkDay,
  type Day,
  type DayPlan,
  DEFAULT_HOUSE,
  offerOf,
  planDay,
  promisesOf,
  timesIn,
} from '../core/index.ts'
import { dayForProgram, madeUpDay } from '../test/fixtures/days.ts'
import { dayOfShop, JOB_SHOPS } from '../test/fixtures/job-shops.ts'
import { dayAsLp } from '../test/oracles/day-milp.ts'

/*
 * Days: published job shops in eight seconds, small days beside a mixed-integer program, a day of forty dogs beside a
 * constraint solver (MiniZinc with Gecode, ten times as long, where it is installed), a plan made anew, and times found.
 * npm run bench:day
 */
const SECONDS = 8
const PEER_SECONDS = 60
const MS = 1000

const plan = (day: Day, ms: number, seed = 1, from: DayPlan['steps'] = []): DayPlan => {
  const until = performance.now() + ms
  return planDay(day, DEFAULT_HOUSE, { random: seeded(seed), goOn: () => performance.now() < until, from })
}
const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!
const times = (n: number, run: (i: number) => void): number[] =>
  Array.from({ length: n }, (_, i) => {
    const start = performance.now()
    run(i)
    return performance.now() - start
  })

console.log(`job shops, ${SECONDS} s each: found, proven optimum, above it`)
for (const [name, shop] of Object.entries(JOB_SHOPS)) {
  const { end, optimal } = plan(dayOfShop(shop), SECONDS * MS)
  console.log(
    `  ${name}: ${end}, ${shop.best}, ${(((end - shop.best) / shop.best) * 100).toFixed(1)} %${optimal ? ', proven' : ''}`,
  )
}

const highs = await loadHighs()
console.log(`small days beside a mixed-integer program (HiGHS, ${PEER_SECONDS} s each): ours, theirs`)
for (const [dogs, seed] of [
  [3, 2],
  [4, 2],
  [4, 4],
  [5, 2],
  [5, 4],
] as const) {
  const day = dayForProgram(dogs, seed)
  const { cost } = plan(day, 2 * MS, seed)
  const peer = highs.solve(dayAsLp(day, DEFAULT_HOUSE), { time_limit: PEER_SECONDS })
  console.log(
    `  ${dogs} dogs, seed ${seed}: ${cost.total.toFixed(1)}, ${peer.ObjectiveValue.toFixed(1)} (${peer.Status.toLowerCase()}); ours over it ${(cost.total / peer.ObjectiveValue).toFixed(3)}`,
  )
}

/** Ends of the day alone, so that both solvers mean the same. */
const forty = madeUpDay({ dogs: 40, people: 9 }, seeded(7))
const plain: Day = {
  ...forty,
  to: null,
  people: forty.people.map((one) => ({ ...one, noiseCap: null, breaks: [], from: 0 })),
  jobs: forty.jobs.map((job) => ({
    ...job,
    due: null,
    steps: job.steps.map((step) => ({ ...step, second: false, maxWait: null })),
  })),
  places: forty.places.filter(({ kind }) => kind !== 'pen').map((place) => ({ ...place, cleanMin: 0 })),
}
const ours = plan(plain, SECONDS * MS)
console.log(
  `forty dogs, end of the day: ${ours.end} min; cannot be before ${ours.bound.end.toFixed(1)}; ${checkDay(plain, ours.steps).length} breaches`,
)
const peer = gecode(plain, SECONDS * 10)
console.log(
  peer === null
    ? '  MiniZinc is not installed: no peer'
    : `  MiniZinc with Gecode, ${SECONDS * 10} s: ${peer}; ours over it ${(ours.end / peer).toFixed(3)}`,
)

const twenty = madeUpDay({ dogs: 20, people: 5, bounds: true }, seeded(3))
const before = plan(twenty, 2 * MS)
const again = times(15, (i) => {
  const late: Day = {
    ...twenty,
    now: 60,
    jobs: twenty.jobs.map((job, j) => (j === i ? { ...job, arrives: job.arrives + 30 } : job)),
  }
  planDay(late, DEFAULT_HOUSE, { random: seeded(1), goOn: (turn) => turn < 4, from: before.steps })
})
console.log(`a day of twenty planned anew: ${median(again).toFixed(0)} ms at the median of ${again.length}`)
console.log(
  `promises of twenty dogs: ${median(times(9, () => promisesOf(twenty, before.steps, DEFAULT_HOUSE, seeded(1)))).toFixed(0)} ms`,
)

const days = Array.from({ length: 15 }, (_, i) => madeUpDay({ dogs: 8, people: 3 }, seeded(50 + i)))
const comer = days[0]!.jobs[0]!
const arrivals = Array.from({ length: 16 }, (_, i) => i * 30)
const found = times(5, () => {
  const tried = days.flatMap((day) => timesIn(day, { ...comer, id: 'comer' }, 150, arrivals, DEFAULT_HOUSE, seeded(1)))
  for (const one of tried.sort((a, b) => a.weighs - b.weighs).slice(0, 6)) offerOf(one, DEFAULT_HOUSE, seeded(1))
})
console.log(`a time found in three weeks of eight dogs a day: ${median(found).toFixed(0)} ms`)

/** The least end of the day by MiniZinc with Gecode; null where it is not installed. */
function gecode(day: Day, seconds: number): number | null {
  if (spawnSync('minizinc', ['--version']).status !== 0) return null
  const steps = day.jobs.flatMap((job, j) => job.steps.map((step, s) => ({ ...step, j, s, arrives: job.arrives })))
  const kinds = [...new Set(steps.flatMap(({ kind, also }) => [kind, also ?? kind]))]
  const skills = [...new Set(steps.map(({ skill }) => skill ?? ''))]
  const count = (kind: string): number => day.places.filter((place) => place.kind === kind).length
  const at = (is: (i: number) => boolean): string =>
    `[${steps
      .map((_, i) => i + 1)
      .filter((i) => is(i - 1))
      .join(',')}]`
  // Hands as cumulative resources: everybody together, and for each skill who has it. A relaxation, so it can only be ahead.
  const shared = [
    ...kinds.map((kind) => ({ list: at((i) => steps[i]!.kind === kind || steps[i]!.also === kind), cap: count(kind) })),
    ...skills.map((skill) => ({
      list: at((i) => steps[i]!.skill === skill),
      cap: day.people.filter(({ can }) => can.includes(skill)).length,
    })),
    { list: at(() => true), cap: day.people.length },
  ]
  const model = `include "cumulative.mzn";
int: n = ${steps.length};
array[1..n] of int: d = [${steps.map(({ minutes }) => minutes).join(',')}];
array[1..n] of var 0..3000: s;
var 0..3000: done;
${steps.map(({ j, s, arrives }, i) => (s === 0 ? `constraint s[${i + 1}] >= ${arrives};` : `constraint s[${i + 1}] >= s[${i}] + d[${i}]; % ${j}`)).join('\n')}
constraint forall(i in 1..n)(done >= s[i] + d[i]);
${shared.map(({ list, cap }) => `constraint cumulative([s[i] | i in ${list}], [d[i] | i in ${list}], [1 | i in ${list}], ${cap});`).join('\n')}
solve :: int_search(s, smallest, indomain_min) minimize done;
output [show(done)];
`
  const file = join(mkdtempSync(join(tmpdir(), 'etude-bench-')), 'day.mzn')
  writeFileSync(file, model)
  const text = execFileSync('minizinc', ['--solver', 'Gecode', '--time-limit', String(seconds * MS), '-a', file], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'ignore'],
  })
  const ends = text
    .split('\n')
    .map(Number)
    .filter((value) => value > 0)
  return ends.at(-1) ?? null
}
