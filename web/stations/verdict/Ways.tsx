import { Check } from 'lucide-react'
import { type ReactNode, useMemo, useState } from 'react'
import {
  atPlaces,
  CLOSED_TEXT,
  capital,
  minutesText,
  moneyText,
  NEXT_TEXT,
  pullText,
  STYLE_LABEL,
  TREATMENT_LABEL,
  verdictLabel,
  weeksText,
} from '../../../contract/words/index.ts'
import {
  type Alternative,
  type GoesHome,
  isSaid,
  type Plan,
  type PriceList,
  quoteOf,
  quoteOfPlan,
  REGION_SIDES,
  type RegionId,
  type Style,
  type Treatment,
} from '../../../core/index.ts'
import { CoatMap } from '../../dog/CoatMap.tsx'
import type { DogDrawn } from '../../dog/dog-drawn.ts'
import { looksOfLengths } from '../../dog/looks.ts'
import { Button } from '../../parts/Button.tsx'
import { HouseNumber } from '../../parts/HouseNumber.tsx'
import { Opens } from '../../parts/Opens.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { Table } from '../../parts/Table.tsx'

type Way = Omit<Alternative, 'closed' | 'feasible'> & {
  readonly title: string
  readonly note: string
  readonly inForce: boolean
  /** Whether it can be chosen here. */
  readonly open: boolean
  readonly price: number
}

function noteOf(way: Alternative, { verdict }: Plan): string {
  if (way.closed && isSaid(way.closed)) return CLOSED_TEXT[way.closed]
  if (way.visits > 1) return 'keeps it by coming back'
  if (!way.feasible)
    return way.pull > verdict.pullBudget
      ? 'asks too much of this dog'
      : way.minutes > verdict.minutesBudget
        ? 'takes too long'
        : 'does not fit'
  if (verdict.insteadOf === way.style) return 'weighs least'
  return way.mismatch ? 'unlike lengths side by side' : 'fits, weighs less well'
}

function waysOf(plan: Plan, home: GoesHome, drawn: DogDrawn, prices: PriceList): Way[] {
  const { verdict } = plan
  const inForce: Way[] =
    verdict.choice === 'split-visits'
      ? []
      : [
          {
            ...verdict.after,
            choice: verdict.choice,
            style: verdict.style,
            title: verdictLabel(plan),
            note: verdict.insteadOf ? 'chosen here' : 'the verdict',
            minutes: verdict.minutes.low,
            pull: verdict.pull.low,
            coatKept: home.coatKept,
            objective: verdict.objective.total,
            mismatch: verdict.objective.mismatch > 0,
            visits: 1,
            treatments: plan.regions.map(({ treatment }) => treatment),
            outlineMm: home.mm,
            inForce: true,
            open: false,
            price: quoteOfPlan(drawn, plan, prices).total,
          },
        ]
  return [
    ...inForce,
    ...verdict.alternatives.map((way) => ({
      ...way,
      title: way.visits > 1 ? `Over ${way.visits} visits` : capital(STYLE_LABEL[way.style] ?? way.style),
      note: noteOf(way, plan),
      inForce: false,
      open: way.feasible && way.closed === null && way.visits === 1,
      price: quoteOf(drawn, way.minutes, prices).total,
    })),
  ].slice(0, MOST_WAYS)
}

const MOST_WAYS = 4

/** The ways that were compared, side by side, each as the dog would look after it. */
export function Ways({
  plan,
  home,
  drawn,
  prices,
  onChoose,
}: {
  plan: Plan
  /** How it goes home by the way in force. */
  home: GoesHome
  drawn: DogDrawn
  prices: PriceList
  /** null where nothing can be chosen now. */
  onChoose: ((style: Style, reason: string) => Promise<void>) | null
}): ReactNode {
  const ways = useMemo(() => waysOf(plan, home, drawn, prices), [plan, home, drawn, prices])
  const [choosing, setChoosing] = useState<Way | null>(null)
  if (plan.verdict.choice === 'refer') return <p>The groom stops; there is nothing to choose from.</p>
  if (ways.length < 2) return <p>There is one way only: {verdictLabel(plan).toLowerCase()}.</p>
  return (
    <section aria-label="The ways side by side">
      <h2 className="mb-2 text-lg">Side by side</h2>
      <ul className="grid grid-cols-2 gap-3" data-testid="alternatives">
        {ways.map((way) => (
          <WayCard
            key={`${way.style} ${way.visits} ${way.inForce}`}
            way={way}
            plan={plan}
            drawn={drawn}
            prices={prices}
            onChoose={onChoose && way.open ? () => setChoosing(way) : null}
          />
        ))}
      </ul>
      {choosing && onChoose && (
        <ChooseDialog
          way={choosing}
          onClose={() => setChoosing(null)}
          onChoose={async (reason) => {
            await onChoose(choosing.style, reason)
            setChoosing(null)
          }}
        />
      )}
    </section>
  )
}

const REASONS = [
  'The owner wants it so',
  'The dog is less patient than it seemed',
  'Better for the time of year',
] as const

