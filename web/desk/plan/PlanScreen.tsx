import { clsx } from 'clsx'
import { Check, Phone, Undo2 } from 'lucide-react'
import { type ReactNode, useCallback, useMemo, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { toast } from 'sonner'
import { type DayToPlan, dayApi } from '../../../contract/api/day.ts'
import {
  dateText,
  isDate,
  KNOWN_LABEL,
  laterWords,
  minutesText,
  promiseWords,
  STAGE_LABEL,
  timeText,
  whyText,
} from '../../../contract/words/index.ts'
import { DRYER, houseWith, type PlannedStep, type StageId, type WhatIf, whyStep } from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead, useWrite } from '../../device/api.ts'
import { DAY_MS, useSalon } from '../../device/use-salon.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { DayTurner } from '../../parts/DayTurner.tsx'
import { today } from '../../parts/dates.ts'
import { Table } from '../../parts/Table.tsx'
import type { PlannedDay } from '../../workers/day.worker.ts'
import { useDayPlan } from '../../workers/use-day-plan.ts'
import { StrandChart } from './StrandChart.tsx'

const MINUTE_MS = 60_000
/** Less than this nobody calls about, min. */
const WORTH_SAYING = 5

/** The day as a plan: who is where, when, with whom, what can be promised, who has to be called. */
export function PlanScreen(): ReactNode {
  const [search, setSearch] = useSearchParams()
  const asked = search.get('date')
  const toPlan = useRead(dayApi.plan, asked !== null && isDate(asked) ? { query: { date: asked } } : {}, {
    refetchInterval: DAY_MS,
  })
  const { data: salon } = useSalon()
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const [change, setChange] = useState<WhatIf | null>(null)
  const base = useDayPlan(toPlan.data, house, null)
  if (!toPlan.data || !salon)
    return toPlan.error ? (
      <QueryFailed error={toPlan.error} onRetry={() => void toPlan.refetch()} />
    ) : (
      <Loading what="the plan of the day" />
    )
  const { date } = toPlan.data
  return (
    <div className="flex grow flex-col gap-3 px-6 pb-8 pt-5 max-sm:px-4">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-3xl">{date === today() ? 'Today as planned' : `${dateText(date)}, as planned`}</h1>
        <DayTurner
          date={date}
          onTurn={(to) => {
            setChange(null)
            setSearch(to === today() ? {} : { date: to })
          }}
        />
      </div>
      {base.problem && <Alert>{base.problem}</Alert>}
      {!base.planned && !base.problem && <Loading what="the plan" />}
      {base.planned && base.planned.day.jobs.length === 0 && (
        <p className="text-lg text-ink-2">Nobody is left to plan: all dogs are done, or none is booked.</p>
      )}
      {base.planned && base.planned.day.jobs.length > 0 && (
        <Planned key={date} toPlan={toPlan.data} base={base.planned} change={change} onChange={setChange} />
      )}
    </div>
  )
}

