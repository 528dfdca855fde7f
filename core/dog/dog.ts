import type { PlaceIndex, RegionId } from '../body/regions.ts'
import type { CoatModifier, CoatType, Density, LengthsMm } from '../coat/coat-types.ts'
import type { Schools } from '../numbers/schools.ts'
import type { Millimetres, Minutes } from '../numbers/units.ts'
import type { Pattern } from '../pattern/pattern.ts'
import type { Sheet } from '../scores/sheet.ts'
import type { ProductKind } from '../tools/product-kinds.ts'
import type { Rack } from '../tools/rack.ts'
import type { Treatment } from '../tools/treatments.ts'
import type { ExtraId } from './extras.ts'

export const HEALTH_IDS = [
  'senior',
  'puppy',
  'brachycephalic',
  'heart',
  'breathing',
  'seizures',
  'arthritis',
  'weak-hind',
  'cancer-care',
  'recent-surgery',
  'pregnant',
  'diabetic',
  'deaf',
  'blind',
  'skin-treatment',
  'allergy',
] as const
export type HealthFlag = (typeof HEALTH_IDS)[number]

export const SKULL_IDS = ['short', 'usual'] as const
export type Skull = (typeof SKULL_IDS)[number]

export const TEMPERAMENT_IDS = ['easy', 'wary', 'anxious', 'mouthy', 'bites', 'unknown'] as const
export type Temperament = (typeof TEMPERAMENT_IDS)[number]

export const TOLERANCE_IDS = ['fine', 'low-only', 'none', 'unknown'] as const
export type Tolerance = (typeof TOLERANCE_IDS)[number]

export const JACKET_IDS = ['tight', 'ready', 'past'] as const
export type Jacket = (typeof JACKET_IDS)[number]

export const STYLE_WISH_IDS = ['natural', 'trim', 'short', 'show', 'strip', 'puppy'] as const
export type StyleWish = (typeof STYLE_WISH_IDS)[number]

export const EXPERIENCE_IDS = ['learner', 'practised', 'expert'] as const
export type Experience = (typeof EXPERIENCE_IDS)[number]

/** The dog on the day, every field filled; the contract's readers put in the defaults. */
export interface Dog {
  readonly name: string
  readonly breed: string | null
  readonly coatType: CoatType
  readonly modifiers: readonly CoatModifier[]
  readonly density: Density
  readonly weightKg: number
  readonly ageMonths: number | null
  readonly lengthMm: LengthsMm
  readonly health: readonly HealthFlag[]
  /** As said for this dog, over what its breed or a flag says; null where nothing is said. */
  readonly skull: Skull | null
  readonly temperament: Temperament
  readonly dryerTolerance: Tolerance
  readonly nailTolerance: Tolerance
  readonly faceTolerance: Tolerance
  readonly visitsSoFar: number
  readonly jacket: Jacket | null
  readonly surgery: { readonly daysAgo: number; readonly cleared: boolean } | null
  /** Share of the skin without coat, 0 to 1; null where nothing is said. */
  readonly bare: number | null
  /** Days since the last spot-on flea treatment; null where there was none or nobody knows. */
  readonly daysSinceSpotOn: number | null
  /** What it must not get, in the owner's or the vet's words. */
  readonly allergies: readonly string[]
  readonly prescribed: Prescribed | null
}

/** What the dog's vet prescribed for its skin. */
export interface Prescribed {
  readonly kind: ProductKind
  /** Parts of water to one of product; 0 is ready to use. */
  readonly waterParts: number
  readonly dwellMin: Minutes
  readonly regions: readonly RegionId[] | 'all'
}

/** How much the owner minds the length: not at all, a little, much, every hair. */
export type KeepLength = 0 | 1 | 2 | 3

export interface Wishes {
  /** 0 does not mind, 3 wants every hair. */
  readonly keepLength: KeepLength
  readonly style: StyleWish
  readonly targetMm: Partial<LengthsMm>
  /** Shapes by part, over style and lengths; null where nobody named any. */
  readonly pattern: Pattern | null
  readonly show: boolean
  readonly keepJacket: boolean
  readonly homeBrushing: { readonly perWeek: number; readonly toSkin: boolean } | null
  readonly swims: boolean
  readonly wearsCoat: boolean
  readonly extras: readonly ExtraId[]
  /** What no field holds, in the owner's words; read before the first step. null without one. */
  readonly note: string | null
  /** Days until the show it is groomed for; null without one. */
  readonly showInDays: number | null
}

/** A region-side that is finished, and how it was left. */
export interface DoneWork {
  readonly index: PlaceIndex
  readonly treatment: Treatment
  /** What the tool left where it cut, mm; null where nothing was cut. */
  readonly leavesMm: Millimetres | null
  /** The coat's outline now, mm. */
  readonly outlineMm: Millimetres
}

/** A groom under way: what is finished, and what it has taken of the slot and of the dog so far. */
export interface Progress {
  readonly done: readonly DoneWork[]
  readonly minutes: Minutes
  readonly pull: number
}

/** The air of the room. */
export interface Room {
  readonly tempC: number
  /** Relative humidity, 0 to 1. */
  readonly rh: number
}

/** How fast one dog mats, beside its coat's usual rate, and how sure that is: from its own visits. */
export interface OwnRate {
  /** Times the usual rate. */
  readonly factor: number
  /** Of the logarithm. */
  readonly sigma: number
  /** Intervals it was learnt from. */
  readonly visits: number
}

/** Everything the verdict follows from. Immutable; nothing else is consulted. */
export interface Assessment {
  readonly stage: 'arrival' | 'after-air'
  readonly dog: Dog
  readonly wishes: Wishes
  readonly sheet: Sheet
  readonly slotMinutes: Minutes
  readonly experience: Experience
  readonly consents: { readonly doubleClip: boolean; readonly vetDirectsClip: boolean }
  /** The groomer's own pace by treatment, 1 where nothing is known. */
  readonly pace: Partial<Record<Treatment, number>>
  readonly room: Room
  /** null before the work begins. */
  readonly progress: Progress | null
  readonly schools: Schools
  /** How fast this dog mats, from its own visits; null where it is not known yet. */
  readonly own: OwnRate | null
  /** What the salon cuts with. */
  readonly rack: Rack
  /** What everything but the coat work takes, minutes, where it was worked out; else it is guessed from the size. */
  readonly reserves?: Reserves | null
  /** Longest this house demats, minutes; null for the usual. */
  readonly dematMost?: number | null
}

/** Minutes of bath, drying, finishing cut, nails and checks, by style of the groom. */
export interface Reserves {
  /** Of the style that was worked out first, for those that were not. */
  readonly usual: number
  /** The same without what can wait for another day. */
  readonly least: number
  readonly byStyle: Readonly<Partial<Record<string, number>>>
}
