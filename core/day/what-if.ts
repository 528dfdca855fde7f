import type { Day } from './day.ts'

/** Something that could be otherwise in a day. */
export type WhatIf =
  | { readonly kind: 'later'; readonly job: string; readonly from: number }
  | { readonly kind: 'sooner'; readonly job: string; readonly by: number }
  | { readonly kind: 'without-person'; readonly id: string }
  | { readonly kind: 'without-place'; readonly id: string }

/** How much more a minute late weighs for a dog that is asked for sooner. */
const PRESSED = 5

/** The day as it would be. What has begun stays as it is. */
export function asIfDay(day: Day, change: WhatIf): Day {
  switch (change.kind) {
    case 'later':
      return {
        ...day,
        jobs: day.jobs.map((job) =>
          job.id === change.job ? { ...job, arrives: Math.max(job.arrives, change.from) } : job,
        ),
      }
    case 'sooner':
      return {
        ...day,
        jobs: day.jobs.map((job) =>
          job.id === change.job ? { ...job, due: change.by, weight: job.weight * PRESSED } : job,
        ),
      }
    case 'without-person':
      return {
        ...day,
        people: day.people.filter(({ id }) => id !== change.id),
        jobs: day.jobs.map((job) => ({
          ...job,
          prefers: job.prefers === change.id ? null : job.prefers,
          steps: job.steps.map((step) =>
            step.begun?.person === change.id ? { ...step, begun: { ...step.begun, person: null } } : step,
          ),
        })),
      }
    case 'without-place':
      return {
        ...day,
        places: day.places.filter(({ id }) => id !== change.id),
        jobs: day.jobs.map((job) => ({
          ...job,
          steps: job.steps.map((step) =>
            step.begun && (step.begun.place === change.id || step.begun.also === change.id)
              ? { ...step, begun: { ...step.begun, place: null, also: null } }
              : step,
          ),
        })),
      }
  }
}
