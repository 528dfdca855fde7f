import type { House } from '../numbers/estimates.ts'
import type { Day, DayJob, PlannedStep } from './day.ts'
import { type DayPlan, planDay } from './plan-day.ts'
import { LivedDay } from './promises.ts'

/** A time a dog could come at. */
export interface Offer {
  readonly arrives: number
  /** Done by then on four days of five. */
  readonly promise: number
  /** Dogs of the day whose promise no longer holds on four days of five with it in between, and did before. */
  readonly moves: number
  /** How much heavier the day becomes. */
  readonly weighs: number
}

const LIVED = 120

const endsOf = (day: Day, plan: DayPlan, house: House, random: () => number): number[][] => {
  const lived = new LivedDay(day, plan.steps, house)
  const ends: number[][] = day.jobs.map(() => [])
  for (let d = 0; d < LIVED; d++)
    for (const [j, end] of lived.live((step) => lived.draw(step, random)).entries()) ends[j]!.push(end)
  return ends.map((list) => list.sort((a, b) => a - b))
}

/** Holds on so many days of the house's share. */
const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)]!

const slipping = (day: Day, ends: readonly (readonly number[])[], house: House): Set<string> =>
  new Set(day.jobs.flatMap(({ id, due }, j) => (due !== null && at(ends[j]!, house['day.promise']) > due ? [id] : [])))

const STOP = (): boolean => false

/**
 * The times of one day at which a dog could come, the best first: those that move nobody's promise, then those that weigh
 * least. What is planned already keeps its order; the dog goes where it fits.
 * @param planned the day's plan so far @param slot how long after it came its people are told
 * @param most times that are looked at closely
 */
export function timesIn(
  day: Day,
  planned: readonly PlannedStep[],
  job: DayJob,
  slot: number,
  arrivals: readonly number[],
  house: House,
  random: () => number,
  most = 4,
): Offer[] {
  const before = planDay(day, house, { random, goOn: STOP, from: planned })
  const slippedBefore = day.jobs.length > 0 ? slipping(day, endsOf(day, before, house, random), house) : new Set()
  const tried = arrivals
    .map((arrives) => {
      const with1: Day = { ...day, jobs: [...day.jobs, { ...job, arrives, due: arrives + slot }] }
      const plan = planDay(with1, house, { random, goOn: STOP, from: before.steps })
      return { arrives, day: with1, plan, weighs: plan.cost.total - before.cost.total }
    })
    .sort((a, b) => a.weighs - b.weighs || a.arrives - b.arrives)
  return tried
    .slice(0, most)
    .map(({ arrives, day: with1, plan, weighs }): Offer => {
      const ends = endsOf(with1, plan, house, random)
      const slipped = slipping(with1, ends, house)
      const round = house['day.promise-step']
      return {
        arrives,
        promise: Math.ceil(at(ends.at(-1)!, house['day.promise']) / round - 1e-9) * round,
        moves: [...slipped].filter((id) => id !== job.id && !slippedBefore.has(id)).length,
        weighs,
      }
    })
    .sort((a, b) => a.moves - b.moves || a.weighs - b.weighs)
}
