export const STYLE_IDS = ['keep', 'keep-places', 'short-legs', 'short-body', 'short'] as const
/** In the order that decides between equal plans. */
export type Style = (typeof STYLE_IDS)[number]

export const VERDICT_IDS = [
  'brush-out',
  'spot-work',
  'splice',
  'keep-places',
  'short-legs',
  'short-all-over',
  'short-body',
  'strip',
  'look-first',
  'split-visits',
  'refer',
] as const
export type VerdictName = (typeof VERDICT_IDS)[number]
