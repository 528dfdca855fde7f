import type { PlaceIndex } from '../body/regions.ts'
import type { Minutes } from '../numbers/units.ts'
import type { ProductKind } from '../tools/product-kinds.ts'
import type { Choice } from './choose.ts'
import type { Product } from './products.ts'
import type { BathReason, NoBath } from './wanted.ts'

export const BATH_STEP_IDS = [
  'soak',
  'treat',
  'wet',
  'wash',
  'face',
  'rinse',
  'condition',
  'blast',
  'leave-in',
  'ears',
  'nails',
  'towel',
] as const
export type BathStepKind = (typeof BATH_STEP_IDS)[number]

/** Work that keeps a hand on the dog while something is left on. */
export const JOB_IDS = ['nails-front', 'nails-hind', 'ears', 'face-again', 'paws'] as const
export type JobId = (typeof JOB_IDS)[number]

/** How a step is done. */
export const BATH_NOTES = [
  'test-water',
  'withers-first',
  'head-first',
  'greasy-ears-early',
  'part-thick-coat',
  'dry-coat-to-root',
  'along-the-hair',
  'rubber-brush',
  'flat-hand-short',
  'scrub-to-root',
  'no-scrub',
  'eyes-covered',
  'no-face-bath',
  'tear-stain-weekly',
  'face-first',
  'face-last',
  'under-loops',
  'long-rinse',
  'gentle-longer',
  'to-the-root',
  'lengths-not-roots',
  'furnishings-only',
  'excess-only',
  'by-the-clock',
  'foam-gone',
  'plain-oil',
  'stays-on',
  'blow-through',
  'stop-when-open',
  'outer-ear-only',
  'ears-vet',
  'label-and-local-rules',
  'spray-and-comb',
  'shake-squeeze',
] as const
export type BathNote = (typeof BATH_NOTES)[number]

export interface BathStep {
  /** The same for the same dog whatever is swapped. */
  readonly id: string
  readonly kind: BathStepKind
  /** null where only water, air or hands are used. */
  readonly choice: Choice | null
  readonly productKind: ProductKind | null
  readonly indexes: readonly number[]
  /** Everything that is bathed. */
  readonly whole: boolean
  readonly pass: 1 | 2 | null
  readonly solutionMl: number
  /** Minutes from the start of the bath. */
  readonly startMin: Minutes
  readonly handsMin: Minutes
  /** As the label or the vet says. */
  readonly dwellMin: Minutes
  /** What is left of it once the hands are through with this group of steps. */
  readonly waitMin: Minutes
  readonly meanwhile: readonly JobId[]
  /** The step that takes it off, where it works while others go on; null where what follows waits for it. */
  readonly until: string | null
  readonly reasons: readonly BathReason[]
  readonly notes: readonly BathNote[]
  /** These minutes are in the verdict already. */
  readonly inVerdict: boolean
}

export type BathWarning =
  | { readonly code: 'stepped-down'; readonly stepId: string; readonly wanted: ProductKind; readonly kind: ProductKind }
  | { readonly code: 'nothing-fits'; readonly stepId: string; readonly wanted: ProductKind }
  | { readonly code: 'prescribed-not-here'; readonly wanted: ProductKind }
  | {
      readonly code: 'low-after' | 'expires-soon'
      readonly product: Product
      readonly value: number
    }
  | { readonly code: 'ask-vet-product' }

export interface ProductUse {
  readonly product: Product
  readonly productMl: number
  readonly solutionMl: number
  /** Hundredths of the currency. */
  readonly cost: number
}

export interface Bath {
  /** Set where this dog is not bathed at all. */
  readonly noBath: NoBath | null
  readonly waterC: number
  readonly steps: readonly BathStep[]
  /** In the tub, without what the verdict counts already. */
  readonly minutes: Minutes
  /** Of them the dog only stands and waits. */
  readonly standing: number
  /** Minutes of work done while something was left on. */
  readonly saved: number
  /** How long each of those jobs takes. */
  readonly jobMinutes: Readonly<Partial<Record<JobId, number>>>
  /** Places kept dry, with why. */
  readonly keptDry: readonly { readonly index: PlaceIndex; readonly why: NoBath }[]
  readonly cycles: { readonly planned: number; readonly low: number; readonly high: number } | null
  readonly uses: readonly ProductUse[]
  readonly warnings: readonly BathWarning[]
}

/** Product chosen by hand, by slot. */
export type Swaps = Readonly<Record<string, string>>
