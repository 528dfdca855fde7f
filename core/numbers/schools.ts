/**
 * Where good practitioners differ: each row is a choice of the house, the first option its default. A dog's own need or
 * a vet's word overrides any of them. The words stand in contract/words/schools.ts.
 */
export const SCHOOLS = {
  'mats-when': ['by-severity', 'before-bath', 'after-bath'],
  'brush-before-bath': ['undercoat-or-long', 'always', 'never'],
  'clip-before-bath': ['mats-only', 'rough-first'],
  'nails-when': ['after-pads', 'in-dwell', 'wet-last'],
  'ears-when': ['in-dwell', 'before-bath', 'after-drying'],
  'first-product': ['shampoo', 'conditioner'],
  washes: ['by-condition', 'two'],
  rinse: ['face-first-and-last', 'face-first', 'face-last'],
  'head-water': ['withers-first', 'head-first'],
  foam: ['spray', 'soak'],
  'conditioner-where': ['by-coat', 'to-root', 'lengths'],
  'wire-conditioner': ['furnishings', 'never', 'light'],
  'conditioner-drying': ['neutral', 'slows', 'speeds'],
  'undercoat-tools': ['rake', 'brush-and-air', 'bladed'],
  'undercoat-much': ['comes-freely', 'all'],
  'drying-start': ['by-coat', 'top-down', 'underside-first'],
  'dryer-heat': ['warm', 'room-air'],
  'dryer-place': ['tub-then-table', 'tub', 'table'],
  'brush-drying': ['by-coat', 'slicker', 'pin'],
  'hidden-mats': ['cut-out', 'brush-out'],
  'ear-knots': ['thin-inside', 'cut'],
  wire: ['as-wished', 'strip', 'clip'],
  'strip-when': ['by-coat', 'before-bath', 'after-bath'],
  head: ['one-longer', 'skimmed', 'fuller'],
  'double-clip': ['never', 'skim'],
  season: ['by-coat', 'keep'],
  'clip-direction': ['where-style-says', 'with', 'against-lifted'],
  'body-start': ['spine', 'neck'],
  armpits: ['curled-and-drop', 'every-coat', 'leave'],
  sanitary: ['ten-at-opening', 'short-close', 'longer'],
  'sanitary-when': ['last-of-body', 'first'],
  pads: ['by-hands', 'short-blade', 'narrow-or-shears'],
  'pads-when': ['after-drying', 'before-bath'],
  'feet-how': ['if-it-minds-standing', 'lifted', 'standing'],
  'face-line': ['centimetre-behind', 'corner', 'to-the-ear'],
  'ear-edge': ['scissored', 'blade-edge'],
  'ear-hair': ['leave', 'pluck'],
  lashes: ['as-owner-likes', 'off'],
  stains: ['wash', 'cut', 'leave'],
} as const satisfies Record<string, readonly [string, ...string[]]>

export type SchoolId = keyof typeof SCHOOLS
export type Schools = { readonly [K in SchoolId]: (typeof SCHOOLS)[K][number] }
export const SCHOOL_IDS = Object.keys(SCHOOLS) as SchoolId[]

/** Ways of the hand rather than of the house: a person may have their own. */
export const PERSONAL_SCHOOLS: ReadonlySet<SchoolId> = new Set<SchoolId>([
  'head-water',
  'rinse',
  'brush-drying',
  'ear-knots',
  'clip-direction',
  'body-start',
  'sanitary',
  'pads',
  'feet-how',
  'face-line',
  'ear-edge',
])

export const DEFAULT_SCHOOLS: Schools = Object.fromEntries(
  SCHOOL_IDS.map((id) => [id, SCHOOLS[id][0]]),
) as unknown as Schools

/** The house's choices over the defaults. */
export const schoolsWith = (chosen: Partial<Schools> = {}): Schools => ({ ...DEFAULT_SCHOOLS, ...chosen })
