/*
 * The weighing as it was before it remembered anything: every option made anew, every style solved, every sum taken over
 * the options themselves. Slow, and kept to hold the quick one to the same answers. The knapsack is the product's own, which
 * is held to a mixed-integer solver elsewhere.
 */
import { NEIGHBOUR_PAIRS } from '../../core/body/neighbours.ts'
import { OUTLINE } from '../../core/body/places.ts'
import { REGION_SIDES, REGIONS } from '../../core/body/regions.ts'
import type { Assessment } from '../../core/dog/dog.ts'
import { isGrave } from '../../core/dog/facts.ts'
import { isNamed, wishedMm } from '../../core/dog/lengths.ts'
import type { House } from '../../core/numbers/estimates.ts'
import { budgetsOf, type GroomBudgets, overrunPoints } from '../../core/plan/budgets.ts'
import { type Context, contextOf } from '../../core/plan/context.ts'
import { mirrorSheet, plansMirrored } from '../../core/plan/mirror.ts'
import { STYLE_IDS, type VerdictName } from '../../core/plan/names.ts'
import { nameOf } from '../../core/plan/naming.ts'
import { dematMinutes, placeOffers } from '../../core/plan/offers.ts'
import type { Option } from '../../core/plan/options.ts'
import { withinDemat, withoutTwins } from '../../core/plan/rivals.ts'
import { type End, type SideState, sideStates } from '../../core/plan/side-state.ts'
import { type Budgets, type Solution, solveBudgeted, type Weighed } from '../../core/plan/solve.ts'
import type { StyleResult } from '../../core/plan/solve-style.ts'
import { groomStops } from '../../core/plan/stops.ts'
import { type StyleProblem, stretchedPull, styleProblem } from '../../core/plan/styles.ts'
import type { Weight } from '../../core/plan/weigh.ts'

/** Points of an option in the objective. */
const weighed = ({ coat, minutes, pull }: Option, { house }: Context): number =>
  coat + house['price.minute'] * minutes + house['price.pull'] * pull

/** The length a place goes home with: the finishing cut brings what the coat work leaves longer to what is wished. */
const endMm = (index: number, outlineMm: number, { assessment, house }: Context): number =>
  Math.min(outlineMm, wishedMm(REGION_SIDES[index]!.region, assessment, house) ?? Number.POSITIVE_INFINITY)

/**
 * Neighbours that show and go home at unlike lengths that nobody meant: over trunk and legs, both of `seen` 2 or more,
 * more than 25 mm apart, further apart than they came and than they are wished. The first such pair; null where there is
 * none.
 */
function unlikePair(
  picks: readonly Option[],
  states: readonly SideState[],
  ctx: Context,
): readonly [number, number] | null {
  const apart = (a: number, b: number, mmOf: (index: number) => number): number => Math.abs(mmOf(a) - mmOf(b))
  return (
    OUTLINE_PAIRS.find(([a, b]) => {
      const after = apart(a, b, (i) => endMm(i, picks[i]!.outlineMm, ctx))
      if (after <= ctx.house['mismatch.mm']) return false
      const before = apart(a, b, (i) => states[i]!.coatMm)
      return (
        after >
        Math.max(
          before,
          apart(a, b, (i) => endMm(i, states[i]!.coatMm, ctx)),
        )
      )
    }) ?? null
  )
}

const inOutline = (index: number): boolean => {
  const { region } = REGION_SIDES[index]!
  return OUTLINE.has(region) && REGIONS[region].seen >= 2
}
const OUTLINE_PAIRS = NEIGHBOUR_PAIRS.filter(([a, b]) => inOutline(a) && inOutline(b))

const sum = (picks: readonly Option[], of: (option: Option) => number): number =>
  picks.reduce((total, option) => total + of(option), 0)

/** Between these the price of a dematted minute is looked for, points. */
const CHEAPEST = 0.01
const DEAREST = 1000
const PRICE_STEPS = 12

