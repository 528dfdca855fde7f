import type { Compiled } from './compile.ts'
import type { DayCost } from './day.ts'
import type { Schedule } from './decode.ts'

/** The skill whose work is done beside a dryer. */
export const DRY = 'dry'

/**
 * What a schedule weighs, by the house's weights: late promises first, then overtime, waiting dogs and the end of the
 * day. Where nobody works the day is a plain job shop, and nobody waits.
 */
export class Costs {
  #c: Compiled
  readonly #end: Float64Array
  readonly #lastOf: Float64Array
  readonly #loud: readonly number[]
  readonly #fearful: readonly number[]

  constructor(c: Compiled) {
    this.#c = c
    this.#end = new Float64Array(c.jobs.length)
    this.#lastOf = new Float64Array(c.units)
    this.#loud = c.ops.filter(({ step }) => step.skill === DRY).map(({ index }) => index)
    this.#fearful = this.#loud.filter((op) => c.jobs[c.ops[op]!.job]!.job.fearsDryer)
  }

  /** The same day with other times; its dogs, steps and units are the same. */
  over(c: Compiled): void {
    this.#c = c
  }

  /** End of a dog's last step. */
  endOf = (schedule: Schedule, job: number): number => schedule.end[this.#c.jobs[job]!.ops.at(-1)!] ?? 0

  total(schedule: Schedule): number {
    return this.of(schedule).total
  }

  of(schedule: Schedule): DayCost {
    const { jobs, ops, day, house, places } = this.#c
    const salon = day.people.length > 0
    let makespan = 0
    for (let j = 0; j < jobs.length; j++) {
      this.#end[j] = this.endOf(schedule, j)
      // After suspicious skin everything is cleaned before anybody goes.
      const clean = this.#end[j]! + this.#cleaning(j)
      if (clean > makespan) makespan = clean
    }
    let late = 0
    let waiting = 0
    let cap = 0
    let hands = 0
    let told = 0
    for (let j = 0; j < jobs.length; j++) {
      const { job, household, work, tender, prefers, ops: own } = jobs[j]!
      if (own.length === 0) continue
      let leaves = this.#end[j]!
      for (let i = 0; i < household.length; i++) leaves = Math.max(leaves, this.#end[household[i]!]!)
      if (job.due !== null && leaves > job.due) late += (leaves - job.due) * job.weight
      const said = day.told?.[job.id]
      if (said !== undefined) told += Math.max(0, leaves - said - house['day.told-free']) * job.weight
      if (!salon) continue
      waiting += (leaves - job.arrives - work) * (tender ? house['day.frail'] : 1)
      if (job.maxInBuilding !== null) {
        const since = leaves - job.arrives
        if (since > job.maxInBuilding) cap += (since - job.maxInBuilding) * house['day.cap']
      }
      if (prefers >= 0)
        for (let i = 0; i < own.length; i++)
          if (schedule.person[own[i]!]! >= 0 && schedule.person[own[i]!] !== prefers) hands += house['day.stranger']
    }
    let over = 0
    if (salon) {
      this.#lastOf.fill(0)
      for (let op = 0; op < ops.length; op++) {
        const end = schedule.end[op]! + this.#cleaning(ops[op]!.job)
        const person = schedule.person[op]!
        const second = schedule.second[op]!
        if (person >= 0 && end > this.#lastOf[person]!) this.#lastOf[person] = end
        if (second >= 0 && end > this.#lastOf[second]!) this.#lastOf[second] = end
      }
      for (let p = 0; p < day.people.length; p++) {
        const to = day.people[p]!.to ?? day.to
        if (to !== null) over += Math.max(0, this.#lastOf[places + p]! - to)
      }
    } else if (day.to !== null) over = Math.max(0, makespan - day.to)
    const parts = {
      late: late * house['day.late'],
      over: over * house['day.over'],
      waiting: waiting * house['day.waiting'],
      end: makespan * house['day.end'],
      cap,
      hands,
      told: told * house['day.told'],
      unease: this.#unease(schedule),
    }
    const total =
      parts.late + parts.over + parts.waiting + parts.end + parts.cap + parts.hands + parts.told + parts.unease
    return { ...parts, total }
  }

  #cleaning = (job: number): number => (this.#c.jobs[job]!.job.last ? this.#c.house['day.clean-last'] : 0)

  #unease(schedule: Schedule): number {
    const { house, ops } = this.#c
    let minutes = 0
    for (const op of this.#fearful)
      for (const other of this.#loud)
        if (ops[other]!.job !== ops[op]!.job)
          minutes += Math.max(
            0,
            Math.min(schedule.end[op]!, schedule.end[other]!) - Math.max(schedule.start[op]!, schedule.start[other]!),
          )
    return minutes * house['day.beside'] + this.#withoutPen(schedule) * house['day.no-pen']
  }

  /** Minutes that dogs wait beyond the pens there are. */
  #withoutPen(schedule: Schedule): number {
    const { pens, jobs, ops } = this.#c
    if (pens.length === 0) return 0
    const edges: { at: number; by: number }[] = []
    for (const { ops: own, job } of jobs) {
      for (let i = 0; i < own.length; i++) {
        const since = i === 0 ? job.arrives : schedule.end[own[i - 1]!]!
        // Within a block it stays where it is.
        if (i > 0 && ops[own[i]!]!.block === ops[own[i - 1]!]!.block) continue
        const until = schedule.start[own[i]!]!
        if (until - since > 0) edges.push({ at: since, by: 1 }, { at: until, by: -1 })
      }
    }
    edges.sort((a, b) => a.at - b.at || a.by - b.by)
    let waiting = 0
    let minutes = 0
    for (let i = 0; i < edges.length; i++) {
      if (i > 0) minutes += Math.max(0, waiting - pens.length) * (edges[i]!.at - edges[i - 1]!.at)
      waiting += edges[i]!.by
    }
    return minutes
  }
}
