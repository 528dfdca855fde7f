import { Check, Phone, Printer } from 'lucide-react'
import { type ReactNode, useMemo, useState } from 'react'
import { useParams } from 'react-router'
import { consentApi, type OwnerAnswer, type OwnerPage as OwnerPageDoc } from '../../contract/api/consent.ts'
import { assessmentFileSchema } from '../../contract/formats/assessment-file.ts'
import { assessmentOf } from '../../contract/formats/read-assessment.ts'
import type { ConsentPage } from '../../contract/words/consent-page.ts'
import { follow } from '../../contract/words/habits.ts'
import { capital, minutesText, moneyText, rangeText, STYLE_LABEL, weeksText } from '../../contract/words/index.ts'
import { useRead, useWrite } from '../device/api.ts'
import { Refused } from '../device/client.ts'
import { CoatMap } from '../dog/CoatMap.tsx'
import { dogDrawn } from '../dog/dog-drawn.ts'
import { looksOfShapes, looksWithKnots, sheetLooks } from '../dog/looks.ts'
import { Alert } from '../parts/Alert.tsx'
import { Button } from '../parts/Button.tsx'
import { LinkState, Part, useTitle } from './parts.tsx'

/** The owner's page behind its link, on a phone: what we saw, what we advise, what it means, and their answer. */
export function OwnerPage(): ReactNode {
  const { token = '' } = useParams()
  const query = useRead(consentApi.page, { token }, { staleTime: Number.POSITIVE_INFINITY })
  const { data, error } = query
  if (data) follow(data.habits)
  if (data) return <Page token={token} doc={data} />
  return <LinkState error={error} again={() => void query.refetch()} />
}

const Lines = ({ lines }: { lines: readonly string[] }): ReactNode => (
  <ul className="flex flex-col gap-1.5">
    {lines.map((line) => (
      <li key={line} className="border-l-2 border-line pl-3">
        {line}
      </li>
    ))}
  </ul>
)

function Page({ token, doc }: { token: string; doc: OwnerPageDoc }): ReactNode {
  const { page } = doc
  const about = `Before we groom ${page.name}`
  useTitle(about, page.salon)
  return (
    <main className="mx-auto max-w-md px-5 pb-16 text-lg" data-testid="owner-page">
      <header className="py-5">
        <p className="text-ink-2">{page.salon}</p>
        <h1 className="text-3xl leading-tight">{about}</h1>
      </header>
      <Part title="What we saw">
        <FoundMap page={page} />
        <Lines lines={page.seen} />
      </Part>
      <Part title="What we advise">
        <p className="mb-3 text-lg font-medium" data-testid="advice">
          {page.advice}
        </p>
        <Lines lines={[...page.asks, ...page.why]} />
      </Part>
      <Part title={`What it is like for ${page.name}`}>
        <Lines lines={page.feels} />
      </Part>
      <Part title="What it costs">
        <p className="text-3xl font-semibold leading-tight">{moneyText(page.price, page.currency)}</p>
        <p className="text-ink-2">
          {capital(page.priceIs)}.{' '}
          {page.wholeMinutes !== null &&
            `About ${minutesText(page.wholeMinutes)} minutes ${page.visits.length > 1 ? 'the first time' : 'in all'}; `}
          {rangeText(page.minutes, minutesText)} minutes of coat work{page.visits.length > 1 && ' over all visits'}.
        </p>
        {page.visits.length > 1 && (
          <ul className="mt-3">
            {page.visits.map(({ number, day, minutes }) => (
              <li key={number} className="flex justify-between border-t border-line py-1.5">
                <span>
                  Visit {number}, {day === 0 ? 'today' : `in ${Math.round(day)} days`}
                </span>
                <span>{minutesText(minutes)} min</span>
              </li>
            ))}
          </ul>
        )}
      </Part>
      <Part title="What the coat will look like">
        <div className="mb-2 h-40">
          <Picture page={page} outlineMm={page.outlineMm} shapes={page.shapes} label={`${page.name} afterwards`} />
        </div>
        <Lines lines={page.cut} />
        {page.later.length > 0 && (
          <ul className="my-3 grid grid-cols-2 gap-3" aria-label="Some weeks on">
            {page.later.map(({ weeks, outlineMm, knots, says }) => (
              <li key={weeks}>
                <div className="h-28">
                  <Later page={page} outlineMm={outlineMm} knots={knots} label={`${page.name} in ${weeks} weeks`} />
                </div>
                <p className="text-center">
                  In {weeks} weeks
                  {says && <span className="block text-ink-2">{says}</span>}
                </p>
              </li>
            ))}
          </ul>
        )}
        <p>
          About {Math.round(page.coatKept)} % of the coat is kept.{' '}
          {page.regrowWeeks < 0.5 ? 'Nothing has to grow back.' : `Grown back in about ${weeksText(page.regrowWeeks)}.`}{' '}
          {page.visits.length > 1 ? 'After the last of these visits, the next is' : 'Next visit'} in {page.nextWeeks}{' '}
          weeks: {page.nextWhy}.
        </p>
      </Part>
      {page.risks.length > 0 && (
        <Part title="What can happen">
          <Lines lines={page.risks} />
        </Part>
      )}
      {page.meanwhile.length > 0 && (
        <Part title={page.visits.length > 1 ? 'Between the visits' : 'Until then'}>
          <Lines lines={page.meanwhile} />
        </Part>
      )}
      <Answer token={token} doc={doc} />
      <footer className="border-t border-line pt-4 text-sm text-ink-2">
        {page.cautions.map((line) => (
          <p key={line} className="mb-1.5">
            {line}
          </p>
        ))}
        <Button className="mt-2 print:hidden" onClick={() => print()}>
          <Printer size={18} /> Print
        </Button>
      </footer>
    </main>
  )
}

