import type { PlaceIndex, RegionId, Side } from '../../body/regions.ts'
import type { Millimetres, Minutes } from '../../numbers/units.ts'
import type { Treatment } from '../../tools/treatments.ts'
import type { GroomStep } from '../step.ts'

export const INCIDENT_IDS = [
  'nick',
  'quicked-nail',
  'brush-burn',
  'clipper-rash',
  'heat',
  'escape',
  'bite',
  'unwell',
] as const
export type IncidentId = (typeof INCIDENT_IDS)[number]

export const SKIP_REASONS = ['not-needed', 'dog-says-no', 'no-time', 'owner-says-no', 'next-visit'] as const
export type SkipReason = (typeof SKIP_REASONS)[number]

/** A place whose work is finished, how it was left and what it took. */
export interface FinishedPlace {
  readonly index: PlaceIndex
  readonly treatment: Treatment
  /** What the tool left where it cut, mm; null where nothing was cut. */
  readonly leavesMm: Millimetres | null
  readonly minutes: Minutes
  readonly pull: number
}

/** What happened on the bench. Events are only ever added; how things stand is what they add up to. */
export type BenchHappening =
  | {
      readonly kind: 'plan'
      readonly planId: string
      readonly steps: readonly GroomStep[]
      /** Pull-minutes the dog has to give, as planned. */
      readonly pullBudget: number
      /** Minutes of work after which this dog gets a rest. */
      readonly restEvery: number
    }
  | { readonly kind: 'start' | 'pause' | 'done' | 'reopen'; readonly step: string }
  | { readonly kind: 'skip'; readonly step: string; readonly reason: SkipReason }
  /** Places finished by themselves, or opened again, whatever step they belong to. */
  | { readonly kind: 'places'; readonly finished: readonly FinishedPlace[]; readonly reopened: readonly number[] }
  | { readonly kind: 'change'; readonly step: string; readonly minutes: Minutes | null; readonly note: string }
  | { readonly kind: 'timer'; readonly step: string; readonly minutes: Minutes }
  | { readonly kind: 'timer-more'; readonly timer: string; readonly minutes: Minutes }
  | { readonly kind: 'timer-stop'; readonly timer: string }
  | { readonly kind: 'rest' | 'rest-end' | 'finish' | 'unfinish' }
  | { readonly kind: 'blade-on'; readonly blade: string }
  | {
      readonly kind: 'blade-off' | 'coolant' /** What a thermometer at the bench read just then. */
      readonly celsius?: number
    }
  | {
      readonly kind: 'incident'
      readonly incident: IncidentId
      readonly region: RegionId | null
      readonly side: Side | null
      readonly sizeMm: Millimetres | null
      readonly did: string
    }
  | {
      readonly kind: 'incident-more'
      readonly incident: string
      readonly region: RegionId | null
      readonly side: Side | null
      readonly sizeMm: Millimetres | null
      readonly did: string
    }
  | { readonly kind: 'told'; readonly incident: string }

export type BenchEvent = BenchHappening & {
  /** Made where it happened; the same event that comes twice counts once. */
  readonly id: string
  /** By the server's clock, ms. */
  readonly at: number
  readonly by: string | null
}

export interface StepStatus {
  readonly step: GroomStep
  readonly status: 'open' | 'working' | 'done' | 'skipped'
  /** Time somebody was at it, ms; two people at once count once. */
  readonly spentMs: number
  /** Time of each person, ms. */
  readonly byPerson: ReadonlyMap<string | null, number>
  readonly workers: readonly (string | null)[]
  readonly skipReason: SkipReason | null
  /** Minutes said by hand instead of by the clock. */
  readonly saidMinutes: Minutes | null
  readonly note: string
  readonly doneAt: number | null
  readonly doneBy: string | null
  /** From a plan that is no longer in force, kept because it was begun, or because the dog is wet. */
  readonly earlier: boolean
}

export interface DwellTimer {
  readonly id: string
  readonly step: string
  readonly startedAt: number
  readonly endsAt: number
  readonly stoppedAt: number | null
}

export interface BladeRun {
  readonly blade: string
  readonly by: string | null
  /** Running since, by the clock; the temperature is counted from the last coolant on. */
  readonly since: number
  readonly cooledAt: number | null
}

/** A blade as a thermometer read it, so many minutes after it was put on or last cooled. */
export interface BladeReading {
  readonly minutes: Minutes
  readonly celsius: number
}

export interface BenchIncident {
  readonly id: string
  readonly at: number
  readonly by: string | null
  readonly incident: IncidentId
  readonly region: RegionId | null
  readonly side: Side | null
  readonly sizeMm: Millimetres | null
  readonly did: string
  readonly toldAt: number | null
}

export interface Bench {
  readonly planId: string | null
  readonly steps: readonly StepStatus[]
  /** Region-sides whose coat work is finished, by a step or by themselves. */
  readonly finished: ReadonlyMap<number, FinishedPlace>
  readonly timers: readonly DwellTimer[]
  readonly blades: readonly BladeRun[]
  readonly bladeReadings: readonly BladeReading[]
  readonly incidents: readonly BenchIncident[]
  readonly resting: { readonly since: number } | null
  readonly rests: number
  /** Work on the dog since the last rest, ms. */
  readonly sinceRestMs: number
  readonly restEvery: number
  readonly pullBudget: number
  readonly pullSpent: number
  readonly startedAt: number | null
  readonly finishedAt: number | null
}
