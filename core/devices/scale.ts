/** A reading of the scale, kg, at a time in ms. */
export interface ScaleReading {
  readonly at: number
  readonly kg: number
}

export interface ScaleState {
  readonly tareKg: number
  /** Less the tare; null before anything was read. */
  readonly kg: number | null
  /** Set once the readings have stood still long enough. */
  readonly steadyKg: number | null
}

/** Readings over this time have to agree, ms, and there have to be so many of them. */
const STEADY_MS = 2000
const STEADY_COUNT = 4
/** By this much, kg, or this share of the weight, whichever is more: a dog breathes. */
const STEADY_KG = 0.02
const STEADY_SHARE = 0.003
/** Less than this is an empty platform, kg. */
const EMPTY_KG = 0.2

/** What the scale says of a dog on it: steady once two seconds of readings agree. @param readings oldest first */
export function scaleState(readings: readonly ScaleReading[], tareKg: number): ScaleState {
  const last = readings.at(-1)
  if (!last) return { tareKg, kg: null, steadyKg: null }
  const kg = last.kg - tareKg
  const recent = readings.filter(({ at }) => at >= last.at - STEADY_MS)
  const spans = recent.length >= STEADY_COUNT && last.at - recent[0]!.at >= STEADY_MS * 0.75
  const values = recent.map((reading) => reading.kg - tareKg)
  const spread = Math.max(...values) - Math.min(...values)
  const mean = values.reduce((a, b) => a + b, 0) / values.length
  const steady = spans && mean > EMPTY_KG && spread <= Math.max(STEADY_KG, STEADY_SHARE * mean)
  return { tareKg, kg, steadyKg: steady ? Math.round(mean * 100) / 100 : null }
}
