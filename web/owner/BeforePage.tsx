import { CalendarX, Check, Phone } from 'lucide-react'
import { type ReactNode, useMemo, useState } from 'react'
import { useParams } from 'react-router'
import {
  type BeforeAnswers,
  type BeforePage as BeforePageDoc,
  beforeAnswersSchema,
  beforeApi,
} from '../../contract/api/before.ts'
import { HEAVIEST_KG, LIGHTEST_KG } from '../../contract/formats/numbers.ts'
import { COMB_PLACE_HOW, COMB_PLACE_LABEL, COMB_RESULT_LABEL } from '../../contract/words/before.ts'
import { moneyText } from '../../contract/words/consent.ts'
import { follow } from '../../contract/words/habits.ts'
import {
  capital,
  dayAndTimeText,
  HEALTH_LABEL,
  KEEP_LABEL,
  minutesText,
  rangeText,
} from '../../contract/words/index.ts'
import { kgOf, weightBounds, weightIn, weightUnit } from '../../contract/words/measures.ts'
import {
  COMB_PLACES,
  COMB_REGIONS,
  COMB_RESULTS,
  type CombPlace,
  type CombResult,
  HEALTH_IDS,
  REGION_SIDES,
} from '../../core/index.ts'
import { useRead, useWrite } from '../device/api.ts'
import { Refused } from '../device/client.ts'
import { deviceStorage, readJson } from '../device/storage.ts'
import { CoatMap } from '../dog/CoatMap.tsx'
import { dogDrawn } from '../dog/dog-drawn.ts'
import { looksOfCoat } from '../dog/looks.ts'
import { looksOfPattern } from '../dog/pattern-looks.ts'
import { Alert } from '../parts/Alert.tsx'
import { Button } from '../parts/Button.tsx'
import { numberOf } from '../parts/number-text.ts'
import { AnyOf, OneOf } from '../parts/Toggle.tsx'
import { LinkState, Part, useTitle } from './parts.tsx'

const NOTHING_SAID: BeforeAnswers = {
  weightKg: null,
  weeksSince: null,
  brushing: null,
  comb: {},
  wish: {},
  health: [],
  news: '',
}

const isAnswers = (value: unknown): value is BeforeAnswers => beforeAnswersSchema.safeParse(value).success
const draftKey = (token: string): string => `etude.before.${token}`

/** Six questions to the owner before the visit, on a phone with one hand: none must be answered. */
export function BeforePage(): ReactNode {
  const { token = '' } = useParams()
  const query = useRead(beforeApi.page, { token }, { staleTime: Number.POSITIVE_INFINITY })
  if (query.data) follow(query.data.habits)
  if (query.data) return <Questions token={token} page={query.data} />
  return <LinkState error={query.error} again={() => void query.refetch()} />
}

function Questions({ token, page }: { token: string; page: BeforePageDoc }): ReactNode {
  const [answers, setAnswers] = useState<BeforeAnswers>(
    () => readJson(draftKey(token), isAnswers) ?? page.answers ?? NOTHING_SAID,
  )
  const [sent, setSent] = useState(page.answers !== null)
  const send = useWrite(beforeApi.answer)
  const set = (change: Partial<BeforeAnswers>): void => {
    setSent(false)
    setAnswers((before) => {
      const next = { ...before, ...change }
      deviceStorage.set(draftKey(token), JSON.stringify(next))
      return next
    })
  }
  const ask = { answers, set }
  const about = `${page.name}, before the visit`
  useTitle(about, page.salon)
  return (
    <main className="mx-auto max-w-md px-5 pb-16 text-lg" data-testid="before-page">
      <header className="py-5">
        <p className="text-ink-2">{page.salon}</p>
        <h1 className="text-3xl leading-tight">{about}</h1>
        <p className="mt-1 text-lg font-medium">{dayAndTimeText(page.startsAt)}</p>
        <p className="mt-2 text-ink-2">Six questions so that we keep enough time. Leave out what you do not know.</p>
      </header>
      {page.wants === 'cancelled' ? (
        <p className="rounded-2xl bg-accent-soft p-4 text-lg font-medium" role="status" data-testid="called-off">
          The visit is called off. If that was a mistake, please call the salon.
        </p>
      ) : (
        <>
          <Weight {...ask} />
          <LastGroom {...ask} />
          <Brushing {...ask} />
          <CombTest {...ask} page={page} />
          <Wishes {...ask} page={page} />
          <News {...ask} />
          <section className="border-t border-line py-5" aria-label="Send">
            {sent ? (
              <div className="rounded-2xl bg-accent-soft p-4" role="status" data-testid="thanks">
                <p className="text-lg font-medium">Thank you, we have your answers.</p>
                <Expects page={page} />
              </div>
            ) : (
              <Button
                kind="main"
                size="tall"
                className="w-full text-lg"
                disabled={send.isPending}
                onClick={() =>
                  send.mutate(
                    { token, body: answers },
                    {
                      onSuccess: () => {
                        deviceStorage.remove(draftKey(token))
                        setSent(true)
                      },
                    },
                  )
                }
              >
                <Check size={20} /> Send to the salon
              </Button>
            )}
            {send.error && <NotSent error={send.error} />}
          </section>
          <Change token={token} page={page} />
        </>
      )}
      <footer className="border-t border-line pt-4 text-sm text-ink-2">
        Do not pull where the comb gets stuck, and leave it if {page.name} minds. A sore, wet or hot place, or a dog
        that is not itself, is for the vet first.
      </footer>
    </main>
  )
}

