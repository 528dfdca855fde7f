import type { RegionId } from '../body/regions.ts'
import type { CoatType } from '../coat/coat-types.ts'
import type { Minutes } from '../numbers/units.ts'

/*
 * What a groomer means by a cut: for each part of the dog a shape. Minutes are for a dog of 10 kg [est], shapes and their
 * names common practice of the trade.
 */

/** What to look at while a shape is made. */
export const SHAPE_NOTES = [
  'cowlick-longer',
  'elbow-shears',
  'ear-by-finger',
  'lashes-stay',
  'lashes-off',
  'throat-as-muzzle',
  'level-from-front',
  'look-after-shake',
  'set-into-shoulder',
  'set-into-hip',
  'between-toes-too',
  'line-at-ankle',
  'never-from-top',
  'upward-only',
  'bands-never-pulled',
] as const
export type ShapeNote = (typeof SHAPE_NOTES)[number]

/** What a shape leaves of the coat: as it is, its own length, that of the body, one step longer, the ends off, so many mm. */
type Leaves = 'as-it-is' | 'own' | 'as-body' | 'longer' | 'tidied' | 'as-face' | number

/** What makes it: the blade or comb that leaves that length, or shears. */
type By = 'by-length' | 'straight' | 'ball-tip' | 'curved' | 'thinning' | 'hands'

export interface PartShape {
  /** Minutes on a dog of 10 kg beside those of the length itself; 0 where nothing is done for it. */
  readonly minutes: Minutes
  readonly leaves: Leaves
  readonly by: By
  /** Coats that can carry it; null for every coat that has hair there. */
  readonly coats: ReadonlySet<CoatType> | null
  /** Only part of the region is cut so, and the rest of it is as the part around it. */
  readonly only: 'hock' | 'ear-top' | 'tail-base' | null
  readonly notes: readonly ShapeNote[]
}

const coats = (...ids: CoatType[]): ReadonlySet<CoatType> => new Set(ids)
const SCISSORED = coats('curly', 'cotton', 'drop-double', 'silky', 'feathered')
const CURLED = coats('curly', 'cotton')
const WIRE = coats('wire', 'feathered')
const LONG = coats('silky', 'drop-double', 'curly', 'cotton')
/** Heads that are set round by shears: long coats, and the harsh furnishings of short-legged terriers. */
const ROUND_HEADED = coats('silky', 'drop-double', 'curly', 'cotton', 'wire')
const FRINGED = coats('feathered', 'silky', 'drop-double', 'double', 'curly', 'cotton', 'wire')

const shape = (
  minutes: Minutes,
  leaves: Leaves,
  by: By,
  more: {
    readonly coats?: ReadonlySet<CoatType>
    readonly only?: PartShape['only']
    readonly notes?: readonly ShapeNote[]
  } = {},
): PartShape => ({ minutes, leaves, by, coats: more.coats ?? null, only: more.only ?? null, notes: more.notes ?? [] })

const NATURAL = shape(0, 'as-it-is', 'hands')
const STRIPPED = shape(0, 'as-it-is', 'hands', { coats: WIRE })
const LEVEL: readonly ShapeNote[] = ['level-from-front']
const SHAKEN: readonly ShapeNote[] = ['look-after-shake']

/** Both pairs of legs are shaped alike, each set into its own joint. */
const legShapes = (set: ShapeNote, clipped: readonly ShapeNote[] = []) => ({
  length: shape(0, 'own', 'by-length', { notes: clipped }),
  column: shape(10, 'own', 'straight', { coats: SCISSORED, notes: [set, ...SHAKEN] }),
  tidy: shape(4, 'tidied', 'straight'),
  'feather-kept': shape(2, 'tidied', 'thinning', { coats: FRINGED }),
  stripped: STRIPPED,
  natural: NATURAL,
})

/** A way of the house, otherwise on this dog: its lines are those of the way, with the minutes of the way. */
const overHouse = <Way extends string>(...ways: readonly Way[]): Record<Way, PartShape> =>
  Object.fromEntries(ways.map((way) => [way, NATURAL])) as Record<Way, PartShape>

