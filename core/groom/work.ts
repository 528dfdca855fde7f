import { REGION_SIDES, type RegionId } from '../body/regions.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Minutes } from '../numbers/units.ts'
import type { Treatment } from '../tools/treatments.ts'
import type { Bench, StepStatus } from './bench/shape.ts'
import { minutesTaken } from './bench/status.ts'
import type { GroomStep } from './step.ts'

/** Time of one person on one treatment in one visit. */
export interface Worked {
  readonly personId: string | null
  readonly treatment: Treatment
  /** As the rates have it, at pace 1. */
  readonly plannedMin: Minutes
  readonly takenMin: Minutes
}

/** Shorter than this nobody measured: a step ticked off as it was begun, min. */
const LEAST_MIN = fixed('step.least')

/** Whether a step was done with a clock that says something. */
export const isMeasured = (status: StepStatus): boolean => {
  const taken = minutesTaken(status)
  return status.status === 'done' && taken !== null && taken >= LEAST_MIN && status.step.minutes > 0
}

/** What a groom teaches of the pace of those who did it: done steps with a clock, shared by who stood how long. */
export function workedOf({ steps }: Bench): Worked[] {
  const sums = new Map<
    string,
    { personId: string | null; treatment: Treatment; plannedMin: Minutes; takenMin: Minutes }
  >()
  for (const status of steps) {
    const { step, byPerson } = status
    if (!step.treatment || !isMeasured(status)) continue
    const taken = minutesTaken(status)!
    const total = [...byPerson.values()].reduce((sum, ms) => sum + ms, 0)
    const shares =
      total > 0 ? [...byPerson].map(([who, ms]) => [who, ms / total] as const) : [[status.doneBy, 1] as const]
    for (const [personId, share] of shares) {
      const key = `${personId ?? ''} ${step.treatment}`
      const row = sums.get(key) ?? { personId, treatment: step.treatment, plannedMin: 0, takenMin: 0 }
      row.plannedMin += (step.minutes / step.pace) * share
      // Two people at once are each at it all the time they are.
      row.takenMin += status.saidMinutes === null && total > 0 ? (byPerson.get(personId) ?? 0) / 60_000 : taken * share
      sums.set(key, row)
    }
  }
  return [...sums.values()]
}

/** Minutes by place: each step's over its places by their share of the dog. */
export function minutesByRegion({ steps }: Bench): ReadonlyMap<RegionId, number> {
  const minutes = new Map<RegionId, number>()
  for (const status of steps) {
    const taken = minutesTaken(status)
    const { indexes } = status.step
    const area = indexes.reduce((sum, index) => sum + REGION_SIDES[index]!.share, 0)
    if (taken === null || area === 0) continue
    for (const index of indexes) {
      const { region, share } = REGION_SIDES[index]!
      minutes.set(region, (minutes.get(region) ?? 0) + (taken * share) / area)
    }
  }
  return minutes
}

/** What of a groom is neither coat work nor cut. */
export const BESIDE_COAT = ['bath', 'dry', 'nails', 'ears', 'check', 'show'] as const

/** What a groom is made of, for the record: coat work and cut by treatment, the rest by name. */
export type WorkKey = Treatment | (typeof BESIDE_COAT)[number]

/** What of a groom a step is. */
export const workOf = ({ treatment, kind }: GroomStep): WorkKey =>
  treatment ?? (kind === 'ear-hair' ? 'ears' : (BESIDE_COAT.find((key) => key === kind) ?? 'check'))

export interface WorkLine {
  readonly what: WorkKey
  readonly plannedMin: Minutes
  /** Of the steps with a clock; null where none had one. */
  readonly takenMin: Minutes | null
  readonly done: number
  readonly steps: number
}

/** Planned and taken minutes by treatment, in the order of the groom. */
export function workLines({ steps }: Bench): WorkLine[] {
  const lines = new Map<
    WorkKey,
    { what: WorkKey; plannedMin: Minutes; takenMin: Minutes | null; done: number; steps: number }
  >()
  for (const status of steps) {
    const what = workOf(status.step)
    const line = lines.get(what) ?? { what, plannedMin: 0, takenMin: null, done: 0, steps: 0 }
    line.steps++
    if (status.status !== 'skipped') line.plannedMin += status.step.minutes
    if (status.status === 'done') line.done++
    const taken = minutesTaken(status)
    if (taken !== null) line.takenMin = (line.takenMin ?? 0) + taken
    lines.set(what, line)
  }
  return [...lines.values()]
}