function Expects({ page: { expects, currency, name } }: { page: BeforePageDoc }): ReactNode {
  if (!expects) return <p className="mt-1">We look {name} over first and then tell you what it takes.</p>
  return (
    <p className="mt-1">
      We reckon with {rangeText(expects.minutes, minutesText)} minutes and{' '}
      {rangeText(expects.price, (amount) => moneyText(amount, currency))}. What it is we know when we have had our hands
      on {name}; nothing dearer is done without your yes.
    </p>
  )
}

interface Asked {
  readonly answers: BeforeAnswers
  readonly set: (change: Partial<BeforeAnswers>) => void
}

function Weight({ answers, set }: Asked): ReactNode {
  const [text, setText] = useState(answers.weightKg === null ? '' : String(weightIn(answers.weightKg)))
  const wrong = text.trim() !== '' && answers.weightKg === null
  return (
    <Part title="1. How heavy is it?">
      <label className="flex items-center gap-3">
        <input
          className="field min-h-12 w-28"
          inputMode="decimal"
          value={text}
          aria-label={`Weight in ${weightUnit() === 'lb' ? 'pounds' : 'kilograms'}`}
          aria-invalid={wrong}
          onChange={({ target }) => {
            setText(target.value)
            const kg = kgOf(numberOf(target.value))
            set({ weightKg: kg >= LIGHTEST_KG && kg <= HEAVIEST_KG ? kg : null })
          }}
        />
        {weightUnit()}
      </label>
      {wrong && (
        <p role="alert" className="mt-1 text-alarm">
          A weight from {weightBounds(LIGHTEST_KG, HEAVIEST_KG).join(' to ')} {weightUnit()}.
        </p>
      )}
    </Part>
  )
}

/** Weeks that stand for each answer. */
const SINCE = [
  { value: '4', label: 'A month or less' },
  { value: '8', label: 'Two months' },
  { value: '13', label: 'Three months' },
  { value: '26', label: 'Half a year' },
  { value: '52', label: 'A year or never' },
] as const

const LastGroom = ({ answers, set }: Asked): ReactNode => (
  <Part title="2. When was it last groomed by a groomer?">
    <OneOf
      legend="Last groom"
      hideLegend
      choices={SINCE}
      value={(answers.weeksSince === null ? '' : String(answers.weeksSince)) as (typeof SINCE)[number]['value']}
      onChange={(weeks) => set({ weeksSince: Number(weeks) })}
    />
  </Part>
)

const OFTEN = [
  { value: '0', label: 'Hardly ever' },
  { value: '1', label: 'Once a week' },
  { value: '3', label: 'Every other day' },
  { value: '7', label: 'Every day' },
] as const

