import { bathSkin } from '../bath/wanted.ts'
import { NO_BARE_BLADE_FOR_LEARNERS } from '../body/places.ts'
import { type PlaceIndex, REGION_SIDES, type RegionId } from '../body/regions.ts'
import { bodySurfaceM2 } from '../body/surface.ts'
import { CURLED_COATS } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import { hasThinSkin } from '../dog/facts.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Millimetres } from '../numbers/units.ts'
import { shapeAt } from '../pattern/pattern.ts'
import { cutToLength } from '../plan/tools.ts'
import { type Around, keptFrom, nearOf } from '../scores/around.ts'
import { BLADES, bladeTool, SEVEN_MM } from '../tools/blades.ts'
import type { Rack } from '../tools/rack.ts'
import type { Tool } from '../tools/treatments.ts'

/** A tool and what it leaves. */
export interface Made {
  readonly tool: Tool
  readonly leavesMm: Millimetres
  readonly against: boolean
}

/** Hair this long is left where round-tipped shears follow the skin instead of a blade, mm. */
const BY_SHEARS_MM = fixed('shears.left')
const AGAINST = fixed('against')
/** A head wished this short or shorter is a smooth face, mm. */
const SMOOTH_FACE_MM = fixed('face.smooth')
const SMOOTH_FACE: ReadonlySet<RegionId> = new Set(['cheek', 'muzzle', 'throat'])
const AGAINST_THROAT: ReadonlySet<RegionId> = new Set(['throat', 'cheek'])
const LIFTED: ReadonlySet<RegionId> = new Set(['neck', 'back', 'side', 'shoulder', 'rump', 'chest', 'throat'])

/** Thin or old skin, or skin that is pink: nothing shorter than a 7. */
export const isTender = ({ dog, sheet }: Assessment, index: PlaceIndex): boolean =>
  bathSkin(sheet[index]!) >= 1 || hasThinSkin(dog)

/** The blade of the rack nearest to a wanted one: it, else the next longer; round-tipped shears where there is none. */
export function bladeOr(id: string, rack: Rack): Made {
  const wanted = BLADES.find((one) => one.id === id)!
  const there = BLADES.filter((one) => rack.blades.some((blade) => blade.id === one.id && blade.form === 'full'))
  const found = there.findLast(({ leavesMm }) => leavesMm >= wanted.leavesMm)
  return found
    ? { tool: { kind: 'blade', id: found.id, form: 'full' }, leavesMm: found.leavesMm, against: false }
    : { tool: { kind: 'shears', id: 'ball-tip' }, leavesMm: BY_SHEARS_MM, against: false }
}

/** The comb attachment that leaves a length or the next longer one; null where the rack has none. */
export function combOr(mm: Millimetres, rack: Rack): Made | null {
  const found = rack.combs.find((one) => one >= mm - 1e-9)
  return found === undefined ? null : { tool: { kind: 'comb', id: String(found) }, leavesMm: found, against: false }
}

const SMOOTH_SHAPES: ReadonlySet<string> = new Set(['clean', 'smooth', 'clean-v'])

/** By the shape of its part, else by a head wished that short. */
function wantsItSmooth(region: RegionId, { pattern, targetMm }: Assessment['wishes']): boolean {
  const at = shapeAt(region, pattern)
  return at ? SMOOTH_SHAPES.has(at.id) : (targetMm.head ?? Number.POSITIVE_INFINITY) <= SMOOTH_FACE_MM
}

/** A smooth face is clipped, against the growth on sound skin; it is never a learner's work, nor on a dog that minds it. */
export const isSmoothFace = (region: RegionId, { dog, wishes, experience }: Assessment): boolean =>
  SMOOTH_FACE.has(region) &&
  CURLED_COATS.has(dog.coatType) &&
  wantsItSmooth(region, wishes) &&
  dog.faceTolerance === 'fine' &&
  experience !== 'learner'

function againstHere(region: RegionId, { dog, schools }: Assessment): boolean {
  switch (schools['clip-direction']) {
    case 'with':
      return false
    case 'against-lifted':
      return (CURLED_COATS.has(dog.coatType) && LIFTED.has(region)) || AGAINST_THROAT.has(region)
    default:
      return (dog.coatType === 'feathered' || dog.coatType === 'wire') && AGAINST_THROAT.has(region)
  }
}

