import type { House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import { TREATMENT_IDS, type Treatment } from '../tools/treatments.ts'

/** One visit's minutes on one treatment by one person: at the house's rates, and by the clock. */
export interface PaceSample {
  readonly treatment: Treatment
  readonly plannedMin: Minutes
  readonly takenMin: Minutes
}

export interface PaceOf {
  readonly treatment: Treatment
  /** What plans multiply minutes by; 1 is the house's rate, more is slower. Within its bounds. */
  readonly pace: number
  /** Four of five times the true pace lies between. */
  readonly low: number
  readonly high: number
  readonly visits: number
  /** Of the visits themselves, before shrinking; the geometric mean. */
  readonly raw: number | null
}

/** The standard normal quantile of nine tenths. */
const Z90 = 1.2815515655446004
const bounded = (pace: number, house: House): number =>
  Math.min(house['pace.most'], Math.max(house['pace.least'], pace))

/**
 * Pace from logged minutes. The logarithm of taken over planned is normal around the person's own, which is normal around
 * 0 (the house's rate) between people: the posterior mean shrinks towards the house's rate while there are few visits.
 * mean = (sum y / s^2) / (1 / t^2 + n / s^2), variance = 1 / (1 / t^2 + n / s^2).
 */
export function paceOfSamples(treatment: Treatment, samples: readonly PaceSample[], house: House): PaceOf {
  const logs = samples
    .filter((sample) => sample.treatment === treatment && sample.plannedMin > 0 && sample.takenMin > 0)
    .map(({ plannedMin, takenMin }) => Math.log(takenMin / plannedMin))
  const between = house['pace.between'] ** 2
  const within = house['pace.within'] ** 2
  const precision = 1 / between + logs.length / within
  const total = logs.reduce((sum, y) => sum + y, 0)
  const mean = total / within / precision
  const spread = Z90 * Math.sqrt(1 / precision)
  return {
    treatment,
    pace: bounded(Math.exp(mean), house),
    low: bounded(Math.exp(mean - spread), house),
    high: bounded(Math.exp(mean + spread), house),
    visits: logs.length,
    raw: logs.length > 0 ? Math.exp(total / logs.length) : null,
  }
}

/** Every treatment that was ever timed. */
export const pacesOf = (samples: readonly PaceSample[], house: House): PaceOf[] =>
  TREATMENT_IDS.filter((id) => samples.some(({ treatment }) => treatment === id)).map((id) =>
    paceOfSamples(id, samples, house),
  )

/** As a plan takes it. */
export const paceTable = (paces: readonly PaceOf[]): Partial<Record<Treatment, number>> =>
  Object.fromEntries(paces.map(({ treatment, pace }) => [treatment, pace]))

export interface HeldBack {
  readonly visits: number
  /** Mean of |ln(taken / predicted)| over the held-back visits: by the house's rates, and by the learnt pace. */
  readonly errorHouse: number
  readonly errorPace: number
}

/**
 * Whether learning pays: each visit predicted from those before it alone, once there are `from` of them. Samples oldest
 * first. null with too few.
 */
export function heldBack(samples: readonly PaceSample[], from: number, house: House): HeldBack | null {
  let byRates = 0
  let learnt = 0
  let count = 0
  const before = new Map<Treatment, PaceSample[]>()
  for (const sample of samples) {
    if (!(sample.plannedMin > 0 && sample.takenMin > 0)) continue
    const seen = before.get(sample.treatment) ?? []
    if (seen.length >= from) {
      const y = Math.log(sample.takenMin / sample.plannedMin)
      const { pace } = paceOfSamples(sample.treatment, seen, house)
      byRates += Math.abs(y)
      learnt += Math.abs(y - Math.log(pace))
      count++
    }
    before.set(sample.treatment, [...seen, sample])
  }
  return count > 0 ? { visits: count, errorHouse: byRates / count, errorPace: learnt / count } : null
}
