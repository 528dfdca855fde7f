import type { Minutes } from '../numbers/units.ts'
/** A span that is no dog's: a break. */
export const NOBODY = -1

/** Rounding of sums of minutes. */
export const TINY = 1e-6

/**
 * When each unit is taken, as sorted spans in flat arrays: the same memory for every schedule that is tried. What was taken
 * before anything is planned comes back with `clear`.
 */
export class Calendar {
  readonly #room: number
  readonly #from: Float64Array
  readonly #to: Float64Array
  readonly #job: Int32Array
  readonly #count: Int32Array
  readonly #before: readonly (readonly (readonly [number, number, number])[])[]

  /** @param room spans that one unit can have at most */
  constructor(before: readonly (readonly (readonly [number, number, number])[])[], room: number) {
    this.#before = before
    this.#room = room + Math.max(0, ...before.map(({ length }) => length))
    this.#from = new Float64Array(before.length * this.#room)
    this.#to = new Float64Array(before.length * this.#room)
    this.#job = new Int32Array(before.length * this.#room)
    this.#count = new Int32Array(before.length)
    this.clear()
  }

  clear(): void {
    for (let unit = 0; unit < this.#before.length; unit++) {
      const spans = this.#before[unit]!
      const base = unit * this.#room
      for (let i = 0; i < spans.length; i++) {
        this.#from[base + i] = spans[i]![0]
        this.#to[base + i] = spans[i]![1]
        this.#job[base + i] = spans[i]![2]
      }
      this.#count[unit] = spans.length
    }
  }

  /** First span that ends after a time, as a place in the flat arrays. */
  #after(unit: number, time: number): number {
    const base = unit * this.#room
    let low = base
    let high = base + this.#count[unit]!
    while (low < high) {
      const middle = (low + high) >> 1
      if (this.#to[middle]! > time + TINY) high = middle
      else low = middle + 1
    }
    return low
  }

  /**
   * @param clean min between two dogs; nothing is cleaned for the dog that was there itself
   * @returns the earliest time from `time` on at which the unit is free for `minutes`
   */
  earliest(unit: number, time: number, minutes: Minutes, clean = 0, job = NOBODY): number {
    const end = unit * this.#room + this.#count[unit]!
    let start = time
    for (let i = this.#after(unit, time - clean); i < end; i++) {
      const gap = this.#job[i] === job || this.#job[i]! < 0 ? 0 : clean
      if (start + minutes + gap <= this.#from[i]! + TINY) return start
      if (this.#to[i]! + gap > start) start = this.#to[i]! + gap
    }
    return start
  }

  /** How long the unit has stood idle at a time; Infinity where it was not used before. */
  idleBefore(unit: number, time: number): number {
    const i = this.#after(unit, time) - 1
    return i < unit * this.#room ? Number.POSITIVE_INFINITY : time - this.#to[i]!
  }

  take(unit: number, from: number, to: number, job: number): void {
    const end = unit * this.#room + this.#count[unit]!
    let i = end
    while (i > unit * this.#room && this.#from[i - 1]! > from) {
      this.#from[i] = this.#from[i - 1]!
      this.#to[i] = this.#to[i - 1]!
      this.#job[i] = this.#job[i - 1]!
      i--
    }
    this.#from[i] = from
    this.#to[i] = to
    this.#job[i] = job
    this.#count[unit]!++
  }
}
