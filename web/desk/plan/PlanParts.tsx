import { clsx } from 'clsx'
import { Phone } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { DayToPlan } from '../../../contract/api/planning.ts'
import {
  KNOWN_LABEL,
  laterWords,
  minutesText,
  promiseWords,
  STAGE_LABEL,
  WEIGHED_BY,
  whyText,
} from '../../../contract/words/index.ts'
import { type StageId, type WhatIf, whyStep } from '../../../core/index.ts'
import { usePersonOnDuty } from '../../device/person.ts'
import { HouseNumber } from '../../parts/HouseNumber.tsx'
import { Table } from '../../parts/Table.tsx'
import type { PlannedDay } from '../../workers/day.worker.ts'
import type { StrandChart } from './StrandChart.tsx'

export const MINUTE_MS = 60_000
/** Less than this nobody calls about, min. */
export const WORTH_SAYING = 5

export type Names = Parameters<typeof StrandChart>[0]['names'] & { readonly any: (id: string) => string }
export type Clock = (minutes: number) => string

/** The day before and after, dog by dog, where it differs. */
export function Differences({
  base,
  asIf,
  names,
  clock,
}: {
  base: PlannedDay
  asIf: PlannedDay
  names: Names
  clock: Clock
}): ReactNode {
  const rows = asIf.promises.flatMap(({ job, promise }) => {
    const before = base.promises.find((one) => one.job === job)?.promise
    return before === undefined || Math.abs(before - promise) < WORTH_SAYING ? [] : [{ job, before, promise }]
  })
  return (
    <div className="card px-4 py-3" data-testid="differences">
      <h2 className="mb-1 text-lg">What it would change</h2>
      {rows.length === 0 ? (
        <p>Nobody's time.</p>
      ) : (
        <ul className="flex flex-wrap gap-x-6 gap-y-1">
          {rows.map(({ job, before, promise }) => (
            <li key={job}>
              <b className="font-semibold">{names.dog(job)}</b>{' '}
              <span className="figure text-ink-2">{clock(before)}</span> →{' '}
              <span className={clsx('figure font-semibold', promise > before && 'text-alarm')}>{clock(promise)}</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

/** Owners whose dog will be later than they were told, with what to say. */
export function CallNow({
  toCall,
  toPlan,
  shown,
  at,
}: {
  toCall: readonly string[]
  toPlan: DayToPlan
  shown: PlannedDay
  at: (minutes: number) => Date
}): ReactNode {
  return (
    <section data-testid="call-now">
      <h2 className="mb-1 text-xl">Call now</h2>
      {toCall.length === 0 ? (
        <p className="text-ink-2">
          {toPlan.kept
            ? 'Nobody: what was promised still holds.'
            : 'Keep the plan, and whoever has to hear of a change is named here.'}
        </p>
      ) : (
        <ul className="flex flex-col gap-3">
          {toCall.map((job) => {
            const dog = toPlan.dogs.find(({ visitId }) => visitId === job)!
            const { promise, latest } = shown.promises.find((one) => one.job === job)!
            return (
              <li key={job} className="card px-4 py-3">
                <p className="flex flex-wrap items-center gap-x-3">
                  <b className="font-semibold">{dog.owner}</b>
                  <a href={`tel:${dog.phone}`} className="flex min-h-11 items-center gap-1.5 underline">
                    <Phone size={16} /> {dog.phone}
                  </a>
                </p>
                <p>“{laterWords(dog.name, at(promise), at(latest))}”</p>
              </li>
            )
          })}
        </ul>
      )}
    </section>
  )
}

/** One dog's way through the day and why each step stands where it stands. */
export function Chosen({
  job,
  shown,
  toPlan,
  names,
  clock,
}: {
  job: string
  shown: PlannedDay
  toPlan: DayToPlan
  names: Names
  clock: Clock
}): ReactNode {
  const dog = toPlan.dogs.find(({ visitId }) => visitId === job)!
  const steps = shown.plan.steps.filter((step) => step.job === job)
  const promised = shown.promises.find((one) => one.job === job)!
  const base = Date.parse(toPlan.opensAt)
  return (
    <section data-testid="chosen-dog">
      <h2 className="text-xl">
        <Link to={`/visits/${job}/arrival`} className="underline">
          {dog.name}
        </Link>
      </h2>
      <p className="mb-2">
        Done {promiseWords(new Date(base + promised.promise * MINUTE_MS), new Date(base + promised.latest * MINUTE_MS))}
        ; {KNOWN_LABEL[dog.known]}.
        {shown.day.jobs.find(({ id }) => id === job)?.last &&
          ' Its skin may be catching: it comes last, and everything it touched is cleaned after it.'}
      </p>
      <ol className="flex flex-col">
        {steps.map((step) => (
          <li key={step.step} className="border-t border-line py-1.5">
            <span className="figure mr-3 font-semibold">{clock(step.start)}</span>
            {STAGE_LABEL[step.step as StageId] ?? step.step}, {minutesText(step.end - step.start)} min
            {step.person && `, ${names.person(step.person)}`}
            <span className="block text-ink-2">
              {[step.place && names.place(step.place), whyText(whyStep(shown.day, shown.plan.steps, step), names.any)]
                .filter(Boolean)
                .join('; ')}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}

const NEXT_STEPS = 3

/** What is next for each pair of hands; whose screen this is stands first. */
export function Hands({ shown, names, clock }: { shown: PlannedDay; names: Names; clock: Clock }): ReactNode {
  const { people, now } = shown.day
  const mine = usePersonOnDuty()
  const mineFirst = [...people].sort((a, b) => Number(b.id === mine) - Number(a.id === mine))
  return (
    <section data-testid="hands">
      <h2 className="mb-1 text-xl">Whose step is next</h2>
      <ul className="flex flex-col gap-2">
        {mineFirst.map(({ id }) => {
          const own = shown.plan.steps
            .filter((step) => (step.person === id || step.second === id) && step.end > now)
            .sort((a, b) => a.start - b.start)
          return (
            <li key={id}>
              <b className="font-semibold">{names.person(id)}</b>
              {own.length === 0 && <span className="text-ink-2"> has nothing more</span>}
              <ul>
                {own.slice(0, NEXT_STEPS).map((step) => (
                  <li key={`${step.job} ${step.step}`} className="text-lg">
                    <span className="figure mr-2 font-semibold">{clock(step.start)}</span>
                    {names.dog(step.job)} {step.place && `to ${names.place(step.place)}`}:{' '}
                    {(STAGE_LABEL[step.step as StageId] ?? step.step).toLowerCase()}
                    {step.second === id && ', second pair of hands'}
                  </li>
                ))}
              </ul>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

/** What if somebody is ill, or something breaks. */
export function Ask({
  shown,
  change,
  names,
  onChange,
}: {
  shown: PlannedDay
  change: WhatIf | null
  names: Names
  onChange: (change: WhatIf | null) => void
}): ReactNode {
  const places = shown.day.places.filter(({ kind }) => kind !== 'pen')
  const value = change && 'id' in change ? `${change.kind} ${change.id}` : ''
  return (
    <section>
      <h2 className="mb-1 text-xl">What if</h2>
      <label className="block">
        <span className="mb-1 block font-medium">Somebody or something is not there</span>
        <select
          className="field"
          value={value}
          data-testid="what-if"
          onChange={({ target }) => {
            const [kind, ...id] = target.value.split(' ')
            onChange(target.value === '' ? null : { kind: kind as 'without-place', id: id.join(' ') })
          }}
        >
          <option value="">everybody and everything is there</option>
          {[...shown.day.people.map(({ id }) => id), ...(change?.kind === 'without-person' ? [change.id] : [])].map(
            (id) => (
              <option key={id} value={`without-person ${id}`}>
                {names.person(id)} is not there
              </option>
            ),
          )}
          {[...places.map(({ id }) => id), ...(change?.kind === 'without-place' ? [change.id] : [])].map((id) => (
            <option key={id} value={`without-place ${id}`}>
              {names.place(id)} is out of use
            </option>
          ))}
        </select>
      </label>
      <p className="mt-2 text-ink-2">
        Or drag a dog along its time, or move it with the arrow keys: the day is planned anew and shows what that costs
        the others.
      </p>
    </section>
  )
}

/** What the plan is weighed by: points, beside those of the plan as it was where something is asked. */
export function Weighs({ shown, base }: { shown: PlannedDay; base: PlannedDay | null }): ReactNode {
  const rows = WEIGHED_BY.filter(
    ({ part }) => points(shown.plan.cost[part]) > 0 || points(base?.plan.cost[part] ?? 0) > 0,
  )
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2.5">
        What this plan weighs: <b className="figure font-semibold">{points(shown.plan.cost.total)}</b>{' '}
        <span className="text-ink-2">points; fewer is better</span>
      </summary>
      <Table
        testId="plan-weighs"
        rows={rows}
        keyOf={({ part }) => part}
        columns={[
          { head: 'What', names: true, cell: ({ label }) => label },
          base && { head: 'As it was', figures: true, cell: ({ part }) => points(base.plan.cost[part]) },
          { head: base ? 'So' : 'Points', figures: true, cell: ({ part }) => points(shown.plan.cost[part]) },
          { head: 'By the number', cell: ({ id }) => <HouseNumber id={id} /> },
        ]}
      />
    </details>
  )
}
const points = (of: number): number => Math.round(of)

export const StepTable = ({ shown, names, clock }: { shown: PlannedDay; names: Names; clock: Clock }): ReactNode => (
  <Table
    testId="plan-steps"
    rows={[...shown.plan.steps].sort((a, b) => a.start - b.start)}
    keyOf={({ job, step }) => `${job} ${step}`}
    columns={[
      { head: 'Dog', names: true, cell: ({ job }) => names.dog(job) },
      { head: 'What', cell: ({ step }) => STAGE_LABEL[step as StageId] ?? step },
      { head: 'From', cell: ({ start }) => clock(start) },
      { head: 'To', cell: ({ end }) => clock(end) },
      { head: 'Where', cell: ({ place }) => (place ? names.place(place) : '') },
      { head: 'Who', cell: ({ person }) => (person ? names.person(person) : '') },
    ]}
  />
)
