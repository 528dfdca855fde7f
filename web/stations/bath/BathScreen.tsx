import { ArrowLeft, ArrowRight, FlaskConical } from 'lucide-react'
import { type ReactNode, useCallback, useMemo, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { toast } from 'sonner'
import { bathApi } from '../../../contract/api/bath.ts'
import type { Salon } from '../../../contract/api/salon.ts'
import { shelfApi } from '../../../contract/api/shelf.ts'
import type { Visit } from '../../../contract/api/visits.ts'
import type { ShelfProduct } from '../../../contract/formats/products.ts'
import {
  BATH_STEP_LABEL,
  bathWarningText,
  capital,
  JOB_LABEL,
  minutesText,
  mixText,
  NO_BATH_TEXT,
  PRODUCT_KIND_LABEL,
  placeName,
} from '../../../contract/words/index.ts'
import { temperatureText } from '../../../contract/words/measures.ts'
import type { Swaps } from '../../../core/index.ts'
import {
  type Assessment,
  type Bath,
  type BathStep,
  coatAtTub,
  deshedOf,
  type House,
  mixForDay,
  mixLines,
  type Plan,
  planBath,
  REGION_SIDES,
} from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead, useWrite } from '../../device/api.ts'
import type { Entry } from '../../device/outbox.ts'
import { send, useLane } from '../../device/use-outbox.ts'
import { useSalon } from '../../device/use-salon.ts'
import { DogStage } from '../../dog/DogStage.tsx'
import { dogDrawn } from '../../dog/dog-drawn.ts'
import { looksOfBath } from '../../dog/looks.ts'
import { usePlanOfVisit } from '../../dog/plan-of-visit.ts'
import { shelfOfVisit } from '../../dog/shelf-of-visit.ts'
import { useTurning } from '../../dog/use-turning.ts'
import { Button, ButtonLink } from '../../parts/Button.tsx'
import { Answer, Station } from '../Station.tsx'
import { useVisit } from '../VisitLayout.tsx'
import { Deshedding } from './Deshedding.tsx'
import { MixingCard } from './MixingCard.tsx'
import { StepDetail } from './StepDetail.tsx'
import { Timeline } from './Timeline.tsx'

/** The tub: what goes on, how much, how long, and what the hands do meanwhile. */
export function BathScreen(): ReactNode {
  const visit = useVisit()
  const made = usePlanOfVisit(visit)
  const { data: salon } = useSalon()
  const shelf = useRead(shelfApi.all, {})
  if (shelf.error && !shelf.data) return <QueryFailed error={shelf.error} onRetry={() => void shelf.refetch()} />
  if (!made || !salon || !shelf.data) return <Loading what="the bath" />
  return <InTheTub visit={visit} salon={salon} products={shelf.data} {...made} />
}

interface Props {
  readonly visit: Visit
  readonly salon: Salon
  readonly products: readonly ShelfProduct[]
  readonly assessment: Assessment
  readonly plan: Plan
  readonly house: House
}

/** What the last change that is still on its way chose; null where none is. */
function swapsIn(entries: readonly Entry[]): Swaps | null {
  const last = entries.findLast(({ to }) => to === 'bath.swap')
  return last ? (last.call as { body: { swaps: Swaps } }).body.swaps : null
}

function InTheTub({ visit, salon, products, assessment, plan, house }: Props): ReactNode {
  const { data: record } = useRead(bathApi.of, { id: visit.id })
  const { entries } = useLane(`bath.${visit.id}`)
  // What was chosen a moment ago counts at once; a refusal takes it back and says why.
  const swaps = swapsIn(entries) ?? record?.swaps ?? NONE
  const shelf = useMemo(() => shelfOfVisit(products, record), [products, record])
  const bath = useMemo(() => planBath(assessment, plan, house, shelf, swaps), [assessment, plan, house, shelf, swaps])
  const deshed = useMemo(() => deshedOf(assessment, plan, house), [assessment, plan, house])
  const planned = useMemo(() => planBath(assessment, plan, house, shelf), [assessment, plan, house, shelf])
  const name = visit.arrival.dog.name ?? 'This dog'
  const change = (slot: string, productId: string | null): void => {
    const { [slot]: _, ...others } = swaps
    send('bath.swap', { id: visit.id, body: { swaps: productId ? { ...others, [slot]: productId } : others } })
  }
  const units = salon.equipment.units
  if (bath.noBath)
    return (
      <div className="mx-auto max-w-xl p-10" data-testid="no-bath">
        <h1 className="mb-2 text-2xl">No bath for {name} today</h1>
        <p className="mb-4 text-lg">{NO_BATH_TEXT[bath.noBath]}</p>
        <ButtonLink to="../verdict">
          <ArrowLeft size={18} /> To the verdict
        </ButtonLink>
      </div>
    )
  return (
    <Tub
      {...{ visit, bath, planned, plan, assessment, house, units, name, swaps }}
      onSwap={change}
      bookedAt={record?.bookedAt ?? null}
      usual={products.length === 0}
    >
      {deshed && <Deshedding deshed={deshed} />}
    </Tub>
  )
}

