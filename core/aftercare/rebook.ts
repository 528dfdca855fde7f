import { REGION_SIDES } from '../body/regions.ts'
import type { Assessment } from '../dog.ts'
import type { House } from '../house/estimates.ts'
import { interpolated } from '../units/interpolate.ts'
import { isPuppy } from '../verdict/budgets.ts'

/** Weeks a forecast is followed at most. */
const FORECAST_WEEKS = 60
/** The standard normal quantile of the chance asked for, by bisection on the error function's series. */
export function normalQuantile(chance: number): number {
  let low = -6
  let high = 6
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2
    if (normalCdf(middle) < chance) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** Abramowitz and Stegun 26.2.11: the series of the normal distribution, exact to double precision within six sigma. */
function normalCdf(x: number): number {
  let term = x
  let sum = x
  for (let n = 1; Math.abs(term) > 1e-17 && n < 400; n++) {
    term *= (x * x) / (2 * n + 1)
    sum += term
  }
  return 0.5 + (sum * Math.exp((-x * x) / 2)) / Math.sqrt(2 * Math.PI)
}

/** What brushing at home leaves of the matting, 0 to 1, by times a week; between the known points by interpolation. */
export function careFactor(care: { perWeek: number; toSkin: boolean } | null, house: House): number {
  if (!care) return 1
  const kind = care.toSkin ? 'skin' : 'top'
  const known = ([1, 3, 7] as const).map((times) => [times, house[`care.${kind}${times}`]] as const)
  return interpolated([[0, 1], ...known], care.perWeek)
}

/** New mats, index points a week on a coat free of them: the coat's rate by length, care, friction and coat change. */
export function mattingRate({ dog, wishes }: Assessment, outlineMm: readonly number[], house: House): number {
  const meanMm = REGION_SIDES.reduce((sum, { index, share }) => sum + share * outlineMm[index]!, 0)
  const length = Math.min(
    house['matting.length-most'],
    Math.max(house['matting.length-least'], meanMm / house['matting.mm']),
  )
  return (
    house[`matting.${dog.coatType}`] *
    length *
    careFactor(wishes.homeBrushing, house) *
    (wishes.swims || wishes.wearsCoat ? house['matting.friction'] : 1) *
    (dog.modifiers.includes('coat-change') ? house['matting.coat-change'] : 1)
  )
}

/** Mat index after so many weeks, from what was left: each week I += r x (1 - I / 100). */
export function matIndexAfter(leftIndex: number, rate: number, weeks: number): number {
  let index = leftIndex
  for (let week = 0; week < weeks; week++) index += rate * (1 - index / 100)
  return index
}

/** How fast one dog mats, beside its coat's usual rate, and how sure that is: from its own visits. */
export interface OwnRate {
  /** Times the usual rate. */
  readonly factor: number
  /** Of the logarithm. */
  readonly sigma: number
  /** Intervals it was learnt from. */
  readonly visits: number
}

export interface Rebook {
  readonly weeks: number
  /** What bounds it: the forecast of mats, the jacket, or the shortest or longest time there is for this dog. */
  readonly why: 'mats-form' | 'least' | 'most' | 'puppy' | 'jacket'
  /** Mat index to be expected then, and four weeks later: with the rate that four dogs of five stay under. */
  readonly indexThen: number
  readonly indexLater: number
}

/** How much later than its date a visit is looked at: what waiting would mean. */
export const LATER_WEEKS = 4

/**
 * When to come back: the longest interval for which the chance that the mat index stays under its bound is as asked. The
 * rate is lognormal between dogs, so the quantile of the rate decides.
 */
export function rebookOf(
  assessment: Assessment,
  leftIndex: number,
  outlineMm: readonly number[],
  house: House,
): Rebook {
  const own = rateOf(assessment, house)
  const rate =
    mattingRate(assessment, outlineMm, house) *
    own.factor *
    Math.exp(own.sigma * normalQuantile(house['rebook.chance']))
  let weeks = 0
  while (weeks < FORECAST_WEEKS && matIndexAfter(leftIndex, rate, weeks + 1) < house['rebook.index']) weeks++
  const { dog, wishes } = assessment
  const puppy = isPuppy(dog, house)
  const wire = dog.coatType === 'wire'
  const jacket = wishes.style === 'strip' || (wire && wishes.keepJacket && !dog.modifiers.includes('clipped-wire'))
  const rolled = jacket && (wishes.show || wishes.showInDays !== null)
  const longest = house[wire ? 'rebook.most-wire' : 'rebook.most']
  const most = puppy
    ? house['rebook.puppy']
    : jacket
      ? Math.min(longest, house[rolled ? 'strip.roll' : 'rebook.strip'])
      : longest
  const bounded = Math.min(most, Math.max(Math.min(most, house['rebook.least']), weeks))
  return {
    weeks: bounded,
    why: weeks > most ? (puppy ? 'puppy' : jacket ? 'jacket' : 'most') : weeks < bounded ? 'least' : 'mats-form',
    indexThen: matIndexAfter(leftIndex, rate, bounded),
    indexLater: matIndexAfter(leftIndex, rate, bounded + LATER_WEEKS),
  }
}

/** The dog's own rate; without visits its coat's, as unlike others as dogs are. */
export const rateOf = ({ own }: Assessment, house: House): OwnRate =>
  own ?? { factor: 1, sigma: house['rebook.sigma'], visits: 0 }
