import type { Minutes } from '../numbers/units.ts'
import { Calendar } from './calendar.ts'
import type { Compiled } from './compile.ts'
import type { Day } from './day.ts'

export interface Bounds {
  /** No schedule ends earlier, min. */
  readonly end: number
  /** No schedule weighs less. */
  readonly cost: number
}

interface Piece {
  readonly head: number
  readonly minutes: Minutes
  readonly tail: number
}

/**
 * What no schedule can beat: each dog alone in the house, with its breaks and hours, after the others where it comes last,
 * one of two that must not meet after the other; each kind of place and each skill with what comes before and after its
 * work; hands that are shared, however the dogs are taken in turn. For one unit the preemptive one-machine bound (Jackson 1955, Carlier 1982); for several, their shared load between
 * the earliest they can begin and the least that follows, over all sets of late beginnings.
 */
export function boundsOf(c: Compiled): Bounds {
  const alone = new Alone(c)
  const { head, tail } = alone
  const { day, ops, house } = c
  let { end } = alone
  // Work that shares its units with nothing else: the same candidates, or a subset of them.
  const sets = new Map<string, readonly number[]>()
  for (const { place, person, also } of ops)
    for (const units of [place, person, also]) if (units.length > 0) sets.set(units.join(), units)
  if (day.people.length > 0) {
    const all = day.people.map((_, i) => c.places + i)
    sets.set(all.join(), all)
  }
  for (const units of sets.values()) {
    const within = new Set(units)
    const inside = (own: readonly number[]): boolean => own.length > 0 && own.every((unit) => within.has(unit))
    const pieces = ops
      .filter(({ place, person, also }) => inside(place) || inside(person) || inside(also))
      .map(({ index, minutes }): Piece => ({ head: head[index]!, minutes, tail: tail[index]! }))
    end = Math.max(end, units.length === 1 ? oneUnit(pieces) : sharedBy(units.length, pieces))
  }
  const over = day.people.length > 0 ? alone.over : day.to === null ? 0 : Math.max(0, end - day.to)
  // After suspicious skin everything is cleaned before anybody goes.
  const closed = Math.max(end, alone.cleaned)
  const dogs = Math.max(alone.cost, inTurn(c, alone))
  return { end, cost: dogs + over * house['day.over'] + closed * house['day.end'] }
}

/** Each dog as if the house were its own. */
class Alone {
  /** Earliest beginning of each step, min. */
  readonly head: Float64Array
  /** Least that follows each step, min. */
  readonly tail: Float64Array
  readonly #c: Compiled
  readonly #calendar: Calendar
  /** When each dog could be done, min. */
  readonly ends: number[]

  constructor(c: Compiled) {
    this.#c = c
    this.#calendar = new Calendar(c.taken, 0)
    this.head = new Float64Array(c.ops.length)
    this.tail = new Float64Array(c.ops.length)
    for (const { ops: own } of c.jobs) {
      let after = 0
      for (const op of [...own].reverse()) {
        this.tail[op] = after
        after += c.ops[op]!.minutes
      }
    }
    this.ends = c.jobs.map(() => 0)
    for (const last of [false, true]) {
      const others = last ? Math.max(0, ...this.ends) : 0
      c.jobs.forEach(({ job }, j) => {
        if (job.last === last) this.ends[j] = this.#soonest(j, others)
      })
    }
  }

