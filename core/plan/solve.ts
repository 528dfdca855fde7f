import type { Minutes } from '../numbers/units.ts'
/** What an option asks of the optimum: points to minimise, and what it takes of the two budgets. */
export interface Weighed {
  readonly cost: number
  readonly minutes: Minutes
  readonly pull: number
}

export interface Budgets {
  readonly minutes: Minutes
  readonly pull: number
}

export interface Solution {
  /** Index of the chosen option in each group. */
  readonly picks: readonly number[]
  readonly cost: number
  readonly minutes: Minutes
  readonly pull: number
}

/*
 * All arithmetic is on whole micro-units, so that sums do not depend on their order: equal plans compare equal, and a
 * dog and its mirror image get mirrored plans.
 */
export const MICRO = 1e6
export const micro = (x: number): number => Math.round(x * MICRO)
/** Largest budget in micro-units whose sums stay exact in a double. */
const NO_LIMIT = 2 ** 52

/** An option in whole micro-units. */
interface Item {
  readonly pick: number
  readonly cost: number
  readonly minutes: Minutes
  readonly pull: number
}
/** A group's options as the solver takes them: whole, none that another beats, the cheapest first. */
export type Items = readonly Item[]

const atMost = (a: Item, b: Item): boolean => a.cost <= b.cost && a.minutes <= b.minutes && a.pull <= b.pull

/** Options that another of the group beats or equals on all three are never needed; the first of equals stays. */
const undominated = (items: Item[]): Item[] =>
  items.filter(
    (item, i) => !items.some((other, j) => j !== i && atMost(other, item) && (!atMost(item, other) || j < i)),
  )

interface Totals {
  readonly cost: number
  readonly minutes: Minutes
  readonly pull: number
}

interface Relaxed extends Totals {
  readonly bound: number
}

/** What each group's best item at prices `a` a minute and `b` a pull-minute adds up to, and the lower bound that follows. */
function relax(groups: readonly Items[], a: number, b: number, m: number, p: number): Relaxed {
  let cost = 0
  let minutes = 0
  let pull = 0
  for (const group of groups) {
    let best = group[0]!
    let bestPrice = best.cost + a * best.minutes + b * best.pull
    for (let i = 1; i < group.length; i++) {
      const item = group[i]!
      const price = item.cost + a * item.minutes + b * item.pull
      if (price < bestPrice) {
        best = item
        bestPrice = price
      }
    }
    cost += best.cost
    minutes += best.minutes
    pull += best.pull
  }
  return { cost, minutes, pull, bound: cost + a * (minutes - m) + b * (pull - p) }
}

const PRICE_STEPS = 40
const HIGHEST_PRICE = 1e4

/** Smallest price in [0, HIGHEST_PRICE] at which `over` no longer holds, by bisection on a monotone answer. */
function bisect(over: (price: number) => boolean): number {
  if (!over(0)) return 0
  let low = 0
  let high = 1
  while (high < HIGHEST_PRICE && over(high)) {
    low = high
    high *= 4
  }
  for (let step = 0; step < PRICE_STEPS; step++) {
    const middle = (low + high) / 2
    if (over(middle)) low = middle
    else high = middle
  }
  return high
}

/**
 * Prices on the two budgets that make the Lagrangian bound (nearly) as high as it goes, and the best plan that fits
 * among those met on the way. Any prices give a valid bound; better ones only prune more.
 */
function priceBudgets(
  groups: readonly Items[],
  m: number,
  p: number,
): { a: number; b: number; bound: number; fits: Relaxed | null } {
  let fits: Relaxed | null = null
  let best = { a: 0, b: 0, bound: Number.NEGATIVE_INFINITY }
  const at = (a: number, b: number): Relaxed => {
    const relaxed = relax(groups, a, b, m, p)
    if (relaxed.minutes <= m && relaxed.pull <= p && (!fits || relaxed.cost < fits.cost)) fits = relaxed
    if (relaxed.bound > best.bound) best = { a, b, bound: relaxed.bound }
    return relaxed
  }
  const pullPrice = (a: number): number => bisect((b) => at(a, b).pull > p)
  const a = bisect((price) => at(price, pullPrice(price)).minutes > m)
  at(a, pullPrice(a))
  return { ...best, fits }
}

interface State {
  readonly cost: number
  readonly minutes: Minutes
  readonly pull: number
  readonly item: Item | null
  readonly before: State | null
}

const byCostPullMinutes = (x: Totals, y: Totals): number => x.cost - y.cost || x.pull - y.pull || x.minutes - y.minutes

/** Drops states that another beats or equals on all three; a staircase of (minutes, pull) is kept while cost rises. */
function prune(states: State[]): State[] {
  states.sort(byCostPullMinutes)
  const kept: State[] = []
  const stairs: State[] = [] // minutes rising, pull falling
  for (const state of states) {
    let lo = 0
    let hi = stairs.length
    while (lo < hi) {
      const mid = (lo + hi) >> 1
      if (stairs[mid]!.minutes <= state.minutes) lo = mid + 1
      else hi = mid
    }
    if (lo > 0 && stairs[lo - 1]!.pull <= state.pull) continue
    let end = lo
    while (end < stairs.length && stairs[end]!.pull >= state.pull) end++
    stairs.splice(lo, end - lo, state)
    kept.push(state)
  }
  return kept
}

/**
 * The cheapest choice of one option a group within both budgets: a multiple-choice knapsack with two constraints,
 * solved exactly.
 *
 * Method: Lagrangian relaxation of both budgets gives a lower bound and a first plan; options whose reduced cost
 * exceeds the gap are dropped; dynamic programming over the rest with dominance in (cost, minutes, pull) and pruning by
 * the bound. Plans of equal cost are told apart by less pull, then fewer minutes, then the order of the options.
 *
 * @param groups one list of options a group; costs and minutes and pull finite, minutes and pull not negative
 * @returns null where no choice fits
 * @throws {RangeError} if a group has no options or a number is not finite
 */
