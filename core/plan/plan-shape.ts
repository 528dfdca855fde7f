import type { Rebook } from '../aftercare/rebook.ts'
import type { PlaceIndex, RegionId, Side } from '../body/regions.ts'
import type { Millimetres, Minutes } from '../numbers/units.ts'
import type { Indices } from '../scores/indices.ts'
import type { Tool, Treatment } from '../tools/treatments.ts'
import type { Step } from './budgets.ts'
import type { Refusal } from './codes.ts'
import type { Style, VerdictName } from './names.ts'
import type { Option } from './options.ts'
import type { Reason } from './reasons.ts'
import type { Stop } from './stops.ts'
import type { StyleClosed } from './styles.ts'
import type { SplitPlan } from './visits.ts'

export interface Range {
  readonly low: number
  readonly high: number
}

export interface RegionPlan {
  readonly index: PlaceIndex
  readonly region: RegionId
  readonly side: Side | null
  readonly treatment: Treatment
  readonly option: Option
  /** Minutes and pull from the low to the high end, where the region-side was not looked at. */
  readonly minutes: Range
  readonly pull: Range
  /** Everything that was weighed here, and what the rules took out. */
  readonly weighed: readonly Option[]
  readonly refused: readonly { readonly treatment: Treatment; readonly code: Refusal }[]
  readonly coatMm: Millimetres
  /** Finished already. */
  readonly done: boolean
}

/** What follows from a way of grooming once the dog has gone home. */
export interface Afterwards {
  /** Weeks until every place that shows is as long as it was, or as the owner wants it. */
  readonly regrowWeeks: number
  readonly next: Rebook
  /** Points of coat lost on each region-side, before the owner's weight. */
  readonly losses: readonly number[]
}

export interface Alternative extends Afterwards {
  readonly choice: VerdictName
  readonly style: Style
  readonly feasible: boolean
  readonly closed: StyleClosed | null
  readonly minutes: Minutes
  readonly pull: number
  readonly coatKept: number
  readonly objective: number
  readonly mismatch: boolean
  /** More than 1 where the coat is kept by coming back: minutes and pull are those of all visits. */
  readonly visits: number
  readonly treatments: readonly Treatment[]
  readonly outlineMm: readonly Millimetres[]
}

export interface Verdict {
  readonly choice: VerdictName
  readonly style: Style
  /** At the low end where places were not looked at; the range holds both. */
  readonly minutes: Range
  readonly pull: Range
  readonly coatKept: Range
  /** What the verdict would be at the high end, where that is another. */
  readonly otherwise: VerdictName | null
  readonly minutesBudget: number
  readonly pullBudget: number
  readonly budgetSteps: { readonly minutes: readonly Step[]; readonly pull: readonly Step[] }
  readonly reserve: number
  readonly handOverMinutes: Minutes
  /** The terms of the objective of the chosen plan, points. */
  readonly objective: {
    readonly coat: number
    readonly minutes: Minutes
    readonly pull: number
    readonly mismatch: number
    /** Minutes beyond the slot. */
    readonly over: number
    readonly total: number
  }
  readonly reasons: readonly Reason[]
  readonly alternatives: readonly Alternative[]
  readonly after: Afterwards
  /** Set where a person chose another style than the one that weighs least. */
  readonly insteadOf: Style | null
}

/**
 * What can wait for another day when a dog has stood long enough, in the order in which it is left out; the bath only where
 * a vet decides on the rest, and then first.
 */
export const LEFT_OUT_IDS = ['bath', 'feet', 'blend', 'wash', 'nails'] as const
export type LeftOutId = (typeof LEFT_OUT_IDS)[number]

export interface LeftOut {
  readonly what: LeftOutId
  /** That it saves. */
  readonly minutes: Minutes
}

/** Why two people are needed: to lift it, or to hold it safely. */
export const SECOND_IDS = ['lift', 'bites'] as const
export type SecondId = (typeof SECOND_IDS)[number]

/** What a whole groom takes, minutes: coat work, tub, dryer, cut and the rest, by its own steps. */
export interface GroomTotal {
  /** For one pair of hands, waits in the tub with it. */
  readonly minutes: Minutes
  readonly hands: number
  /** How long the dog stands; rests off the table come on top. */
  readonly standing: number
  /** How long it should stand at most. */
  readonly cap: number
  /** Left for another day, so that it stands no longer than that. */
  readonly leftOut: readonly LeftOut[]
  /** Steps that want a second pair of hands. */
  readonly second: readonly { readonly why: SecondId; readonly step: string }[]
  readonly slot: number
  /** Beyond the slot; 0 where it fits. */
  readonly over: number
  readonly parts: {
    readonly coat: number
    readonly bath: number
    readonly dry: number
    readonly cut: number
    readonly last: number
  }
}

/** One mat worked before anything is decided, because two ways are close and one kind of mat parts them. */
export interface MatTrial {
  readonly index: PlaceIndex
  readonly tool: Tool | null
  readonly minutes: Minutes
  /** The way where the mat comes out with that tool, and where it does not. */
  readonly ifItComes: VerdictName
  readonly ifNot: VerdictName
}

/** What is done where, and what waits for another day: all that bath, drying, cut and steps ask of a plan. */
export interface CoatWork extends Pick<Plan, 'regions' | 'split'> {
  readonly verdict: Pick<Verdict, 'choice' | 'style'>
  readonly groom: Pick<GroomTotal, 'leftOut'> | null
}

export interface Plan {
  readonly model: string
  readonly indices: Indices
  readonly verdict: Verdict
  readonly regions: readonly RegionPlan[]
  readonly stops: readonly Stop[]
  /** Of today's visit; null where the groom stops, and in plans of a model before 2. */
  readonly groom: GroomTotal | null
  /** One mat to try before the way is decided; null where it is clear. */
  readonly trial: MatTrial | null
  /** Present only where one visit cannot do it. */
  readonly split: SplitPlan | null
  /** Share of the surface not looked at, 0 to 1. */
  readonly unknownShare: number
}
