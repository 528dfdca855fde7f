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

export const STYLE_IDS = ['keep', 'short-body', 'short'] as const
/** In the order that decides between equal plans. */
export type Style = (typeof STYLE_IDS)[number]

export const VERDICT_IDS = [
  'brush-out',
  'spot-work',
  'splice',
  'short-all-over',
  'short-body',
  'strip',
  'look-first',
  'split-visits',
  'refer',
] as const
export type VerdictName = (typeof VERDICT_IDS)[number]

export interface Tool {
  readonly kind: 'blade' | 'comb' | 'shears' | 'brush' | 'dryer' | 'other'
  readonly id: string
  readonly form?: 'full' | 'skip'
}
export type When = 'before-bath' | 'in-bath' | 'while-drying' | 'after-drying'
