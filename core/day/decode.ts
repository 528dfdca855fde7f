import type { Minutes } from '../numbers/units.ts'
import { Calendar, TINY } from './calendar.ts'
import type { Block, Compiled, Job, Op } from './compile.ts'

/** When and where each step is, by its index; -1 for no unit. */
export interface Schedule {
  readonly start: Float64Array
  readonly end: Float64Array
  readonly place: Int32Array
  readonly also: Int32Array
  readonly person: Int32Array
  readonly second: Int32Array
}

export const emptySchedule = (ops: number): Schedule => ({
  start: new Float64Array(ops),
  end: new Float64Array(ops),
  place: new Int32Array(ops),
  also: new Int32Array(ops),
  person: new Int32Array(ops),
  second: new Int32Array(ops),
})

export function copySchedule(from: Schedule, to: Schedule): void {
  to.start.set(from.start)
  to.end.set(from.end)
  to.place.set(from.place)
  to.also.set(from.also)
  to.person.set(from.person)
  to.second.set(from.second)
}

/** An order of blocks, and who is to do a step where somebody was chosen for it; -1 for whoever is free. */
export interface Order {
  readonly list: Int32Array
  readonly who: Int32Array
}

/**
 * Turns an order of blocks into a schedule: each block in turn as early as it can be (serial schedule generation, Kelley
 * 1963), also before what was placed earlier where it fits. Every bound that waiting can meet is met by waiting: places,
 * hands, skills, breaks, wet dogs, dogs that must not meet, suspicious skin last.
 */
export class Decoder {
  #c: Compiled
  readonly #calendar: Calendar
  readonly #dose: Float64Array
  readonly #lower: Float64Array
  /** When each unit is free for the step at hand, as far as it was looked up; -1 where it was not. */
  readonly #near: Float64Array
  readonly #placed: Int32Array
  readonly #doneBlocks: Int32Array
  readonly #jobEnd: Float64Array
  #out: Schedule
  #who: Int32Array
  #othersEnd = 0
  #weighs = 0

  constructor(c: Compiled) {
    this.#c = c
    this.#calendar = new Calendar(c.taken, c.ops.length * 2 + 2)
    this.#dose = new Float64Array(c.units)
    this.#near = new Float64Array(c.units)
    this.#lower = new Float64Array(c.ops.length)
    this.#placed = new Int32Array(c.blocks.length)
    this.#doneBlocks = new Int32Array(c.jobs.length)
    this.#jobEnd = new Float64Array(c.jobs.length)
    this.#out = emptySchedule(c.ops.length)
    this.#who = new Int32Array(c.ops.length)
  }

  /** The same day with other times; its dogs, steps and units are the same. */
  over(c: Compiled): void {
    this.#c = c
  }

