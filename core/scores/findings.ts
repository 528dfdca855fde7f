import { EARS, FEET } from '../body/places.ts'
import type { RegionId } from '../body/regions.ts'
import type { Millimetres } from '../numbers/units.ts'
import type { Score } from './scales.ts'

/** How far tools stay from a finding, mm; `place` is the whole region-side. */
export type Off = number | 'place'

/**
 * What coat work and the cut do near it: go on as usual, round it with shears or fingers and no blade, leave it with every
 * tool, use no close blade and no slicker, use no close blade, comb it out over the tub, or take it out first.
 */
export const COAT_RULES = [
  'usual',
  'round-by-shears',
  'none-nearer',
  'gentle',
  'no-close-blade',
  'blend-scar',
  'comb-over-tub',
  'out-first',
  'left',
] as const
export type CoatRule = (typeof COAT_RULES)[number]

/** What the tub does there. */
export const TUB_RULES = [
  'usual',
  'soft-hand',
  'round-stays-dry',
  'round',
  'no-scrub',
  'pat',
  'exfoliate',
  'flea-wash',
  'dry-outside-only',
  'kept-dry',
  'kept-clean',
  'by-hand',
  'damp-cloth-face',
  'no-bath',
] as const
export type TubRule = (typeof TUB_RULES)[number]

/** What the dryer does there. */
export const AIR_RULES = ['usual', 'low', 'cool', 'no-heat', 'no-air', 'no-air-on-face', 'no-hood'] as const
export type AirRule = (typeof AIR_RULES)[number]

/** What nails and pads of that paw get. */
export type NailRule = 'usual' | 'tips-often' | 'no-pads' | 'none'
/** What the ears of that side get. */
export type EarRule = 'usual' | 'outer-dry-no-pluck' | 'nothing'
/** Who else has to look: `place` means that place is for the vet, `now` that nothing else comes first. */
export type VetRule = 'no' | 'if-new' | 'spreads' | 'clearance' | 'yes' | 'place' | 'first' | 'now'
/** What the groom ends with for it. */
export type AfterRule = 'none' | 'clean-down' | 'balm' | 'note-size' | 'note-place' | 'pad-table' | 'nails-soon'

export interface FindingKind {
  /** The skin score that usually goes with it. */
  readonly skin: Score
  /** The skin there is open. */
  readonly broken: boolean
  /** May pass to other dogs or people: the whole groom stops. */
  readonly catching: boolean
  /** Sits there without making the skin sore: bars no treatment and does not make pulling worse. */
  readonly barsNothing: boolean
  /** Leaves the wash as the coat asks for it. */
  readonly washAsUsual: boolean
  readonly offMm: Off
  readonly coat: CoatRule
  readonly tub: TubRule
  readonly air: AirRule
  readonly nails: NailRule
  readonly ears: EarRule
  readonly vet: VetRule
  readonly after: AfterRule
}

const SOUND = {
  broken: false,
  catching: false,
  barsNothing: false,
  washAsUsual: false,
  nails: 'usual',
  ears: 'usual',
} as const
const HARMLESS = { ...SOUND, barsNothing: true, washAsUsual: true } as const
const STOPS = { ...SOUND, catching: true, offMm: 'place', coat: 'left', tub: 'no-bath', air: 'no-air' } as const
const PINK = { ...SOUND, offMm: 0, coat: 'gentle', tub: 'no-scrub', air: 'no-heat' } as const

/**
 * What may be seen on the skin, and what each binds at every station. A finding is what was seen, never a diagnosis.
 * Scores and rules: common practice; distances are estimates.
 */
