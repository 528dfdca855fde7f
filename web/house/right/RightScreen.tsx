import { line, scaleLinear, scalePoint } from 'd3'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { type HowRightDoc, type LookedBack, learningApi } from '../../../contract/api/learning.ts'
import { dayText, monthText } from '../../../contract/words/dates.ts'
import { minutesText } from '../../../contract/words/index.ts'
import { biasText, LOOKED_BACK_LABEL } from '../../../contract/words/learning.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Axis, ChartFrame } from '../../parts/ChartFrame.tsx'
import { Table } from '../../parts/Table.tsx'
import { HousePage } from '../HousePage.tsx'

/** Predicted against happened: how often what was called four of five came true, which way we were off, and where most. */
export function RightScreen(): ReactNode {
  const { data, error, refetch } = useRead(learningApi.lookBack, {})
  if (!data)
    return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the look back" />
  return (
    <HousePage testId="right">
      <h1 className="mb-2 text-3xl">How right we were</h1>
      <p className="mb-6 max-w-3xl text-ink-2">
        What was said before the work against what came of it. What your logs would change stands under{' '}
        <Link to="/numbers" className="underline">
          Our numbers
        </Link>
        .
      </p>
      <div className="flex flex-col gap-5">
        {data.kinds.map(({ id, right, people }) => (
          <section key={id} className="card p-5" aria-labelledby={`right-${id}`} data-kind={id}>
            <h2 id={`right-${id}`} className="text-xl">
              {LOOKED_BACK_LABEL[id]}
            </h2>
            {right ? (
              <Kind id={id} right={right} people={people} />
            ) : (
              <p className="text-ink-2">
                {id === 'promises'
                  ? 'Nothing to look back at yet: it takes days whose plan was kept, with what people were told.'
                  : 'Nothing to look back at yet: it takes grooms whose steps were done by the clock.'}
              </p>
            )}
          </section>
        ))}
      </div>
    </HousePage>
  )
}

interface KindProps {
  readonly id: LookedBack
  readonly right: HowRightDoc
  readonly people: readonly { readonly personId: string; readonly times: number; readonly count: number }[]
}

const percent = (share: number): string => `${Math.round(share * 100)} %`
const CALLED = 0.8
/** So far off, in shares, is worth a word. */
const OFF = 0.08
const sureness = (share: number): string =>
  share > CALLED + OFF
    ? ': we could be surer than we are'
    : share < CALLED - OFF
      ? ': we were surer than we should be'
      : ''

function Kind({ id, right, people }: KindProps): ReactNode {
  const { data: salon } = useSalon()
  const called = right.held.find(({ nominal }) => nominal === CALLED)!
  return (
    <>
      <p className="text-lg font-medium">{biasText(id, right)}</p>
      <p className="text-ink-2">
        Of what we called {percent(CALLED)}, {percent(called.share)} came true{sureness(called.share)}.
      </p>
      {right.drift && (
        <p className="mt-1 font-medium" data-testid="drift">
          The last ten are unlike those before: {right.drift.lately.toFixed(2)} times what we said since{' '}
          {dayText(right.drift.since)}, {right.drift.before.toFixed(2)} before. Blades, somebody new, another room?
        </p>
      )}
      <div className="mt-3 grid grid-cols-2 gap-6 max-lg:grid-cols-1">
        <Calibration right={right} />
        {right.months.length > 1 ? <Months right={right} /> : <span />}
      </div>
      <div className="mt-4 grid grid-cols-2 gap-6 max-lg:grid-cols-1">
        <div>
          <h3 className="mb-1 font-semibold">Farthest off</h3>
          <ul>
            {right.worst.map(({ id: visitId, at, said, came, name }) => (
              <li key={visitId} className="flex gap-3 border-t border-line py-1.5">
                <Link to={`/visits/${visitId}/goodbye`} className="min-w-0 grow truncate rounded underline">
                  {name}, {dayText(at)}
                </Link>
                <span className="shrink-0 text-ink-2">
                  {id === 'mats'
                    ? `said ${Math.round(said - 1)}, found ${Math.round(came - 1)}`
                    : id === 'promises'
                      ? `told ${minutesText(said)}, ready after ${minutesText(came)} min`
                      : `said ${minutesText(said)}, took ${minutesText(came)} min`}
                </span>
              </li>
            ))}
          </ul>
        </div>
        {people.length > 0 && (
          <div>
            <h3 className="mb-1 font-semibold">By who stood at it</h3>
            <Table
              rows={people}
              keyOf={({ personId }) => personId}
              columns={[
                {
                  head: 'Who',
                  names: true,
                  cell: ({ personId }) => salon?.people.find((person) => person.id === personId)?.name ?? '',
                },
                { head: 'Times what was said', figures: true, cell: ({ times }) => times.toFixed(2) },
                { head: 'Steps', figures: true, cell: ({ count }) => count },
              ]}
            />
          </div>
        )}
      </div>
    </>
  )
}

