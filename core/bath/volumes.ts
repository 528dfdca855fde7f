import { REGION_SIDES } from '../body/regions.ts'
import type { WetCoat } from '../drying/coat.ts'
import type { House } from '../numbers/estimates.ts'

const MM_PER_CM = 10
const G_PER_KG = 1000

export const shareOf = (indexes: readonly number[]): number =>
  indexes.reduce((sum, index) => sum + REGION_SIDES[index]!.share, 0)

/** Area-weighted length over some places, cm. */
function cmOver(indexes: readonly number[], coat: WetCoat): number {
  const share = shareOf(indexes)
  return share === 0 ? 0 : indexes.reduce((sum, i) => sum + REGION_SIDES[i]!.share * coat.mm[i]!, 0) / share / MM_PER_CM
}

/** Working solution of a wash over some places, ml, before any rounding. */
export const washMl = (indexes: readonly number[], coat: WetCoat, house: House): number =>
  house['bath.ml'] *
  coat.bsaM2 *
  shareOf(indexes) *
  (house['bath.ml-base'] + house['bath.ml-per-cm'] * cmOver(indexes, coat) * coat.densityFactor)

/** Filled up to what a bottle is filled to, and never less than a pass takes. */
export const bottled = (ml: number, house: House): number =>
  Math.ceil(Math.max(ml, house['bath.ml-least']) / house['bath.bottle'] - 1e-9) * house['bath.bottle']

/** Minutes of work over some places at a rate of minutes a square metre; longer coat takes longer. */
export const minutesOver = (indexes: readonly number[], rate: number, coat: WetCoat, house: House): number =>
  Math.max(
    house['bath.least'],
    rate *
      coat.bsaM2 *
      shareOf(indexes) *
      (house['bath.length-base'] + house['bath.length-per-cm'] * cmOver(indexes, coat) * coat.densityFactor),
  )

/** Coat that feels wet while the root is dry. */
export const isThick = ({ totalG, bsaM2 }: WetCoat, house: House): boolean =>
  totalG / bsaM2 / G_PER_KG > house['bath.thick']
