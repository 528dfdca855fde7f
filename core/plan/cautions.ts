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
  const said: [boolean, Caution][] = [
    [state.mat === 4, 'under-felt'],
    [cut?.spot ?? false, 'spot-out-first'],
    [cut?.tight ?? false, 'tight-on-skin'],
    [state.skin === 2, 'sore-no-heat-no-scrub'],
    [state.skin === 2 && cut !== null && cut.leavesMm < SEVEN_MM, 'short-blade-on-sore-skin'],
    [state.local || around.length > 0, 'keep-tools-off-finding'],
    [cuts && state.mat >= 2 && hasLump(state), 'lump-from-above'],
    [scarAt(state.scores, dog) !== null, 'no-blade-on-scar'],
    [cuts && ctx.isShow, 'owner-decides-loss'],
    [treatment === 'demat' && ctx.isShow, 'tip-to-root-only'],
    [treatment === 'blow-out' && SMALL_DRYER.has(region), 'small-dryer-only'],
    [treatment === 'blow-out' && dog.dryerTolerance !== 'fine', 'low-air-hood-on'],
    [cuts && state.mat >= 2 && !cut?.spot, 'mat-not-combed'],
  ]
  return [...said.filter(([applies]) => applies).map(([, code]) => code), ...(PLACE_CAUTIONS[region] ?? [])]
}
