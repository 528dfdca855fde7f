import { curveStepAfter, line, scaleLinear } from 'd3'
import { memo, type ReactNode, useMemo } from 'react'
import { minutesText, pullText, STYLE_LABEL, VERDICT_LABEL, VERDICT_SHORT } from '../../../../contract/words/index.ts'
import type { Axis, Curve, Frontier, Style } from '../../../../core/index.ts'
import { Axis as ChartAxis, ChartFrame } from '../../../parts/ChartFrame.tsx'
import { DragHandle } from '../../../parts/DragHandle.tsx'
import { Table } from '../../../parts/Table.tsx'
import { type Spot, spotAt, turnsOf, wideTurnsOf } from './as-if.ts'

const WIDTH = 452
const HEIGHT = 280
const LEFT = 44
const RIGHT = 14
const TOP = 52
const BOTTOM = 40

export interface Marks {
  /** What the dog can give, or what the slot holds. */
  readonly budget: number
  readonly budgetSays: string
  /** Coat kept that the owner hopes for, 0 to 100. */
  readonly hope: number
  /** The plan in force. */
  readonly now: { readonly along: number; readonly coatKept: number }
}

interface Props {
  readonly frontier: Frontier
  readonly axis: Axis
  readonly marks: Marks
  /** Index into the best curve; -1 before its first point. */
  readonly at: number
  readonly budget: number
  /** To the last step of the curve, or as far as today's question goes. */
  readonly wholeRange: boolean
  readonly onBudget: (budget: number) => void
}

/** Beyond what there is today, by this much, the curve is of interest to nobody at the table. */
const BEYOND = 2.5

export const AXIS_LABEL: Record<Axis, string> = { pull: 'pull-minutes for the dog', minutes: 'minutes at the table' }
const figure = (axis: Axis, value: number): string => (axis === 'pull' ? pullText(value) : minutesText(value))

/** One step is what a finger feels: half a pull-minute, two minutes. */
export const STEP: Record<Axis, number> = { pull: 0.5, minutes: 2 }

/** Beyond the right edge nothing is drawn. */
const CLIP = 'frontier-inside'

const DASH: Record<Style, string> = {
  keep: '7 4',
  'keep-places': '9 3 2 3',
  'short-legs': '4 4',
  'short-body': '2 4',
  short: '1 6',
}

