import { EARS, FACE_EDGE, isPaw, SHEARS_ONLY, SMALL_DRYER } from '../body/places.ts'
import { REGION_SIDES, type RegionId } from '../body/regions.ts'
import type { CoatType } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import { isFrail } from '../dog/facts.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Millimetres } from '../numbers/units.ts'
import { bladeTool, bladeUnderMat, FULL_RACK, toolForLength } from '../tools/blades.ts'
import type { Rack } from '../tools/rack.ts'
import type { Tool, Treatment, When } from '../tools/treatments.ts'
import type { Context } from './context.ts'
import { hasLump, type SideState } from './side-state.ts'

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
  readonly leavesMm: Millimetres
  readonly tight: boolean
  /** A spot is cut out by itself first, with the blade that it allows. */
  readonly spot?: boolean
}

/** Knots at the ears that are not tight are thinned from inside, unless the house cuts them. */
const thinnedEar = (region: RegionId, { mat }: SideState, { schools }: Context['assessment']): boolean =>
  EARS.has(region) && mat === 2 && schools['ear-knots'] === 'thin-inside'

/**
 * The cut from beneath a mat: blade by the free hair under it, shears where no full-width blade goes.
 * @returns null where the rack has no blade that may go in
 */
export function cutUnderMat(treatment: Treatment, region: RegionId, state: SideState, ctx: Context): Cut | null {
  const { rack, dog } = ctx.assessment
  const edge = region === 'ear-outer' && treatment !== 'clip'
  const thinned = treatment !== 'clip' && thinnedEar(region, state, ctx.assessment)
  const lump = treatment !== 'clip' && hasLump(state)
  const byShears = SHEARS_ONLY.has(region) || edge || thinned || lump
  const under = bladeUnderMat(state.standoffMm, byShears ? FULL_RACK : rack, region, ctx.house)
  if (!under) return null
  const { blade, tight } = under
  const thin = (treatment === 'splice' && !lump) || dog.faceTolerance === 'none' || thinned
  const tool = byShears
    ? shears(thin && !isPaw(region) ? 'thinning' : 'ball-tip')
    : bladeTool(blade, region, true, rack)
  return { tool, leavesMm: blade.leavesMm, tight }
}

/** The cut of coat that combs, to a length; by shears where no tool of the rack is long enough. */
export function cutToLength(region: RegionId, wantedMm: Millimetres, rack: Rack): Cut {
  if (SHEARS_ONLY.has(region)) return { tool: shears('ball-tip'), leavesMm: wantedMm, tight: false }
  const found = toolForLength(wantedMm, rack)
  return found ? { ...found, tight: false } : { tool: shears('straight'), leavesMm: wantedMm, tight: false }
}

/** Where a mat is thinned out rather than pulled: thin leather, and the folds where skin is loose. */
const THINNED: ReadonlySet<RegionId> = new Set([...EARS, 'armpit', 'groin', 'sanitary'])

/** The tool of a treatment that cuts nothing. */
export function handTool(treatment: Treatment, region: RegionId, { assessment, isShow }: Context): Tool | null {
  const { coatType } = assessment.dog
  switch (treatment) {
    case 'none':
      return brush('metal-comb-medium')
    case 'brush':
      return brush(BRUSH[coatType])
    case 'demat':
      // Ears, face and folds are thinned from inside, never split; a show coat is opened with the fingers and a comb.
      if (FACE_EDGE.has(region) || THINNED.has(region)) return shears('thinning')
      return brush(isShow ? 'metal-comb-wide' : 'slicker-soft')
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

/** Dirty coat is washed and dried flat before it is stripped; clean coat strips better as it is. */
function stripsAfterBath({ schools, sheet }: Assessment, house: House): boolean {
  if (schools['strip-when'] !== 'by-coat') return schools['strip-when'] === 'after-bath'
  const dirty = REGION_SIDES.reduce(
    (sum, { index, share }) => sum + ((sheet[index]!.condition ?? 0) >= DIRTY ? share : 0),
    0,
  )
  return dirty >= house['bath.dirty']
}
const DIRTY = fixed('dirty.score')

/** When in the groom, by the house's ways: tight and felted coat is usually cut before water tightens it. */
export function whenOf(treatment: Treatment, { mat }: SideState, { assessment, house }: Context): When | null {
  const { schools, dog } = assessment
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
      // Who should not stand long is not washed and dried in a coat that comes off anyway.
      return before || schools['clip-before-bath'] === 'rough-first' || isFrail(dog, house)
        ? 'before-bath'
        : 'after-drying'
    case 'splice':
    case 'clip-out':
      return before ? 'before-bath' : 'after-drying'
    case 'strip':
      return stripsAfterBath(assessment, house) ? 'after-drying' : 'before-bath'
    default:
      return null
  }
}
