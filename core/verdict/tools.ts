import { isPaw, type RegionId } from '../body/regions.ts'
import type { CoatType } from '../coat/coat-types.ts'
import { bladeTool, bladeUnderMat, toolForLength } from './blades.ts'
import type { Context } from './context.ts'
import type { SideState } from './side-state.ts'
import type { Tool, Treatment, When } from './treatments.ts'

/** Where a full-width blade never goes: round-tipped or thinning shears do the work (rule 10). */
const SHEARS_ONLY: ReadonlySet<RegionId> = new Set(['eyes', 'muzzle', 'cheek'])
const shearsHere = (region: RegionId): boolean => SHEARS_ONLY.has(region) || isPaw(region)
/** Small nozzle only. */
export const SMALL_DRYER: ReadonlySet<RegionId> = new Set(['cheek', 'crown', 'throat', 'ear-outer'])

const BRUSH: Record<CoatType, string> = {
  smooth: 'rubber-mitt',
  double: 'slicker-firm',
  silky: 'pin',
  'drop-double': 'pin',
  feathered: 'slicker-soft',
  curly: 'slicker-long-pin',
  cotton: 'slicker-soft',
  wire: 'slicker-firm',
  corded: 'metal-comb-wide',
  hairless: 'bristle',
}

const shears = (id: string): Tool => ({ kind: 'shears', id })
const brush = (id: string): Tool => ({ kind: 'brush', id })

export interface Cut {
  readonly tool: Tool
  readonly leavesMm: number
  readonly tight: boolean
}

/** The cut from beneath a mat: blade by the free hair under it, shears where no full-width blade goes. */
export function cutUnderMat(treatment: Treatment, region: RegionId, state: SideState, ctx: Context): Cut {
  const { blade, tight } = bladeUnderMat(state.standoffMm, ctx.house)
  const edge = region === 'ear-outer' && treatment !== 'clip'
  const thin = treatment === 'splice' || ctx.assessment.dog.faceTolerance === 'none'
  const tool =
    shearsHere(region) || edge
      ? shears(thin && !isPaw(region) ? 'thinning' : 'ball-tip')
      : bladeTool(blade, region, true)
  return { tool, leavesMm: blade.leavesMm, tight }
}

/** The cut of coat that combs, to a length. */
export function cutToLength(region: RegionId, wantedMm: number): Cut {
  const { tool, leavesMm } = toolForLength(wantedMm)
  return shearsHere(region)
    ? { tool: shears('ball-tip'), leavesMm: wantedMm, tight: false }
    : { tool, leavesMm, tight: false }
}

/** The tool of a treatment that cuts nothing. */
export function handTool(treatment: Treatment, region: RegionId, { assessment }: Context): Tool | null {
  const { coatType } = assessment.dog
  switch (treatment) {
    case 'none':
      return brush('metal-comb-medium')
    case 'brush':
      return brush(BRUSH[coatType])
    case 'demat':
      return region === 'eyes' || region === 'muzzle' ? shears('thinning') : brush('mat-splitter')
    case 'blow-out':
      return { kind: 'dryer', id: SMALL_DRYER.has(region) ? 'high-velocity-small' : 'high-velocity' }
    case 'strip':
      return brush(coatType === 'wire' ? 'stripping-knife' : 'stripping-stone')
    case 'card':
      return brush('rake')
    default:
      return null
  }
}

/** When in the groom, by the house's ways: tight and felted coat is usually cut before water tightens it. */
export function whenOf(treatment: Treatment, { mat }: SideState, { assessment: { schools } }: Context): When | null {
  const mats = schools['mats-when']
  const before = mats === 'before-bath' ? mat >= 2 : mats === 'by-severity' && mat >= 3
  switch (treatment) {
    case 'none':
      return 'after-drying'
    case 'brush':
      return schools['brush-before-bath'] === 'always' ? 'before-bath' : 'while-drying'
    case 'demat':
      return before ? 'before-bath' : 'while-drying'
    case 'blow-out':
    case 'card':
      return 'in-bath'
    case 'clip':
      return before || schools['clip-before-bath'] === 'rough-first' ? 'before-bath' : 'after-drying'
    case 'splice':
    case 'clip-out':
      return before ? 'before-bath' : 'after-drying'
    case 'strip':
      return 'before-bath'
    default:
      return null
  }
}