function Planned({
  toPlan,
  base,
  change,
  onChange,
}: {
  toPlan: DayToPlan
  base: PlannedDay
  change: WhatIf | null
  onChange: (change: WhatIf | null) => void
}): ReactNode {
  const { data: salon } = useSalon()
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const [chosen, setChosen] = useState<string | null>(null)
  const keep = useWrite(dayApi.keepPlan)
  const opens = Date.parse(toPlan.opensAt)
  const at = useCallback((minutes: number) => new Date(opens + minutes * MINUTE_MS), [opens])
  const clock = useCallback((minutes: number) => timeText(at(minutes)), [at])
  // What would be begins with what is, so that only what has to move does.
  const asIf = useDayPlan(
    useMemo(
      () =>
        change ? { ...toPlan, kept: { steps: base.plan.steps, told: [], keptAt: '', by: null } as never } : undefined,
      [change, toPlan, base.plan.steps],
    ),
    house,
    change,
  )
  const shown = change && asIf.planned ? asIf.planned : base
  const names = useMemo(() => {
    const dogs = new Map(toPlan.dogs.map(({ visitId, name }) => [visitId, name]))
    const places = new Map(salon?.premises.places.map(({ id, name }) => [id, name]) ?? [])
    const dryers = new Map(salon?.equipment.dryers.map(({ id, name }) => [id, name]) ?? [])
    const people = new Map(salon?.people.map(({ id, name }) => [id, name]) ?? [])
    return {
      dog: (id: string) => dogs.get(id) ?? 'a dog',
      place: (id: string) => places.get(id) ?? dryers.get(id) ?? (id === DRYER ? 'Dryer' : id),
      person: (id: string) => people.get(id) ?? '?',
      any: (id: string) =>
        dogs.get(id) ?? people.get(id) ?? places.get(id) ?? dryers.get(id) ?? (id === DRYER ? 'the dryer' : id),
    }
  }, [toPlan.dogs, salon])
  const told = useMemo(() => new Map(toPlan.kept?.told.map((one) => [one.job, one]) ?? []), [toPlan.kept])
  const promiseOf = (job: string) => shown.promises.find((one) => one.job === job)!
  const late = new Set(
    shown.day.jobs.filter(({ id, due }) => due !== null && promiseOf(id).end > due + WORTH_SAYING).map(({ id }) => id),
  )
  const toCall = shown.day.jobs.filter(
    ({ id }) => told.has(id) && promiseOf(id).promise > told.get(id)!.promise + WORTH_SAYING,
  )
  const isKept = toPlan.kept !== null && sameSteps(toPlan.kept.steps, shown.plan.steps)
  const move = (job: string, by: number): void => {
    if (by === 0) return
    setChosen(job)
    const own = shown.plan.steps.filter((step) => step.job === job)
    onChange(
      by > 0
        ? { kind: 'later', job, from: Math.max(0, Math.min(...own.map(({ start }) => start)) + by) }
        : { kind: 'sooner', job, by: Math.max(...own.map(({ end }) => end)) + by },
    )
  }
  const keepIt = (): void =>
    keep.mutate(
      {
        body: {
          date: toPlan.date,
          steps: [...shown.plan.steps],
          told: shown.promises.map(({ job, promise, latest }) => ({ job, promise, latest })),
        },
      },
      {
        onSuccess: () => {
          onChange(null)
          toast.success('Kept: this is the plan on every screen')
        },
      },
    )
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <p className="grow text-lg" data-testid="day-sentence">
          <Sentence shown={shown} late={late} clock={clock} names={names} />
        </p>
        {change && (
          <Button onClick={() => onChange(null)}>
            <Undo2 size={18} /> Leave it as it was
          </Button>
        )}
        {!isKept && (
          <Button kind="main" disabled={keep.isPending} onClick={keepIt}>
            <Check size={18} /> {change ? 'Do it so' : 'Keep this plan'}
          </Button>
        )}
        {isKept && (
          <span className="flex items-center gap-2 text-ink-2" data-testid="plan-kept">
            <Check size={18} /> Kept {timeText(toPlan.kept!.keptAt)}
          </span>
        )}
      </div>
      {keep.error && <Alert>{keep.error.message}</Alert>}
      {asIf.problem && change && <Alert>It cannot be: {withNames(asIf.problem, toPlan)}.</Alert>}
      {change && asIf.planned && <Differences base={base} asIf={asIf.planned} names={names} clock={clock} />}
      <div className="max-lg:overflow-x-auto">
        <div className="max-lg:min-w-[760px]">
          <StrandChart
            planned={shown}
            names={names}
            clock={clock}
            now={toPlan.date === today() ? shown.day.now : null}
            late={late}
            chosen={chosen}
            onChoose={setChosen}
            onMove={move}
            table={<StepTable shown={shown} names={names} clock={clock} />}
          />
        </div>
      </div>
      <div className="grid gap-6 lg:grid-cols-3">
        <div className="flex flex-col gap-6">
          {chosen && shown.day.jobs.some(({ id }) => id === chosen) && (
            <Chosen job={chosen} shown={shown} toPlan={toPlan} names={names} clock={clock} />
          )}
          <CallNow toCall={toCall.map(({ id }) => id)} toPlan={toPlan} shown={shown} at={at} />
        </div>
        <Hands shown={shown} names={names} clock={clock} />
        <Ask shown={shown} change={change} names={names} onChange={onChange} />
      </div>
    </>
  )
}