const NONE: Readonly<Record<string, string>> = {}

function Tub({
  visit,
  bath,
  planned,
  plan,
  assessment,
  house,
  units,
  name,
  swaps,
  onSwap,
  bookedAt,
  usual,
  children,
}: {
  visit: Visit
  bath: Bath
  /** The same bath with nothing chosen by hand. */
  planned: Bath
  plan: Plan
  assessment: Assessment
  house: House
  units: Salon['equipment']['units']
  name: string
  swaps: Readonly<Record<string, string>>
  onSwap: (slot: string, productId: string | null) => void
  bookedAt: string | null
  /** There is no shelf yet: planned with one of each usual kind. */
  usual: boolean
  children: ReactNode
}): ReactNode {
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  const [chosen, setChosen] = useState<string | null>(() => bath.steps.find(({ kind }) => kind === 'wash')?.id ?? null)
  const { stage } = useTurning()
  const [card, setCard] = useState(false)
  const book = useWrite(bathApi.book)
  const navigate = useNavigate()
  const step = bath.steps.find(({ id }) => id === chosen) ?? null
  const mm = useMemo(() => coatAtTub(assessment, plan, house).mm, [assessment, plan, house])
  const looks = useMemo(
    () => looksOfBath(mm, new Set(step?.indexes), new Set(bath.keptDry.map(({ index }) => index))),
    [mm, step?.indexes, bath.keptDry],
  )
  const nameOf = useCallback(
    (index: number) => {
      const { region, side } = REGION_SIDES[index]!
      const kept = bath.keptDry.find((place) => place.index === index)
      const on = bath.steps.filter(({ indexes, productKind }) => productKind && indexes.includes(index))
      return `${capital(placeName(region, side))}: ${
        kept
          ? NO_BATH_TEXT[kept.why]
          : on.map(({ productKind }) => PRODUCT_KIND_LABEL[productKind!]).join(', ') || 'water'
      }`
    },
    [bath],
  )
  const pick = (index: number): void => {
    const washed = bath.steps.find(({ indexes, productKind }) => productKind && indexes.includes(index))
    if (washed) setChosen(washed.id)
  }
  const bottles = useMemo(() => mixForDay([{ dogId: visit.id, lines: mixLines(bath.steps) }]), [bath.steps, visit.id])
  const productName = (id: string) => bath.uses.find(({ product }) => product.id === id)!.product
  const out = (): void => {
    const go = (): void => {
      send('visits.setStation', { id: visit.id, body: { station: 'dry' } })
      void navigate(`/visits/${visit.id}/dry`)
    }
    // Without a shelf of its own there is nothing to book from.
    if (usual || bookedAt) go()
    else
      book.mutate(
        { id: visit.id, body: { batchId: crypto.randomUUID() } },
        {
          onSuccess: go,
          onError: (error) => toast.error(`Not booked: ${error.message}`),
        },
      )
  }
  const bar = (
    <>
      <Button onClick={() => setCard(true)}>
        <FlaskConical size={18} /> Mixing card
      </Button>
      <span className="grow" />
      <Button kind="main" disabled={book.isPending || !visit.acceptedPlan} onClick={out}>
        {visit.acceptedPlan ? (usual || bookedAt ? 'To the dryer' : 'Book it, to the dryer') : 'Take the verdict first'}{' '}
        <ArrowRight size={18} />
      </Button>
    </>
  )
  return (
    <Station>
      <section className="flex flex-col aside:min-h-0" aria-label="Where it goes">
        <div className="flex min-h-[340px] grow aside:min-h-0">
          <DogStage
            drawn={drawn}
            looks={looks}
            {...stage}
            focus={null}
            onPick={pick}
            nameOf={nameOf}
            label={`${name}, where each product goes`}
          />
        </div>
        <div className="px-5 pb-4 max-lg:overflow-x-auto">
          <div className="max-lg:min-w-[800px]">
            <Timeline bath={bath} chosen={chosen} onChoose={setChosen} />
          </div>
        </div>
      </section>
      <Answer bar={bar}>
        <div className="flex min-h-0 grow flex-col gap-4 overflow-y-auto p-6 stacked:p-4">
          <div>
            <p className="text-ink-2">Water {temperatureText(bath.waterC)}</p>
            <h1 className="text-3xl leading-snug" data-testid="bath">
              {name} is in the tub for about {minutesText(bath.minutes)} minutes
            </h1>
            <p className="text-lg" data-testid="standing">
              {minutesText(bath.standing)} of them it stands and waits
              {bath.saved > 0 && `; ${minutesText(bath.saved)} saved by working meanwhile`}.
            </p>
          </div>
          {Object.keys(swaps).length > 0 && <p data-testid="swapped">Chosen by hand: {changeText(bath, planned)}</p>}
          {(bath.warnings.length > 0 || bath.keptDry.length > 0 || usual) && (
            <ul className="flex flex-col gap-1 rounded-2xl bg-paper p-4" data-testid="bath-warnings">
              {bath.keptDry.map(({ index, why }) => {
                const { region, side } = REGION_SIDES[index]!
                return (
                  <li key={index} className="font-medium">
                    {capital(placeName(region, side))}: {NO_BATH_TEXT[why]}
                  </li>
                )
              })}
              {bath.warnings.map((warning) => (
                <li key={bathWarningText(warning)}>{bathWarningText(warning)}</li>
              ))}
              {usual && (
                <li>
                  Planned with usual products:{' '}
                  <Link className="underline" to="/shelf">
                    put yours on the shelf
                  </Link>
                  .
                </li>
              )}
            </ul>
          )}
          {bath.cycles && (
            <p>
              Conditioner and air: {bath.cycles.planned} {bath.cycles.planned === 1 ? 'round' : 'rounds'} planned,{' '}
              {bath.cycles.low} to {bath.cycles.high} as the coat asks. Stop when the air opens it to the skin.
            </p>
          )}
          <ol className="flex flex-col gap-1" data-testid="bath-steps">
            {bath.steps.map((each) => (
              <li key={each.id}>
                <button
                  type="button"
                  className="grid w-full min-h-12 grid-cols-[44px_1fr_auto] items-baseline gap-x-3 rounded-xl px-2 py-1.5 text-left hover:bg-paper aria-expanded:bg-accent-soft"
                  aria-expanded={each.id === chosen}
                  onClick={() => setChosen(each.id === chosen ? null : each.id)}
                >
                  <span className="figure text-right text-ink-2">
                    {each.inVerdict ? '' : minutesText(each.startMin)}
                  </span>
                  <span>
                    <span className="font-semibold">{stepTitle(each)}</span>
                    {each.choice?.mix && <span className="block">{mixText(each.choice.mix, units)}</span>}
                    {each.meanwhile.length > 0 && (
                      <span className="block text-ink-2">
                        meanwhile {each.meanwhile.map((job) => JOB_LABEL[job]).join(', ')}
                      </span>
                    )}
                  </span>
                  <span className="figure text-right">{timeText(each)}</span>
                </button>
                {each.id === chosen && (
                  <StepDetail
                    step={each}
                    units={units}
                    swapped={each.id in swaps}
                    onSwap={(productId) => onSwap(each.id, productId)}
                  />
                )}
              </li>
            ))}
          </ol>
          {children}
        </div>
        {card && (
          <MixingCard
            title={`Mix for ${name}`}
            bottles={bottles}
            nameOf={productName}
            units={units}
            onClose={() => setCard(false)}
          />
        )}
      </Answer>
    </Station>
  )
}