/** The curves and their axes: drawn once for a dog, not while the handle moves. */
const Ground = memo(function Ground({
  frontier,
  axis,
  marks,
  x,
  y,
}: Pick<Props, 'frontier' | 'axis' | 'marks'> & { x: Scale; y: Scale }): ReactNode {
  const paths = useMemo(() => {
    const step = line<readonly [number, number]>()
      .x(([along]) => x(along))
      .y(([, kept]) => y(kept))
      .curve(curveStepAfter)
    const last = x.domain()[1]!
    const points = (curve: Curve): [number, number][] => thinned(curve, curve[axis], x)
    const best = Array.from(frontier.envelope.point, (_, i): [number, number] => {
      const { along, coatKept } = spotAt(frontier, i)
      return [along, coatKept]
    }).filter(([along], i, all) => i === 0 || i === all.length - 1 || x(along) - x(all[i - 1]![0]) > 0.2)
    const to = (list: [number, number][]): string => step(list.length > 0 ? [...list, [last, list.at(-1)![1]]] : [])!
    return { best: to(best), each: frontier.curves.map((curve) => [curve.style, to(points(curve))] as const) }
  }, [frontier, axis, x, y])
  const turns = wideTurnsOf(frontier, STEP[axis])
  return (
    <>
      <ChartAxis side="bottom" scale={x} at={HEIGHT - BOTTOM} ticks={6} />
      <ChartAxis side="left" scale={y} at={LEFT} ticks={5} />
      <text className="text-sm" x={WIDTH - RIGHT} y={HEIGHT - 4} textAnchor="end" fill="var(--ink-2)">
        {AXIS_LABEL[axis]}
      </text>
      <text className="text-sm" x={LEFT - 38} y={14} fill="var(--ink-2)">
        % of coat kept
      </text>
      <line
        x1={LEFT}
        x2={WIDTH - RIGHT}
        y1={y(marks.hope)}
        y2={y(marks.hope)}
        stroke="var(--ink-2)"
        strokeDasharray="3 5"
      />
      <clipPath id={CLIP}>
        <rect x={LEFT} y={TOP - 8} width={WIDTH - RIGHT - LEFT} height={HEIGHT - TOP - BOTTOM + 8} />
      </clipPath>
      <g clipPath={`url(#${CLIP})`}>
        {frontier.curves.length > 1 &&
          paths.each.map(([style, d]) => (
            <path key={style} d={d} fill="none" stroke="var(--ink-2)" strokeWidth={1.2} strokeDasharray={DASH[style]} />
          ))}
        <path d={paths.best} fill="none" stroke="var(--ink)" strokeWidth={2.6} />
        {turns.slice(1).map(({ from, choice }) => {
          const { along, coatKept } = spotAt(frontier, from)
          return <circle key={`${choice} ${from}`} cx={x(along)} cy={y(coatKept)} r={3.2} fill="var(--ink)" />
        })}
      </g>
      {named(frontier, axis, x).map(({ choice, from, to, middle }) => (
        <text
          key={`${choice} ${from}`}
          x={middle}
          y={nameY(y((spotAt(frontier, from).coatKept + spotAt(frontier, to).coatKept) / 2), y(marks.hope))}
          textAnchor="middle"
          fontWeight={600}
          fill="var(--ink)"
          className="chart-halo text-sm"
        >
          {VERDICT_SHORT[choice]}
        </text>
      ))}
      <text
        x={LEFT + 6}
        y={y(marks.hope) + (marks.hope > 90 ? 15 : -5)}
        fill="var(--ink-2)"
        className="chart-halo text-xs"
      >
        what the owner hopes
      </text>
      <path
        d={`M${x(marks.now.along)} ${y(marks.now.coatKept) - 7}l7 7l-7 7l-7-7z`}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth={2}
      />
    </>
  )
})

/** Under its stretch of the curve, off the line of the owner's hope and inside the chart. */
function nameY(curveY: number, hopeY: number): number {
  const under = curveY + 26
  return Math.min(HEIGHT - BOTTOM - 8, Math.abs(under - hopeY) < 18 ? hopeY + 20 : under)
}

type Scale = ReturnType<typeof scaleLinear<number, number>>

/** Points that would fall on the same pixel are drawn once. */
function thinned(curve: Curve, along: Float64Array, x: Scale): [number, number][] {
  const points: [number, number][] = []
  for (let i = 0; i < along.length; i++) {
    const last = points.at(-1)
    const point: [number, number] = [along[i]!, curve.coatKept[i]!]
    if (last && i < along.length - 1 && x(point[0]) - x(last[0]) < 0.4) points[points.length - 1] = [last[0], point[1]]
    else points.push(point)
  }
  return points
}

const LEAST_LABEL_PX = 84

/** Stretches wide enough to be named on the curve itself. */
function named(frontier: Frontier, axis: Axis, x: Scale) {
  const turns = wideTurnsOf(frontier, STEP[axis])
  return turns.flatMap(({ from, to, choice }, i) => {
    const edge = WIDTH - RIGHT
    const start = Math.min(edge, x(spotAt(frontier, from).along))
    const next = turns[i + 1]
    const end = next ? Math.min(edge, x(spotAt(frontier, next.from).along)) : edge
    return end - start < LEAST_LABEL_PX ? [] : [{ from, to, choice, middle: (start + end) / 2 }]
  })
}

/** Where the curve begins, and how far it is shown. */
export function reachOf(frontier: Frontier, marks: Marks, wholeRange: boolean): { first: number; end: number } {
  const n = frontier.envelope.point.length
  const first = n > 0 ? spotAt(frontier, 0).along : 0
  const last = n > 0 ? spotAt(frontier, n - 1).along : 1
  const all = Math.max(last, marks.budget, marks.now.along) * 1.06
  return { first, end: wholeRange ? all : Math.min(all, BEYOND * Math.max(marks.budget, marks.now.along, first)) }
}

