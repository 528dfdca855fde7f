import type { StepStatus } from './shape.ts'

const MINUTE = 60_000

/** Coat work that is done, and not only its share of today. */
export const isThrough = ({ step, status }: StepStatus): boolean =>
  step.kind === 'coat' && status === 'done' && step.part === 1

/** Pull of a step that the dog has borne: all of it once done, by the clock while it lasts. */
export function pullBorne({ step, status, spentMs }: StepStatus): number {
  if (status === 'done') return step.pull
  return step.minutes > 0 ? step.pull * Math.min(1, spentMs / MINUTE / step.minutes) : 0
}

/** Minutes a step took: as said by hand, else by the clock; null where nobody pressed start. */
export const minutesTaken = ({ saidMinutes, spentMs }: StepStatus): number | null =>
  saidMinutes ?? (spentMs > 0 ? spentMs / MINUTE : null)