function ChooseDialog({
  way,
  onClose,
  onChoose,
}: {
  way: Way
  onClose: () => void
  onChoose: (reason: string) => Promise<void>
}): ReactNode {
  const [reason, setReason] = useState('')
  const [busy, setBusy] = useState(false)
  return (
    <DialogSheet
      title={`${way.title} instead?`}
      about="It is planned in full by the same rules. The verdict that was computed is kept beside it, with your reason."
      onClose={onClose}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault()
          setBusy(true)
          void onChoose(reason.trim()).finally(() => setBusy(false))
        }}
      >
        <div className="mb-3 flex flex-wrap gap-1.5">
          {REASONS.map((text) => (
            <Button key={text} tight onClick={() => setReason(text)}>
              {text}
            </Button>
          ))}
        </div>
        <label className="block">
          <span className="mb-1 block font-medium">Why</span>
          <input
            className="field"
            value={reason}
            maxLength={400}
            required
            onChange={(event) => setReason(event.target.value)}
          />
        </label>
        <div className="mt-5 flex justify-end gap-3">
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" kind="main" disabled={reason.trim() === '' || busy}>
            <Check size={18} /> Choose this way
          </Button>
        </div>
      </form>
    </DialogSheet>
  )
}

function WayCard({
  way,
  plan,
  drawn,
  prices,
  onChoose,
}: {
  way: Way
  plan: Plan
  drawn: DogDrawn
  prices: PriceList
  onChoose: (() => void) | null
}): ReactNode {
  const looks = useMemo(() => looksOfLengths(way.outlineMm), [way.outlineMm])
  return (
    <li
      className={
        way.inForce
          ? 'flex flex-col rounded-2xl border-2 border-ink p-3'
          : 'flex flex-col rounded-2xl border border-line p-3'
      }
    >
      <div className="h-[104px]">
        <CoatMap drawn={drawn} view="left" looks={looks} focus={null} plain label={`${way.title}: how it would look`} />
      </div>
      <p className="font-medium leading-tight">{way.title}</p>
      <p className="text-sm text-ink-2">{way.note}</p>
      <Opens title={`${way.title}: what it is made of`} className="w-full" body={<WayBody way={way} plan={plan} />}>
        <span className="mt-1 grid grid-cols-[1fr_auto] gap-x-2 text-sm">
          {(
            [
              ['coat work', `${minutesText(way.minutes)} min`],
              ['pull', pullText(way.pull)],
              ['coat kept', `${Math.round(way.coatKept)} %`],
              ['price', moneyText(way.price, prices.currency)],
              ['outline back in', way.regrowWeeks < 0.5 ? 'stays' : weeksText(way.regrowWeeks)],
              ['next visit', `${way.next.weeks} weeks`],
            ] as const
          ).map(([name, value]) => (
            <span key={name} className="contents">
              <span className="text-ink-2">{name}</span>
              <span className="opens text-right font-semibold">{value}</span>
            </span>
          ))}
        </span>
      </Opens>
      <p className="mt-1 text-sm text-ink-2">{lostWhere(way.losses)}</p>
      {onChoose && (
        <Button className="mt-auto self-stretch" onClick={onChoose}>
          Choose this
        </Button>
      )}
    </li>
  )
}

const MOST_LOST = 3
const LEAST_LOST = 0.05

/** Where coat goes, the most first, in words. */
function lostWhere(losses: readonly number[]): string {
  const byRegion = new Map<RegionId, number>()
  for (const { index, region } of REGION_SIDES) byRegion.set(region, (byRegion.get(region) ?? 0) + losses[index]!)
  const lost = [...byRegion].filter(([, points]) => points > LEAST_LOST).sort((a, b) => b[1] - a[1])
  return lost.length === 0
    ? 'no coat is lost'
    : `coat goes ${atPlaces(
        lost.map(([region]) => region),
        MOST_LOST,
      )}`
}

/** Where a way's figures come from, and what it was compared by. */
function WayBody({ way, plan }: { way: Way; plan: Plan }): ReactNode {
  const { verdict } = plan
  const places = new Map<Treatment, number>()
  for (const treatment of way.treatments) places.set(treatment, (places.get(treatment) ?? 0) + 1)
  return (
    <>
      <p className="mb-3">
        {capital(way.note)}. Minutes and pull are summed over the places; this dog gives {pullText(verdict.pullBudget)}{' '}
        pull-minutes, and there are {minutesText(verdict.minutesBudget)} minutes for coat work.
      </p>
      <Table
        className="mb-3"
        rows={[...places]}
        keyOf={([treatment]) => treatment}
        columns={[
          { head: '', names: true, cell: ([treatment]) => TREATMENT_LABEL[treatment] },
          { head: '', figures: true, cell: ([, count]) => (count === 1 ? '1 place' : `${count} places`) },
        ]}
      />
      <p className="mb-3">
        Compared by points, least is best: <b>{way.objective.toFixed(1)}</b>
        {way.mismatch && (
          <>
            , of which <HouseNumber id="mismatch.points" /> for unlike lengths side by side
          </>
        )}
        . Points are coat lost by the owner’s wish, <HouseNumber id="price.minute" /> and{' '}
        <HouseNumber id="price.pull" />.
      </p>
      <p>
        Next visit {NEXT_TEXT[way.next.why]}: the mat index would stand at {Math.round(way.next.indexThen)} then, and at{' '}
        {Math.round(way.next.indexLater)} four weeks later (<HouseNumber id="rebook.index" />
        ). Growth by <HouseNumber id="growth.mm-day" />.
      </p>
    </>
  )
}