/** What a planner says of a dog by its id, by its name. */
const withNames = (problem: string, { dogs }: DayToPlan): string =>
  dogs.reduce((words, { visitId, name }) => words.replaceAll(visitId, name), problem)

type Names = Parameters<typeof StrandChart>[0]['names'] & { readonly any: (id: string) => string }
type Clock = (minutes: number) => string

const sameSteps = (a: readonly PlannedStep[], b: readonly PlannedStep[]): boolean => {
  const key = ({ job, step, start, place, person }: PlannedStep): string => `${job} ${step} ${start} ${place} ${person}`
  const there = new Set(a.map(key))
  return b.every((step) => there.has(key(step)))
}

function Sentence({
  shown: { plan, day, looking, breaches, promises },
  late,
  clock,
  names,
}: {
  shown: PlannedDay
  late: ReadonlySet<string>
  clock: Clock
  names: Names
}): ReactNode {
  const over = promises.filter(({ end }) => day.to !== null && end > day.to + WORTH_SAYING)
  const unsure = promises.filter(
    ({ job, promise }) =>
      !late.has(job) &&
      promise > (day.jobs.find(({ id }) => id === job)?.due ?? Number.POSITIVE_INFINITY) + WORTH_SAYING,
  )
  const tooLong = breaches.filter(({ code, job }) => code === 'inside-too-long' && job !== null)
  return (
    <>
      The last dog is done at <b className="figure font-semibold">{clock(plan.end)}</b>
      {plan.bound.end < plan.end - 1 && `; before ${clock(plan.bound.end)} it cannot be`}.{' '}
      {over.length > 0 && (
        <span className="font-semibold text-alarm">
          Not done by closing: {some(over.map(({ job }) => names.dog(job)))}. Move {over.length === 1 ? 'it' : 'some'}{' '}
          to another day.{' '}
        </span>
      )}
      {late.size > 0
        ? `Later than booked: ${some([...late].map(names.dog))}.`
        : unsure.length > 0
          ? `In the time that was booked if nothing takes longer; less sure: ${some(unsure.map(({ job }) => names.dog(job)))}.`
          : 'Every time that was given holds.'}
      {tooLong.length > 0 && ` In the house too long: ${some(tooLong.map(({ job }) => names.dog(job!)))}.`}
      {looking && <span className="text-ink-2"> Looking for a better one …</span>}
    </>
  )
}
const MOST_NAMED = 4
const some = (list: readonly string[]): string =>
  list.length > MOST_NAMED + 1
    ? `${list.slice(0, MOST_NAMED).join(', ')} and ${list.length - MOST_NAMED} more`
    : list.join(', ')

/** The day before and after, dog by dog, where it differs. */
function Differences({
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
function CallNow({
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
function Chosen({
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

/** What is next for each pair of hands. */
function Hands({ shown, names, clock }: { shown: PlannedDay; names: Names; clock: Clock }): ReactNode {
  const { people, now } = shown.day
  return (
    <section data-testid="hands">
      <h2 className="mb-1 text-xl">Whose step is next</h2>
      <ul className="flex flex-col gap-2">
        {people.map(({ id }) => {
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
function Ask({
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

const StepTable = ({ shown, names, clock }: { shown: PlannedDay; names: Names; clock: Clock }): ReactNode => (
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
