import type { Minutes } from '../numbers/units.ts'
/** A time a product is left on, and jobs that could fill it. */
export interface Window {
  readonly id: string
  readonly minutes: Minutes
}

export interface Job {
  readonly id: string
  readonly minutes: Minutes
  /** Windows in which it may be done. */
  readonly allowed: (window: string) => boolean
}

export interface Packed {
  /** Window of each job that found one. */
  readonly at: ReadonlyMap<string, string>
  /** Minutes of work done while something was left on. */
  readonly saved: number
}

/**
 * Puts jobs into waiting times so that the dog stands still as little as possible. Exact: every assignment is tried, with
 * the bound that no more than what is left can still be saved. A job is never split and never runs past its window.
 */
export function pack(windows: readonly Window[], jobs: readonly Job[]): Packed {
  const order = [...jobs].sort((a, b) => b.minutes - a.minutes)
  const after = order.map((_, i) => order.slice(i).reduce((sum, { minutes }) => sum + minutes, 0))
  const room = windows.map(({ minutes }) => minutes)
  const at: number[] = []
  let best: { at: number[]; saved: number } = { at: [], saved: 0 }
  const place = (i: number, saved: number): void => {
    if (saved > best.saved + 1e-9) best = { at: [...at], saved }
    const job = order[i]
    if (!job || saved + after[i]! <= best.saved + 1e-9) return
    // Of equal savings the latest: what is done last is not wetted again.
    for (let w = windows.length - 1; w >= 0; w--) {
      const window = windows[w]!
      if (room[w]! + 1e-9 < job.minutes || !job.allowed(window.id)) continue
      room[w]! -= job.minutes
      at[i] = w
      place(i + 1, saved + job.minutes)
      at.length = i
      room[w]! += job.minutes
    }
    at[i] = -1
    place(i + 1, saved)
    at.length = i
  }
  place(0, 0)
  return {
    at: new Map(best.at.flatMap((w, i) => (w >= 0 ? [[order[i]!.id, windows[w]!.id] as const] : []))),
    saved: best.saved,
  }
}
