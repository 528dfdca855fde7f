import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import { interpolated } from '../numbers/interpolate.ts'
import type { Minutes } from '../numbers/units.ts'

/** Grams of water a gram of dry coat holds in air of a humidity, 0 to 1: between the known points by interpolation. */
const REGAIN: readonly (readonly [rh: number, regain: number])[] = [
  [0, 0],
  [0.1, fixed('regain.10')],
  [0.2, fixed('regain.20')],
  [0.3, fixed('regain.30')],
  [0.5, fixed('regain.50')],
  [0.7, fixed('regain.70')],
  [0.9, fixed('regain.90')],
  [1, fixed('regain.100')],
]

export const regainAt = (rh: number): number => interpolated(REGAIN, rh)

/** Squeeze, an absorbent cloth, then a towel for each 500 g left, one to three. */
export function towelled(dripping: number, house: House): { left: number; towels: number } {
  let left = dripping * (1 - house['towel.squeeze']) * (1 - house['towel.cloth'])
  const towels = Math.max(1, Math.min(house['towel.count'], Math.ceil(left / house['towel.each'])))
  for (let i = 0; i < towels; i++) left -= Math.min(left * house['towel.share'], house['towel.most'])
  return { left, towels }
}

export interface Blown {
  readonly left: number
  readonly liquid: number
  readonly vapour: number
}

/**
 * High-velocity air for some minutes: dW/dt = -k max(0, W - Wb) - E. In closed form on each side of Wb, so that no step
 * size matters.
 * @param k share of the free water driven off a minute @param e vapour, g a minute @param bound Wb, g
 */
export function blown(from: number, bound: number, k: number, e: number, minutes: Minutes): Blown {
  if (from <= bound || k <= 0) return asVapour(from, e, minutes)
  // W(t) = (W0 - w) exp(-k t) + w, with w = Wb - E / k.
  const w = bound - e / k
  const toBound = e > 0 ? Math.log((from - w) / (bound - w)) / k : Number.POSITIVE_INFINITY
  const free = Math.min(minutes, toBound)
  const left = (from - w) * Math.exp(-k * free) + w
  const liquid = from - left - e * free
  const rest = asVapour(left, e, minutes - free)
  return { left: rest.left, liquid, vapour: e * free + rest.vapour }
}

/** Nothing is free any more: what goes, goes as vapour. */
function asVapour(from: number, e: number, minutes: Minutes): Blown {
  const vapour = Math.min(from, e * minutes)
  return { left: from - vapour, liquid: 0, vapour }
}

/** Minutes of high-velocity air until so much is left. */
export function minutesToBlow(from: number, to: number, bound: number, k: number, e: number): number {
  if (from <= to) return 0
  const w = bound - e / k
  const free = from > bound ? Math.log((from - w) / (Math.max(to, bound) - w)) / k : 0
  const rest = to < bound ? (Math.min(from, bound) - to) / e : 0
  return free + rest
}

/**
 * Warm air with brushing: a constant rate, and close to the regain of the heated air ever more slowly; done at a
 * fixed share of the coat's weight in every room.
 * @param e g a minute @param regain water the coat keeps in the heated air, g
 */
export function brushDryMinutes(from: number, to: number, falling: number, regain: number, e: number): number {
  if (from <= to || e <= 0) return 0
  const turn = regain + falling
  const steady = Math.max(0, from - Math.max(to, turn)) / e
  const start = Math.min(from, turn)
  const slow = start > to && to > regain ? (falling / e) * Math.log((start - regain) / (to - regain)) : 0
  return steady + slow
}
