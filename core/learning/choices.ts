import { ESTIMATES, type EstimateId, type House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import type { Verdict } from '../plan/plan-shape.ts'
import { inverseOf } from './cholesky.ts'
import { type Learnt, learntAs, reachOf } from './learnt.ts'

/** One way of a verdict as somebody who chooses sees it. */
interface Offered {
  readonly minutes: Minutes
  readonly pull: number
  /** What it weighs beside minutes and pull: coat, and parts that do not match, points. */
  readonly rest: number
}

/** A verdict that was accepted: what could have been taken, ours first, and which was. */
export interface WayChosen {
  readonly id: string
  readonly ways: readonly Offered[]
  readonly taken: number
}

/** What a choice needs to know of a verdict. */
export type ChosenFrom = Pick<Verdict, 'style' | 'insteadOf' | 'objective'> & {
  readonly minutes: Pick<Verdict['minutes'], 'low'>
  readonly pull: Pick<Verdict['pull'], 'low'>
  readonly alternatives: readonly Pick<
    Verdict['alternatives'][number],
    'style' | 'feasible' | 'closed' | 'minutes' | 'pull' | 'objective' | 'visits'
  >[]
}

/**
 * An accepted verdict as a choice among the ways that were open for one visit.
 * @param house the numbers it was made with
 * @returns null where nothing else was open
 */
export function choiceOf(id: string, verdict: ChosenFrom, house: House): WayChosen | null {
  const { style, insteadOf, objective, alternatives } = verdict
  const rest = (all: number, minutes: Minutes, pull: number): number =>
    all - house['price.minute'] * minutes - house['price.pull'] * pull
  const own: Offered = {
    minutes: verdict.minutes.low,
    pull: verdict.pull.low,
    rest: objective.coat + objective.mismatch,
  }
  const others = alternatives
    .filter((one) => one.feasible && !one.closed && one.visits === 1 && one.style !== style)
    .map((one) => ({
      style: one.style,
      way: { minutes: one.minutes, pull: one.pull, rest: rest(one.objective, one.minutes, one.pull) },
    }))
  if (others.length === 0) return null
  if (insteadOf === null) return { id, ways: [own, ...others.map(({ way }) => way)], taken: 0 }
  // Ours has to be among them: without it nobody knows what was turned down.
  const ours = others.find((one) => one.style === insteadOf)
  if (!ours) return null
  return {
    id,
    ways: [ours.way, ...others.filter((one) => one !== ours).map(({ way }) => way), own],
    taken: others.length,
  }
}

/** Prices that choices teach. */
export const isPrice = (id: EstimateId): boolean => (PRICES as readonly EstimateId[]).includes(id)

const PRICES = ['price.minute', 'price.pull'] as const satisfies readonly EstimateId[]
const ROUNDS = 60
const SETTLED = 1e-8
/** No step of the search is longer, of the logarithm. */
const LONGEST = 0.5

/**
 * Prices of minutes and of pull in this house, by what was taken against ours: a conditional logit (McFadden 1974) over the
 * ways that were open, in which ours has the better of it, because hands follow a proposal; the logarithms of both prices
 * normal about ours. Found as the mode by Fisher's scoring. Where everybody takes ours there is next to nothing to learn.
 */
export function learnPrices(given: readonly WayChosen[], house: House): Learnt[] {
  const choices = [...given].sort((a, b) => (a.id < b.id ? -1 : 1))
  const against = choices.filter(({ taken }) => taken > 0).length
  if (against === 0) return []
  const ours = PRICES.map((id) => ESTIMATES[id].value)
  const scale = house['learn.choice']
  const prior = 1 / house['learn.price'] ** 2
  const theta = [0, 0]
  let covariance: number[][] = []
  for (let round = 0; round < ROUNDS; round++) {
    const slope = theta.map((value) => -prior * value)
    const information = [
      [prior, 0],
      [0, prior],
    ]
    for (const { ways, taken } of choices) {
      const prices = ours.map((value, k) => value * Math.exp(theta[k]!))
      // What a way weighs more by when a price rises.
      const by = ways.map(({ minutes, pull }) => [(prices[0]! * minutes) / scale, (prices[1]! * pull) / scale])
      const worth = ways.map(
        ({ rest }, i) => -rest / scale - by[i]![0]! - by[i]![1]! + (i === 0 ? house['learn.anchor'] / scale : 0),
      )
      const most = Math.max(...worth)
      const odds = worth.map((value) => Math.exp(value - most))
      const all = odds.reduce((a, b) => a + b, 0)
      const mean = [0, 1].map((k) => odds.reduce((sum, odd, i) => sum + (odd / all) * by[i]![k]!, 0))
      for (const k of [0, 1]) {
        slope[k]! -= by[taken]![k]! - mean[k]!
        for (const l of [0, 1])
          information[k]![l]! += odds.reduce(
            (sum, odd, i) => sum + (odd / all) * (by[i]![k]! - mean[k]!) * (by[i]![l]! - mean[l]!),
            0,
          )
      }
    }
    covariance = inverseOf(information)
    const step = [0, 1].map((k) => covariance[k]![0]! * slope[0]! + covariance[k]![1]! * slope[1]!)
    const longest = Math.max(...step.map(Math.abs))
    const by = longest > LONGEST ? LONGEST / longest : 1
    for (const k of [0, 1]) theta[k]! += by * step[k]!
    if (longest < SETTLED) break
  }
  return PRICES.map((id, k) => learntAs(id, reachOf(theta[k]!, covariance[k]![k]!), against))
}
