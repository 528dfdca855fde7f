import { EARS, HIDDEN } from '../body/places.ts'
import { REGION_SIDES } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { WetCoat } from './coat.ts'

/** How slowly each region-side dries: its coat a square metre, more where it is hidden, and on ears [est]. */
export const slownessOf = ({ massG, bsaM2 }: WetCoat, house: House): number[] =>
  REGION_SIDES.map(({ index, region, share }) => {
    return (
      (massG[index]! / (bsaM2 * share)) *
      (HIDDEN.has(region) ? house['order.hidden'] : 1) *
      (EARS.has(region) ? house['order.ears'] : 1)
    )
  })
