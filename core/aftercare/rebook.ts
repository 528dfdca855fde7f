import { indexAt, REGION_SIDES } from '../body/regions.ts'
import { type CoatType, CURLED_COATS } from '../coat/coat-types.ts'
import { GROWS_ON, meanLengthAfter, weeksToRegrow } from '../coat/growth.ts'
import type { Assessment, OwnRate } from '../dog/dog.ts'
import { isJacketTight, isPuppy, isShow, keepsJacket } from '../dog/facts.ts'
import { coatMmOf } from '../dog/lengths.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import { interpolated } from '../numbers/interpolate.ts'
import { normalQuantile } from '../numbers/normal.ts'
import type { Millimetres } from '../numbers/units.ts'

/** Weeks a forecast is followed at most. */
const FORECAST_WEEKS = 60

/** What brushing at home leaves of the matting, 0 to 1, by times a week; between the known points by interpolation. */
export function careFactor(care: { perWeek: number; toSkin: boolean } | null, house: House): number {
  if (!care) return 1
  const kind = care.toSkin ? 'skin' : 'top'
  const known = ([1, 3, 7] as const).map((times) => [times, house[`care.${kind}${times}`]] as const)
  return interpolated([[0, 1], ...known], care.perWeek)
}

/** New mats in a week of the interval, index points on a coat free of them; the first week is 0. */
export type MatsAWeek = (week: number) => number

/**
 * New mats week by week: the coat's rate by length, care, friction and coat change. The coat grows meanwhile, so each
 * week counts with the length it has then.
 * @param outlineMm lengths it went home with, by region-side
 */
export function mattingOf(assessment: Assessment, outlineMm: readonly Millimetres[], house: House): MatsAWeek {
  const { dog, wishes } = assessment
  const fullMm = REGION_SIDES.map(({ region }) => coatMmOf(region, assessment))
  const lengthMm = meanLengthAfter(outlineMm, fullMm, dog.coatType, house)
  const rate =
    house[`matting.${dog.coatType}`] *
    careFactor(wishes.homeBrushing, house) *
    (wishes.swims || wishes.wearsCoat ? house['matting.friction'] : 1) *
    (dog.modifiers.includes('coat-change') ? house['matting.coat-change'] : 1) *
    (dog.modifiers.includes('puppy-coat') ? house['matting.puppy-coat'] : 1)
  return (week) =>
    rate *
    Math.min(
      house['matting.length-most'],
      Math.max(house['matting.length-least'], lengthMm(week) / house['matting.mm']),
    )
}

/** The same coat on a dog that mats so many times as fast. */
export const timesAsFast =
  (mats: MatsAWeek, factor: number): MatsAWeek =>
  (week) =>
    factor * mats(week)

/** Mat index from what was left, at the goodbye and after each week: each week I += r x (1 - I / 100). */
export function matIndices(leftIndex: number, mats: MatsAWeek, weeks: number): number[] {
  const indices = [leftIndex]
  for (let week = 0; week < weeks; week++) {
    const index = indices[week]!
    indices.push(index + mats(week) * (1 - index / 100))
  }
  return indices
}

export interface Rebook {
  readonly weeks: number
  /**
   * What bounds it: the forecast of mats, the jacket, a trim that has grown out of shape, or the shortest or longest time
   * there is for this dog.
   */
  readonly why: 'mats-form' | 'least' | 'most' | 'puppy' | 'jacket' | 'shape'
  /** Mat index to be expected then, and four weeks later: with the rate that four dogs of five stay under. */
  readonly indexThen: number
  readonly indexLater: number
}

/** How much later than its date a visit is looked at: what waiting would mean. */
export const LATER_WEEKS = fixed('rebook.later')

/**
 * When to come back: the longest interval for which the chance that the mat index stays under its bound is as asked. The
 * rate is lognormal between dogs, so the quantile of the rate decides.
 */
export function rebookOf(
  assessment: Assessment,
  leftIndex: number,
  outlineMm: readonly Millimetres[],
  house: House,
): Rebook {
  const own = rateOf(assessment, house)
  const mats = timesAsFast(
    mattingOf(assessment, outlineMm, house),
    own.factor * Math.exp(own.sigma * normalQuantile(house['rebook.chance'])),
  )
  const indices = matIndices(leftIndex, mats, FORECAST_WEEKS + LATER_WEEKS)
  const over = indices.findIndex((index, week) => week > 0 && index >= house['rebook.index'])
  const weeks = over < 0 ? FORECAST_WEEKS : Math.min(FORECAST_WEEKS, over - 1)
  const [most, whyMost] = longestFor(assessment, outlineMm, house)
  const bounded = Math.min(most, Math.max(Math.min(most, house['rebook.least']), weeks))
  return {
    weeks: bounded,
    why: weeks > most ? whyMost : weeks < bounded ? 'least' : 'mats-form',
    indexThen: indices[bounded]!,
    indexLater: indices[bounded + LATER_WEEKS]!,
  }
}

/** Styles that are cut to a shape, and lose it as the coat grows on. */
const SHAPED: ReadonlySet<Assessment['wishes']['style']> = new Set(['trim', 'short', 'puppy'])

/**
 * Growth at which a cut has lost its shape, mm. Curls clipped short look tidy for longest; a scissored outline, and a
 * fine coat that falls, show it sooner.
 */
const outgrownMm = (bodyMm: Millimetres, coatType: CoatType, house: House): number =>
  CURLED_COATS.has(coatType)
    ? interpolated(
        [
          [house['rebook.clipped-mm'], house['rebook.outgrown']],
          [house['rebook.scissored-mm'], house['rebook.outgrown-long']],
        ],
        bodyMm,
      )
    : house['rebook.outgrown-long']

/** The longest this dog is left, whatever its mats do, and why. */
function longestFor(
  { dog, wishes }: Assessment,
  outlineMm: readonly Millimetres[],
  house: House,
): [weeks: number, why: Rebook['why']] {
  if (isPuppy(dog, house)) return [house['rebook.puppy'], 'puppy']
  const wire = dog.coatType === 'wire'
  const longest = house[wire ? 'rebook.most-wire' : 'rebook.most']
  if (isJacketTight({ dog, wishes })) return [Math.min(longest, house['strip.tight']), 'jacket']
  if (wishes.style === 'strip' || keepsJacket({ dog, wishes })) {
    const rolled = isShow({ dog, wishes }) || wishes.showInDays !== null
    return [Math.min(longest, house[rolled ? 'strip.roll' : 'rebook.strip']), 'jacket']
  }
  const bodyMm = outlineMm[BACK_INDEX]!
  const curled = CURLED_COATS.has(dog.coatType)
  // Long coat that falls keeps no shape to lose; long curls stand out from it whether they were cut or not.
  const shaped =
    GROWS_ON.has(dog.coatType) &&
    dog.coatType !== 'corded' &&
    ((SHAPED.has(wishes.style) && (curled || bodyMm <= house['rebook.fall-mm'])) ||
      (curled && bodyMm >= house['rebook.scissored-mm']))
  const outgrown = Math.floor(weeksToRegrow(0, outgrownMm(bodyMm, dog.coatType, house), dog.coatType, house))
  return shaped && outgrown < longest ? [outgrown, 'shape'] : [longest, 'most']
}

const BACK_INDEX = indexAt('back', null)

/** The dog's own rate; without visits its coat's, as unlike others as dogs are. */
export const rateOf = ({ own }: Assessment, house: House): OwnRate =>
  own ?? { factor: 1, sigma: house['rebook.sigma'], visits: 0 }