function useDrawn({ dog }: ConsentPage) {
  return useMemo(() => dogDrawn({ dog }), [dog])
}

const VIEWS = [
  ['left', 'left side', 'col-span-2 h-60'],
  ['right', 'right side', 'h-36'],
  ['underside', 'underneath', 'h-36'],
] as const

/** What was found, drawn on the dog from both sides and from beneath. */
function FoundMap({ page }: { page: ConsentPage }): ReactNode {
  const drawn = useDrawn(page)
  const looks = useMemo(() => {
    const file = assessmentFileSchema.parse({ format: 'etude.assessment/1', dog: page.dog, scores: page.rows })
    return sheetLooks()(assessmentOf(file).sheet, 'mat', drawn)
  }, [page, drawn])
  return (
    <div className="mb-3 grid grid-cols-2 gap-2">
      {VIEWS.map(([view, label, place]) => (
        <figure key={view} className={place}>
          <div className="h-[calc(100%-1.5rem)]">
            <CoatMap
              drawn={drawn}
              view={view}
              looks={looks}
              focus={null}
              label={`Where the mats are on ${page.name}, ${label}; the words below say the same`}
            />
          </div>
          <figcaption className="text-center text-sm text-ink-2">{label}</figcaption>
        </figure>
      ))}
      <p className="col-span-2 text-sm text-ink-2">The thicker the strokes, the tighter the mats.</p>
    </div>
  )
}

/** Some weeks on: grown out, with the knots that come at the care it gets. */
function Later({
  page,
  outlineMm,
  knots,
  label,
}: {
  page: ConsentPage
  outlineMm: readonly number[]
  knots: readonly number[]
  label: string
}): ReactNode {
  const drawn = useDrawn(page)
  const looks = useMemo(() => looksWithKnots(outlineMm, knots), [outlineMm, knots])
  return <CoatMap drawn={drawn} view="left" looks={looks} focus={null} label={label} />
}

const NO_SHAPES: ConsentPage['shapes'] = []

function Picture({
  page,
  outlineMm,
  shapes = NO_SHAPES,
  label,
}: {
  page: ConsentPage
  outlineMm: readonly number[]
  /** Shapes the dog goes home in; grown out they are lengths alone. */
  shapes?: ConsentPage['shapes']
  label: string
}): ReactNode {
  const drawn = useDrawn(page)
  const looks = useMemo(() => looksOfShapes(outlineMm, shapes), [outlineMm, shapes])
  return <CoatMap drawn={drawn} view="left" looks={looks} focus={null} plain label={label} />
}

