export type Score = 0 | 1 | 2 | 3 | 4
export const SCORES: readonly Score[] = [0, 1, 2, 3, 4]
export const SCALE_IDS = ['mat', 'undercoat', 'condition', 'skin'] as const
export type Scale = (typeof SCALE_IDS)[number]

/** The shares of a region that a mat may cover, smallest first: a spot, a quarter, half, three quarters, all of it. */
export const EXTENTS = [0.05, 0.25, 0.5, 0.75, 1] as const

export const TAG_IDS = [
  'dry',
  'greasy',
  'dirty',
  'dander',
  'tear-stain',
  'saliva-stain',
  'urine-stain',
  'sticky',
  'burrs',
  'odour',
  'static',
  'brittle',
  'sun-faded',
  'product-residue',
  'shaved-patch',
] as const
export type Tag = (typeof TAG_IDS)[number]
