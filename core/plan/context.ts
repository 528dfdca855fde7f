import type { RegionId } from '../body/regions.ts'
import { bodySurfaceM2 } from '../body/surface.ts'
import { coatPartOf } from '../coat/region-length.ts'
import type { Assessment } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import type { Schools } from '../numbers/schools.ts'
import type { Treatment } from './treatments.ts'

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
  const clippedWire = dog.modifiers.includes('clipped-wire')
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
    isShow: wishes.show || wishes.style === 'show' || dog.modifiers.includes('show-coat'),
    keepsJacket: wire && wishes.keepJacket && !clippedWire,
    stripsJacket:
      jacketComes &&
      !clippedWire &&
      (wire && way !== 'as-wished' ? way === 'strip' : wishes.style === 'strip' || (wire && wishes.keepJacket)),
    mayClipDouble: ground && consents.doubleClip,
  }
}

/** Coat length of a region as the dog stands there, mm. */
export const coatMmOf = (region: RegionId, { dog }: Assessment): number =>
  dog.lengthMm[coatPartOf(region, dog.coatType)]

const HEAD_STEP: readonly [upToMm: number, nextMm: number][] = [
  [6.3, 10],
  [10, 13],
  [13, 16],
  [16, 19],
  [19, 22],
  [22, 25],
  [25, 32],
]

const headStep = (mm: number): number => HEAD_STEP.find(([upTo]) => mm <= upTo)?.[1] ?? mm
/** The head to a body: one step longer, skimmed to fit it, or left fuller, as the house does it. */
const HEAD: Readonly<Record<Schools['head'], (bodyMm: number) => number>> = {
  'one-longer': headStep,
  skimmed: (bodyMm) => bodyMm,
  fuller: (bodyMm) => headStep(headStep(bodyMm)),
}

/**
 * The length the owner wants on a region, mm: as said, else by the style (short, trim, puppy on body and legs, the head
 * one step longer or as the house does it), else null for "as it is".
 */
export function wishedMm(region: RegionId, { dog, wishes, schools }: Assessment, house: House): number | null {
  const part = coatPartOf(region, dog.coatType)
  const said = wishes.targetMm[part]
  if (said !== undefined) return said
  if (wishes.style !== 'short' && wishes.style !== 'trim' && wishes.style !== 'puppy') return null
  const bodyMm = wishes.targetMm.body ?? house[`target.${wishes.style}`]
  if (part === 'body' || part === 'legs') return bodyMm
  if (part === 'head') return HEAD[schools.head](bodyMm)
  return null
}

export const paceOf = (treatment: Treatment, { pace }: Assessment): number => pace[treatment] ?? 1
