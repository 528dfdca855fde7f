import type { PlaceIndex } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import { type DryingModel, handsDecide, totalMinutes, usualChangeover, waterAt } from './drying.ts'
import { type Places, placeCurve } from './places.ts'

/** What was measured while the dog dries. */
export type Reading =
  /** A probe in the coat: g of water a gram of dry coat, at a place; null is an average over the dog. */
  | { readonly kind: 'probe'; readonly minutes: Minutes; readonly index: PlaceIndex | null; readonly ratio: number }
  /** What cloth and towels weigh more than dry, g: the squeeze ran off before. */
  | { readonly kind: 'towel'; readonly grams: number }

/** How unlike the model this dog is: it holds `water` times as much, and dries `rate` times as fast. */
interface Guess {
  readonly water: number
  readonly rate: number
  weight: number
}

export interface Quantiles {
  readonly low: number
  readonly middle: number
  readonly high: number
}

export interface Estimated {
  /** Minutes after the towel at which the dog is dry: 10, 50 and 90 of 100. */
  readonly finish: Quantiles
  /** Water in the coat now, g. */
  readonly water: Quantiles
  /** Of the model, by what the readings say. */
  readonly holds: number
  readonly dries: number
  /** When to change to brushing, or when it was, minutes after the towel. */
  readonly changeover: number
  /** How likely each reading is to be worth nothing, 0 to 1, in the order given. */
  readonly absurd: readonly number[]
}

const STEPS = 25
/** Half-width of the grid, in standard deviations. */
const REACH = 3
/** Readings that mean nothing are as likely anywhere up to this, g/g. */
const WIDEST = 4

/** The model of a dog that holds more or less water and dries faster or slower than the book says. */
export function scaled(model: DryingModel, water: number, rate: number): DryingModel {
  return {
    ...model,
    dripping: model.dripping * water,
    afterTowel: model.afterTowel * water,
    air: model.air && { ...model.air, k: model.air.k * rate, vapour: model.air.vapour * rate },
    warm: { ...model.warm, rate: model.warm.rate * rate },
  }
}

const normal = (x: number, mean: number, sd: number): number =>
  Math.exp(-0.5 * ((x - mean) / sd) ** 2) / (sd * Math.sqrt(2 * Math.PI))

function prior(house: House): Guess[] {
  const guesses: Guess[] = []
  for (let i = 0; i < STEPS; i++)
    for (let j = 0; j < STEPS; j++) {
      const x = REACH * ((2 * i) / (STEPS - 1) - 1)
      const y = REACH * ((2 * j) / (STEPS - 1) - 1)
      guesses.push({
        water: Math.exp(house['dry.water-spread'] * x),
        rate: Math.exp(house['dry.rate-spread'] * y),
        weight: Math.exp(-0.5 * (x * x + y * y)),
      })
    }
  return guesses
}

/** What a reading should show on a dog like this guess, and how far off it may be. */
function expected(
  reading: Reading,
  model: DryingModel,
  place: (index: PlaceIndex, fraction: number) => number,
  changedAt: number,
  house: House,
): { value: number; sd: number } {
  if (reading.kind === 'towel') {
    const value = model.dripping * (1 - house['towel.squeeze']) - model.afterTowel
    return { value, sd: house['towel.noise'] * value + 1 }
  }
  if (model.coatMassG <= 0) return { value: 0, sd: house['probe.floor'] }
  const water = waterAt(model, changedAt, reading.minutes)
  const fraction = Math.max(1e-9, Math.min(1, water / model.afterTowel))
  const here = reading.index === null ? fraction : place(reading.index, fraction)
  const value = (here * model.afterTowel * model.inCoat) / model.coatMassG
  const share = Math.hypot(house['probe.noise'], reading.index === null ? 0 : house['probe.place'])
  return { value, sd: share * value + house['probe.floor'] }
}

/** The grid with the weight that the readings leave to each guess, and how likely each reading is to mean nothing. */
function weighed(
  model: DryingModel,
  places: Places,
  changedAt: number,
  readings: readonly Reading[],
  house: House,
): { guesses: readonly Guess[]; models: readonly DryingModel[]; absurd: number[] } {
  const guesses = prior(house)
  const models = guesses.map(({ water, rate }) => scaled(model, water, rate))
  const place = placeCurve(places)
  const junk = house['probe.absurd']
  const absurd = readings.map((reading) => {
    const width = reading.kind === 'towel' ? WIDEST * Math.max(1, model.coatMassG) : WIDEST
    const value = reading.kind === 'towel' ? reading.grams : reading.ratio
    let good = 0
    let total = 0
    for (const [i, guess] of guesses.entries()) {
      const { value: mean, sd } = expected(reading, models[i]!, place, changedAt, house)
      const fits = (1 - junk) * normal(value, mean, sd)
      good += guess.weight * fits
      total += guess.weight * (fits + junk / width)
      guess.weight *= fits + junk / width
    }
    return total > 0 ? 1 - good / total : 1
  })
  return { guesses, models, absurd }
}

