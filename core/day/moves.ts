import { TINY } from './calendar.ts'
import type { Compiled } from './compile.ts'
import type { Order, Schedule } from './decode.ts'

/** Two blocks that follow each other at one unit on the way that makes the day as long as it is. */
export interface Swap {
  readonly first: number
  readonly next: number
}

/**
 * The way back from a step through what kept it from beginning earlier: the step before it, or who had its place or its
 * hands. Swaps are where two dogs meet on that way; only first and last of a run at one unit can shorten it (Nowicki and
 * Smutnicki 1996).
 */
export class CriticalWay {
  readonly #c: Compiled
  /** Steps in the order they begin at each unit, of the schedule looked at last. */
  readonly #at: number[][]
  readonly #seat: Int32Array

  constructor(c: Compiled) {
    this.#c = c
    this.#at = Array.from({ length: c.units }, () => [])
    this.#seat = new Int32Array(c.ops.length * ROLES)
  }

  /** Has to be called for a schedule before ways through it are asked for. */
  read(schedule: Schedule): void {
    const { ops } = this.#c
    for (const list of this.#at) list.length = 0
    for (let op = 0; op < ops.length; op++)
      for (let role = 0; role < ROLES; role++) {
        const unit = unitOf(schedule, op, role)
        if (unit >= 0) this.#at[unit]!.push(op)
      }
    for (const list of this.#at) list.sort((a, b) => schedule.start[a]! - schedule.start[b]!)
    for (let unit = 0; unit < this.#at.length; unit++) {
      const list = this.#at[unit]!
      for (let i = 0; i < list.length; i++)
        for (let role = 0; role < ROLES; role++)
          if (unitOf(schedule, list[i]!, role) === unit) this.#seat[list[i]! * ROLES + role] = i
    }
  }

  /** Swaps along one way back from a step, drawn among ways that are as long. */
  swapsFrom(schedule: Schedule, last: number, random: () => number): Swap[] {
    const { ops } = this.#c
    const runs: { unit: number; ops: number[] }[] = []
    let at = last
    for (let guard = 0; guard < ops.length * 2; guard++) {
      const before = this.#cause(schedule, at, random)
      if (!before) break
      if (before.unit < 0) runs.push({ unit: -1, ops: [] })
      else {
        const run = runs.at(-1)
        if (run?.unit === before.unit && run.ops.at(-1) === before.of) run.ops.push(before.op)
        else runs.push({ unit: before.unit, ops: [before.of, before.op] })
      }
      at = before.op
    }
    const swaps: Swap[] = []
    const add = (next: number, first: number): void => {
      const a = ops[first]!
      const b = ops[next]!
      if (a.job !== b.job) swaps.push({ first: a.block, next: b.block })
    }
    for (const { ops: run } of runs) {
      if (run.length < 2) continue
      // Runs are read backwards: the last of the run stands first.
      add(run[0]!, run[1]!)
      if (run.length > 2) add(run.at(-2)!, run.at(-1)!)
    }
    return swaps
  }

  /** What kept a step, or another one of its block, from beginning earlier. */
  #cause(schedule: Schedule, op: number, random: () => number): { op: number; of: number; unit: number } | null {
    const { ops, blocks, clean } = this.#c
    const own = blocks[ops[op]!.block]!.ops
    let found: { op: number; of: number; unit: number } | null = null
    let seen = 0
    const offer = (candidate: { op: number; of: number; unit: number }): void => {
      seen++
      if (random() * seen < 1) found = candidate
    }
    for (const of of own) {
      const start = schedule.start[of]!
      const before = of - 1
      if (of === own[0] && before >= 0 && ops[before]!.job === ops[of]!.job && schedule.end[before]! >= start - TINY)
        offer({ op: before, of, unit: -1 })
      for (let role = 0; role < ROLES; role++) {
        const unit = unitOf(schedule, of, role)
        if (unit < 0) continue
        const seat = this.#seat[of * ROLES + role]!
        if (seat === 0) continue
        const other = this.#at[unit]![seat - 1]!
        if (ops[other]!.block === ops[of]!.block) continue
        const free = schedule.end[other]! + (ops[other]!.job === ops[of]!.job ? 0 : clean[unit]!)
        if (free >= start - TINY) offer({ op: other, of, unit })
      }
      if (of === op && own.length === 1) break
    }
    return found
  }
}

const ROLES = 4

function unitOf(schedule: Schedule, op: number, role: number): number {
  if (role === 0) return schedule.place[op]!
  if (role === 1) return schedule.person[op]!
  return role === 2 ? schedule.also[op]! : schedule.second[op]!
}

/**
 * The order with one block before another it came after. Whatever follows the first by its dog, its place or its hands
 * goes behind with it, so that nothing else changes its turn.
 * @returns false where the two cannot change places
 */
export function swapped(
  c: Compiled,
  schedule: Schedule,
  list: Int32Array,
  { first, next }: Swap,
  into: Int32Array,
): boolean {
  let from = -1
  let to = -1
  for (let i = 0; i < list.length; i++) {
    if (list[i] === first) from = i
    if (list[i] === next) to = i
  }
  if (from < 0 || to < 0) return false
  if (from > to) return false
  into.set(list)
  const jobs = new Set<number>([c.blocks[first]!.job])
  const units = new Set<number>()
  const follow = (block: number): void => {
    for (const op of c.blocks[block]!.ops)
      for (let role = 0; role < ROLES; role++) {
        const unit = unitOf(schedule, op, role)
        if (unit >= 0) units.add(unit)
      }
  }
  if (jobs.has(c.blocks[next]!.job)) return false
  const behind: number[] = [first]
  let write = from
  for (let i = from + 1; i < to; i++) {
    const block = list[i]!
    const follows = jobs.has(c.blocks[block]!.job) || c.blocks[block]!.ops.some((op) => sharesUnit(schedule, op, units))
    if (follows && c.blocks[block]!.job !== c.blocks[next]!.job) {
      behind.push(block)
      jobs.add(c.blocks[block]!.job)
      follow(block)
    } else into[write++] = block
  }
  into[write++] = next
  for (const block of behind) into[write++] = block
  return true
}

const sharesUnit = (schedule: Schedule, op: number, units: ReadonlySet<number>): boolean => {
  for (let role = 0; role < ROLES; role++) {
    const unit = unitOf(schedule, op, role)
    if (unit >= 0 && units.has(unit)) return true
  }
  return false
}

/**
 * The same where the order does not follow the clock: the one block before the other, or the other behind it, with only
 * what its own dog needs.
 */
export function hopped(
  c: Compiled,
  list: Int32Array,
  { first, next }: Swap,
  forward: boolean,
  into: Int32Array,
): boolean {
  const from = list.indexOf(first)
  const to = list.indexOf(next)
  if (from < 0 || to < from) return false
  into.set(list)
  const mover = c.blocks[forward ? next : first]!.job
  if (c.blocks[first]!.job === c.blocks[next]!.job) return false
  const moving: number[] = []
  const staying: number[] = []
  for (let i = from; i <= to; i++) (c.blocks[list[i]!]!.job === mover ? moving : staying).push(list[i]!)
  into.set(forward ? [...moving, ...staying] : [...staying, ...moving], from)
  return true
}

/** How many turns a dog is moved at most. */
const REACH = 24

/** Some changes at random, mostly one: a dog earlier or later with all its blocks, one block to another turn, other hands. */
export function guess(c: Compiled, order: Order, random: () => number): void {
  change(c, order, random)
  while (random() < AGAIN) change(c, order, random)
}
const AGAIN = 0.35

function change(c: Compiled, { list, who }: Order, random: () => number): void {
  const kind = random()
  const op = c.ops[Math.floor(random() * c.ops.length)]!
  if (kind < 0.3 && op.person.length > 1)
    who[op.index] = who[op.index]! >= 0 ? -1 : op.person[Math.floor(random() * op.person.length)]!
  else if (kind < 0.7) moveBlock(c, list, Math.floor(random() * list.length), Math.floor(random() * list.length))
  else moveDog(c, list, op.job, random)
}

/** One block to another turn; those of its dog keep their order. */
function moveBlock(c: Compiled, list: Int32Array, from: number, to: number): void {
  const block = list[from]!
  list.copyWithin(from, from + 1)
  list.copyWithin(to + 1, to, list.length - 1)
  list[to] = block
  const { job } = c.blocks[block]!
  const own = c.jobs[job]!.blocks
  let next = 0
  for (let i = 0; i < list.length; i++) if (c.blocks[list[i]!]!.job === job) list[i] = own[next++]!
}

/** All blocks of a dog some turns earlier or later, as far apart as they were. */
function moveDog(c: Compiled, list: Int32Array, job: number, random: () => number): void {
  const by = Math.round((random() - 0.5) * 2 * Math.min(list.length, REACH))
  const key = (i: number): number => (c.blocks[list[i]!]!.job === job ? i + by + (by > 0 ? 0.5 : -0.5) : i)
  const turns = [...list.keys()].sort((a, b) => key(a) - key(b))
  const before = list.slice()
  for (let i = 0; i < turns.length; i++) list[i] = before[turns[i]!]!
}
