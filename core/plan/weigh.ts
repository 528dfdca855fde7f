import { REGION_SIDES } from '../body/regions.ts'
import { bodySurfaceM2 } from '../body/surface.ts'
import type { Assessment } from '../dog/dog.ts'
import { isGrave } from '../dog/facts.ts'
import { isNamed } from '../dog/lengths.ts'
import type { House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import type { Sheet } from '../scores/sheet.ts'
import { budgetsOf, type GroomBudgets } from './budgets.ts'
import type { Context } from './context.ts'
import { type Maker, PLAIN } from './making.ts'
import { mirrorSheet, plansMirrored } from './mirror.ts'
import { STYLE_IDS, type VerdictName } from './names.ts'
import { nameOf } from './naming.ts'
import { isBeyond, leastWeight, type PlaceOffers, weighsMore } from './offers.ts'
import { dematsLong, mayCloseAsTwin, withinDemat, withoutTwins } from './rivals.ts'
import type { End, SideState } from './side-state.ts'
import { dogBounds, type StyleResult, solveStyle, stillLeast } from './solve-style.ts'
import { groomStops } from './stops.ts'
import { type StyleProblem, stretchedPull, styleProblem } from './styles.ts'

/** One end of the range, weighed: every style solved within the budgets, and the best of those that fit. */
export interface WeighedEnd {
  readonly name: VerdictName
  readonly states: readonly SideState[]
  readonly sides: readonly PlaceOffers[]
  /** What each style offers where, before budgets: the same whatever the slot and its reserves. */
  readonly problems: readonly StyleProblem[]
  readonly results: readonly StyleResult[]
  /** null where nothing fits one visit. */
  readonly best: StyleResult | null
  readonly ctx: Context
}

export interface Weighing {
  readonly choice: VerdictName
  readonly stopping: ReturnType<typeof groomStops>
  /** Share of the surface not looked at, 0 to 1. */
  readonly unknownShare: number
  readonly low: WeighedEnd
  readonly high: WeighedEnd
}

/** Styles in the order that decides between equals, so that the first of the least wins. */
const least = (results: readonly StyleResult[]): StyleResult | undefined =>
  results.reduce<StyleResult | undefined>(
    (best, result) => (best && best.objective <= result.objective + 1e-9 ? best : result),
    undefined,
  )

/** Whether a place that no mat asks it of goes shorter than it was named to be. */
const givesUpNamed = ({ picks }: StyleResult, states: readonly SideState[], { assessment, wishMm }: Context): boolean =>
  picks.some(({ treatment, why, outlineMm }, i) => {
    const { region } = REGION_SIDES[i]!
    if (treatment !== 'clip' || why === 'done' || states[i]!.mat >= 2 || !isNamed(region, assessment)) return false
    return outlineMm < Math.min(states[i]!.coatMm, wishMm[i] ?? 0) - 1e-9
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

/** What is offered at each place and in each style. */
type Offered = Pick<WeighedEnd, 'states' | 'sides' | 'problems' | 'ctx'>

function offeredOf(assessment: Assessment, end: End, house: House, make: Maker): Offered {
  const states = make.sideStates(assessment, bodySurfaceM2(assessment.dog.weightKg), end, house)
  let felt = 0
  for (const { mat, extent, scored, index } of states)
    if (scored && mat === 4) felt += REGION_SIDES[index]!.share * extent
  const ctx = make.contextOf(assessment, felt, house)
  const sides = states.map((state) => make.placeOffers(state, ctx))
  return {
    states,
    sides,
    ctx,
    problems: STYLE_IDS.map((style) => styleProblem(style, states, sides, ctx, make)),
  }
}

/** Whether a way fits the dog and no rule stands against it. */
export const isOpen = ({ closed, feasible }: StyleResult): boolean => closed === null && feasible

/** @param before the same weighed with other reserves */
function weighEnd(
  assessment: Assessment,
  { states, sides, problems, ctx: like }: Offered,
  house: House,
  before: WeighedEnd | null,
): WeighedEnd {
  const ctx = { ...like, assessment }
  const solved = (pullOf: (problem: StyleProblem, give: number) => number): StyleResult[] =>
    withinDemat(
      withoutTwins(
        problems.map((problem, i) => {
          const give = budgetsOf(assessment, problem.style, house)
          const budgets = { ...give, pull: pullOf(problem, give.pull) }
          const known = before && stillLeast(before.results[i]!, budgets)
          // Closed by the other ways of its own weighing, not of this one.
          return known ? { ...known, closed: problem.closed } : solveStyle(problem, states, budgets, ctx)
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
  const fitting = results.filter(isOpen)
  const best = (overVisits ? undefined : bestOf(fitting, states, ctx)) ?? null
  return { name: best ? nameOf(best, ctx) : 'split-visits', states, sides, problems, results, best, ctx }
}

/** Over several visits the budgets add up; the least of what those allow is what is spread. */
export function spreadOver({ results, states, ctx }: WeighedEnd, budgets: GroomBudgets): StyleResult {
  const visits = ctx.house['visits.most']
  const total = {
    minutes: budgets.minutes * visits,
    late: budgets.late * visits,
    table: budgets.table * visits,
    pull: budgets.pull * visits,
    demat: budgets.demat,
  }
  const spread = results.filter(({ closed }) => closed === null).map((result) => solveStyle(result, states, total, ctx))
  return least(spread.filter(({ feasible }) => feasible)) ?? spread.reduce((a, b) => (b.pull < a.pull - 1e-9 ? b : a))
}

/** Share of the surface whose mats nobody looked at. */
const unknownShareOf = (sheet: Sheet): number =>
  sheet.reduce((sum, { mat }, i) => sum + (mat === null ? REGION_SIDES[i]!.share : 0), 0)
const ALL = 1 - 1e-9

/**
 * Everything but the plan's words: both ends weighed and the verdict named. The assessment as it stands, not mirrored.
 * @param like a weighing of the same assessment with other reserves: what is offered need not be made anew
 */
export function weigh(
  assessment: Assessment,
  house: House,
  make: Maker = PLAIN,
  like: Weighing | null = null,
): Weighing {
  const { sheet } = assessment
  const stopping = groomStops(assessment)
  const unknownShare = unknownShareOf(sheet)
  const allKnown = sheet.every(
    ({ mat, undercoat, skin, findings }) =>
      mat !== null && undercoat !== null && (skin !== null || findings.length > 0),
  )
  const end = (which: End): WeighedEnd =>
    weighEnd(assessment, like?.[which] ?? offeredOf(assessment, which, house, make), house, like?.[which] ?? null)
  const low = end('low')
  const high = allKnown ? low : end('high')
  const choice: VerdictName =
    stopping.length > 0
      ? 'refer'
      : unknownShare >= ALL || (low.name !== high.name && unknownShare > house['name.look-first'])
        ? 'look-first'
        : low.name
  return { choice, stopping, unknownShare, low, high }
}

export interface Weight {
  readonly choice: VerdictName
  /** Of the best way; null where the groom stops or no way fits one visit. */
  readonly minutes: Minutes | null
  readonly pull: number | null
}

/** Sums of the same figures in another order may differ by this. */
const ROUNDED = 1e-6

/**
 * The best way, without solving those that weigh more whatever is chosen in them. What the ways decide among themselves
 * (one groom by two names, lengths given up, dematting for long) is decided as if all had been solved.
 * @param pullOf what a way may pull @returns null where none that is open fits
 */
function bestWay(
  assessment: Assessment,
  { problems, states, ctx }: Offered,
  house: House,
  make: Maker,
  pullOf: (problem: StyleProblem, give: number) => number,
): StyleResult | null {
  const most = make.budgetsOf(assessment, 'keep', house).demat
  const solved: (StyleResult | undefined)[] = problems.map(() => undefined)
  const open = problems
    .flatMap((problem, i) => {
      if (problem.closed !== null) return []
      const give = make.budgetsOf(assessment, problem.style, house)
      const budgets = { ...give, pull: pullOf(problem, give.pull) }
      if (isBeyond(problem.groups, dogBounds(budgets))) return []
      return [{ i, problem, budgets, least: leastWeight(problem.groups, budgets, house) }]
    })
    .sort((a, b) => a.least - b.least)
  const best = (): StyleResult | undefined =>
    bestOf(withinDemat(withoutTwins(solved.filter((result) => result !== undefined)), most).filter(isOpen), states, ctx)
  const likely = open.find(({ problem }) => problem.style === make.likely.style)
  let least: StyleResult | undefined
  /** What weighs more than this is not the best, whatever else is; not set while the ways decide it among themselves. */
  let ceiling = Number.POSITIVE_INFINITY
  const whole = new Set<number>()
  for (const one of likely ? [likely, ...open.filter((other) => other !== likely)] : open) {
    const { i, problem, budgets, least: bound } = one
    if (bound > ceiling || weighsMore(problem.groups, budgets, ceiling, house)) continue
    if (ceiling === Number.POSITIVE_INFINITY) whole.add(i)
    solved[i] = solveStyle(problem, states, budgets, ctx, ceiling)
    least = best()
    const settled = least && !dematsLong(least, most) && !givesUpNamed(least, states, ctx)
    ceiling = settled ? least!.objective + ROUNDED : Number.POSITIVE_INFINITY
  }
  const found = least
  if (!found) return null
  // What has come down to another way is closed by it, however late that one is: then nothing was rightly left out.
  const twin = open.find(({ i, problem }) => !whole.has(i) && mayCloseAsTwin(problem, found))
  if (twin) {
    for (const { i, problem, budgets } of open) if (!whole.has(i)) solved[i] = solveStyle(problem, states, budgets, ctx)
    least = best()
  }
  make.likely.style = least?.style ?? null
  return least ?? null
}

/** One end by its best way alone. */
function bestEnd(assessment: Assessment, end: End, house: House, make: Maker): Pick<WeighedEnd, 'name' | 'best'> {
  const offered = offeredOf(assessment, end, house, make)
  // Where a coat is carded by hand, what keeping it comes to decides.
  const byHand = assessment.dog.dryerTolerance === 'none'
  if (byHand && offered.sides.some(({ offered: [first] }) => first!.why === 'hand-card-over-visits'))
    return weighEnd(assessment, offered, house, null)
  const { ctx } = offered
  const best =
    bestWay(assessment, offered, house, make, (_, give) => give) ??
    (isGrave(assessment.dog, house)
      ? null
      : bestWay(assessment, offered, house, make, (problem, give) => stretchedPull(problem, give, house)))
  return { name: best ? nameOf(best, ctx) : 'split-visits', best }
}

/** The verdict's name with what it takes: the same that `planGroom` gives, for asking about many dogs that might be. */
export function weightOf(assessment: Assessment, house: House, make: Maker = PLAIN): Weight {
  if (groomStops(assessment).length > 0) return { choice: 'refer', minutes: null, pull: null }
  const oriented = plansMirrored(assessment) ? mirrorSheet(assessment) : assessment
  const unknown = unknownShareOf(oriented.sheet)
  const low = bestEnd(oriented, 'low', house, make)
  const unsure = unknown > house['name.look-first'] && bestEnd(oriented, 'high', house, make).name !== low.name
  const choice = unknown >= ALL || unsure ? 'look-first' : low.name
  return { choice, minutes: low.best?.minutes ?? null, pull: low.best?.pull ?? null }
}

/** The name alone. */
export const verdictOf = (assessment: Assessment, house: House, make: Maker = PLAIN): VerdictName =>
  weightOf(assessment, house, make).choice