/** A choice of a group added up over its members: points, minutes, pull, and of the minutes what is dematting itself. */
type ChoiceSums = ReadonlyMap<readonly number[], Weighed & { readonly demat: number }>

function sumsOf(
  { options }: StyleProblem,
  { members }: StyleProblem['groups'][number],
  choice: readonly number[],
  ctx: Context,
) {
  const total = { cost: 0, minutes: 0, pull: 0, demat: 0 }
  for (const [m, index] of members.entries()) {
    const option = options[index]![choice[m]!]!
    total.cost += weighed(option, ctx)
    total.minutes += option.minutes
    total.pull += option.pull
    total.demat += dematMinutes(option)
  }
  return total
}

/**
 * What a minute of dematting is priced at beside its own cost, so that the house does not demat longer than it wants to:
 * the least price at which what each place would choose for itself stays under the limit. 0 where it does anyway, and
 * where nothing but dematting is offered it is as long as it has to be.
 */
function dematPrice({ groups }: StyleProblem, sums: ChoiceSums, limit: number, perMinute: number): number {
  const choices = groups.map(({ choices: all }) =>
    all.map((choice) => {
      const { cost, minutes, demat } = sums.get(choice)!
      return { cost: cost + perMinute * minutes, demat }
    }),
  )
  const taken = (price: number): number =>
    choices.reduce((total, list) => {
      const best = list.reduce((a, b) => (b.cost + price * b.demat < a.cost + price * a.demat ? b : a))
      return total + best.demat
    }, 0)
  if (taken(0) <= limit) return 0
  const most = Math.max(limit, taken(DEAREST))
  let [low, high] = [CHEAPEST, DEAREST]
  for (let step = 0; step < PRICE_STEPS; step++) {
    const middle = Math.sqrt(low * high)
    if (taken(middle) <= most) high = middle
    else low = middle
  }
  return high
}

/** What the dog bears, whatever the slot. */
const dogBounds = ({ table, minutes, pull }: GroomBudgets): Budgets => ({ minutes: Math.max(table, minutes), pull })

/** Choices still open in each group, as a search for the best outline leaves them. */
type Open = readonly (readonly (readonly number[])[])[]

/** Searches of one outline; more than a handful were never needed. */
const MOST_NODES = 80

/**
 * The best of a style: within the slot, or beyond it at the price of each minute over, whichever weighs less; with
 * neighbours of unlike length at their price, or matching, whichever weighs less. What the dog can give, and how long it
 * can stand, is never overrun.
 *
 * The knapsack knows nothing of neighbours, so its answer is the least of all without that price. Where it has unlike
 * neighbours, branch and bound looks for the least that has none: either the one of the pair does not end at its length,
 * or the other does not; a branch whose own least already weighs more than the best so far is given up.
 */
