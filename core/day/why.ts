import { TINY } from './calendar.ts'
import type { Day, PlannedStep } from './day.ts'

/** What keeps a step from beginning earlier. */
export type WhyStep =
  | { readonly code: 'begun' | 'arrives' | 'goes-on' | 'break' | 'now' | 'in-turn' }
  /** The place, or who does it, is with another dog until then; `unit` is which. */
  | { readonly code: 'place' | 'hands'; readonly job: string; readonly unit: string }

const NEAR = 1 + TINY

/** Why a step stands where it stands, read from the plan; the first cause that holds. */
export function whyStep(day: Day, steps: readonly PlannedStep[], of: PlannedStep): WhyStep {
  const job = day.jobs.find(({ id }) => id === of.job)!
  const i = job.steps.findIndex(({ id }) => id === of.step)
  if (job.steps[i]?.begun) return { code: 'begun' }
  const before = steps.find(({ job: id, step }) => id === of.job && step === job.steps[i - 1]?.id)
  if (before ? of.start - before.end < NEAR : of.start - job.arrives < NEAR)
    return { code: before ? 'goes-on' : 'arrives' }
  if (Math.abs(of.start - day.now) < NEAR) return { code: 'now' }
  for (const [code, unit] of [
    ['place', of.place],
    ['place', of.also],
    ['hands', of.person],
    ['hands', of.second],
  ] as const) {
    if (unit === null) continue
    const clean = day.places.find(({ id }) => id === unit)?.cleanMin ?? 0
    const other = steps.find(
      (step) =>
        step.job !== of.job &&
        [step.place, step.also, step.person, step.second].includes(unit) &&
        Math.abs(of.start - step.end - clean) < NEAR,
    )
    if (other) return { code, job: other.job, unit }
    const worker = day.people.find(({ id }) => id === unit)
    if (worker?.breaks.some(([, to]) => Math.abs(of.start - to) < NEAR)) return { code: 'break' }
  }
  return { code: 'in-turn' }
}
