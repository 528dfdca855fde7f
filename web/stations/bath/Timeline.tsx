import { type ScaleLinear, scaleLinear } from 'd3'
import { type ReactNode, useMemo } from 'react'
import { BATH_STEP_LABEL, JOB_LABEL, minutesText } from '../../../contract/words/index.ts'
import type { Bath, BathStep, JobId } from '../../../core/index.ts'
import { Axis, ChartFrame } from '../../parts/ChartFrame.tsx'

const WIDTH = 800
const LEFT = 84
const RIGHT = 10
const LANE = 44
const GAP = 6
const AXIS = 26
const LANES = ['Hands', 'Left on', 'Meanwhile'] as const
const HEIGHT = LANES.length * (LANE + GAP) + AXIS
/** A block narrower than this carries no words. */
const WORDS_PX = 8.6

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
  const x = useMemo(() => scaleLinear([0, Math.max(1, bath.minutes)], [LEFT, WIDTH - RIGHT]), [bath.minutes])
  const steps = bath.steps.filter(({ inVerdict, handsMin, waitMin }) => !inVerdict && handsMin + waitMin > 0)
  return (
    <ChartFrame
      label={`The bath against time, ${minutesText(bath.minutes)} minutes`}
      width={WIDTH}
      height={HEIGHT}
      wide
      testId="timeline"
    >
      {LANES.map((name, lane) => (
        <text className="text-sm" key={name} x={0} y={top(lane) + LANE / 2 + 5} fill="var(--ink-2)">
          {name}
        </text>
      ))}
      {steps.map((step) => (
        <Block key={step.id} step={step} bath={bath} x={x} isChosen={step.id === chosen} onChoose={onChoose} />
      ))}
      {/* Words apart from what is pressed: a block's name is spoken in full, and these are only what fits on it. */}
      <g className="pointer-events-none text-xs">
        {steps.flatMap((step) => wordsOn(step, bath, x, step.id === chosen))}
      </g>
      <Axis side="bottom" scale={x} at={LANES.length * (LANE + GAP)} ticks={8} />
    </ChartFrame>
  )
}

type X = ScaleLinear<number, number>

const partsOf = (step: BathStep, x: X): { from: number; handsTo: number; to: number } => ({
  from: x(step.startMin),
  handsTo: x(step.startMin + step.handsMin),
  to: x(step.startMin + step.handsMin + step.waitMin),
})

/** Where each job done meanwhile begins and ends, px. */
function jobsOf(step: BathStep, bath: Bath, x: X): { id: JobId; from: number; to: number }[] {
  let clock = step.startMin + step.handsMin
  return step.meanwhile.map((id) => {
    const from = x(clock)
    clock += bath.jobMinutes[id] ?? 0
    return { id, from, to: x(clock) }
  })
}

function Block({
  step,
  bath,
  x,
  isChosen,
  onChoose,
}: {
  step: BathStep
  bath: Bath
  x: X
  isChosen: boolean
  onChoose: (id: string) => void
}): ReactNode {
  const { from, handsTo, to } = partsOf(step, x)
  return (
    <g
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
        width={Math.max(2, handsTo - from - 1.5)}
        height={LANE}
        rx={5}
        fill={isChosen ? 'var(--accent)' : step.productKind ? 'var(--ink-2)' : 'var(--line)'}
      />
      {step.waitMin > 0 && (
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
      )}
      {jobsOf(step, bath, x).map((job) => (
        <rect
          key={job.id}
          x={job.from}
          y={top(2)}
          width={Math.max(2, job.to - job.from - 1.5)}
          height={LANE}
          rx={5}
          fill="var(--accent-soft)"
          stroke="var(--accent)"
        />
      ))}
    </g>
  )
}

/** The words that fit on a block, none where none does. */
function wordsOn(step: BathStep, bath: Bath, x: X, isChosen: boolean): ReactNode[] {
  const { from, handsTo, to } = partsOf(step, x)
  const fill = isChosen ? 'var(--on-accent)' : step.productKind ? 'var(--sheet)' : 'var(--ink)'
  const all = [
    { words: BATH_STEP_LABEL[step.kind], lane: 0, at: from, width: handsTo - from, fill },
    {
      words: step.waitMin > 0 ? `${step.waitMin.toFixed(step.waitMin % 1 ? 1 : 0)} min` : '',
      lane: 1,
      at: handsTo,
      width: to - handsTo,
      fill: 'var(--ink)',
    },
    ...jobsOf(step, bath, x).map((job) => ({
      words: JOB_LABEL[job.id],
      lane: 2,
      at: job.from,
      width: job.to - job.from,
      fill: 'var(--ink)',
    })),
  ]
  return all
    .filter(({ words, width }) => words !== '' && width > words.length * WORDS_PX)
    .map(({ words, lane, at, fill: colour }) => (
      <text key={`${step.id} ${lane} ${words}`} x={at + 7} y={top(lane) + LANE / 2 + 5} fill={colour}>
        {words}
      </text>
    ))
}