function quantiles(pairs: { value: number; weight: number }[]): Quantiles {
  pairs.sort((a, b) => a.value - b.value)
  const total = pairs.reduce((sum, { weight }) => sum + weight, 0)
  const at = (share: number): number => {
    let sum = 0
    for (const { value, weight } of pairs) {
      sum += weight
      if (sum >= share * total) return value
    }
    return pairs.at(-1)!.value
  }
  return { low: at(0.1), middle: at(0.5), high: at(0.9) }
}

/** What one drying says of its dog beside the model, of the logarithm, and how sure that is. */
export interface Said {
  readonly off: number
  readonly sd: number
}

/** Where this much of what dogs differ in is still open, a drying has said nothing. */
const SAYS_NOTHING = 0.98

/** What was measured, taken apart from what dogs are usually like: a normal over the prior leaves a normal. */
function apart(values: readonly { value: number; weight: number }[], usual: number): Said | null {
  const total = values.reduce((sum, { weight }) => sum + weight, 0)
  const mean = values.reduce((sum, { value, weight }) => sum + value * weight, 0) / total
  const variance = values.reduce((sum, { value, weight }) => sum + (value - mean) ** 2 * weight, 0) / total
  const left = usual ** 2 - variance
  if (!(total > 0) || variance >= SAYS_NOTHING * usual ** 2) return null
  return { off: (mean * usual ** 2) / left, sd: Math.sqrt((variance * usual ** 2) / left) }
}

/**
 * What a drying that is over says: how much more water this dog held than the model has it, and how much faster it dried.
 * When the strong air had done its part was judged by hand and counts as a reading of its own; so does that it was called
 * dry, except where the hands and not the water decided how long it took.
 * @param changedAt minutes after the towel at which brushing began @param finishedAt and at which it was called dry
 */
export function saidBy(
  model: DryingModel,
  places: Places,
  changedAt: number,
  finishedAt: number,
  readings: readonly Reading[],
  house: House,
): { readonly water: Said | null; readonly rate: Said | null } {
  const dry: Reading = {
    kind: 'probe',
    minutes: finishedAt,
    index: null,
    ratio: model.coatMassG > 0 ? (model.warm.done * model.inCoat) / model.coatMassG : 0,
  }
  const told = handsDecide(model, changedAt) ? readings : [...readings, dry]
  const { guesses, models } = weighed(model, places, changedAt, told, house)
  if (model.air && changedAt > 0)
    for (const [i, guess] of guesses.entries())
      guess.weight *= normal(Math.log(changedAt / usualChangeover(models[i]!)), 0, house['learn.changeover'])
  const of = (what: 'water' | 'rate') =>
    guesses.map(({ weight, [what]: times }) => ({ value: Math.log(times), weight }))
  return { water: apart(of('water'), house['dry.water-spread']), rate: apart(of('rate'), house['dry.rate-spread']) }
}

/**
 * Water and finish from the model and what was measured: Bayes on a grid over how much water this dog holds and how fast
 * it dries, both lognormal about the model; a reading is as its model says, give or take, or worth nothing. The grid and
 * not a Kalman filter, because the curve bends and a wet dog is never a normal one.
 * @param changedAt minutes after the towel at which brushing began; null while the air is still on
 * @param minutes now, after the towel
 */
export function estimate(
  model: DryingModel,
  places: Places,
  changedAt: number | null,
  readings: readonly Reading[],
  minutes: Minutes,
  house: House,
): Estimated {
  const soFar = changedAt ?? (model.air ? Number.POSITIVE_INFINITY : 0)
  const changesAt = (m: DryingModel): number => changedAt ?? (m.air ? Math.max(minutes, usualChangeover(m)) : 0)
  const { guesses, models, absurd } = weighed(model, places, soFar, readings, house)
  const spread = (of: (model: DryingModel) => number): Quantiles =>
    quantiles(guesses.map(({ weight }, i) => ({ value: of(models[i]!), weight })))
  return {
    finish: spread((m) => totalMinutes(m, changesAt(m))),
    water: spread((m) => waterAt(m, soFar, minutes)),
    holds: quantiles(guesses.map(({ water, weight }) => ({ value: water, weight }))).middle,
    dries: quantiles(guesses.map(({ rate, weight }) => ({ value: rate, weight }))).middle,
    changeover: spread(changesAt).middle,
    absurd,
  }
}
