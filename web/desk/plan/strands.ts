import { STAGE_LABEL } from '../../../contract/words/index.ts'
import { DRYER, type StageId } from '../../../core/index.ts'
import type { PlannedDay } from '../../workers/day.worker.ts'

/** One step of a dog in its lane. */
export interface Part {
  readonly step: string
  readonly stage: string
  readonly lane: number
  readonly start: number
  readonly end: number
  readonly person: string | null
  /** A thing that comes to its place, drawn in its own lane. */
  readonly also: boolean
}

/** A dog's way through the places of the day. */
export interface Strand {
  readonly job: string
  readonly parts: readonly Part[]
  readonly promise: number | null
  readonly path: (x: (minutes: number) => number, y: (lane: number) => number) => string
}

export interface Lane {
  readonly id: string
  /** null: the place's own name. */
  readonly label: string | null
}

const WAITING = 'waiting'
/** A wait shorter than this is the way from one place to the next, min. */
const WAIT = 8
const ORDER: Readonly<Record<string, number>> = { tub: 0, [DRYER]: 1, table: 2 }

/** Lanes and strands of a plan: tubs, dryers, tables, and where dogs wait. */
export function layoutOf({ day, plan, promises }: PlannedDay): {
  lanes: readonly Lane[]
  strands: readonly Strand[]
  from: number
  to: number
} {
  const used = new Set(plan.steps.flatMap(({ place, also }) => [place, also]))
  // A dryer that nobody needs today is no lane.
  const places = day.places
    .filter(({ kind, id }) => kind in ORDER && (kind !== DRYER || used.has(id)))
    .sort((a, b) => ORDER[a.kind]! - ORDER[b.kind]!)
  const lanes: Lane[] = [...places.map(({ id }) => ({ id, label: null })), { id: WAITING, label: 'Waiting' }]
  const laneOf = new Map(lanes.map(({ id }, i) => [id, i]))
  const waiting = lanes.length - 1
  const strands = day.jobs.flatMap((job): Strand[] => {
    const own = plan.steps.filter((step) => step.job === job.id).sort((a, b) => a.start - b.start)
    const parts = own.flatMap((step): Part[] => {
      const lane = laneOf.get(step.place)
      const common = {
        stage: STAGE_LABEL[step.step as StageId] ?? step.step,
        start: step.start,
        end: step.end,
        person: step.person,
      }
      return [
        // What has begun at a place nobody wrote down is drawn where dogs wait.
        { ...common, step: step.step, lane: lane ?? waiting, also: false },
        ...(step.also !== null && laneOf.has(step.also)
          ? [{ ...common, step: `${step.step} ${DRYER}`, lane: laneOf.get(step.also)!, also: true }]
          : []),
      ]
    })
    if (parts.length === 0) return []
    const at = parts.filter(({ also }) => !also)
    return [
      {
        job: job.id,
        // The place itself ends the list: its promise hangs there.
        parts: [...parts.filter(({ also }) => also), ...at],
        promise: promises.find(({ job: id }) => id === job.id)?.promise ?? null,
        path: (x, y) => pathThrough(at, job.arrives, waiting, x, y),
      },
    ]
  })
  const ends = [...plan.steps.map(({ end }) => end), ...promises.map(({ promise }) => promise)]
  const hour = 60
  return {
    lanes,
    strands,
    from: Math.floor(Math.min(0, ...plan.steps.map(({ start }) => start)) / hour) * hour,
    to: Math.ceil(Math.max(day.to ?? 0, ...ends) / hour) * hour,
  }
}

/** From place to place; where a dog waits, through the lane of those who wait. */
function pathThrough(
  parts: readonly Part[],
  arrives: number,
  waiting: number,
  x: (minutes: number) => number,
  y: (lane: number) => number,
): string {
  const curve = (fromX: number, fromY: number, toX: number, toY: number): string => {
    const middle = (fromX + toX) / 2
    return `C${middle},${fromY} ${middle},${toY} ${toX},${toY}`
  }
  let path = ''
  let at = { time: arrives, lane: waiting }
  for (const { start, end, lane } of parts) {
    const waits = start - at.time > WAIT
    if (path === '') path = waits ? `M${x(at.time)},${y(waiting)}` : `M${x(start)},${y(lane)}`
    else if (waits) path += curve(x(at.time), y(at.lane), x(at.time + WAIT / 2), y(waiting))
    if (waits)
      path += `L${x(start - WAIT / 2)},${y(waiting)}${curve(x(start - WAIT / 2), y(waiting), x(start), y(lane))}`
    else if (at.lane !== lane && !path.endsWith(`M${x(start)},${y(lane)}`))
      path += curve(x(at.time), y(at.lane), x(start), y(lane))
    path += `L${x(end)},${y(lane)}`
    at = { time: end, lane }
  }
  return path
}
