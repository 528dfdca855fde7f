/** The coats a groomer meets. Rates that are estimates stand in core/numbers/estimates.ts. */
export const COAT_TYPE_IDS = [
  'smooth',
  'double',
  'silky',
  'drop-double',
  'feathered',
  'curly',
  'cotton',
  'wire',
  'corded',
  'hairless',
] as const
export type CoatType = (typeof COAT_TYPE_IDS)[number]

export const MODIFIER_IDS = [
  'puppy-coat',
  'coat-change',
  'neutered-coat',
  'clipped-wire',
  'show-coat',
  'post-clip',
] as const
export type CoatModifier = (typeof MODIFIER_IDS)[number]

export const DENSITY_IDS = ['thin', 'normal', 'dense'] as const
export type Density = (typeof DENSITY_IDS)[number]

export interface LengthsMm {
  readonly body: number
  readonly legs: number
  readonly head: number
  readonly ears: number
  readonly tail: number
}
export type CoatPart = keyof LengthsMm
/** In the order in which a cut is said. */
export const COAT_PARTS = ['body', 'legs', 'head', 'ears', 'tail'] as const satisfies readonly CoatPart[]

/** Wool that curls, and long coats that drop. */
export const CURLED_COATS: ReadonlySet<CoatType> = new Set(['curly', 'cotton'])
export const DROP_COATS: ReadonlySet<CoatType> = new Set(['silky', 'drop-double'])

/** Coats on which loose undercoat is carded out as a matter of course. */
export const CARDED_COATS: ReadonlySet<CoatType> = new Set(['double', 'drop-double', 'feathered', 'wire'])
