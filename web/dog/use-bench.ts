import { useMemo, useState } from 'react'
import { benchApi, eventOf, type StoredEvent } from '../../contract/api/bench.ts'
import { type Bench, type BenchHappening, benchOf } from '../../core/index.ts'
import { useRead } from '../device/api.ts'
import type { Trouble } from '../device/outbox.ts'
import { benchLane, eventIn, useBenchAdd } from '../device/use-log.ts'
import { useNow } from '../device/use-now.ts'
import { outbox, useLane } from '../device/use-outbox.ts'

export interface BenchHere {
  readonly bench: Bench
  /** The server's time, ms, anew each second. */
  readonly now: number
  /** false until what happened so far is known. */
  readonly ready: boolean
  readonly add: (happening: BenchHappening) => StoredEvent
  /** Events on this device that the server has not acknowledged. */
  readonly unsaved: number
  readonly away: boolean
  readonly refused: readonly Trouble[]
  readonly forget: () => void
}

const BENCH_MS = 2500

/** A groom as it happens: what the server knows and what only this device knows yet, added up. */
export function useBench(visitId: string): BenchHere {
  const { data, isError } = useRead(benchApi.of, { id: visitId }, { refetchInterval: BENCH_MS, staleTime: 0 })
  const { entries, away, refused } = useLane(benchLane(visitId))
  const add = useBenchAdd(visitId)
  const now = useNow()
  // An acknowledged answer may come in while an older one is on its way: nothing that was seen once is unseen.
  const [seen, setSeen] = useState<ReadonlyMap<string, StoredEvent>>(new Map())
  const fresh = data?.events.filter(({ id }) => !seen.has(id)) ?? []
  if (fresh.length > 0) setSeen(new Map([...seen, ...fresh.map((event) => [event.id, event] as const)]))
  const events = useMemo(() => {
    const all = new Map<string, StoredEvent>(seen)
    for (const event of entries.map(eventIn)) all.set(event.id, event)
    return [...all.values()].map(eventOf)
  }, [seen, entries])
  const bench = useMemo(() => benchOf(events, Math.max(now, ...events.slice(-1).map(({ at }) => at))), [events, now])
  return {
    bench,
    now,
    ready: data !== undefined || isError || entries.length > 0,
    add,
    unsaved: entries.length,
    away: away || isError,
    refused,
    forget: () => outbox.forget(benchLane(visitId)),
  }
}
