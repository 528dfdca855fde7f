import { rebookOf } from '../aftercare/rebook.ts'
import { FRICTION, NO_AIR } from '../body/places.ts'
import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import { regrowthOf } from '../coat/growth.ts'
import type { Assessment } from '../dog/dog.ts'
import { isFrail, isGrave, isJacketTight } from '../dog/facts.ts'
import { wishedMm } from '../dog/lengths.ts'
import { type House, MODEL_VERSION } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Minutes } from '../numbers/units.ts'
import { indicesOf, matWeight } from '../scores/indices.ts'
import {
  budgetsOf,
  type GroomBudgets,
  minutesBudget,
  overrunPoints,
  pullBudget,
  reserveFor,
  type Step,
} from './budgets.ts'
import type { Context } from './context.ts'
import { coatKept } from './loss.ts'
import { mirrorPlan, mirrorSheet, mirrorWork, plansMirrored } from './mirror.ts'
import type { Style } from './names.ts'
import { nameOf } from './naming.ts'
import { leaveOption, type Option } from './options.ts'
import type { Afterwards, Alternative, CoatWork, MatTrial, Plan, Range, RegionPlan } from './plan-shape.ts'
import { isSaid, reasonsFor } from './reasons.ts'
import type { SideState } from './side-state.ts'
import type { Budgets } from './solve.ts'
import type { StyleResult } from './solve-style.ts'
import { byUrgency, careStops, type Stop, wholeDog } from './stops.ts'
import { trialOf } from './trial.ts'
import { onlyVisit, type SplitPlan, splitVisits } from './visits.ts'
import { isOpen, spreadOver, type WeighedEnd, type Weighing, weigh } from './weigh.ts'

const sum = <T>(list: readonly T[], of: (item: T) => number): number =>
  list.reduce((total, item) => total + of(item), 0)
const minutesOf = ({ minutes }: Option): number => minutes
const range = (a: number, b: number): Range => ({ low: Math.min(a, b), high: Math.max(a, b) })

/**
 * From what was found to the verdict of the coat work (`planWhole` reckons the rest with it): for every region-side what to do, for the whole dog which way to go.
 * Pure: the same assessment and house give the same plan, anywhere.
 * @param wanted a style that a person chose instead of the best; taken where it fits and is open, else the best stands
 */
export const planGroom = (assessment: Assessment, house: House, wanted: Style | null = null): Plan =>
  planWays(assessment, house, wanted).plan()

/** A way to go: what is done at each place, and what it takes of the slot. */
export interface Way {
  readonly work: CoatWork
  /** Minutes of coat work, at most where places were not looked at. */
  readonly minutes: Minutes
  /** Points for minutes beyond the slot. */
  readonly over: number
}

/** The ways of one dog, all from one weighing; the words of the verdict's plan are worked out when they are asked for. */
export interface Ways {
  readonly weighing: Weighing
  readonly chosen: Way
  readonly plan: () => Plan
  /** The other ways that fit and are closed by no rule. */
  readonly others: readonly Style[]
  /** If it goes that way, whether or not it fits; null where that way was not weighed. */
  readonly as: (style: Style) => CoatWork | null
}

/**
 * As `planGroom`, with the other ways to be had without weighing again.
 * @param like ways of the same assessment with other reserves
 */
export function planWays(
  assessment: Assessment,
  house: House,
  wanted: Style | null = null,
  like: Ways | null = null,
): Ways {
  const mirrored = plansMirrored(assessment)
  const oriented = mirrored ? mirrorSheet(assessment) : assessment
  const turned = (work: CoatWork): CoatWork => (mirrored ? mirrorWork(work) : work)
  const weighing = weigh(oriented, house, undefined, like?.weighing)
  const chosen = goWay(oriented, weighing, house, wanted)
  return {
    weighing,
    chosen: {
      work: turned(chosen),
      minutes: Math.max(sum(chosen.picks, minutesOf), sum(chosen.highPicks, minutesOf)),
      over: chosen.over,
    },
    plan: () => {
      const plan = planOf(oriented, weighing, chosen, house)
      return mirrored ? mirrorPlan(plan) : plan
    },
    others: weighing.low.results
      .filter((result) => isOpen(result) && (result.style !== chosen.verdict.style || !weighing.low.best))
      .map(({ style }) => style),
    as: (style) => {
      const result = weighing.low.results.find((one) => one.style === style)
      return result && weighing.stopping.length === 0 ? turned(goWay(oriented, weighing, house, result)) : null
    },
  }
}

