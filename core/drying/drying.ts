import { evaporation, humidityRatio, relativeHumidity } from '../air/psychrometrics.ts'
import { bodySurfaceM2 } from '../body/surface.ts'
import { type CoatType, CURLED_COATS, DROP_COATS } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import { asksFor } from '../dog/extras.ts'
import { airOnlyLow, isFrightened, needsHeatCare, wantsBellyLoop } from '../dog/facts.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Minutes } from '../numbers/units.ts'
import type { CoatWork } from '../plan/plan-shape.ts'
import { keptAt } from '../scores/around.ts'
import { findingKind } from '../scores/findings.ts'
import { coatAtTub, type WetCoat, wetG } from './coat.ts'
import { type Blown, blown, brushDryMinutes, minutesToBlow, regainAt, towelled } from './physics.ts'
import { type DrySettings, usualSettings } from './settings.ts'

export const DRY_METHOD_IDS = ['straight', 'flat', 'lifted', 'layered', 'natural'] as const
export type DryMethod = (typeof DRY_METHOD_IDS)[number]

export interface DryingStage {
  readonly stage: 'towel' | 'high-velocity' | 'brush-dry'
  readonly minutes: Minutes
  readonly waterStartG: number
  readonly waterEndG: number
}

export const DRYING_CAUTIONS = [
  'will-not-dry',
  'no-heated-cage',
  'cool-air-on-sore-skin',
  'no-high-velocity',
  'low-setting',
  'no-dryer-on-head',
  'hood-on',
  'no-hood',
  'air-off-findings',
  'belly-loop-padded',
] as const
export type DryingCaution = (typeof DRYING_CAUTIONS)[number]

/** Where, from where and with what. */
export interface DryingHow {
  readonly bulkIn: 'tub' | 'table'
  readonly finishIn: 'tub' | 'table'
  readonly start: 'top' | 'underside'
  readonly brush: 'slicker' | 'pin' | null
}

