import { ArrowLeft } from 'lucide-react'
import { type ReactNode, useCallback, useDeferredValue, useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Salon } from '../../../contract/api/salon.ts'
import type { Visit } from '../../../contract/api/visits.ts'
import {
  capital,
  DRY_METHOD_LABEL,
  DRYING_CAUTION_TEXT,
  dryingHowText,
  minutesText,
  placeName,
} from '../../../contract/words/index.ts'
import {
  type Assessment,
  BLOWERS,
  coatAtTub,
  type Dryer,
  type DryerKind,
  type DrySettings,
  dryerFor,
  dryingModel,
  dryingOf,
  FINISHERS,
  type House,
  leastChangeover,
  minutesToDone,
  type Plan,
  placesInOrder,
  placesOf,
  REGION_SIDES,
  usualChangeover,
  usualSettings,
} from '../../../core/index.ts'
import { Loading } from '../../app/states.tsx'
import { send } from '../../device/use-outbox.ts'
import { useSalon } from '../../device/use-salon.ts'
import { DogStage } from '../../dog/DogStage.tsx'
import { dogDrawn } from '../../dog/dog-drawn.ts'
import { looksOfWater } from '../../dog/looks.ts'
import { usePlanOfVisit } from '../../dog/plan-of-visit.ts'
import { useTurning } from '../../dog/use-turning.ts'
import { Button, ButtonLink } from '../../parts/Button.tsx'
import { Toggle } from '../../parts/Toggle.tsx'
import { Station } from '../Station.tsx'
import { useVisit } from '../VisitLayout.tsx'
import { DryingChart } from './DryingChart.tsx'
import { RoomPanel } from './RoomPanel.tsx'
import { RunPanel } from './RunPanel.tsx'
import { useRun } from './use-run.ts'
import { WaterTable } from './WaterTable.tsx'

/** From the tub to dry: how long, when to change from strong air to brushing, and which places dry last. */
export function DryScreen(): ReactNode {
  const visit = useVisit()
  const { data: salon } = useSalon()
  const made = usePlanOfVisit(visit)
  if (!made || !salon) return <Loading what="the coat" />
  if (made.plan.verdict.choice === 'refer')
    return (
      <div className="mx-auto max-w-xl p-10">
        <h1 className="mb-2 text-2xl">This dog is not bathed today</h1>
        <p className="mb-4 text-ink-2">The groom stops before the bath.</p>
        <ButtonLink to="../verdict">
          <ArrowLeft size={18} /> To the verdict
        </ButtonLink>
      </div>
    )
  return <Dry visit={visit} salon={salon} {...made} />
}

const LAST = 6

interface Props {
  readonly visit: Visit
  readonly salon: Salon
  readonly plan: Plan
  readonly assessment: Assessment
  readonly house: House
}