/** Styles in between are shown where they are open; that they are not is said with the short ones. */
const SELDOM: ReadonlySet<Style> = new Set(['keep-places', 'short-legs'])

/** Visits a frail dog in felt is asked to come for at most; more of it is for the vet to decide. */
const FRAIL_VISITS = fixed('visits.frail')

/** A frail dog in felt that would need more visits gets one short one for what hurts, and the rest is named as left. */
const splitFor = (split: SplitPlan, pelted: boolean, oneVisit: () => SplitPlan): SplitPlan =>
  !pelted || (split.visits.length <= FRAIL_VISITS && split.left.length === 0) ? split : oneVisit()

/** The style a person asked for, where it fits and no rule stands against it. */
const asked = (end: WeighedEnd, wanted: Style | null): StyleResult | null =>
  end.best && wanted
    ? (end.results.find(({ style, closed, feasible }) => style === wanted && feasible && !closed) ?? null)
    : null

/** One way of a weighing gone, with what it was chosen from. */
interface Going extends CoatWork {
  readonly chosen: StyleResult
  readonly budgets: GroomBudgets
  /** Of each visit, where it takes several. */
  readonly visit: GroomBudgets
  readonly picks: readonly Option[]
  readonly highPicks: readonly Option[]
  /** Set where a person chose it. */
  readonly asked: boolean
  readonly over: number
  /** A frail dog is pelted beyond what two short visits can do. */
  readonly vetDecides: boolean
}

/** @param way the way to go whatever weighs least, or a style that a person asked for, taken where it fits and is open */
function goWay(assessment: Assessment, weighing: Weighing, house: House, way: StyleResult | Style | null): Going {
  const { dog } = assessment
  const wanted = typeof way === 'string' ? way : null
  const given = typeof way === 'string' ? null : way
  const { choice: computed, low, high } = weighing
  // Only the dog splits a groom, never the clock: a visit is as long as the dog can stand and as much as it can give.
  const { table, pull: borne } = budgetsOf(assessment, 'keep', house)
  const visit = { minutes: table, late: table, table, pull: borne, demat: Number.POSITIVE_INFINITY }
  const other = given ?? asked(low, wanted)
  const chosen = other ?? low.best ?? spreadOver(low, visit)
  const chosenHigh = high === low ? chosen : (given ?? asked(high, wanted) ?? high.best ?? spreadOver(high, visit))
  const budgets = budgetsOf(assessment, chosen.style, house)
  const choice = other && computed === low.name ? nameOf(other, low.ctx) : computed
  const stopped = choice === 'refer'
  const picks = stopped ? low.states.map((state) => leaveOption(state, low.ctx, 'groom-stopped')) : chosen.picks
  const highPicks = stopped ? picks : chosenHigh.picks
  const pelted = choice === 'split-visits' && isFrail(dog, house) && low.states.some(({ mat }) => mat === 4)
  const split =
    choice === 'split-visits'
      ? splitFor(splitVisits(picks, low.states, visit, isGrave(dog, house), house), pelted, () =>
          onlyVisit(picks, low.states, visit, house),
        )
      : null
  const regions = REGION_SIDES.map(({ index, region, side }): RegionPlan => {
    const option = picks[index]!
    const other = highPicks[index]!
    const unseen = !low.states[index]!.scored && option.treatment !== 'leave'
    return {
      index,
      region,
      side,
      treatment: unseen ? 'look' : option.treatment,
      option,
      minutes: range(option.minutes, other.minutes),
      pull: range(option.pull, other.pull),
      weighed: stopped ? [] : low.sides[index]!.offered,
      refused: stopped ? [] : low.sides[index]!.refused,
      coatMm: low.states[index]!.coatMm,
      done: low.states[index]!.done !== null,
    }
  })
  return {
    verdict: { choice, style: chosen.style },
    regions,
    split,
    groom: null,
    chosen,
    budgets,
    visit,
    picks,
    highPicks,
    asked: other !== null,
    over: stopped || !chosen.feasible ? 0 : overrunPoints(chosen.minutes, budgets, house),
    vetDecides: pelted && split !== null && split.left.length > 0,
  }
}