export const PART_SHAPES = {
  body: {
    length: shape(0, 'own', 'by-length'),
    natural: NATURAL,
    tidy: shape(8, 'tidied', 'straight'),
    scissored: shape(25, 'own', 'straight', { coats: SCISSORED, notes: SHAKEN }),
    stripped: STRIPPED,
    rolled: STRIPPED,
    saddle: shape(15, 'as-it-is', 'hands', { coats: coats('silky') }),
  },
  skirt: {
    none: shape(0, 'as-body', 'by-length'),
    kept: NATURAL,
    shaped: shape(4, 'tidied', 'straight', { coats: FRINGED, notes: SHAKEN }),
    off: shape(2, 'as-body', 'by-length'),
  },
  chest: {
    'as-body': shape(0, 'as-body', 'by-length'),
    longer: shape(1, 'longer', 'by-length', { notes: ['cowlick-longer'] }),
    apron: shape(2, 'tidied', 'straight', { coats: FRINGED }),
  },
  forelegs: legShapes('set-into-shoulder', ['elbow-shears']),
  hindlegs: legShapes('set-into-hip'),
  hock: {
    'as-leg': NATURAL,
    'straight-down': shape(2, 'tidied', 'straight', { only: 'hock' }),
    flag: shape(1, 'tidied', 'thinning', { only: 'hock', coats: FRINGED }),
    close: shape(3, 10, 'straight', { only: 'hock' }),
  },
  feet: {
    round: shape(6, 'longer', 'curved', { notes: SHAKEN }),
    cat: shape(12, 6, 'curved', { notes: ['between-toes-too'] }),
    tidy: shape(4, 'longer', 'ball-tip'),
    clean: shape(10, 1.5, 'by-length', { coats: CURLED, notes: ['line-at-ankle'] }),
    hare: shape(6, 'longer', 'straight'),
    natural: NATURAL,
  },
  rear: {
    'as-body': shape(0, 'as-body', 'by-length'),
    'breeches-kept': NATURAL,
    'thinned-beneath': shape(8, 'tidied', 'thinning', {
      coats: coats('double', 'drop-double'),
      notes: ['never-from-top'],
    }),
    angled: shape(5, 'own', 'straight', { coats: SCISSORED }),
  },
  tail: {
    natural: NATURAL,
    flag: shape(3, 'tidied', 'straight', { coats: FRINGED, notes: SHAKEN }),
    'half-moon': shape(3, 'tidied', 'curved', { coats: FRINGED }),
    'straight-end': shape(2, 'tidied', 'straight'),
    clipped: shape(3, 'as-body', 'by-length'),
    carrot: shape(4, 13, 'straight', { coats: coats('wire', 'curly', 'feathered') }),
    pompon: shape(5, 1.5, 'by-length', { coats: CURLED, only: 'tail-base' }),
    ring: shape(4, 'tidied', 'thinning', { coats: coats('double', 'drop-double', 'feathered'), only: 'tail-base' }),
  },
  ears: {
    natural: NATURAL,
    'scissored-round': shape(4, 'tidied', 'curved', { notes: ['ear-by-finger', ...LEVEL] }),
    'scissored-straight': shape(3, 'tidied', 'straight', { notes: ['ear-by-finger', ...LEVEL] }),
    shorter: shape(4, 25, 'ball-tip', { notes: ['ear-by-finger', ...LEVEL] }),
    clipped: shape(6, 3, 'by-length', { notes: ['ear-by-finger'] }),
    'top-third': shape(5, 3, 'by-length', { only: 'ear-top', coats: FRINGED, notes: LEVEL }),
    'clipped-tasselled': shape(7, 3, 'by-length', {
      coats: CURLED,
      only: 'ear-top',
      notes: ['ear-by-finger', ...LEVEL],
    }),
    tip: shape(4, 1.5, 'by-length', { only: 'ear-top', coats: coats('silky', 'wire', 'drop-double'), notes: LEVEL }),
    half: shape(4, 1.5, 'by-length', { only: 'ear-top', coats: coats('silky', 'wire', 'drop-double'), notes: LEVEL }),
    stripped: shape(8, 'tidied', 'hands', { coats: WIRE }),
  },
  'ear-inside': {
    leave: NATURAL,
    tidy: shape(2, 'tidied', 'ball-tip'),
    clipped: shape(3, 3, 'by-length', { notes: ['upward-only'] }),
  },
  head: {
    length: shape(0, 'own', 'by-length'),
    round: shape(12, 'own', 'curved', { coats: ROUND_HEADED, notes: [...LEVEL, ...SHAKEN] }),
    'top-knot': shape(8, 'tidied', 'curved', { coats: CURLED, notes: [...LEVEL, ...SHAKEN] }),
    flat: shape(10, 10, 'by-length', { coats: coats('wire', 'feathered', 'curly') }),
    'split-brow': shape(10, 10, 'by-length', { coats: WIRE, notes: LEVEL }),
    smooth: shape(5, 1.5, 'by-length', { coats: CURLED }),
    tied: shape(5, 'as-it-is', 'hands', { coats: LONG, notes: ['bands-never-pulled'] }),
    natural: NATURAL,
  },
  face: {
    length: shape(0, 'own', 'by-length'),
    round: shape(8, 'own', 'curved', { coats: ROUND_HEADED, notes: [...LEVEL, ...SHAKEN] }),
    clean: shape(10, 1.5, 'by-length', { coats: CURLED }),
    short: shape(4, 6, 'by-length'),
    natural: NATURAL,
  },
  muzzle: {
    'as-face': shape(0, 'as-face', 'by-length'),
    beard: shape(2, 'tidied', 'straight'),
    'short-beard': shape(5, 16, 'curved'),
    'moustache-round': shape(5, 25, 'curved', { notes: LEVEL }),
    clean: shape(4, 1.5, 'by-length', { coats: CURLED }),
  },
  eyes: {
    // No longer than the cheeks beside it: a fringe over the eyes is the visor.
    cleared: shape(2, 'as-face', 'ball-tip'),
    'lashes-stay': shape(3, 'as-face', 'ball-tip', { notes: ['lashes-stay'] }),
    'lashes-off': shape(2, 'as-face', 'ball-tip', { notes: ['lashes-off'] }),
    visor: shape(2, 'tidied', 'curved'),
    natural: NATURAL,
  },
  throat: {
    'as-body': shape(0, 'as-body', 'by-length'),
    'clean-v': shape(3, 1.5, 'by-length', { notes: ['throat-as-muzzle'] }),
    'short-under-ears': shape(2, 6, 'by-length'),
  },
  sanitary: overHouse('ten-at-opening', 'short-close', 'longer'),
  pads: overHouse('by-hands', 'short-blade', 'narrow-or-shears'),
  armpits: overHouse('every-coat', 'leave'),
  stains: overHouse('wash', 'cut', 'leave'),
} as const satisfies Record<string, Record<string, PartShape>>

