import { type Interval, ownRate } from '../aftercare/own-rate.ts'
import { COAT_TYPE_IDS, type CoatType } from '../coat/coat-types.ts'
import type { EstimateId, House } from '../numbers/estimates.ts'
import { type Learnt, learntAs, reachOf, TAILS } from './learnt.ts'

/** All intervals of one dog, oldest first, beside the rate of its coat by ours. */
export interface MattingLog {
  readonly dogId: string
  readonly coatType: CoatType
  /** With the usual rates brought to our own numbers. */
  readonly intervals: readonly Interval[]
}

const ROUNDS = 60
const SETTLED = 1e-6

/**
 * How fast each coat mats in this house: dogs within coats, all on the log scale. Found by expectation and maximisation
 * (Dempster, Laird and Rubin, JRSS B 1977): each dog's own rate with what the house is taken to be, "found as free as it
 * left" as "at most", then the house's from its dogs; its range from what the dogs have told.
 */
export function learnMatting(logs: readonly MattingLog[], house: House): Learnt[] {
  const between = house['rebook.sigma'] ** 2
  const prior = 1 / house['learn.coats'] ** 2
  return COAT_TYPE_IDS.flatMap((coat): Learnt[] => {
    const id: EstimateId = `matting.${coat}`
    const dogs = logs
      .filter(({ coatType, intervals }) => coatType === coat && ownRate(intervals, house).visits > 0)
      .toSorted((a, b) => (a.dogId < b.dogId ? -1 : 1))
    if (dogs.length === 0) return []
    let middle = 0
    let precision = prior
    let counted = 0
    for (let round = 0; round < ROUNDS; round++) {
      precision = prior
      counted = 0
      let weights = prior * between
      let sum = 0
      for (const { intervals } of dogs) {
        const here = intervals.map((one) => ({
          ...one,
          usualRates: one.usualRates.map((rate) => rate * Math.exp(middle)),
        }))
        const { factor, sigma, visits } = ownRate(here, house)
        const off = Math.log(factor)
        const weight = (TAILS + 1) / (TAILS + off ** 2 / between)
        weights += weight
        sum += weight * (middle + off)
        // Of what dogs differ in, what this one has told.
        precision += (weight * Math.max(0, between - sigma ** 2)) / between ** 2
        counted += visits
      }
      const next = sum / weights
      const settled = Math.abs(next - middle) < SETTLED
      middle = next
      if (settled) break
    }
    return [learntAs(id, reachOf(middle, 1 / precision), counted)]
  })
}