/** The plan of the way that is gone, with its words. */
function planOf(assessment: Assessment, weighing: Weighing, going: Going, house: House): Plan {
  const { dog, sheet } = assessment
  const { chosen, budgets, visit, picks, highPicks, over, vetDecides, regions, split } = going
  const { choice } = going.verdict
  const { stopping, unknownShare, low, high } = weighing
  const { ctx } = low
  const stopped = choice === 'refer'
  const give = pullBudget(dog, house)
  const time = minutesBudget(dog, assessment.slotMinutes, house, reserveFor(assessment, chosen.style))
  const spent = (of: 'minutes' | 'pull'): Step[] =>
    assessment.progress ? [{ code: 'spent', value: -assessment.progress[of] }] : []
  const bothEnds = (of: (option: Option) => number): Range => range(sum(picks, of), sum(highPicks, of))
  const minutes = bothEnds(minutesOf)
  const pull = bothEnds((o) => o.pull)
  const alternatives = stopped
    ? []
    : low.results
        .filter(
          ({ style, closed }) =>
            (closed === null || (isSaid(closed) && !SELDOM.has(style))) && (style !== chosen.style || !low.best),
        )
        .map((result) => alternativeOf(result, assessment, ctx, low.states))
        .concat(keptOverVisits(low, visit, assessment))
  const unscoredStop: Stop[] =
    unknownShare <= 1e-9
      ? []
      : unknownShare < 1 - 1e-9
        ? [wholeDog('not-looked-at', 'look', { percent: Math.max(1, Math.round(100 * unknownShare)) })]
        : [wholeDog('nothing-scored', 'look', {})]
  const trial = stopped || !low.best || going.asked ? null : trialOf(low, house)
  const stops: Stop[] = [
    ...stopping,
    ...(trial ? [tryFirst(trial)] : []),
    ...(stopped ? [] : airFirst(low, chosen)),
    ...(isJacketTight(assessment) ? [wholeDog('jacket-tight', 'care', { weeks: house['strip.tight'] })] : []),
    ...(choice === 'split-visits' && !vetDecides
      ? [
          wholeDog('more-than-one-visit', 'care', {
            pull: chosen.pull,
            budget: budgets.pull,
            minutes: chosen.minutes,
            table: visit.table,
          }),
        ]
      : []),
    ...(choice !== 'split-visits' && !stopped && chosen.feasible && chosen.pull > budgets.pull + 1e-6
      ? [wholeDog('gives-most', 'care', { pull: chosen.pull, budget: budgets.pull })]
      : []),
    ...(vetDecides ? [wholeDog('pelted-frail', 'refer', {})] : []),
    ...unscoredStop,
    ...careStops(low.states, assessment),
  ].sort(byUrgency)

  return {
    model: MODEL_VERSION,
    indices: indicesOf(sheet, house),
    verdict: {
      choice,
      style: chosen.style,
      minutes,
      pull,
      coatKept: range(
        coatKept(
          sum(picks, (o) => o.loss),
          ctx,
        ),
        coatKept(
          sum(highPicks, (o) => o.loss),
          high.ctx,
        ),
      ),
      otherwise: !stopped && high.name !== low.name ? high.name : null,
      minutesBudget: budgets.minutes,
      pullBudget: budgets.pull,
      budgetSteps: { minutes: [...time.steps, ...spent('minutes')], pull: [...give.steps, ...spent('pull')] },
      reserve: time.reserve,
      handOverMinutes: sum(
        picks.filter(({ handOver }) => handOver),
        (o) => o.minutes,
      ),
      objective: {
        coat: sum(picks, (o) => o.coat),
        minutes: house['price.minute'] * sum(picks, (o) => o.minutes),
        pull: house['price.pull'] * sum(picks, (o) => o.pull),
        mismatch: !stopped && chosen.mismatch ? house['mismatch.points'] : 0,
        over,
        total: stopped ? 0 : chosen.objective,
      },
      reasons: reasonsFor(choice, low.states, picks, low.results, chosen, budgets, ctx, stopping),
      alternatives,
      after: afterwardsOf(picks, low.states, assessment, ctx),
      insteadOf: going.asked && low.best && chosen.style !== low.best.style ? low.best.style : null,
    },
    regions,
    stops,
    groom: null,
    trial,
    split,
    unknownShare,
  }
}

