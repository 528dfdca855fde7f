import { ArrowLeft, ArrowRight } from 'lucide-react'
import { type FormEvent, type ReactNode, useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Arrival } from '../../../contract/api/visit-card.ts'
import { arrivalSchema } from '../../../contract/api/visit-card.ts'
import type { Visit } from '../../../contract/api/visits.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { arrivalWith } from '../../../contract/formats/before.ts'
import { type ArrivalLines, arrivalLines } from '../../../contract/words/arrival.ts'
import { choiceText, dateOf, dayText } from '../../../contract/words/index.ts'
import { LIBRARY } from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'
import { Away, Refused } from '../../device/client.ts'
import { deviceStorage, readJson } from '../../device/storage.ts'
import { useOwnPatterns } from '../../device/use-own-patterns.ts'
import { useSalon } from '../../device/use-salon.ts'
import { CoatMap } from '../../dog/CoatMap.tsx'
import { dogDrawn } from '../../dog/dog-drawn.ts'
import { looksOfCoat } from '../../dog/looks.ts'
import { Papers } from '../../dog/Papers.tsx'
import { Alert } from '../../parts/Alert.tsx'
import { BeforeVisit } from '../../parts/BeforeVisit.tsx'
import { Button } from '../../parts/Button.tsx'
import { PeopleOptions } from '../../parts/PeopleOptions.tsx'
import { useVisit } from '../VisitLayout.tsx'
import { CoatFields, LooksFields } from './CoatFields.tsx'
import { TemperFields, TodayFields } from './DogFields.tsx'
import { AsItWas, type FieldProps, Group } from './field-parts.tsx'
import { HealthFields } from './HealthFields.tsx'
import { SkinFields } from './SkinFields.tsx'
import { WishFields } from './WishFields.tsx'

const draftKey = (visit: Visit): string => `etude.arrival.${visit.id}`

interface Draft {
  readonly baseRevision: number
  readonly arrival: Arrival
}

const isDraft = (value: unknown): value is Draft =>
  typeof value === 'object' && value !== null && arrivalSchema.safeParse((value as Draft).arrival).success

/** What was typed and not saved is on this device, and comes back with the page. */
function useDraft(visit: Visit): [Arrival, (change: (arrival: Arrival) => Arrival) => void, () => void] {
  const [arrival, setArrival] = useState<Arrival>(() => {
    const draft = readJson(draftKey(visit), isDraft)
    return draft && draft.baseRevision === visit.arrivalRevision ? draft.arrival : visit.arrival
  })
  return [
    arrival,
    (change) =>
      setArrival((before) => {
        const next = change(before)
        deviceStorage.set(draftKey(visit), JSON.stringify({ baseRevision: visit.arrivalRevision, arrival: next }))
        return next
      }),
    () => deviceStorage.remove(draftKey(visit)),
  ]
}

/** Who is this dog: what decides how much it can give, and what its owner wants. A known dog starts from last time. */
export function ArrivalScreen(): ReactNode {
  const visit = useVisit()
  const { data: salon } = useSalon()
  const navigate = useNavigate()
  const save = useWrite(visitsApi.setArrival)
  const [arrival, change, forget] = useDraft(visit)
  const [personId, setPersonId] = useState(visit.personId)
  const drawn = useMemo(() => dogDrawn(arrival), [arrival])
  const looks = useMemo(() => looksOfCoat(drawn), [drawn])
  const last = visit.past[0]
  const own = useOwnPatterns()
  const patterns = useMemo(() => [...own, ...LIBRARY], [own])
  // A dog nobody knows is asked about in two goes, what decides the plan first.
  const [step, setStep] = useState<'deciding' | 'rest'>('deciding')
  const goesOn = !last && step === 'deciding'

  const submit = (event: FormEvent): void => {
    event.preventDefault()
    if (goesOn) {
      setStep('rest')
      return
    }
    const person = salon?.people.find(({ id }) => id === personId)
    const withHands = person ? { ...arrival, house: { ...arrival.house, experience: person.experience } } : arrival
    save.mutate(
      { id: visit.id, body: { baseRevision: visit.arrivalRevision, arrival: withHands, personId } },
      {
        onSuccess: () => {
          forget()
          void navigate('../look')
        },
      },
    )
  }
  return (
    <form
      onSubmit={submit}
      className="grid grow aside:min-h-0 aside:overflow-hidden grid-rows-[minmax(0,1fr)] stacked:grid-rows-none grid-cols-[minmax(0,1fr)_minmax(340px,400px)] stacked:grid-cols-1"
      aria-label="Arrival"
      noValidate
    >
      <div className="flex min-h-0 flex-col gap-7 overflow-y-auto p-6">
        {last ? (
          <Known arrival={arrival} change={change} />
        ) : (
          <New arrival={arrival} change={change} rest={step === 'rest'} />
        )}
      </div>
      <aside className="flex min-h-0 flex-col border-l border-line bg-sheet stacked:contents">
        <div className="flex min-h-0 grow flex-col gap-4 overflow-y-auto p-6 stacked:border-t stacked:border-line stacked:bg-sheet stacked:p-4">
          <div className="h-56 shrink-0 stacked:hidden">
            <CoatMap
              drawn={drawn}
              view="left"
              looks={looks}
              focus={null}
              label={`${arrival.dog.name}, coat to scale`}
            />
          </div>
          <Papers papers={visit.papers} on={dateOf(visit.startsAt)} />
          <BeforeVisit visitId={visit.id} slotMinutes={visit.slotMinutes}>
            {({ answers }) =>
              answers && (
                <Button tight onClick={() => change((before) => arrivalWith(before, answers, patterns))}>
                  Take it into the arrival
                </Button>
              )
            }
          </BeforeVisit>
          {visit.client.note && <p className="rounded-2xl bg-paper p-4 text-lg">“{visit.client.note}”</p>}
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
            <dt className="text-ink-2">Owner</dt>
            <dd>{[visit.client.name, visit.client.phone].filter(Boolean).join(', ')}</dd>
            {last && (
              <>
                <dt className="text-ink-2">Last time</dt>
                <dd>
                  {dayText(last.startsAt)}
                  {last.choice && `: ${choiceText({ choice: last.choice, vet: last.vet }).toLowerCase()}`}
                  {last.minutes !== null && `, ${Math.round(last.minutes)} min`}
                </dd>
                <dt className="text-ink-2">Visits before</dt>
                <dd>{visit.past.length}</dd>
              </>
            )}
          </dl>
          <label>
            <span className="mb-1 block font-medium">Groomer</span>
            <select
              className="field"
              value={personId ?? ''}
              onChange={(event) => setPersonId(event.target.value || null)}
            >
              <PeopleOptions people={salon?.people} chosen={personId} nobody="nobody yet" />
            </select>
          </label>
        </div>
        <div className="border-t border-line bg-sheet px-6 py-4 stacked:sticky stacked:bottom-0 stacked:z-10 stacked:px-3 stacked:py-2">
          {save.error && <Problem error={save.error} />}
          <div className="flex gap-2">
            {!last && step === 'rest' && (
              <Button size="tall" aria-label="Back to the dog" onClick={() => setStep('deciding')}>
                <ArrowLeft size={20} />
              </Button>
            )}
            <Button type="submit" kind="main" size="tall" className="grow text-lg" disabled={save.isPending}>
              {goesOn ? 'On to what the owner wants' : 'Save, on to the look'} <ArrowRight size={20} />
            </Button>
          </div>
        </div>
      </aside>
    </form>
  )
}

