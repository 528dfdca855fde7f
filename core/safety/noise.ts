import type { Protector, ProtectorKind } from '../numbers/equipment.ts'
import type { Minutes } from '../numbers/units.ts'

export interface Exposure {
  readonly dBA: number
  readonly minutes: Minutes
}

/** What is taken off the label in use: earmuffs 25 %, formable plugs 50 %, other plugs 70 %. NIOSH 1998 [mem]. */
const DERATING: Readonly<Record<ProtectorKind, number>> = { muff: 0.25, 'formable-plug': 0.5, plug: 0.7 }
/** Taken off again where the level is A-weighted. */
const A_WEIGHTED_DB = 7

/** Taken off an SNR for how protectors are really worn. HSE L108 [mem]. */
const WORN_DB = 4

/** dB that reach the ear less, never below 0. */
export const protection = ({ kind, ratingDb, rating = 'nrr' }: Protector): number =>
  Math.max(0, rating === 'snr' ? ratingDb - WORN_DB : ratingDb * (1 - DERATING[kind]) - A_WEIGHTED_DB)

const HOURS = 8
const MINUTES = 60

interface Criterion {
  readonly level: number
  readonly exchange: number
}
/** NIOSH 1998 (publication 98-126): 85 dBA over eight hours, half the time for every 3 dB. */
const NIOSH: Criterion = { level: 85, exchange: 3 }
/** OSHA 29 CFR 1910.95, table G-16: 90 dBA, half the time for every 5 dB. */
const OSHA: Criterion = { level: 90, exchange: 5 }

/** Minutes a day at a level that make up the whole dose. */
export const allowedMinutes = (dBA: number, { level, exchange }: Criterion): number =>
  (HOURS * MINUTES) / 2 ** ((dBA - level) / exchange)

/** A day's dose, percent of the whole: 100 x sum(C / T). Every level counts, low ones little. */
export function noiseDose(
  exposures: readonly Exposure[],
  protector: Protector | null,
): { niosh: number; osha: number } {
  const less = protector ? protection(protector) : 0
  const dose = (criterion: Criterion): number =>
    100 * exposures.reduce((sum, { dBA, minutes }) => sum + minutes / allowedMinutes(dBA - less, criterion), 0)
  return { niosh: dose(NIOSH), osha: dose(OSHA) }
}

/** What a day asks of the house by Directive 2003/10/EC, bare ears for the actions, the protected ear for the limit [pub]. */
export const EU_ACTIONS = ['none', 'lower', 'upper', 'limit'] as const
export type EuAction = (typeof EU_ACTIONS)[number]
const LOWER_DB = 80
const UPPER_DB = 85
const LIMIT_DB = 87

/** Daily exposure: the level that over eight hours would carry the same energy, dB(A); 0 where there was none. */
export function dailyExposure(exposures: readonly Exposure[], less = 0): number {
  const energy = exposures.reduce(
    (sum, { dBA, minutes }) => sum + (minutes / (HOURS * MINUTES)) * 10 ** ((dBA - less) / 10),
    0,
  )
  return energy > 0 ? Math.max(0, 10 * Math.log10(energy)) : 0
}

/** The European way: bare ears decide on warning (80) and wearing (85), the protected ear must stay under 87. */
export function euNoise(
  exposures: readonly Exposure[],
  protector: Protector | null,
): { readonly bareDb: number; readonly wornDb: number | null; readonly action: EuAction } {
  const bareDb = dailyExposure(exposures)
  const wornDb = protector ? dailyExposure(exposures, protection(protector)) : null
  const atEar = wornDb ?? bareDb
  const action = atEar > LIMIT_DB ? 'limit' : bareDb >= UPPER_DB ? 'upper' : bareDb >= LOWER_DB ? 'lower' : 'none'
  return { bareDb, wornDb, action }
}
export { NIOSH, OSHA }
