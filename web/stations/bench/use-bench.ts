import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react'
import { eventOf, type StoredEvent } from '../../../contract/api/bench.ts'
import { type Bench, type BenchHappening, benchOf } from '../../../core/index.ts'
import type { Refused } from '../../device/bench-log.ts'
import { benchQuery } from '../../device/groom.ts'
import { useBenchAdd, useLog } from '../../device/use-log.ts'
import { useNow } from '../../device/use-now.ts'

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
  readonly refused: readonly Refused[]
  readonly forget: () => void
}

/** A groom as it happens: what the server knows and what only this device knows yet, added up. */
export function useBench(visitId: string): BenchHere {
  const { data, isError } = useQuery(benchQuery(visitId))
  const log = useLog(visitId)
  const pending = useSyncExternalStore(log.subscribe, log.pending)
  const refused = useSyncExternalStore(log.subscribe, log.refused)
  const away = useSyncExternalStore(log.subscribe, log.isAway)
  const add = useBenchAdd(visitId)
  const now = useNow()
  useEffect(
    function otherTabs() {
      const onStorage = (): void => log.refresh()
      addEventListener('storage', onStorage)
      return () => removeEventListener('storage', onStorage)
    },
    [log],
  )
  // An acknowledged answer may come in while an older one is on its way: nothing that was seen once is unseen.
  const [seen, setSeen] = useState<ReadonlyMap<string, StoredEvent>>(new Map())
  useEffect(() => {
    if (!data) return
    setSeen((before) => {
      const fresh = data.events.filter(({ id }) => !before.has(id))
      return fresh.length > 0 ? new Map([...before, ...fresh.map((event) => [event.id, event] as const)]) : before
    })
  }, [data])
  const events = useMemo(() => {
    const all = new Map<string, StoredEvent>(seen)
    for (const event of data?.events ?? []) all.set(event.id, event)
    for (const event of pending) all.set(event.id, event)
    return [...all.values()].map(eventOf)
  }, [seen, data, pending])
  const bench = useMemo(() => benchOf(events, Math.max(now, ...events.slice(-1).map(({ at }) => at))), [events, now])
  return {
    bench,
    now,
    ready: data !== undefined || isError || pending.length > 0,
    add,
    unsaved: pending.length,
    away: away || isError,
    refused,
    forget: () => log.forget(),
  }
}