export interface Drying {
  readonly method: DryMethod
  readonly coatMassG: number
  readonly towels: number
  readonly stages: readonly DryingStage[]
  readonly minutes: Minutes
  /** High-velocity minutes that the verdict counts as blow-out already. */
  readonly inVerdict: number
  /** Brushing of free and tangled coat that the verdict counts and that is done while drying. */
  readonly brushedInVerdict: number
  /** Breaks under way, for dogs that take heat badly and frightened ones. */
  readonly breaks: number
  /** What the house's ways and this coat make of it. */
  readonly how: DryingHow
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
/** Closer than this to what the heated air leaves in it, a coat does not come to count as dry. */
const ALMOST = fixed('air.almost')
/** Warm air that takes less than this dries nothing, g a minute. */
const LEAST_RATE = fixed('air.least-rate')
const SECONDS = 60
const L_PER_M3 = 1000

const UNBRUSHED: ReadonlySet<CoatType> = new Set(['smooth', 'corded', 'hairless'])

/** How the coat should lie for what comes next. */
function methodOf({ dog }: Assessment, { regions, verdict }: CoatWork): DryMethod {
  if (UNBRUSHED.has(dog.coatType)) return 'natural'
  if (regions.some(({ treatment }) => treatment === 'strip')) return 'flat'
  if (verdict.style !== 'keep' || dog.coatType === 'double') return 'lifted'
  if (DROP_COATS.has(dog.coatType)) return 'layered'
  return CURLED_COATS.has(dog.coatType) ? 'straight' : 'flat'
}

const floorOf = (coatType: CoatType, house: House): number =>
  house[
    UNBRUSHED.has(coatType)
      ? 'brush.floor.none'
      : CURLED_COATS.has(coatType)
        ? 'brush.floor.curl'
        : DROP_COATS.has(coatType)
          ? 'brush.floor.drop'
          : 'brush.floor.other'
  ]

function cautionsOf(
  assessment: Assessment,
  stages: readonly DryingStage[],
  dries: boolean,
  house: House,
): DryingCaution[] {
  const { dog, sheet } = assessment
  const kept = sheet.flatMap((scores) => keptAt('dryer', scores))
  const noHood = sheet.some(({ findings }) => findings.some(({ id }) => findingKind(id).air === 'no-hood'))
  const blown = stages.some(({ stage, minutes }) => stage === 'high-velocity' && minutes > 0)
  const says: Record<DryingCaution, boolean> = {
    'will-not-dry': !dries,
    'no-heated-cage': needsHeatCare(assessment, house),
    'cool-air-on-sore-skin': sheet.some(({ skin }) => (skin ?? 0) >= 2) || kept.some(({ as }) => as === 'no-heat'),
    'no-high-velocity': dog.dryerTolerance === 'none',
    'low-setting': airOnlyLow(dog),
    'no-dryer-on-head': asksFor(assessment.wishes, 'no-dryer-on-head'),
    'hood-on': blown && !noHood && !asksFor(assessment.wishes, 'no-dryer-on-head'),
    'no-hood': noHood,
    'air-off-findings': kept.some(({ as }) => as === 'no-air'),
    'belly-loop-padded': wantsBellyLoop(dog),
  }
  return DRYING_CAUTIONS.filter((code) => says[code])
}

const helpersOf = (settings: DrySettings, house: House): number =>
  (settings.nozzle ? house['air.nozzle'] : 1) * (settings.spray ? house['air.spray'] : 1)

const highVelocityRate = (coat: WetCoat, settings: DrySettings, flow: number, house: House): number =>
  (house['air.k'] *
    (flow / house['air.flow']) *
    (house['air.surface'] / Math.max(coat.bsaM2, house['air.surface'])) *
    helpersOf(settings, house)) /
  (house['air.length-base'] + house['air.length-per-cm'] * (coat.meanMm / MM_PER_CM) * coat.densityFactor)

/** Some hold that conditioner slows drying, some that it speeds it: a setting of the house, neutral by default. */
function conditionerFactor({ schools }: Assessment, house: House): number {
  const by = house['air.conditioner']
  return { neutral: 1, slows: 1 - by, speeds: 1 + by }[schools['conditioner-drying']]
}

/** All that the drying of one dog follows from; every figure in g and minutes. */
export interface DryingModel {
  readonly method: DryMethod
  readonly coatMassG: number
  readonly dripping: number
  /** Of the water, what is in the coat and not on the skin: what a probe in the coat reads. */
  readonly inCoat: number
  readonly afterTowel: number
  readonly towels: number
  /** null for a dog that takes no such dryer. */
  readonly air: { readonly k: number; readonly vapour: number; readonly bound: number; readonly until: number } | null
  /** Whether coat gets dry at all in this room, with these dryers. */
  readonly dries: boolean
  readonly warm: {
    readonly rate: number
    readonly regain: number
    readonly falling: number
    readonly done: number
    readonly floor: number
  }
}

/** @param settings dryers and their settings; as usual for this dog where none are given */
export function dryingModel(
  assessment: Assessment,
  plan: CoatWork,
  house: House,
  settings: DrySettings = usualSettings(assessment, house),
): DryingModel {
  const { dog, room } = assessment
  const coat = coatAtTub(assessment, plan, house)
  const dripping = wetG(assessment, coat, house)
  const { left: afterTowel, towels } = towelled(dripping, house)
  const flow = settings.airFlowLs * (settings.low ? house['air.low'] : 1)
  const heatedRh = relativeHumidity(settings.warmOutletC, humidityRatio(room.tempC, room.rh))
  const method = methodOf(assessment, plan)
  const lengthFactor = Math.min(
    house['factor.length.cap'],
    house['factor.length.base'] + house['factor.length.per-mm'] * coat.meanMm,
  )
  const conditioned = conditionerFactor(assessment, house)
  const rate =
    SECONDS * evaporation(room, settings.warmOutletC, settings.warmFlowM3s, house['brush.share']) * conditioned
  return {
    method,
    coatMassG: coat.totalG,
    dripping,
    inCoat: dripping > 0 ? (coat.totalG * house[`pickup.${dog.coatType}`]) / dripping : 0,
    afterTowel,
    towels,
    air:
      dog.dryerTolerance === 'none'
        ? null
        : {
            k: highVelocityRate(coat, settings, flow, house) * conditioned,
            vapour:
              SECONDS *
              evaporation(room, room.tempC + settings.airRiseC, flow / L_PER_M3, house['air.share']) *
              conditioned,
            bound: house['air.bound'] * coat.totalG,
            until: Math.max((1 - house['air.gone']) * dripping, house['air.left'] * coat.totalG),
          },
    dries: rate >= LEAST_RATE && regainAt(heatedRh) < ALMOST * house['brush.done'],
    warm: {
      rate: Math.max(LEAST_RATE, rate),
      // A coat that will not get dry is reckoned as one that nearly would not, so that damp air is never the faster.
      regain: Math.min(regainAt(heatedRh), ALMOST * house['brush.done']) * coat.totalG,
      falling: house['brush.falling'] * coat.totalG,
      done: house['brush.done'] * coat.totalG,
      floor: house['brush.floor.base'] + floorOf(dog.coatType, house) * coat.bsaM2 * lengthFactor,
    },
  }
}

/** Minutes of high-velocity air until nine tenths of the dripping water are gone: the usual changeover. */
export const usualChangeover = ({ air, afterTowel }: DryingModel): number =>
  air ? minutesToBlow(afterTowel, air.until, air.bound, air.k, air.vapour) : 0

const airFor = ({ air, afterTowel }: DryingModel, minutes: Minutes): Blown =>
  air ? blown(afterTowel, air.bound, air.k, air.vapour, minutes) : { left: afterTowel, liquid: 0, vapour: 0 }

/** Minutes of brushing from a changeover on: what the water needs, and never less than the hands do. */
function brushMinutes(model: DryingModel, changeover: number): number {
  const { done, falling, regain, rate, floor } = model.warm
  return Math.max(floor, brushDryMinutes(airFor(model, changeover).left, done, falling, regain, rate))
}

/** Whether brushing takes as long as the hands need, and not as long as the water. */
export const handsDecide = (model: DryingModel, changeover: number): boolean =>
  brushMinutes(model, changeover) <= model.warm.floor

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
export function waterAt(model: DryingModel, changeover: number, minutes: Minutes): number {
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

function howOf({ dog, schools, room }: Assessment, method: DryMethod, coat: WetCoat, house: House): DryingHow {
  const place = schools['dryer-place']
  const start = schools['drying-start']
  const underside =
    start === 'by-coat'
      ? coat.meanMm > house['air.underside-mm'] || room.tempC < house['air.underside-c']
      : start === 'underside-first'
  const long = DROP_COATS.has(dog.coatType)
  const brush = schools['brush-drying'] === 'by-coat' ? (long ? 'pin' : 'slicker') : schools['brush-drying']
  return {
    bulkIn: place === 'table' ? 'table' : 'tub',
    finishIn: place === 'tub' ? 'tub' : 'table',
    start: underside ? 'underside' : 'top',
    brush: method === 'natural' ? null : brush,
  }
}

/** None after the last stretch: then it is dry. */
const breaksOf = (assessment: Assessment, minutes: Minutes, house: House): number =>
  needsHeatCare(assessment, house) || isFrightened(assessment.dog)
    ? Math.max(0, Math.ceil(minutes / house['air.break'] - 1e-9) - 1)
    : 0

/** Minutes of the verdict that are brushing of free or tangled coat and happen under the dryer, within what it takes. */
function brushedInVerdict({ sheet }: Assessment, plan: CoatWork, brushing: number): number {
  const counted = plan.regions
    .filter(
      ({ index, treatment, option }) =>
        treatment === 'brush' && option.when === 'while-drying' && (sheet[index]!.mat ?? 0) <= 1,
    )
    .reduce((sum, { option }) => sum + option.cost.minutes - option.cost.repositionMin, 0)
  return Math.min(counted, brushing)
}

/**
 * From the tub to dry: towels, high-velocity air, warm air with brushing; minutes and water of each stage.
 * @param changeover minutes of high-velocity air; the usual where none is given
 */
export function dryingOf(
  assessment: Assessment,
  plan: CoatWork,
  house: House,
  changeover?: number,
  settings: DrySettings = usualSettings(assessment, house),
): Drying {
  const model = dryingModel(assessment, plan, house, settings)
  const { dripping, afterTowel, towels, coatMassG, method } = model
  const airMinutes = changeover ?? usualChangeover(model)
  const air = airFor(model, airMinutes)
  const left = Math.min(air.left, model.warm.done)
  const stages: DryingStage[] = [
    { stage: 'towel', minutes: 0, waterStartG: dripping, waterEndG: afterTowel },
    { stage: 'high-velocity', minutes: airMinutes, waterStartG: afterTowel, waterEndG: air.left },
    {
      stage: 'brush-dry',
      // What will not get dry is worked as long as the hands take, and said.
      minutes: model.dries ? brushMinutes(model, airMinutes) : model.warm.floor,
      waterStartG: air.left,
      waterEndG: left,
    },
  ]
  // Air alone dries: brushing and carding beside it do not.
  const blowOut = plan.regions
    .filter(({ treatment }) => treatment === 'blow-out')
    .flatMap(({ option }) => option.cost.parts)
    .filter(({ rate }) => rate.startsWith('minutes.blow-out'))
    .reduce((sum, { minutes }) => sum + minutes, 0)
  return {
    method,
    coatMassG,
    towels,
    stages,
    minutes: stages.reduce((sum, { minutes }) => sum + minutes, 0),
    inVerdict: Math.min(blowOut, airMinutes),
    breaks: breaksOf(assessment, airMinutes + stages[2]!.minutes, house),
    brushedInVerdict: brushedInVerdict(assessment, plan, stages[2]!.minutes),
    how: howOf(assessment, method, coatAtTub(assessment, plan, house), house),
    water: {
      dripping,
      towelled: dripping - afterTowel,
      blownOff: air.liquid,
      vapour: air.vapour + air.left - left,
      left,
    },
    cautions: cautionsOf(assessment, stages, model.dries, house),
  }
}

/** kWh that the dryers draw over these stages. */
export const dryerKwh = ({ stages }: Drying, settings: DrySettings, house: House): number =>
  (stages[1]!.minutes * settings.airWatts * (settings.low ? house['air.low-watts'] : 1) +
    stages[2]!.minutes * settings.warmWatts) /
  (WATTS_PER_KW * MINUTES_PER_HOUR)

const WATTS_PER_KW = 1000
const MINUTES_PER_HOUR = 60

/** Hours until this coat would be dry by itself in still air: shown so that people see why not. */
export function naturalHours(assessment: Assessment, model: DryingModel, house: House): number {
  const { room, dog } = assessment
  const flow = house['air.natural'] * bodySurfaceM2(dog.weightKg)
  const rate = SECONDS * evaporation(room, room.tempC, flow, 1)
  const regain = Math.min(regainAt(room.rh) * model.coatMassG, model.warm.done * ALMOST)
  return brushDryMinutes(model.afterTowel, model.warm.done, model.warm.falling, regain, rate) / MINUTES_PER_HOUR
}
