import { scaleLog } from 'd3'
import type { ReactNode } from 'react'
import { toast } from 'sonner'
import type { PersonPace } from '../../../contract/api/pace.ts'
import { paceApi } from '../../../contract/api/pace.ts'
import { dayText, TREATMENT_LABEL } from '../../../contract/words/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead, useWrite } from '../../device/api.ts'
import { Button } from '../../parts/Button.tsx'
import { Pane } from '../../parts/Pane.tsx'
import { Table } from '../../parts/Table.tsx'
import { Toggle } from '../../parts/Toggle.tsx'
import { HousePageOf } from '../HousePage.tsx'

const WIDTH = 320
const LEAST = 0.5
const MOST = 2.5
const x = scaleLog([LEAST, MOST], [10, WIDTH - 10])
const percent = (error: number): string => `${Math.round((Math.exp(error) - 1) * 100)} %`

/** What everybody's logged minutes say of their pace, how sure that is, and whether it pays to plan with it. */
export function PaceScreen(): ReactNode {
  const { data, error, refetch } = useRead(paceApi.all, {})
  if (!data) return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the pace" />
  return (
    <HousePageOf changes={paceApi.set} testId="pace">
      <h1 className="mb-2 text-3xl">Everybody’s own pace</h1>
      <p className="mb-5 max-w-3xl text-ink-2">
        Learnt from minutes on the bench, beside the house’s rates. With few visits it stays near 1; it is never taken
        as quicker than half or slower than two and a half times. New plans of that person use it. Nobody is ranked by
        it: longer is often the kinder groom.
      </p>
      <ul className="flex flex-col gap-4">
        {data.map((person) => (
          <PersonCard key={person.person.id} of={person} />
        ))}
      </ul>
    </HousePageOf>
  )
}

function PersonCard({ of: { person, off, since, paces, heldBack } }: { of: PersonPace }): ReactNode {
  const set = useWrite(paceApi.set)
  const failed = { onError: (error: Error) => toast.error(`Not kept: ${error.message}`) }
  return (
    <li className="card p-5" data-person={person.name}>
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="grow text-xl">{person.name}</h2>
        <Toggle pressed={!off} onClick={() => set.mutate({ id: person.id, body: { off: !off } }, failed)}>
          {off ? 'Plans take the house’s rates' : 'Plans use this pace'}
        </Toggle>
        <Button
          disabled={paces.length === 0}
          onClick={() => set.mutate({ id: person.id, body: { reset: true } }, failed)}
        >
          Start again from today
        </Button>
      </div>
      {since && <p className="text-ink-2">Counted since {dayText(since)}.</p>}
      {paces.length === 0 ? (
        <p className="mt-2 text-ink-2">No minutes logged yet: the house’s rates stand.</p>
      ) : (
        <>
          <Pane label={`The pace of ${person.name}`} className="overflow-x-auto">
            <Table
              className="mt-2 max-sm:text-sm"
              rows={paces}
              keyOf={({ treatment }) => treatment}
              columns={[
                { head: 'Work', names: true, cell: ({ treatment }) => TREATMENT_LABEL[treatment] },
                {
                  head: 'Pace',
                  figures: true,
                  cell: ({ pace }) => <span className="figure text-lg font-semibold">{pace.toFixed(2)}</span>,
                },
                {
                  head: 'Likely between, 1 is the house’s rate',
                  className: 'pl-6',
                  cell: ({ pace, low, high }) => (
                    <svg
                      viewBox={`0 0 ${WIDTH} 26`}
                      className="h-6 w-80 max-w-full"
                      role="img"
                      aria-label={`between ${low.toFixed(2)} and ${high.toFixed(2)}`}
                    >
                      <line x1={x(1)} x2={x(1)} y1={2} y2={24} stroke="var(--ink-2)" strokeDasharray="2 3" />
                      <line
                        x1={x(low)}
                        x2={x(high)}
                        y1={13}
                        y2={13}
                        stroke="var(--ink)"
                        strokeWidth={5}
                        strokeLinecap="round"
                        strokeOpacity={0.3}
                      />
                      <circle cx={x(pace)} cy={13} r={6} fill="var(--ink)" />
                    </svg>
                  ),
                },
                { head: 'Visits', figures: true, cell: ({ visits }) => visits },
                {
                  head: 'Before drawing in',
                  figures: true,
                  className: 'text-ink-2',
                  cell: ({ raw }) => (raw === null ? '' : raw.toFixed(2)),
                },
              ]}
            />
          </Pane>
          {heldBack && (
            <p className="mt-3" data-testid="held-back">
              Each of {heldBack.visits} timings told beforehand from the earlier ones alone: off by{' '}
              {percent(heldBack.errorPace)} with this pace, by {percent(heldBack.errorHouse)} with the house’s rates.
            </p>
          )}
        </>
      )}
    </li>
  )
}
