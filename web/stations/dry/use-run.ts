import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import type { DryingReading, DryingRun } from '../../../contract/api/api-shelf.ts'
import {
  type DryingModel,
  type Estimated,
  estimate,
  type House,
  type Places,
  REGION_SIDES,
  type Reading,
} from '../../../core/index.ts'
import { dryingQuery, useDryingChange, useMeasure } from '../../device/shelf.ts'

export interface Run {
  /** null before it began; a finished one stands until the next begins. */
  readonly run: DryingRun | null
  /** Minutes since it began. */
  readonly minutes: number
  readonly estimated: Estimated | null
  /** Something is on its way to the server still. */
  readonly unsaved: boolean
  readonly mark: (what: 'start' | 'change' | 'finish') => void
  readonly measure: (reading: Omit<DryingReading, 'id' | 'at'>) => void
}

const MINUTE = 60_000
const TICK_MS = 1000

const sinceStart = ({ startedAt }: DryingRun, at: number): number => Math.max(0, (at - Date.parse(startedAt)) / MINUTE)

const readingOf = (run: DryingRun, { kind, at, region, side, value }: DryingReading): Reading =>
  kind === 'towel'
    ? { kind, grams: value }
    : {
        kind,
        minutes: sinceStart(run, Date.parse(at)),
        index: region ? REGION_SIDES.findIndex((place) => place.region === region && place.side === side) : null,
        ratio: value,
      }

/** A drying as it goes: its clock, what was measured, and what follows from it for the finish. */
export function useRun(visitId: string, model: DryingModel, places: Places, house: House): Run {
  const { data: run = null } = useQuery(dryingQuery(visitId))
  const change = useDryingChange(visitId)
  const measure = useMeasure(visitId)
  const [now, setNow] = useState(Date.now)
  const going = run !== null && run.finishedAt === null
  useEffect(
    function tick() {
      if (!going) return
      setNow(Date.now())
      const timer = setInterval(() => setNow(Date.now()), TICK_MS)
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
  return {
    run,
    minutes,
    estimated,
    unsaved: change.isPending || measure.isPending,
    mark: (what) =>
      change.mutate({
        id: what === 'start' ? crypto.randomUUID() : run!.id,
        what,
        at: new Date().toISOString(),
      }),
    measure: (reading) => measure.mutate({ ...reading, id: crypto.randomUUID(), at: new Date().toISOString() }),
  }
}
