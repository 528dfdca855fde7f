import type { ExtraId } from '../../core/index.ts'

/** What an owner may ask for, as it is chosen at the arrival and read at its step. */
export const EXTRA_LABEL: Record<ExtraId, string> = {
  'lashes-stay': 'Lashes stay',
  'lashes-off': 'Lashes off',
  'ears-grow': 'Ears grow',
  'tail-grow': 'Tail grows',
  'keep-beard': 'Beard stays',
  'no-feet': 'Feet are left',
  'nails-short': 'Nails as short as they go',
  'strip-all': 'Strip legs, head and ears too',
  'no-dryer-on-head': 'No dryer on the head',
  'no-perfume': 'No perfume',
}
