import type { House } from '../numbers/estimates.ts'
import { normal } from '../numbers/normal.ts'
import { type Compiled, compileDay } from './compile.ts'
import type { Day, PlannedStep } from './day.ts'

/** What one dog's people can be told, min from the day's beginning. */
export interface Promised {
  readonly job: string
  /** As planned, every step by its median. */
  readonly end: number
  /** Holds on four days of five. */
  readonly promise: number
  /** Holds on nineteen days of twenty. */
  readonly latest: number
  /** Of the days tried, how many end by what was wished; null where nothing was. */
  readonly chance: number | null
}

const DAYS = 400

/** What one step waits for when the day is lived. */
interface Waits {
  /** Steps that are through before it: the dog's own, its hands' and, for dogs that must not meet, another dog's last. */
  readonly after: readonly number[]
  /** Of these pools it takes the unit that is free first. */
  readonly pools: readonly number[]
  readonly breaks: readonly (readonly [number, number])[]
  readonly arrives: number
  /** Known already, where it is through. */
  readonly end: number | null
}

/**
 * A day as planned, lived: hands take their dogs in the planned order, each as soon as it can be, at whatever place of the
 * kind is free.
 */
export class LivedDay {
  readonly #order: readonly number[]
  readonly #waits: readonly Waits[]
  readonly #now: number
  readonly #last: readonly number[]
  readonly #median: readonly number[]
  readonly #spread: readonly number[]
  /** Units of each pool, and what is cleaned between dogs. */
  readonly #pools: readonly { readonly units: number; readonly clean: number }[]

  constructor(day: Day, steps: readonly PlannedStep[], house: House) {
    const c = compileDay(day, house)
    this.#now = day.now
    const of = new Map(steps.map((step, i) => [`${step.job}\n${step.step}`, i]))
    const flat = c.ops.map(({ job, step }) => steps[of.get(`${day.jobs[job]!.id}\n${step.id}`)!]!)
    this.#order = flat.map((_, i) => i).sort((a, b) => flat[a]!.start - flat[b]!.start || a - b)
    const pools = new Map<string, { index: number; units: number; clean: number }>()
    const poolOf = (units: readonly number[]): number => {
      const key = units.join()
      const known = pools.get(key)
      if (known) return known.index
      const clean = Math.max(...units.map((unit) => c.clean[unit]!))
      pools.set(key, { index: pools.size, units: units.length, clean })
      return pools.size - 1
    }
    const before = this.#before(c, flat)
    const breaks = new Map(day.people.map(({ id, breaks: own }) => [id, own]))
    this.#waits = c.ops.map(({ index, job, fixed, step, place, also, same }): Waits => {
      const { person, second } = flat[index]!
      return {
        after: before[index]!,
        // A place that is kept from the step before is held already.
        pools: [...(same >= 0 ? [] : [poolOf(place)]), ...(also.length > 0 ? [poolOf(also)] : [])],
        breaks: [person, second].flatMap((id) => (id === null ? [] : [...(breaks.get(id) ?? [])])),
        arrives: index === c.jobs[job]!.ops[0] ? day.jobs[job]!.arrives : 0,
        end: fixed && step.begun?.end != null ? fixed.end : null,
      }
    })
    this.#pools = [...pools.values()]
    this.#last = c.jobs.map(({ ops }) => ops.at(-1) ?? -1)
    this.#median = c.ops.map(({ minutes }) => minutes)
    this.#spread = c.ops.map(({ step }) => step.spread)
  }

  #before(c: Compiled, flat: readonly PlannedStep[]): number[][] {
    const before: number[][] = flat.map(() => [])
    const last = new Map<string, number>()
    for (const i of this.#order) {
      const { person, second } = flat[i]!
      for (const unit of [person, second]) {
        if (unit === null) continue
        const earlier = last.get(unit)
        if (earlier !== undefined) before[i]!.push(earlier)
        last.set(unit, i)
      }
      if (i > c.jobs[c.ops[i]!.job]!.ops[0]!) before[i]!.push(i - 1)
    }
    for (const { ops: own, avoids, job } of c.jobs) {
      if (own.length === 0) continue
      const first = own[0]!
      const others = job.last ? c.jobs.map((_, j) => j).filter((j) => !c.jobs[j]!.job.last) : avoids
      for (const other of others) {
        const end = c.jobs[other]!.ops.at(-1)
        if (end !== undefined && flat[end]!.end <= flat[first]!.start + 1e-6) before[first]!.push(end)
      }
    }
    return before
  }

  /** One day: when each dog is done. @param minutesOf what a step really takes, by its index */
  live(minutesOf: (step: number) => number): number[] {
    const end: number[] = new Array(this.#order.length).fill(0)
    const free = this.#pools.map(({ units }) => new Float64Array(units).fill(Number.NEGATIVE_INFINITY))
    for (const i of this.#order) {
      const { after, pools, breaks, arrives, end: known } = this.#waits[i]!
      if (known !== null) {
        end[i] = known
        continue
      }
      let start = Math.max(arrives, this.#now)
      for (const step of after) start = Math.max(start, end[step]!)
      const units = pools.map((pool) => firstFree(free[pool]!, start))
      for (const [p, unit] of units.entries()) start = Math.max(start, free[pools[p]!]![unit]!)
      // A break begins when it should: what would run into it waits for its end.
      for (let moved = true; moved; ) {
        moved = false
        for (const [from, to] of breaks)
          if (start < to && start + this.#median[i]! > from) {
            start = to
            moved = true
          }
      }
      end[i] = start + minutesOf(i)
      for (const [p, unit] of units.entries()) free[pools[p]!]![unit] = end[i]! + this.#pools[pools[p]!]!.clean
    }
    return this.#last.map((op) => (op < 0 ? 0 : end[op]!))
  }

  /** A step's minutes on some day: lognormal about the median. */
  draw = (step: number, random: () => number): number =>
    this.#spread[step]! > 0 ? this.#median[step]! * Math.exp(this.#spread[step]! * normal(random)) : this.#median[step]!
}

/** The unit that stood idle least of those that are free, else the one that is free first. */
function firstFree(free: Float64Array, start: number): number {
  let best = 0
  for (let i = 1; i < free.length; i++) {
    const [a, b] = [free[best]!, free[i]!]
    if (a <= start ? b <= start && b > a : b < a) best = i
  }
  return best
}

/**
 * What each dog's people can be told: the plan lived some hundred times with minutes as they are, and the time by which
 * four days of five were done, rounded up.
 */
export function promisesOf(
  day: Day,
  steps: readonly PlannedStep[],
  house: House,
  random: () => number,
  days = DAYS,
): Promised[] {
  const lived = new LivedDay(day, steps, house)
  const ends: number[][] = day.jobs.map(() => [])
  for (let d = 0; d < days; d++)
    for (const [j, end] of lived.live((step) => lived.draw(step, random)).entries()) ends[j]!.push(end)
  const round = house['day.promise-step']
  const up = (time: number): number => Math.ceil(time / round - 1e-9) * round
  return day.jobs.map((job, j) => {
    const sorted = ends[j]!.sort((a, b) => a - b)
    const at = (share: number): number => sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)]!
    const own = steps.filter((step) => step.job === job.id)
    return {
      job: job.id,
      end: Math.max(0, ...own.map(({ end }) => end)),
      promise: up(at(house['day.promise'])),
      latest: up(at(house['day.latest'])),
      chance: job.due === null ? null : sorted.filter((end) => end <= job.due! + 1e-9).length / sorted.length,
    }
  })
}
