import { type Interval, ownRate } from '../aftercare/own-rate.ts'
import type { CoatType } from '../coat/coat-types.ts'
import type { EstimateId, House } from '../numbers/estimates.ts'
import { type Learnt, learntAs, reachOf, TAILS } from './learnt.ts'

/** Brushing at home as its people tell it. */
export type Care = Extract<EstimateId, `care.${string}`>

/** All intervals of one dog while it was brushed alike, oldest first, beside the rate of its coat by ours. */
export interface MattingLog {
  readonly dogId: string
  readonly coatType: CoatType
  /** What its people said they do; null where they brush nothing, or said nothing. */
  readonly care: Care | null
  /** With the usual rates brought to our own numbers. */
  readonly intervals: readonly Interval[]
}

/** From here on a week's brushing counts as the next number: between once and three times, between those and every day. */
const OFTEN = [2, 5] as const

/** The number that stands nearest to what people say they brush. */
export function careSaid(care: { readonly perWeek: number; readonly toSkin: boolean } | null | undefined): Care | null {
  if (!care || care.perWeek <= 0) return null
  const times = care.perWeek < OFTEN[0] ? 1 : care.perWeek < OFTEN[1] ? 3 : 7
  return `care.${care.toSkin ? 'skin' : 'top'}${times}`
}

const ROUNDS = 60
const SETTLED = 1e-6

/**
 * How fast each coat mats in this house, and what brushing at home, as people tell it, leaves of that: dogs within coats and
 * ways of brushing, all on the log scale. Found by expectation and maximisation (Dempster, Laird and Rubin, JRSS B 1977),
 * one number after the other with the others as they are: each dog's own rate with what the house is taken to be, "found as
 * free as it left" as "at most so fast", then the house's from its dogs; its range from what the dogs have told, for brushing
 * with how unsure their coats' numbers are.
 */
export function learnMatting(logs: readonly MattingLog[], house: House): Learnt[] {
  const between = house['rebook.sigma'] ** 2
  const dogs = logs
    .filter(({ intervals }) => ownRate(intervals, house).visits > 0)
    .map((log) => ({ ...log, in: [`matting.${log.coatType}` as const, ...(log.care ? [log.care] : [])] }))
    .toSorted((a, b) => (a.dogId < b.dogId ? -1 : a.dogId > b.dogId ? 1 : (a.care ?? '') < (b.care ?? '') ? -1 : 1))
  const ids = [...new Set<EstimateId>(dogs.flatMap((dog) => dog.in))].sort()
  const middles = new Map<EstimateId, number>(ids.map((id) => [id, 0]))
  const told = new Map<EstimateId, { variance: number; counted: number }>()
  const isCare = (id: EstimateId): boolean => id.startsWith('care.')
  for (let round = 0; round < ROUNDS; round++) {
    let moved = 0
    for (const id of ids) {
      const prior = 1 / house[isCare(id) ? 'learn.care' : 'learn.coats'] ** 2
      const middle = middles.get(id)!
      let precision = prior
      let counted = 0
      let weights = prior * between
      let sum = 0
      let unsure = 0
      for (const dog of dogs) {
        if (!dog.in.includes(id as never)) continue
        const times = Math.exp(dog.in.reduce((total, one) => total + middles.get(one)!, 0))
        const here = dog.intervals.map((one) => ({ ...one, usualRates: one.usualRates.map((rate) => rate * times) }))
        const { factor, sigma, visits } = ownRate(here, house)
        const off = Math.log(factor)
        const weight = (TAILS + 1) / (TAILS + off ** 2 / between)
        weights += weight
        sum += weight * (middle + off)
        // Of what dogs differ in, what this one has told.
        precision += (weight * Math.max(0, between - sigma ** 2)) / between ** 2
        unsure += weight * (told.get(dog.in[0]!)?.variance ?? 0)
        counted += visits
      }
      const next = sum / weights
      moved = Math.max(moved, Math.abs(next - middle))
      middles.set(id, next)
      told.set(id, { variance: 1 / precision + (isCare(id) ? unsure / weights : 0), counted })
    }
    if (moved < SETTLED) break
  }
  return ids.map((id) => {
    const { variance, counted } = told.get(id)!
    return learntAs(id, reachOf(middles.get(id)!, variance), counted)
  })
}