function solveStyle(
  problem: StyleProblem,
  states: readonly SideState[],
  budgets: GroomBudgets,
  ctx: Context,
): StyleResult {
  const { house } = ctx
  const all: Open = problem.groups.map(({ choices }) => choices)
  const optionsOf = ({ members }: StyleProblem['groups'][number], choice: readonly number[]): Option[] =>
    members.map((index, m) => problem.options[index]![choice[m]!]!)
  // A choice is summed once; prices of minutes and dematting come on top as they are tried.
  const sums: ChoiceSums = new Map(
    problem.groups.flatMap((group) =>
      group.choices.map((choice) => [choice, sumsOf(problem, group, choice, ctx)] as const),
    ),
  )
  const weighedOf = (open: Open, perMinute: number, perDemat: number): Weighed[][] =>
    open.map((choices) =>
      choices.map((choice) => {
        const { cost, minutes, pull, demat } = sums.get(choice)!
        return { cost: cost + perMinute * minutes + perDemat * demat, minutes, pull }
      }),
    )
  const resultOf = (open: Open, solved: Solution, feasible: boolean): StyleResult => {
    const picks: Option[] = new Array(problem.options.length)
    for (const [g, pick] of solved.picks.entries()) {
      const { members } = problem.groups[g]!
      for (const [m, option] of optionsOf(problem.groups[g]!, open[g]![pick]!).entries()) picks[members[m]!] = option
    }
    const minutes = sum(picks, ({ minutes: each }) => each)
    const mismatch = unlikePair(picks, states, ctx) !== null
    const over = feasible ? overrunPoints(minutes, budgets, house) : 0
    return {
      ...problem,
      feasible,
      picks,
      minutes,
      pull: sum(picks, ({ pull }) => pull),
      loss: sum(picks, ({ loss }) => loss),
      mismatch,
      demat: sum(picks, dematMinutes),
      perDemat: dematPriceAt(0),
      objective: sum(picks, (option) => weighed(option, ctx)) + (mismatch ? house['mismatch.points'] : 0) + over,
      over,
      within: budgets,
      free: false,
    }
  }
  const dog = dogBounds(budgets)
  const prices = new Map<number, number>()
  const dematPriceAt = (perMinute: number): number => {
    const known = prices.get(perMinute) ?? dematPrice(problem, sums, budgets.demat, perMinute)
    prices.set(perMinute, known)
    return known
  }
  const solve = (open: Open, perMinute: number, within: Budgets): Solution | null =>
    solveBudgeted(weighedOf(open, perMinute, dematPriceAt(perMinute)), within)
  /** The least of what is open; null where the dog cannot bear any of it. */
  const leastOf = (open: Open): StyleResult | null => {
    const free = solve(open, 0, dog)
    if (!free) return null
    // What the slot does not bind is the best there is.
    const result = resultOf(open, free, true)
    if (result.minutes <= budgets.minutes + 1e-9) return { ...result, free: true }
    // The price of minutes bends at the slot and at a quarter over it: each stretch is solved at its own price, up to
    // its end, and the least by the true price is taken.
    const stretches = [
      [0, budgets.minutes],
      [house['over.minute'], Math.min(dog.minutes, budgets.late)],
      [house['over.far'], dog.minutes],
    ] as const
    const found = stretches.flatMap(([price, minutes]) => {
      const solved = solve(open, price, { minutes, pull: budgets.pull })
      return solved ? [resultOf(open, solved, true)] : []
    })
    return found.reduce((a, b) => (b.objective < a.objective - 1e-9 ? b : a), result)
  }
  const first = leastOf(all)
  // What it would take, so that an infeasible style can be shown with its price.
  if (!first) return resultOf(all, solveBudgeted(weighedOf(all, 0, dematPriceAt(0)), NO_BUDGETS) as Solution, false)
  if (!first.mismatch) return first
  const groupOf = new Map(
    problem.groups.flatMap(({ members }, g) => members.map((index, m) => [index, [g, m]] as const)),
  )
  /** What stays open when a place may not end at the length that this leaves; null where nothing does. */
  const without = (open: Open, index: number, { outlineMm }: Option): Open | null => {
    const [g, m] = groupOf.get(index)!
    const mm = endMm(index, outlineMm, ctx)
    const kept = open[g]!.filter((choice) => endMm(index, problem.options[index]![choice[m]!]!.outlineMm, ctx) !== mm)
    return kept.length > 0 ? open.with(g, kept) : null
  }
  let best = first
  const waiting: [Open, StyleResult][] = [[all, first]]
  for (let node = 0; node < MOST_NODES && waiting.length > 0; node++) {
    const [open, { picks }] = waiting.pop()!
    for (const index of unlikePair(picks, states, ctx)!) {
      const next = without(open, index, picks[index]!)
      const result = next && leastOf(next)
      if (!result) continue
      if (!result.mismatch) {
        if (result.objective < best.objective - 1e-9) best = result
      } else if (result.objective - house['mismatch.points'] < best.objective - 1e-9) waiting.push([next, result])
    }
  }
  return { ...best, free: false }
}

const NO_BUDGETS: Budgets = { minutes: Number.POSITIVE_INFINITY, pull: Number.POSITIVE_INFINITY }

