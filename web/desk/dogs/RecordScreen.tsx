import { addWeeks } from 'date-fns'
import { CalendarCheck, CalendarPlus, ContactRound, PencilLine } from 'lucide-react'
import { type ReactNode, useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import type { DogRecord, RecordVisit } from '../../../contract/api/dogs.ts'
import { dogsApi } from '../../../contract/api/dogs.ts'
import { photosApi } from '../../../contract/api/photos.ts'
import { assembleFile } from '../../../contract/formats/assemble.ts'
import { assessmentOf } from '../../../contract/formats/read-assessment.ts'
import {
  CALLED_OFF_LABEL,
  COAT_LABEL,
  capital,
  choiceText,
  dateOf,
  dayAndTimeText,
  dayText,
  minutesText,
  mmText,
  patternText,
  RESTS_LABEL,
  TEMPERAMENT_LABEL,
  timeText,
} from '../../../contract/words/index.ts'
import { weightText } from '../../../contract/words/measures.ts'
import {
  brushedAtHome,
  type CoatType,
  findBreed,
  forecastOf,
  houseWith,
  rebookOf,
  type Temperament,
} from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useTitleOf } from '../../app/use-title.ts'
import { hrefOf, useRead } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Papers } from '../../dog/Papers.tsx'
import { Button, ButtonAnchor, ButtonLink } from '../../parts/Button.tsx'
import { today } from '../../parts/dates.ts'
import { type Column, Table } from '../../parts/Table.tsx'
import { BookDialog } from './BookDialog.tsx'
import { DogDialog, OwnerDialog } from './CorrectDialogs.tsx'
import { ForecastChart } from './ForecastChart.tsx'
import { type Ahead, LifeChart } from './LifeChart.tsx'
import { Regrowth } from './Regrowth.tsx'

/** One dog's life on one page: how its coat went over the visits, what was done with what, and what comes next. */
export function RecordScreen(): ReactNode {
  const { dogId = '' } = useParams()
  const { data, error, refetch } = useRead(dogsApi.one, { id: dogId })
  useTitleOf(data?.name)
  if (data) return <Life dog={data} />
  return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="this dog" />
}

