import { bodySurfaceM2 } from '../body/surface.ts'
import type { Assessment } from '../dog/dog.ts'
import { isShow, keepsJacket } from '../dog/facts.ts'
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
}

/** @param feltShare share of the whole surface under felt, 0 to 1 */
export function contextOf(assessment: Assessment, feltShare: number, house: House): Context {
  const { dog, wishes, consents, stage } = assessment
  const temper = dog.temperament === 'unknown' ? 'wary' : dog.temperament
  const jacketComes = dog.jacket === 'ready' || dog.jacket === 'past'
  const wire = dog.coatType === 'wire'
  const way = assessment.schools.wire
  const ground = consents.vetDirectsClip || (stage === 'after-air' && feltShare >= house['double.felt-share'])
  return {
    assessment,
    house,
    bsaM2: bodySurfaceM2(dog.weightKg),
    temperFactor: house[`factor.temper.${temper}`],
    densityFactor: house[`factor.density.${dog.density}`],
    keepWeight: house[`wish.keep${wishes.keepLength}`],
    isShow: isShow(assessment),
    keepsJacket: keepsJacket(assessment),
    stripsJacket:
      jacketComes &&
      !dog.modifiers.includes('clipped-wire') &&
      (wire && way !== 'as-wished' ? way === 'strip' : wishes.style === 'strip' || (wire && wishes.keepJacket)),
    mayClipDouble: ground && consents.doubleClip,
  }
}

export const paceOf = (treatment: Treatment, { pace }: Assessment): number => pace[treatment] ?? 1
