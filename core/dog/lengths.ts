import type { RegionId } from '../body/regions.ts'
import { coatPartOf } from '../coat/region-length.ts'
import type { House } from '../numbers/estimates.ts'
import type { Schools } from '../numbers/schools.ts'
import type { Assessment } from './dog.ts'
import { letsGrow } from './extras.ts'

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

/** A trim for which no body length was named: the outline is tidied by shears, and no clipper goes over the coat. */
export const isTidy = ({ wishes: { style, targetMm } }: Pick<Assessment, 'wishes'>): boolean =>
  style === 'trim' && targetMm.body === undefined

/**
 * The length the owner wants on a region, mm: as said, else by the style (short and puppy on body and legs, the head one
 * step longer or as the house does it), else null for "as it is". A trim takes legs and head along with a body length
 * that was named.
 */
export function wishedMm(
  region: RegionId,
  { dog, wishes, schools }: Pick<Assessment, 'dog' | 'wishes' | 'schools'>,
  house: House,
): number | null {
  const part = coatPartOf(region, dog.coatType)
  const said = wishes.targetMm[part]
  if (said !== undefined) return said
  if (letsGrow(region, wishes)) return null
  const { style, targetMm } = wishes
  if ((style !== 'trim' && style !== 'short' && style !== 'puppy') || isTidy({ wishes })) return null
  const bodyMm = targetMm.body ?? house[`target.${style}`]
  if (part === 'body' || part === 'legs') return bodyMm
  if (part === 'head') return HEAD[schools.head](bodyMm)
  return null
}
