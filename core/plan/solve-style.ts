import { NEIGHBOUR_PAIRS } from '../body/neighbours.ts'
import { OUTLINE } from '../body/places.ts'
import { type PlaceIndex, REGION_SIDES, REGIONS } from '../body/regions.ts'
import type { Millimetres, Minutes } from '../numbers/units.ts'
import { type GroomBudgets, overrunPoints } from './budgets.ts'
import type { Context } from './context.ts'
import { type ChoiceSum, type Group, weighed } from './offers.ts'
import type { Option } from './options.ts'
import type { SideState } from './side-state.ts'
import { type Budgets, type Items, itemsOf, type Solution, solveItems } from './solve.ts'
import type { StyleProblem } from './styles.ts'

export interface StyleResult extends StyleProblem {
  readonly feasible: boolean
  readonly picks: readonly Option[]
  readonly minutes: Minutes
  readonly pull: number
  readonly loss: number
  readonly mismatch: boolean
  /** Minutes of dematting itself. */
  readonly demat: number
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
export const dogBounds = ({ table, minutes, pull }: GroomBudgets): Budgets => ({
  minutes: Math.max(table, minutes),
  pull,
})

/** The length a place goes home with: the finishing cut brings what the coat work leaves longer to what is wished. */
const endMm = (index: PlaceIndex, outlineMm: Millimetres, { wishMm }: Context): number =>
  Math.min(outlineMm, wishMm[index] ?? Number.POSITIVE_INFINITY)

const inOutline = (index: PlaceIndex): boolean => {
  const { region } = REGION_SIDES[index]!
  return OUTLINE.has(region) && REGIONS[region].seen >= 2
}
const OUTLINE_PAIRS = NEIGHBOUR_PAIRS.filter(([a, b]) => inOutline(a) && inOutline(b))

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
  const allowed = ctx.house['mismatch.mm']
  for (const pair of OUTLINE_PAIRS) {
    const [a, b] = pair
    const after = Math.abs(endMm(a, picks[a]!.outlineMm, ctx) - endMm(b, picks[b]!.outlineMm, ctx))
    if (after <= allowed) continue
    const [before, beside] = [states[a]!.coatMm, states[b]!.coatMm]
    if (after > Math.max(Math.abs(before - beside), Math.abs(endMm(a, before, ctx) - endMm(b, beside, ctx))))
      return pair
  }
  return null
}

/** Between these the price of a dematted minute is looked for, points. */
const CHEAPEST = 0.01
const DEAREST = 1000
const PRICE_STEPS = 12

/**
 * What a minute of dematting is priced at beside its own cost, so that the house does not demat longer than it wants to:
 * the least price at which what each place would choose for itself stays under the limit. 0 where it does anyway, and
 * where nothing but dematting is offered it is as long as it has to be.
 */
