import { useEffect, useMemo, useState } from 'react'
import { type DryingChange, type DryingReading, type DryingRun, dryingApi } from '../../../contract/api/drying.ts'
import { readingOf, sinceStart } from '../../../contract/formats/drying-reading.ts'
import { type DryingModel, type Estimated, estimate, type House, type Places } from '../../../core/index.ts'
import { useRead } from '../../device/api.ts'
import type { Entry } from '../../device/outbox.ts'
import { nextMoment, serverNow } from '../../device/server-clock.ts'
import { send, useLane } from '../../device/use-outbox.ts'

export interface Run {
  /** null before it began; a finished one stands until the next begins. */
  readonly run: DryingRun | null
  /** Minutes since it began. */
  readonly minutes: number
  readonly estimated: Estimated | null
  /** Something is on its way to the server still. */
  readonly unsaved: boolean
  /** What the server would not take of it last; null where it took all. */
  readonly refused: string | null
  readonly mark: (what: 'start' | 'change' | 'finish') => void
  readonly measure: (reading: Omit<DryingReading, 'id' | 'at'>) => void
}

const TICK_MS = 1000

/** The clock starts under the hand, not when the server answers. */
export function dryingAfter(run: DryingRun | null, { id, what, at }: DryingChange): DryingRun | null {
  const going = run && !run.finishedAt ? run : null
  if (what === 'start') return going ?? { id, startedAt: at, changedAt: null, finishedAt: null, readings: [] }
  if (!run) return null
  return what === 'change' ? { ...run, changedAt: run.changedAt ?? at } : { ...run, finishedAt: run.finishedAt ?? at }
}

/** A drying with what is still on its way on top. */
function withEntries(run: DryingRun | null, entries: readonly Entry[]): DryingRun | null {
  const changes = entries.filter(({ to }) => to === 'drying.change')
  const now = changes.reduce((before, { call }) => dryingAfter(before, (call as { body: DryingChange }).body), run)
  if (!now) return null
  const known = new Set(now.readings.map(({ id }) => id))
  const readings = entries.flatMap(({ to, call }) =>
    to === 'drying.measure' ? (call as { body: DryingReading }).body : [],
  )
  return { ...now, readings: [...now.readings, ...readings.filter(({ id }) => !known.has(id))] }
}

/** A drying as it goes, by the server's clock: what was measured, and what follows from it for the finish. */
export function useRun(visitId: string, model: DryingModel, places: Places, house: House): Run {
  const { data } = useRead(dryingApi.of, { id: visitId })
  const { entries, refused } = useLane(`drying.${visitId}`)
  const run = useMemo(() => withEntries(data?.run ?? null, entries), [data?.run, entries])
  const [now, setNow] = useState(serverNow)
  const going = run !== null && run.finishedAt === null
  useEffect(
    function tick() {
      if (!going) return
      setNow(serverNow())
      const timer = setInterval(() => setNow(serverNow()), TICK_MS)
      return () => clearInterval(timer)
    },
    [going],
  )
  const minutes = run ? sinceStart(run, run.finishedAt ? Date.parse(run.finishedAt) : now) : 0
  // Twelve times a minute is often enough for a finish that is said in minutes.
  const coarse = Math.round(minutes * 12) / 12
  const estimated = useMemo(
    () =>
      run
        ? estimate(
            model,
            places,
            run.changedAt ? sinceStart(run, Date.parse(run.changedAt)) : null,
            run.readings.map((reading) => readingOf(run, reading)),
            coarse,
            house,
          )
        : null,
    [model, places, run, coarse, house],
  )
  const last = refused.at(-1)?.problem
  return {
    run,
    minutes,
    estimated,
    unsaved: entries.length > 0,
    refused: last ? (last.detail ?? last.title) : null,
    mark: (what) => {
      const id = what === 'start' ? crypto.randomUUID() : run!.id
      send('drying.change', { id: visitId, body: { id, what, at: nextMoment() } })
    },
    measure: (reading) => {
      const id = crypto.randomUUID()
      send('drying.measure', { id: visitId, body: { ...reading, id, at: nextMoment() } }, id)
    },
  }
}
