import { axisBottom, scaleLinear, select } from 'd3'
import { type ReactNode, useEffect, useMemo, useRef } from 'react'
import { BATH_STEP_LABEL, JOB_LABEL, minutesText } from '../../../contract/words/index.ts'
import type { Bath, BathStep } from '../../../core/index.ts'

const WIDTH = 800
const LEFT = 84
const RIGHT = 10
const LANE = 34
const GAP = 6
const AXIS = 26
const LANES = ['Hands', 'Left on', 'Meanwhile'] as const
const HEIGHT = LANES.length * (LANE + GAP) + AXIS
/** A block narrower than this carries no words. */
const WORDS_PX = 10

const top = (lane: number): number => lane * (LANE + GAP)
const said = ({ kind, startMin, handsMin, waitMin, meanwhile }: BathStep): string =>
  `${BATH_STEP_LABEL[kind]}, from minute ${minutesText(startMin)}, ${handsMin.toFixed(1)} minutes of hands${
    waitMin > 0 ? `, then left on ${waitMin.toFixed(1)} minutes` : ''
  }${meanwhile.length > 0 ? `, meanwhile ${meanwhile.map((job) => JOB_LABEL[job]).join(' and ')}` : ''}`

/** The bath against time: what the hands do, what is left on, and what is done meanwhile. */
export function Timeline({
  bath,
  chosen,
  onChoose,
}: {
  bath: Bath
  chosen: string | null
  onChoose: (id: string) => void
}): ReactNode {
  const axis = useRef<SVGGElement>(null)
  const x = useMemo(() => scaleLinear([0, Math.max(1, bath.minutes)], [LEFT, WIDTH - RIGHT]), [bath.minutes])
  useEffect(
    function drawAxis() {
      select(axis.current!).call(axisBottom(x).ticks(8).tickSizeOuter(0))
    },
    [x],
  )
  const steps = bath.steps.filter(({ inVerdict, handsMin, waitMin }) => !inVerdict && handsMin + waitMin > 0)
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full shrink-0 select-none"
      role="group"
      aria-label={`The bath against time, ${minutesText(bath.minutes)} minutes`}
      data-testid="timeline"
    >
      {LANES.map((name, lane) => (
        <text key={name} x={0} y={top(lane) + LANE / 2 + 5} fill="var(--ink-2)" fontSize={14}>
          {name}
        </text>
      ))}
      {steps.map((step) => {
        const from = x(step.startMin)
        const handsTo = x(step.startMin + step.handsMin)
        const to = x(step.startMin + step.handsMin + step.waitMin)
        const label = BATH_STEP_LABEL[step.kind]
        const width = handsTo - from
        const isChosen = step.id === chosen
        let job = handsTo
        return (
          <g
            key={step.id}
            role="button"
            tabIndex={0}
            aria-label={said(step)}
            aria-pressed={isChosen}
            data-step={step.id}
            className="cursor-pointer outline-none [&:focus-visible>rect:first-child]:stroke-(--accent) [&:focus-visible>rect:first-child]:stroke-[3px]"
            onClick={() => onChoose(step.id)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return
              event.preventDefault()
              onChoose(step.id)
            }}
          >
            <rect
              x={from}
              y={top(0)}
              width={Math.max(2, width - 1.5)}
              height={LANE}
              rx={5}
              fill={isChosen ? 'var(--accent)' : step.productKind ? 'var(--ink-2)' : 'var(--line)'}
            />
            {width > label.length * WORDS_PX && (
              <text
                x={from + 7}
                y={top(0) + LANE / 2 + 5}
                fontSize={13}
                fill={isChosen ? 'var(--on-accent)' : step.productKind ? 'var(--sheet)' : 'var(--ink)'}
              >
                {label}
              </text>
            )}
            {step.waitMin > 0 && (
              <>
                <rect
                  x={handsTo}
                  y={top(1)}
                  width={Math.max(2, to - handsTo - 1.5)}
                  height={LANE}
                  rx={5}
                  fill="none"
                  stroke={isChosen ? 'var(--accent)' : 'var(--ink-2)'}
                  strokeWidth={isChosen ? 2.5 : 1.5}
                  strokeDasharray="5 4"
                />
                {to - handsTo > 34 && (
                  <text x={handsTo + 7} y={top(1) + LANE / 2 + 5} fontSize={13} fill="var(--ink)">
                    {step.waitMin.toFixed(step.waitMin % 1 ? 1 : 0)} min
                  </text>
                )}
                {step.meanwhile.map((id) => {
                  const minutes = bath.jobMinutes[id] ?? 0
                  const start = job
                  job += x(minutes) - x(0)
                  const name = JOB_LABEL[id]
                  return (
                    <g key={id}>
                      <rect
                        x={start}
                        y={top(2)}
                        width={Math.max(2, job - start - 1.5)}
                        height={LANE}
                        rx={5}
                        fill="var(--accent-soft)"
                        stroke="var(--accent)"
                      />
                      {job - start > name.length * WORDS_PX && (
                        <text x={start + 7} y={top(2) + LANE / 2 + 5} fontSize={13} fill="var(--ink)">
                          {name}
                        </text>
                      )}
                    </g>
                  )
                })}
              </>
            )}
          </g>
        )
      })}
      <g ref={axis} transform={`translate(0,${LANES.length * (LANE + GAP)})`} className="chart-axis" />
    </svg>
  )
}
