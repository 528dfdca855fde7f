import { REGION_SIDES } from '../body/regions.ts'
import { type Context, wishedMm } from './context.ts'
import { STYLE_CLIPS, type StyleResult, shareOf } from './styles.ts'
import type { VerdictName } from './treatments.ts'

/** Whether a style cuts below what the owner wants anywhere it clips; a coat trimmed to its wish is no shave-down. */
export function cutsBelowWish({ picks, style }: StyleResult, ctx: Context): boolean {
  return picks.some(({ treatment, outlineMm }, i) => {
    const { region } = REGION_SIDES[i]!
    if (treatment !== 'clip' || !STYLE_CLIPS[style].has(region)) return false
    const wished = wishedMm(region, ctx.assessment, ctx.house)
    return wished === null || outlineMm < wished - 1e-9
  })
}

const SPOT = new Set(['clip-out', 'demat', 'splice'] as const)

/** The name of a plan that fits one visit: the first that holds. */
export function nameOf(result: StyleResult, ctx: Context): VerdictName {
  const { house } = ctx
  const { picks, style } = result
  if (style === 'short' && cutsBelowWish(result, ctx)) return 'short-all-over'
  if (style === 'short-body' && cutsBelowWish(result, ctx)) return 'short-body'
  if (shareOf(picks, new Set(['strip'])) >= house['name.strip']) return 'strip'
  if (shareOf(picks, new Set(['splice'])) >= house['name.splice'] - 1e-9) return 'splice'
  const spot = picks.some(
    ({ treatment, loss }) => SPOT.has(treatment as 'splice') || (treatment === 'clip' && loss > 0),
  )
  return spot ? 'spot-work' : 'brush-out'
}
