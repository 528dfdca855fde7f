import { NEIGHBOUR_PAIRS } from '../body/neighbours.ts'
import { LEGS, OUTLINE, TRUNK } from '../body/places.ts'
import { mirrorIndex, REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import { wishedMm } from '../dog/lengths.ts'
import type { House } from '../numbers/estimates.ts'
import { BLADES, bladeUnderMat } from '../tools/blades.ts'
import { type GroomBudgets, overrunPoints } from './budgets.ts'
import type { Context } from './context.ts'
import type { Style } from './names.ts'
import { clipTo, isStripped, type Option, type SideOptions, type StyleLength } from './options.ts'
import { isSpot, type SideState } from './side-state.ts'
import { type Budgets, type Solution, solveBudgeted, type Weighed } from './solve.ts'

/** What a style clips to one length. Head, ears, tail and feet are free in every style. */
export const STYLE_CLIPS: Readonly<Record<Style, ReadonlySet<RegionId>>> = {
  keep: new Set(),
  // Places of its own choosing, each to the length its mats allow.
  'keep-places': new Set(),
  'short-legs': LEGS,
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
  'demats-too-long',
  'same-as-short',
  'same-as-keep',
] as const
export type StyleClosed = (typeof CLOSED_STYLES)[number]

/** Region-sides that are decided together: each choice gives one option of each member, by index. */
export interface Group {
  readonly members: readonly number[]
  readonly choices: readonly (readonly number[])[]
}

export interface StyleProblem {
  readonly style: Style
  /** Options of each region-side under this style. */
  readonly options: readonly (readonly Option[])[]
  readonly groups: readonly Group[]
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
  /** Points that a minute of dematting was priced at, so that the house's limit holds; 0 where it holds without. */
  readonly perDemat: number
  /** Points: coat lost by the owner's weight, price of minutes and pull, mismatch, minutes beyond the slot. */
  readonly objective: number
  /** Of these, for minutes beyond the slot. */
  readonly over: number
  /** What it was solved within. */
  readonly within: GroomBudgets
  /** The least of all that the dog can bear, slot or no slot, found without a search for a matching outline. */
  readonly free: boolean
}

/**
 * The same way within other budgets, where that is plain to see: a shorter slot makes nothing else cheaper, and what is
 * least whatever the slot stays so, as long as it fits.
 */
export function stillLeast(before: StyleResult, budgets: GroomBudgets): StyleResult | null {
  const { within, feasible, free, minutes } = before
  const same = within.pull === budgets.pull && within.demat === budgets.demat
  const fewer = dogBounds(budgets).minutes <= dogBounds(within).minutes
  const fits = minutes <= budgets.minutes && (free || budgets.minutes <= within.minutes)
  return feasible && same && fewer && fits ? { ...before, within: budgets } : null
}

/** What the dog bears, whatever the slot. */
const dogBounds = ({ table, minutes, pull }: GroomBudgets): Budgets => ({ minutes: Math.max(table, minutes), pull })

/** The length of a short style: the longest blade under the worst mat among what it clips, else the wish, else the usual. */
function styleLength(style: Style, states: readonly SideState[], ctx: Context): StyleLength {
  const clips = STYLE_CLIPS[style]
  // What is clipped already sets the length for the rest, unless a mat allows less.
  const clipped = states.flatMap(({ done, index }) =>
    done?.treatment === 'clip' && clips.has(REGION_SIDES[index]!.region) ? [done.outlineMm] : [],
  )
  const standoffs = states
    .filter((state) => state.mat >= 2 && !isSpot(state) && clips.has(REGION_SIDES[state.index]!.region))
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

/** Every region-side by itself. */
const alone = (options: readonly (readonly Option[])[], index: number): Group => ({
  members: [index],
  choices: options[index]!.map((_, pick) => [pick]),
})

const isClip = ({ treatment, why }: Option): boolean => treatment === 'clip' && why !== 'done'

/** Where coat that shows is kept, nothing is clipped whole, unless nothing else is offered there. */
const unclipped = (index: number, offered: readonly Option[]): readonly Option[] => {
  const kept = offered.filter((option) => !isClip(option))
  return REGIONS[REGION_SIDES[index]!.region].seen >= 1 && kept.length > 0 ? kept : offered
}

/**
 * Coat kept, with some places clipped as short as their mats ask. What is clipped comes in pairs, to one length, so that
 * it looks meant.
 */
function keepPlaces(
  states: readonly SideState[],
  sides: readonly SideOptions[],
  ctx: Context,
  makeClip: typeof clipTo,
): Pick<StyleProblem, 'options' | 'groups'> & { readonly clips: number } {
  const options: Option[][] = sides.map(({ offered }, i) => [...unclipped(i, offered)])
  const groups: Group[] = []
  let clips = 0
  for (const { index, region, side } of REGION_SIDES) {
    const other = mirrorIndex[index]!
    if (side === 'right') continue
    const members = other === index ? [index] : [index, other]
    const own = members.map((i) => sides[i]!.offered.find(isClip))
    const matted = members.some((i) => states[i]!.mat >= 2 && sides[i]!.offered.some(isClip))
    const mm = Math.min(...own.flatMap((clip) => (clip ? [clip.outlineMm] : [])))
    const setBy = own.find((clip) => clip?.outlineMm === mm)?.tool
    const blade = setBy?.kind === 'blade' ? (BLADES.find(({ id }) => id === setBy.id) ?? null) : null
    const both =
      matted && REGIONS[region].seen >= 1 && !members.some((i) => isFixed(sides[i]!))
        ? members.map((i) => makeClip(states[i]!, ctx, { mm, blade }))
        : []
    if (both.length === 0 || both.some((clip) => clip === null || clip.outlineMm > mm + 1e-9)) {
      groups.push(...members.map((i) => alone(options, i)))
      continue
    }
    clips++
    const kept = pairings(members.map((i) => options[i]!.filter((option) => !isClip(option))))
    const choices = kept.map((pair) => pair.map((option, m) => options[members[m]!]!.indexOf(option)))
    for (const [m, i] of members.entries()) {
      const at = options[i]!.findIndex(isClip)
      if (at >= 0) options[i]![at] = both[m]!
      else options[i]!.push(both[m]!)
    }
    choices.push(members.map((i) => options[i]!.findIndex(isClip)))
    groups.push({ members, choices })
  }
  return { options, groups, clips }
}

/** Every choice of one of each list, without those that another beats or equals on coat, minutes and pull. */
function pairings(lists: readonly (readonly Option[])[]): Option[][] {
  const all = lists.reduce<Option[][]>((made, list) => made.flatMap((pair) => list.map((one) => [...pair, one])), [[]])
  const sums = all.map((pair) => ({
    pair,
    loss: sum(pair, ({ loss }) => loss),
    minutes: sum(pair, ({ minutes }) => minutes),
    pull: sum(pair, ({ pull }) => pull),
  }))
  type Sums = (typeof sums)[number]
  const atMost = (a: Sums, b: Sums): boolean => a.loss <= b.loss && a.minutes <= b.minutes && a.pull <= b.pull
  return sums
    .filter((one, i) => !sums.some((other, j) => j !== i && atMost(other, one) && (!atMost(one, other) || j < i)))
    .map(({ pair }) => pair)
}

export function styleProblem(
  style: Style,
  states: readonly SideState[],
  sides: readonly SideOptions[],
  ctx: Context,
  makeClip: typeof clipTo = clipTo,
): StyleProblem {
  const { wishes, dog } = ctx.assessment
  const closedBy = (clips: number): StyleClosed | null =>
    ctx.isShow
      ? 'wish-show'
      : wishes.style === 'strip'
        ? 'wish-strip'
        : ctx.keepsJacket
          ? 'wire-jacket'
          : clips === 0
            ? 'nothing-to-clip'
            : dog.coatType === 'double' && !ctx.mayClipDouble
              ? 'double-needs-yes'
              : null
  if (style === 'keep') {
    const options = sides.map(({ offered }, i) => unclipped(i, offered))
    return {
      style,
      options,
      groups: REGION_SIDES.map(({ index }) => alone(options, index)),
      length: null,
      closed: null,
    }
  }
  if (style === 'keep-places') {
    const { clips, ...problem } = keepPlaces(states, sides, ctx, makeClip)
    return { style, ...problem, length: null, closed: closedBy(clips) }
  }
  const length = styleLength(style, states, ctx)
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
  // Legs are taken short for their mats; a clean dog's legs are a matter of the cut.
  const mattedLegs = states.some(({ index, mat }) => mat >= 2 && LEGS.has(REGION_SIDES[index]!.region))
  return {
    style,
    options,
    groups: REGION_SIDES.map(({ index }) => alone(options, index)),
    length,
    closed: closedBy(style === 'short-legs' && !mattedLegs ? 0 : clips),
  }
}

/** Points of an option in the objective. */
export const weighed = ({ coat, minutes, pull }: Option, { house }: Context): number =>
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

/**
 * The pull that a style may take where none fits what the dog can give: a little more is one visit with rests and not
 * two, and then no more than the way that pulls least. Elsewhere what it can give.
 */
export function stretchedPull({ groups, options }: StyleProblem, give: number, house: House): number {
  const least = groups.reduce(
    (total, { members, choices }) =>
      total +
      Math.min(
        ...choices.map((choice) =>
          sum(
            members.map((index, m) => options[index]![choice[m]!]!),
            ({ pull }) => pull,
          ),
        ),
      ),
    0,
  )
  return least > give && least <= house['visits.stretch'] * give ? least + MICRO_SUM : give
}
/** Sums of rounded figures may be this much more than the figure. */
const MICRO_SUM = 1e-4

/** Between these the price of a dematted minute is looked for, points. */
const CHEAPEST = 0.01
const DEAREST = 1000
const PRICE_STEPS = 12

/** A choice of a group added up over its members: points, minutes, pull, and of the minutes what is dematting itself. */
type ChoiceSums = ReadonlyMap<readonly number[], Weighed & { readonly demat: number }>

function sumsOf({ options }: StyleProblem, { members }: Group, choice: readonly number[], ctx: Context) {
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

/** Minutes of an option that are dematting itself, without the brushing of what is free beside it. */
export const dematMinutes = ({ cost }: Option): number =>
  cost.parts.reduce((total, { rate, minutes }) => total + (rate.startsWith('minutes.demat') ? minutes : 0), 0)

/** Ways that demat longer than the house does, where another does not: there the coat comes shorter. */
export function withinDemat(results: readonly StyleResult[], limit: number): StyleResult[] {
  const isLong = ({ picks }: StyleResult): boolean => sum(picks, dematMinutes) > limit + ROUNDED
  const other = results.some((result) => result.closed === null && result.feasible && !isLong(result))
  return results.map((result) =>
    other && result.closed === null && isLong(result) ? { ...result, closed: 'demats-too-long' } : result,
  )
}
/** A limit is not passed by seconds. */
const ROUNDED = 0.5

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
export function solveStyle(
  problem: StyleProblem,
  states: readonly SideState[],
  budgets: GroomBudgets,
  ctx: Context,
): StyleResult {
  const { house } = ctx
  const all: Open = problem.groups.map(({ choices }) => choices)
  const optionsOf = ({ members }: Group, choice: readonly number[]): Option[] =>
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

const sameGroom = (a: StyleResult, b: StyleResult): boolean =>
  a.closed === null &&
  b.closed === null &&
  a.feasible === b.feasible &&
  a.picks.every(
    ({ treatment, outlineMm }, i) => treatment === b.picks[i]!.treatment && outlineMm === b.picks[i]!.outlineMm,
  )

/**
 * The same groom by another name is closed as such: what came down to the short style, and places to clip where none was
 * clipped but what keeping the coat clips too.
 */
export function withoutTwins(results: readonly StyleResult[]): StyleResult[] {
  const of = (style: Style): StyleResult | undefined => results.find((result) => result.style === style)
  const twinOf = (result: StyleResult): StyleClosed | null => {
    const is = (...styles: Style[]): boolean =>
      styles.some((style) => {
        const other = of(style)
        return other !== undefined && other !== result && sameGroom(result, other)
      })
    if (result.style !== 'short' && is('short')) return 'same-as-short'
    return (result.style === 'keep-places' || result.style === 'short-legs') && is('keep') ? 'same-as-keep' : null
  }
  return results.map((result) => {
    const closed = twinOf(result)
    return closed ? { ...result, closed } : result
  })
}
