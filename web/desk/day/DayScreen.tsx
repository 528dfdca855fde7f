import { clsx } from 'clsx'
import { ArrowRight, CalendarCog, CloudOff, Plus } from 'lucide-react'
import { lazy, type ReactNode, Suspense, useMemo, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { dayApi } from '../../../contract/api/day.ts'
import type { Person } from '../../../contract/api/salon.ts'
import type { Station } from '../../../contract/api/stations.ts'
import type { VisitCard } from '../../../contract/api/visit-card.ts'
import {
  COAT_LABEL,
  choiceText,
  dateText,
  isDate,
  minutesText,
  rangeText,
  timeText,
} from '../../../contract/words/index.ts'
import { weightText } from '../../../contract/words/measures.ts'
import { findBreed, REGION_SIDES } from '../../../core/index.ts'
import { endOf, RAIL } from '../../app/screens.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead } from '../../device/api.ts'
import { usePersonOnDuty } from '../../device/person.ts'
import { DAY_MS, useSalon } from '../../device/use-salon.ts'
import { SmallDog } from '../../dog/DogOutline.tsx'
import { coatLengths, dogDrawn } from '../../dog/dog-drawn.ts'
import { Button, ButtonLink } from '../../parts/Button.tsx'
import { DayTurner } from '../../parts/DayTurner.tsx'
import { today } from '../../parts/dates.ts'

const NotComing = lazy(async () => ({ default: (await import('./NotComing.tsx')).NotComing }))
const AddVisit = lazy(async () => ({ default: (await import('./AddVisit.tsx')).AddVisit }))
const BookingDialog = lazy(async () => ({ default: (await import('./BookingDialog.tsx')).BookingDialog }))

const stop = (station: Station): number => RAIL.findIndex(({ at }) => at.includes(station))

/** Where a dog goes next when somebody touches it, in the words of the next thing to do. */
const NEXT: Record<Station, { to: string; label: string } | null> = {
  expected: { to: 'arrival', label: 'Arrives' },
  arrived: { to: 'look', label: 'Look' },
  look: { to: 'look', label: 'Look on' },
  verdict: { to: 'verdict', label: 'Verdict' },
  bath: { to: 'bench', label: 'Bench' },
  dry: { to: 'bench', label: 'Bench' },
  cut: { to: 'bench', label: 'Bench' },
  ready: { to: 'goodbye', label: 'Goodbye' },
  gone: null,
}

/** All dogs of the day, each on its own line, standing at the station it has reached. */
export function DayScreen(): ReactNode {
  const [search, setSearch] = useSearchParams()
  const asked = search.get('date')
  const day = useRead(dayApi.read, asked !== null && isDate(asked) ? { query: { date: asked } } : {}, {
    refetchInterval: DAY_MS,
  })
  const salon = useSalon()
  const [adding, setAdding] = useState(false)
  if (!day.data || !salon.data) {
    const error = day.error ?? salon.error
    return error ? <QueryFailed error={error} onRetry={() => void day.refetch()} /> : <Loading what="the day" />
  }
  const visits = day.data.visits.filter(({ calledOff }) => calledOff === null)
  const off = day.data.visits.filter(({ calledOff }) => calledOff !== null)
  const inHouse = visits.filter(({ station }) => station !== 'expected' && station !== 'gone').length
  return (
    <div className="flex grow flex-col">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2 px-6 pb-3 pt-5">
        <h1 className="text-3xl">{dateText(day.data.date)}</h1>
        <DayTurner date={day.data.date} onTurn={(date) => setSearch(date === today() ? {} : { date })} />
        <p className="text-lg text-ink-2">
          {visits.length} {visits.length === 1 ? 'dog' : 'dogs'}
          {day.data.date === today() && `, ${inHouse} here now`}
        </p>
        {day.isError && (
          <p className="flex items-center gap-2 text-ink-2" role="status">
            <CloudOff size={18} /> Server away: as last seen
          </p>
        )}
        <span className="grow" />
        <Button onClick={() => setAdding(true)}>
          <Plus size={18} /> Add a dog
        </Button>
      </div>
      {visits.length === 0 ? (
        <div className="mx-auto max-w-md py-16 text-center">
          <h2 className="mb-2 text-2xl">{day.data.date === today() ? 'No dogs today' : 'No dogs that day'}</h2>
          <p className="mb-4 text-ink-2">Put the first one in and it appears here.</p>
          <Button kind="main" onClick={() => setAdding(true)}>
            <Plus size={18} /> Add a dog
          </Button>
          {!salon.data.demo && (
            <p className="mt-4">
              <Link to="/house/salon" className="opens">
                What there is to set up
              </Link>
            </p>
          )}
        </div>
      ) : (
        <Lanes visits={visits} people={salon.data.people} ahead={day.data.date > today()} />
      )}
      {off.length > 0 && (
        <Suspense fallback={null}>
          <NotComing visits={off} />
        </Suspense>
      )}
      {adding && (
        <Suspense fallback={null}>
          <AddVisit date={day.data.date} onClose={() => setAdding(false)} />
        </Suspense>
      )}
    </div>
  )
}

interface DayProps {
  readonly people: readonly Person[]
  /** A day that has not come yet is looked at, not worked on. */
  readonly ahead: boolean
}

function Lanes({ visits, people, ahead }: DayProps & { visits: readonly VisitCard[] }): ReactNode {
  return (
    <div className="min-w-0 px-6 pb-8 max-sm:px-4">
      <div>
        <div
          className="sticky top-0 z-10 grid grid-cols-[300px_1fr_170px] border-b border-line bg-paper py-2 max-xl:grid-cols-[230px_1fr_160px] max-lg:hidden"
          aria-hidden="true"
        >
          <span />
          <div className="grid grid-cols-7">
            {RAIL.map(({ label, at }) => (
              <span key={label} className="text-center text-ink-2">
                {label}
                <span className="ml-1.5 font-semibold text-ink">
                  {visits.filter(({ station }) => at.includes(station)).length || ''}
                </span>
              </span>
            ))}
          </div>
          <span />
        </div>
        <ul>
          {visits.map((visit) => (
            <Lane key={visit.id} visit={visit} people={people} ahead={ahead} />
          ))}
        </ul>
      </div>
    </div>
  )
}

/** The verdict in a few words, with the minutes of coat work of this day; of a dog that stops, the words alone. */
function verdictSaid(plan: NonNullable<VisitCard['plan']>): string {
  const label = choiceText(plan)
  if (plan.choice === 'refer') return label
  return `${label}, ${plan.choice === 'split-visits' ? 'today ' : ''}${rangeText(plan.minutes, minutesText)} min`
}

function Lane({ visit, people, ahead }: DayProps & { visit: VisitCard }): ReactNode {
  const { arrival, station } = visit
  const drawn = useMemo(() => dogDrawn(arrival), [arrival])
  const mm = useMemo(() => coatLengths(drawn), [drawn])
  const reached = stop(station)
  const [changing, setChanging] = useState(false)
  const next = station === 'look' && visit.scored === REGION_SIDES.length ? NEXT.verdict : NEXT[station]
  const person = people.find(({ id }) => id === visit.personId)
  const me = usePersonOnDuty()
  const stops = visit.plan?.choice === 'refer'
  // Beside the dog: before it or, once it is far along, behind it.
  const late = reached >= RAIL.length / 2
  const path = `/visits/${visit.id}/${endOf(RAIL[reached]!)}`
  const said = visit.plan
    ? verdictSaid(visit.plan)
    : station === 'look'
      ? `${visit.scored} of ${REGION_SIDES.length} looked at`
      : null
  const breed = findBreed(arrival.dog.breed ?? '')?.name ?? COAT_LABEL[arrival.dog.coatType]
  return (
    <li
      className="grid min-h-[76px] grid-cols-[300px_1fr_170px] items-center border-b border-line max-xl:grid-cols-[230px_1fr_160px] max-lg:grid-cols-[minmax(0,1fr)_auto] max-lg:gap-x-3 max-lg:py-2"
      data-dog={arrival.dog.name}
    >
      <div className="flex min-w-0 items-center gap-3">
        <span className="figure w-14 shrink-0 text-lg font-semibold max-sm:w-12">{timeText(visit.startsAt)}</span>
        <span className="min-w-0">
          <span className="flex items-baseline gap-2 leading-tight">
            <Link to={path} className="truncate rounded font-display text-lg font-semibold hover:underline">
              {arrival.dog.name}
            </Link>
            {person && (
              <span className={clsx('shrink-0', person.id === me ? 'font-semibold text-accent' : 'text-ink-2')}>
                {person.name}
              </span>
            )}
          </span>
          <span className="block truncate text-ink-2">
            {weightText(arrival.dog.weightKg)}, {breed}
          </span>
          <span className="hidden leading-tight max-lg:block">
            <span className="font-medium">{RAIL[reached]!.label}</span>
            {said && <span className={stops ? 'font-semibold text-alarm' : 'text-ink-2'}>, {said}</span>}
          </span>
        </span>
      </div>
      <div className="relative grid h-full grid-cols-7 items-center max-lg:hidden">
        <span className="absolute inset-x-[7.14%] top-1/2 h-px bg-line" aria-hidden="true" />
        <span
          className="absolute left-[7.14%] top-1/2 h-0.5 bg-ink-2"
          style={{ width: `${(reached * 100) / 7}%` }}
          aria-hidden="true"
        />
        <Link
          to={path}
          className="relative col-span-1 flex h-[70px] items-center justify-center rounded-xl"
          style={{ gridColumnStart: reached + 1 }}
          aria-label={`${arrival.dog.name} is at ${RAIL[reached]!.label}`}
        >
          <span className="h-[64px] w-[100px] rounded-2xl bg-paper">
            <span className={clsx('block h-full', station === 'expected' && 'opacity-55')}>
              <SmallDog drawn={drawn} mm={mm} label={`${arrival.dog.name}`} />
            </span>
          </span>
        </Link>
        {visit.plan && (
          <span
            className={clsx(
              'px-2 leading-tight',
              late && 'text-right',
              stops ? 'font-semibold text-alarm' : 'text-ink-2',
            )}
            style={{ gridColumn: late ? `1 / span ${reached}` : `${reached + 2} / -1`, gridRow: 1 }}
          >
            <span className="relative bg-paper px-1.5 py-0.5">{said}</span>
          </span>
        )}
        {!visit.plan && station === 'look' && (
          <span className="px-2 text-ink-2" style={{ gridColumn: `${reached + 2} / -1`, gridRow: 1 }}>
            <span className="relative bg-paper px-1.5 py-0.5">{said}</span>
          </span>
        )}
      </div>
      <div className="flex items-center justify-end gap-1">
        {station === 'expected' && (
          <Button
            kind="quiet"
            tight
            onClick={() => setChanging(true)}
            aria-label={`Change the booking of ${arrival.dog.name}`}
          >
            <CalendarCog size={20} />
          </Button>
        )}
        {changing && (
          <Suspense fallback={null}>
            <BookingDialog visit={visit} onClose={() => setChanging(false)} />
          </Suspense>
        )}
        {next && !ahead && (
          <ButtonLink to={`/visits/${visit.id}/${next.to}`} tight>
            {next.label} <ArrowRight size={18} />
          </ButtonLink>
        )}
      </div>
    </li>
  )
}
