import type { RegionId } from '../body/regions.ts'
import type { CoatType } from '../coat/coat-types.ts'
import { BATH_KIND_IDS, type ProductKind } from '../tools/product-kinds.ts'

export const SOIL_IDS = ['dirty', 'normal', 'light'] as const
export type Soil = (typeof SOIL_IDS)[number]

/**
 * A product on the salon's shelf, as its label has it. The label always wins over a rule of the model.
 */
export interface Product {
  readonly id: string
  readonly name: string
  readonly kind: ProductKind
  /** Products that are made to be used together; empty where it says nothing. */
  readonly family: string
  /** Parts of water to one part product by how dirty the coat is; 0 is ready to use. */
  readonly dilution: Readonly<Record<Soil, number>>
  /** Minutes it is left on, from and to. */
  readonly dwellMin: readonly [low: number, high: number]
  readonly suits: readonly CoatType[]
  readonly spoils: readonly CoatType[]
  /** Regions it may touch; empty means all. */
  readonly regions: readonly RegionId[]
  readonly minAgeWeeks: number
  readonly minWeightKg: number
  readonly intactSkin: boolean
  readonly fragrance: boolean
  readonly essentialOils: boolean
  /** What it contains that a dog may not take, as on the label. */
  readonly contains: readonly string[]
  readonly leaveIn: boolean
  readonly stockMl: number
  /** Fewer millilitres than this are low. */
  readonly lowMl: number
  readonly packMl: number
  /** Hundredths of the currency for a pack. */
  readonly packCost: number
  /** Days until it expires, by its date or by how long it is open; null where nothing says so. */
  readonly expiresInDays: number | null
  readonly safety: string
  readonly retired: boolean
}

interface KindTraits {
  /** Usual dilution, parts of water, where no product of the shelf says otherwise: dirty, normal, light [trade]. */
  readonly dilution: readonly [number, number, number]
  /** Minutes left on [trade]; the label wins. */
  readonly dwell: readonly [low: number, high: number]
  /** What is taken where none of this kind may be used, in order; each step down is said aloud. */
  readonly next: readonly ProductKind[]
}

const wash = (next: readonly ProductKind[], dilution: KindTraits['dilution'] = [8, 16, 32]): KindTraits => ({
  dilution,
  dwell: [3, 5],
  next,
})
const ready = (dwell: KindTraits['dwell'], next: readonly ProductKind[] = []): KindTraits => ({
  dilution: [0, 0, 0],
  dwell,
  next,
})

/** What is usual of each kind that goes on in the bath. Common practice. */
export const KIND_TRAITS: Readonly<Record<(typeof BATH_KIND_IDS)[number], KindTraits>> = {
  cleansing: wash(['moisturising', 'hypoallergenic', 'soothing']),
  degreasing: wash(['cleansing', 'moisturising', 'hypoallergenic', 'soothing'], [8, 10, 16]),
  'tearless-face': { dilution: [4, 8, 8], dwell: [0, 1], next: [] },
  moisturising: wash(['cleansing', 'hypoallergenic', 'soothing']),
  brightening: wash(['cleansing', 'moisturising', 'hypoallergenic', 'soothing'], [8, 10, 16]),
  'stain-soak': ready([5, 10]),
  texturising: wash(['cleansing', 'hypoallergenic', 'soothing']),
  'deshedding-shampoo': wash(['cleansing', 'moisturising', 'hypoallergenic', 'soothing']),
  soothing: wash(['hypoallergenic']),
  hypoallergenic: wash(['soothing']),
  medicated: ready([10, 10]),
  flea: { dilution: [8, 8, 8], dwell: [5, 10], next: ['hypoallergenic', 'soothing'] },
  conditioner: { dilution: [8, 16, 32], dwell: [3, 5], next: [] },
  'deshedding-conditioner': { dilution: [8, 16, 32], dwell: [3, 5], next: ['conditioner'] },
  mask: { dilution: [4, 4, 4], dwell: [10, 10], next: ['keratin', 'conditioner'] },
  keratin: { dilution: [4, 4, 4], dwell: [10, 10], next: ['mask', 'conditioner'] },
  'demat-cream': ready([5, 5], ['conditioner']),
  'leave-in': ready([0, 0]),
  'ear-cleaner': ready([0, 0]),
}

/** One unnamed product of each kind, as labels usually are: the shelf where nobody brought one. */
export const USUAL_SHELF: readonly Product[] = BATH_KIND_IDS.map((kind) => {
  const { dilution, dwell } = KIND_TRAITS[kind]
  return {
    id: kind,
    name: '',
    kind,
    family: '',
    dilution: { dirty: dilution[0], normal: dilution[1], light: dilution[2] },
    dwellMin: dwell,
    suits: [],
    spoils: [],
    regions: [],
    minAgeWeeks: kind === 'flea' ? 12 : 0,
    minWeightKg: 0,
    intactSkin: kind === 'flea' || kind === 'deshedding-shampoo',
    fragrance: false,
    essentialOils: false,
    contains: [],
    leaveIn: kind === 'leave-in',
    stockMl: Number.POSITIVE_INFINITY,
    lowMl: 0,
    packMl: 1000,
    packCost: 0,
    expiresInDays: null,
    safety: '',
    retired: false,
  }
})
