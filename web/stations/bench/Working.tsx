import { ArrowRight, Rotate3d } from 'lucide-react'
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { Visit } from '../../../contract/api/visits.ts'
import { placeName, stepTitle } from '../../../contract/words/index.ts'
import {
  type BenchHappening,
  type GroomStep,
  type House,
  REGION_SIDES,
  type StepStatus,
  waitsOn,
} from '../../../core/index.ts'
import { personOnDuty, usePersonOnDuty } from '../../device/person.ts'
import { deviceStorage } from '../../device/storage.ts'
import { useSalon } from '../../device/use-salon.ts'
import { CoatMap } from '../../dog/CoatMap.tsx'
import { dogDrawn } from '../../dog/dog-drawn.ts'
import { looksOfLengths } from '../../dog/looks.ts'
import { PhotoButton } from '../../dog/PhotoButton.tsx'
import type { BenchHere } from '../../dog/use-bench.ts'
import { useTurning } from '../../dog/use-turning.ts'
import { Button, ButtonLink } from '../../parts/Button.tsx'
import { BenchHead } from './BenchHead.tsx'
import { Blade } from './Blade.tsx'
import { Incidents } from './Incident.tsx'
import { NowCard } from './NowCard.tsx'
import { StepList } from './StepList.tsx'
import { Timers, timerLabel } from './Timers.tsx'
import { useBenchKeys } from './use-bench-keys.ts'

const HINTS = 'etude.hints'
const isOpen = ({ status }: StepStatus): boolean => status === 'open' || status === 'working'

/** The groom while it is worked on: the thing at hand, what runs, and the whole list. */
export function Working({
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
  const { data: salon } = useSalon()
  const people = salon?.people ?? []
  const person = usePersonOnDuty()
  const [picked, setPicked] = useState<string | null>(null)
  const [hints, setHints] = useState(() => deviceStorage.get(HINTS) !== 'off')
  const navigate = useNavigate()
  const card = useRef<HTMLDivElement>(null)
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
  const { stage, bringToFront } = useTurning(status.step.indexes[0])
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
    // Chosen from a list further down, it is brought into sight.
    if (card.current && card.current.getBoundingClientRect().top < 0) card.current.scrollIntoView()
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
    // The clock goes on by itself while the dog stays where it is and nothing has to be waited for.
    const goesOn = next.step.phase === step.phase && status.status === 'working'
    if (goesOn && !next.step.waitsFor.includes(step.id) && !waitsOn(bench, next.step, now))
      add({ kind: 'start', step: next.step.id })
  }
  const waitOf = (step: GroomStep): { what: string; leftMs: number } | null => {
    const timer = waitsOn(bench, step, now)
    return timer && { what: timerLabel(timer, bench), leftMs: timer.endsAt - now }
  }
  // What stood here before it began was scrolled to its button.
  useEffect(() => {
    document.getElementById('main')?.scrollTo({ top: 0 })
  }, [])
  useBenchKeys(status, status.workers.includes(person), add, finishStep)
  const toggleHints = (): void => {
    deviceStorage.set(HINTS, hints ? 'off' : 'on')
    setHints(!hints)
  }
  const say = (): void => {
    if (bench.finishedAt === null) add({ kind: 'finish' })
    void navigate('../goodbye')
  }
  return (
    <div className="flex grow flex-col aside:min-h-0" data-testid="bench">
      <BenchHead here={here} name={name} done={done} hints={hints} onHints={toggleHints} />
      {(newer || waiting || here.refused.length > 0) && (
        <div className="flex flex-col gap-2 border-b border-line bg-paper px-5 py-2" role="status">
          {newer && (
            <p className="flex flex-wrap items-center gap-3" data-testid="newer-plan">
              <span className="font-medium">The verdict changed and was taken.</span>
              <Button kind="main" onClick={() => add(plan)}>
                Work by the new plan
              </Button>
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
          {here.refused.map(({ entry, problem }) => (
            <p key={entry.id} className="text-alarm">
              Not taken: {problem.detail ?? problem.title}{' '}
              <button type="button" className="opens" onClick={here.forget}>
                Let it go
              </button>
            </p>
          ))}
        </div>
      )}
      <div className="grid grow grid-cols-[minmax(0,1fr)_minmax(340px,400px)] stacked:grid-cols-1 aside:min-h-0">
        <div ref={card} className="flex flex-col gap-3 p-4 stacked:p-3 aside:min-h-0 aside:overflow-y-auto">
          <Timers bench={bench} now={now} name={name} add={add} />
          <NowCard
            key={status.step.id}
            status={status}
            waits={waitOf(status.step)}
            mine={status.workers.includes(person)}
            people={people}
            hints={hints}
            add={add}
            onDone={finishStep}
          >
            <CoatMap
              drawn={drawn}
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
            <Button
              tight
              className="absolute bottom-0 right-0"
              onClick={() => stage.onTurn()}
              aria-label="Turn the dog"
            >
              <Rotate3d size={18} />
            </Button>
          </NowCard>
          <div className="flex flex-wrap items-center gap-2">
            <Blade bench={bench} status={status} now={now} person={person} house={house} add={add} />
            <Incidents visitId={visit.id} bench={bench} drawn={drawn} looks={looks} add={add} />
            <PhotoButton visitId={visit.id} kind="before" />
            <ButtonLink size="tall" to="../look">
              Found otherwise
            </ButtonLink>
          </div>
        </div>
        <aside className="flex flex-col border-l border-line bg-sheet stacked:border-l-0 stacked:border-t aside:min-h-0">
          <div className="grow p-3 aside:min-h-0 aside:overflow-y-auto" data-scrolls>
            <StepList bench={bench} chosen={status.step.id} onChoose={choose} />
          </div>
          <div className="border-t border-line p-3">
            <Button
              kind={over ? 'main' : 'plain'}
              size="tall"
              className="w-full text-lg"
              onClick={say}
              data-testid="to-goodbye"
            >
              {over ? 'All done: to the goodbye' : 'To the goodbye'} <ArrowRight size={18} />
            </Button>
          </div>
        </aside>
      </div>
    </div>
  )
}
