import type { PlaceIndex } from '../body/regions.ts'
import type { Millimetres, Minutes } from '../numbers/units.ts'
import { type PartId, SHAPE_NOTES } from '../pattern/shapes.ts'
import type { Caution } from '../plan/codes.ts'
import type { Around } from '../scores/around.ts'
import type { Tool } from '../tools/treatments.ts'

/** What of a region-side is cut. */
export const CUT_PARTS = ['coat', 'hock', 'ear-top', 'tail-base', 'opening', 'surround', 'pads'] as const
export type CutPart = (typeof CUT_PARTS)[number]

/** Why it is cut. */
export const CUT_REASONS = [
  'verdict',
  'wish',
  'hygiene',
  'friction',
  'dead-ends',
  'tidy',
  'patch',
  'shape',
  'stain',
] as const
export type CutReason = (typeof CUT_REASONS)[number]

/** Why a wished length is not cut. */
export const NOT_CUT = [
  'double-coat',
  'show-coat',
  'jacket',
  'left-alone',
  'not-looked-at',
  'face-not-tolerated',
  'scar',
  'house-keeps-coat',
  'finding-in-the-way',
  'owner-lets-grow',
  'another-day',
  'coat-cannot-carry-it',
] as const
export type NotCut = (typeof NOT_CUT)[number]

/** How a line is cut: what the house, the dog or the place asks for beside the tool. */
export const CUT_NOTES = [
  'face-line-cm',
  'face-line-eye',
  'face-line-ear',
  'skin-stretched',
  'ear-by-blade',
  'ear-was-matted',
  'feet-standing',
  'feet-lifted',
  'lashes-owner',
  'edges-only',
  'never-into-web',
  'disinfect-after',
  'skim-only',
  'tidy-only',
  'outline-by-comb',
  'by-eye',
  ...SHAPE_NOTES,
] as const
export type CutNote = (typeof CUT_NOTES)[number]

/** What holds up a dog while it is cut. */
export const SUPPORTS = ['belly-loop', 'opposite-leg', 'knee-under-belly', 'rest-when-it-fidgets'] as const
export type Support = (typeof SUPPORTS)[number]

/** A shape by the part it is of. */
export interface ShapeName {
  readonly part: PartId
  readonly id: string
}

/** A shape at one of its places. */
export interface ShapedPlace extends ShapeName {
  readonly index: PlaceIndex
}

/** A shape that was asked for and comes otherwise, and why: mats that are clipped there, or what stands against it. */
export interface BentShape extends ShapeName {
  readonly why: NotCut | 'mats'
}

export interface CutLine {
  readonly index: PlaceIndex
  readonly part: CutPart
  /** The shape it is cut to, as part and shape; null where only a length was asked for. */
  readonly shape: ShapeName | null
  readonly tool: Tool
  /** Against the growth leaves about half; with the growth unless the plan says otherwise. */
  readonly against: boolean
  readonly leavesMm: Millimetres
  readonly why: CutReason
  readonly when: 'before-bath' | 'after-drying'
  /** Planned minutes; 0 where the verdict counts them already. */
  readonly minutes: Minutes
  readonly cautions: readonly Caution[]
  /** What was found there and is worked round. */
  readonly around: readonly Around[]
  readonly notes: readonly CutNote[]
  /** Not for a learner's hands. */
  readonly handOver: boolean
}

export const BLEND_TOOLS = ['thinning', 'chunking', 'comb-taper'] as const
export type BlendTool = (typeof BLEND_TOOLS)[number]

export interface Blend {
  readonly a: number
  readonly b: number
  readonly stepMm: Millimetres
  readonly tool: BlendTool
  /** How much the line shows, 0 to 3. */
  readonly shows: number
}

export interface Cut {
  /** In the order of the work. */
  readonly lines: readonly CutLine[]
  /** Lengths once it is done, mm, by region-side. */
  readonly mm: readonly Millimetres[]
  /** What shows most first. */
  readonly blends: readonly Blend[]
  readonly blendMinutes: Minutes
  /** Sides that end unlike: the mat or the skin on one forced it. */
  readonly unlike: readonly {
    readonly left: number
    readonly right: number
    readonly leftMm: Millimetres
    readonly rightMm: Millimetres
  }[]
  readonly notCut: readonly { readonly index: PlaceIndex; readonly wishedMm: Millimetres; readonly why: NotCut }[]
  readonly supports: readonly Support[]
  /** Shapes that were asked for and come otherwise. */
  readonly bent: readonly BentShape[]
  /** Planned minutes without what the verdict counts already. */
  readonly minutes: Minutes
}