function Brushing({ answers, set }: Asked): ReactNode {
  const { brushing } = answers
  return (
    <Part title="3. How often is it brushed?">
      <OneOf
        legend="Brushing"
        hideLegend
        choices={OFTEN}
        value={(brushing === null ? '' : String(brushing.perWeek)) as (typeof OFTEN)[number]['value']}
        onChange={(perWeek) => set({ brushing: { perWeek: Number(perWeek), toSkin: brushing?.toSkin ?? false } })}
      />
      {brushing !== null && brushing.perWeek > 0 && (
        <div className="mt-3">
          <OneOf
            legend="Does the comb then reach the skin?"
            choices={[
              { value: 'yes', label: 'Yes, to the skin' },
              { value: 'no', label: 'Only the top' },
            ]}
            value={brushing.toSkin ? 'yes' : 'no'}
            onChange={(to) => set({ brushing: { ...brushing, toSkin: to === 'yes' } })}
          />
        </div>
      )}
    </Part>
  )
}

const PLACE_VIEW: Readonly<Record<CombPlace, 'left' | 'underside'>> = {
  'behind-ears': 'left',
  armpits: 'underside',
  belly: 'underside',
  breeches: 'left',
  toes: 'left',
}

const COMB_CHOICES = COMB_RESULTS.map((value) => ({ value, label: COMB_RESULT_LABEL[value] }))

function CombTest({ answers, set, page }: Asked & { page: BeforePageDoc }): ReactNode {
  const drawn = useMemo(() => dogDrawn({ dog: page.dog }), [page.dog])
  const looks = useMemo(() => looksOfCoat(drawn), [drawn])
  const tried = COMB_PLACES.filter((place) => answers.comb[place]).length
  return (
    <Part title="4. The comb test">
      <p className="mb-3">
        Take a comb and try it gently from the skin out in five places. It takes a minute and tells us most.{' '}
        <span className="text-ink-2">
          {tried} of {COMB_PLACES.length} tried.
        </span>
      </p>
      <ul className="flex flex-col gap-5">
        {COMB_PLACES.map((place) => (
          <li key={place}>
            <div className="flex items-center gap-3">
              <div className="h-24 w-32 shrink-0">
                <CoatMap
                  drawn={drawn}
                  view={PLACE_VIEW[place]}
                  looks={looks}
                  focus={null}
                  lit={litAt(place)}
                  {...(place === 'behind-ears' ? { close: 'head' as const } : {})}
                  label={`Where it is: ${COMB_PLACE_LABEL[place]}`}
                />
              </div>
              <div>
                <h3 className="font-semibold">{capital(COMB_PLACE_LABEL[place])}</h3>
                <p className="text-sm leading-snug text-ink-2">{COMB_PLACE_HOW[place]}</p>
              </div>
            </div>
            <div className="mt-2">
              <OneOf
                legend={`The comb ${COMB_PLACE_LABEL[place]}`}
                hideLegend
                choices={COMB_CHOICES}
                value={answers.comb[place] ?? ('' as CombResult)}
                onChange={(result) => set({ comb: { ...answers.comb, [place]: result } })}
              />
            </div>
          </li>
        ))}
      </ul>
    </Part>
  )
}

const LIT = new Map<CombPlace, ReadonlySet<number>>()
function litAt(place: CombPlace): ReadonlySet<number> {
  const known =
    LIT.get(place) ??
    new Set(REGION_SIDES.filter(({ region }) => COMB_REGIONS[place].includes(region)).map(({ index }) => index))
  LIT.set(place, known)
  return known
}

