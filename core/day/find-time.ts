import type { House } from '../numbers/estimates.ts'
import { compileDay } from './compile.ts'
import { Costs } from './cost.ts'
import type { Day, DayJob, PlannedStep } from './day.ts'
import { Decoder, emptySchedule } from './decode.ts'
import { asPlanned, planDay, stepsOf } from './plan-day.ts'
import { LivedDay } from './promises.ts'

/** A time a dog could come at, as the day would be with it. */
export interface Tried {
  readonly day: Day
  readonly before: readonly PlannedStep[]
  readonly steps: readonly PlannedStep[]
  readonly arrives: number
  /** How much heavier the day becomes. */
  readonly weighs: number
}

export interface Offer {
  /** Done by then on four days of five. */
  readonly promise: number
  /** Dogs whose time no longer holds on four days of five with it in between, and did before. */
  readonly moves: number
}

/**
 * The times of one day at which a dog could come, what weighs least first. What is planned already keeps its order; the dog
 * goes where it fits.
 * @param slot how long after it came its people are told
 */
export function timesIn(
  day: Day,
  job: DayJob,
  slot: number,
  arrivals: readonly number[],
  house: House,
  random: () => number,
): Tried[] {
  const before = planDay(day, house, { random, goOn: () => false })
  // One dog more is laid out once; only when it comes differs.
  const c = compileDay({ ...day, jobs: [...day.jobs, { ...job, arrives: 0 }] }, house)
  const decoder = new Decoder(c)
  const costs = new Costs(c)
  const schedule = emptySchedule(c.ops.length)
  const last = c.jobs.length - 1
  return arrivals
    .map((arrives): Tried => {
      const comer = { ...job, arrives, due: arrives + slot }
      const jobs = c.jobs.with(last, { ...c.jobs[last]!, job: comer })
      const at = { ...c, jobs, day: { ...c.day, jobs: [...day.jobs, comer] } }
      decoder.over(at)
      costs.over(at)
      decoder.decode(asPlanned(at, before.steps), schedule)
      return {
        day: at.day,
        before: before.steps,
        steps: stepsOf(at, schedule),
        arrives,
        weighs: costs.total(schedule) - before.cost.total,
      }
    })
    .sort((a, b) => a.weighs - b.weighs || a.arrives - b.arrives)
}

const LIVED = 120

/** Holds on so many days of the house's share. */
const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)]!

/** What a time would mean for everybody: by when this dog is done, and whose time no longer holds. */
export function offerOf({ day, before, steps }: Tried, house: House, random: () => number): Offer {
  const comer = day.jobs.at(-1)!
  const without: Day = { ...day, jobs: day.jobs.slice(0, -1) }
  const sorted = (of: Day, planned: readonly PlannedStep[]): number[][] => {
    const lived = new LivedDay(of, planned, house)
    const ends: number[][] = of.jobs.map(() => [])
    for (let d = 0; d < LIVED; d++)
      for (const [j, end] of lived.live((step) => lived.draw(step, random)).entries()) ends[j]!.push(end)
    return ends.map((list) => list.sort((a, b) => a - b))
  }
  const slips = (of: Day, ends: readonly (readonly number[])[]): Set<string> =>
    new Set(of.jobs.flatMap(({ id, due }, j) => (due !== null && at(ends[j]!, house['day.promise']) > due ? [id] : [])))
  const then = sorted(day, steps)
  const slipped = slips(day, then)
  slipped.delete(comer.id)
  if (slipped.size > 0) for (const id of slips(without, sorted(without, before))) slipped.delete(id)
  const round = house['day.promise-step']
  return {
    promise: Math.ceil(at(then.at(-1)!, house['day.promise']) / round - 1e-9) * round,
    moves: slipped.size,
  }
}
