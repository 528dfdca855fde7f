import { ArrowRight, CalendarPlus, Check, FileText, Printer } from 'lucide-react'
import { type ReactNode, useEffect, useMemo, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { toast } from 'sonner'
import type { Goodbye, GoodbyePage, Mark } from '../../../contract/api/goodbye.ts'
import { goodbyeApi } from '../../../contract/api/goodbye.ts'
import type { Visit } from '../../../contract/api/visits.ts'
import type { View } from '../../../contract/drawing/geometry.ts'
import { capital, dateOf, placeName, SCORE_WORD } from '../../../contract/words/index.ts'
import { type Assessment, houseWith, REGION_SIDES, type Score } from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { ForecastChart } from '../../desk/dogs/ForecastChart.tsx'
import { hrefOf, useRead, useWrite } from '../../device/api.ts'
import { Refused } from '../../device/client.ts'
import { usePersonOnDuty } from '../../device/person.ts'
import { useSalon } from '../../device/use-salon.ts'
import { CoatMap, type Look } from '../../dog/CoatMap.tsx'
import { dogDrawn } from '../../dog/dog-drawn.ts'
import { usePlanOfVisit } from '../../dog/plan-of-visit.ts'
import { useBench } from '../../dog/use-bench.ts'
import { ViewButtons } from '../../dog/ViewButtons.tsx'
import { Button, ButtonAnchor, ButtonLink } from '../../parts/Button.tsx'
import { today } from '../../parts/dates.ts'
import { AnyOf } from '../../parts/Toggle.tsx'
import { useVisit } from '../VisitLayout.tsx'
import { Booking } from './Booking.tsx'
import { draftOf, keepDraft, keptDraft, same } from './draft.ts'
import { Minutes } from './Minutes.tsx'
import { Photos } from './Photos.tsx'
import { Price } from './Price.tsx'
import { TakeBack } from './TakeBack.tsx'

/** The comb check and the goodbye: before and after, what the owner hears, the next visit, the sheets. */
export function GoodbyeScreen(): ReactNode {
  const visit = useVisit()
  const { data, error, refetch } = useRead(goodbyeApi.of, { id: visit.id })
  const made = usePlanOfVisit(visit)
  if (data && made) return <Saying visit={visit} goodbye={data} assessment={made.assessment} />
  if (error instanceof Refused && error.problem.code === 'too-early')
    return (
      <div className="mx-auto flex max-w-xl flex-col gap-4 p-10">
        <h1 className="text-3xl">Too early for a goodbye</h1>
        <p className="text-lg text-ink-2">The goodbye follows from the verdict, and there is none yet.</p>
        <ButtonLink kind="main" className="self-start" to="../look">
          Look the dog over <ArrowRight size={18} />
        </ButtonLink>
      </div>
    )
  return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the goodbye" />
}

const looksOf = (rows: GoodbyePage['before'], mm: readonly number[]): Look[] =>
  REGION_SIDES.map(({ region, side, index }) => {
    const row = rows.find((one) => one.region === region && one.side === side)
    const mat = row?.mat ?? null
    return {
      textures: mat ? [{ name: `mat-${mat}`, share: row?.extent ?? 0.5 }] : [],
      wash: 0,
      mark: row?.skin ?? 0,
      unknown: mat === null,
      stop: false,
      coatMm: mm[index]!,
    }
  })

function Saying({ visit, goodbye, assessment }: { visit: Visit; goodbye: Goodbye; assessment: Assessment }): ReactNode {
  const { page, finishedAt } = goodbye
  const { data: salon } = useSalon()
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const change = useWrite(goodbyeApi.change)
  const sayGoodbye = useWrite(goodbyeApi.say)
  const navigate = useNavigate()
  const here = useBench(visit.id)
  const person = usePersonOnDuty()
  const [draft, setDraft] = useState(() => keptDraft(visit.id) ?? draftOf(goodbye))
  const [view, setView] = useState<View>('left')
  const [brushing, setBrushing] = useState<number | null>(null)
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  const changed = !finishedAt && !same(draft, draftOf(goodbye))
  useEffect(() => keepDraft(visit.id, changed ? draft : null), [visit.id, changed, draft])
  const cameMm = useMemo(
    () => visit.acceptedPlan?.plan.regions.map(({ coatMm }) => coatMm) ?? page.outlineMm,
    [visit.acceptedPlan, page.outlineMm],
  )
  const before = useMemo(() => looksOf(page.before, cameMm), [page.before, cameMm])
  const after = useMemo(
    () => looksOf(withMarks(page.after, draft.marks), page.outlineMm),
    [page.after, page.outlineMm, draft.marks],
  )
  const name = page.name

  const send = (checked: boolean, then?: () => void): void =>
    change.mutate(
      { id: visit.id, body: { baseRevision: goodbye.revision, ...draft, checked } },
      {
        onSuccess: (saved) => {
          setDraft(draftOf(saved))
          then?.()
        },
        onError: (error) => toast.error(`Not kept: ${error.message}`),
      },
    )
  const finish = (): void =>
    sayGoodbye.mutate(
      { id: visit.id, body: {} },
      {
        onSuccess: () => {
          toast.success(`${name} goes home`)
          void navigate('/')
        },
        onError: (error) => toast.error(`Not said: ${error.message}`),
      },
    )
  const mark = (index: number): void => {
    if (finishedAt) return
    const { region, side } = REGION_SIDES[index]!
    const at = draft.marks.find((one) => one.region === region && one.side === side)
    // Touch by touch: free, tangles, knots, tight, and free again.
    const next = ((at?.mat ?? 0) + 1) as Score
    const others = draft.marks.filter((one) => one !== at)
    setDraft({
      ...draft,
      marks: next > MOST_LEFT ? others : [...others, { region, side, mat: next, extent: 0.25 }],
    })
  }
  const openSteps = here.bench.steps.filter(({ status }) => status === 'open' || status === 'working').length
  const unkept = here.bench.planId === null
  const untold = here.bench.incidents.filter(({ toldAt }) => toldAt === null)
  return (
    <div className="flex grow flex-col aside:min-h-0">
      <div className="grid grow grid-cols-[minmax(0,1fr)_minmax(400px,520px)] max-desk:grid-cols-[minmax(0,1fr)_400px] stacked:grid-cols-1 aside:min-h-0 aside:overflow-hidden">
        <section
          className="flex flex-col p-5 stacked:p-3 aside:min-h-0 aside:overflow-y-auto"
          aria-label="Before and after"
        >
          <div className="mb-2 flex flex-wrap items-center gap-2">
            <h1 className="grow text-3xl max-sm:basis-full max-sm:text-2xl">
              {finishedAt
                ? `${name} went home`
                : unkept
                  ? `${name}, as planned`
                  : openSteps > 0
                    ? `${name}, as far as it is`
                    : `${name} is ready`}
            </h1>
            <ViewButtons view={view} onTurn={setView} />
          </div>
          <div className="grid min-h-[300px] grow grid-cols-2 gap-3 max-sm:grid-cols-1">
            {(
              [
                ['As it came', before, page.indices.before],
                ['As it goes', after, page.indices.after],
              ] as const
            ).map(([label, looks, indices], i) => (
              <figure key={label} className="card flex min-h-0 flex-col p-3" data-testid={i === 0 ? 'before' : 'after'}>
                <figcaption className="flex items-baseline justify-between gap-2">
                  <span className="text-lg font-semibold">{label}</span>
                  <span className="figure text-ink-2">
                    mats {indices.mat === null ? 'not seen' : Math.round(indices.mat)}, undercoat{' '}
                    {indices.undercoat === null ? 'not seen' : Math.round(indices.undercoat)}
                  </span>
                </figcaption>
                <div className="min-h-[220px] grow">
                  <CoatMap
                    drawn={drawn}
                    view={view}
                    looks={looks}
                    focus={null}
                    {...(i === 1 && !finishedAt
                      ? {
                          onPick: mark,
                          reachable: true,
                          nameOf: (index: number) => nameAfter(index, page.after, draft.marks),
                        }
                      : {})}
                    label={`${name}, ${label.toLowerCase()}`}
                  />
                </div>
              </figure>
            ))}
          </div>
          {!finishedAt && (
            <p className="mt-2 text-ink-2">
              Comb through once more. Where it stops, touch the dog on the right: once for tangles, again for knots.
              {draft.marks.length > 0 && (
                <>
                  {' '}
                  <b className="text-ink">
                    {draft.marks
                      .map(({ region, side, mat }) => `${placeName(region, side)} ${SCORE_WORD.mat[mat][0]}`)
                      .join(', ')}
                    .
                  </b>
                </>
              )}
            </p>
          )}
          <Photos visitId={visit.id} fixed={finishedAt !== null} />
        </section>
        <aside className="flex min-h-0 flex-col gap-5 border-l border-line bg-sheet p-6 stacked:border-l-0 stacked:border-t stacked:p-4 aside:overflow-y-auto">
          <div>
            <p className="text-lg font-medium" data-testid="did">
              {page.did}
            </p>
            {unkept && !finishedAt && (
              <p className="text-ink-2" data-testid="as-planned">
                Nobody kept the bench, so this says what was planned.{' '}
                <Link className="opens" to="../bench">
                  To the bench
                </Link>
              </p>
            )}
          </div>
          {page.askVet.length > 0 && (
            <Part title="For the vet to see">
              <ul className="list-disc pl-5">
                {page.askVet.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
              <p className="text-ink-2">We say what we saw; what it is, only a vet can say.</p>
            </Part>
          )}
          {page.found.length > page.askVet.length && (
            <Part title="Also seen">
              <p>{page.found.filter((line) => !page.askVet.includes(line)).join('. ')}.</p>
            </Part>
          )}
          {page.incidents.length > 0 && (
            <Part title="What happened">
              <ul className="flex flex-col gap-2">
                {here.bench.incidents.map(({ id, toldAt }, i) => (
                  <li key={id} className="flex flex-wrap items-center gap-2">
                    <span className="grow">
                      {page.incidents[i]?.text}
                      {page.incidents[i]?.did && <span className="block text-ink-2">{page.incidents[i].did}</span>}
                    </span>
                    {toldAt === null && !finishedAt ? (
                      <Button onClick={() => here.add({ kind: 'told', incident: id })}>The owner knows</Button>
                    ) : (
                      <span className="flex items-center gap-1 text-ink-2">
                        <Check size={16} /> told
                      </span>
                    )}
                  </li>
                ))}
              </ul>
            </Part>
          )}
          {page.skipped.length > 0 && (
            <Part title="Not done">
              <p>{page.skipped.map(({ what, why }) => `${what} (${why})`).join('; ')}.</p>
            </Part>
          )}
          {(page.asked.length > 0 || page.words) && (
            <Part title="The owner asked">
              {page.words && <p className="mb-2">“{page.words}”</p>}
              <AnyOf
                legend="Kept to"
                choices={page.asked.map(({ id, label }) => ({ value: id, label }))}
                values={draft.askedKept}
                disabled={finishedAt !== null}
                onChange={(askedKept) => setDraft({ ...draft, askedKept })}
              />
            </Part>
          )}
          <Part title="At home">
            <ul className="list-disc pl-5">
              {page.care.lines.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </Part>
          <Part title="The next visit">
            <ForecastChart
              assessment={assessment}
              leftIndex={page.indices.after.mat ?? 0}
              outlineMm={page.outlineMm}
              house={house}
              perWeek={brushing ?? page.care.perWeek}
              onBrush={setBrushing}
            />
            <Booking visit={visit} goodbye={goodbye} draft={draft} onChange={setDraft} />
            <Price
              draft={draft}
              page={page}
              disabled={finishedAt !== null}
              onChange={(price) => setDraft({ ...draft, price })}
            />
          </Part>
          <label>
            <span className="font-medium">A word to the owner</span>
            <textarea
              className="field"
              rows={2}
              maxLength={1000}
              value={draft.note}
              disabled={finishedAt !== null}
              onChange={(event) => setDraft({ ...draft, note: event.target.value })}
            />
          </label>
          {page.work.length > 0 && (
            <Part title="Minutes">
              <Minutes page={page} />
            </Part>
          )}
        </aside>
      </div>
      <footer className="flex flex-wrap items-center gap-2 border-t border-line bg-sheet px-5 py-3 stacked:sticky stacked:bottom-0 stacked:z-10 stacked:px-3 stacked:py-2">
        <ButtonAnchor href={hrefOf(goodbyeApi.groomerSheet, { id: visit.id })} target="_blank" rel="noreferrer">
          <FileText size={18} /> <span className="max-sm:sr-only">Groomer’s sheet</span>
        </ButtonAnchor>
        <ButtonAnchor href={hrefOf(goodbyeApi.ownerSheet, { id: visit.id })} target="_blank" rel="noreferrer">
          <Printer size={18} /> <span className="max-sm:sr-only">Owner’s sheet</span>
        </ButtonAnchor>
        <ButtonAnchor href={hrefOf(goodbyeApi.calendar, { id: visit.id })}>
          <CalendarPlus size={18} /> <span className="max-sm:sr-only">Calendar</span>
        </ButtonAnchor>
        <span className="grow" />
        {finishedAt && dateOf(finishedAt) === today() && <TakeBack visitId={visit.id} name={name} />}
        {!finishedAt && (
          <>
            {openSteps > 0 && <p className="text-ink-2">{openSteps} steps still open on the bench</p>}
            {untold.length > 0 && <p className="font-medium text-alarm">The owner does not know yet what happened</p>}
            {changed && (
              <Button disabled={change.isPending} onClick={() => send(goodbye.checkedAt !== null)}>
                Keep
              </Button>
            )}
            {goodbye.checkedAt === null ? (
              <Button
                kind="main"
                disabled={change.isPending || person === null}
                onClick={() => send(true)}
                data-testid="sign"
              >
                <Check size={18} /> {person === null ? 'Say who you are, above' : 'Comb check done'}
              </Button>
            ) : (
              <>
                <p className="flex items-center gap-1.5" data-testid="signed">
                  <Check size={18} /> Comb check by {page.checkedBy}
                </p>
                <Button
                  kind="main"
                  disabled={sayGoodbye.isPending || change.isPending}
                  onClick={() => (changed ? send(true, finish) : finish())}
                  data-testid="say-goodbye"
                >
                  Goes home <ArrowRight size={18} />
                </Button>
              </>
            )}
          </>
        )}
      </footer>
    </div>
  )
}

const MOST_LEFT = 3

const withMarks = (rows: GoodbyePage['after'], marks: readonly Mark[]): GoodbyePage['after'] =>
  rows.map((row) => {
    const mark = marks.find(({ region, side }) => region === row.region && side === (row.side ?? null))
    return mark ? { ...row, mat: mark.mat, extent: mark.extent } : row
  })

function nameAfter(index: number, rows: GoodbyePage['after'], marks: readonly Mark[]): string {
  const { region, side } = REGION_SIDES[index]!
  const mat = withMarks(rows, marks).find((row) => row.region === region && (row.side ?? null) === side)?.mat
  return `${capital(placeName(region, side))}, ${mat === null || mat === undefined ? 'not looked at' : SCORE_WORD.mat[mat][0]}`
}

const Part = ({ title, children }: { title: string; children: ReactNode }): ReactNode => (
  <section aria-label={title}>
    <h2 className="mb-1 text-lg">{title}</h2>
    {children}
  </section>
)