/** Coat kept against one budget. The handle is dragged or moved by keys, and the dog changes with it. */
export function FrontierChart({ frontier, axis, marks, at, budget, wholeRange, onBudget }: Props): ReactNode {
  const { least, most, x, y } = useMemo(() => {
    const { first, end } = reachOf(frontier, marks, wholeRange)
    return {
      least: Math.min(first, end),
      most: end,
      x: scaleLinear([0, end], [LEFT, WIDTH - RIGHT]),
      y: scaleLinear([0, 100], [HEIGHT - BOTTOM, TOP]),
    }
  }, [frontier, marks, wholeRange])
  const spot: Spot | null = at >= 0 ? spotAt(frontier, at) : null
  const move = (to: number): void => onBudget(Math.min(most, Math.max(Math.min(least, most), to)))

  const turnKeys = (): Record<string, number | undefined> => {
    const starts = wideTurnsOf(frontier, STEP[axis]).map(({ from }) => spotAt(frontier, from).along)
    return {
      PageUp: starts.find((along) => along > budget + 1e-9),
      PageDown: starts.findLast((along) => along < budget - 1e-9),
    }
  }
  const said = spot
    ? `${figure(axis, budget)} ${AXIS_LABEL[axis]}: ${VERDICT_LABEL[spot.choice]}, ${Math.round(spot.coatKept)} percent of the coat kept`
    : `${figure(axis, budget)} ${AXIS_LABEL[axis]}: nothing fits`
  return (
    <ChartFrame
      label={`Coat kept against ${AXIS_LABEL[axis]}`}
      width={WIDTH}
      height={HEIGHT}
      drag={{ x, onMove: move }}
    >
      <Ground frontier={frontier} axis={axis} marks={marks} x={x} y={y} />
      <line
        x1={x(marks.budget)}
        x2={x(marks.budget)}
        y1={TOP}
        y2={HEIGHT - BOTTOM}
        stroke="var(--ink)"
        strokeDasharray="6 4"
      />
      <text
        x={x(marks.budget) + (x(marks.budget) > WIDTH * 0.62 ? -6 : 6)}
        y={TOP - 18}
        textAnchor={x(marks.budget) > WIDTH * 0.62 ? 'end' : 'start'}
        className="text-xs"
        fill="var(--ink)"
      >
        {marks.budgetSays}
      </text>
      <DragHandle
        label={axis === 'pull' ? 'What we ask of the dog' : 'Minutes at the table'}
        says={said}
        least={least}
        most={most}
        value={budget}
        step={STEP[axis]}
        at={{ x: x(budget), y: y(spot?.coatKept ?? 0), top: TOP, bottom: HEIGHT - BOTTOM }}
        keys={turnKeys}
        onMove={move}
        testId="budget"
      />
    </ChartFrame>
  )
}

const ROWS = 24

/** The curve as a table: every turn, and evenly spaced steps between. */
export function FrontierTable({ frontier, axis }: { frontier: Frontier; axis: Axis }): ReactNode {
  const n = frontier.envelope.point.length
  const starts = new Set(turnsOf(frontier).map(({ from }) => from))
  const rows = [
    ...new Set([...starts, ...Array.from({ length: ROWS }, (_, i) => Math.round((i * (n - 1)) / (ROWS - 1)))]),
  ]
    .filter((i) => i >= 0 && i < n)
    .sort((a, b) => a - b)
  return (
    <div className="overflow-x-auto">
      <Table
        className="text-sm"
        caption={`${n} steps in all; every turn of the verdict and ${ROWS} steps between`}
        rows={rows.map((i) => ({ i, spot: spotAt(frontier, i) }))}
        keyOf={({ i }) => i}
        columns={[
          { head: 'Pull', cell: ({ spot }) => pullText(spot.pull) },
          { head: 'Minutes', cell: ({ spot }) => minutesText(spot.minutes) },
          { head: 'Kept', cell: ({ spot }) => `${Math.round(spot.coatKept)} %` },
          { head: 'Way', cell: ({ spot }) => STYLE_LABEL[spot.style] },
          {
            head: 'Verdict',
            cell: ({ i, spot }) => (
              <span className={starts.has(i) ? 'font-semibold' : ''}>{VERDICT_LABEL[spot.choice]}</span>
            ),
          },
        ]}
      />
      <p className="sr-only">along {AXIS_LABEL[axis]}</p>
    </div>
  )
}
