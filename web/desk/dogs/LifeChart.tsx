import { area, axisBottom, axisLeft, extent, line, max, scaleLinear, scaleTime, select } from 'd3'
import { addWeeks, format } from 'date-fns'
import type { ReactNode } from 'react'
import type { RecordVisit } from '../../../contract/api/dogs.ts'
import type { ForecastPoint } from '../../../core/index.ts'

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
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full"
        role="img"
        aria-label="Mats, undercoat and dirt as it came, by visit, and the mats that are expected"
      >
        <g
          className="chart-axis"
          transform={`translate(0 ${BOTTOM})`}
          ref={(g) =>
            void (
              g &&
              select(g).call(
                axisBottom<Date>(x)
                  .ticks(5)
                  .tickFormat((at) => format(at, 'MMM yy'))
                  .tickSizeOuter(0),
              )
            )
          }
        />
        <g
          className="chart-axis"
          transform={`translate(${LEFT} 0)`}
          ref={(g) => void (g && select(g).call(axisLeft(y).ticks(4).tickSizeOuter(0)))}
        />
        {ahead && (
          <g data-testid="ahead">
            <path d={spread(ahead.points) ?? ''} fill="var(--ink)" fillOpacity={0.12} />
            <path d={expected(ahead.points) ?? ''} fill="none" stroke="var(--ink)" strokeWidth={1.5} />
            <line x1={x(ahead.back)} x2={x(ahead.back)} y1={TOP} y2={BOTTOM} stroke="var(--accent)" strokeWidth={2} />
            <text
              x={x(ahead.back) - 5}
              y={TOP + 4}
              textAnchor="end"
              className="chart-halo fill-(--accent) text-[13px] font-semibold"
            >
              back {format(ahead.back, 'd MMM')}
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
                <text
                  x={end.x}
                  y={end.y}
                  textAnchor="end"
                  className="chart-halo fill-(--ink) text-[13px] font-semibold"
                >
                  {label}
                </text>
              )}
            </g>
          )
        })}
      </svg>
      <figcaption className="text-ink-2">
        As it came, 0 to 100. A solid line is mats, dashes undercoat, dots dirt.
        {ahead && ' Grey: the mats to be expected since the last goodbye, brushed as on the right.'}
      </figcaption>
      <details>
        <summary className="min-h-11 content-center text-ink-2">As a table</summary>
        <table className="w-full text-left">
          <thead className="text-ink-2">
            <tr>
              <th className="font-medium">When</th>
              {SERIES.map(([key, label]) => (
                <th key={key} className="font-medium">
                  {label}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {done.map(({ id, startsAt, summary }) => (
              <tr key={id} className="border-t border-line">
                <td>{format(new Date(startsAt), 'd MMM yyyy')}</td>
                {SERIES.map(([key]) => (
                  <td key={key}>{summary!.before[key] === null ? 'not seen' : Math.round(summary!.before[key])}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  )
}
