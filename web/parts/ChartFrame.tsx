import { clsx } from 'clsx'
import { type AxisScale, axisBottom, axisLeft, type ScaleLinear, select } from 'd3'
import { type ReactNode, useLayoutEffect, useRef } from 'react'
import { dragAlong } from './DragHandle.tsx'

/** What a chart is drawn in: its size and name, how it is dragged, and what it says as a table. */
export function ChartFrame({
  label,
  width,
  height,
  drag,
  asPicture = false,
  wide = false,
  table,
  testId,
  children,
}: {
  /** As a screen reader names it. */
  label: string
  /** Of its own coordinates; it fills what it stands in. */
  width: number
  height: number
  /** Dragged along x, anywhere on it. */
  drag?: { readonly x: ScaleLinear<number, number>; readonly onMove: (to: number) => void }
  /** Nothing on it is pressed or moved: it is read as one picture. */
  asPicture?: boolean
  /** Stands in a frame that scrolls where there is no room for it. */
  wide?: boolean
  /** The same as rows, opened where somebody asks. */
  table?: ReactNode
  testId?: string
  children: ReactNode
}): ReactNode {
  const svg = useRef<SVGSVGElement>(null)
  return (
    <>
      <svg
        ref={svg}
        viewBox={`0 0 ${width} ${height}`}
        className={clsx('w-full shrink-0 select-none', drag && 'touch-pan-y', !wide && 'chart')}
        role={asPicture ? 'img' : 'group'}
        aria-label={label}
        data-testid={testId}
        {...(drag ? dragAlong(svg, drag.x, drag.onMove) : {})}
      >
        {children}
      </svg>
      {table && (
        <details>
          <summary className="min-h-11 content-center text-ink-2">As a table</summary>
          {table}
        </details>
      )}
    </>
  )
}

/** An axis of a chart, drawn anew only when its scale changes. */
export function Axis<T extends Date | number>({
  side,
  scale,
  at,
  ticks,
  format,
}: {
  side: 'bottom' | 'left'
  scale: AxisScale<T>
  /** Where it stands across the other one, in the chart's coordinates. */
  at: number
  /** About how many marks. */
  ticks: number
  format?: (value: T) => string
}): ReactNode {
  const group = useRef<SVGGElement>(null)
  useLayoutEffect(
    function drawAxis() {
      const axis = (side === 'bottom' ? axisBottom(scale) : axisLeft(scale)).ticks(ticks).tickSizeOuter(0)
      if (format) axis.tickFormat(format)
      select(group.current!).call(axis)
    },
    [side, scale, ticks, format],
  )
  return (
    <g ref={group} className="chart-axis" transform={side === 'bottom' ? `translate(0,${at})` : `translate(${at},0)`} />
  )
}
