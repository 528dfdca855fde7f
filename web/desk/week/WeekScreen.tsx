import { useDraggable, useDroppable } from '@dnd-kit/core'
import { clsx } from 'clsx'
import { ChevronLeft, ChevronRight } from 'lucide-react'
import { lazy, type ReactNode, Suspense, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { planningApi, type WeekDay } from '../../../contract/api/planning.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { dateText, dayOfYearText, daysAfter, isDate, timeText } from '../../../contract/words/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Button } from '../../parts/Button.tsx'
import { today } from '../../parts/dates.ts'
import { MovedByDay } from './MovedByDay.tsx'
import { WaitingList } from './WaitingList.tsx'

const BookingDialog = lazy(async () => ({ default: (await import('../day/BookingDialog.tsx')).BookingDialog }))
const AddVisit = lazy(async () => ({ default: (await import('../day/AddVisit.tsx')).AddVisit }))

const WEEK = 7
/** A groom shorter than this nobody books, min. */
const LEAST_GAP = 30

/** Seven days in minutes: what each half-day holds, what is taken, and what still fits. */
export function WeekScreen(): ReactNode {
  const [search, setSearch] = useSearchParams()
  const asked = search.get('date')
  const from = asked !== null && isDate(asked) ? asked : today()
  const week = useRead(planningApi.week, { query: { date: from } })
  const [open, setOpen] = useState<string | null>(null)
  const [adding, setAdding] = useState<string | null>(null)
  if (!week.data)
    return week.error ? (
      <QueryFailed error={week.error} onRetry={() => void week.refetch()} />
    ) : (
      <Loading what="the week" />
    )
  const turn = (days: number): void => setSearch({ date: daysAfter(from, days) })
  return (
    <div className="flex grow flex-col px-6 pb-8 pt-5 max-sm:px-4">
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 className="text-3xl">
          {dayOfYearText(`${from}T12:00:00`)} to {dayOfYearText(`${daysAfter(from, WEEK - 1)}T12:00:00`)}
        </h1>
        <Button kind="quiet" tight onClick={() => turn(-WEEK)} aria-label="The week before">
          <ChevronLeft size={22} />
        </Button>
        <Button kind="quiet" tight onClick={() => turn(WEEK)} aria-label="The week after">
          <ChevronRight size={22} />
        </Button>
        {from !== today() && (
          <Button kind="quiet" tight onClick={() => setSearch({})}>
            This week
          </Button>
        )}
        <p className="text-ink-2 max-lg:hidden">Drag a dog to another day, or open it.</p>
      </div>
      <WaitingList />
      <MovedByDay week={week.data}>
        <ul className="grid gap-x-4 gap-y-6 md:grid-cols-2 xl:grid-cols-4">
          {week.data.map((day) => (
            <OneDay key={day.date} day={day} onOpen={setOpen} onAdd={() => setAdding(day.date)} />
          ))}
        </ul>
      </MovedByDay>
      {open && <OfVisit visitId={open} onClose={() => setOpen(null)} />}
      {adding && (
        <Suspense fallback={null}>
          <AddVisit date={adding} onClose={() => setAdding(null)} />
        </Suspense>
      )}
    </div>
  )
}

function OneDay({ day, onOpen, onAdd }: { day: WeekDay; onOpen: (id: string) => void; onAdd: () => void }): ReactNode {
  const { data: salon } = useSalon()
  const name = (id: string | null): string | null => salon?.people.find((person) => person.id === id)?.name ?? null
  const { setNodeRef, isOver } = useDroppable({ id: day.date, disabled: day.date < today() })
  return (
    <li
      ref={setNodeRef}
      className={clsx(
        'flex flex-col rounded-card',
        isOver && 'bg-accent-soft outline-2 outline-offset-4 outline-accent',
      )}
      data-day={day.date}
    >
      <h2 className="text-lg">
        <Link
          to={day.date === today() ? '/plan' : `/plan?date=${day.date}`}
          className="flex min-h-11 items-center hover:underline"
        >
          {dateText(day.date)}
        </Link>
      </h2>
      {day.closed && day.visits.length === 0 ? (
        <p className="text-ink-2">Closed{day.why && `: ${day.why}`}</p>
      ) : (
        <>
          {day.halves.map((half, i) => (
            <Half key={i === 0 ? 'morning' : 'afternoon'} half={half} label={i === 0 ? 'Morning' : 'Afternoon'} />
          ))}
          <ul className="mt-2">
            {day.visits.map((visit) => (
              <li key={visit.visitId} className="border-t border-line">
                <Booked
                  day={day.date}
                  visit={visit}
                  person={name(visit.personId)}
                  onOpen={() => onOpen(visit.visitId)}
                />
              </li>
            ))}
          </ul>
          {day.date >= today() && (
            <Button
              kind="quiet"
              tight
              className="mt-1 self-start"
              onClick={onAdd}
              aria-label={`Add a dog on ${dateText(day.date)}`}
            >
              Add a dog
            </Button>
          )}
        </>
      )}
    </li>
  )
}

