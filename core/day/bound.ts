import type { Compiled } from './compile.ts'

export interface Bounds {
  /** No schedule ends earlier, min. */
  readonly end: number
  /** No schedule weighs less. */
  readonly cost: number
}

interface Piece {
  readonly head: number
  readonly minutes: number
  readonly tail: number
}

/**
 * What no schedule can beat: the longest dog; each kind of place and each skill with what comes before and after its work.
 * For one unit the preemptive one-machine bound (Jackson 1955, Carlier 1982); for several, their shared load between the
 * earliest they can begin and the least that follows, over all sets of late beginnings.
 */
export function boundsOf(c: Compiled): Bounds {
  const { day, ops, jobs, house } = c
  const head = new Float64Array(ops.length)
  const tail = new Float64Array(ops.length)
  let end = 0
  let late = 0
  for (const { job, ops: own } of jobs) {
    let at = Math.max(job.arrives, 0)
    for (const op of own) {
      const { fixed, minutes } = ops[op]!
      head[op] = fixed ? fixed.start : Math.max(at, day.now)
      at = fixed ? fixed.end : head[op]! + minutes
    }
    end = Math.max(end, at)
    if (job.due !== null) late += Math.max(0, at - job.due) * job.weight
    let after = 0
    for (const op of [...own].reverse()) {
      tail[op] = after
      after += ops[op]!.minutes
    }
  }
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
  const over = day.people.length === 0 && day.to !== null ? Math.max(0, end - day.to) : 0
  return { end, cost: late * house['day.late'] + over * house['day.over'] + end * house['day.end'] }
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
