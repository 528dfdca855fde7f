import { clsx } from 'clsx'
import { scaleLinear } from 'd3'
import { type KeyboardEvent, type PointerEvent, type ReactNode, useMemo, useRef, useState } from 'react'
import { Axis, ChartFrame } from '../../parts/ChartFrame.tsx'
import type { DayPlanned } from '../../workers/use-day-plan.ts'
import { layoutOf, type Strand } from './strands.ts'

const WIDTH = 1200
const LEFT = 150
const RIGHT = 20
const TOP = 8
const LANE = 35
const AXIS = 30
/** A drag shorter than this is a touch. */
const TOUCH_PX = 6
const STEP_MIN = 15
const HOUR = 60

interface Props {
  readonly planned: NonNullable<DayPlanned['planned']>
  readonly names: {
    readonly dog: (id: string) => string
    readonly place: (id: string) => string
    readonly person: (id: string) => string
  }
  readonly clock: (minutes: number) => string
  readonly now: number | null
  readonly late: ReadonlySet<string>
  readonly chosen: string | null
  readonly onChoose: (job: string | null) => void
  /** A strand was dragged, or moved by a key, so many minutes. */
  readonly onMove: (job: string, by: number) => void
  readonly table: ReactNode
}

/** The day as strands: places are lanes over time, each dog runs through them and ends in its promise. */
export function StrandChart({ planned, names, clock, now, late, chosen, onChoose, onMove, table }: Props): ReactNode {
  const { lanes, strands, from, to } = useMemo(() => layoutOf(planned), [planned])
  const height = TOP + lanes.length * LANE + AXIS
  const x = useMemo(
    () =>
      scaleLinear()
        .domain([from, to])
        .range([LEFT, WIDTH - RIGHT]),
    [from, to],
  )
  const y = (lane: number): number => TOP + lane * LANE + LANE / 2
  const format = useMemo(() => (value: number) => clock(Number(value) * HOUR), [clock])
  // Marks stand at whole hours from when the day begins.
  const hours = useMemo(
    () =>
      scaleLinear()
        .domain([from / HOUR, to / HOUR])
        .range([LEFT, WIDTH - RIGHT]),
    [from, to],
  )
  return (
    <ChartFrame label="The day by place" width={WIDTH} height={height} table={table} testId="strands">
      {lanes.map(({ id, label }, i) => (
        <g key={id}>
          <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(i)} y2={y(i)} className="stroke-line" strokeWidth={1} />
          <text x={LEFT - 10} y={y(i) + 4} textAnchor="end" className="fill-ink-2 text-xs">
            {label ?? names.place(id)}
          </text>
        </g>
      ))}
      <Axis side="bottom" scale={hours} at={height - AXIS} ticks={Math.min(12, (to - from) / HOUR)} format={format} />
      {now !== null && now > from && now < to && (
        <g>
          <line x1={x(now)} x2={x(now)} y1={0} y2={height - AXIS} className="stroke-accent" strokeWidth={1.5} />
          <text x={x(now) + 4} y={10} className="fill-accent text-xs" fontWeight={600}>
            now
          </text>
        </g>
      )}
      {/* All ways lie under all work, so that none runs through a name. */}
      {strands.map(({ job, path }) => (
        <path
          key={job}
          d={path(x, y)}
          fill="none"
          className={chosen === job ? 'stroke-accent' : late.has(job) ? 'stroke-alarm' : 'stroke-ink'}
          strokeWidth={1.5}
          strokeDasharray={late.has(job) ? '5 3' : undefined}
          opacity={chosen !== null && chosen !== job ? 0.25 : 0.8}
        />
      ))}
      {strands.map((strand) => (
        <OneStrand
          key={strand.job}
          strand={strand}
          x={x}
          y={y}
          names={names}
          clock={clock}
          isLate={late.has(strand.job)}
          chosen={chosen === strand.job}
          dimmed={chosen !== null && chosen !== strand.job}
          onChoose={onChoose}
          onMove={onMove}
        />
      ))}
    </ChartFrame>
  )
}

