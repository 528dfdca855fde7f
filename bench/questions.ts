import highsLoader from 'highs'
import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { seeded } from '../contract/formats/random.ts'
import { type Assessment, DEFAULT_HOUSE, flipsOf, frontierOf, oddsOf, pointWithin } from '../core/index.ts'
import { rememberingMaker } from '../core/plan/making.ts'
import type { Weighed } from '../core/plan/solve.ts'
import { weightOf } from '../core/plan/weigh.ts'
import { changed, flipTrials } from '../core/questions/flips.ts'
import { budgetSteps } from '../core/questions/frontier.ts'
import { priorsOf } from '../core/questions/odds.ts'
import { SCORES } from '../core/scores/scales.ts'
import { lpOf } from '../test/oracles/solve-lp.ts'
import { slowWeightOf } from '../test/oracles/weigh-slow.ts'
import { asIfAt, spotAt } from '../web/stations/verdict/ask/as-if.ts'
import { benchDogs } from './dogs.ts'
import { median, ms, p95, timed } from './timing.ts'

/*
 * What is asked of a verdict: the whole frontier against one solve a budget by HiGHS in the same run, how time grows
 * with the number of groups, a drag step, flips over every score, odds over places nobody looked at.
 */
const DOGS = 40
const BUDGETS = 20
const PARTS = [1, 2, 4, 8] as const
const DRAWS = 2000
/** Draws weighed the long way, of each dog. */
const LONG_DRAWS = 100

/** Every other place not looked at. */
const half = (assessment: Assessment): Assessment => ({
  ...assessment,
  sheet: assessment.sheet.map((scores, i) =>
    i % 2 === 0 ? scores : { ...scores, mat: null, extent: null, standoffMm: null, undercoat: null, skin: null },
  ),
})

/** A dog's groups, each cut into parts of unlike size, as if the body were mapped more finely. */
function finer(groups: readonly (readonly Weighed[])[], parts: number): Weighed[][] {
  const generator = xoroshiro128plus(parts)
  return groups.flatMap((options) =>
    Array.from({ length: parts }, () => {
      const share = uniformInt(generator, 50, 150) / 100 / parts
      return options.map(({ cost, minutes, pull }) => ({
        cost: cost * share,
        minutes: minutes * share,
        pull: pull * share,
      }))
    }),
  )
}

/** Both solve the same model: in whole micro-units, as ours does. */
const whole = (x: number): number => Math.round(x * 1e6) / 1e6

const highs = await highsLoader()
const dogs = benchDogs(DOGS)
for (const dog of dogs) frontierOf(dog, DEFAULT_HOUSE, 'pull')

const ours: number[] = []
const theirs: number[] = []
const sizes: number[] = []
let answered = 0
for (const dog of dogs) {
  ours.push(timed(() => frontierOf(dog, DEFAULT_HOUSE, 'pull')))
  const { curves } = frontierOf(dog, DEFAULT_HOUSE, 'pull')
  sizes.push(curves.reduce((sum, { loss }) => sum + loss.length, 0))
  // Places to clip are decided in pairs, which this model of single places does not know.
  const texts = curves
    .filter(({ style }) => style !== 'keep-places')
    .flatMap((curve) => {
      const groups = curve.drawn.map((options) =>
        options.map(({ loss, minutes, pull }) => ({ cost: whole(loss), minutes: whole(minutes), pull: whole(pull) })),
      )
      const [least, most] = [curve.pull[0]!, curve.pull.at(-1)!]
      return Array.from({ length: BUDGETS }, (_, i) => {
        const budget = least + ((most - least) * i) / (BUDGETS - 1) + 1e-6
        return {
          text: lpOf(groups, { minutes: 1e6, pull: budget }),
          loss: curve.loss[pointWithin(curve.pull, budget)]!,
        }
      })
    })
  answered += texts.length
  const answers: number[] = []
  theirs.push(
    timed(() => {
      for (const { text } of texts) answers.push(highs.solve(text, { mip_rel_gap: 0, mip_abs_gap: 0 }).ObjectiveValue)
    }),
  )
  for (const [i, { loss }] of texts.entries())
    if (Math.abs(answers[i]! - loss) > 1e-4) throw new Error(`unequal: ${loss} and ${answers[i]}`)
}
console.log(
  `whole frontier of the open styles, along pull: ours median ${ms(median(ours))}, 95th percentile ${ms(p95(ours))}, ${median(sizes)} steps at the median; HiGHS at ${BUDGETS} budgets a style ${ms(median(theirs))}, ratio ${(median(theirs) / median(ours)).toFixed(0)} (medians; ${answered} answers, all equal)`,
)
const clock = dogs.map((dog) => timed(() => frontierOf(dog, DEFAULT_HOUSE, 'minutes')))
console.log(`the same along minutes: median ${ms(median(clock))}, 95th percentile ${ms(p95(clock))}`)