function smoothFace(index: PlaceIndex, assessment: Assessment): Made {
  const { rack, schools } = assessment
  if (isTender(assessment, index)) return bladeOr('7', rack)
  const against = schools['clip-direction'] !== 'with'
  const made = bladeOr('15', rack)
  return made.tool.kind === 'blade' && against ? { ...made, against, leavesMm: made.leavesMm * AGAINST } : made
}

const off = ({ leavesMm }: Pick<Made, 'leavesMm'>, wanted: number): number => Math.abs(leavesMm - wanted)
/** A smoother finish is worth being off the wished length by this much more, mm. */
const FOR_THE_FINISH_MM = fixed('finish.reach')

/** The blade that against the growth comes nearest to a length, and not shorter by more than it may be; null for none. */
function againstFor(wanted: number, rack: Rack): Made | null {
  const made = BLADES.filter(
    ({ id, leavesMm }) =>
      leavesMm * AGAINST >= wanted - FOR_THE_FINISH_MM - 1e-9 &&
      rack.blades.some((blade) => blade.id === id && blade.form === 'full'),
  ).map(
    ({ id, leavesMm }): Made => ({
      tool: { kind: 'blade', id, form: 'full' },
      leavesMm: leavesMm * AGAINST,
      against: true,
    }),
  )
  return made.reduce<Made | null>((best, one) => (best && off(best, wanted) <= off(one, wanted) ? best : one), null)
}

/**
 * The finishing cut of coat that combs, to a length. Blades and combs only go where they pass, and never full-width to
 * eyes, lips and between toes; thin, old or pink skin gets nothing shorter than a 7.
 */
export function finishing(index: PlaceIndex, region: RegionId, wanted: number, assessment: Assessment): Made {
  const { rack, experience } = assessment
  if (isSmoothFace(region, assessment)) return smoothFace(index, assessment)
  const tender = isTender(assessment, index)
  const straight = cutToLength(region, tender ? Math.max(wanted, SEVEN_MM) : wanted, rack)
  if (straight.tool.kind === 'shears') return { ...straight, against: false }
  const noBareBlade = experience === 'learner' && NO_BARE_BLADE_FOR_LEARNERS.has(region)
  if (!tender && !noBareBlade && againstHere(region, assessment)) {
    const against = againstFor(wanted, rack)
    if (against && off(against, wanted) <= off(straight, wanted) + FOR_THE_FINISH_MM) return against
  }
  if (straight.tool.kind === 'comb') return { ...straight, against: false }
  if (noBareBlade) {
    const comb = combOr(straight.leavesMm, rack)
    if (comb) return comb
  }
  const found = BLADES.find(({ id }) => id === straight.tool.id)!
  // Coat that combs is never so bulky that it wants a skip-tooth blade.
  return { tool: bladeTool(found, region, false, rack), leavesMm: straight.leavesMm, against: false }
}

/** A bare blade in a learner's hand where loose skin or an edge is. */
export const isHandOver = (region: RegionId, { tool }: Made, { experience }: Assessment): boolean =>
  experience === 'learner' && tool.kind === 'blade' && NO_BARE_BLADE_FOR_LEARNERS.has(region)

/**
 * A cut with what was found at its place in mind: round it where there is room beside it, by shears where only a blade
 * or comb attachment has none.
 * @returns null where nothing may cut there
 */
export function keptFor(
  index: PlaceIndex,
  made: Made,
  { dog, sheet }: Assessment,
  house: House,
): { readonly made: Made; readonly around: readonly Around[] } | null {
  const areaM2 = bodySurfaceM2(dog.weightKg) * REGION_SIDES[index]!.share
  const by = (tool: Tool) => keptFrom(nearOf(tool), sheet[index]!, areaM2, house)
  const first = by(made.tool)
  if (!first.leftFor) return { made, around: first.around }
  const tool: Tool = { kind: 'shears', id: 'ball-tip' }
  const shears = by(tool)
  if (shears.leftFor) return null
  // What a blade may not come near, shears go round by eye, and never shorter than they can be held.
  return {
    made: { tool, leavesMm: Math.max(made.leavesMm, BY_SHEARS_MM), against: false },
    around: shears.around,
  }
}
