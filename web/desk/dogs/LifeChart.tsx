import { area, extent, line, max, scaleLinear, scaleTime } from 'd3'
import { addWeeks } from 'date-fns'
import type { ReactNode } from 'react'
import type { RecordVisit } from '../../../contract/api/dogs.ts'
import { dayOfYearText, dayText, monthText } from '../../../contract/words/index.ts'
import type { ForecastPoint } from '../../../core/index.ts'
import { Axis, ChartFrame } from '../../parts/ChartFrame.tsx'
import { Table } from '../../parts/Table.tsx'

const WIDTH = 560
const HEIGHT = 260
const LEFT = 40
const RIGHT = 14
const TOP = 16
const BOTTOM = 226

const NAME_PX = 15

const SERIES = [
  ['mat', 'Mats', ''],
  ['undercoat', 'Undercoat', '7 5'],
  ['condition', 'Dirt', '2 4'],
] as const

interface Point {
  readonly at: Date
  readonly value: number
}

/** What is expected from the last goodbye on, with the day it is to be back. */
export interface Ahead {
  readonly from: Date
  readonly points: readonly ForecastPoint[]
  readonly back: Date
}

/**
 * Mats, undercoat and dirt as the dog came, visit by visit, told apart by the stroke and not by colour; and on the same
 * clock how the mats are expected to come back.
 */
export function LifeChart({ visits, ahead }: { visits: readonly RecordVisit[]; ahead: Ahead | null }): ReactNode {
  const done = visits.filter(({ summary }) => summary).toReversed()
  if (done.length < 2) return <p className="text-ink-2">From the second goodbye on, this shows how the coat goes.</p>
  const points = (key: (typeof SERIES)[number][0]): Point[] =>
    done.flatMap(({ startsAt, summary }) => {
      const value = summary!.before[key]
      return value === null ? [] : [{ at: new Date(startsAt), value }]
    })
  const [from, to] = extent(done, ({ startsAt }) => new Date(startsAt)) as [Date, Date]
  const top =
    max(
      SERIES.flatMap(([key]) => points(key)),
      ({ value }) => value,
    ) ?? 20
  const until = ahead ? addWeeks(ahead.from, ahead.points.length - 1) : to
  const x = scaleTime([from, until], [LEFT + 8, WIDTH - RIGHT - 8])
  const y = scaleLinear([0, Math.max(20, top, ahead?.points.at(-1)?.middle ?? 0)], [BOTTOM, TOP]).nice(4)
  const week = ({ week: at }: ForecastPoint): number => x(addWeeks(ahead!.from, at))
  // What would stand out above the chart ends at its edge.
  const within = (index: number): number => Math.max(TOP, y(index))
  const spread = area<ForecastPoint>()
    .x(week)
    .y0(({ low }) => within(low))
    .y1(({ high }) => within(high))
  const expected = line<ForecastPoint>()
    .x(week)
    .y(({ middle }) => within(middle))
  // Where lines end beside each other their names stand one above the other.
  const ends = SERIES.flatMap(([key]) => {
    const end = points(key).at(-1)
    return end ? [{ key, x: x(end.at), y: y(end.value) - 8 }] : []
  }).sort((a, b) => b.y - a.y)
  for (const [i, end] of ends.entries()) if (i > 0) end.y = Math.min(end.y, ends[i - 1]!.y - NAME_PX)
  const path = line<Point>()
    .x(({ at }) => x(at))
    .y(({ value }) => y(value))
  return (
    <figure className="max-md:overflow-x-auto">
      <div className="max-md:min-w-[380px]">
        <ChartFrame
          asPicture
          label="Mats, undercoat and dirt as it came, by visit, and the mats that are expected"
          width={WIDTH}
          height={HEIGHT}
          table={
            <Table
              rows={done}
              keyOf={({ id }) => id}
              columns={[
                { head: 'When', names: true, cell: ({ startsAt }) => dayText(startsAt) },
                ...SERIES.map(([key, label]) => ({
                  head: label,
                  cell: ({ summary }: RecordVisit) =>
                    summary!.before[key] === null ? 'not seen' : Math.round(summary!.before[key]),
                })),
              ]}
            />
          }
        >
          <Axis side="bottom" scale={x} at={BOTTOM} ticks={5} format={monthText} />
          <Axis side="left" scale={y} at={LEFT} ticks={4} />
          {ahead && (
            <g data-testid="ahead">
              <path d={spread(ahead.points) ?? ''} fill="var(--ink)" fillOpacity={0.12} />
              <path d={expected(ahead.points) ?? ''} fill="none" stroke="var(--ink)" strokeWidth={1.5} />
              <line x1={x(ahead.back)} x2={x(ahead.back)} y1={TOP} y2={BOTTOM} stroke="var(--accent)" strokeWidth={2} />
              <text
                x={x(ahead.back) - 5}
                y={TOP + 4}
                textAnchor="end"
                className="chart-halo fill-(--accent) text-xs font-semibold"
              >
                back {dayOfYearText(ahead.back)}
              </text>
            </g>
          )}
          {SERIES.map(([key, label, dash]) => {
            const list = points(key)
            const end = ends.find((one) => one.key === key)
            return (
              <g key={key}>
                <path d={path(list) ?? ''} fill="none" stroke="var(--ink)" strokeWidth={2.5} strokeDasharray={dash} />
                {list.map(({ at, value }) => (
                  <circle key={at.getTime()} cx={x(at)} cy={y(value)} r={3.5} fill="var(--ink)" />
                ))}
                {end && (
                  <text x={end.x} y={end.y} textAnchor="end" className="chart-halo fill-(--ink) text-xs font-semibold">
                    {label}
                  </text>
                )}
              </g>
            )
          })}
        </ChartFrame>
        <figcaption className="text-ink-2">
          As it came, 0 to 100. A solid line is mats, dashes undercoat, dots dirt.
          {ahead && ' Grey: the mats to be expected since the last goodbye, brushed as on the right.'}
        </figcaption>
      </div>
    </figure>
  )
}