  /** When the last dog is done, min. */
  get end(): number {
    return Math.max(0, ...this.ends, ...this.#apart().map(({ end }) => end))
  }

  /** When the house is clean after it, min. */
  get cleaned(): number {
    return Math.max(0, ...this.ends.map((end, j) => end + this.#cleaning(j)))
  }

  /** Minutes somebody stays beyond their hours: who of those that can do a dog's last step stays longest. */
  get over(): number {
    const { jobs, ops, day, places } = this.#c
    return Math.max(
      0,
      ...jobs.map(({ ops: own }, j) => {
        const last = own.length > 0 ? ops[own.at(-1)!]! : null
        if (!last || last.person.length === 0 || last.fixed) return 0
        const until = last.person.map((unit) => day.people[unit - places]!.to ?? day.to ?? Number.POSITIVE_INFINITY)
        return this.ends[j]! + this.#cleaning(j) - Math.max(...until)
      }),
    )
  }

  /** What the dogs weigh: late, waiting, too long in the house. */
  get cost(): number {
    const { jobs } = this.#c
    const apart = this.#apart()
    const paired = new Set(apart.flatMap(({ pair }) => pair))
    return jobs.reduce(
      (sum, { household }, j) =>
        paired.has(j) ? sum : sum + this.#weighs(j, Math.max(...household.map((one) => this.ends[one]!))),
      apart.reduce((sum, { cost }) => sum + cost, 0),
    )
  }

  #cleaning(j: number): number {
    return this.#c.jobs[j]!.job.last ? this.#c.house['day.clean-last'] : 0
  }

  /** What a dog that leaves at a time weighs at least. */
  #weighs(j: number, leaves: number): number {
    const { house, day } = this.#c
    const { job, work, tender, ops } = this.#c.jobs[j]!
    if (ops.length === 0) return 0
    const late = job.due === null ? 0 : Math.max(0, leaves - job.due) * job.weight * house['day.late']
    if (day.people.length === 0) return late
    const inside = leaves - job.arrives
    const waits = (inside - work) * house['day.waiting'] * (tender ? house['day.frail'] : 1)
    const cap = job.maxInBuilding === null ? 0 : Math.max(0, inside - job.maxInBuilding) * house['day.cap']
    return late + waits + cap
  }

  /** Two that must not meet: the better of the two orders. Each dog is in one pair at most. */
  #apart(): { pair: readonly [number, number]; cost: number; end: number }[] {
    const { jobs } = this.#c
    const free = new Set(
      jobs.flatMap(({ job, household, ops: own }, j) =>
        job.last || household.length > 1 || own.length === 0 || own.some((op) => this.#c.ops[op]!.fixed) ? [] : [j],
      ),
    )
    const pairs: { pair: readonly [number, number]; cost: number; end: number }[] = []
    for (const a of free)
      for (const b of jobs[a]!.avoids) {
        if (!free.has(a) || !free.has(b)) continue
        free.delete(a)
        free.delete(b)
        const orders = [
          [a, b],
          [b, a],
        ].map(([first, second]) => {
          const gone = this.ends[first!]!
          // Its heads are read by others: as if it came alone.
          const end = this.#soonest(second!, gone, false)
          return { cost: this.#weighs(first!, gone) + this.#weighs(second!, end), end: Math.max(gone, end) }
        })
        const least = (of: 'cost' | 'end'): number => Math.min(...orders.map((order) => order[of]))
        pairs.push({ pair: [a, b], cost: least('cost'), end: least('end') })
      }
    return pairs
  }

  /** @returns the earliest end of a dog that begins at a time or later, with what is closed to everybody as it is */
  #soonest(j: number, from: number, write = true): number {
    const { day, ops, jobs } = this.#c
    const { job, ops: own } = jobs[j]!
    let at = Math.max(job.arrives, from, 0)
    for (const op of own) {
      const { fixed, minutes, place, person } = ops[op]!
      const start = fixed
        ? fixed.start
        : Math.max(...[place, person].map((units) => this.#free(units, Math.max(at, day.now), minutes, j)))
      if (write) this.head[op] = start
      at = fixed ? fixed.end : start + minutes
    }
    return at
  }

  #free(units: readonly number[], from: number, minutes: Minutes, job: number): number {
    if (units.length === 0) return from
    return Math.min(...units.map((unit) => this.#calendar.earliest(unit, from, minutes, 0, job)))
  }
}

/**
 * What the dogs weigh at least where all hands are one pair that is as quick as they are together: always the dog with the
 * least left to do (Schrage 1968) ends the first, the second and each further dog as early as can be. Minutes late are then
 * at least those of these ends, in turn, beside the times that were given, in turn (Chu 1992).
 */
function inTurn({ day, jobs, ops, house }: Compiled, { head, ends }: Alone): number {
  const own = jobs.flatMap(({ ops: steps, job, work }, j) => (steps.length > 0 ? [{ steps, job, work, j }] : []))
  if (own.length === 0 || day.people.length === 0) return 0
  const hands = new Hands(day)
  const left = own.map(({ steps, job }) => {
    const open = steps.filter((op) => !ops[op]!.fixed)
    const minutes = open.reduce(
      (sum, op) => sum + ops[op]!.minutes * (Number(ops[op]!.person.length > 0) + Number(ops[op]!.second.length > 0)),
      0,
    )
    return { from: hands.until(open.length > 0 ? head[open[0]!]! : job.arrives), minutes }
  })
  const together = leastLeftFirst(left).map((done) => hands.at(done))
  const alone = own.map(({ j }) => ends[j]!).sort((a, b) => a - b)
  const turns = together.map((end, i) => Math.max(end, alone[i]!))
  const dues = own.map(({ job }) => job.due ?? Number.POSITIVE_INFINITY).sort((a, b) => a - b)
  const weight = Math.min(...own.map(({ job }) => job.weight))
  const late = turns.reduce((sum, end, i) => sum + Math.max(0, end - dues[i]!), 0)
  const inside = turns.reduce((sum, end) => sum + end, 0)
  const waits = inside - own.reduce((sum, { job, work }) => sum + job.arrives + work, 0)
  return late * weight * house['day.late'] + Math.max(0, waits) * house['day.waiting']
}

/** Minutes of hands that there are by a time of day, and back. */
class Hands {
  /** Times at which somebody comes or goes, and how many are there from then on. */
  readonly #edges: readonly { readonly at: number; readonly hands: number }[]

  constructor(day: Day) {
    const there = (at: number): number =>
      day.people.filter(({ from, breaks }) => at >= from && !breaks.some(([a, b]) => at >= a && at < b)).length
    const at = new Set([0, ...day.people.flatMap(({ from, breaks }) => [Math.max(0, from), ...breaks.flat()])])
    this.#edges = [...at]
      .filter((time) => time >= 0)
      .sort((a, b) => a - b)
      .map((time) => ({ at: time, hands: there(time) }))
  }

  until(time: number): number {
    return this.#edges.reduce((sum, { at, hands }, i) => {
      const next = this.#edges[i + 1]?.at ?? Number.POSITIVE_INFINITY
      return sum + Math.max(0, Math.min(time, next) - at) * hands
    }, 0)
  }

  /** The earliest time by which there are so many. */
  at(minutes: Minutes): number {
    let left = minutes
    for (const [i, { at, hands }] of this.#edges.entries()) {
      const span = (this.#edges[i + 1]?.at ?? Number.POSITIVE_INFINITY) - at
      if (hands > 0 && left <= span * hands) return at + left / hands
      left -= hands > 0 ? span * hands : 0
    }
    return Number.POSITIVE_INFINITY
  }
}

/** @returns the ends in turn, of pieces of work that one pair of hands takes up and puts down as it likes */
function leastLeftFirst(pieces: readonly { readonly from: number; readonly minutes: Minutes }[]): number[] {
  const left = pieces.map((piece) => ({ ...piece }))
  const ends: number[] = []
  let time = 0
  while (ends.length < left.length) {
    const ready = left.filter(({ from, minutes }) => from <= time && minutes >= 0)
    const next = Math.min(...left.filter(({ from }) => from > time).map(({ from }) => from))
    if (ready.length === 0) {
      time = next
      continue
    }
    const least = ready.reduce((a, b) => (b.minutes < a.minutes ? b : a))
    const until = Math.min(time + least.minutes, next)
    least.minutes -= until - time
    time = until
    if (least.minutes > 1e-9) continue
    // Done: never taken up again.
    least.minutes = -1
    ends.push(time)
  }
  return ends
}

/** Jackson's preemptive schedule: always the one with the longest tail; its end is a bound on one machine. */
function oneUnit(pieces: readonly Piece[]): number {
  const left = pieces.map(({ head, minutes, tail }) => ({ head, minutes, tail }))
  let time = 0
  let end = 0
  for (;;) {
    const open = left.filter(({ minutes }) => minutes > 0)
    if (open.length === 0) return end
    const ready = open.filter(({ head }) => head <= time)
    if (ready.length === 0) {
      time = Math.min(...open.map(({ head }) => head))
      continue
    }
    const next = ready.reduce((a, b) => (b.tail > a.tail ? b : a))
    const until = Math.min(...open.filter(({ head }) => head > time).map(({ head }) => head), time + next.minutes)
    next.minutes -= until - time
    time = until
    if (next.minutes <= 1e-9) {
      next.minutes = 0
      end = Math.max(end, time + next.tail)
    }
  }
}

/** Load that several alike units share. */
function sharedBy(units: number, pieces: readonly Piece[]): number {
  let bound = 0
  const sorted = [...pieces].sort((a, b) => a.head - b.head)
  for (let i = 0; i < sorted.length; i++) {
    const later = sorted.slice(i)
    const load = later.reduce((sum, { minutes }) => sum + minutes, 0)
    const heads = later.map(({ head }) => head).slice(0, units)
    const tails = later
      .map(({ tail }) => tail)
      .sort((a, b) => a - b)
      .slice(0, units)
    const few = Math.min(units, later.length)
    const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0)
    if (few === units) bound = Math.max(bound, (sum(heads) + load + sum(tails)) / units)
  }
  return bound
}