function Life({ dog }: { dog: DogRecord }): ReactNode {
  const { data: salon } = useSalon()
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const assessment = useMemo(
    () =>
      assessmentOf(assembleFile({ dog: dog.dog, wishes: dog.wishes }, 'arrival', [], null, { own: dog.own }), house),
    [dog, house],
  )
  const [brushing, setBrushing] = useState(
    dog.wishes.homeBrushing?.toSkin ? Math.min(7, Math.round(dog.wishes.homeBrushing.perWeek)) : 0,
  )
  const ahead = useMemo((): Ahead | null => {
    const last = dog.visits.find(({ summary }) => summary)
    if (!dog.home || !last) return null
    const { leftIndex, outlineMm } = dog.home
    const brushed = brushedAtHome(assessment, brushing, true)
    const { weeks } = rebookOf(brushed, leftIndex, outlineMm, house)
    const from = new Date(last.startsAt)
    return {
      from,
      points: forecastOf(brushed, leftIndex, outlineMm, weeks + WEEKS_BEYOND, house),
      back: addWeeks(from, weeks),
    }
  }, [dog, assessment, brushing, house])
  const known = findBreed(dog.breed)?.name ?? COAT_LABEL[dog.coatType as CoatType]
  const booked = dog.visits.find(
    ({ choice, startsAt, calledOff }) => choice === null && calledOff === null && new Date(startsAt) > new Date(),
  )
  const [right, setRight] = useState<'dog' | 'owner' | null>(null)
  const [booking, setBooking] = useState(false)
  const [shown, setShown] = useState(NEWEST)
  const incidents = dog.visits.flatMap(({ summary, startsAt }) =>
    (summary?.incidents ?? []).map(({ text }) => `${text}, ${dayText(startsAt)}`),
  )
  return (
    <div className="mx-auto flex w-full max-w-6xl flex-col gap-6 px-6 py-6" data-testid="record">
      <div className="flex flex-wrap items-end gap-x-2 gap-y-2">
        <div className="grow">
          <h1 className="text-4xl">{dog.name}</h1>
          <p className="text-lg text-ink-2">
            {known}, {weightText(dog.dog.weightKg)} · {dog.client.name} ·{' '}
            {[dog.client.phone, dog.client.secondPhone].filter(Boolean).join(' or ')}
          </p>
          {dog.rests && <p className="font-semibold">{capital(`${dog.name} ${RESTS_LABEL[dog.rests]}.`)}</p>}
          {dog.others.length > 0 && (
            <p className="text-ink-2">
              Same owner:{' '}
              {dog.others.map((other, i) => (
                <span key={other.id}>
                  {i > 0 && ', '}
                  <Link className="opens" to={`/dogs/${other.id}`}>
                    {other.name}
                  </Link>
                </span>
              ))}
            </p>
          )}
          <Papers papers={dog.papers} on={today()} />
          {dog.client.note && <p className="mt-1 max-w-2xl">{dog.client.note}</p>}
        </div>
        <Button onClick={() => setRight('dog')}>
          <PencilLine size={18} /> Correct dog
        </Button>
        <Button onClick={() => setRight('owner')}>
          <PencilLine size={18} /> Correct owner
        </Button>
        {right === 'dog' && <DogDialog dog={dog} onClose={() => setRight(null)} />}
        {right === 'owner' && <OwnerDialog dog={dog} onClose={() => setRight(null)} />}
        <ButtonAnchor href={hrefOf(dogsApi.ownerCard, { id: dog.client.id })}>
          <ContactRound size={18} /> Address card
        </ButtonAnchor>
        {booked ? (
          <ButtonLink to={`/?date=${dateOf(booked.startsAt)}`} data-testid="booked">
            <CalendarCheck size={18} /> Booked: {dayAndTimeText(booked.startsAt)}
          </ButtonLink>
        ) : (
          dog.rests === null && (
            <Button kind="main" onClick={() => setBooking(true)}>
              <CalendarPlus size={18} /> Book
            </Button>
          )
        )}
        {booking && <BookDialog dog={dog} onClose={() => setBooking(false)} />}
      </div>
      {incidents.length > 0 && (
        <p className="rounded-2xl border-2 border-alarm bg-alarm-soft p-3" data-testid="incidents">
          Happened before: {incidents.join('; ')}.
        </p>
      )}
      <div className="grid gap-6 [&>*]:min-w-0 lg:grid-cols-2">
        <section className="card p-5" aria-label="The coat over the visits">
          <h2 className="mb-2 text-xl">The coat over the visits</h2>
          <LifeChart visits={dog.visits} ahead={ahead} />
          {dog.home && <Regrowth home={dog.home} assessment={assessment} house={house} />}
        </section>
        <section className="card p-5" aria-label="What comes next">
          <h2 className="mb-2 text-xl">What comes next</h2>
          {dog.home ? (
            <>
              <ForecastChart
                assessment={assessment}
                leftIndex={dog.home.leftIndex}
                outlineMm={dog.home.outlineMm}
                house={house}
                perWeek={brushing}
                onBrush={setBrushing}
              />
              <p className="text-ink-2" data-testid="own-rate">
                {ownText(dog)}
              </p>
            </>
          ) : (
            <p className="text-ink-2">Once it has gone home from here, this shows when to come back.</p>
          )}
        </section>
      </div>
      <section aria-label="Visits">
        <h2 className="mb-2 text-xl">Visits</h2>
        <div className="overflow-x-auto">
          <Table
            className="min-w-[820px]"
            rows={dog.visits.slice(0, shown)}
            keyOf={({ id }) => id}
            rowClass={() => 'align-top'}
            columns={VISIT_COLUMNS}
          />
        </div>
        {dog.visits.length > shown && (
          <Button className="mt-3" onClick={() => setShown(dog.visits.length)} data-testid="earlier">
            {dog.visits.length - shown} earlier visits
          </Button>
        )}
      </section>
    </div>
  )
}

