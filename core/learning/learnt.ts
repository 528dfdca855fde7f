import { ESTIMATES, type EstimateId } from '../numbers/estimates.ts'

/** What logs say of one number: four of five times the truth lies from low to high. */
export interface Learnt {
  readonly id: EstimateId
  readonly value: number
  readonly low: number
  readonly high: number
  /** Logs that had a say in it. */
  readonly logs: number
}

/** Degrees of freedom of Student's t: a clock left running, or a scale that stood on a shoe, does not move a number. */
export const TAILS = 4
/** The standard normal quantile of nine tenths. */
const Z90 = 1.2815515655446004

/** Ends of what four of five times holds. */
export interface Reach {
  readonly factor: number
  readonly low: number
  readonly high: number
}

/** @param middle of the logarithm @param variance of the same */
export function reachOf(middle: number, variance: number): Reach {
  const reach = Z90 * Math.sqrt(variance)
  return { factor: Math.exp(middle), low: Math.exp(middle - reach), high: Math.exp(middle + reach) }
}

/** A number by how many times ours it is. */
export function learntAs(id: EstimateId, { factor, low, high }: Reach, logs: number): Learnt {
  const { value } = ESTIMATES[id]
  return { id, value: value * factor, low: value * low, high: value * high, logs }
}

/** How often each dog, or whatever logs are said of, is in them: what one says often counts as one. */
export function oftenOf(logs: readonly { readonly of: string }[]): Map<string, number> {
  const often = new Map<string, number>()
  for (const { of } of logs) often.set(of, (often.get(of) ?? 0) + 1)
  return often
}