function dematPrice(groups: readonly Group[], limit: number, perMinute: number): number {
  if (perMinute === 0 && groups.reduce((total, { freeDemat }) => total + freeDemat, 0) <= limit) return 0
  const priceOf = ({ cost, minutes, demat }: ChoiceSum, perDemat: number): number =>
    cost + perMinute * minutes + perDemat * demat
  const taken = (price: number): number => {
    let total = 0
    for (const { sums } of groups) {
      let best = sums[0]!
      let least = priceOf(best, price)
      for (let c = 1; c < sums.length; c++) {
        const points = priceOf(sums[c]!, price)
        if (points < least) {
          least = points
          best = sums[c]!
        }
      }
      total += best.demat
    }
    return total
  }
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

/** A slot is not passed by less. */
const SECONDS = 1e-9

/** Choices still open in each group, as a search for the best outline leaves them; null where all are. */
type Open = readonly (readonly number[] | null)[]

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
 *
 * @param ceiling what weighs more than this need not be the best of its style: it is only asked about less
 */
export function solveStyle(
  problem: StyleProblem,
  states: readonly SideState[],
  budgets: GroomBudgets,
  ctx: Context,
  ceiling = Number.POSITIVE_INFINITY,
): StyleResult {
  const { house } = ctx
  const { groups } = problem
  const all: Open = groups.map(() => null)
  const prices = new Map<number, { readonly perDemat: number; readonly items: readonly Items[] }>()
  const pricedOf = ({ sums }: Group, perMinute: number, perDemat: number, open: readonly number[] | null): Items => {
    const priced = (open ? open.map((choice) => sums[choice]!) : sums).map(({ cost, minutes, pull, demat }) => ({
      cost: cost + perMinute * minutes + perDemat * demat,
      minutes,
      pull,
    }))
    return itemsOf(priced, 0)
  }
  /** Every group with all its choices, at a price of minutes and the price of dematting that goes with it. */
  const pricedAt = (perMinute: number): { readonly perDemat: number; readonly items: readonly Items[] } => {
    const known = prices.get(perMinute)
    if (known) return known
    const perDemat = dematPrice(groups, budgets.demat, perMinute)
    const own = perDemat === 0
    const made = {
      perDemat,
      items: groups.map((group) => (own ? group.itemsAt(perMinute) : pricedOf(group, perMinute, perDemat, null))),
    }
    prices.set(perMinute, made)
    return made
  }
  const { style, options, length, closed } = problem
  const resultOf = (open: Open, solved: Solution, feasible: boolean, free: boolean): StyleResult => {
    const picks: Option[] = new Array(options.length)
    let demat = 0
    for (let g = 0; g < groups.length; g++) {
      const { members, choices, sums } = groups[g]!
      const pick = solved.picks[g]!
      const at = open[g]?.[pick] ?? pick
      demat += sums[at]!.demat
      for (let m = 0; m < members.length; m++) {
        const index = members[m]!
        picks[index] = options[index]![choices[at]![m]!]!
      }
    }
    let minutes = 0
    let pull = 0
    let loss = 0
    let points = 0
    for (const option of picks) {
      minutes += option.minutes
      pull += option.pull
      loss += option.loss
      points += weighed(option, ctx)
    }
    const mismatch = unlikePair(picks, states, ctx) !== null
    const over = feasible ? overrunPoints(minutes, budgets, house) : 0
    // Each field by itself: thousands of these are made for one question, and spreading is slow.
    return {
      style,
      options,
      groups,
      length,
      closed,
      feasible,
      picks,
      minutes,
      pull,
      loss,
      mismatch,
      demat,
      perDemat: pricedAt(0).perDemat,
      objective: points + (mismatch ? house['mismatch.points'] : 0) + over,
      over,
      within: budgets,
      free: free && minutes <= budgets.minutes + SECONDS,
    }
  }
  const dog = dogBounds(budgets)
  const solve = (open: Open, perMinute: number, within: Budgets): Solution | null => {
    const { items, perDemat } = pricedAt(perMinute)
    const left =
      open === all ? items : items.map((of, g) => (open[g] ? pricedOf(groups[g]!, perMinute, perDemat, open[g]) : of))
    return solveItems(left, within)
  }
  /** The least of what is open; null where the dog cannot bear any of it. */
  const leastOf = (open: Open): StyleResult | null => {
    const free = solve(open, 0, dog)
    if (!free) return null
    // What the slot does not bind is the best there is.
    const result = resultOf(open, free, true, true)
    if (result.free) return result
    // The price of minutes bends at the slot and at a quarter over it: each stretch is solved at its own price, up to
    // its end, and the least by the true price is taken.
    const stretches = [
      [0, budgets.minutes],
      [house['over.minute'], Math.min(dog.minutes, budgets.late)],
      [house['over.far'], dog.minutes],
    ] as const
    const seen = [free]
    const found = stretches.flatMap(([price, minutes]) => {
      const solved = solve(open, price, { minutes, pull: budgets.pull })
      if (!solved || seen.some(({ picks }) => picks.every((pick, g) => pick === solved.picks[g]))) return []
      seen.push(solved)
      return [resultOf(open, solved, true, false)]
    })
    return found.reduce((a, b) => (b.objective < a.objective - 1e-9 ? b : a), result)
  }
  const first = leastOf(all)
  // What it would take, so that an infeasible style can be shown with its price.
  if (!first) return resultOf(all, solveItems(pricedAt(0).items, NO_BUDGETS) as Solution, false, false)
  if (!first.mismatch || first.objective - house['mismatch.points'] > ceiling) return first
  /** What stays open when a place may not end at the length that this leaves; null where nothing does. */
  const without = (open: Open, index: PlaceIndex, { outlineMm }: Option): Open | null => {
    const g = groups.findIndex(({ members }) => members.includes(index))
    const { members, choices } = groups[g]!
    const m = members.indexOf(index)
    const mm = endMm(index, outlineMm, ctx)
    const kept = (open[g] ?? choices.map((_, choice) => choice)).filter(
      (choice) => endMm(index, options[index]![choices[choice]![m]!]!.outlineMm, ctx) !== mm,
    )
    return kept.length > 0 ? open.with(g, kept) : null
  }
  let best = first
  const mayWin = ({ objective }: StyleResult): boolean => {
    const points = objective - house['mismatch.points']
    return points < best.objective - 1e-9 && points <= ceiling
  }
  const waiting: [Open, StyleResult][] = [[all, first]]
  for (let node = 0; node < MOST_NODES && waiting.length > 0; node++) {
    const [open, { picks }] = waiting.pop()!
    for (const index of unlikePair(picks, states, ctx)!) {
      const next = without(open, index, picks[index]!)
      const result = next && leastOf(next)
      if (!result) continue
      if (!result.mismatch) {
        if (result.objective < best.objective - 1e-9) best = result
      } else if (mayWin(result)) waiting.push([next, result])
    }
  }
  return { ...best, free: false }
}

const NO_BUDGETS: Budgets = { minutes: Number.POSITIVE_INFINITY, pull: Number.POSITIVE_INFINITY }
