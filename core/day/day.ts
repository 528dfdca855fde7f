import type { Minutes } from '../numbers/units.ts'
/*
 * A day of a salon as a problem of scheduling: who needs what for how long, and what must not be. Times are minutes from
 * the day's beginning. The plain job shop (Fisher and Thompson 1963) is the case without people and without bounds.
 */

/** A tub, a table, a dryer, a pen: one dog at a time. */
export interface Place {
  readonly id: string
  readonly kind: string
  /** Heaviest dog it takes; null for any. */
  readonly maxKg: number | null
  /** Between two dogs: fur, disinfection. min */
  readonly cleanMin: Minutes
}

/** Dogs that wait between two steps wait in one of these, where the house has any. */
export const PEN = 'pen'

export interface Worker {
  readonly id: string
  readonly can: readonly string[]
  /** Dose of noise a day, percent by NIOSH; null for no bound. */
  readonly noiseCap: number | null
  readonly breaks: readonly (readonly [from: number, to: number])[]
  readonly from: number
  /** null: as long as the salon is open. */
  readonly to: number | null
}

/** What has begun and is never moved. */
export interface Begun {
  readonly start: number
  /** null while it goes on. */
  readonly end: number | null
  readonly place: string | null
  readonly also: string | null
  readonly person: string | null
  readonly second: string | null
}

export interface DayStep {
  readonly id: string
  /** What kind of place it needs. */
  readonly kind: string
  /** A thing that comes to that place, as a dryer to a table; null for none. */
  readonly also: string | null
  /** null: anybody who is there. */
  readonly skill: string | null
  /** Somebody's hands, for as long as it takes. */
  readonly person: boolean
  /** A second pair as well. */
  readonly second: boolean
  /** Sound level at the ear of who does it; null for nothing worth counting. */
  readonly dBA: number | null
  /** The median. min */
  readonly minutes: Minutes
  /** Standard deviation of the logarithm; 0 where it is known. */
  readonly spread: number
  /** How long the dog may wait after it, min: wet dogs wait at the place, not alone. null for any time. */
  readonly maxWait: number | null
  /** An earlier step of the dog at whose place this one is done; null for any place of the kind. */
  readonly same: string | null
  readonly begun: Begun | null
}

export const JOB_FLAGS = ['straight-through', 'frail', 'frightened', 'puppy'] as const
export type JobFlag = (typeof JOB_FLAGS)[number]

/** One dog's day. */
export interface DayJob {
  readonly id: string
  readonly arrives: number
  /** When it is wished for, or what its people were told; null where nobody waits. */
  readonly due: number | null
  /** Longest in the building, min; null for any time. */
  readonly maxInBuilding: number | null
  readonly flags: readonly JobFlag[]
  /** Dogs that must not be in the building with it. */
  readonly avoids: readonly string[]
  /** Whose hands it knows; null for nobody's. */
  readonly prefers: string | null
  /** Suspicious skin: begins when all others are done. */
  readonly last: boolean
  /** Dogs of one household leave together; null for its own. */
  readonly household: string | null
  /** Not dried beside another dryer where that can be avoided. */
  readonly fearsDryer: boolean
  readonly weightKg: number | null
  /** What a minute late weighs beside other dogs. */
  readonly weight: number
  readonly steps: readonly DayStep[]
}

export interface Day {
  /** When the salon closes; null for never. */
  readonly to: number | null
  /** Nothing that has not begun begins before this. */
  readonly now: number
  readonly places: readonly Place[]
  /** Nobody: nobody is needed, the plain job shop. */
  readonly people: readonly Worker[]
  readonly jobs: readonly DayJob[]
  /** When each dog is done by the plan that its people were told of, by dog; what makes it later than that weighs. */
  readonly told?: Readonly<Record<string, number>>
}

/** One step in its place. */
export interface PlannedStep {
  readonly job: string
  readonly step: string
  readonly place: string
  readonly also: string | null
  readonly person: string | null
  readonly second: string | null
  readonly start: number
  readonly end: number
}

/** What a schedule weighs, each already times its weight. */
export interface DayCost {
  readonly late: number
  readonly over: number
  readonly waiting: number
  readonly end: number
  /** In the building longer than the dog's cap. */
  readonly cap: number
  /** Not the hands it knows. */
  readonly hands: number
  /** Later than its people were told, whatever was booked. */
  readonly told: number
  /** Dried beside another dryer though it fears them; more dogs waiting than there are pens. */
  readonly unease: number
  readonly total: number
}
