import type { House } from '../numbers/estimates.ts'
import type { Minutes } from '../numbers/units.ts'
import { noiseDose } from '../safety/noise.ts'
import { NOBODY } from './calendar.ts'
import { type Day, type DayJob, type DayStep, PEN } from './day.ts'

/**
 * A day with its names turned into numbers. Units are places first, then people. Steps that the dog goes through without
 * being put away in between are one block: they are placed together or not at all.
 */
export interface Compiled {
  readonly day: Day
  readonly house: House
  readonly units: number
  readonly places: number
  /** Steps of all dogs, dog by dog. */
  readonly ops: readonly Op[]
  readonly blocks: readonly Block[]
  readonly jobs: readonly Job[]
  /** Units of the kind pen. */
  readonly pens: readonly number[]
  /** min after each unit's use by one dog; 0 for people. */
  readonly clean: Float64Array
  /** Taken before anything is planned: breaks, hours, what has begun. By unit, sorted. */
  readonly taken: readonly (readonly (readonly [from: number, to: number, job: number])[])[]
}

export interface Op {
  readonly index: number
  readonly job: number
  readonly block: number
  readonly step: DayStep
  readonly minutes: Minutes
  readonly place: readonly number[]
  readonly also: readonly number[]
  readonly person: readonly number[]
  readonly second: readonly number[]
  /** Percent of a day's noise. */
  readonly dose: number
  /** Index of the step whose place it keeps, or -1. */
  readonly same: number
  /** Longest wait before the next step of its block. */
  readonly lag: number
  readonly fixed: Fixed | null
}

export interface Fixed {
  readonly start: number
  readonly end: number
  readonly place: number
  readonly also: number
  readonly person: number
  readonly second: number
}

export interface Block {
  readonly job: number
  readonly ops: readonly number[]
}

export interface Job {
  readonly job: DayJob
  readonly ops: readonly number[]
  readonly blocks: readonly number[]
  readonly work: number
  /** Dogs that must not be in the building with it, said by either. */
  readonly avoids: readonly number[]
  /** Dogs of its household, itself among them. */
  readonly household: readonly number[]
  readonly tender: boolean
  readonly prefers: number
}

/** Whether the dog goes from this step to the next without being put away. */
function lagAfter(job: DayJob, step: DayStep, next: DayStep | undefined): number | null {
  if (!next) return null
  if (job.flags.includes('straight-through')) return 0
  if (step.maxWait !== null) return step.maxWait
  return next.same === step.id ? 0 : null
}

/** @throws {RangeError} where a step needs what is not there, naming dog and step; files are checked by their reader */
export function compileDay(day: Day, house: House): Compiled {
  const index = new Map(day.places.map(({ id }, i) => [id, i]))
  const worker = new Map(day.people.map(({ id }, i) => [id, day.places.length + i]))
  const ofKind = new Map<string, number[]>()
  day.places.forEach(({ kind }, i) => {
    ofKind.set(kind, [...(ofKind.get(kind) ?? []), i])
  })
  const ops: Op[] = []
  const blocks: { job: number; ops: number[] }[] = []
  const jobAt = new Map(day.jobs.map(({ id }, i) => [id, i]))
  const takes = (unit: number, kg: number | null): boolean =>
    kg === null || day.places[unit]!.maxKg === null || kg <= day.places[unit]!.maxKg!
  const jobs = day.jobs.map((job, j): Job => {
    const own: number[] = []
    let open = false
    for (const [s, step] of job.steps.entries()) {
      if (!open) blocks.push({ job: j, ops: [] })
      const lag = lagAfter(job, step, job.steps[s + 1])
      open = lag !== null
      const at = ops.length
      const places = (kind: string): number[] => (ofKind.get(kind) ?? []).filter((unit) => takes(unit, job.weightKg))
      const able =
        step.person && day.people.length > 0
          ? day.people
              .filter(({ can }) => step.skill === null || can.includes(step.skill))
              .map(({ id }) => worker.get(id)!)
          : []
      const place = places(step.kind)
      const also = step.also === null ? [] : places(step.also)
      if (place.length === 0 || (step.also !== null && also.length === 0))
        throw new RangeError(`${job.id}, ${step.id}: no ${place.length === 0 ? step.kind : step.also} that takes it`)
      if (step.person && day.people.length > 0 && able.length === 0)
        throw new RangeError(`${job.id}, ${step.id}: nobody who can ${step.skill}`)
      const second = step.second && day.people.length > 1 ? day.people.map(({ id }) => worker.get(id)!) : []
      const { begun } = step
      ops.push({
        index: at,
        job: j,
        block: blocks.length - 1,
        step,
        minutes: step.minutes,
        place,
        also,
        person: able,
        second,
        dose: step.dBA === null ? 0 : noiseDose([{ dBA: step.dBA, minutes: step.minutes }], null).niosh,
        same: step.same === null ? -1 : own[job.steps.findIndex(({ id }) => id === step.same)]!,
        lag: lag ?? Number.POSITIVE_INFINITY,
        fixed: begun && {
          start: begun.start,
          end: begun.end ?? Math.max(day.now, begun.start + step.minutes),
          place: begun.place === null ? -1 : index.get(begun.place)!,
          also: begun.also === null ? -1 : index.get(begun.also)!,
          person: begun.person === null ? -1 : worker.get(begun.person)!,
          second: begun.second === null ? -1 : worker.get(begun.second)!,
        },
      })
      own.push(at)
      blocks.at(-1)!.ops.push(at)
    }
    return {
      job,
      ops: own,
      blocks: [...new Set(own.map((op) => ops[op]!.block))],
      work: job.steps.reduce((sum, { minutes }) => sum + minutes, 0),
      avoids: [],
      household: day.jobs.flatMap(({ household }, i) =>
        i === j || (household !== null && household === job.household) ? [i] : [],
      ),
      // Each flag says of a dog that it should not wait.
      tender: job.flags.length > 0,
      prefers: job.prefers === null ? -1 : (worker.get(job.prefers) ?? -1),
    }
  })
  // Said of one dog it holds for both.
  const avoiding = jobs.map((): Set<number> => new Set())
  day.jobs.forEach((job, j) => {
    for (const id of job.avoids) {
      const other = jobAt.get(id)
      if (other === undefined || other === j) continue
      avoiding[j]!.add(other)
      avoiding[other]!.add(j)
    }
  })
  const units = day.places.length + day.people.length
  const clean = new Float64Array(units)
  day.places.forEach(({ cleanMin }, i) => {
    clean[i] = cleanMin
  })
  return {
    day,
    house,
    units,
    places: day.places.length,
    ops,
    blocks,
    jobs: jobs.map((job, j) => ({ ...job, avoids: [...avoiding[j]!] })),
    pens: ofKind.get(PEN) ?? [],
    clean,
    taken: takenBefore(day, ops, units),
  }
}

function takenBefore(day: Day, ops: readonly Op[], units: number) {
  const taken = Array.from({ length: units }, (): [number, number, number][] => [])
  day.people.forEach(({ from, breaks }, i) => {
    const own = taken[day.places.length + i]!
    if (from > 0) own.push([Number.NEGATIVE_INFINITY, from, NOBODY])
    for (const [start, end] of breaks) own.push([start, end, NOBODY])
  })
  for (const { fixed, job } of ops) {
    if (!fixed) continue
    for (const unit of [fixed.place, fixed.also, fixed.person, fixed.second])
      if (unit >= 0) taken[unit]!.push([fixed.start, fixed.end, job])
  }
  return taken.map((list) => list.sort((a, b) => a[0] - b[0]))
}
