import { mirrorIndex, REGION_SIDES, REGIONS, type RegionId, type Side } from '../body/regions.ts'
import type { Assessment } from '../dog.ts'
import { type House, MODEL_VERSION } from '../house/estimates.ts'
import { type Indices, indicesOf } from '../scores/indices.ts'
import type { SideScores } from '../scores/sheet.ts'
import { isGrave, minutesBudget, pullBudget, type Step } from './budgets.ts'
import type { Refusal } from './codes.ts'
import { type Context, contextOf } from './context.ts'
import { coatKept } from './loss.ts'
import { nameOf } from './naming.ts'
import { leaveOption, type Option, optionsOf, type SideOptions } from './options.ts'
import { type Reason, reasonsFor } from './reasons.ts'
import { type SideState, sideStates } from './side-state.ts'
import type { Budgets } from './solve.ts'
import { byUrgency, careStops, groomStops, type Stop } from './stops.ts'
import { type StyleClosed, type StyleResult, solveStyle, styleProblem, withoutTwins } from './styles.ts'
import { STYLE_IDS, type Style, type Treatment, type VerdictName } from './treatments.ts'
import { type SplitPlan, splitVisits } from './visits.ts'

export interface Range {
  readonly low: number
  readonly high: number
}

export interface RegionPlan {
  readonly index: number
  readonly region: RegionId
  readonly side: Side | null
  readonly treatment: Treatment
  readonly option: Option
  /** Minutes and pull from the low to the high end, where the region-side was not looked at. */
  readonly minutes: Range
  readonly pull: Range
  /** Everything that was weighed here, and what the rules took out. */
  readonly weighed: readonly Option[]
  readonly refused: readonly { readonly treatment: Treatment; readonly code: Refusal }[]
  readonly coatMm: number
}

export interface Alternative {
  readonly choice: VerdictName
  readonly style: Style
  readonly feasible: boolean
  readonly closed: StyleClosed | null
  readonly minutes: number
  readonly pull: number
  readonly coatKept: number
  readonly objective: number
  readonly mismatch: boolean
  readonly treatments: readonly Treatment[]
  readonly outlineMm: readonly number[]
}

export interface Verdict {
  readonly choice: VerdictName
  readonly style: Style
  /** At the low end where places were not looked at; the range holds both. */
  readonly minutes: Range
  readonly pull: Range
  readonly coatKept: Range
  /** What the verdict would be at the high end, where that is another. */
  readonly otherwise: VerdictName | null
  readonly minutesBudget: number
  readonly pullBudget: number
  readonly budgetSteps: { readonly minutes: readonly Step[]; readonly pull: readonly Step[] }
  readonly reserve: number
  readonly handOverMinutes: number
  /** The terms of the objective of the chosen plan, points. */
  readonly objective: {
    readonly coat: number
    readonly minutes: number
    readonly pull: number
    readonly mismatch: number
    readonly total: number
  }
  readonly reasons: readonly Reason[]
  readonly alternatives: readonly Alternative[]
}

export interface Plan {
  readonly model: string
  readonly indices: Indices
  readonly verdict: Verdict
  readonly regions: readonly RegionPlan[]
  readonly stops: readonly Stop[]
  /** Present only where one visit cannot do it. */
  readonly split: SplitPlan | null
  /** Share of the surface not looked at, 0 to 1. */
  readonly unknownShare: number
}

interface EndResult {
  readonly name: VerdictName
  readonly states: readonly SideState[]
  readonly sides: readonly SideOptions[]
  readonly results: readonly StyleResult[]
  readonly chosen: StyleResult
  /** Whether the chosen one fits one visit. */
  readonly fits: boolean
  readonly ctx: Context
}

/** Styles in the order that decides between equals, so that the first of the least wins. */
const least = (results: readonly StyleResult[]): StyleResult | undefined =>
  results.reduce<StyleResult | undefined>(
    (best, result) => (best && best.objective <= result.objective + 1e-9 ? best : result),
    undefined,
  )

