import { REGION_SIDES } from '../body/regions.ts'
import { wishedMm } from '../dog/lengths.ts'
import type { Context } from './context.ts'
import type { Style, VerdictName } from './names.ts'
import type { Option } from './options.ts'
import { STYLE_CLIPS, type StyleResult } from './styles.ts'

/** What an option on a region-side adds to the name of the groom. */
export interface Trait {
  /** Share of the surface stripped, and spliced. */
  readonly strip: number
  readonly splice: number
  readonly spot: boolean
  /** Clipped by the style to less than the owner wants: a coat trimmed to its wish is no shave-down. */
  readonly belowWish: boolean
}

export function traitOf(option: Option, index: number, style: Style, ctx: Context): Trait {
  const { region, share } = REGION_SIDES[index]!
  const { treatment, outlineMm, loss } = option
  const styled = treatment === 'clip' && STYLE_CLIPS[style].has(region)
  const wished = styled ? wishedMm(region, ctx.assessment, ctx.house) : null
  return {
    strip: treatment === 'strip' ? share : 0,
    splice: treatment === 'splice' ? share : 0,
    spot:
      treatment === 'clip-out' || treatment === 'demat' || treatment === 'splice' || (treatment === 'clip' && loss > 0),
    belowWish: styled && (wished === null || outlineMm < wished - 1e-9),
  }
}

/** The name of a plan that fits one visit, from the traits of its options: the first that holds. */
export function nameOfTraits(style: Style, traits: readonly Trait[], { house }: Context): VerdictName {
  let strip = 0
  let splice = 0
  let spot = false
  let belowWish = false
  for (const trait of traits) {
    strip += trait.strip
    splice += trait.splice
    spot ||= trait.spot
    belowWish ||= trait.belowWish
  }
  if (belowWish && style === 'short') return 'short-all-over'
  if (belowWish && style === 'short-body') return 'short-body'
  if (strip >= house['name.strip']) return 'strip'
  if (splice >= house['name.splice'] - 1e-9) return 'splice'
  return spot ? 'spot-work' : 'brush-out'
}

export const nameOf = ({ picks, style }: StyleResult, ctx: Context): VerdictName =>
  nameOfTraits(
    style,
    picks.map((option, i) => traitOf(option, i, style, ctx)),
    ctx,
  )