const WIDTH = 420
const HEIGHT = 240
const LEFT = 48
const RIGHT = 28
const TOP = 14
const BOTTOM = 42
const share = scaleLinear([0.4, 1], [LEFT, WIDTH - RIGHT])
const came = scaleLinear([0, 1], [HEIGHT - BOTTOM, TOP])

/** How often what was said to hold so often did hold: on the line is right, under it we were too sure. */
function Calibration({ right: { held } }: { right: HowRightDoc }): ReactNode {
  return (
    <div>
      <h3 className="mb-1 font-semibold">How sure we were</h3>
      <ChartFrame
        label={held
          .map(({ nominal, share: of }) => `of what we called ${percent(nominal)}, ${percent(of)} came true`)
          .join('; ')}
        width={WIDTH}
        height={HEIGHT}
        asPicture
        table={
          <Table
            rows={held}
            keyOf={({ nominal }) => nominal}
            columns={[
              { head: 'We called it', names: true, cell: ({ nominal }) => percent(nominal) },
              { head: 'It came true', figures: true, cell: ({ share: of }) => percent(of) },
            ]}
          />
        }
      >
        <Axis side="bottom" scale={share} at={HEIGHT - BOTTOM} ticks={6} format={percent} />
        <Axis side="left" scale={came} at={LEFT} ticks={5} format={percent} />
        <line x1={share(0.4)} y1={came(0.4)} x2={share(1)} y2={came(1)} stroke="var(--ink-2)" strokeDasharray="4 4" />
        <path
          d={
            line<(typeof held)[number]>(
              ({ nominal }) => share(nominal),
              ({ share: of }) => came(of),
            )([...held])!
          }
          fill="none"
          stroke="var(--accent)"
          strokeWidth={2.5}
        />
        {held.map(({ nominal, share: of }) => (
          <circle key={nominal} cx={share(nominal)} cy={came(of)} r={5} fill="var(--accent)" />
        ))}
        <text x={WIDTH - RIGHT} y={HEIGHT - 6} textAnchor="end" className="fill-ink-2 text-xs">
          we called it so sure; the broken line is right
        </text>
      </ChartFrame>
    </div>
  )
}

/** Times what was said, by month. */
function Months({ right: { months } }: { right: HowRightDoc }): ReactNode {
  const x = scalePoint(
    months.map(({ month }) => month),
    [LEFT + 16, WIDTH - RIGHT - 16],
  )
  const reach = Math.max(1.3, ...months.map(({ times }) => Math.max(times, 1 / times)))
  const y = scaleLinear([1 / reach, reach], [HEIGHT - BOTTOM, TOP])
  const shown = months.filter((_, i) => i % Math.ceil(months.length / MOST_LABELS) === 0)
  return (
    <div>
      <h3 className="mb-1 font-semibold">Over time, times what we said</h3>
      <ChartFrame
        label={months.map(({ month, times }) => `${named(month)}: ${times.toFixed(2)} times what we said`).join('; ')}
        width={WIDTH}
        height={HEIGHT}
        asPicture
        table={
          <Table
            rows={months}
            keyOf={({ month }) => month}
            columns={[
              { head: 'Month', names: true, cell: ({ month }) => named(month) },
              { head: 'Times what we said', figures: true, cell: ({ times }) => times.toFixed(2) },
              { head: 'Visits', figures: true, cell: ({ count }) => count },
            ]}
          />
        }
      >
        <Axis side="left" scale={y} at={LEFT} ticks={5} format={timesFigure} />
        <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(1)} y2={y(1)} stroke="var(--ink-2)" strokeDasharray="4 4" />
        <path
          d={
            line<(typeof months)[number]>(
              ({ month }) => x(month)!,
              ({ times }) => y(times),
            )([...months])!
          }
          fill="none"
          stroke="var(--accent)"
          strokeWidth={2.5}
        />
        {months.map(({ month, times }) => (
          <circle key={month} cx={x(month)} cy={y(times)} r={4} fill="var(--accent)" />
        ))}
        {shown.map(({ month }) => (
          <text key={month} x={x(month)} y={HEIGHT - BOTTOM + 20} textAnchor="middle" className="fill-ink-2 text-xs">
            {named(month)}
          </text>
        ))}
      </ChartFrame>
    </div>
  )
}
const MOST_LABELS = 5
/** By a day in the midst of it, so that no zone moves it into another. */
const named = (month: string): string => monthText(`${month}-15T12:00:00Z`)
const timesFigure = (value: number): string => value.toFixed(1)
