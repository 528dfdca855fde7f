import type { Dog } from '../dog/dog.ts'
import type { Bench } from '../groom/bench/shape.ts'
import { minutesTaken } from '../groom/bench/status.ts'
import type { GroomStep } from '../groom/step.ts'
import { isMeasured, type WorkKey, workOf } from '../groom/work.ts'
import { DEFAULT_HOUSE, ESTIMATES, type EstimateId, type House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import { temperFactorId } from '../plan/context.ts'
import { type Cost, lengthFactor } from '../plan/cost.ts'
import type { RegionPlan } from '../plan/plan-shape.ts'

/** Minutes that one rate stands for in a step: at the product's own rate, at pace 1, all factors of the dog in it. */
export interface RatePart {
  readonly rate: EstimateId
  readonly minutes: Minutes
}

/** What a dog makes of the minutes of a step: a number of ours, and how much of its logarithm is in theirs. */
export interface Slow {
  readonly id: EstimateId
  /** 1 where minutes are as many times as long as the number says; less where it is a part of what makes them longer. */
  readonly share: number
}

/** One step of a groom by the clock, and what the rates make of it. */
export interface Timing {
  readonly step: string
  readonly treatment: WorkKey
  /** Who stood longest at it. */
  readonly personId: string | null
  readonly parts: readonly RatePart[]
  /** What the dog makes of those minutes, each as ours has it: its temper, how dense and how long its coat is. */
  readonly factors: readonly Slow[]
  /** What no rate multiplies: moving on from place to place, min. */
  readonly fixedMin: Minutes
  /** As it was planned, at pace 1. */
  readonly plannedMin: Minutes
  readonly takenMin: Minutes
}

type Rated = Pick<Timing, 'parts' | 'factors' | 'fixedMin'>

const timesOurs = (id: EstimateId, house: House): number => house[id] / ESTIMATES[id].value

const timesBy = (factors: readonly Slow[], house: House): number =>
  factors.reduce((times, { id, share }) => times * timesOurs(id, house) ** share, 1)

/** What a step takes by the rates of a house, at pace 1, min. */
export const minutesBy = ({ parts, factors, fixedMin }: Rated, house: House): number =>
  fixedMin +
  timesBy(factors, house) * parts.reduce((sum, { rate, minutes }) => sum + minutes * timesOurs(rate, house), 0)

/** An easy dog, and a coat as usual for its type, are what all others are held against. */
const EASY = 'factor.temper.easy'
const USUAL = 'factor.density.normal'
const LONGER = 'factor.length.per-mm'

/** Whether a factor is one of temper, which slows coat work and cut alike. */
export const isTemper = (id: EstimateId): boolean => id.startsWith('factor.temper.') && id !== EASY
const isDensity = (id: EstimateId): boolean => id.startsWith('factor.density.') && id !== USUAL

/** Whether a number is what a dog makes of minutes, and not a rate of its own. */
export const isSlow = (id: EstimateId): boolean => isTemper(id) || isDensity(id) || id === LONGER

/** How unlike ours such a number may be in a house, of its logarithm. */
export const spreadOfSlow = (id: EstimateId, house: House): number =>
  house[isTemper(id) ? 'learn.temper' : isDensity(id) ? 'learn.density' : 'learn.longer']

/** Hands in the bath by the step, and what is done meanwhile. */
const BATH_RATES = {
  wet: 'bath.wet',
  wash: 'bath.wash',
  rinse: 'bath.rinse',
  condition: 'bath.condition',
  blast: 'bath.blast',
  face: 'bath.face',
  'face-again': 'job.face-again',
  paws: 'job.paws',
} as const
const KIND_RATES = {
  nails: 'job.nails',
  ears: 'job.ears',
  'ear-hair': 'cut.ear-hair',
  check: 'check.comb',
  blend: 'cut.blend',
} as const
const CUT_RATES = { opening: 'cut.opening', pads: 'cut.pads', coat: 'cut.shears' } as const

/** Rates beside those of coat work that a step goes by. */
export const STEP_RATES: ReadonlySet<EstimateId> = new Set(
  [BATH_RATES, KIND_RATES, CUT_RATES].flatMap((rates) => Object.values<EstimateId>(rates)),
)

const rateIn = (rates: Readonly<Record<string, EstimateId>>, key: string | null): EstimateId | null =>
  (key === null ? null : rates[key]) ?? null

/**
 * The one rate that a step other than coat work goes by; null where none does: drying follows from water and air, a shape
 * set by hand from its own minutes, and a step at its floor from nothing but that.
 */
function oneRate({ kind, what, shape, tool, minutes }: GroomStep, house: House): EstimateId | null {
  if (kind === 'cut') {
    if (shape) return null
    return what === 'coat' && tool?.kind !== 'shears' ? 'minutes.clip.m0' : rateIn(CUT_RATES, what)
  }
  if (kind !== 'bath') return rateIn(KIND_RATES, kind)
  const rate = rateIn(BATH_RATES, what)
  return rate?.startsWith('job.') || minutes > house['bath.least'] ? rate : null
}

/** Work that a person's pace is known for, and what in a dog slows it; bath, nails and looking over have a pace of their own. */
export const isPaced = (id: EstimateId): boolean =>
  id.startsWith('minutes.') || (id.startsWith('cut.') && id !== 'cut.ear-hair') || isSlow(id)

/** What in a dog makes the minutes of a step as many times as long: its temper at coat and cut, its coat's density at coat work. */
function slowsOf({ kind }: GroomStep, dog: SlowDog): Slow[] {
  if (kind !== 'coat' && kind !== 'cut') return []
  const ids: EstimateId[] =
    kind === 'coat' ? [temperFactorId(dog), `factor.density.${dog.density}`] : [temperFactorId(dog)]
  return ids.filter(isSlow).map((id) => ({ id, share: 1 }))
}

/**
 * What the rates make of one step.
 * @param regions of the plan it belongs to @param dog that it was planned for @param house the numbers it was planned with
 * @returns null where no rate says how long it takes, and where a place is worked otherwise than planned
 */
export function ratesOfStep(step: GroomStep, regions: readonly RegionPlan[], dog: SlowDog, house: House): Rated | null {
  const factors = slowsOf(step, dog)
  const times = timesBy(factors, house)
  if (step.kind !== 'coat') {
    const rate = oneRate(step, house)
    if (!rate) return null
    const all = step.minutes / step.pace
    // Going over a coat takes moving on from place to place; what is counted by the piece does not.
    const moving =
      rate === 'cut.shears' || rate === 'minutes.clip.m0' ? house['minutes.reposition'] * step.indexes.length : 0
    const fixedMin = Math.min(all, moving / step.pace)
    const minutes = (all - fixedMin) / timesOurs(rate, house) / times
    return minutes > 0 ? { parts: [{ rate, minutes }], factors, fixedMin } : null
  }
  if (!step.treatment) return null
  const minutes = new Map<EstimateId, number>()
  let fixedMin = 0
  let all = 0
  let longer = 0
  for (const index of step.indexes) {
    const place = regions[index]
    if (!place || place.option.treatment !== step.treatment) return null
    const ours = lengthFactor(place.coatMm, DEFAULT_HOUSE)
    const here = lengthFactor(place.coatMm, house)
    for (const cost of [place.option.cost, place.option.card]) {
      if (!cost) continue
      fixedMin += cost.repositionMin * step.part
      for (const { rate, minutes: given } of ratesOf(cost)) {
        const own = (given * step.part * ours) / here / times
        minutes.set(rate, (minutes.get(rate) ?? 0) + own)
        all += own
        longer += own * shareOfLength(ours)
      }
    }
  }
  if (all === 0) return null
  const length = { id: LONGER, share: longer / all } as const
  return {
    parts: [...minutes].map(([rate, of]) => ({ rate, minutes: of })),
    factors: length.share > 0 ? [...factors, length] : factors,
    fixedMin,
  }
}

/** Of the length factor what growth with length makes of it; at its most it grows no more. */
const shareOfLength = (factor: number): number =>
  factor >= ESTIMATES['factor.length.cap'].value ? 0 : 1 - ESTIMATES['factor.length.base'].value / factor

/** Of a dog what makes hands slower. */
type SlowDog = Pick<Dog, 'temperament' | 'density'>

const ratesOf = ({ parts, factors }: Cost): RatePart[] =>
  parts.map(({ rate, minutes, perM2 }) => ({ rate, minutes: (minutes / factors.pace / perM2) * ESTIMATES[rate].value }))

/**
 * Steps of a groom that one person did by the clock. Those that two stood at are left out: whose minutes they are nobody
 * can say.
 * @param regions of the plan it was done by @param dog that it was planned for @param house the numbers it was planned with
 */
export function timingsOf({ steps }: Bench, regions: readonly RegionPlan[], dog: SlowDog, house: House): Timing[] {
  return steps.flatMap((status): Timing[] => {
    const { step, byPerson } = status
    const rates = ratesOfStep(step, regions, dog, house)
    if (!rates || !isMeasured(status) || byPerson.size > 1) return []
    return [
      {
        ...rates,
        step: step.id,
        treatment: workOf(step),
        personId: [...byPerson.keys()][0] ?? status.doneBy,
        plannedMin: step.minutes / step.pace,
        takenMin: minutesTaken(status)!,
      },
    ]
  })
}