const thanks = ({ answer, answerStyle }: OwnerPageDoc): string =>
  answer === 'yes'
    ? 'Thank you. We go ahead as advised.'
    : answer === 'other'
      ? `Thank you. We take the other way: ${STYLE_LABEL[answerStyle ?? ''] ?? 'as you chose'}.`
      : 'Thank you. We call you before anything is done.'

function Answer({ token, doc }: { token: string; doc: OwnerPageDoc }): ReactNode {
  const { page } = doc
  const [name, setName] = useState('')
  const [note, setNote] = useState('')
  const [missing, setMissing] = useState(false)
  const send = useWrite(consentApi.answer)
  const give = (answer: Pick<OwnerAnswer, 'answer' | 'style'>): void => {
    if (name.trim() === '') {
      setMissing(true)
      document.getElementById('owner-name')?.focus()
      return
    }
    send.mutate({ token, body: { ...answer, name: name.trim(), ...(note.trim() ? { note: note.trim() } : {}) } })
  }
  if (doc.answer)
    return (
      <Part title="Your answer">
        <p className="rounded-2xl bg-accent-soft p-4 text-lg font-medium" role="status" data-testid="thanks">
          {thanks(doc)}
        </p>
        <p className="mt-2 text-ink-2">To change it, please call the salon.</p>
      </Part>
    )
  return (
    <Part title="Your answer">
      <div className="mb-3">
        <label className="mb-1 block" htmlFor="owner-name">
          Your name
        </label>
        <input
          id="owner-name"
          className="field min-h-12"
          value={name}
          maxLength={120}
          autoComplete="name"
          aria-invalid={missing}
          aria-describedby={missing ? 'owner-name-missing' : undefined}
          onChange={(event) => {
            setName(event.target.value)
            setMissing(false)
          }}
        />
        {missing && (
          <span id="owner-name-missing" className="mt-1 block text-alarm" role="alert">
            Please put in your name first.
          </span>
        )}
      </div>
      <label className="mb-4 block">
        <span className="mb-1 block">Anything we should know (if you like)</span>
        <textarea
          className="field"
          rows={2}
          maxLength={1000}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      <Button
        kind="main"
        size="tall"
        className="w-full text-lg"
        disabled={send.isPending}
        onClick={() => give({ answer: 'yes' })}
      >
        <Check size={20} /> Yes, as advised
      </Button>
      {page.ways.length > 0 && (
        <>
          <p className="mb-2 mt-5 font-medium">Or another way</p>
          <ul className="flex flex-col gap-3">
            {page.ways.map((way) => (
              <li key={`${way.style} ${way.visits}`} className="rounded-2xl border border-line p-3">
                <div className="flex gap-3">
                  <div className="h-20 w-28 shrink-0">
                    <Picture page={page} outlineMm={way.outlineMm} label={`${page.name}, ${way.title}`} />
                  </div>
                  <div className="grow">
                    <p className="font-medium">{way.title}</p>
                    <p className="text-ink-2">
                      {moneyText(way.price, page.currency)}, {minutesText(way.minutes)} min of coat work,{' '}
                      {Math.round(way.coatKept)} % of the coat kept
                      {way.regrowWeeks >= 0.5 && `, back in ${weeksText(way.regrowWeeks)}`}
                    </p>
                  </div>
                </div>
                {way.open ? (
                  <Button
                    className="mt-2 min-h-12 w-full"
                    disabled={send.isPending}
                    onClick={() => give({ answer: 'other', style: way.style })}
                  >
                    Yes to this instead
                  </Button>
                ) : (
                  <p className="mt-2 text-ink-2">Possible; let us talk about it first.</p>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
      <Button
        size="tall"
        className="mt-5 w-full text-lg"
        disabled={send.isPending}
        onClick={() => give({ answer: 'call' })}
      >
        <Phone size={20} /> Please call me
      </Button>
      {send.error && (
        <Alert className="mt-3">
          {send.error instanceof Refused
            ? capital(send.error.message)
            : 'Not sent: the salon cannot be reached. What you wrote is still here; try again.'}
        </Alert>
      )}
    </Part>
  )
}
