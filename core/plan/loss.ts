import { isPaw } from '../body/places.ts'
import { type PlaceIndex, REGION_SIDES, REGIONS } from '../body/regions.ts'
import { coatMmOf, wishedMm } from '../dog/lengths.ts'
import type { Millimetres } from '../numbers/units.ts'
import type { Treatment } from '../tools/treatments.ts'
import type { Context } from './context.ts'
import type { SideState } from './side-state.ts'

/** The length that counts as whole: what is there, or what the owner wants where that is less. mm */
export const wholeMm = (index: PlaceIndex, { assessment, house }: Context): number => {
  const { region } = REGION_SIDES[index]!
  return Math.min(coatMmOf(region, assessment), wishedMm(region, assessment, house) ?? Number.POSITIVE_INFINITY)
}

const clippedTo = (index: PlaceIndex, leavesMm: Millimetres, ctx: Context): number => {
  const { region, share } = REGION_SIDES[index]!
  const whole = wholeMm(index, ctx)
  if (!(whole > 0)) return 0
  return 100 * share * (Math.max(0, whole - leavesMm) / whole) * ctx.house[`loss.seen${REGIONS[region].seen}`]
}

/**
 * Coat lost on a region-side, in points, against what the owner wants and before the owner's weight on it: the share of
 * the surface, times the share of the length, times how much it shows; for splice and clip-out only where it is matted.
 */
export function lossOf(treatment: Treatment, state: SideState, leavesMm: Millimetres, ctx: Context): number {
  const { house } = ctx
  const { region } = REGION_SIDES[state.index]!
  switch (treatment) {
    case 'clip':
      return clippedTo(state.index, leavesMm, ctx)
    case 'splice':
      return clippedTo(state.index, leavesMm, ctx) * state.extent * house['loss.splice']
    case 'clip-out': {
      const hidden = REGIONS[region].seen === 0 || isPaw(region)
      return clippedTo(state.index, leavesMm, ctx) * state.extent * (hidden ? house['loss.clip-out-hidden'] : 1)
    }
    default:
      return 0
  }
}

/** Points lost by clipping this dog close all over: what "coat kept" is counted against. */
export const referenceLoss = (ctx: Context): number =>
  REGION_SIDES.reduce((sum, { index }) => sum + clippedTo(index, ctx.house['loss.reference'], ctx), 0)

/** Coat kept of a dog whose reference loss is given, 0 to 100; 100 on a dog that has no coat to lose. */
export const keptOf = (loss: number, reference: number): number =>
  reference > 0 ? Math.max(0, 100 * (1 - loss / reference)) : 100

export const coatKept = (loss: number, ctx: Context): number => keptOf(loss, referenceLoss(ctx))