export type PartId = keyof typeof PART_SHAPES
export const PART_IDS = Object.keys(PART_SHAPES) as PartId[]
export type ShapeId<P extends PartId = PartId> = P extends PartId
  ? Extract<keyof (typeof PART_SHAPES)[P], string>
  : never

/** The regions that each part is made of; the hock is the lower end of the hind leg. */
export const PART_REGIONS: Readonly<Record<PartId, readonly RegionId[]>> = {
  body: ['back', 'rump', 'side', 'shoulder', 'neck'],
  skirt: ['belly', 'tuck'],
  chest: ['chest'],
  forelegs: ['foreleg'],
  hindlegs: ['hindleg'],
  hock: ['hindleg'],
  feet: ['front-paw', 'hind-paw'],
  rear: ['breeches'],
  tail: ['tail'],
  ears: ['ear-outer'],
  'ear-inside': ['ear-inner'],
  head: ['crown'],
  face: ['cheek'],
  muzzle: ['muzzle'],
  eyes: ['eyes'],
  throat: ['throat'],
  sanitary: ['sanitary', 'groin'],
  pads: ['front-paw', 'hind-paw'],
  armpits: ['armpit'],
  stains: ['eyes', 'muzzle', 'cheek'],
}

export const shapeOf = (part: PartId, id: string): PartShape | null =>
  (PART_SHAPES[part] as Readonly<Record<string, PartShape>>)[id] ?? null

/** Shapes of a part that a coat can carry, in the order in which they are offered. */
export const shapesFor = (part: PartId, coat: CoatType): string[] =>
  Object.entries(PART_SHAPES[part] as Readonly<Record<string, PartShape>>).flatMap(([id, { coats: on }]) =>
    on === null || on.has(coat) ? [id] : [],
  )

/** Whether a shape is cut to a length of its own. */
export const hasOwnLength = (part: PartId, id: string): boolean => shapeOf(part, id)?.leaves === 'own'
