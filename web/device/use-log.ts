import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useMemo } from 'react'
import type { StoredEvent } from '../../contract/api/bench.ts'
import type { BenchHappening } from '../../core/index.ts'
import { BenchLog } from './bench-log.ts'
import { benchQuery, sendBench } from './groom.ts'
import { personOnDuty } from './person.ts'
import { visitQuery } from './queries.ts'
import { nextMoment } from './server-clock.ts'

const logs = new Map<string, BenchLog>()

/** One log a visit for the whole page, so that every part of it sees and sends the same events. */
export function useLog(visitId: string): BenchLog {
  const client = useQueryClient()
  return useMemo(() => {
    const known = logs.get(visitId)
    if (known) return known
    const made = new BenchLog(
      visitId,
      {
        send: sendBench,
        storage: localStorage,
        newId: () => crypto.randomUUID(),
        moment: nextMoment,
        later: (work, ms) => {
          const timer = setTimeout(work, ms)
          return () => clearTimeout(timer)
        },
      },
      (doc) => {
        client.setQueryData(benchQuery(visitId).queryKey, doc)
        void client.invalidateQueries({ queryKey: ['timers'] })
        // The dog may have come a station further.
        void client.invalidateQueries({ queryKey: visitQuery(visitId).queryKey })
      },
    )
    logs.set(visitId, made)
    return made
  }, [visitId, client])
}

/** Something that happens on a visit's bench, from wherever on the page. */
export function useBenchAdd(visitId: string): (happening: BenchHappening) => StoredEvent {
  const log = useLog(visitId)
  return useCallback((happening) => log.add(happening, personOnDuty()), [log])
}
