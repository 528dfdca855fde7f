import { type PlaceIndex, REGION_SIDES, type RegionId } from '../body/regions.ts'
import type { CoatType } from '../coat/coat-types.ts'
import { fixed } from '../numbers/fixed.ts'
import type { SchoolId, Schools } from '../numbers/schools.ts'
import type { Millimetres } from '../numbers/units.ts'
import { PART_IDS, PART_REGIONS, type PartId, type PartShape, shapeOf } from './shapes.ts'

/** A shape for a part, with its length in mm where it has one of its own and one was said. */
export interface PartChoice {
  readonly shape: string
  readonly mm?: Millimetres
}

/** What is wished for each part; a part that is not named is as style and lengths have it. */
export type Pattern = Partial<Readonly<Record<PartId, PartChoice>>>

/** Parts that lie over others: the lower end of a leg, and what the ways of the house say of a place. */
const LAID_OVER: ReadonlySet<PartId> = new Set(['hock', 'sanitary', 'pads', 'armpits', 'stains'])

const PART_OF = new Map<RegionId, PartId>(
  PART_IDS.filter((part) => !LAID_OVER.has(part)).flatMap((part) =>
    PART_REGIONS[part].map((region) => [region, part] as const),
  ),
)
/** The part a region belongs to; null for what no pattern shapes, as hygiene places. */
export const partOfRegion = (region: RegionId): PartId | null => PART_OF.get(region) ?? null

/** The part that somebody means who touches a region: also where nothing but the house's way is to be had. */
export const partTouched = (region: RegionId): PartId | null =>
  partOfRegion(region) ?? TOUCHED.find((part) => PART_REGIONS[part].includes(region)) ?? null
const TOUCHED: readonly PartId[] = ['sanitary', 'armpits']

/** A way that a pattern may have otherwise than the house. */
export type OverHouse = Extract<PartId, SchoolId>

/** How it is done on this dog: as its pattern has it, else as the house does it. */
export const wayOf = <K extends OverHouse>(
  id: K,
  { schools, wishes }: { readonly schools: Schools; readonly wishes: { readonly pattern: Pattern | null } },
): Schools[K] => (wishes.pattern?.[id]?.shape as Schools[K] | undefined) ?? schools[id]

/** Whether two patterns ask for the same at every part. */
export const samePattern = (a: Pattern | null, b: Pattern): boolean =>
  a !== null &&
  PART_IDS.every((part) => a[part]?.shape === b[part]?.shape && (a[part]?.mm ?? null) === (b[part]?.mm ?? null))

/** What a pattern says of a region. */
export interface ShapeAt {
  readonly part: PartId
  readonly id: string
  readonly def: PartShape
  readonly mm: Millimetres | null
}

export function shapeAt(region: RegionId, pattern: Pattern | null, part = partOfRegion(region)): ShapeAt | null {
  const choice = part && pattern?.[part]
  if (!part || !choice) return null
  const def = shapeOf(part, choice.shape)
  return def && { part, id: choice.shape, def, mm: choice.mm ?? null }
}

/** How long a part's shape takes on one of its region-sides of a dog, minutes before temper and pace. */
export function shapeMinutes(index: PlaceIndex, { part, def }: ShapeAt, weightKg: number): number {
  const regions = PART_REGIONS[part]
  const whole = REGION_SIDES.reduce((sum, { region, share }) => sum + (regions.includes(region) ? share : 0), 0)
  return (def.minutes * bySize(weightKg) * REGION_SIDES[index]!.share) / whole
}
/** How much longer work by hand takes on a dog than on the one that tables are for. */
export const bySize = (weightKg: number): number => (weightKg / TABLE_KG) ** BY_WEIGHT
const TABLE_KG = fixed('pattern.kg')
const BY_WEIGHT = fixed('pattern.by-weight')

/** Parts of a pattern that this coat cannot carry. */
export const notFor = (pattern: Pattern, coat: CoatType): PartId[] =>
  PART_IDS.filter((part) => {
    const choice = pattern[part]
    const on = choice && shapeOf(part, choice.shape)?.coats
    return Boolean(on && !on.has(coat))
  })

/** Parts set off by a line of their own: nothing is tapered into them. */
const SET_OFF: ReadonlySet<PartId> = new Set(['ears', 'ear-inside', 'feet', 'muzzle', 'eyes'])
const SET_OFF_SHAPES: ReadonlySet<string> = new Set([
  'flag',
  'half-moon',
  'carrot',
  'pompon',
  'ring',
  'clean',
  'top-knot',
  'kept',
  'apron',
  'breeches-kept',
  'feather-kept',
  'clean-v',
])

/** Whether a region's border is meant, so that no blend goes over it. */
export function isSetOff(region: RegionId, pattern: Pattern | null): boolean {
  const at = shapeAt(region, pattern)
  return at !== null && (SET_OFF.has(at.part) || SET_OFF_SHAPES.has(at.id))
}
