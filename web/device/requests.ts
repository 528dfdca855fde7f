import type { benchApi } from '../../contract/api/bench.ts'
import type { CallOf } from '../../contract/api/endpoint.ts'
import type { scoresApi } from '../../contract/api/scores.ts'
import type { Entry } from './outbox.ts'

const MOST_TOGETHER = 100

/** Each pair of hands signs for itself: what follows by the same person goes together. @returns how many of the first */
export function together(entries: readonly Entry[]): number {
  const { to, by } = entries[0]!
  if (to !== 'scores.change' && to !== 'bench.add') return 1
  const other = entries.findIndex((entry) => entry.by !== by || entry.to !== to)
  return Math.min(MOST_TOGETHER, other < 0 ? entries.length : other)
}

/**
 * What several entries of a lane are as one request: scores and events add up, everything else goes by itself.
 * @param answeredWith the revision that scores of a look were last answered with
 */
export function callOf(entries: readonly Entry[], answeredWith: (assessmentId: string) => number): object {
  const { to, call } = entries[0]!
  if (to === 'scores.change') {
    const bodies = entries.map((entry) => (entry.call as CallOf<typeof scoresApi.change>).body)
    const { id } = call as CallOf<typeof scoresApi.change>
    const [first, ...more] = bodies
    // Made on what the screen showed, which what was answered since has moved on.
    const baseRevision = Math.max(first!.baseRevision, answeredWith(id))
    return { id, body: { ...first!, baseRevision, more: more.map(({ batchId, changes }) => ({ batchId, changes })) } }
  }
  if (to === 'bench.add') {
    const events = entries.flatMap((entry) => (entry.call as CallOf<typeof benchApi.add>).body.events)
    return { ...call, body: { events } }
  }
  // What was given up here may still be done there, after what followed it: by its id it is known again.
  if (to === 'visits.setStation' || to === 'bath.swap')
    return { ...call, body: { ...(call.body as object), batchId: entries[0]!.id } }
  return call
}