function Wishes({ answers, set, page }: Asked & { page: BeforePageDoc }): ReactNode {
  const drawn = useMemo(() => dogDrawn({ dog: page.dog }), [page.dog])
  const { wish } = answers
  return (
    <Part title="5. What would you like?">
      <OneOf
        legend="The length"
        choices={([0, 1, 2, 3] as const).map((value) => ({ value, label: capital(KEEP_LABEL[value]) }))}
        value={wish.keepLength ?? (-1 as 0)}
        onChange={(keepLength) => set({ wish: { ...wish, keepLength } })}
      />
      {page.patterns.length > 0 && (
        <fieldset className="mt-4">
          <legend className="mb-1 font-medium">A shape you like (if you know)</legend>
          <ul className="flex flex-col gap-2">
            {page.patterns.map((one) => (
              <li key={one.id}>
                <label className="flex min-h-12 items-center gap-3 rounded-2xl border border-line p-2 has-checked:border-accent has-checked:bg-accent-soft">
                  <input
                    type="radio"
                    name="pattern"
                    className="ml-1 size-5 shrink-0"
                    checked={wish.patternId === one.id}
                    onChange={() => set({ wish: { ...wish, patternId: one.id } })}
                  />
                  <span className="h-16 w-24 shrink-0">
                    <PatternPicture one={one} drawn={drawn} />
                  </span>
                  <span>
                    <span className="block font-medium">{one.name}</span>
                    <span className="block text-sm text-ink-2">{capital(one.upkeep)}</span>
                  </span>
                </label>
              </li>
            ))}
            <li>
              <label className="flex min-h-12 items-center gap-3 rounded-2xl border border-line p-2 has-checked:border-accent has-checked:bg-accent-soft">
                <input
                  type="radio"
                  name="pattern"
                  className="ml-1 size-5 shrink-0"
                  checked={wish.patternId === undefined}
                  onChange={() => set({ wish: wish.keepLength === undefined ? {} : { keepLength: wish.keepLength } })}
                />
                <span>We talk about it when we are there</span>
              </label>
            </li>
          </ul>
        </fieldset>
      )}
    </Part>
  )
}

function PatternPicture({
  one,
  drawn,
}: {
  one: BeforePageDoc['patterns'][number]
  drawn: ReturnType<typeof dogDrawn>
}): ReactNode {
  const looks = useMemo(() => looksOfPattern(one.pattern, drawn.coatType), [one.pattern, drawn.coatType])
  return <CoatMap drawn={drawn} view="left" looks={looks} focus={null} plain label={one.name} />
}

/** Not asked of an owner: what a groomer sees, and what the age says. */
const NOT_ASKED: ReadonlySet<string> = new Set(['senior', 'puppy', 'brachycephalic'])

const News = ({ answers, set }: Asked): ReactNode => (
  <Part title="6. Health, and anything new">
    <AnyOf
      legend="Is there any of these?"
      choices={HEALTH_IDS.filter((id) => !NOT_ASKED.has(id)).map((id) => ({
        value: id,
        label: capital(HEALTH_LABEL[id]),
      }))}
      values={answers.health}
      onChange={(health) => set({ health })}
    />
    <label className="mt-4 block">
      <span className="mb-1 block font-medium">Anything new since last time? Lumps, sores, a fright, medicine</span>
      <textarea
        className="field"
        rows={3}
        maxLength={500}
        value={answers.news}
        onChange={({ target }) => set({ news: target.value })}
      />
    </label>
  </Part>
)

function Change({ token, page }: { token: string; page: BeforePageDoc }): ReactNode {
  const change = useWrite(beforeApi.change)
  const [sure, setSure] = useState(false)
  if (page.wants === 'another-time')
    return (
      <Part title="Another time">
        <p role="status" data-testid="another-time">
          We call you about another time. Until then this one stands.
        </p>
      </Part>
    )
  if (!page.mayChange)
    return (
      <Part title="Not that day after all?">
        <p>It is close to the visit: please call the salon.</p>
      </Part>
    )
  return (
    <Part title="Not that day after all?">
      <p className="mb-3 text-ink-2">You can change it here until {dayAndTimeText(page.changeUntil)}.</p>
      <div className="flex flex-col gap-2">
        <Button
          size="tall"
          disabled={change.isPending}
          onClick={() => change.mutate({ token, body: { wants: 'another-time' } })}
        >
          <Phone size={20} /> Please call me about another time
        </Button>
        <Button
          size="tall"
          disabled={change.isPending}
          onClick={() => (sure ? change.mutate({ token, body: { wants: 'cancelled' } }) : setSure(true))}
        >
          <CalendarX size={20} /> {sure ? 'Yes, call it off' : 'Call the visit off'}
        </Button>
      </div>
      {change.error && <NotSent error={change.error} />}
    </Part>
  )
}

const NotSent = ({ error }: { error: Error }): ReactNode => (
  <Alert className="mt-3">
    {error instanceof Refused
      ? capital(error.message)
      : 'Not sent: the salon cannot be reached. What you wrote is still here; try again.'}
  </Alert>
)
