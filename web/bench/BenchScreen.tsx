import { useQuery } from '@tanstack/react-query'
import { clsx } from 'clsx'
import { ArrowRight, Coffee, Lightbulb, Rotate3d } from 'lucide-react'
import { type ReactNode, useEffect, useMemo, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { Visit } from '../../contract/api.ts'
import { minutesText, placeName, pullText, stepTitle } from '../../contract/words/index.ts'
import {
  type BenchHappening,
  type House,
  houseWith,
  REGION_SIDES,
  restEveryOf,
  type StepStatus,
  wholeGroom,
} from '../../core/index.ts'
import { personOnDuty, usePersonOnDuty } from '../api/person.ts'
import { salonQuery } from '../api/queries.ts'
import { bathQuery, shelfQuery } from '../api/shelf.ts'
import { CoatMap } from '../coatmap/CoatMap.tsx'
import { looksOfLengths } from '../coatmap/looks.ts'
import { useTurning } from '../coatmap/use-turning.ts'
import { Loading } from '../shell/states.tsx'
import { dogDrawn } from '../stations/dog-file.ts'
import { usePlanOfVisit } from '../stations/plan-of-visit.ts'
import { shelfOfVisit } from '../stations/shelf-of-visit.ts'
import { useVisit } from '../stations/VisitLayout.tsx'
import { Blade } from './Blade.tsx'
import { clockText, minutesOf } from './clock.ts'
import { Incidents } from './Incident.tsx'
import { NowCard } from './NowCard.tsx'
import { PhotoButton } from './PhotoButton.tsx'
import { StepList } from './StepList.tsx'
import { allowSound } from './sound.ts'
import { Timers } from './Timers.tsx'
import { useAwake } from './use-awake.ts'
import { type BenchHere, useBench } from './use-bench.ts'

/** The groom as it happens. */
export function BenchScreen(): ReactNode {
  const visit = useVisit()
  const here = useBench(visit.id)
  const { data: salon } = useQuery(salonQuery)
  if (!here.ready || !salon) return <Loading what="the bench" />
  return <Bench visit={visit} here={here} house={houseWith(salon.estimates)} />
}

const HINTS = 'etude.hints'

/** The plan in force, as the steps of a bench; null where there is nothing to begin yet. */
function usePlanEvent(visit: Visit): Extract<BenchHappening, { kind: 'plan' }> | null {
  const made = usePlanOfVisit(visit)
  const shelf = useQuery(shelfQuery)
  const bath = useQuery(bathQuery(visit.id))
  // What is on the shelf decides the steps: they are not made before it is known, or known to be out of reach.
  const known = (shelf.data || shelf.isError) && (bath.data || bath.isError)
  const accepted = visit.acceptedPlan
  return useMemo(() => {
    if (!made || !accepted || !known) return null
    const there = shelfOfVisit(shelf.data ?? [], bath.data)
    const steps = wholeGroom(made.assessment, accepted.plan, made.house, there, bath.data?.swaps)
    return {
      kind: 'plan',
      planId: accepted.id,
      steps,
      pullBudget: accepted.plan.verdict.pullBudget,
      restEvery: restEveryOf(made.assessment, made.house),
    }
  }, [made, accepted, known, shelf.data, bath.data])
}

function Bench({ visit, here, house }: { visit: Visit; here: BenchHere; house: House }): ReactNode {
  const { bench, now, add } = here
  const plan = usePlanEvent(visit)
  const name = visit.arrival.dog.name ?? 'This dog'
  useAwake()
  useEffect(function soundAfterTouch() {
    addEventListener('pointerdown', allowSound)
    addEventListener('keydown', allowSound)
    return () => {
      removeEventListener('pointerdown', allowSound)
      removeEventListener('keydown', allowSound)
    }
  }, [])
  if (bench.planId === null)
    return (
      <div className="mx-auto flex max-w-xl flex-col gap-4 p-8">
        <h1 className="text-3xl">{visit.acceptedPlan ? `${name} is ready to begin` : 'Nothing is decided yet'}</h1>
        {visit.acceptedPlan?.plan.verdict.choice === 'refer' ? (
          <p className="text-lg">The groom stops here: a vet sees {name} first.</p>
        ) : visit.acceptedPlan ? (
          <>
            <p className="text-lg text-ink-2">
              {plan
                ? `${plan.steps.length} steps, about ${minutesText(plan.steps.reduce((sum, step) => sum + step.minutes, 0))} minutes.`
                : 'Working out the steps.'}
            </p>
            <button
              type="button"
              className="btn btn-main min-h-16 self-start px-8 text-lg"
              disabled={!plan}
              onClick={() => plan && add(plan)}
              data-testid="begin"
            >
              Begin
            </button>
          </>
        ) : (
          <Link className="btn btn-main self-start" to="../verdict">
            To the verdict <ArrowRight size={18} />
          </Link>
        )}
      </div>
    )
  return <Working visit={visit} here={here} house={house} plan={plan} now={now} name={name} />
}

const isOpen = ({ status }: StepStatus): boolean => status === 'open' || status === 'working'

function Working({
  visit,
  here,
  house,
  plan,
  now,
  name,
}: {
  visit: Visit
  here: BenchHere
  house: House
  plan: Extract<BenchHappening, { kind: 'plan' }> | null
  now: number
  name: string
}): ReactNode {
  const { bench, add } = here
  const { data: salon } = useQuery(salonQuery)
  const people = salon?.people ?? []
  const person = usePersonOnDuty()
  const [picked, setPicked] = useState<string | null>(null)
  const [hints, setHints] = useState(() => localStorage.getItem(HINTS) !== 'off')
  const navigate = useNavigate()
  const { stage, bringToFront } = useTurning()
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  const looks = useMemo(
    () => looksOfLengths(visit.acceptedPlan?.plan.regions.map(({ coatMm }) => coatMm) ?? REGION_SIDES.map(() => 20)),
    [visit.acceptedPlan],
  )
  const status =
    bench.steps.find(({ step }) => step.id === picked) ??
    bench.steps.find(({ workers }) => workers.includes(person)) ??
    bench.steps.find(isOpen) ??
    bench.steps.at(-1)!
  const lit = useMemo(() => new Set(status.step.indexes), [status.step])
  const over = bench.steps.every((one) => !isOpen(one))
  const done = bench.steps.filter((one) => !isOpen(one)).length
  const newer = plan !== null && plan.planId !== bench.planId
  const waiting =
    visit.latestPlan !== null && visit.latestPlan.id !== visit.acceptedPlan?.id && visit.latestPlan.needs.length > 0

  const choose = (id: string): void => {
    setPicked(id)
    const first = bench.steps.find(({ step }) => step.id === id)?.step.indexes[0]
    if (first !== undefined) bringToFront(first)
  }
  const finishStep = (): void => {
    const { step } = status
    add({ kind: 'done', step: step.id })
    if (step.dwellMin > 0) add({ kind: 'timer', step: step.id, minutes: step.dwellMin })
    const at = bench.steps.indexOf(status)
    const next = [...bench.steps.slice(at + 1), ...bench.steps.slice(0, at)].find(
      (one) => isOpen(one) && !one.workers.some((who) => who !== personOnDuty()),
    )
    if (!next) return
    choose(next.step.id)
    // The clock goes on by itself while the dog stays where it is.
    if (next.step.phase === step.phase && status.status === 'working') add({ kind: 'start', step: next.step.id })
  }
  const toggleHints = (): void => {
    localStorage.setItem(HINTS, hints ? 'off' : 'on')
    setHints(!hints)
  }
  const say = (): void => {
    if (bench.finishedAt === null) add({ kind: 'finish' })
    void navigate('../goodbye')
  }
  return (
    <div className="flex grow flex-col md:min-h-0" data-testid="bench">
      <header className="flex flex-wrap items-center gap-x-6 gap-y-1 border-b border-line bg-sheet px-5 py-2 max-md:gap-x-3 max-md:px-3">
        <p>
          <span
            className="figure text-[40px] font-semibold leading-none"
            role="timer"
            aria-label="Since the first step"
          >
            {clockText(bench.startedAt === null ? 0 : (bench.finishedAt ?? now) - bench.startedAt)}
          </span>
          <span className="ml-2 text-ink-2">
            {done} of {bench.steps.length}
          </span>
        </p>
        <Pull spent={bench.pullSpent} budget={bench.pullBudget} />
        <RestButton here={here} />
        <span className="grow max-md:hidden" />
        {(here.unsaved > 0 || here.away) && (
          <p className="text-ink-2" role="status" data-testid="unsaved">
            {here.unsaved > 0 ? `${here.unsaved} kept on this device` : 'Server away'}
          </p>
        )}
        <button type="button" className="btn btn-quiet px-3 max-md:hidden" aria-pressed={hints} onClick={toggleHints}>
          <Lightbulb size={18} /> Hints {hints ? 'on' : 'off'}
        </button>
      </header>
      {(newer || waiting || here.refused.length > 0) && (
        <div className="flex flex-col gap-2 border-b border-line bg-paper px-5 py-2" role="status">
          {newer && (
            <p className="flex flex-wrap items-center gap-3" data-testid="newer-plan">
              <span className="font-medium">The verdict changed and was taken.</span>
              <button type="button" className="btn btn-main" onClick={() => add(plan)}>
                Work by the new plan
              </button>
              What is done stays done.
            </p>
          )}
          {waiting && (
            <p>
              A new plan waits for the owner’s yes. Go on with what does not hang on it.{' '}
              <Link className="opens" to="../verdict?tab=owner">
                Ask the owner
              </Link>
            </p>
          )}
          {here.refused.map(({ event, message }) => (
            <p key={event.id} className="text-alarm">
              Not taken: {message}{' '}
              <button type="button" className="opens" onClick={here.forget}>
                Let it go
              </button>
            </p>
          ))}
        </div>
      )}
      <div className="grid grow grid-cols-[minmax(0,1fr)_minmax(340px,400px)] max-md:grid-cols-1 md:min-h-0">
        <div className="flex flex-col gap-3 p-4 max-md:p-3 md:min-h-0 md:overflow-y-auto">
          <Timers bench={bench} now={now} name={name} add={add} />
          <NowCard
            key={status.step.id}
            status={status}
            mine={status.workers.includes(person)}
            people={people}
            hints={hints}
            add={add}
            onDone={finishStep}
          />
          <div className="flex flex-wrap items-center gap-2">
            <Blade bench={bench} status={status} now={now} person={person} house={house} add={add} />
            <Incidents visitId={visit.id} bench={bench} drawn={drawn} looks={looks} add={add} />
            <PhotoButton visitId={visit.id} kind="before" />
            <Link className="btn min-h-14" to="../look">
              Found otherwise
            </Link>
          </div>
          <div className="relative min-h-[240px] grow max-md:hidden">
            <CoatMap
              build={drawn.build}
              weightKg={drawn.weightKg}
              view={stage.view}
              looks={looks}
              focus={null}
              reachable
              className="absolute inset-0"
              lit={lit.size > 0 && lit.size < REGION_SIDES.length ? lit : null}
              onPick={(index) => {
                const step = bench.steps.find((one) => isOpen(one) && one.step.indexes.includes(index))
                if (step) choose(step.step.id)
              }}
              nameOf={(index) => {
                const { region, side } = REGION_SIDES[index]!
                const next = bench.steps.find((one) => isOpen(one) && one.step.indexes.includes(index))
                return `${placeName(region, side)}, ${next ? stepTitle(next.step) : 'nothing left to do'}`
              }}
              label={`${name}, where the work is`}
            />
            <button type="button" className="btn absolute bottom-0 right-0" onClick={() => stage.onTurn()}>
              <Rotate3d size={18} /> Turn
            </button>
          </div>
        </div>
        <aside className="flex flex-col border-l border-line bg-sheet max-md:border-l-0 max-md:border-t md:min-h-0">
          <div className="grow p-3 md:min-h-0 md:overflow-y-auto">
            <StepList bench={bench} chosen={status.step.id} onChoose={choose} />
          </div>
          <div className="border-t border-line p-3">
            <button
              type="button"
              className={clsx('btn min-h-14 w-full text-lg', over && 'btn-main')}
              onClick={say}
              data-testid="to-goodbye"
            >
              {over ? 'All done: to the goodbye' : 'To the goodbye'} <ArrowRight size={18} />
            </button>
          </div>
        </aside>
      </div>
    </div>
  )
}

/** Pull that the dog has borne, of what it has to give. */
function Pull({ spent, budget }: { spent: number; budget: number }): ReactNode {
  const share = budget > 0 ? Math.min(1, spent / budget) : 0
  return (
    <p className="flex items-center gap-3" data-testid="pull">
      <span>
        Pull left <span className="figure text-xl font-semibold">{pullText(Math.max(0, budget - spent))}</span>
        <span className="text-ink-2"> of {pullText(budget)}</span>
      </span>
      <span className="block h-3 w-28 overflow-hidden max-md:w-16 rounded-full border border-ink-2" aria-hidden="true">
        <span
          className={clsx('block h-full', share >= 1 ? 'bg-alarm' : 'bg-ink')}
          style={{ width: `${100 * share}%` }}
        />
      </span>
    </p>
  )
}

function RestButton({ here: { bench, now, add } }: { here: BenchHere }): ReactNode {
  const due = minutesOf(bench.sinceRestMs) >= bench.restEvery
  if (bench.resting)
    return (
      <button
        type="button"
        className="btn btn-main min-h-14"
        onClick={() => add({ kind: 'rest-end' })}
        data-testid="rest"
      >
        <Coffee size={20} /> Resting {clockText(now - bench.resting.since)}: go on
      </button>
    )
  return (
    <button
      type="button"
      className={clsx('btn min-h-14', due && 'border-2 border-accent bg-accent-soft')}
      onClick={() => add({ kind: 'rest' })}
      data-testid="rest"
      data-due={due}
    >
      <Coffee size={20} /> {due ? 'Time for a rest' : 'Rest'}
      <span className="text-ink-2">
        {minutesText(minutesOf(bench.sinceRestMs))} of {minutesText(bench.restEvery)} min
      </span>
    </button>
  )
}