/** Styles in the order that decides between equals, so that the first of the least wins. */
const least = (results: readonly StyleResult[]): StyleResult | undefined =>
  results.reduce<StyleResult | undefined>(
    (best, result) => (best && best.objective <= result.objective + 1e-9 ? best : result),
    undefined,
  )

/** Whether a place that no mat asks it of goes shorter than it was named to be. */
const givesUpNamed = ({ picks }: StyleResult, states: readonly SideState[], { assessment, house }: Context): boolean =>
  picks.some(({ treatment, why, outlineMm }, i) => {
    const { region } = REGION_SIDES[i]!
    if (treatment !== 'clip' || why === 'done' || states[i]!.mat >= 2 || !isNamed(region, assessment)) return false
    return outlineMm < Math.min(states[i]!.coatMm, wishedMm(region, assessment, house) ?? 0) - 1e-9
  })

/**
 * The least of the ways that fit. Minutes beyond the slot do not buy a length that was named for a part: a way that gives
 * one up has to weigh less even if the others could have the time they need.
 */
function bestOf(fitting: readonly StyleResult[], states: readonly SideState[], ctx: Context): StyleResult | undefined {
  const best = least(fitting)
  if (!best || !givesUpNamed(best, states, ctx)) return best
  const other = least(fitting.filter((result) => !givesUpNamed(result, states, ctx)))
  return other && other.objective - other.over <= best.objective - best.over + 1e-9 ? other : best
}

const isOpen = ({ closed, feasible }: StyleResult): boolean => closed === null && feasible

interface SlowEnd {
  readonly name: VerdictName
  readonly best: StyleResult | null
}

function slowEnd(assessment: Assessment, which: End, house: House): SlowEnd {
  const bare = contextOf(assessment, 0, house)
  const states = sideStates(assessment, bare.bsaM2, which, house)
  const felt = states.reduce(
    (share, { mat, extent, scored, index }) => share + (scored && mat === 4 ? REGION_SIDES[index]!.share * extent : 0),
    0,
  )
  const ctx = contextOf(assessment, felt, house)
  const sides = states.map((state) => placeOffers(state, ctx))
  const problems = STYLE_IDS.map((style) => styleProblem(style, states, sides, ctx))
  const solved = (pullOf: (problem: StyleProblem, give: number) => number): StyleResult[] =>
    withinDemat(
      withoutTwins(
        problems.map((problem) => {
          const give = budgetsOf(assessment, problem.style, house)
          return solveStyle(problem, states, { ...give, pull: pullOf(problem, give.pull) }, ctx)
        }),
      ),
      budgetsOf(assessment, 'keep', house).demat,
    )
  const within = solved((_, give) => give)
  const results =
    within.some(isOpen) || isGrave(assessment.dog, house)
      ? within
      : solved((problem, give) => stretchedPull(problem, give, house))
  const overVisits = results[0]!.picks.some(({ why }) => why === 'hand-card-over-visits')
  const best = (overVisits ? undefined : bestOf(results.filter(isOpen), states, ctx)) ?? null
  return { name: best ? nameOf(best, ctx) : 'split-visits', best }
}

/** The verdict's name with what it takes, worked out the long way. */
export function slowWeightOf(given: Assessment, house: House): Weight {
  if (groomStops(given).length > 0) return { choice: 'refer', minutes: null, pull: null }
  const assessment = plansMirrored(given) ? mirrorSheet(given) : given
  const { sheet } = assessment
  const unknownShare = sheet.reduce((sum, { mat }, i) => sum + (mat === null ? REGION_SIDES[i]!.share : 0), 0)
  const low = slowEnd(assessment, 'low', house)
  const high = slowEnd(assessment, 'high', house)
  const choice: VerdictName =
    unknownShare >= 1 - 1e-9 || (low.name !== high.name && unknownShare > house['name.look-first'])
      ? 'look-first'
      : low.name
  return { choice, minutes: low.best?.minutes ?? null, pull: low.best?.pull ?? null }
}