// biome-ignore format: a table, a finding a line
export const FINDINGS = {
  dander: {
    ...SOUND,
    washAsUsual: true,
    skin: 1,
    offMm: 0,
    coat: 'usual',
    tub: 'exfoliate',
    air: 'usual',
    vet: 'no',
    after: 'none',
  },
  redness: { ...PINK, skin: 1, vet: 'spreads', after: 'none' },
  'clipper-irritation': { ...PINK, skin: 1, vet: 'no', after: 'none' },
  'pressure-sore': {
    ...SOUND,
    broken: true,
    skin: 2,
    offMm: 20,
    coat: 'none-nearer',
    tub: 'pat',
    air: 'no-air',
    vet: 'if-new',
    after: 'pad-table',
  },
  'bald-patch': {
    ...SOUND,
    skin: 2,
    offMm: 5,
    coat: 'round-by-shears',
    tub: 'usual',
    air: 'usual',
    vet: 'if-new',
    after: 'note-size',
  },
  'ringworm-suspect': { ...STOPS, skin: 3, vet: 'first', after: 'clean-down' },
  lump: {
    ...HARMLESS,
    skin: 2,
    offMm: 10,
    coat: 'round-by-shears',
    tub: 'soft-hand',
    air: 'usual',
    vet: 'yes',
    after: 'note-size',
  },
  scab: { ...SOUND, skin: 2, offMm: 10, coat: 'none-nearer', tub: 'no-scrub', air: 'low', vet: 'no', after: 'none' },
  wound: {
    ...SOUND,
    broken: true,
    skin: 3,
    offMm: 20,
    coat: 'none-nearer',
    tub: 'round-stays-dry',
    air: 'no-air',
    vet: 'if-new',
    after: 'none',
  },
  'hot-spot': {
    ...SOUND,
    broken: true,
    skin: 3,
    offMm: 20,
    coat: 'none-nearer',
    tub: 'round',
    air: 'cool',
    vet: 'place',
    after: 'none',
  },
  'surgery-site': {
    ...SOUND,
    skin: 2,
    offMm: 5,
    coat: 'blend-scar',
    tub: 'soft-hand',
    air: 'no-heat',
    vet: 'clearance',
    after: 'none',
  },
  rash: { ...PINK, skin: 2, vet: 'spreads', after: 'none' },
  fleas: {
    ...HARMLESS,
    skin: 2,
    offMm: 0,
    coat: 'comb-over-tub',
    tub: 'flea-wash',
    air: 'usual',
    vet: 'no',
    after: 'clean-down',
  },
  'flea-dirt': {
    ...HARMLESS,
    skin: 2,
    offMm: 0,
    coat: 'comb-over-tub',
    tub: 'flea-wash',
    air: 'usual',
    vet: 'no',
    after: 'clean-down',
  },
  tick: {
    ...HARMLESS,
    skin: 2,
    offMm: 10,
    coat: 'out-first',
    tub: 'usual',
    air: 'usual',
    vet: 'no',
    after: 'note-place',
  },
  'mites-suspect': { ...STOPS, skin: 3, vet: 'first', after: 'clean-down' },
  maggots: { ...STOPS, catching: false, skin: 4, vet: 'now', after: 'clean-down' },
  'haematoma-ear': {
    ...SOUND,
    skin: 3,
    offMm: 'place',
    coat: 'left',
    tub: 'kept-dry',
    air: 'no-hood',
    ears: 'nothing',
    vet: 'yes',
    after: 'none',
  },
  'ear-redness': {
    ...SOUND,
    skin: 2,
    offMm: 0,
    coat: 'no-close-blade',
    tub: 'dry-outside-only',
    air: 'low',
    ears: 'outer-dry-no-pluck',
    vet: 'yes',
    after: 'none',
  },
  'ear-discharge': {
    ...SOUND,
    skin: 3,
    offMm: 'place',
    coat: 'left',
    tub: 'kept-dry',
    air: 'low',
    ears: 'nothing',
    vet: 'yes',
    after: 'none',
  },
  'anal-swelling': {
    ...SOUND,
    skin: 3,
    offMm: 15,
    coat: 'none-nearer',
    tub: 'by-hand',
    air: 'usual',
    vet: 'yes',
    after: 'none',
  },
  'overgrown-nail': {
    ...SOUND,
    skin: 1,
    offMm: 0,
    coat: 'usual',
    tub: 'usual',
    air: 'usual',
    nails: 'tips-often',
    vet: 'no',
    after: 'nails-soon',
  },
  'ingrown-nail': {
    ...SOUND,
    skin: 3,
    offMm: 'place',
    coat: 'left',
    tub: 'kept-clean',
    air: 'usual',
    nails: 'none',
    vet: 'yes',
    after: 'none',
  },
  'cracked-pad': {
    ...SOUND,
    skin: 1,
    offMm: 0,
    coat: 'no-close-blade',
    tub: 'usual',
    air: 'usual',
    vet: 'no',
    after: 'balm',
  },
  'interdigital-sore': {
    ...SOUND,
    broken: true,
    skin: 2,
    offMm: 'place',
    coat: 'none-nearer',
    tub: 'kept-dry',
    air: 'cool',
    nails: 'no-pads',
    vet: 'yes',
    after: 'none',
  },
  'eye-problem': {
    ...SOUND,
    skin: 3,
    offMm: 30,
    coat: 'none-nearer',
    tub: 'damp-cloth-face',
    air: 'no-air-on-face',
    vet: 'yes',
    after: 'none',
  },
} as const satisfies Record<string, FindingKind>

export type FindingId = keyof typeof FINDINGS
export const FINDING_IDS = Object.keys(FINDINGS) as FindingId[]
export const findingKind = (id: FindingId): FindingKind => FINDINGS[id]

const ONLY_AT: Partial<Record<FindingId, ReadonlySet<RegionId>>> = {
  'haematoma-ear': EARS,
  'ear-redness': EARS,
  'ear-discharge': EARS,
  'anal-swelling': new Set(['sanitary']),
  'overgrown-nail': FEET,
  'ingrown-nail': FEET,
  'cracked-pad': FEET,
  'interdigital-sore': FEET,
  'eye-problem': new Set(['eyes', 'cheek', 'muzzle']),
}

/** Whether a place has what such a finding is seen on: no ear on the back, no pad on the tail. */
export const canBeAt = (id: FindingId, region: RegionId): boolean => ONLY_AT[id]?.has(region) ?? true

export interface Finding {
  readonly id: FindingId
  /** Largest width in millimetres; null where it was not measured. */
  readonly sizeMm: Millimetres | null
  readonly note?: string
  readonly ownerKnew?: boolean
}