const signed = (value: number, digits: number): string => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(digits)}`

/** What swaps by hand change of minutes, product and cost. */
function changeText(bath: Bath, planned: Bath): string {
  const total = ({ uses }: Bath, of: (use: Bath['uses'][number]) => number): number =>
    uses.reduce((sum, use) => sum + of(use), 0)
  const minutes = bath.minutes - planned.minutes
  const ml = total(bath, ({ productMl }) => productMl) - total(planned, ({ productMl }) => productMl)
  const cost = (total(bath, (use) => use.cost) - total(planned, (use) => use.cost)) / 100
  const parts = [
    ...(Math.abs(minutes) >= 0.1 ? [`${signed(minutes, 1)} minutes`] : []),
    ...(ml !== 0 ? [`${signed(ml, 0)} ml of product`] : []),
    ...(Math.abs(cost) >= 0.01 ? [`${signed(cost, 2)} in cost`] : []),
  ]
  return parts.length > 0 ? `${parts.join(', ')} against the plan.` : 'no minutes, product or cost change.'
}

/** What is done, then with what. */
const stepTitle = ({ kind, choice, productKind }: BathStep): string => {
  const withWhat =
    choice?.product?.name || (productKind ? PRODUCT_KIND_LABEL[productKind].toLowerCase() : choice ? 'water only' : '')
  return [BATH_STEP_LABEL[kind], withWhat].filter(Boolean).join(': ')
}

function timeText({ handsMin, dwellMin, inVerdict }: BathStep): ReactNode {
  if (inVerdict) return 'in the verdict'
  return (
    <>
      {handsMin > 0 && `${handsMin.toFixed(handsMin < 9.95 ? 1 : 0)} min`}
      {dwellMin > 0 && <span className="block text-ink-2">on {dwellMin} min</span>}
    </>
  )
}
