import { REGION_SIDES } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import { isGrave } from '../dog/facts.ts'
import { isNamed, wishedMm } from '../dog/lengths.ts'
import type { House } from '../numbers/estimates.ts'
import { budgetsOf, type GroomBudgets } from './budgets.ts'
import { type Context, contextOf } from './context.ts'
import { mirrorSheet, plansMirrored } from './mirror.ts'
import { STYLE_IDS, type VerdictName } from './names.ts'
import { nameOf } from './naming.ts'
import { clipTo, optionsOf, type SideOptions } from './options.ts'
import { type End, type SideState, sideStates } from './side-state.ts'
import { groomStops } from './stops.ts'
import {
  type StyleProblem,
  type StyleResult,
  solveStyle,
  stillLeast,
  stretchedPull,
  styleProblem,
  withinDemat,
  withoutTwins,
} from './styles.ts'

/** What makes options. Many assessments of one dog may share one that remembers, see `rememberingMaker`. */
export interface OptionMaker {
  readonly optionsOf: typeof optionsOf
  readonly clipTo: typeof clipTo
}
const PLAIN: OptionMaker = { optionsOf, clipTo }

/** One end of the range, weighed: every style solved within the budgets, and the best of those that fit. */
export interface WeighedEnd {
  readonly name: VerdictName
  readonly states: readonly SideState[]
  readonly sides: readonly SideOptions[]
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

/** What is offered at each place and in each style. */
type Offered = Pick<WeighedEnd, 'states' | 'sides' | 'problems' | 'ctx'>

function offeredOf(assessment: Assessment, end: End, house: House, make: OptionMaker): Offered {
  const bare = contextOf(assessment, 0, house)
  const states = sideStates(assessment, bare.bsaM2, end, house)
  const felt = states.reduce(
    (share, { mat, extent, scored, index }) => share + (scored && mat === 4 ? REGION_SIDES[index]!.share * extent : 0),
    0,
  )
  const ctx = contextOf(assessment, felt, house)
  const sides = states.map((state) => make.optionsOf(state, ctx))
  return {
    states,
    sides,
    ctx,
    problems: STYLE_IDS.map((style) => styleProblem(style, states, sides, ctx, make.clipTo)),
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

/**
 * Everything but the plan's words: both ends weighed and the verdict named. The assessment as it stands, not mirrored.
 * @param like a weighing of the same assessment with other reserves: what is offered need not be made anew
 */
export function weigh(
  assessment: Assessment,
  house: House,
  make: OptionMaker = PLAIN,
  like: Weighing | null = null,
): Weighing {
  const { sheet } = assessment
  const stopping = groomStops(assessment)
  const unknownShare = sheet.reduce((sum, { mat }, i) => sum + (mat === null ? REGION_SIDES[i]!.share : 0), 0)
  const allKnown = sheet.every(
    ({ mat, undercoat, skin, findings }) =>
      mat !== null && undercoat !== null && (skin !== null || findings.length > 0),
  )
  const end = (which: End): WeighedEnd =>
    weighEnd(assessment, like?.[which] ?? offeredOf(assessment, which, house, make), house, like?.[which] ?? null)
  const low = end('low')
  const high = allKnown ? low : end('high')
  const scored = unknownShare < 1 - 1e-9
  const choice: VerdictName =
    stopping.length > 0
      ? 'refer'
      : !scored || (low.name !== high.name && unknownShare > house['name.look-first'])
        ? 'look-first'
        : low.name
  return { choice, stopping, unknownShare, low, high }
}

export interface Weight {
  readonly choice: VerdictName
  /** Of the best way; null where the groom stops or no way fits one visit. */
  readonly minutes: number | null
  readonly pull: number | null
}

/** The verdict's name with what it takes: the same that `planGroom` gives, for asking about many dogs that might be. */
export function weightOf(assessment: Assessment, house: House, make: OptionMaker = PLAIN): Weight {
  if (groomStops(assessment).length > 0) return { choice: 'refer', minutes: null, pull: null }
  const { choice, low } = weigh(plansMirrored(assessment) ? mirrorSheet(assessment) : assessment, house, make)
  return { choice, minutes: low.best?.minutes ?? null, pull: low.best?.pull ?? null }
}

/** The name alone. */
export const verdictOf = (assessment: Assessment, house: House, make: OptionMaker = PLAIN): VerdictName =>
  weightOf(assessment, house, make).choice

/**
 * Remembers options by the scores of a region-side, for many sheets of one dog on one day: only what the sheet changes
 * may differ between the assessments it is used for, and findings and done work may not.
 */
export function rememberingMaker(): OptionMaker {
  const options = new Map<string, ReturnType<typeof optionsOf>>()
  const clips = new Map<string, ReturnType<typeof clipTo>>()
  const keyOf = (state: SideState, ctx: Context): string =>
    `${state.index} ${state.mat} ${state.extent} ${state.standoffMm} ${state.undercoat} ${state.skin} ${state.sore} ${state.local ? 1 : 0} ${ctx.mayClipDouble ? 1 : 0}`
  const recall = <T>(memory: Map<string, T>, key: string, make: () => T): T => {
    const known = memory.get(key)
    if (known !== undefined || memory.has(key)) return known as T
    const made = make()
    memory.set(key, made)
    return made
  }
  return {
    optionsOf: (state, ctx) => recall(options, keyOf(state, ctx), () => optionsOf(state, ctx)),
    clipTo: (state, ctx, length) =>
      recall(clips, `${keyOf(state, ctx)} ${length.mm} ${length.blade?.id ?? ''}`, () => clipTo(state, ctx, length)),
  }
}
