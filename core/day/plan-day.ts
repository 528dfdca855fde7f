import type { House } from '../numbers/estimates.ts'
import { type Bounds, boundsOf } from './bound.ts'
import { type Compiled, compileDay } from './compile.ts'
import { Costs } from './cost.ts'
import type { Day, DayCost, PlannedStep } from './day.ts'
import { Decoder, emptySchedule, type Order, type Schedule } from './decode.ts'
import { type Found, improve, type Search } from './improve.ts'
import { calledLater } from './later.ts'

/** A day in its order: what is where, when and by whom, and how good that is. */
export interface DayPlan {
  readonly steps: readonly PlannedStep[]
  readonly cost: DayCost
  /** When the last dog is done. */
  readonly end: number
  /** Minutes late, each dog's own, over all dogs. */
  readonly late: number
  readonly bound: Bounds
  /** Nothing weighs less. */
  readonly optimal: boolean
}

export interface Planning extends Pick<Search, 'random' | 'goOn'> {
  /** Told of each better plan as it is found. */
  readonly onBetter?: (plan: DayPlan) => void
  /** The plan so far, to begin with: what it says of dogs and steps that are still there. */
  readonly from?: readonly PlannedStep[]
}

/**
 * Plans a day: orders by simple rules first, then a search from the best of them until it may go on no more or nothing
 * can be better. The same day, numbers and turns give the same plan.
 * @throws {RangeError} where a step needs what is not there
 */
export function planDay(day: Day, house: House, { random, goOn, onBetter, from = [] }: Planning): DayPlan {
  const c = compileDay(day, house)
  const bound = boundsOf(c)
  const tell = onBetter ? (found: Found) => onBetter(planOf(c, bound, found)) : undefined
  const first = firstOrder(c, from)
  const best = improve(c, first, {
    random,
    goOn,
    bound: bound.cost,
    ...(tell ? { onBetter: tell } : {}),
  })
  return planOf(c, bound, best)
}

/** The best of some plain rules: by arrival, by promise, by most work left, by longest step. */
function firstOrder(c: Compiled, from: readonly PlannedStep[]): Found {
  const decoder = new Decoder(c)
  const costs = new Costs(c)
  const who = new Int32Array(c.ops.length).fill(-1)
  const blocks = c.blocks.map((_, i) => i)
  const job = (block: number) => c.jobs[c.blocks[block]!.job]!
  const left = (block: number): number => {
    const own = job(block).blocks
    return own
      .slice(own.indexOf(block))
      .flatMap((b) => c.blocks[b]!.ops)
      .reduce((sum, op) => sum + c.ops[op]!.minutes, 0)
  }
  const slack = (block: number): number => (job(block).job.due ?? c.day.to ?? 0) - left(block)
  const done = (block: number): number => job(block).work - left(block)
  const rules: ((block: number) => number)[] = [
    (block) => job(block).job.arrives,
    slack,
    (block) => -left(block),
    (block) => job(block).job.arrives + done(block),
    (block) => job(block).blocks.indexOf(block) * 1e4 - left(block),
  ]
  const orders: Order[] = rules.map((rule) => ({
    list: Int32Array.from(
      inOrder(
        c,
        [...blocks].sort((a, b) => rule(a) - rule(b) || a - b),
      ),
    ),
    who,
  }))
  if (from.length > 0) orders.unshift(asPlanned(c, from))
  let best: Found | null = null
  for (const order of orders) {
    const schedule = emptySchedule(c.ops.length)
    decoder.decode(order, schedule)
    const cost = costs.total(schedule)
    if (!best || cost < best.cost - 1e-9) best = { order, schedule, cost }
  }
  return best!
}

/** The order of a plan so far: who is new in it comes when it arrives, and hands stay with their steps. */
export function asPlanned(c: Compiled, steps: readonly PlannedStep[]): Order {
  const { day } = c
  const planned = new Map(steps.map((step) => [`${step.job}\n${step.step}`, step]))
  const of = (op: number): PlannedStep | undefined =>
    planned.get(`${day.jobs[c.ops[op]!.job]!.id}\n${c.ops[op]!.step.id}`)
  const people = new Map(day.people.map(({ id }, i) => [id, c.places + i]))
  const begins = c.blocks.map(({ ops, job }) => of(ops[0]!)?.start ?? day.jobs[job]!.arrives)
  const list = inOrder(
    c,
    [...begins.keys()].sort((a, b) => begins[a]! - begins[b]! || a - b),
  )
  const who = c.ops.map(({ index, person }) => {
    const unit = people.get(of(index)?.person ?? '') ?? -1
    return person.includes(unit) ? unit : -1
  })
  return { list: Int32Array.from(list), who: Int32Array.from(who) }
}

/** Blocks of one dog in the dog's own order, at the turns that rule gave them. */
function inOrder(c: Compiled, list: readonly number[]): number[] {
  const next = c.jobs.map(() => 0)
  return list.map((block) => {
    const { job } = c.blocks[block]!
    return c.jobs[job]!.blocks[next[job]!++]!
  })
}

function planOf(c: Compiled, bound: Bounds, { schedule: early, cost }: Found): DayPlan {
  const schedule = calledLater(c, early)
  const costs = new Costs(c)
  const ends = c.jobs.map((_, j) => costs.endOf(schedule, j))
  return {
    steps: stepsOf(c, schedule),
    cost: costs.of(schedule),
    end: Math.max(0, ...ends),
    late: c.jobs.reduce((sum, { job }, j) => sum + (job.due === null ? 0 : Math.max(0, ends[j]! - job.due)), 0),
    bound,
    optimal: cost <= bound.cost + 1e-6,
  }
}

/** A schedule in names. */
export function stepsOf(c: Compiled, schedule: Schedule): PlannedStep[] {
  const { day } = c
  const name = (unit: number): string | null =>
    unit < 0 ? null : unit < c.places ? day.places[unit]!.id : day.people[unit - c.places]!.id
  return c.ops.map(({ index, job, step }) => ({
    job: day.jobs[job]!.id,
    step: step.id,
    place: name(schedule.place[index]!) ?? '',
    also: name(schedule.also[index]!),
    person: name(schedule.person[index]!),
    second: name(schedule.second[index]!),
    start: schedule.start[index]!,
    end: schedule.end[index]!,
  }))
}
