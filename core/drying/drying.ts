import { evaporation, humidityRatio, relativeHumidity } from '../air/psychrometrics.ts'
import type { CoatType } from '../coat/coat-types.ts'
import type { Assessment } from '../dog.ts'
import type { House } from '../house/estimates.ts'
import { interpolated } from '../units/interpolate.ts'
import type { Plan } from '../verdict/plan-shape.ts'
import { coatAtTub, type WetCoat } from './coat.ts'

export const DRY_METHOD_IDS = ['straight', 'flat', 'lifted', 'layered', 'natural'] as const
export type DryMethod = (typeof DRY_METHOD_IDS)[number]

export interface DryingStage {
  readonly stage: 'towel' | 'high-velocity' | 'brush-dry'
  readonly minutes: number
  readonly waterStartG: number
  readonly waterEndG: number
}

export const DRYING_CAUTIONS = [
  'no-heated-cage',
  'cool-air-on-sore-skin',
  'no-high-velocity',
  'low-setting',
  'hood-on',
  'belly-loop-padded',
] as const
export type DryingCaution = (typeof DRYING_CAUTIONS)[number]

export interface Drying {
  readonly method: DryMethod
  readonly coatMassG: number
  readonly towels: number
  readonly stages: readonly DryingStage[]
  readonly minutes: number
  /** High-velocity minutes that the verdict counts as blow-out already. */
  readonly inVerdict: number
  /** Where the dripping water went, g: adds up to it. */
  readonly water: {
    readonly dripping: number
    readonly towelled: number
    readonly blownOff: number
    readonly vapour: number
    readonly left: number
  }
  readonly cautions: readonly DryingCaution[]
}

const MM_PER_CM = 10
const SECONDS = 60
const L_PER_M3 = 1000

/** Grams of water a gram of dry coat holds in air of a humidity, 0 to 1 [mem]: between the known points by interpolation. */
const REGAIN: readonly (readonly [rh: number, regain: number])[] = [
  [0, 0],
  [0.1, 0.04],
  [0.2, 0.06],
  [0.3, 0.08],
  [0.5, 0.12],
  [0.7, 0.17],
  [0.9, 0.25],
  [1, 0.29],
]

export const regainAt = (rh: number): number => interpolated(REGAIN, rh)

/** Squeeze, an absorbent cloth, then a towel for each 500 g left, one to three. */
function towelled(dripping: number, house: House): { left: number; towels: number } {
  let left = dripping * (1 - house['towel.squeeze']) * (1 - house['towel.cloth'])
  const towels = Math.max(1, Math.min(house['towel.count'], Math.ceil(left / house['towel.each'])))
  for (let i = 0; i < towels; i++) left -= Math.min(left * house['towel.share'], house['towel.most'])
  return { left, towels }
}

interface Blown {
  readonly left: number
  readonly liquid: number
  readonly vapour: number
}

/**
 * High-velocity air for some minutes: dW/dt = -k max(0, W - Wb) - E. In closed form on each side of Wb, so that no step
 * size matters.
 * @param k share of the free water driven off a minute @param e vapour, g a minute @param bound Wb, g
 */