for (const parts of PARTS) {
  const runs = dogs.slice(0, 7).map((dog) => {
    const keep = frontierOf(dog, DEFAULT_HOUSE, 'pull').curves[0]!
    const groups = keep.drawn.map((options) =>
      options.map(({ loss, minutes, pull }) => ({ cost: loss, minutes, pull })),
    )
    const cut = finer(groups, parts)
    let steps = 0
    const time = timed(() => {
      steps = budgetSteps(cut, 'pull').loss.length
    })
    return { time, steps }
  })
  console.log(
    `one style of ${39 * parts} groups: median ${ms(median(runs.map(({ time }) => time)))}, ${median(runs.map(({ steps }) => steps))} steps`,
  )
}

const drags = dogs.flatMap((dog) => {
  const frontier = frontierOf(dog, DEFAULT_HOUSE, 'pull')
  const along = Float64Array.from({ length: frontier.envelope.point.length }, (_, i) => spotAt(frontier, i).along)
  return Array.from({ length: 50 }, (_, i) =>
    timed(() => asIfAt(frontier, pointWithin(along, along[0]! + ((along.at(-1)! - along[0]!) * i) / 49), '')),
  )
})
console.log(
  `a drag step, budget to the treatments of every place: median ${ms(median(drags))}, 95th percentile ${ms(p95(drags))}`,
)

/** As flips and odds are asked, every dog that might be is weighed the long way: made anew, with every style solved. */
const longWay = (asked: readonly Assessment[]): number =>
  timed(() => {
    for (const one of asked) slowWeightOf(one, DEFAULT_HOUSE)
  })
/** The same, with what was made of a place remembered and styles that weigh more left out. */
const quickWay = (asked: readonly Assessment[]): number => {
  const make = rememberingMaker()
  return timed(() => {
    for (const one of asked) weightOf(one, DEFAULT_HOUSE, make)
  })
}
const few = dogs.slice(0, 12)
const asked = few.map((dog) =>
  flipTrials(dog, DEFAULT_HOUSE).flatMap((trial) =>
    trial[0]!.what === 'wish' || trial[0]!.what === 'temper' ? [] : trial.map((change) => changed(dog, change)),
  ),
)
const ratios = asked.map((list) => longWay(list) / quickWay(list))
console.log(
  `every dog that a flip is looked for in (${median(asked.map(({ length }) => length))} of one dog at the median): the long way over the quick one ${median(ratios).toFixed(1)} at the median, ${Math.min(...ratios).toFixed(1)} to ${Math.max(...ratios).toFixed(1)}`,
)

const flips = few.map((dog) => timed(() => flipsOf(dog, DEFAULT_HOUSE)))
console.log(`flips over every score: median ${ms(median(flips))}, 95th percentile ${ms(p95(flips))}`)

const firsts: number[] = []
const draws = few.map((dog) =>
  timed(() => {
    let first: number | null = null
    const start = performance.now()
    for (const _ of oddsOf(half(dog), DEFAULT_HOUSE, DRAWS, seeded(1))) first ??= performance.now() - start
    firsts.push(first ?? 0)
  }),
)
/** A dog as one draw has it: every gap filled by the odds of what is around it. */
function drawn(dog: Assessment, random: () => number): Assessment {
  const sheet = [...dog.sheet]
  for (const { index, scale, chance } of priorsOf(dog.sheet, DEFAULT_HOUSE)) {
    const u = random()
    const score = SCORES.find((one) => u < chance.slice(0, one + 1).reduce((a, b) => a + b)) ?? 4
    sheet[index] = { ...sheet[index]!, [scale]: score, skin: sheet[index]!.skin ?? 0 }
  }
  return { ...dog, sheet }
}
const longDraws = few.map((dog) => {
  const random = seeded(1)
  return longWay(Array.from({ length: LONG_DRAWS }, () => drawn(half(dog), random))) / LONG_DRAWS
})
const oddsRatios = draws.map((time, i) => longDraws[i]! / (time / DRAWS))
console.log(
  `a draw of the odds: the long way over the quick one ${median(oddsRatios).toFixed(1)} at the median, ${Math.min(...oddsRatios).toFixed(1)} to ${Math.max(...oddsRatios).toFixed(1)}`,
)
console.log(
  `${DRAWS} draws with every other place unknown: median ${ms(median(draws))}, 95th percentile ${ms(p95(draws))}; first answer ${ms(median(firsts))}`,
)
