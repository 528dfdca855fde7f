import { isPaw, REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import type { House } from '../house/estimates.ts'
import type { WetCoat } from './coat.ts'

const EARS: ReadonlySet<RegionId> = new Set(['ear-outer', 'ear-inner', 'behind-ear'])

/** Region-sides in the order they will be dry: thin open coat first, dense and hidden places and ears last [est]. */
export function dryingOrder({ massG, bsaM2 }: WetCoat, house: House): number[] {
  const slowness = (index: number): number => {
    const { region, share } = REGION_SIDES[index]!
    const hidden = REGIONS[region].seen === 0 || isPaw(region)
    return (
      (massG[index]! / (bsaM2 * share)) *
      (hidden ? house['order.hidden'] : 1) *
      (EARS.has(region) ? house['order.ears'] : 1)
    )
  }
  return REGION_SIDES.map(({ index }) => index).sort((a, b) => slowness(a) - slowness(b) || a - b)
}
