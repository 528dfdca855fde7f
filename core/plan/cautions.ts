import { SMALL_DRYER } from '../body/places.ts'
import { REGION_SIDES, type RegionId } from '../body/regions.ts'
import { scarAt } from '../dog/facts.ts'
import type { Around } from '../scores/around.ts'
import { SEVEN_MM } from '../tools/blades.ts'
import { CUTS, type Treatment } from '../tools/treatments.ts'
import type { Caution } from './codes.ts'
import type { Context } from './context.ts'
import { hasLump, type SideState } from './side-state.ts'
import type { Cut } from './tools.ts'

/** Said whenever anything is done there (rules 9 and 10). */
export const PLACE_CAUTIONS: Partial<Record<RegionId, readonly Caution[]>> = {
  'ear-outer': ['ear-edge'],
  'ear-inner': ['ear-pocket'],
  'behind-ear': ['ear-pocket'],
  tuck: ['tuck-web'],
  armpit: ['armpit-web'],
  groin: ['groin-folds'],
  belly: ['nipples'],
  hindleg: ['hock-hollow'],
  throat: ['throat-folds'],
  sanitary: ['never-dig'],
  eyes: ['tips-away-from-eye'],
  muzzle: ['lips-and-tongue'],
  foreleg: ['dewclaw'],
  'front-paw': ['toe-webs', 'dewclaw'],
  'hind-paw': ['toe-webs', 'dewclaw'],
}

/** Everything the person must hear when this is done here. */
export function cautionsOf(
  treatment: Treatment,
  state: SideState,
  cut: Cut | null,
  around: readonly Around[],
  ctx: Context,
): Caution[] {
  if (treatment === 'none' || treatment === 'leave' || treatment === 'look') return []
  const { region } = REGION_SIDES[state.index]!
  const { dog } = ctx.assessment
  const cuts = CUTS.has(treatment)
  const said: Caution[] = []
  if (state.mat === 4) said.push('under-felt')
  if (cut?.spot) said.push('spot-out-first')
  if (cut?.tight) said.push(cut.tool.kind === 'shears' ? 'tight-by-shears' : 'tight-on-skin')
  if (state.skin === 2) said.push('sore-no-heat-no-scrub')
  if (state.skin === 2 && cut !== null && cut.leavesMm < SEVEN_MM) said.push('short-blade-on-sore-skin')
  if (state.local || around.length > 0) said.push('keep-tools-off-finding')
  if (cuts && state.mat >= 2 && hasLump(state)) said.push('lump-from-above')
  if (scarAt(state.scores, dog) !== null) said.push('no-blade-on-scar')
  if (cuts && ctx.isShow) said.push('owner-decides-loss')
  if (treatment === 'demat' && ctx.isShow) said.push('tip-to-root-only')
  if (treatment === 'blow-out' && SMALL_DRYER.has(region)) said.push('small-dryer-only')
  if (treatment === 'blow-out' && dog.dryerTolerance !== 'fine') said.push('low-air-hood-on')
  if (cuts && state.mat >= 2 && !cut?.spot) said.push('mat-not-combed')
  return said.concat(PLACE_CAUTIONS[region] ?? [])
}
