import { fixed } from '../numbers/fixed.ts'

/**
 * The dog's body as the salon scores it: 25 regions, 11 single and 14 paired, 39 region-sides in all.
 *
 * `share` is the fraction of the whole body surface (both sides together for a pair), kept near the veterinary
 * "rule of nines" for animals [mem]. `tender` (1 to 3) is how much pulling hurts there, `seen` (0 hidden to 3 first
 * thing the owner looks at) how much the finished look depends on it, `rub` marks where friction makes mats first [est].
 */
export type Side = 'left' | 'right'

export interface Region {
  readonly id: RegionId
  readonly paired: boolean
  readonly share: number
  readonly tender: 1 | 2 | 3
  readonly seen: 0 | 1 | 2 | 3
  readonly rub: boolean
  readonly part: 'body' | 'legs' | 'head' | 'ears' | 'tail'
}

/** In the order of the sweep: it starts where the dog minds least and ends at the face. */
export const REGION_IDS = [
  'back',
  'rump',
  'side',
  'shoulder',
  'neck',
  'chest',
  'throat',
  'belly',
  'tuck',
  'armpit',
  'groin',
  'sanitary',
  'breeches',
  'tail',
  'hindleg',
  'hind-paw',
  'foreleg',
  'front-paw',
  'behind-ear',
  'ear-outer',
  'ear-inner',
  'cheek',
  'crown',
  'eyes',
  'muzzle',
] as const
export type RegionId = (typeof REGION_IDS)[number]

type Row = [tender: 1 | 2 | 3, seen: 0 | 1 | 2 | 3, rub: boolean, paired: boolean, part: Region['part']]
const SINGLE = false
const PAIR = true
const ROWS: Record<RegionId, Row> = {
  muzzle: [2, 3, false, SINGLE, 'head'],
  eyes: [3, 3, false, SINGLE, 'head'],
  crown: [1, 3, false, SINGLE, 'head'],
  cheek: [2, 3, false, PAIR, 'head'],
  'ear-outer': [2, 3, false, PAIR, 'ears'],
  'ear-inner': [3, 0, false, PAIR, 'ears'],
  'behind-ear': [3, 0, true, PAIR, 'head'],
  neck: [1, 2, true, SINGLE, 'body'],
  throat: [2, 1, false, SINGLE, 'body'],
  chest: [1, 2, true, SINGLE, 'body'],
  shoulder: [1, 2, false, PAIR, 'body'],
  back: [1, 3, false, SINGLE, 'body'],
  side: [1, 3, false, PAIR, 'body'],
  tuck: [3, 1, false, PAIR, 'body'],
  belly: [3, 0, true, SINGLE, 'body'],
  armpit: [3, 0, true, PAIR, 'body'],
  groin: [3, 0, true, PAIR, 'body'],
  rump: [1, 2, false, SINGLE, 'body'],
  sanitary: [3, 0, false, SINGLE, 'body'],
  breeches: [2, 2, true, PAIR, 'body'],
  foreleg: [2, 2, false, PAIR, 'legs'],
  hindleg: [2, 2, false, PAIR, 'legs'],
  'front-paw': [3, 2, true, PAIR, 'legs'],
  'hind-paw': [3, 2, true, PAIR, 'legs'],
  tail: [2, 3, false, SINGLE, 'tail'],
}

export const REGIONS: Readonly<Record<RegionId, Region>> = Object.fromEntries(
  REGION_IDS.map((id) => {
    const [tender, seen, rub, paired, part] = ROWS[id]
    return [id, { id, share: fixed(`share.${id}`), tender, seen, rub, paired, part }]
  }),
) as Record<RegionId, Region>

/** Place of a region-side in the sweep, 0 to 38; no other count is taken for it. */
export type PlaceIndex = number & { readonly __unit?: 'region-side' }

export interface RegionSide {
  readonly index: PlaceIndex
  readonly key: RegionSideKey
  readonly region: RegionId
  /** null on a single region. */
  readonly side: Side | null
  /** Fraction of the whole body surface that this one side holds. */
  readonly share: number
}
export type RegionSideKey = string & { readonly __regionSide?: never }

export const keyOf = (region: RegionId, side: Side | null): RegionSideKey => (side ? `${region}.${side}` : region)

/** All 39, in the order in which hands go over the dog: a pair's left side, then its right. */
export const REGION_SIDES: readonly RegionSide[] = REGION_IDS.flatMap((region) =>
  (REGIONS[region].paired ? (['left', 'right'] as const) : ([null] as const)).map((side) => ({
    region,
    side,
    key: keyOf(region, side),
    share: REGIONS[region].share / (side ? 2 : 1),
  })),
).map((regionSide, index) => ({ ...regionSide, index }))

const BY_KEY = new Map(REGION_SIDES.map((rs) => [rs.key, rs]))

/** The region-side of a key such as `side.left` or `back`; undefined for a key that is none. */
export const regionSide = (key: string): RegionSide | undefined => BY_KEY.get(key)

/** Where a region-side stands in `REGION_SIDES`; -1 where there is none such. */
export const indexAt = (region: RegionId, side: Side | null): number => BY_KEY.get(keyOf(region, side))?.index ?? -1

/** The other side of a pair; a single region is its own mirror. */
export const mirrorIndex: readonly number[] = REGION_SIDES.map(({ region, side, index }) =>
  side === null ? index : BY_KEY.get(keyOf(region, side === 'left' ? 'right' : 'left'))!.index,
)

export const isRegionId = (id: string): id is RegionId => id in REGIONS