const tryFirst = ({ index, tool, minutes, ifItComes, ifNot }: MatTrial): Stop => {
  const { region, side } = REGION_SIDES[index]!
  return {
    code: 'try-one-mat',
    action: 'try-first',
    region,
    side,
    values: { tool, minutes, comes: ifItComes, not: ifNot },
  }
}

function alternativeOf(
  result: StyleResult,
  assessment: Assessment,
  ctx: Context,
  states: readonly SideState[],
): Alternative {
  return {
    choice: nameOf(result, ctx),
    style: result.style,
    feasible: result.feasible && result.closed === null,
    closed: result.closed,
    minutes: result.minutes,
    pull: result.pull,
    coatKept: coatKept(result.loss, ctx),
    objective: result.objective,
    mismatch: result.mismatch,
    visits: 1,
    treatments: result.picks.map(({ treatment }) => treatment),
    outlineMm: result.picks.map(({ outlineMm }) => outlineMm),
    ...afterwardsOf(result.picks, states, assessment, ctx),
  }
}

/** The coat kept by coming back, where keeping it does not fit one visit and something else does. */
function keptOverVisits(
  { results, best, states, ctx }: WeighedEnd,
  budgets: Budgets,
  assessment: Assessment,
): Alternative[] {
  const keep = results.find(({ style }) => style === 'keep')
  if (!best || !keep || keep.feasible || keep.closed) return []
  const { visits, left } = splitVisits(keep.picks, states, budgets, isGrave(assessment.dog, ctx.house), ctx.house)
  if (left.length > 0 || visits.length < 2) return []
  const over = alternativeOf(keep, assessment, ctx, states)
  return [{ ...over, choice: 'split-visits', visits: visits.length }]
}

/** Coat that is left as it was found counts on; what was worked on is free of mats. */
function afterwardsOf(
  picks: readonly Option[],
  states: readonly SideState[],
  assessment: Assessment,
  ctx: Context,
): Afterwards {
  const { house } = ctx
  const outline = picks.map(({ outlineMm }) => outlineMm)
  const whole = states.map(({ index, coatMm }) =>
    Math.min(coatMm, wishedMm(REGION_SIDES[index]!.region, assessment, house) ?? Number.POSITIVE_INFINITY),
  )
  const left = states.reduce(
    (sum, { index, mat, extent }) =>
      sum +
      (picks[index]!.treatment === 'leave' ? 100 * REGION_SIDES[index]!.share * extent * matWeight(mat, house) : 0),
    0,
  )
  return {
    regrowWeeks: regrowthOf(outline, whole, assessment.dog.coatType, house),
    next: rebookOf(assessment, left, outline, house),
    losses: picks.map(({ loss }) => loss),
  }
}

/** No blade verdict on a packed double coat is final before product and one pass of air (rule 5). */
function airFirst({ ctx, states }: WeighedEnd, { picks, style }: StyleResult): Stop[] {
  const { dog, stage } = ctx.assessment
  if (dog.coatType !== 'double' || stage === 'after-air') return []
  const packed = states.some(({ undercoat, mat }) => undercoat >= 3 || mat === 4)
  // Where no air goes, or rubbing made the felt, air has nothing to say.
  const bladed = picks.some(({ treatment, loss }, i) => {
    const { region } = REGION_SIDES[i]!
    return (
      (treatment === 'clip' || treatment === 'splice') &&
      loss > 0 &&
      REGIONS[region].seen >= 1 &&
      !NO_AIR.has(region) &&
      !FRICTION.has(region)
    )
  })
  return packed && (style !== 'keep' || bladed) ? [wholeDog('air-first', 'try-first', {})] : []
}
