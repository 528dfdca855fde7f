import type { Reason, Stop } from '../../core/index.ts'

/** What a stop is called in a plan file: a finding and a flag by their own names. */
export function stopCode(stop: Stop): string {
  switch (stop.code) {
    case 'catching':
      return stop.values.finding
    case 'seen':
      return `seen-${stop.values.finding}`
    case 'health':
      return `health-${stop.values.flag}`
    default:
      return stop.code
  }
}

/** What a reason is called in a plan file. */
export function reasonCode(reason: Reason): string {
  switch (reason.code) {
    case 'catching':
      return reason.values.finding
    case 'closed':
      return `closed-${reason.values.by}`
    case 'keep-wish':
      return `keep-wish-${reason.values.wish}`
    case 'left':
      return reason.values.why
    default:
      return reason.code
  }
}
