import type { BathNote } from '../bath/shape.ts'
import type { CutNote } from '../cut/shape.ts'
import type { ExtraId } from '../dog/extras.ts'
import type { Caution } from '../plan/codes.ts'
import type { Around } from '../scores/around.ts'
import type { Tool, Treatment } from '../tools/treatments.ts'

export const GROOM_PHASES = ['before-bath', 'bath', 'dry', 'coat', 'cut', 'finish'] as const
export type GroomPhase = (typeof GROOM_PHASES)[number]

export const GROOM_STEP_KINDS = [
  'begin',
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

/** What was found at a place, and how a step keeps to it. */
export interface AroundAt extends Around {
  readonly index: number
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
  readonly indexes: readonly number[]
  readonly tool: Tool | null
  /** The blade that a comb attachment rides on. */
  readonly carrier: Tool | null
  readonly against: boolean
  readonly leavesMm: number | null
  readonly minutes: number
  /** Pace that the minutes were planned with. */
  readonly pace: number
  readonly pull: number
  /** What is left on works so long once it is on; 0 for nothing. */
  readonly dwellMin: number
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
  /** In the owner's words, read before the first step; null elsewhere. */
  readonly words: string | null
  /** Of this work, what belongs to this visit; less than 1 leaves the rest for the next. */
  readonly part: number
}

/** What most steps leave unsaid. */
export const EMPTY: Omit<GroomStep, 'id' | 'phase' | 'kind'> = {
  treatment: null,
  what: null,
  indexes: [],
  tool: null,
  carrier: null,
  against: false,
  leavesMm: null,
  minutes: 0,
  pace: 1,
  pull: 0,
  dwellMin: 0,
  product: null,
  solutionMl: 0,
  productMl: 0,
  how: [],
  waitsFor: [],
  cautions: [],
  around: [],
  notes: [],
  handOver: false,
  extras: [],
  words: null,
  part: 1,
}
