import { isPaw, REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { WetCoat } from './coat.ts'

const EARS: ReadonlySet<RegionId> = new Set(['ear-outer', 'ear-inner', 'behind-ear'])

/** How slowly each region-side dries: its coat a square metre, more where it is hidden, and on ears [est]. */
export const slownessOf = ({ massG, bsaM2 }: WetCoat, house: House): number[] =>
  REGION_SIDES.map(({ index, region, share }) => {
    const hidden = REGIONS[region].seen === 0 || isPaw(region)
    return (
      (massG[index]! / (bsaM2 * share)) *
      (hidden ? house['order.hidden'] : 1) *
      (EARS.has(region) ? house['order.ears'] : 1)
    )
  })

/** Region-sides in the order they will be dry: thin open coat first, dense and hidden places and ears last. */
export function dryingOrder(coat: WetCoat, house: House): number[] {
  const slowness = slownessOf(coat, house)
  return REGION_SIDES.map(({ index }) => index).sort((a, b) => slowness[a]! - slowness[b]! || a - b)
}
