import { LEGS, TRUNK } from '../body/places.ts'
import { type PlaceIndex, REGION_SIDES, REGIONS, type RegionId } from '../body/regions.ts'
import { wishedMm } from '../dog/lengths.ts'
import type { House } from '../numbers/estimates.ts'
import type { Context } from './context.ts'
import type { VerdictName } from './names.ts'
import type { Option } from './options.ts'
import type { StyleResult } from './solve-style.ts'

/** What an option on a region-side adds to the name of the groom. Shares are of the whole surface. */
export interface Trait {
  readonly strip: number
  readonly splice: number
  readonly spot: boolean
  /** Clipped to less than the owner wants, where it shows: a coat trimmed to its wish is no shave-down. */
  readonly shows: boolean
  /** The same, of the trunk and of the legs. */
  readonly trunk: number
  readonly legs: number
}

export function traitOf(option: Option, index: PlaceIndex, ctx: Context): Trait {
  const { region, share } = REGION_SIDES[index]!
  const { treatment, outlineMm, loss } = option
  const wished = treatment === 'clip' ? wishedMm(region, ctx.assessment, ctx.house) : null
  const short = treatment === 'clip' && loss > 0 && (wished === null || outlineMm < wished - 1e-9)
  return {
    strip: treatment === 'strip' ? share : 0,
    splice: treatment === 'splice' ? share : 0,
    spot: treatment === 'clip-out' || treatment === 'demat' || treatment === 'splice' || short,
    shows: short && REGIONS[region].seen >= 1,
    trunk: short && TRUNK.has(region) ? share : 0,
    legs: short && LEGS.has(region) ? share : 0,
  }
}

const shareOf = (regions: ReadonlySet<RegionId>): number =>
  REGION_SIDES.reduce((sum, { region, share }) => sum + (regions.has(region) ? share : 0), 0)
const TRUNK_SHARE = shareOf(TRUNK)
const LEGS_SHARE = shareOf(LEGS)

/**
 * The name of a plan that fits one visit, from the traits of its options: the first that holds. It says what is done,
 * whatever style it was weighed under.
 */
export function nameOfTraits(traits: readonly Trait[], { house }: Context): VerdictName {
  const total = { strip: 0, splice: 0, trunk: 0, legs: 0, spot: false, shows: false }
  for (const trait of traits) {
    total.strip += trait.strip
    total.splice += trait.splice
    total.trunk += trait.trunk
    total.legs += trait.legs
    total.spot ||= trait.spot
    total.shows ||= trait.shows
  }
  return nameOfTotal(total, house)
}

/** Traits of all places added up. */
export function nameOfTotal({ strip, splice, trunk, legs, spot, shows }: Trait, house: House): VerdictName {
  const most = house['name.most']
  if (trunk >= most * TRUNK_SHARE) return legs >= most * LEGS_SHARE ? 'short-all-over' : 'short-body'
  if (strip >= house['name.strip']) return 'strip'
  if (legs >= most * LEGS_SHARE) return 'short-legs'
  if (shows) return 'keep-places'
  if (splice >= house['name.splice'] - 1e-9) return 'splice'
  return spot ? 'spot-work' : 'brush-out'
}

export const nameOf = ({ picks }: StyleResult, ctx: Context): VerdictName =>
  nameOfTraits(
    picks.map((option, i) => traitOf(option, i, ctx)),
    ctx,
  )