function OneStrand({
  strand,
  x,
  y,
  names,
  clock,
  isLate,
  chosen,
  dimmed,
  onChoose,
  onMove,
}: {
  strand: Strand
  x: (minutes: number) => number
  y: (lane: number) => number
  names: Props['names']
  clock: Props['clock']
  isLate: boolean
  chosen: boolean
  dimmed: boolean
  onChoose: Props['onChoose']
  onMove: Props['onMove']
}): ReactNode {
  const [dx, setDx] = useState(0)
  const grabbed = useRef<{ x: number; scale: number } | null>(null)
  const dog = names.dog(strand.job)
  const last = strand.parts.at(-1)!
  const tone = chosen ? 'accent' : isLate ? 'alarm' : 'ink'
  const stroke = { accent: 'stroke-accent', alarm: 'stroke-alarm', ink: 'stroke-ink' }[tone]
  const fill = { accent: 'fill-accent', alarm: 'fill-alarm', ink: 'fill-ink' }[tone]

  const grab = (event: PointerEvent<SVGGElement>): void => {
    const svg = event.currentTarget.ownerSVGElement!
    grabbed.current = { x: event.clientX, scale: svg.viewBox.baseVal.width / svg.getBoundingClientRect().width }
    event.currentTarget.setPointerCapture(event.pointerId)
  }
  const drag = (event: PointerEvent<SVGGElement>): void => {
    if (grabbed.current) setDx((event.clientX - grabbed.current.x) * grabbed.current.scale)
  }
  const drop = (event: PointerEvent<SVGGElement>): void => {
    if (!grabbed.current) return
    const moved = Math.abs(event.clientX - grabbed.current.x) > TOUCH_PX
    grabbed.current = null
    setDx(0)
    if (!moved) onChoose(chosen ? null : strand.job)
    else onMove(strand.job, Math.round(dx / (x(1) - x(0)) / 5) * 5)
  }
  const press = (event: KeyboardEvent): void => {
    if (event.key === 'Enter' || event.key === ' ') onChoose(chosen ? null : strand.job)
    else if (event.key === 'ArrowRight') onMove(strand.job, STEP_MIN)
    else if (event.key === 'ArrowLeft') onMove(strand.job, -STEP_MIN)
    else return
    event.preventDefault()
  }
  const moved = dx === 0 ? undefined : `translate(${dx},0)`
  const parts = strand.parts.filter(({ also }) => !also)
  return (
    <>
      <g
        role="button"
        tabIndex={0}
        aria-pressed={chosen}
        aria-label={`${dog}: ${parts.map(({ stage, start }) => `${stage} ${clock(start)}`).join(', ')}${strand.promise === null ? '' : `, promised by ${clock(strand.promise)}`}${isLate ? ', late' : ''}`}
        className="strand cursor-grab touch-pan-y outline-none"
        opacity={dimmed ? 0.35 : 1}
        transform={moved}
        onPointerDown={grab}
        onPointerMove={drag}
        onPointerUp={drop}
        onPointerCancel={() => {
          grabbed.current = null
          setDx(0)
        }}
        onKeyDown={press}
      >
        {strand.parts.map(({ step, lane, start, end, also }) => (
          <rect
            key={step}
            x={x(start)}
            y={y(lane) - (also ? 5 : 11)}
            width={Math.max(3, x(end) - x(start) - 1)}
            height={also ? 10 : 22}
            rx={also ? 5 : 7}
            className={
              chosen
                ? 'fill-accent-soft stroke-accent'
                : isLate
                  ? 'fill-alarm-soft stroke-alarm'
                  : 'fill-sheet stroke-ink'
            }
            strokeWidth={1.2}
          />
        ))}
      </g>
      {/* biome-ignore lint/a11y/noAriaHiddenOnFocusable: a group takes no focus; what is written is said by the strand's name */}
      <g aria-hidden="true" pointerEvents="none" opacity={dimmed ? 0.35 : 1} transform={moved}>
        {parts.map(({ step, lane, start, end, person }) => {
          const wide = x(end) - x(start)
          return (
            <g key={step}>
              {wide > 60 && (
                <text x={x(start) + 6} y={y(lane) + 4} className={clsx(fill, 'text-xs')} fontWeight={600}>
                  {short(dog, wide - (person ? 32 : 12))}
                </text>
              )}
              {person && wide > 26 && (
                <>
                  <circle cx={x(end) - 13} cy={y(lane)} r={9.5} className="fill-paper stroke-ink-2" strokeWidth={1} />
                  <text x={x(end) - 13} y={y(lane) + 4.5} textAnchor="middle" className="fill-ink text-xs">
                    {names.person(person).slice(0, 1)}
                  </text>
                </>
              )}
            </g>
          )
        })}
        {strand.promise !== null && (
          <>
            <line
              x1={x(last.end)}
              x2={x(Math.max(last.end, strand.promise))}
              y1={y(last.lane)}
              y2={y(last.lane)}
              className={stroke}
              strokeWidth={1.5}
              strokeDasharray="2 3"
            />
            <path
              d={`M${x(Math.max(last.end, strand.promise))},${y(last.lane) - 8}v16`}
              className={stroke}
              strokeWidth={2}
            />
          </>
        )}
      </g>
    </>
  )
}

/** Letters that fit, about. */
const LETTER = 7.8
const short = (name: string, room: number): string => {
  const most = Math.floor(room / LETTER)
  return name.length <= most ? name : most < 3 ? '' : `${name.slice(0, most - 1)}…`
}
