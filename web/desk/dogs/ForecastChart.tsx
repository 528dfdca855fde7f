import { area, curveMonotoneX, line, max, scaleLinear } from 'd3'
import { type ReactNode, useMemo } from 'react'
import { NEXT_TEXT } from '../../../contract/words/index.ts'
import {
  type Assessment,
  brushedAtHome,
  careTable,
  type ForecastPoint,
  forecastOf,
  type House,
  LATER_WEEKS,
  rebookOf,
} from '../../../core/index.ts'
import { Axis, ChartFrame } from '../../parts/ChartFrame.tsx'
import { DragHandle } from '../../parts/DragHandle.tsx'
import { Table } from '../../parts/Table.tsx'

const WIDTH = 480
const HEIGHT = 316
const LEFT = 46
const RIGHT = 16
const TOP = 28
const PLOT = 200
const STRIP = 272
const WEEKS = 16
const MOST_A_WEEK = 7
const STEP = 1
const WEEKS_SCALE = scaleLinear([0, WEEKS], [LEFT, WIDTH - RIGHT])
const TIMES_SCALE = scaleLinear([0, MOST_A_WEEK], [LEFT + 20, WIDTH - RIGHT - 20])

/**
 * How mats come back at home, with the spread, and the next visit that follows; how often the owner brushes is dragged on
 * the chart itself.
 */
export function ForecastChart({
  assessment,
  leftIndex,
  outlineMm,
  house,
  perWeek,
  onBrush,
}: {
  assessment: Assessment
  leftIndex: number
  outlineMm: readonly number[]
  house: House
  /** Brushings a week, to the skin. */
  perWeek: number
  onBrush: (perWeek: number) => void
}): ReactNode {
  const brushed = useMemo(() => brushedAtHome(assessment, perWeek, true), [assessment, perWeek])
  const points = useMemo(
    () => forecastOf(brushed, leftIndex, outlineMm, WEEKS, house),
    [brushed, leftIndex, outlineMm, house],
  )
  const table = useMemo(
    () => careTable(assessment, leftIndex, outlineMm, house),
    [assessment, leftIndex, outlineMm, house],
  )
  const next = useMemo(() => rebookOf(brushed, leftIndex, outlineMm, house), [brushed, leftIndex, outlineMm, house])
  const worst = useMemo(
    () =>
      max(forecastOf(brushedAtHome(assessment, 0, true), leftIndex, outlineMm, WEEKS, house), ({ high }) => high) ?? 20,
    [assessment, leftIndex, outlineMm, house],
  )
  const bound = house['rebook.index']
  const x = WEEKS_SCALE
  const y = useMemo(
    () => scaleLinear([0, Math.max(bound * 1.6, Math.min(100, worst))], [PLOT, TOP]).nice(4),
    [bound, worst],
  )
  const strip = TIMES_SCALE
  const move = (to: number): void => onBrush(Math.max(0, Math.min(MOST_A_WEEK, Math.round(to))))
  const spread = area<ForecastPoint>()
    .x(({ week }) => x(week))
    .y0(({ low }) => y(low))
    .y1(({ high }) => y(high))
    .curve(curveMonotoneX)
  const middle = line<ForecastPoint>()
    .x(({ week }) => x(week))
    .y(({ middle: index }) => y(index))
    .curve(curveMonotoneX)
  const timesText =
    perWeek === 0 ? 'never' : perWeek === 1 ? 'once a week' : perWeek === 7 ? 'every day' : `${perWeek} times a week`
  return (
    <figure data-testid="forecast">
      <figcaption className="mb-1 text-lg" aria-live="polite">
        Brushed to the skin <b>{timesText}</b>: back in{' '}
        <b className="figure" data-testid="next-weeks">
          {next.weeks} weeks
        </b>
        , {NEXT_TEXT[next.why]}.
      </figcaption>
      <ChartFrame
        label="How mats come back, week by week"
        width={WIDTH}
        height={HEIGHT}
        table={
          <Table
            rows={table}
            keyOf={(row) => row.perWeek}
            columns={[
              { head: 'Brushed to the skin', names: true, cell: (row) => `${row.perWeek} a week` },
              { head: 'Next visit', cell: (row) => `${row.next.weeks} weeks` },
              { head: 'Mats then', cell: (row) => Math.round(row.next.indexThen) },
              { head: `${LATER_WEEKS} weeks later`, cell: (row) => Math.round(row.next.indexLater) },
            ]}
          />
        }
        drag={{ x: strip, onMove: move }}
      >
        <Axis side="bottom" scale={x} at={PLOT} ticks={8} />
        <Axis side="left" scale={y} at={LEFT} ticks={4} />
        <text x={WIDTH - RIGHT} y={PLOT + 40} textAnchor="end" className="fill-(--ink-2) text-sm">
          weeks from the goodbye
        </text>
        <text x={4} y={16} className="fill-(--ink-2) text-sm">
          mats, 100 is all felted
        </text>
        <path d={spread(points) ?? ''} fill="var(--ink)" fillOpacity={0.12} />
        <path d={middle(points) ?? ''} fill="none" stroke="var(--ink)" strokeWidth={2.5} />
        <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(bound)} y2={y(bound)} stroke="var(--ink-2)" strokeDasharray="2 5" />
        <text x={WIDTH - RIGHT} y={y(bound) - 5} textAnchor="end" className="chart-halo fill-(--ink-2) text-sm">
          knots that pull
        </text>
        <line x1={x(next.weeks)} x2={x(next.weeks)} y1={TOP} y2={PLOT} stroke="var(--accent)" strokeWidth={2.5} />
        <text
          x={x(next.weeks) + (next.weeks > WEEKS * 0.7 ? -6 : 6)}
          y={TOP + 18}
          textAnchor={next.weeks > WEEKS * 0.7 ? 'end' : 'start'}
          className="chart-halo fill-(--accent) text-base font-semibold"
        >
          {next.weeks} weeks
        </text>
        <line
          x1={strip(0)}
          x2={strip(MOST_A_WEEK)}
          y1={STRIP}
          y2={STRIP}
          stroke="var(--line)"
          strokeWidth={6}
          strokeLinecap="round"
        />
        {strip.ticks(MOST_A_WEEK).map((n) => (
          <text key={n} x={strip(n)} y={STRIP + 34} textAnchor="middle" className="fill-(--ink-2) text-sm">
            {n}
          </text>
        ))}
        <DragHandle
          label="Brushings at home a week, to the skin"
          says={`${timesText}, back in ${next.weeks} weeks`}
          least={0}
          most={MOST_A_WEEK}
          value={perWeek}
          step={STEP}
          at={{ x: strip(perWeek), y: STRIP, top: STRIP - 20, bottom: STRIP + 20 }}
          onMove={move}
          testId="brushing"
        />
      </ChartFrame>
      <p className="text-ink-2">
        Drag how often it is brushed. Four weeks later than that, four such dogs of five stay under{' '}
        {Math.round(next.indexLater)} of 100.
      </p>
    </figure>
  )
}
