import type { BathNote } from '../bath/shape.ts'
import type { PlaceIndex } from '../body/regions.ts'
import type { CutNote, ShapeName } from '../cut/shape.ts'
import type { ExtraId } from '../dog/extras.ts'
import type { Millimetres, Minutes } from '../numbers/units.ts'
import type { Caution } from '../plan/codes.ts'
import type { Around } from '../scores/around.ts'
import type { Tool, Treatment } from '../tools/treatments.ts'

export const GROOM_PHASES = ['before-bath', 'bath', 'dry', 'coat', 'cut', 'finish'] as const
export type GroomPhase = (typeof GROOM_PHASES)[number]

export const GROOM_STEP_KINDS = [
  'begin',
  'burrs',
  'coat',
  'bath',
  'dry',
  'cut',
  'blend',
  'nails',
  'ears',
  'ear-hair',
  'show',
  'check',
] as const
export type GroomStepKind = (typeof GROOM_STEP_KINDS)[number]

/** What a dog's own ways, its coat's past or the state of a place ask for at a step, beside findings and the owner's wishes. */
export const HEED_IDS = [
  'touch-first',
  'no-air-from-behind',
  'perfume-and-oils-off',
  'regrows-unevenly',
  'woolly-is-clipped',
  'puppy-coat-soft',
  'mist-before-brush',
  'burrs-by-hand',
  'patch-blended',
  'cords-by-hand',
] as const
export type HeedId = (typeof HEED_IDS)[number]

/** What was found at a place, and how a step keeps to it. */
export interface AroundAt extends Around {
  readonly index: PlaceIndex
}

/** One thing to do on the bench. */
export interface GroomStep {
  /** The same for the same work on the same places, also in a later plan of the visit. */
  readonly id: string
  readonly phase: GroomPhase
  readonly kind: GroomStepKind
  /** Of coat work; `clip` for the finishing cut, whose minutes follow the same pace. */
  readonly treatment: Treatment | null
  /** Which step of the bath, which stage of the drying, which part of the cut. */
  readonly what: string | null
  /** The shape it is cut to; null for everything else. */
  readonly shape: ShapeName | null
  readonly indexes: readonly number[]
  readonly tool: Tool | null
  /** The blade that a comb attachment rides on. */
  readonly carrier: Tool | null
  readonly against: boolean
  readonly leavesMm: Millimetres | null
  readonly minutes: Minutes
  /** Pace that the minutes were planned with. */
  readonly pace: number
  readonly pull: number
  /** What is left on works so long once it is on; 0 for nothing. */
  readonly dwellMin: Minutes
  readonly product: string | null
  readonly solutionMl: number
  /** Of the solution, the product itself; the rest is water. */
  readonly productMl: number
  /** How the bath wants it done. */
  readonly how: readonly BathNote[]
  /** Steps that are left on and must be through before this one begins. */
  readonly waitsFor: readonly string[]
  readonly cautions: readonly Caution[]
  /** What was found at its places, and how this step keeps to it. */
  readonly around: readonly AroundAt[]
  readonly notes: readonly CutNote[]
  readonly handOver: boolean
  /** What the owner asked for that this step has to keep. */
  readonly extras: readonly ExtraId[]
  /** What the dog itself asks for at this step: its ears and eyes, its coat's past, the state of a place. */
  readonly heeds: readonly HeedId[]
  /** In the owner's words, read before the first step; null elsewhere. */
  readonly words: string | null
  /** Of this work, what belongs to this visit; less than 1 leaves the rest for the next. */
  readonly part: number
}

/** What a step has to say of itself; the rest is as most steps have it. */
export type OwnOfStep = Pick<GroomStep, 'id' | 'phase' | 'kind'> & Partial<GroomStep>

const NONE: readonly never[] = []

/**
 * A step with what it leaves unsaid filled in. Field by field: spreading one object of defaults over and over costs some
 * thirty times as much, and a plan makes hundreds of steps.
 */
export const stepOf = (own: OwnOfStep): GroomStep => ({
  id: own.id,
  phase: own.phase,
  kind: own.kind,
  treatment: own.treatment ?? null,
  what: own.what ?? null,
  shape: own.shape ?? null,
  indexes: own.indexes ?? NONE,
  tool: own.tool ?? null,
  carrier: own.carrier ?? null,
  against: own.against ?? false,
  leavesMm: own.leavesMm ?? null,
  minutes: own.minutes ?? 0,
  pace: own.pace ?? 1,
  pull: own.pull ?? 0,
  dwellMin: own.dwellMin ?? 0,
  product: own.product ?? null,
  solutionMl: own.solutionMl ?? 0,
  productMl: own.productMl ?? 0,
  how: own.how ?? NONE,
  waitsFor: own.waitsFor ?? NONE,
  cautions: own.cautions ?? NONE,
  around: own.around ?? NONE,
  notes: own.notes ?? NONE,
  handOver: own.handOver ?? false,
  extras: own.extras ?? NONE,
  heeds: own.heeds ?? NONE,
  words: own.words ?? null,
  part: own.part ?? 1,
})