  /**
   * Writes the schedule of an order into `out`.
   * @param limit given up as soon as the dogs placed so far weigh more
   * @returns whether the whole was placed
   */
  decode({ list, who }: Order, out: Schedule, limit = Number.POSITIVE_INFINITY): boolean {
    const { jobs } = this.#c
    this.#calendar.clear()
    this.#dose.fill(0)
    this.#placed.fill(0)
    this.#doneBlocks.fill(0)
    this.#jobEnd.fill(0)
    this.#out = out
    this.#who = who
    this.#othersEnd = 0
    this.#weighs = 0
    for (let i = 0; i < list.length; i++) {
      const block = list[i]!
      if (!jobs[this.#c.blocks[block]!.job]!.job.last) this.#place(block)
      if (this.#weighs > limit) return false
    }
    for (let i = 0; i < list.length; i++) this.#place(list[i]!)
    return true
  }

  /** What a dog that is done weighs at least: late, and waited. */
  #done({ job, work, tender }: Job, end: number): number {
    const { house, day } = this.#c
    const late = job.due === null ? 0 : Math.max(0, end - job.due) * job.weight * house['day.late']
    const waited = day.people.length === 0 ? 0 : (end - job.arrives - work) * house['day.waiting']
    return late + waited * (tender ? house['day.frail'] : 1)
  }

  #place(index: number): void {
    if (this.#placed[index]) return
    const block = this.#c.blocks[index]!
    const { jobs } = this.#c
    const job = jobs[block.job]!
    let earliest = Math.max(job.job.arrives, this.#c.day.now, this.#jobEnd[block.job]!)
    if (this.#doneBlocks[block.job] === 0)
      for (const other of job.avoids) {
        if (this.#doneBlocks[other] === 0) continue
        for (const rest of jobs[other]!.blocks) this.#place(rest)
        earliest = Math.max(earliest, this.#jobEnd[other]!)
      }
    if (job.job.last) earliest = Math.max(earliest, this.#othersEnd)
    this.#placed[index] = 1
    this.#doneBlocks[block.job]!++
    this.#settle(block, earliest)
    const end = this.#out.end[block.ops.at(-1)!]!
    this.#jobEnd[block.job] = end
    if (index === job.blocks.at(-1)) this.#weighs += this.#done(job, end)
    if (!job.job.last && end > this.#othersEnd) this.#othersEnd = end
  }

  /** Finds times for all steps of a block so that no wait between them is too long, then takes them. */
  #settle({ ops }: Block, earliest: number): void {
    const out = this.#out
    const lower = this.#lower
    for (let k = 0; k < ops.length; k++) lower[k] = earliest
    for (let k = 0; k < ops.length; ) {
      const op = this.#c.ops[ops[k]!]!
      const before = k > 0 ? ops[k - 1]! : -1
      if (op.fixed) {
        this.#fix(op)
        k++
        continue
      }
      const from = before < 0 ? lower[k]! : Math.max(lower[k]!, out.end[before]!)
      const start = this.#find(op, from)
      if (before >= 0 && !this.#c.ops[before]!.fixed) {
        const wait = start - out.end[before]!
        const last = this.#c.ops[before]!
        if (wait > last.lag + TINY) {
          // The one before has to begin later, so that the dog does not wait.
          k--
          lower[k] = start - last.lag - last.minutes
          continue
        }
        if (wait > TINY && !this.#stays(before, start)) {
          k--
          lower[k] = Math.max(lower[k]! + TINY * 2, start - last.minutes)
          continue
        }
        if (op.same === before && !this.#keeps(op, before, start)) {
          k--
          lower[k] = this.#afterKept(op, before, lower[k]!)
          continue
        }
      }
      k++
    }
    for (let k = 0; k < ops.length; k++) this.#take(ops[k]!, k + 1 < ops.length ? ops[k + 1]! : -1)
  }

  #fix({ index, fixed }: Op): void {
    const out = this.#out
    out.start[index] = fixed!.start
    out.end[index] = fixed!.end
    out.place[index] = fixed!.place
    out.also[index] = fixed!.also
    out.person[index] = fixed!.person
    out.second[index] = fixed!.second
  }

  /** Whether the dog can stay where it is, with who holds it, until the next step. */
  #stays(before: number, until: number): boolean {
    const out = this.#out
    const end = out.end[before]!
    const person = out.person[before]!
    return (
      this.#isFree(out.place[before]!, end, until, before) && (person < 0 || this.#isFree(person, end, until, before))
    )
  }

  /** Whether the place of the step before is free until this one is done. */
  #keeps({ minutes }: Op, before: number, start: number): boolean {
    return this.#isFree(this.#out.place[before]!, this.#out.end[before]!, start + minutes, before)
  }

  #isFree(unit: number, from: number, to: number, of: number): boolean {
    const { clean, ops } = this.#c
    return this.#calendar.earliest(unit, from, to - from, clean[unit]!, ops[of]!.job) <= from + TINY
  }

  /** When the step before may begin so that its place is free for both. */
  #afterKept({ minutes, job }: Op, before: number, lower: number): number {
    const place = this.#out.place[before]!
    const both = this.#c.ops[before]!.minutes + minutes
    const start = this.#out.start[before]!
    return Math.max(lower + TINY * 2, this.#calendar.earliest(place, start, both, this.#c.clean[place]!, job))
  }

  /** Earliest time from `time` on at which a unit is free for the step at hand; what is known of it is not looked up again. */
  #free(unit: number, time: number, minutes: Minutes, job: number): number {
    const known = this.#near[unit]!
    if (known >= time) return known
    const at = this.#calendar.earliest(unit, time, minutes, this.#c.clean[unit]!, job)
    this.#near[unit] = at
    return at
  }

  #forget(units: readonly number[]): void {
    for (let i = 0; i < units.length; i++) this.#near[units[i]!] = -1
  }

  #firstFree(units: readonly number[], time: number, minutes: Minutes, job: number): number {
    let first = Number.POSITIVE_INFINITY
    for (let i = 0; i < units.length; i++) {
      const at = this.#free(units[i]!, time, minutes, job)
      if (at <= time) return at
      if (at < first) first = at
    }
    return first
  }

