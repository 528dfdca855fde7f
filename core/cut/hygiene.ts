import { isPaw } from '../body/places.ts'
import { type PlaceIndex, REGION_SIDES, type RegionId } from '../body/regions.ts'
import { CURLED_COATS, DROP_COATS } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import { asksFor } from '../dog/extras.ts'
import type { House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Millimetres } from '../numbers/units.ts'
import { wayOf } from '../pattern/pattern.ts'
import { PART_REGIONS } from '../pattern/shapes.ts'
import { type Around, noCloseBlade } from '../scores/around.ts'
import { findingKind } from '../scores/findings.ts'
import { SEVEN_MM } from '../tools/blades.ts'
import type { CutNote, CutPart } from './shape.ts'
import { bladeOr, combOr, isTender, keptFor, type Made } from './tools.ts'

const OPENING_COMB_MM = fixed('opening.comb')
const SURROUND_COMB_MM = fixed('opening.around')

interface HygieneCut extends Made {
  readonly part: CutPart
  readonly notes: readonly CutNote[]
  readonly around: readonly Around[]
}

/** A 10 at the opening only, a 7 around it, because a 10 irritates there; longer for learners and tender skin. */
function sanitaryCut(part: 'opening' | 'surround', index: PlaceIndex, assessment: Assessment): Made {
  const { experience, rack } = assessment
  const careful = experience === 'learner' || isTender(assessment, index)
  const opening = part === 'opening'
  switch (wayOf('sanitary', assessment)) {
    case 'short-close':
      return bladeOr(careful ? (opening ? '7' : '5') : '10', rack)
    case 'longer':
      return combOr(opening ? OPENING_COMB_MM : SURROUND_COMB_MM, rack) ?? bladeOr('5', rack)
    default:
      return bladeOr(careful ? (opening ? '5' : '4') : opening ? '10' : '7', rack)
  }
}

/** Up and outwards, never into the web: a short blade for practised hands, a 10 for learners, or shears by the house. */
function padsCut(assessment: Assessment, house: House): Omit<HygieneCut, 'around'> {
  const { experience, rack } = assessment
  const way = wayOf('pads', assessment)
  if (way === 'narrow-or-shears')
    return {
      part: 'pads',
      tool: { kind: 'shears', id: 'ball-tip' },
      leavesMm: house['cut.pads-left'],
      against: false,
      notes: ['never-into-web'],
    }
  const id = experience === 'learner' && way === 'by-hands' ? '10' : '30'
  return { part: 'pads', ...bladeOr(id, rack), notes: ['edges-only', 'never-into-web'] }
}

/** Hygiene with what was found there in mind; null where the place is left as it is. */
function keptHygiene(
  index: PlaceIndex,
  cut: Omit<HygieneCut, 'around'>,
  assessment: Assessment,
  house: House,
): HygieneCut | null {
  const { findings } = assessment.sheet[index]!
  const kinds = findings.map(({ id }) => findingKind(id))
  // A swelling at the opening is at the opening: there is no round it.
  if (cut.part === 'opening' && kinds.some(({ coat }) => coat === 'none-nearer')) return null
  if (cut.part === 'pads') {
    if (kinds.some(({ nails }) => nails === 'no-pads' || nails === 'none')) return null
    if (noCloseBlade(assessment.sheet[index]!))
      return {
        ...cut,
        tool: { kind: 'shears', id: 'ball-tip' },
        leavesMm: house['cut.pads-left'],
        around: [],
        notes: ['never-into-web'],
      }
  }
  const kept = keptFor(index, cut, assessment, house)
  return kept && { ...cut, ...kept.made, around: kept.around }
}

/** What is cut for cleanliness whatever is wished: the opening, around it, pads. */
export function hygieneOf(
  index: PlaceIndex,
  region: RegionId,
  coatMm: Millimetres,
  assessment: Assessment,
  house: House,
): HygieneCut[] {
  if (coatMm <= house['cut.hygiene']) return []
  const cut: Omit<HygieneCut, 'around'> | null =
    region === 'sanitary'
      ? { part: 'opening', ...sanitaryCut('opening', index, assessment), notes: ['disinfect-after'] }
      : region === 'groin'
        ? { part: 'surround', ...sanitaryCut('surround', index, assessment), notes: ['disinfect-after'] }
        : isPaw(region)
          ? padsCut(assessment, house)
          : null
  const kept = cut && keptHygiene(index, cut, assessment, house)
  return kept ? [kept] : []
}

const CLEAN_ARMPITS = new Set([...CURLED_COATS, ...DROP_COATS])

/** Armpits clipped clean whatever the length around them, unless they are wished shorter still. */
export function cleanArmpit(
  region: RegionId,
  coatMm: Millimetres,
  wanted: number | null,
  assessment: Assessment,
  house: House,
): boolean {
  if (region !== 'armpit' || coatMm <= house['cut.hygiene'] || (wanted !== null && wanted <= SEVEN_MM)) return false
  const way = wayOf('armpits', assessment)
  if (way === 'leave') return false
  return way === 'every-coat' || CLEAN_ARMPITS.has(assessment.dog.coatType)
}

const STAINED_AT: ReadonlySet<RegionId> = new Set(PART_REGIONS.stains)

/** Stained hair round eyes and mouth, cut away where that is the way; null where there is none, or it is washed or left. */
export function stainCut(index: PlaceIndex, coatMm: Millimetres, assessment: Assessment, house: House): Made | null {
  const { region } = REGION_SIDES[index]!
  if (!STAINED_AT.has(region) || wayOf('stains', assessment) !== 'cut') return null
  if (!assessment.sheet[index]!.tags.some((tag) => tag === 'tear-stain' || tag === 'saliva-stain')) return null
  if (region === 'muzzle' && asksFor(assessment.wishes, 'keep-beard')) return null
  const leavesMm = house['cut.stain-left']
  return coatMm > leavesMm ? { tool: { kind: 'shears', id: 'ball-tip' }, leavesMm, against: false } : null
}
