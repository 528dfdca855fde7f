import { useCallback } from 'react'
import { type StoredEvent, sentOf } from '../../contract/api/bench.ts'
import type { BenchHappening } from '../../core/index.ts'
import type { Entry } from './outbox.ts'
import { personOnDuty } from './person.ts'
import { nextMoment } from './server-clock.ts'
import { outbox, send } from './use-outbox.ts'

export const benchLane = (visitId: string): string => `bench.${visitId}`

/** The event of an entry on its way to a bench. */
export const eventIn = ({ call, by }: Entry): StoredEvent =>
  ({ ...(call as { body: { events: [StoredEvent] } }).body.events[0], by }) as StoredEvent

/** Whether a visit has events on this device that the server has not answered. */
export const hasPending = (visitId: string): boolean => outbox.lane(benchLane(visitId)).entries.length > 0

/** Something that happens on a visit's bench, from wherever on the page; it counts at once, here. */
export function useBenchAdd(visitId: string): (happening: BenchHappening) => StoredEvent {
  return useCallback(
    (happening) => {
      const id = crypto.randomUUID()
      const event = sentOf(happening, id, nextMoment())
      send('bench.add', { id: visitId, body: { events: [event] } }, id)
      return { ...event, by: personOnDuty() } as StoredEvent
    },
    [visitId],
  )
}
