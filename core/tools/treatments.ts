export const TREATMENT_IDS = [
  'none',
  'brush',
  'demat',
  'blow-out',
  'splice',
  'clip-out',
  'clip',
  'strip',
  'card',
  'leave',
  'look',
] as const
export type Treatment = (typeof TREATMENT_IDS)[number]

/** Treatments that take coat off. */
export const CUTS: ReadonlySet<Treatment> = new Set(['clip', 'clip-out', 'splice'])

export interface Tool {
  readonly kind: 'blade' | 'comb' | 'shears' | 'brush' | 'dryer' | 'other'
  readonly id: string
  readonly form?: 'full' | 'skip'
}
export type When = 'before-bath' | 'in-bath' | 'while-drying' | 'after-drying'
