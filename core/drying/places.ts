import { type PlaceIndex, REGION_SIDES } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import type { WetCoat } from './coat.ts'
import { type DryingModel, totalMinutes, waterAt } from './drying.ts'
import { slownessOf } from './order.ts'
import { brushDryMinutes } from './physics.ts'

/** How the water of the whole dog is shared out over its places. */
export interface Places {
  /** Share of the water each holds when it leaves the towel; adds up to 1. */
  readonly share: readonly number[]
  /** How slowly each dries beside the others; their mean over the water is 1. */
  readonly slowness: readonly number[]
}

export function placesOf(coat: WetCoat, house: House): Places {
  const share = coat.massG.map((grams) => (coat.totalG > 0 ? grams / coat.totalG : 0))
  const raw = slownessOf(coat, house)
  const mean = raw.reduce((sum, slow, i) => sum + slow * share[i]!, 0)
  return { share, slowness: raw.map((slow) => (mean > 0 ? slow / mean : 1)) }
}

const TOLERANCE = 1e-12
const MOST_STEPS = 60

/**
 * What each place has left of its water when the whole dog has a fraction left: a place s times as slow as the others
 * keeps fraction^(c / s), with c such that the places add up to the dog, so that no gram is lost or made.
 * @param fraction of the water after the towel that is left, above 0 to 1
 * @throws {RangeError} outside that, {Error} where no c is found
 */
export function fractionsAt({ share, slowness }: Places, fraction: number): number[] {
  if (!(fraction > 0 && fraction <= 1))
    throw new RangeError(`fractionsAt: fraction must be above 0 to 1, got ${fraction}`)
  // Nothing dried yet, or no coat to dry.
  if (fraction === 1 || share.every((part) => part === 0)) return share.map(() => fraction)
  const log = Math.log(fraction)
  let c = 1
  for (let step = 0; step < MOST_STEPS; step++) {
    let sum = 0
    let slope = 0
    for (let i = 0; i < share.length; i++) {
      if (share[i] === 0) continue
      const left = share[i]! * Math.exp((c * log) / slowness[i]!)
      sum += left
      slope += (left * log) / slowness[i]!
    }
    // The sum falls ever more slowly with c, so that Newton from below never overshoots; from above it is brought back.
    const next = c - (sum - fraction) / slope
    if (Math.abs(sum - fraction) < TOLERANCE) return slowness.map((slow) => Math.exp((c * log) / slow))
    c = next > 0 ? next : c / 2
  }
  throw new Error(`fractionsAt: no answer after ${MOST_STEPS} steps at ${fraction}`)
}

const NODES = 40
/** Down to this share of the water; below it the last node stands. */
const LEAST = 1e-4

/** The same for many fractions of one dog: the exponent c between nodes in straight lines of the logarithm. */
export function placeCurve(places: Places): (index: PlaceIndex, fraction: number) => number {
  const c = Array.from({ length: NODES }, (_, i) => {
    const fraction = LEAST ** ((i + 1) / NODES)
    const at = places.share.findIndex((share) => share > 0)
    return at < 0 ? 1 : (Math.log(fractionsAt(places, fraction)[at]!) * places.slowness[at]!) / Math.log(fraction)
  })
  return (index, fraction) => {
    const log = Math.log(Math.max(LEAST, Math.min(1, fraction)))
    const x = Math.max(0, Math.min(NODES - 1.000001, (log / Math.log(LEAST)) * NODES - 1))
    const i = Math.floor(x)
    return Math.exp(((c[i]! + (c[i + 1]! - c[i]!) * (x - i)) * log) / places.slowness[index]!)
  }
}

export interface PlaceDry {
  readonly index: PlaceIndex
  /** Minutes after the towel at which it is dry. */
  readonly minutes: Minutes
  /** g still in it when the dog as a whole counts as dry; 0 where it is dry by then. */
  readonly overG: number
}

const STEPS = 48

/**
 * When each place is dry, the first first. What is still wet when the dog as a whole counts as dry is dried place by
 * place with the warm dryer, the least wet first.
 */
export function placesInOrder(model: DryingModel, places: Places, changeover: number): PlaceDry[] {
  const end = totalMinutes(model, changeover)
  const done = model.coatMassG > 0 ? model.warm.done / model.afterTowel : 1
  const times = Array.from({ length: STEPS + 1 }, (_, i) => (end * i) / STEPS)
  const fractions = times.map((t) =>
    fractionsAt(places, Math.max(1e-9, Math.min(1, waterAt(model, changeover, t) / Math.max(model.afterTowel, 1e-9)))),
  )
  const coated = REGION_SIDES.filter(({ index }) => places.share[index]! > 0)
  const byTheEnd = coated.map(({ index }): PlaceDry => {
    const at = fractions.findIndex((list) => list[index]! <= done)
    if (at < 0)
      return {
        index,
        minutes: end,
        overG: (fractions.at(-1)![index]! - done) * places.share[index]! * model.afterTowel,
      }
    if (at === 0) return { index, minutes: 0, overG: 0 }
    const [a, b] = [fractions[at - 1]![index]!, fractions[at]![index]!]
    return { index, minutes: times[at - 1]! + ((times[at]! - times[at - 1]!) * (a - done)) / (a - b), overG: 0 }
  })
  const slower = ({ index: a }: PlaceDry, { index: b }: PlaceDry): number => places.slowness[a]! - places.slowness[b]!
  const dry = byTheEnd.filter(({ overG }) => overG === 0).sort((a, b) => a.minutes - b.minutes || slower(a, b))
  let clock = end
  const late = byTheEnd
    .filter(({ overG }) => overG > 0)
    .sort(slower)
    .map((place): PlaceDry => {
      const target = model.warm.done * places.share[place.index]!
      clock += brushDryMinutes(
        target + place.overG,
        target,
        model.warm.falling * places.share[place.index]!,
        model.warm.regain * places.share[place.index]!,
        model.warm.rate,
      )
      return { ...place, minutes: clock }
    })
  return [...dry, ...late]
}
