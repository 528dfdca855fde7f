import { TINY } from './calendar.ts'
import type { Compiled } from './compile.ts'
import { copySchedule, emptySchedule, type Schedule } from './decode.ts'

const STEP = 1

/**
 * A dog whose first steps are early and its next ones long after is called in later: what it begins with moves towards the
 * rest as far as places and hands allow, so that it is not in the building longer than it should be. Nothing ends later.
 */
export function calledLater(c: Compiled, schedule: Schedule): Schedule {
  const out = emptySchedule(c.ops.length)
  copySchedule(schedule, out)
  for (const { job, blocks, ops } of c.jobs) {
    if (job.maxInBuilding === null || blocks.length < 2) continue
    const end = out.end[ops.at(-1)!]!
    if (end - out.start[ops[0]!]! <= job.maxInBuilding + TINY) continue
    for (let b = blocks.length - 2; b >= 0; b--) {
      const own = c.blocks[blocks[b]!]!.ops
      if (own.some((op) => c.ops[op]!.fixed)) break
      const next = out.start[c.blocks[blocks[b + 1]!]!.ops[0]!]!
      let by = next - out.end[own.at(-1)!]!
      while (by > TINY && !own.every((op) => fits(c, out, op, by))) by -= STEP
      if (by <= TINY) continue
      for (const op of own) {
        out.start[op] = out.start[op]! + by
        out.end[op] = out.end[op]! + by
      }
    }
  }
  return out
}

/** A wet dog holds its place and its hands until the next step. */
const heldUntil = (c: Compiled, { start, end }: Schedule, op: number): number =>
  c.ops[op]!.lag < Number.POSITIVE_INFINITY ? Math.max(end[op]!, start[op + 1] ?? 0) : end[op]!

/** Whether a step's units are free so much later, its own dog's steps apart. */
function fits(c: Compiled, at: Schedule, op: number, by: number): boolean {
  const from = at.start[op]! + by
  const to = heldUntil(c, at, op) + by
  const units = [at.place[op]!, at.also[op]!, at.person[op]!, at.second[op]!].filter((unit) => unit >= 0)
  for (const unit of units) {
    if (
      c.taken[unit]!.some(([start, end, job]) => {
        const gap = job < 0 || job === c.ops[op]!.job ? 0 : c.clean[unit]!
        return from < end + gap - TINY && to + gap > start + TINY
      })
    )
      return false
  }
  for (const other of c.ops) {
    if (other.job === c.ops[op]!.job) continue
    const i = other.index
    for (const unit of [at.place[i]!, at.also[i]!, at.person[i]!, at.second[i]!]) {
      if (unit < 0 || !units.includes(unit)) continue
      const clean = c.clean[unit]!
      if (from < heldUntil(c, at, i) + clean - TINY && to + clean > at.start[i]! + TINY) return false
    }
  }
  return true
}
