import type { House } from '../numbers/estimates.ts'
import { compileDay } from './compile.ts'
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

/** Standard normal by the polar method of Marsaglia and Bray (1964). */
export function normal(random: () => number): number {
  for (;;) {
    const u = 2 * random() - 1
    const v = 2 * random() - 1
    const s = u * u + v * v
    if (s > 0 && s < 1) return u * Math.sqrt((-2 * Math.log(s)) / s)
  }
}

/** A day as planned, lived: every place and pair of hands takes its dogs in the planned order, each as soon as it can. */
export class LivedDay {
  readonly #order: readonly number[]
  readonly #before: readonly (readonly { readonly step: number; readonly gap: number }[])[]
  readonly #breaks: readonly (readonly (readonly [number, number])[])[]
  readonly #day: Day
  readonly #arrives: readonly number[]
  readonly #last: readonly number[]
  readonly #fixed: readonly (number | null)[]
  readonly #median: readonly number[]
  readonly #spread: readonly number[]

  constructor(day: Day, steps: readonly PlannedStep[], house: House) {
    const c = compileDay(day, house)
    this.#day = day
    const of = new Map(steps.map((step, i) => [`${step.job}\n${step.step}`, i]))
    const flat = c.ops.map(({ job, step }) => steps[of.get(`${day.jobs[job]!.id}\n${step.id}`)!]!)
    this.#order = flat.map((_, i) => i).sort((a, b) => flat[a]!.start - flat[b]!.start || a - b)
    const clean = new Map(day.places.map(({ id, cleanMin }) => [id, cleanMin]))
    const last = new Map<string, number>()
    const before: { step: number; gap: number }[][] = flat.map(() => [])
    for (const i of this.#order) {
      const { place, also, person, second, job } = flat[i]!
      for (const unit of [place, also, person, second]) {
        if (unit === null) continue
        const earlier = last.get(unit)
        if (earlier !== undefined)
          before[i]!.push({ step: earlier, gap: flat[earlier]!.job === job ? 0 : (clean.get(unit) ?? 0) })
        last.set(unit, i)
      }
      const { job: j } = c.ops[i]!
      if (i > c.jobs[j]!.ops[0]!) before[i]!.push({ step: i - 1, gap: 0 })
    }
    // Dogs that must not meet, and those that come last, wait for who goes before them in the plan.
    for (const { ops: own, avoids, job } of c.jobs) {
      if (own.length === 0) continue
      const first = own[0]!
      const others = job.last ? c.jobs.map((_, j) => j).filter((j) => !c.jobs[j]!.job.last) : avoids
      for (const other of others) {
        const end = c.jobs[other]!.ops.at(-1)
        if (end !== undefined && flat[end]!.end <= flat[first]!.start + 1e-6) before[first]!.push({ step: end, gap: 0 })
      }
    }
    this.#before = before
    const breaks = new Map(day.people.map(({ id, breaks: own }) => [id, own]))
    this.#breaks = flat.map(({ person, second }) =>
      [person, second].flatMap((id) => (id === null ? [] : [...(breaks.get(id) ?? [])])),
    )
    this.#arrives = c.ops.map(({ job, index }) => (index === c.jobs[job]!.ops[0] ? day.jobs[job]!.arrives : 0))
    this.#last = c.jobs.map(({ ops }) => ops.at(-1) ?? -1)
    this.#fixed = c.ops.map(({ fixed, step }) => (fixed && step.begun?.end != null ? fixed.end : null))
    this.#median = c.ops.map(({ minutes }) => minutes)
    this.#spread = c.ops.map(({ step }) => step.spread)
  }

  /** One day: when each dog is done. @param minutesOf what a step really takes, by its index */
  live(minutesOf: (step: number) => number): number[] {
    const end: number[] = new Array(this.#order.length).fill(0)
    for (const i of this.#order) {
      const fixed = this.#fixed[i]
      if (fixed !== null && fixed !== undefined) {
        end[i] = fixed
        continue
      }
      let start = Math.max(this.#arrives[i]!, this.#day.now)
      for (const { step, gap } of this.#before[i]!) start = Math.max(start, end[step]! + gap)
      const minutes = minutesOf(i)
      // A break begins when it should: what would run into it waits, unless it has begun.
      for (let moved = true; moved; ) {
        moved = false
        for (const [from, to] of this.#breaks[i]!)
          if (start < to && start + this.#median[i]! > from) {
            start = to
            moved = true
          }
      }
      end[i] = start + minutes
    }
    return this.#last.map((op) => (op < 0 ? 0 : end[op]!))
  }

  /** A step's minutes on some day: lognormal about the median. */
  draw = (step: number, random: () => number): number =>
    this.#spread[step]! > 0 ? this.#median[step]! * Math.exp(this.#spread[step]! * normal(random)) : this.#median[step]!
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
