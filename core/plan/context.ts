import { REGION_SIDES } from '../body/regions.ts'
import { bodySurfaceM2 } from '../body/surface.ts'
import type { Assessment, Dog } from '../dog/dog.ts'
import { isShow, isWoolly, keepsJacket, wasShaved } from '../dog/facts.ts'
import { wishedMm } from '../dog/lengths.ts'
import type { House } from '../numbers/estimates.ts'
import type { Treatment } from '../tools/treatments.ts'

/** What holds for the whole dog while its region-sides are costed. */
export interface Context {
  readonly assessment: Assessment
  readonly house: House
  readonly bsaM2: number
  readonly temperFactor: number
  readonly densityFactor: number
  readonly keepWeight: number
  readonly isShow: boolean
  readonly keepsJacket: boolean
  readonly stripsJacket: boolean
  /** There is ground for clipping this double coat (felt left after air, or a vet directs it) and the owner said yes. */
  readonly mayClipDouble: boolean
  /** Length the owner wants on each region-side, mm; null for "as it is". */
  readonly wishMm: readonly (number | null)[]
}

/** @param feltShare share of the whole surface under felt, 0 to 1 */
function mayClipDouble({ dog, consents, stage }: Assessment, feltShare: number, house: House): boolean {
  // What was shaved once grows unevenly as it is: only a vet has it shaved again.
  const ground =
    consents.vetDirectsClip || (stage === 'after-air' && feltShare >= house['double.felt-share'] && !wasShaved(dog))
  return ground && consents.doubleClip
}

/** The same dog under another sheet: nothing else follows from what was scored. */
export const underSheet = (like: Context, assessment: Assessment, feltShare: number): Context => ({
  ...like,
  assessment,
  mayClipDouble: mayClipDouble(assessment, feltShare, like.house),
})

/** @param feltShare share of the whole surface under felt, 0 to 1 */
export function contextOf(assessment: Assessment, feltShare: number, house: House): Context {
  const { dog, wishes } = assessment
  const jacketComes = dog.jacket === 'ready' || dog.jacket === 'past'
  const wire = dog.coatType === 'wire'
  const way = assessment.schools.wire
  return {
    assessment,
    house,
    bsaM2: bodySurfaceM2(dog.weightKg),
    temperFactor: temperFactorOf(dog, house),
    densityFactor: house[`factor.density.${dog.density}`],
    keepWeight: house[`wish.keep${wishes.keepLength}`],
    isShow: isShow(assessment),
    keepsJacket: keepsJacket(assessment),
    stripsJacket:
      jacketComes &&
      !isWoolly(dog) &&
      (wire && way !== 'as-wished' ? way === 'strip' : wishes.style === 'strip' || (wire && wishes.keepJacket)),
    mayClipDouble: mayClipDouble(assessment, feltShare, house),
    wishMm: REGION_SIDES.map(({ region }) => wishedMm(region, assessment, house)),
  }
}

/** The number that a dog's temper goes by; one that nobody knows yet is taken as wary. */
export const temperFactorId = ({ temperament }: Pick<Dog, 'temperament'>) =>
  `factor.temper.${temperament === 'unknown' ? 'wary' : temperament}` as const

/** What the temper of a dog makes of every minute. */
export const temperFactorOf = (dog: Dog, house: House): number => house[temperFactorId(dog)]

export const paceOf = (treatment: Treatment, { pace }: Assessment): number => pace[treatment] ?? 1
