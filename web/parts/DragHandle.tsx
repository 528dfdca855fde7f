import { pointer, type ScaleLinear } from 'd3'
import type { KeyboardEvent, PointerEvent, ReactNode, RefObject } from 'react'

/** What an element that is dragged along x listens to: the whole chart, so that a thumb need not hit the line. */
export function dragAlong(
  svg: RefObject<SVGSVGElement | null>,
  x: ScaleLinear<number, number>,
  move: (to: number) => void,
): { onPointerDown: (event: PointerEvent) => void; onPointerMove: (event: PointerEvent) => void } {
  const drag = (event: PointerEvent): void => {
    if (event.buttons !== 1) return
    event.currentTarget.setPointerCapture(event.pointerId)
    move(x.invert(pointer(event.nativeEvent, svg.current)[0]))
  }
  return { onPointerDown: drag, onPointerMove: drag }
}

interface Props {
  readonly label: string
  /** What a screen reader hears of where it stands. */
  readonly says: string
  readonly least: number
  readonly most: number
  readonly value: number
  readonly step: number
  /** Where the knob sits on the chart, and from where to where the line runs. */
  readonly at: { readonly x: number; readonly y: number; readonly top: number; readonly bottom: number }
  /** Other keys than the usual ones, and where they lead; undefined leads nowhere. */
  readonly keys?: () => Readonly<Record<string, number | undefined>>
  readonly onMove: (to: number) => void
  readonly testId: string
}

const THUMB_PX = 44

/** A value that is dragged on a chart itself: a line with a knob, a slider to keyboard and screen reader. */
export function DragHandle({ label, says, least, most, value, step, at, keys, onMove, testId }: Props): ReactNode {
  const onKey = (event: KeyboardEvent): void => {
    const to: Readonly<Record<string, number | undefined>> = {
      ArrowRight: value + step,
      ArrowUp: value + step,
      ArrowLeft: value - step,
      ArrowDown: value - step,
      Home: least,
      End: most,
      ...keys?.(),
    }
    if (!(event.key in to)) return
    event.preventDefault()
    event.stopPropagation()
    const next = to[event.key]
    if (next !== undefined) onMove(next)
  }
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={tenths(least)}
      aria-valuemax={tenths(most)}
      aria-valuenow={tenths(value)}
      aria-valuetext={says}
      onKeyDown={onKey}
      className="cursor-ew-resize"
      data-testid={testId}
    >
      <line x1={at.x} x2={at.x} y1={at.top} y2={at.bottom} stroke="var(--accent)" strokeWidth={2.5} />
      <circle cx={at.x} cy={at.y} r={11} fill="var(--accent)" stroke="var(--sheet)" strokeWidth={3} />
      <rect x={at.x - THUMB_PX / 2} y={at.top} width={THUMB_PX} height={at.bottom - at.top} fill="transparent" />
    </g>
  )
}

const tenths = (value: number): number => Math.round(value * 10) / 10
