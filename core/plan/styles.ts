import { NEIGHBOUR_PAIRS } from '../body/neighbours.ts'
import { OUTLINE, TRUNK } from '../body/places.ts'
import { REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import { wishedMm } from '../dog/lengths.ts'
import { BLADES, bladeUnderMat } from '../tools/blades.ts'
import { type GroomBudgets, overrunPoints } from './budgets.ts'
import type { Context } from './context.ts'
import type { Style } from './names.ts'
import { clipTo, isStripped, type Option, type SideOptions, type StyleLength } from './options.ts'
import type { SideState } from './side-state.ts'
import { type Budgets, type Solution, solveBudgeted } from './solve.ts'

/** What a style clips to one length. Head, ears, tail and feet are free in every style. */
export const STYLE_CLIPS: Readonly<Record<Style, ReadonlySet<RegionId>>> = {
  keep: new Set(),
  'short-body': TRUNK,
  short: OUTLINE,
}

/** Why a style is not open for this dog at all. */
export const CLOSED_STYLES = [
  'wish-show',
  'wish-strip',
  'wire-jacket',
  'double-needs-yes',
  'not-on-rack',
  'nothing-to-clip',
  'same-as-short',
] as const
export type StyleClosed = (typeof CLOSED_STYLES)[number]

export interface StyleProblem {
  readonly style: Style
  /** Options of each region-side under this style. */
  readonly options: readonly (readonly Option[])[]
  readonly length: StyleLength | null
  /** A rule stands against it; its numbers are shown, it is not chosen. */
  readonly closed: StyleClosed | null
}

export interface StyleResult extends StyleProblem {
  readonly feasible: boolean
  readonly picks: readonly Option[]
  readonly minutes: number
  readonly pull: number
  readonly loss: number
  readonly mismatch: boolean
  /** Minutes beyond the slot; 0 where it fits, or fits nowhere. */
  readonly overMin: number
  /** Points: coat lost by the owner's weight, price of minutes and pull, mismatch. */
  readonly objective: number
}

/** The length of a short style: the longest blade under the worst mat among what it clips, else the wish, else the usual. */
function styleLength(style: Style, states: readonly SideState[], ctx: Context): StyleLength {
  const clips = STYLE_CLIPS[style]
  // What is clipped already sets the length for the rest, unless a mat allows less.
  const clipped = states.flatMap(({ done, index }) =>
    done?.treatment === 'clip' && clips.has(REGION_SIDES[index]!.region) ? [done.outlineMm] : [],
  )
  const standoffs = states
    .filter(({ index, mat }) => mat >= 2 && clips.has(REGION_SIDES[index]!.region))
    .map(({ standoffMm }) => standoffMm)
  if (standoffs.length > 0) {
    const blade = bladeUnderMat(Math.min(...standoffs), ctx.assessment.rack, null, ctx.house)?.blade
    if (blade && clipped.every((mm) => mm >= blade.leavesMm)) return { mm: blade.leavesMm, blade }
  }
  if (clipped.length > 0) {
    const mm = Math.min(...clipped)
    return { mm, blade: BLADES.find(({ leavesMm }) => leavesMm === mm) ?? null }
  }
  return { mm: wishedMm('back', ctx.assessment, ctx.house) ?? ctx.house['short.default'], blade: null }
}

/** With the consent taken as given, for styles that are shown as "needs a yes". */
const asIfAllowed = (ctx: Context): Context => ({ ...ctx, mayClipDouble: true })

const isFixed = (options: SideOptions): boolean => {
  const only = options.offered[0]!
  return only.why === 'done' || (only.treatment === 'leave' && only.why !== 'nothing-fits')
}

export function styleProblem(
  style: Style,
  states: readonly SideState[],
  sides: readonly SideOptions[],
  ctx: Context,
  makeClip: typeof clipTo = clipTo,
): StyleProblem {
  const { wishes, dog } = ctx.assessment
  if (style === 'keep') {
    const options = sides.map(({ offered }, i) => {
      const { seen } = REGIONS[REGION_SIDES[i]!.region]
      const unclipped = offered.filter(({ treatment }) => treatment !== 'clip')
      return seen >= 1 && unclipped.length > 0 ? unclipped : offered
    })
    return { style, options, length: null, closed: null }
  }
  const length = styleLength(style, states, ctx)
  const mayNot = dog.coatType === 'double' && !ctx.mayClipDouble
  const clipCtx = asIfAllowed(ctx)
  let clips = 0
  const options = sides.map((side, i) => {
    const state = states[i]!
    const { region } = REGION_SIDES[i]!
    const tooShort = state.mat < 2 && state.coatMm <= length.mm
    if (!STYLE_CLIPS[style].has(region) || isFixed(side) || tooShort || isStripped(region, ctx)) return side.offered
    const clip = makeClip(state, clipCtx, length)
    if (!clip) return side.offered
    clips++
    return [clip]
  })
  const closed: StyleClosed | null = ctx.isShow
    ? 'wish-show'
    : wishes.style === 'strip'
      ? 'wish-strip'
      : ctx.keepsJacket
        ? 'wire-jacket'
        : clips === 0
          ? 'nothing-to-clip'
          : mayNot
            ? 'double-needs-yes'
            : null
  return { style, options, length, closed }
}

/** Points of an option in the objective. */
export const weighed = ({ loss, minutes, pull }: Option, { keepWeight, house }: Context): number =>
  keepWeight * loss + house['price.minute'] * minutes + house['price.pull'] * pull

/**
 * Whether neighbours that show end at unlike lengths that they did not have before: over trunk and legs, both of
 * `seen` 2 or more, more than 25 mm apart and further apart than they came.
 */
function mismatched(picks: readonly Option[], states: readonly SideState[], ctx: Context): boolean {
  return NEIGHBOUR_PAIRS.some(([a, b]) => {
    const regionA = REGION_SIDES[a]!.region
    const regionB = REGION_SIDES[b]!.region
    if (!OUTLINE.has(regionA) || !OUTLINE.has(regionB)) return false
    if (REGIONS[regionA].seen < 2 || REGIONS[regionB].seen < 2) return false
    const after = Math.abs(picks[a]!.outlineMm - picks[b]!.outlineMm)
    const before = Math.abs(states[a]!.coatMm - states[b]!.coatMm)
    return after > ctx.house['mismatch.mm'] && after > before
  })
}

const sum = (picks: readonly Option[], of: (option: Option) => number): number =>
  picks.reduce((total, option) => total + of(option), 0)

/**
 * The best of a style: within the slot, or beyond it at the price of each minute over, whichever weighs less. What the
 * dog can give, and how long it can stand, is never overrun.
 */
export function solveStyle(
  problem: StyleProblem,
  states: readonly SideState[],
  budgets: GroomBudgets,
  ctx: Context,
): StyleResult {
  const { house } = ctx
  const groupsAt = (perMinute: number) =>
    problem.options.map((options) =>
      options.map((option) => ({
        cost: weighed(option, ctx) + perMinute * option.minutes,
        minutes: option.minutes,
        pull: option.pull,
      })),
    )
  const resultOf = (solved: Solution, feasible: boolean): StyleResult => {
    const picks = solved.picks.map((pick, i) => problem.options[i]![pick]!)
    const minutes = sum(picks, ({ minutes: each }) => each)
    const mismatch = mismatched(picks, states, ctx)
    const over = feasible ? overrunPoints(minutes, budgets.minutes, house) : 0
    return {
      ...problem,
      feasible,
      picks,
      minutes,
      pull: sum(picks, ({ pull }) => pull),
      loss: sum(picks, ({ loss }) => loss),
      mismatch,
      overMin: feasible ? Math.max(0, minutes - budgets.minutes) : 0,
      objective: sum(picks, (option) => weighed(option, ctx)) + (mismatch ? house['mismatch.points'] : 0) + over,
    }
  }
  const dog = { minutes: Math.max(budgets.table, budgets.minutes), pull: budgets.pull }
  const free = solveBudgeted(groupsAt(0), dog)
  // What the slot does not bind is the best there is.
  if (free) {
    const result = resultOf(free, true)
    if (result.overMin <= 1e-9) return result
  }
  // The price of minutes bends at the slot and at a quarter over it: each stretch is solved at its own price, up to its
  // end, and the least by the true price is taken.
  const stretches = [
    [0, budgets.minutes],
    [house['over.minute'], Math.min(dog.minutes, budgets.minutes * (1 + house['over.quarter']))],
    [house['over.far'], dog.minutes],
  ] as const
  const found = stretches.flatMap(([price, minutes]) => {
    const solved = free && solveBudgeted(groupsAt(price), { minutes, pull: budgets.pull })
    return solved ? [resultOf(solved, true)] : []
  })
  if (found.length > 0) return found.reduce((a, b) => (b.objective < a.objective - 1e-9 ? b : a))
  // What it would take, so that an infeasible style can be shown with its price.
  return resultOf(solveBudgeted(groupsAt(0), NO_BUDGETS) as Solution, false)
}

const NO_BUDGETS: Budgets = { minutes: Number.POSITIVE_INFINITY, pull: Number.POSITIVE_INFINITY }

/** A short body whose legs came down to the same length is the short style by another name; it is closed as such. */
export function withoutTwins(results: readonly StyleResult[]): StyleResult[] {
  const short = results.find(({ style }) => style === 'short')
  return results.map((result) =>
    result.style === 'short-body' &&
    result.closed === null &&
    short?.closed === null &&
    short.feasible === result.feasible &&
    result.picks.every(
      ({ treatment, outlineMm }, i) =>
        treatment === short.picks[i]!.treatment && outlineMm === short.picks[i]!.outlineMm,
    )
      ? { ...result, closed: 'same-as-short' as const }
      : result,
  )
}