function Dry({ visit, salon: { equipment }, plan, assessment, house }: Props): ReactNode {
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  const [room, setRoom] = useState({ tempC: equipment.room.tempC, rh: equipment.room.rh })
  const [changes, setChanges] = useState<Partial<DrySettings>>({})
  const [blower, setBlower] = useState(() => dryerFor(equipment, BLOWERS))
  const [finisher, setFinisher] = useState(() => dryerFor(equipment, FINISHERS))
  const [chosen, setChosen] = useState<number | null>(null)
  const [focus, setFocus] = useState<number | null>(null)
  const { stage, bringToFront } = useTurning()

  const inRoom = useMemo(() => ({ ...assessment, room }), [assessment, room])
  const settings = useMemo(
    () => ({
      ...usualSettings(inRoom, house, blower, finisher),
      ...changes,
    }),
    [inRoom, house, blower, finisher, changes],
  )
  const model = useMemo(() => dryingModel(inRoom, plan, house, settings), [inRoom, plan, house, settings])
  const most = useMemo(() => minutesToDone(model), [model])
  const least = useMemo(() => leastChangeover(model), [model])
  const changeover = Math.min(most, chosen ?? usualChangeover(model))
  const drying = useMemo(
    () => dryingOf(inRoom, plan, house, changeover, settings),
    [inRoom, plan, house, changeover, settings],
  )
  const coat = useMemo(() => coatAtTub(assessment, plan, house), [assessment, plan, house])
  const places = useMemo(() => placesOf(coat, house), [coat, house])
  // The list may come a moment after the curve that is being dragged.
  const settled = useDeferredValue(changeover)
  const order = useMemo(() => placesInOrder(model, places, settled), [model, places, settled])
  const looks = useMemo(() => looksOfWater(coat, plan), [coat, plan])
  const run = useRun(visit.id, model, places, house)
  const nameOf = useCallback(
    (index: number) => {
      const { region, side } = REGION_SIDES[index]!
      const at = order.findIndex((place) => place.index === index)
      const place = order[at]
      return `${capital(placeName(region, side))}${
        place
          ? `, dry as number ${at + 1} of ${order.length}, after ${minutesText(place.minutes)} minutes`
          : ', no coat'
      }`
    },
    [order],
  )
  const last = order.slice(-LAST).reverse()
  const go = (index: number): void => {
    setFocus(index)
    bringToFront(index)
  }
  const name = visit.arrival.dog.name ?? 'This dog'
  const navigate = useNavigate()
  const toTheCut = (): void => {
    send('visits.setStation', { id: visit.id, body: { station: 'cut' } })
    void navigate('/')
  }
  const [, air, brush] = drying.stages
  const toggle = (key: 'low' | 'nozzle' | 'spray', label: string): ReactNode => (
    <Toggle tight pressed={settings[key]} onClick={() => setChanges({ ...changes, [key]: !settings[key] })}>
      {label}
    </Toggle>
  )
  return (
    <Station>
      <section className="flex flex-col aside:min-h-0" aria-label="Where the water is">
        <div className="flex min-h-[360px] stacked:min-h-[260px] grow aside:min-h-0">
          <DogStage
            drawn={drawn}
            looks={looks}
            {...stage}
            focus={focus}
            onPick={setFocus}
            nameOf={nameOf}
            label={`${name}, where the water is`}
          />
        </div>
        <RunPanel run={run} focus={focus} onForget={() => setFocus(null)} onDry={toTheCut} name={name} />
        <div className="px-5 pb-4">
          <p className="mb-1.5 text-ink-2">Last to dry: check these by hand before you call it dry</p>
          <ol className="flex flex-wrap gap-1.5" data-testid="last">
            {last.map(({ index, minutes }) => {
              const { region, side } = REGION_SIDES[index]!
              return (
                <li key={index}>
                  <Button tight onClick={() => go(index)}>
                    {capital(placeName(region, side))}{' '}
                    <span className="font-normal text-ink-2">{minutesText(minutes)}</span>
                  </Button>
                </li>
              )
            })}
          </ol>
        </div>
      </section>
      <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l border-line bg-sheet p-6 stacked:border-l-0 stacked:border-t stacked:p-4">
        <div>
          <p className="text-ink-2">{DRY_METHOD_LABEL[drying.method]}</p>
          <h1 className="text-3xl leading-snug" data-testid="drying">
            {drying.cautions.includes('will-not-dry')
              ? `${name} will not get dry like this: warm the room or open a window.`
              : `${name} is dry in about ${minutesText(drying.minutes)} minutes${
                  air!.minutes > 0.5
                    ? `: ${minutesText(air!.minutes)} of strong air, ${minutesText(brush!.minutes)} of brushing.`
                    : ' of brushing.'
                }`}
          </h1>
          <p>{dryingHowText(drying.how)}</p>
        </div>
        {drying.cautions.length > 0 && (
          <ul className="flex flex-col gap-1 rounded-2xl bg-paper p-4">
            {drying.breaks > 0 && (
              <li className="font-medium" data-testid="breaks">
                {drying.breaks} {drying.breaks === 1 ? 'break' : 'breaks'}, one about every {house['air.break']} minutes
                under a dryer.
              </li>
            )}
            {drying.cautions
              .filter((code) => code !== 'will-not-dry')
              .map((code) => (
                <li key={code}>{DRYING_CAUTION_TEXT[code]}</li>
              ))}
          </ul>
        )}
        {model.air ? (
          <>
            <DryingChart model={model} changeover={changeover} most={most} onChangeover={setChosen} run={run} />
            <div className="flex flex-wrap gap-1.5">
              <Button tight onClick={() => setChosen(null)}>
                Usual: {minutesText(usualChangeover(model))} min
              </Button>
              <Button tight onClick={() => setChosen(least)}>
                Least time: {minutesText(least)} min
              </Button>
              {toggle('low', 'Low setting')}
              {toggle('nozzle', 'Nozzle')}
              {toggle('spray', 'Drying spray')}
            </div>
            <WhichDryer
              label="Strong air from"
              dryers={equipment.dryers}
              kinds={BLOWERS}
              value={blower}
              onChange={setBlower}
            />
          </>
        ) : (
          <p>This dog takes no strong dryer: towels, then a hand dryer, with breaks.</p>
        )}
        <WhichDryer
          label="Finished with"
          dryers={equipment.dryers}
          kinds={FINISHERS}
          value={finisher}
          onChange={setFinisher}
        />
        <RoomPanel
          room={room}
          onRoom={setRoom}
          air={equipment.room}
          model={model}
          settings={settings}
          changeover={changeover}
          house={house}
        />
        <WaterTable drying={drying} settings={settings} assessment={inRoom} model={model} house={house} />
      </aside>
    </Station>
  )
}

/** One of the salon's dryers that are at hand; nothing to choose where there is none or one. */
function WhichDryer({
  label,
  dryers,
  kinds,
  value,
  onChange,
}: {
  label: string
  dryers: readonly Dryer[]
  kinds: readonly DryerKind[]
  value: Dryer | null
  onChange: (dryer: Dryer) => void
}): ReactNode {
  const there = dryers.filter(({ kind, away }) => kinds.includes(kind) && !away)
  if (there.length < 2) return null
  return (
    <label className="flex items-center gap-3">
      <span className="w-32 shrink-0">{label}</span>
      <select
        className="field"
        value={value?.id ?? ''}
        onChange={(event) => onChange(there.find(({ id }) => id === event.target.value)!)}
      >
        {there.map(({ id, name, flowLs, dBA }) => (
          <option key={id} value={id}>
            {name}, {flowLs} L/s, {dBA} dBA
          </option>
        ))}
      </select>
    </label>
  )
}