export const solveBudgeted = (groups: readonly (readonly Weighed[])[], budgets: Budgets): Solution | null =>
  solveItems(groups.map(itemsOf), budgets)

/**
 * A group's options made ready for `solveItems`; where many problems share a group, once for all of them.
 * @throws {RangeError} if there are none or a number is not finite
 */
export function itemsOf(options: readonly Weighed[], group: number): Items {
  const items = options.map((option, pick): Item => {
    if (!Number.isFinite(option.cost + option.minutes + option.pull) || option.minutes < 0 || option.pull < 0)
      throw new RangeError(`solveBudgeted: option ${pick} of group ${group} is not a finite cost with minutes and pull`)
    return { pick, cost: micro(option.cost), minutes: micro(option.minutes), pull: micro(option.pull) }
  })
  if (items.length === 0) throw new RangeError(`solveBudgeted: group ${group} has no options`)
  return items.length === 1 ? items : undominated(items).sort(byCostPullMinutes)
}

/** What each group would take for itself: its cheapest, the least pull and then the fewest minutes of equals. */
function freest(groups: readonly Items[]): Totals & { readonly picks: readonly Item[] } {
  const picks: Item[] = new Array(groups.length)
  let cost = 0
  let minutes = 0
  let pull = 0
  for (let g = 0; g < groups.length; g++) {
    const item = groups[g]![0]!
    picks[g] = item
    cost += item.cost
    minutes += item.minutes
    pull += item.pull
  }
  return { picks, cost, minutes, pull }
}

/** As `solveBudgeted`, of groups made ready by `itemsOf`. */
export function solveItems(whole: readonly Items[], budgets: Budgets): Solution | null {
  const m = Math.min(NO_LIMIT, micro(budgets.minutes))
  const p = Math.min(NO_LIMIT, micro(budgets.pull))

  const free = freest(whole)
  if (free.minutes <= m && free.pull <= p) return solution(free.picks)

  // Least minutes and least pull that the groups from g on can take: what can no longer fit is dropped at once.
  const leastMinutes = suffix(whole, (items) => Math.min(...items.map(({ minutes }) => minutes)))
  const leastPull = suffix(whole, (items) => Math.min(...items.map(({ pull }) => pull)))
  if (leastMinutes[0]! > m || leastPull[0]! > p) return null

  const { a, b, bound, fits } = priceBudgets(whole, m, p)
  const price = (item: Totals): number => item.cost + a * item.minutes + b * item.pull
  let ceiling = fits?.cost ?? Number.POSITIVE_INFINITY

  const reduced = whole.map((items) => {
    const least = Math.min(...items.map(price))
    return items.filter((item) => bound + price(item) - least <= ceiling + 1)
  })
  // Groups with the most left to decide go first, so that the bound bites early; fixed ones last cost nothing.
  const order = reduced
    .map((_, g) => g)
    .sort((x, y) => spread(reduced[y]!, price) - spread(reduced[x]!, price) || x - y)
  const sorted = order.map((g) => reduced[g]!)
  const restPrice = suffix(sorted, (items) => Math.min(...items.map(price)))
  const restMinutes = suffix(sorted, (items) => Math.min(...items.map(({ minutes }) => minutes)))
  const restPull = suffix(sorted, (items) => Math.min(...items.map(({ pull }) => pull)))
  const restCost = suffix(sorted, (items) => Math.min(...items.map(({ cost }) => cost)))

  let states: State[] = [{ cost: 0, minutes: 0, pull: 0, item: null, before: null }]
  for (const [g, items] of sorted.entries()) {
    const next: State[] = []
    for (const before of states)
      for (const item of items) {
        const cost = before.cost + item.cost
        const minutes = before.minutes + item.minutes
        const pull = before.pull + item.pull
        if (minutes + restMinutes[g + 1]! > m || pull + restPull[g + 1]! > p) continue
        if (cost + restCost[g + 1]! > ceiling) continue
        // One micro-unit of slack: the bound is in floating point, the states are whole.
        if (cost + a * (minutes - m) + b * (pull - p) + restPrice[g + 1]! > ceiling + 1) continue
        next.push({ cost, minutes, pull, item, before })
      }
    states = prune(next)
    if (g === sorted.length - 1 && states[0]) ceiling = states[0].cost
  }
  const best = states[0]
  if (!best) return null
  const picks: Item[] = new Array(whole.length)
  for (let state: State = best, g = sorted.length - 1; state.before; state = state.before, g--)
    picks[order[g]!] = state.item!
  return solution(picks)
}

function suffix(groups: readonly Items[], least: (items: Items) => number): number[] {
  const sums = new Array<number>(groups.length + 1).fill(0)
  for (let g = groups.length - 1; g >= 0; g--) sums[g] = sums[g + 1]! + least(groups[g]!)
  return sums
}

const spread = (items: Items, price: (item: Totals) => number): number => {
  if (items.length < 2) return 0
  const prices = items.map(price)
  return Math.max(...prices) - Math.min(...prices)
}

function solution(items: readonly Item[]): Solution {
  const total = (of: (item: Item) => number): number => items.reduce((sum, item) => sum + of(item), 0) / MICRO
  return {
    picks: items.map(({ pick }) => pick),
    cost: total(({ cost }) => cost),
    minutes: total(({ minutes }) => minutes),
    pull: total(({ pull }) => pull),
  }
}