function solveEnd(assessment: Assessment, end: 'low' | 'high', budgets: Budgets, house: House): EndResult {
  const bare = contextOf(assessment, 0, house)
  const states = sideStates(assessment, bare.bsaM2, end, house)
  const felt = states.reduce(
    (share, { mat, extent, scored, index }) => share + (scored && mat === 4 ? REGION_SIDES[index]!.share * extent : 0),
    0,
  )
  const ctx = contextOf(assessment, felt, house)
  const sides = states.map((state) => optionsOf(state, ctx))
  const results = withoutTwins(
    STYLE_IDS.map((style) => solveStyle(styleProblem(style, states, sides, ctx), states, budgets, ctx)),
  )
  const open = results.filter(({ closed }) => closed === null)
  const fitting = open.filter(({ feasible }) => feasible)
  const overVisits = results[0]!.picks.some(({ why }) => why === 'hand-card-over-visits')
  const best = overVisits ? undefined : least(fitting)
  if (best) return { name: nameOf(best, ctx), states, sides, results, chosen: best, fits: true, ctx }
  // Over several visits the budgets add up; the least of what those allow is what is spread.
  const visits = house['visits.most']
  const total = { minutes: budgets.minutes * visits, pull: budgets.pull * visits }
  const spread = open.map((result) => solveStyle(result, states, total, ctx))
  const chosen =
    least(spread.filter(({ feasible }) => feasible)) ?? spread.reduce((a, b) => (b.pull < a.pull - 1e-9 ? b : a))
  return { name: 'split-visits', states, sides, results, chosen, fits: false, ctx }
}

const mirrorSheet = (assessment: Assessment): Assessment => ({
  ...assessment,
  sheet: assessment.sheet.map((_, i) => assessment.sheet[mirrorIndex[i]!]!),
})

const SCORE_KEYS = ['mat', 'extent', 'standoffMm', 'undercoat', 'condition', 'skin'] as const
const weightOf = (scores: SideScores): number[] => SCORE_KEYS.map((key) => scores[key] ?? -1)

/**
 * Whether the dog is to be planned mirrored: of a dog and its mirror image one is always solved, so that equal plans
 * are told apart the same way for both and a mirrored dog gets the mirrored plan.
 */
function plansMirrored({ sheet }: Assessment): boolean {
  for (const { index, side } of REGION_SIDES) {
    if (side !== 'left') continue
    const left = sheet[index]!
    const right = sheet[mirrorIndex[index]!]!
    const a = weightOf(left)
    const b = weightOf(right)
    for (const [i, value] of a.entries()) if (value !== b[i]) return value < b[i]!
    const said = JSON.stringify([left.findings, left.leave])
    const saidRight = JSON.stringify([right.findings, right.leave])
    if (said !== saidRight) return said < saidRight
  }
  return false
}

const range = (a: number, b: number): Range => ({ low: Math.min(a, b), high: Math.max(a, b) })

/**
 * From what was found to the verdict: for every region-side what to do, for the whole dog which way to go.
 * Pure: the same assessment and house give the same plan, anywhere.
 */
export function planGroom(assessment: Assessment, house: House): Plan {
  if (!plansMirrored(assessment)) return planOriented(assessment, house)
  const mirrored = planOriented(mirrorSheet(assessment), house)
  return mirrorPlan(mirrored)
}

const otherSide = (side: Side | null): Side | null => (side === null ? null : side === 'left' ? 'right' : 'left')
const mirrorEach = <T>(list: readonly T[]): T[] => list.map((_, i) => list[mirrorIndex[i]!]!)

function mirrorPlan(plan: Plan): Plan {
  const { verdict, regions, stops, split } = plan
  return {
    ...plan,
    verdict: {
      ...verdict,
      reasons: verdict.reasons.map((reason) => ({ ...reason, side: otherSide(reason.side) })),
      alternatives: verdict.alternatives.map((alternative) => ({
        ...alternative,
        treatments: mirrorEach(alternative.treatments),
        outlineMm: mirrorEach(alternative.outlineMm),
      })),
    },
    regions: mirrorEach(regions).map((region, index) => ({ ...region, index, side: REGION_SIDES[index]!.side })),
    stops: stops.map((stop) => ({ ...stop, side: otherSide(stop.side) })).sort(byUrgency),
    split: split && {
      visits: split.visits.map((visit) => ({
        ...visit,
        parts: visit.parts.map(({ index, part }) => ({ index: mirrorIndex[index]!, part })),
      })),
      left: split.left.map((index) => mirrorIndex[index]!),
    },
  }
}

