import { type PlaceIndex, REGION_SIDES } from '../body/regions.ts'
import { bodySurfaceM2 } from '../body/surface.ts'
import type { Assessment } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import type { Millimetres } from '../numbers/units.ts'
import type { CoatWork } from '../plan/plan-shape.ts'

/** The coat as it comes to the tub: what is clipped before the bath is gone. */
export interface WetCoat {
  readonly bsaM2: number
  /** Dry coat of each region-side, g. */
  readonly massG: readonly number[]
  readonly totalG: number
  /** Length of each region-side, mm. */
  readonly mm: readonly Millimetres[]
  /** Area-weighted length, mm. */
  readonly meanMm: Millimetres
  readonly densityFactor: number
}

/** Water in coat and on skin when it has stopped dripping, g. */
export const wetG = ({ dog }: Assessment, { totalG, bsaM2 }: WetCoat, house: House): number =>
  totalG * house[`pickup.${dog.coatType}`] + bsaM2 * house['skin.film']

export function coatAtTub({ dog }: Assessment, plan: CoatWork, house: House): WetCoat {
  const bsaM2 = bodySurfaceM2(dog.weightKg)
  const densityFactor = house[`coat.density.${dog.density}`]
  const bare = dog.bare ?? (dog.coatType === 'hairless' ? house['bare.hairless'] : 0)
  const mmOf = (index: PlaceIndex): number => {
    const { treatment, option, coatMm } = plan.regions[index]!
    return treatment === 'clip' && option.when === 'before-bath' ? option.outlineMm : coatMm
  }
  const mm = REGION_SIDES.map(({ index }) => mmOf(index))
  const massG = REGION_SIDES.map(
    ({ index, share }) =>
      bsaM2 * share * (1 - bare) * house[`coat.${dog.coatType}`] * (mm[index]! / 10) * densityFactor,
  )
  return {
    bsaM2,
    massG,
    totalG: massG.reduce((a, b) => a + b, 0),
    mm,
    meanMm: REGION_SIDES.reduce((sum, { index, share }) => sum + share * mm[index]!, 0),
    densityFactor,
  }
}
