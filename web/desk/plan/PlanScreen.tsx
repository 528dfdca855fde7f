import { Check, Undo2 } from 'lucide-react'
import { type ReactNode, useCallback, useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { toast } from 'sonner'
import { type DayToPlan, planningApi } from '../../../contract/api/planning.ts'
import { dateText, isDate, timeText } from '../../../contract/words/index.ts'
import { DRYER, houseWith, type PlannedStep, type WhatIf } from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead, useWrite } from '../../device/api.ts'
import { useMayNot } from '../../device/use-may-not.ts'
import { DAY_MS, useSalon } from '../../device/use-salon.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { DayTurner } from '../../parts/DayTurner.tsx'
import { today } from '../../parts/dates.ts'
import type { PlannedDay } from '../../workers/day.worker.ts'
import { useDayPlan } from '../../workers/use-day-plan.ts'
import {
  Ask,
  CallNow,
  Chosen,
  type Clock,
  Differences,
  Hands,
  MINUTE_MS,
  type Names,
  StepTable,
  Weighs,
  WORTH_SAYING,
} from './PlanParts.tsx'
import { StrandChart } from './StrandChart.tsx'

/** The day as a plan: who is where, when, with whom, what can be promised, who has to be called. */
export function PlanScreen(): ReactNode {
  const [search, setSearch] = useSearchParams()
  const asked = search.get('date')
  const toPlan = useRead(planningApi.plan, asked !== null && isDate(asked) ? { query: { date: asked } } : {}, {
    refetchInterval: DAY_MS,
  })
  const { data: salon } = useSalon()
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const [change, setChange] = useState<WhatIf | null>(null)
  const kept = toPlan.data?.kept
  const ends = useMemo(() => endsTold(kept), [kept])
  const base = useDayPlan(toPlan.data?.file, kept?.steps ?? [], ends, house, null)
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
        <Planned key={date} toPlan={toPlan.data} ends={ends} base={base.planned} change={change} onChange={setChange} />
      )}
    </div>
  )
}

/** When each dog whose people were told is done by the plan that was kept, min. */
function endsTold(kept: DayToPlan['kept'] | undefined): Readonly<Record<string, number>> {
  const ends: Record<string, number> = {}
  for (const { job } of kept?.told ?? []) ends[job] = 0
  for (const { job, end } of kept?.steps ?? []) if (ends[job] !== undefined) ends[job] = Math.max(ends[job], end)
  return ends
}

function Planned({
  toPlan,
  ends,
  base,
  change,
  onChange,
}: {
  toPlan: DayToPlan
  ends: ReturnType<typeof endsTold>
  base: PlannedDay
  change: WhatIf | null
  onChange: (change: WhatIf | null) => void
}): ReactNode {
  const { data: salon } = useSalon()
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const [chosen, setChosen] = useState<string | null>(null)
  const keep = useWrite(planningApi.keepPlan)
  const mayNot = useMayNot(planningApi.keepPlan)
  const opens = Date.parse(toPlan.opensAt)
  const at = useCallback((minutes: number) => new Date(opens + minutes * MINUTE_MS), [opens])
  const clock = useCallback((minutes: number) => timeText(at(minutes)), [at])
  // What would be begins with what is, so that only what has to move does.
  const asIf = useDayPlan(change ? toPlan.file : undefined, base.plan.steps, ends, house, change)
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
  // A dog that was called off is in the last plan for as long as the next one is not there.
  const here = new Set(toPlan.dogs.map(({ visitId }) => visitId))
  const toCall = shown.day.jobs.filter(
    ({ id }) => here.has(id) && told.has(id) && promiseOf(id).promise > told.get(id)!.promise + house['day.told-free'],
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
          <Button kind="main" disabled={keep.isPending || mayNot !== null} onClick={keepIt}>
            <Check size={18} /> {change ? 'Do it so' : 'Keep this plan'}
          </Button>
        )}
        {mayNot && !isKept && <span className="text-ink-2">{mayNot}</span>}
        {isKept && (
          <span className="flex items-center gap-2 text-ink-2" data-testid="plan-kept">
            <Check size={18} /> Kept {timeText(toPlan.kept!.keptAt)}
          </span>
        )}
      </div>
      {keep.error && <Alert>{keep.error.message}</Alert>}
      {asIf.problem && change && <Alert>It cannot be: {withNames(asIf.problem, toPlan)}.</Alert>}
      {change && asIf.planned && <Differences base={base} asIf={asIf.planned} names={names} clock={clock} />}
      {/* In the hand it is the next step that is asked for; the whole day stands under it. */}
      <div className="max-lg:overflow-x-auto max-sm:order-last">
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
          {chosen && here.has(chosen) && shown.day.jobs.some(({ id }) => id === chosen) && (
            <Chosen job={chosen} shown={shown} toPlan={toPlan} names={names} clock={clock} />
          )}
          <CallNow toCall={toCall.map(({ id }) => id)} toPlan={toPlan} shown={shown} at={at} />
        </div>
        <Hands shown={shown} names={names} clock={clock} />
        <Ask shown={shown} change={change} names={names} onChange={onChange} />
      </div>
      <Weighs shown={shown} base={change && asIf.planned ? base : null} />
    </>
  )
}

/** What a planner says of a dog by its id, by its name. */
const withNames = (problem: string, { dogs }: DayToPlan): string =>
  dogs.reduce((words, { visitId, name }) => words.replaceAll(visitId, name), problem)

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
