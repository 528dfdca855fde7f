import type { Assessment } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import type { ProductKind } from '../tools/product-kinds.ts'
import { type ProductRefusal, refusalsOf, type Zone } from './allowed.ts'
import { type Mix, mixAtLeast } from './mix.ts'
import { KIND_TRAITS, type Product, type Soil } from './products.ts'

/** A place in the plan that a product fills. */
export interface Slot {
  /** Stable between plans of one dog, so that a swap by hand holds: `wash-1.moisturising`. */
  readonly id: string
  readonly wanted: ProductKind
  readonly zone: Zone
  readonly solutionMl: number
  readonly soil: Soil
  /** The vet's own strength; null where the label decides. */
  readonly waterParts: number | null
}

export interface Weighed {
  readonly product: Product
  /** Empty where it may go on. */
  readonly refusals: readonly ProductRefusal[]
}

export interface Choice {
  /** null where nothing on the shelf may go on: water only. */
  readonly product: Product | null
  readonly kind: ProductKind
  /** Another kind than the one wanted was taken. */
  readonly steppedDown: boolean
  readonly waterParts: number
  readonly mix: Mix | null
  /** Every product of the kinds that could stand here, with what is against it. */
  readonly weighed: readonly Weighed[]
  /** Set where a person's swap may not be made. */
  readonly swapRefused: readonly ProductRefusal[] | null
}

export const kindsFor = (wanted: ProductKind): readonly ProductKind[] => [
  wanted,
  ...(KIND_TRAITS[wanted as keyof typeof KIND_TRAITS]?.next ?? []),
]

export const strengthOf = ({ dilution }: Product, { soil, waterParts }: Slot): number => waterParts ?? dilution[soil]

/** @returns null for an amount too small to measure */
const mixOf = (product: Product, slot: Slot): Mix | null =>
  slot.solutionMl >= 1
    ? mixAtLeast({ productParts: 1, waterParts: strengthOf(product, slot) }, Math.round(slot.solutionMl))
    : null

/**
 * The product for a slot: of the kind wanted, else the next kind down; among equals the family already in use, then what
 * suits the coat, then what expires first. A person's own choice stands where no rule is against it.
 */
export function choose(
  slot: Slot,
  shelf: readonly Product[],
  swap: string | undefined,
  families: ReadonlySet<string>,
  left: (product: Product) => number,
  assessment: Assessment,
  house: House,
): Choice {
  const kinds = kindsFor(slot.wanted)
  const refused = (product: Product): ProductRefusal[] => {
    const codes = refusalsOf(product, slot.zone, assessment, house)
    const short = left(product) < (mixOf(product, slot)?.productMl ?? 0)
    return short && !codes.includes('not-enough') ? [...codes, 'not-enough'] : codes
  }
  const { coatType } = assessment.dog
  const rank = ({ kind, family, suits, expiresInDays }: Product): number[] => [
    kinds.indexOf(kind),
    family !== '' && families.has(family) ? 0 : 1,
    suits.includes(coatType) ? 0 : suits.length === 0 ? 1 : 2,
    expiresInDays ?? Number.POSITIVE_INFINITY,
  ]
  const inOrder = (a: Product, b: Product): number => {
    const [x, y] = [rank(a), rank(b)]
    const at = x.findIndex((value, i) => value !== y[i])
    return at < 0 ? (a.name < b.name ? -1 : 1) : x[at]! - y[at]!
  }
  const weighed = shelf
    .filter(({ kind, retired }) => kinds.includes(kind) && !retired)
    .sort(inOrder)
    .map((product) => ({ product, refusals: refused(product) }))
  const swapped = swap === undefined ? undefined : weighed.find(({ product }) => product.id === swap)
  const taken = swapped?.refusals.length === 0 ? swapped : weighed.find(({ refusals }) => refusals.length === 0)
  const product = taken?.product ?? null
  return {
    product,
    kind: product?.kind ?? slot.wanted,
    steppedDown: product !== null && product.kind !== slot.wanted && product !== swapped?.product,
    waterParts: product ? strengthOf(product, slot) : (slot.waterParts ?? 0),
    mix: product ? mixOf(product, slot) : null,
    weighed,
    swapRefused: swap === undefined || swapped?.refusals.length === 0 ? null : (swapped?.refusals ?? ['retired']),
  }
}