export function blown(from: number, bound: number, k: number, e: number, minutes: number): Blown {
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
function asVapour(from: number, e: number, minutes: number): Blown {
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

const CURLED: ReadonlySet<CoatType> = new Set(['curly', 'cotton'])
const LONG: ReadonlySet<CoatType> = new Set(['silky', 'drop-double'])
const UNBRUSHED: ReadonlySet<CoatType> = new Set(['smooth', 'corded', 'hairless'])

/** How the coat should lie for what comes next. */
function methodOf({ dog }: Assessment, { regions, verdict }: Plan): DryMethod {
  if (UNBRUSHED.has(dog.coatType)) return 'natural'
  if (regions.some(({ treatment }) => treatment === 'strip')) return 'flat'
  if (verdict.style !== 'keep' || dog.coatType === 'double') return 'lifted'
  if (LONG.has(dog.coatType)) return 'layered'
  return CURLED.has(dog.coatType) ? 'straight' : 'flat'
}

const floorOf = (coatType: CoatType, house: House): number =>
  house[CURLED.has(coatType) ? 'brush.floor.curl' : LONG.has(coatType) ? 'brush.floor.drop' : 'brush.floor.other']

const HEAT_CARE = ['brachycephalic', 'heart', 'breathing', 'puppy', 'senior', 'pregnant'] as const

function cautionsOf({ dog, sheet }: Assessment, stages: readonly DryingStage[]): DryingCaution[] {
  const blown = stages.some(({ stage, minutes }) => stage === 'high-velocity' && minutes > 0)
  const says: Record<DryingCaution, boolean> = {
    'no-heated-cage': HEAT_CARE.some((flag) => dog.health.includes(flag)),
    'cool-air-on-sore-skin': sheet.some(({ skin }) => (skin ?? 0) >= 2),
    'no-high-velocity': dog.dryerTolerance === 'none',
    'low-setting': dog.dryerTolerance === 'low-only' || dog.dryerTolerance === 'unknown',
    'hood-on': blown,
    'belly-loop-padded': dog.health.includes('weak-hind') || dog.health.includes('senior'),
  }
  return DRYING_CAUTIONS.filter((code) => says[code])
}

const highVelocityRate = (coat: WetCoat, flow: number, house: House): number =>
  (house['air.k'] * (flow / house['air.flow']) * (house['air.surface'] / coat.bsaM2)) /
  (house['air.length-base'] + house['air.length-per-cm'] * (coat.meanMm / MM_PER_CM) * coat.densityFactor)

/** All that the drying of one dog follows from; every figure in g and minutes. */
export interface DryingModel {
  readonly method: DryMethod
  readonly coatMassG: number
  readonly dripping: number
  readonly afterTowel: number
  readonly towels: number
  /** null for a dog that takes no such dryer. */
  readonly air: { readonly k: number; readonly vapour: number; readonly bound: number; readonly until: number } | null
  readonly warm: {
    readonly rate: number
    readonly regain: number
    readonly falling: number
    readonly done: number
    readonly floor: number
  }
}

export function dryingModel(assessment: Assessment, plan: Plan, house: House): DryingModel {
  const { dog, room } = assessment
  const coat = coatAtTub(assessment, plan, house)
  const dripping = coat.totalG * house[`pickup.${dog.coatType}`]
  const { left: afterTowel, towels } = towelled(dripping, house)
  const flow = house['air.flow'] * (dog.dryerTolerance === 'fine' ? 1 : house['air.low'])
  const outlet = house['brush.outlet']
  const heatedRh = relativeHumidity(outlet, humidityRatio(room.tempC, room.rh))
  const method = methodOf(assessment, plan)
  const lengthFactor = Math.min(
    house['factor.length.cap'],
    house['factor.length.base'] + house['factor.length.per-mm'] * coat.meanMm,
  )
  return {
    method,
    coatMassG: coat.totalG,
    dripping,
    afterTowel,
    towels,
    air:
      dog.dryerTolerance === 'none'
        ? null
        : {
            k: highVelocityRate(coat, flow, house),
            vapour: SECONDS * evaporation(room, room.tempC + house['air.rise'], flow / L_PER_M3, house['air.share']),
            bound: house['air.bound'] * coat.totalG,
            until: Math.max((1 - house['air.gone']) * dripping, house['air.left'] * coat.totalG),
          },
    warm: {
      rate: SECONDS * evaporation(room, outlet, house['brush.flow'], house['brush.share']),
      regain: regainAt(heatedRh) * coat.totalG,
      falling: house['brush.falling'] * coat.totalG,
      done: house['brush.done'] * coat.totalG,
      floor: method === 'natural' ? 0 : floorOf(dog.coatType, house) * coat.bsaM2 * lengthFactor,
    },
  }
}

/** Minutes of high-velocity air until nine tenths of the dripping water are gone: the usual changeover. */
export const usualChangeover = ({ air, afterTowel }: DryingModel): number =>
  air ? minutesToBlow(afterTowel, air.until, air.bound, air.k, air.vapour) : 0

const airFor = ({ air, afterTowel }: DryingModel, minutes: number): Blown =>
  air ? blown(afterTowel, air.bound, air.k, air.vapour, minutes) : { left: afterTowel, liquid: 0, vapour: 0 }

/** Minutes of brushing from a changeover on: what the water needs, and never less than the hands do. */
function brushMinutes(model: DryingModel, changeover: number): number {
  const { done, falling, regain, rate, floor } = model.warm
  return Math.max(floor, brushDryMinutes(airFor(model, changeover).left, done, falling, regain, rate))
}

export const totalMinutes = (model: DryingModel, changeover: number): number =>
  changeover + brushMinutes(model, changeover)

/** Minutes of high-velocity air after which nothing would be left to brush dry; more of it is for nothing. */
export const minutesToDone = ({ air, warm, afterTowel }: DryingModel): number =>
  air ? minutesToBlow(afterTowel, Math.min(warm.done, afterTowel), air.bound, air.k, air.vapour) : 0

const SEARCH_STEP = 0.25

/** The changeover from high-velocity air to brushing with the least time in all, to a quarter of a minute. */
export function leastChangeover(model: DryingModel): number {
  if (!model.air) return 0
  const last = minutesToDone(model)
  let best = 0
  for (let at = 0; at <= last + SEARCH_STEP; at += SEARCH_STEP)
    if (totalMinutes(model, at) < totalMinutes(model, best) - 1e-9) best = at
  return best
}

/** Water in the coat so many minutes after the towel, g, with the changeover at `changeover`. */
export function waterAt(model: DryingModel, changeover: number, minutes: number): number {
  if (minutes <= changeover) return airFor(model, minutes).left
  const { done, falling, regain, rate, floor } = model.warm
  const from = airFor(model, changeover).left
  const need = brushDryMinutes(from, done, falling, regain, rate)
  // Where the hands need longer than the water, the warm air is turned down to last as long as they do.
  const pace = need > 0 && need < floor ? need / floor : 1
  const gone = (minutes - changeover) * pace
  const turn = regain + falling
  const steady = Math.max(0, from - turn) / rate
  if (gone <= steady) return from - rate * gone
  const start = Math.min(from, turn)
  return Math.max(Math.min(from, done), regain + (start - regain) * Math.exp(((steady - gone) * rate) / falling))
}

/**
 * From the tub to dry: towels, high-velocity air, warm air with brushing; minutes and water of each stage.
 * @param changeover minutes of high-velocity air; the usual where none is given
 */
export function dryingOf(assessment: Assessment, plan: Plan, house: House, changeover?: number): Drying {
  const model = dryingModel(assessment, plan, house)
  const { dripping, afterTowel, towels, coatMassG, method } = model
  const airMinutes = changeover ?? usualChangeover(model)
  const air = airFor(model, airMinutes)
  const left = Math.min(air.left, model.warm.done)
  const stages: DryingStage[] = [
    { stage: 'towel', minutes: 0, waterStartG: dripping, waterEndG: afterTowel },
    { stage: 'high-velocity', minutes: airMinutes, waterStartG: afterTowel, waterEndG: air.left },
    { stage: 'brush-dry', minutes: brushMinutes(model, airMinutes), waterStartG: air.left, waterEndG: left },
  ]
  const blowOut = plan.regions
    .filter(({ treatment }) => treatment === 'blow-out')
    .reduce((sum, { option }) => sum + option.minutes, 0)
  return {
    method,
    coatMassG,
    towels,
    stages,
    minutes: stages.reduce((sum, { minutes }) => sum + minutes, 0),
    inVerdict: Math.min(blowOut, airMinutes),
    water: {
      dripping,
      towelled: dripping - afterTowel,
      blownOff: air.liquid,
      vapour: air.vapour + air.left - left,
      left,
    },
    cautions: cautionsOf(assessment, stages),
  }
}