/** What each line of an arrival opens. */
const PARTS: Readonly<Record<keyof ArrivalLines, readonly [title: string, Fields: (fields: FieldProps) => ReactNode]>> =
  {
    wishes: ['The owner wants', WishFields],
    health: ['Health', HealthFields],
    temper: ['Temper', TemperFields],
    skin: ['On the skin', SkinFields],
    coat: ['Coat', CoatFields],
    looks: ['Its looks', LooksFields],
  }

/** Parts of an arrival, a line each. */
function InLines({ parts, ...fields }: FieldProps & { parts: readonly (keyof ArrivalLines)[] }): ReactNode {
  const lines = arrivalLines(fields.arrival)
  return (
    <div className="border-b border-line">
      {parts.map((part) => {
        const [title, Fields] = PARTS[part]
        return (
          <AsItWas key={part} title={title} line={lines[part]}>
            <Fields {...fields} />
          </AsItWas>
        )
      })}
    </div>
  )
}

/** A dog that comes again: its weight, and what may be another since last time, each in a line. */
const Known = (fields: FieldProps): ReactNode => (
  <>
    <h1 className="text-2xl leading-tight">{fields.arrival.dog.name}, as last time?</h1>
    <section className="flex flex-col gap-4" aria-label="Today">
      <TodayFields {...fields} />
    </section>
    <InLines {...fields} parts={['wishes', 'health', 'temper', 'skin', 'coat', 'looks']} />
  </>
)

/** A dog nobody here knows: what decides the plan, then the rest. */
function New({ rest, ...fields }: FieldProps & { rest: boolean }): ReactNode {
  const { name } = fields.arrival.dog
  return rest ? (
    <>
      <h1 className="text-2xl leading-tight">What is wanted for {name}</h1>
      <section className="flex flex-col gap-4" aria-label="What the owner wants">
        <WishFields {...fields} />
      </section>
      <InLines {...fields} parts={['skin', 'looks']} />
    </>
  ) : (
    <>
      <h1 className="text-2xl leading-tight">Who is {name}?</h1>
      <section className="flex flex-col gap-4" aria-label="Coat, weight and age">
        <CoatFields {...fields} />
        <TodayFields {...fields} />
      </section>
      <Group title="What it takes">
        <TemperFields {...fields} />
      </Group>
      <Group title="Health, as the owner tells it">
        <HealthFields {...fields} />
      </Group>
    </>
  )
}

function Problem({ error }: { error: Error }): ReactNode {
  const issues = error instanceof Refused ? error.problem.issues : undefined
  return (
    <Alert className="mb-3">
      {error instanceof Away ? (
        'The server is away. What you entered is kept here; save again when it is back.'
      ) : issues ? (
        <ul>
          {issues.map(({ path, expected }) => (
            <li key={path}>
              {path}: expected {expected}
            </li>
          ))}
        </ul>
      ) : error instanceof Refused && error.problem.code === 'changed-elsewhere' ? (
        `${error.problem.changedBy ?? 'Somebody else'} changed this arrival meanwhile. Reload to see theirs; yours stays in this form until then.`
      ) : (
        error.message
      )}
    </Alert>
  )
}
