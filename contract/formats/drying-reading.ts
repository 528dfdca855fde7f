import { indexAt, type Reading } from '../../core/index.ts'
import type { DryingReading, DryingRun } from '../api/drying.ts'

const MINUTE_MS = 60_000

/** Minutes after the towel. */
export const sinceStart = ({ startedAt }: Pick<DryingRun, 'startedAt'>, at: number): number =>
  Math.max(0, (at - Date.parse(startedAt)) / MINUTE_MS)

/** A reading as it is reckoned with. */
export const readingOf = (run: DryingRun, { kind, at, region, side, value }: Omit<DryingReading, 'id'>): Reading =>
  kind === 'towel'
    ? { kind, grams: value }
    : {
        kind,
        minutes: sinceStart(run, Date.parse(at)),
        index: region ? indexAt(region, side) : null,
        ratio: value,
      }
