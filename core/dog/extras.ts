import { EAR_LEATHER, FEET, HEAD } from '../body/places.ts'
import type { RegionId } from '../body/regions.ts'

/** What an owner may ask for beside the style. Each binds the steps it belongs to, is read there and ticked at the goodbye. */
export const EXTRA_IDS = [
  'lashes-stay',
  'lashes-off',
  'ears-grow',
  'tail-grow',
  'keep-beard',
  'no-feet',
  'nails-short',
  'strip-all',
  'no-dryer-on-head',
  'no-perfume',
] as const
export type ExtraId = (typeof EXTRA_IDS)[number]

interface Asked {
  readonly extras: readonly ExtraId[]
}

export const asksFor = ({ extras }: Asked, id: ExtraId): boolean => extras.includes(id)

/** Nobody can ask for both. */
export const OPPOSITE_EXTRAS = [
  ['lashes-stay', 'lashes-off'],
  ['no-feet', 'nails-short'],
] as const satisfies readonly (readonly [ExtraId, ExtraId])[]

/** Of two that are opposites, what was asked for last. @param extras in the order in which they were asked for */
export const withoutOpposites = (extras: readonly ExtraId[]): ExtraId[] =>
  extras.filter((id, i) =>
    OPPOSITE_EXTRAS.every(([a, b]) => (id !== a && id !== b) || !extras.slice(i + 1).includes(id === a ? b : a)),
  )

/** Places that an extra is about; null where it is about the whole dog. */
export const EXTRA_PLACES: Readonly<Record<ExtraId, ReadonlySet<RegionId> | null>> = {
  'lashes-stay': new Set(['eyes']),
  'lashes-off': new Set(['eyes']),
  'ears-grow': EAR_LEATHER,
  'tail-grow': new Set(['tail']),
  'keep-beard': new Set(['muzzle']),
  'no-feet': FEET,
  'nails-short': FEET,
  'strip-all': null,
  'no-dryer-on-head': HEAD,
  'no-perfume': null,
}

const GROWS = ['ears-grow', 'tail-grow', 'keep-beard'] as const satisfies readonly ExtraId[]

/** The owner lets the hair of this place grow: it is not cut for looks, and every hair of it counts. */
export const letsGrow = (region: RegionId, wishes: Asked): boolean =>
  GROWS.some((id) => asksFor(wishes, id) && EXTRA_PLACES[id]?.has(region))