  /** Earliest time at which place, thing and hands are free together; chooses them. */
  #find(op: Op, from: number): number {
    const out = this.#out
    const { index, job, minutes, place, also, person, second } = op
    const kept = op.same >= 0 ? out.place[op.same]! : -1
    // Right after the step before, its place is its own: nothing is cleaned for the same dog.
    const own = op.same === index - 1
    const wanted = this.#who[index]!
    this.#forget(place)
    this.#forget(also)
    this.#forget(person)
    this.#forget(second)
    if (kept >= 0) this.#near[kept] = -1
    const loud = this.#loud(op)
    let time = from
    for (;;) {
      let next = time
      if (kept < 0) next = this.#firstFree(place, time, minutes, job)
      else if (!own) next = this.#free(kept, time, minutes, job)
      if (next <= time + TINY && also.length > 0) next = this.#firstFree(also, time, minutes, job)
      if (next <= time + TINY && person.length > 0) next = this.#handsFree(op, time, wanted, loud)
      if (next <= time + TINY) break
      time = next
    }
    out.place[index] = kept >= 0 ? kept : this.#bestPlace(op, place, time)
    out.also[index] = also.length > 0 ? this.#bestPlace(op, also, time) : -1
    out.person[index] = person.length > 0 ? this.#bestHands(op, time, wanted, loud) : -1
    out.second[index] = second.length > 0 ? this.#other(op, time, out.person[index]!) : -1
    out.start[index] = time
    out.end[index] = time + minutes
    return time
  }

  /** Whether noise decides who may: not where nobody may any more. */
  #loud({ person, dose }: Op): boolean {
    if (dose === 0) return false
    for (let i = 0; i < person.length; i++) if (this.#bears(person[i]!, dose)) return true
    return false
  }

  #bears(unit: number, dose: number): boolean {
    const cap = this.#c.day.people[unit - this.#c.places]!.noiseCap
    return cap === null || this.#dose[unit]! + dose <= cap + TINY
  }

  #handsFree(op: Op, time: number, wanted: number, loud: boolean): number {
    const { person, second, minutes, dose, job } = op
    let first = Number.POSITIVE_INFINITY
    for (let i = 0; i < person.length; i++) {
      const unit = person[i]!
      if (wanted >= 0 ? unit !== wanted : loud && !this.#bears(unit, dose)) continue
      let at = this.#free(unit, time, minutes, job)
      if (second.length > 0) {
        // With the second pair free at the same time: whoever else is first.
        let other = Number.POSITIVE_INFINITY
        for (let s = 0; s < second.length; s++)
          if (second[s] !== unit) other = Math.min(other, this.#free(second[s]!, time, minutes, job))
        at = Math.max(at, other)
      }
      if (at <= time) return at
      if (at < first) first = at
    }
    return first
  }

  /** The one that stood idle least: what is free for long stays free for longer work. */
  #bestPlace({ index, job, minutes }: Op, units: readonly number[], time: number): number {
    if (units.length === 1) return units[0]!
    let best = -1
    let idle = Number.POSITIVE_INFINITY
    for (let i = 0; i < units.length; i++) {
      const unit = units[i]!
      if (this.#free(unit, time, minutes, job) > time + TINY) continue
      // Where it stands already nothing is cleaned and nobody lifts it.
      if (index > 0 && this.#c.ops[index - 1]!.job === job && this.#out.place[index - 1] === unit) return unit
      const since = this.#calendar.idleBefore(unit, time)
      if (best < 0 || since < idle) {
        best = unit
        idle = since
      }
    }
    return best
  }

  #bestHands(op: Op, time: number, wanted: number, loud: boolean): number {
    const { person, second, minutes, dose, index, job } = op
    const { prefers, ops } = this.#c.jobs[job]!
    const before = index > ops[0]! ? this.#out.person[index - 1]! : -1
    let best = -1
    let least = Number.POSITIVE_INFINITY
    for (let i = 0; i < person.length; i++) {
      const unit = person[i]!
      if (wanted >= 0 ? unit !== wanted : loud && !this.#bears(unit, dose)) continue
      if (this.#free(unit, time, minutes, job) > time + TINY) continue
      if (second.length > 0 && this.#other(op, time, unit) < 0) continue
      if (unit === prefers) return unit
      // Who can do less is taken first; who can do more stays free.
      const skills = this.#c.day.people[unit - this.#c.places]!.can.length
      const rank = (unit === before ? 0 : 1e6) + skills * 1e4 + Math.min(9999, this.#calendar.idleBefore(unit, time))
      if (best < 0 || rank < least) {
        best = unit
        least = rank
      }
    }
    return best
  }

  #other({ second, minutes, job }: Op, time: number, not: number): number {
    for (let i = 0; i < second.length; i++)
      if (second[i] !== not && this.#free(second[i]!, time, minutes, job) <= time + TINY) return second[i]!
    return -1
  }

  #take(index: number, next: number): void {
    const op = this.#c.ops[index]!
    const out = this.#out
    const start = out.start[index]!
    const end = out.end[index]!
    const person = out.person[index]!
    if (person >= 0) this.#dose[person]! += op.dose
    if (op.fixed) return
    // Until the next step of the block the dog stays, held.
    const until = next < 0 ? end : out.start[next]!
    this.#calendar.take(out.place[index]!, start, until, op.job)
    if (out.also[index]! >= 0) this.#calendar.take(out.also[index]!, start, end, op.job)
    if (person >= 0) this.#calendar.take(person, start, until, op.job)
    if (out.second[index]! >= 0) this.#calendar.take(out.second[index]!, start, end, op.job)
  }
}