/** So many visits are listed at once; the earlier ones when somebody asks. */
const NEWEST = 20
/** The forecast beside the visits goes a little beyond the day it is to be back. */
const WEEKS_BEYOND = 2

function ownText({ own }: DogRecord): string {
  if (own.visits === 0) return 'As its coat usually mats: there are no two visits to learn from yet.'
  const times = own.factor
  const how =
    times > 1.15
      ? `${times.toFixed(1)} times as fast as`
      : times < 0.87
        ? `at ${Math.round(times * 100)} % of the pace of`
        : 'like'
  return `This dog mats ${how} such a coat, learnt from ${own.visits} ${own.visits === 1 ? 'interval' : 'intervals'} and drawn towards the usual.`
}

const whole = (value: number | null | undefined): string =>
  value === null || value === undefined ? '–' : String(Math.round(value))

const VISIT_COLUMNS: readonly Column<RecordVisit>[] = [
  {
    head: 'When',
    names: true,
    className: 'whitespace-nowrap',
    cell: ({ id, startsAt, summary, choice, personName }) => (
      <>
        <Link
          className="opens"
          to={`/visits/${id}/${summary ? 'goodbye' : choice ? 'verdict' : 'arrival'}`}
          data-visit={id}
        >
          {dayText(startsAt)}
        </Link>
        {personName && <span className="block text-ink-2">{personName}</span>}
      </>
    ),
  },
  { head: 'What', cell: (visit) => <WhatWasDone visit={visit} /> },
  {
    head: 'Mats',
    className: 'whitespace-nowrap',
    cell: ({ summary }) => (summary ? `${whole(summary.before.mat)} to ${whole(summary.after.mat)}` : '–'),
  },
  {
    head: 'Minutes',
    className: 'whitespace-nowrap',
    cell: ({ summary, plannedMin }) =>
      summary?.minutes.taken
        ? `${minutesText(summary.minutes.taken)} of ${minutesText(summary.minutes.planned)}`
        : plannedMin === null
          ? '–'
          : `${minutesText(plannedMin)} of coat work planned`,
  },
  {
    head: 'Went home with',
    cell: ({ summary }) =>
      summary?.lengthMm
        ? `body ${mmText(summary.lengthMm.body)}, legs ${mmText(summary.lengthMm.legs)}, head ${mmText(summary.lengthMm.head)} mm`
        : '–',
  },
  {
    head: 'Tools and products',
    cell: ({ summary }) =>
      summary && (
        <>
          {summary.tools.join(', ')}
          <span className="block text-ink-2">{summary.products.join(', ')}</span>
        </>
      ),
  },
  {
    head: 'As it was',
    cell: ({ summary }) =>
      summary && (
        <>
          {TEMPERAMENT_LABEL[summary.temperament as Temperament]}
          <span className="block text-ink-2">{weightText(summary.weightKg)}</span>
        </>
      ),
  },
]

const WhatWasDone = ({
  visit: { startsAt, summary, choice, vet, calledOff, calledOffWhy, pattern, note, photos },
}: {
  visit: RecordVisit
}): ReactNode => (
  <>
    {calledOff
      ? `${CALLED_OFF_LABEL[calledOff]}${calledOffWhy && `: ${calledOffWhy}`}`
      : choice
        ? choiceText({ choice, vet })
        : new Date(startsAt) > new Date()
          ? `booked for ${timeText(startsAt)}`
          : 'not decided'}
    {pattern && <span className="block text-ink-2">{patternText(pattern)}</span>}
    {note && <span className="block text-ink-2">{note}</span>}
    {summary?.incidents.map(({ text }) => (
      <span key={text} className="block text-alarm">
        {text}
      </span>
    ))}
    {photos.length > 0 && (
      <span className="mt-1 flex gap-1">
        {photos.map((photo) => (
          <img
            key={photo.id}
            src={hrefOf(photosApi.bytes, { id: photo.id })}
            alt={`${photo.kind} the groom`}
            loading="lazy"
            className="h-14 rounded-lg"
          />
        ))}
      </span>
    )}
  </>
)