type WeekVisit = WeekDay['visits'][number]

/** One visit of the week: a touch opens it, a drag or the space bar and the arrows take it to another day. */
function Booked({
  day,
  visit,
  person,
  onOpen,
}: {
  day: string
  visit: WeekVisit
  person: string | null
  onOpen: () => void
}): ReactNode {
  const waits = visit.station === 'expected'
  const { setNodeRef, listeners, attributes, isDragging } = useDraggable({
    id: visit.visitId,
    data: { day },
    disabled: !waits,
  })
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...listeners}
      aria-describedby={attributes['aria-describedby']}
      className={clsx(
        'flex min-h-11 w-full items-baseline gap-2 rounded py-1 text-left hover:bg-sheet-2',
        waits && 'cursor-grab touch-manipulation',
        isDragging && 'opacity-40',
      )}
      disabled={!waits}
      onClick={onOpen}
    >
      <OfDog visit={visit} person={person} />
    </button>
  )
}

const OfDog = ({ visit, person }: { visit: WeekVisit; person: string | null }): ReactNode => (
  <>
    <span className="figure w-12 shrink-0 font-semibold">{timeText(visit.startsAt)}</span>
    <span className="min-w-0 grow truncate">{visit.name}</span>
    <span className="shrink-0 text-ink-2">
      {visit.hands} min{person && `, ${person}`}
    </span>
  </>
)

/** A half-day as the hands, tub and dryer minutes it holds and those that are taken. */
function Half({ half: { has, taken }, label }: { half: WeekDay['halves'][number]; label: string }): ReactNode {
  const left = Math.max(0, has.hands - taken.hands)
  const over = taken.hands > has.hands
  return (
    <div className="mb-1.5">
      <p className="flex items-baseline justify-between">
        <span className="text-ink-2">{label}</span>
        <span className={clsx(over && 'font-semibold text-alarm')}>
          {over ? `${taken.hands - has.hands} min too much` : left < LEAST_GAP ? 'full' : `${left} min free`}
        </span>
      </p>
      <div className="flex flex-col gap-0.5">
        {(['hands', 'tub', 'dryer'] as const).map((what) => (
          <span
            key={what}
            role="img"
            aria-label={`${label}, ${what}: ${taken[what]} of ${has[what]} minutes taken`}
            className={clsx(
              'relative block overflow-hidden rounded-full bg-sheet-2',
              what === 'hands' ? 'h-3' : 'h-1.5',
            )}
          >
            <span
              className={clsx(
                'absolute inset-y-0 left-0 rounded-full',
                taken[what] > has[what] ? 'bg-alarm' : what === 'hands' ? 'bg-ink' : 'bg-ink-2',
              )}
              style={{ width: `${Math.min(100, (100 * taken[what]) / Math.max(1, has[what]))}%` }}
            />
          </span>
        ))}
      </div>
    </div>
  )
}

function OfVisit({ visitId, onClose }: { visitId: string; onClose: () => void }): ReactNode {
  const visit = useRead(visitsApi.one, { id: visitId })
  if (!visit.data) return null
  return (
    <Suspense fallback={null}>
      <BookingDialog visit={visit.data} onClose={onClose} />
    </Suspense>
  )
}
