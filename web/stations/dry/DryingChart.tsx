import { area, type ScaleLinear, scaleLinear } from 'd3'
import { type ReactNode, useMemo } from 'react'
import { minutesText } from '../../../contract/words/index.ts'
import { type DryingModel, totalMinutes, waterAt } from '../../../core/index.ts'
import { Axis, ChartFrame } from '../../parts/ChartFrame.tsx'
import { DragHandle } from '../../parts/DragHandle.tsx'
import type { Run } from './use-run.ts'

const WIDTH = 452
const HEIGHT = 268
const LEFT = 52
const RIGHT = 14
const TOP = 36
const BOTTOM = 40
const POINTS = 90
const STEP = 1

/** Water in the coat against time; the changeover from high-velocity air to brushing is dragged or moved by keys. */
export function DryingChart({
  model,
  changeover,
  most,
  onChangeover,
  run,
}: {
  model: DryingModel
  changeover: number
  /** Longest high-velocity time that does anything. */
  most: number
  onChangeover: (minutes: number) => void
  run: Run
}): ReactNode {
  const end = totalMinutes(model, changeover)
  // The scale holds still while the handle moves: it covers the slowest way to dry this dog.
  const span = useMemo(
    () =>
      Math.max(
        totalMinutes(model, 0),
        totalMinutes(model, most),
        ...[0.25, 0.5, 0.75].map((s) => totalMinutes(model, s * most)),
      ) * 1.04,
    [model, most],
  )
  const x = useMemo(() => scaleLinear([0, span], [LEFT, WIDTH - RIGHT]), [span])
  const y = useMemo(() => scaleLinear([0, model.afterTowel * 1.05], [HEIGHT - BOTTOM, TOP]), [model.afterTowel])
  const shape = useMemo(() => {
    const draw = area<number>()
      .x((t) => x(t))
      .y0(HEIGHT - BOTTOM)
      .y1((t) => y(waterAt(model, changeover, t)))
    const between = (from: number, to: number): number[] =>
      Array.from({ length: POINTS + 1 }, (_, i) => from + ((to - from) * i) / POINTS)
    return { air: draw(between(0, changeover)) ?? '', brush: draw(between(changeover, end)) ?? '' }
  }, [model, changeover, end, x, y])
  const move = (to: number): void => onChangeover(Math.min(most, Math.max(0, to)))
  const said = `${minutesText(changeover)} minutes of strong air, ${minutesText(end - changeover)} of brushing, ${Math.round(waterAt(model, changeover, changeover))} grams of water left at the changeover`
  return (
    <ChartFrame label="Water in the coat against time" width={WIDTH} height={HEIGHT} drag={{ x, onMove: move }}>
      <Axis side="bottom" scale={x} at={HEIGHT - BOTTOM} ticks={6} />
      <Axis side="left" scale={y} at={LEFT} ticks={4} />
      <text className="text-sm" x={6} y={14} fill="var(--ink-2)">
        g of water in the coat
      </text>
      <text className="text-sm" x={WIDTH - RIGHT} y={HEIGHT - 4} textAnchor="end" fill="var(--ink-2)">
        minutes after the towel
      </text>
      <path d={shape.air} fill="var(--ink-2)" fillOpacity={0.45} stroke="var(--ink)" strokeWidth={1.5} />
      <path d={shape.brush} fill="var(--ink-2)" fillOpacity={0.18} stroke="var(--ink)" strokeWidth={1.5} />
      <line
        x1={LEFT}
        x2={WIDTH - RIGHT}
        y1={y(model.warm.done)}
        y2={y(model.warm.done)}
        stroke="var(--ink)"
        strokeDasharray="6 4"
      />
      <text
        x={WIDTH - RIGHT}
        y={y(model.warm.done) - 5}
        textAnchor="end"
        fill="var(--ink)"
        className="chart-halo text-xs"
      >
        counts as dry
      </text>
      <Now run={run} x={x} y={y} />
      <DragHandle
        label="When to change from strong air to brushing"
        says={said}
        least={0}
        most={most}
        value={changeover}
        step={STEP}
        at={{
          x: x(changeover),
          y: y(waterAt(model, changeover, changeover)),
          top: TOP,
          bottom: HEIGHT - BOTTOM,
        }}
        onMove={move}
        testId="changeover"
      />
    </ChartFrame>
  )
}

/** Where the drying stands: the water by what was measured, with its range, at this minute. */
function Now({
  run: { run, minutes, estimated },
  x,
  y,
}: {
  run: Run
  x: ScaleLinear<number, number>
  y: ScaleLinear<number, number>
}): ReactNode {
  if (!run || run.finishedAt || !estimated) return null
  const at = Math.min(x(minutes), WIDTH - RIGHT)
  const { low, middle, high } = estimated.water
  return (
    <g data-testid="now">
      <line x1={at} x2={at} y1={Math.max(TOP, y(high))} y2={y(low)} stroke="var(--ink)" strokeWidth={3} />
      <circle cx={at} cy={Math.max(TOP, y(middle))} r={6} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={3} />
      <text x={at + 10} y={Math.max(TOP + 12, y(middle) - 8)} fill="var(--ink)" className="chart-halo text-xs">
        now
      </text>
    </g>
  )
}
