import type { RegionId } from '../body/regions.ts'
import { coatPartOf } from '../coat/region-length.ts'
import type { House } from '../numbers/estimates.ts'
import type { Schools } from '../numbers/schools.ts'
import type { Millimetres } from '../numbers/units.ts'
import { type ShapeAt, shapeAt } from '../pattern/pattern.ts'
import type { Assessment } from './dog.ts'
import { letsGrow } from './extras.ts'

/** Coat length of a region as the dog stands there, mm. */
export const coatMmOf = (region: RegionId, { dog }: Assessment): number =>
  dog.lengthMm[coatPartOf(region, dog.coatType)]

const HEAD_STEP: readonly [upToMm: Millimetres, nextMm: Millimetres][] = [
  [6.3, 10],
  [10, 13],
  [13, 16],
  [16, 19],
  [19, 22],
  [22, 25],
  [25, 32],
]

const headStep = (mm: Millimetres): number => HEAD_STEP.find(([upTo]) => mm <= upTo)?.[1] ?? mm
const WITH_THE_FACE: ReadonlySet<RegionId> = new Set(['muzzle', 'eyes'])

/** The head to a body: one step longer, skimmed to fit it, or left fuller, as the house does it. */
const HEAD: Readonly<Record<Schools['head'], (bodyMm: Millimetres) => number>> = {
  'one-longer': headStep,
  skimmed: (bodyMm) => bodyMm,
  fuller: (bodyMm) => headStep(headStep(bodyMm)),
}

/** A trim for which no body length was named: the outline is tidied by shears, and no clipper goes over the coat. */
export const isTidy = ({ wishes: { style, targetMm, pattern } }: Pick<Assessment, 'wishes'>): boolean =>
  style === 'trim' && targetMm.body === undefined && pattern === null

type About = Pick<Assessment, 'dog' | 'wishes' | 'schools'>

/** The length the body is wished to, from which the others follow, mm; null where it is left as it is. */
function bodyWish({ wishes }: About, house: House): number | null {
  const { style, targetMm, pattern } = wishes
  const cuts = style === 'trim' || style === 'short' || style === 'puppy'
  const usual = house[`target.${cuts ? style : 'trim'}`]
  const at = shapeAt('back', pattern)
  if (at) return at.def.leaves === 'own' ? (at.mm ?? targetMm.body ?? usual) : null
  if (!cuts || isTidy({ wishes })) return null
  return targetMm.body ?? (pattern && style === 'trim' ? null : usual)
}

/** What a shape asks of a region's length, mm; null where it leaves the coat, or takes only the ends. */
function shapeMm({ part, def, mm }: ShapeAt, about: About, house: House): number | null {
  const bodyMm = bodyWish(about, house)
  if (def.only !== null) return null
  switch (def.leaves) {
    case 'as-it-is':
    case 'tidied':
      return null
    case 'own':
      if (mm !== null || bodyMm === null) return mm
      return part === 'head' || part === 'face' ? HEAD[about.schools.head](bodyMm) : bodyMm
    case 'as-body':
      return bodyMm
    case 'as-face':
      return wishedMm('cheek', about, house)
    case 'longer': {
      const beside = part === 'feet' ? wishedMm('foreleg', about, house) : bodyMm
      return beside === null ? null : headStep(beside)
    }
    default:
      return def.leaves
  }
}

/**
 * The length the owner wants on a region, mm: by the shape of its part, else as said, else by the style (short and puppy
 * on body and legs, the head one step longer or as the house does it), else null for "as it is". A trim takes legs and
 * head along with a body length that was named.
 */
export function wishedMm(region: RegionId, about: About, house: House): number | null {
  const known = lengthsKnown(about, house)
  const before = known.get(region)
  if (before !== undefined) return before
  const mm = workedOut(region, about, house)
  known.set(region, mm)
  return mm
}

/** Whether a length was named for this very part, by its shape or by a number of its own, and not only follows the body. */
export function isNamed(region: RegionId, { dog, wishes }: Pick<Assessment, 'dog' | 'wishes'>): boolean {
  const at = shapeAt(region, wishes.pattern)
  if (at) return at.def.only === null && (at.mm !== null || typeof at.def.leaves === 'number')
  return wishes.targetMm[coatPartOf(region, dog.coatType)] !== undefined
}

/*
 * Every station asks for the same few lengths hundreds of times a plan. Assessments and houses are never changed in
 * place, so what was worked out for one holds for as long as it is there.
 */
type Lengths = Map<RegionId, number | null>
const known = new WeakMap<About, WeakMap<House, Lengths>>()

function lengthsKnown(about: About, house: House): Lengths {
  const byHouse = known.get(about) ?? new WeakMap<House, Lengths>()
  known.set(about, byHouse)
  const lengths = byHouse.get(house) ?? new Map()
  byHouse.set(house, lengths)
  return lengths
}

function workedOut(region: RegionId, about: About, house: House): number | null {
  const { dog, wishes, schools } = about
  // Left on this dog is left, whatever the coat round it is cut to.
  if (region === 'armpit' && wishes.pattern?.armpits?.shape === 'leave') return null
  const at = shapeAt(region, wishes.pattern)
  if (at) return letsGrow(region, wishes) ? null : shapeMm(at, about, house)
  const part = coatPartOf(region, dog.coatType)
  const said = wishes.targetMm[part]
  if (said !== undefined) return said
  // A face that was named takes muzzle and eyes along; one that is clipped clean stops before the eyes.
  const face = wishes.pattern?.face
  if (face && face.shape !== 'clean' && WITH_THE_FACE.has(region)) return wishedMm('cheek', about, house)
  if (letsGrow(region, wishes)) return null
  const bodyMm = bodyWish(about, house)
  if (bodyMm === null) return null
  if (part === 'body' || part === 'legs') return bodyMm
  return part === 'head' ? HEAD[schools.head](bodyMm) : null
}