function planOriented(assessment: Assessment, house: House): Plan {
  const { dog, sheet } = assessment
  const time = minutesBudget(dog, assessment.slotMinutes, house)
  const give = pullBudget(dog, house)
  const budgets: Budgets = { minutes: time.minutes, pull: give.pull }
  const indices = indicesOf(sheet, house)
  const unknownShare = sheet.reduce((sum, { mat }, i) => sum + (mat === null ? REGION_SIDES[i]!.share : 0), 0)
  const stopping = groomStops(assessment)
  const allKnown = sheet.every(
    ({ mat, undercoat, skin, findings }) =>
      mat !== null && undercoat !== null && (skin !== null || findings.length > 0),
  )
  const low = solveEnd(assessment, 'low', budgets, house)
  const high = allKnown ? low : solveEnd(assessment, 'high', budgets, house)
  const scored = unknownShare < 1 - 1e-9
  const choice: VerdictName =
    stopping.length > 0
      ? 'refer'
      : !scored || (low.name !== high.name && unknownShare > house['name.look-first'])
        ? 'look-first'
        : low.name
  const stopped = choice === 'refer'
  const { ctx, chosen } = low
  const picks = stopped ? low.states.map((state) => leaveOption(state, ctx, 'groom-stopped')) : chosen.picks
  const highPicks = stopped ? picks : high.chosen.picks
  const split = choice === 'split-visits' ? splitVisits(picks, low.states, budgets, isGrave(dog, house), house) : null

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
    }
  })
  const total = (list: readonly Option[], of: (option: Option) => number): number =>
    list.reduce((sum, option) => sum + of(option), 0)
  const minutes = range(
    total(picks, (o) => o.minutes),
    total(highPicks, (o) => o.minutes),
  )
  const pull = range(
    total(picks, (o) => o.pull),
    total(highPicks, (o) => o.pull),
  )
  const loss = total(picks, (o) => o.loss)
  const alternatives = stopped
    ? []
    : low.results
        .filter(
          ({ style, closed }) =>
            closed !== 'same-as-short' && closed !== 'nothing-to-clip' && (style !== chosen.style || !low.fits),
        )
        .map((result) => alternativeOf(result, ctx))
  const unscoredStop: Stop[] =
    unknownShare > 1e-9
      ? [
          {
            code: scored ? 'not-looked-at' : 'nothing-scored',
            action: 'look',
            region: null,
            side: null,
            values: { percent: Math.max(1, Math.round(100 * unknownShare)) },
          },
        ]
      : []
  const stops = [
    ...stopping,
    ...(stopped ? [] : airFirst(low, chosen)),
    ...(choice === 'split-visits'
      ? [
          {
            code: 'more-than-one-visit',
            action: 'care',
            region: null,
            side: null,
            values: { pull: chosen.pull, budget: give.pull },
          } satisfies Stop,
        ]
      : []),
    ...unscoredStop,
    ...careStops(low.states, assessment),
  ].sort(byUrgency)

  return {
    model: MODEL_VERSION,
    indices,
    verdict: {
      choice,
      style: chosen.style,
      minutes,
      pull,
      coatKept: range(
        coatKept(loss, ctx),
        coatKept(
          total(highPicks, (o) => o.loss),
          high.ctx,
        ),
      ),
      otherwise: !stopped && high.name !== low.name ? high.name : null,
      minutesBudget: budgets.minutes,
      pullBudget: give.pull,
      budgetSteps: { minutes: time.steps, pull: give.steps },
      reserve: time.reserve,
      handOverMinutes: total(
        picks.filter(({ handOver }) => handOver),
        (o) => o.minutes,
      ),
      objective: {
        coat: ctx.keepWeight * loss,
        minutes: house['price.minute'] * total(picks, (o) => o.minutes),
        pull: house['price.pull'] * total(picks, (o) => o.pull),
        mismatch: !stopped && chosen.mismatch ? house['mismatch.points'] : 0,
        total: stopped ? 0 : chosen.objective,
      },
      reasons: reasonsFor(choice, low.states, picks, low.results, chosen, budgets, ctx, stopping),
      alternatives,
    },
    regions,
    stops,
    split,
    unknownShare,
  }
}

function alternativeOf(result: StyleResult, ctx: Context): Alternative {
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
    treatments: result.picks.map(({ treatment }) => treatment),
    outlineMm: result.picks.map(({ outlineMm }) => outlineMm),
  }
}

/** No blade verdict on a packed double coat is final before product and one pass of air (rule 5). */
function airFirst({ ctx, states }: EndResult, { picks, style }: StyleResult): Stop[] {
  const { dog, stage } = ctx.assessment
  if (dog.coatType !== 'double' || stage === 'after-air') return []
  const packed = states.some(({ undercoat, mat }) => undercoat >= 3 || mat === 4)
  const bladed = picks.some(
    ({ treatment, loss }, i) =>
      (treatment === 'clip' || treatment === 'splice') && loss > 0 && REGIONS[REGION_SIDES[i]!.region].seen >= 1,
  )
  return packed && (style !== 'keep' || bladed)
    ? [{ code: 'air-first', action: 'try-first', region: null, side: null, values: {} }]
    : []
}
