import { useQuery } from '@tanstack/react-query'
import { ArrowLeft } from 'lucide-react'
import { type ReactNode, useCallback, useMemo, useState } from 'react'
import { Link } from 'react-router'
import type { Visit } from '../../../contract/api.ts'
import type { AssessmentFile } from '../../../contract/assessment-file.ts'
import { assessmentOf } from '../../../contract/read-assessment.ts'
import {
  capital,
  DRY_METHOD_LABEL,
  DRYING_CAUTION_TEXT,
  minutesText,
  placeName,
} from '../../../contract/words/index.ts'
import {
  coatAtTub,
  dryingModel,
  dryingOf,
  dryingOrder,
  type House,
  houseWith,
  leastChangeover,
  minutesToDone,
  type Plan,
  REGION_SIDES,
  usualChangeover,
} from '../../../core/index.ts'
import { salonQuery } from '../../api/queries.ts'
import { DogStage } from '../../coatmap/DogStage.tsx'
import { type CloseLook, TURN, type View, viewFor } from '../../coatmap/geometry.ts'
import { looksOfWater } from '../../coatmap/looks.ts'
import { Loading } from '../../shell/states.tsx'
import { usePlan } from '../../workers/use-plan.ts'
import { dogDrawn, useFile } from '../dog-file.ts'
import { sheetOf } from '../look/sheet-state.ts'
import { Station } from '../Station.tsx'
import { useVisit } from '../VisitLayout.tsx'
import { HouseNumber } from '../verdict/Figures.tsx'
import { DryingChart } from './DryingChart.tsx'

/** From the tub to dry: how long, when to change from strong air to brushing, and which places dry last. */
export function DryScreen(): ReactNode {
  const visit = useVisit()
  const { data: salon } = useQuery(salonQuery)
  const sheet = useMemo(() => sheetOf(visit.assessment), [visit.assessment])
  const file = useFile(visit, sheet)
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const kept = visit.acceptedPlan?.plan ?? visit.latestPlan?.plan ?? null
  // Looking ahead makes no plan of record: what nobody has decided yet is worked out here only.
  const { plan: here } = usePlan(kept ? null : file, house)
  const plan = kept ?? here
  if (!plan) return <Loading what="the coat" />
  if (plan.verdict.choice === 'refer')
    return (
      <div className="mx-auto max-w-xl p-10">
        <h1 className="mb-2 text-2xl">This dog is not bathed today</h1>
        <p className="mb-4 text-ink-2">The groom stops before the bath.</p>
        <Link className="btn" to="../verdict">
          <ArrowLeft size={18} /> To the verdict
        </Link>
      </div>
    )
  return <Dry visit={visit} plan={plan} file={file} house={house} />
}

const LAST = 8
/** Water that goes as vapour, and what it takes to evaporate it: 2.45 MJ/kg (FAO-56). */
const KWH_PER_KG = 2.45 / 3.6

function Dry({
  visit,
  plan,
  file,
  house,
}: {
  visit: Visit
  plan: Plan
  file: AssessmentFile
  house: House
}): ReactNode {
  const assessment = useMemo(() => assessmentOf(file, house), [file, house])
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  const [room, setRoom] = useState(assessment.room)
  const [low, setLow] = useState(assessment.dog.dryerTolerance !== 'fine')
  const [chosen, setChosen] = useState<number | null>(null)
  const [focus, setFocus] = useState<number | null>(null)
  const [view, setView] = useState<View>('left')
  const [close, setClose] = useState<CloseLook>(null)

  const asSet = useMemo(
    () => ({
      ...assessment,
      room,
      dog: {
        ...assessment.dog,
        dryerTolerance:
          assessment.dog.dryerTolerance === 'none'
            ? ('none' as const)
            : low
              ? ('low-only' as const)
              : ('fine' as const),
      },
    }),
    [assessment, room, low],
  )
  const model = useMemo(() => dryingModel(asSet, plan, house), [asSet, plan, house])
  const most = useMemo(() => minutesToDone(model), [model])
  const least = useMemo(() => leastChangeover(model), [model])
  const changeover = Math.min(most, chosen ?? usualChangeover(model))
  const drying = useMemo(() => dryingOf(asSet, plan, house, changeover), [asSet, plan, house, changeover])
  const coat = useMemo(() => coatAtTub(assessment, plan, house), [assessment, plan, house])
  const order = useMemo(() => dryingOrder(coat, house), [coat, house])
  const looks = useMemo(() => looksOfWater(coat, plan), [coat, plan])
  const nameOf = useCallback(
    (index: number) => {
      const { region, side } = REGION_SIDES[index]!
      return `${capital(placeName(region, side))}, dry as number ${order.indexOf(index) + 1} of ${order.length}`
    },
    [order],
  )
  const last = order.slice(-LAST).reverse()
  const go = (index: number): void => {
    setFocus(index)
    setView(viewFor(index, view))
  }
  const name = visit.arrival.dog.name ?? 'This dog'
  const [, air, brush] = drying.stages
  return (
    <Station>
      <section className="flex flex-col md:min-h-0" aria-label="Where the water is">
        <div className="flex min-h-[380px] grow md:min-h-0">
          <DogStage
            drawn={drawn}
            looks={looks}
            view={view}
            close={close}
            focus={focus}
            onPick={setFocus}
            nameOf={nameOf}
            onTurn={(to) => setView(to ?? TURN[view])}
            onClose={setClose}
            label={`${name}, where the water is`}
          />
        </div>
        <div className="px-5 pb-4">
          <p className="mb-1.5 text-ink-2">Last to dry: check these by hand before you call it dry</p>
          <ol className="flex flex-wrap gap-1.5" data-testid="last">
            {last.map((index) => {
              const { region, side } = REGION_SIDES[index]!
              return (
                <li key={index}>
                  <button type="button" className="btn px-3" onClick={() => go(index)}>
                    {capital(placeName(region, side))}
                  </button>
                </li>
              )
            })}
          </ol>
        </div>
      </section>
      <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l border-line bg-sheet p-6 max-md:border-l-0">
        <div>
          <p className="text-ink-2">{DRY_METHOD_LABEL[drying.method]}</p>
          <h1 className="text-[26px] leading-snug" data-testid="drying">
            {name} is dry in about {minutesText(drying.minutes)} minutes
            {air!.minutes > 0.5
              ? `: ${minutesText(air!.minutes)} of strong air, ${minutesText(brush!.minutes)} of brushing.`
              : ' of brushing.'}
          </h1>
        </div>
        {drying.cautions.length > 0 && (
          <ul className="flex flex-col gap-1 rounded-2xl bg-paper p-4">
            {drying.cautions.map((code) => (
              <li key={code}>{DRYING_CAUTION_TEXT[code]}</li>
            ))}
          </ul>
        )}
        {model.air ? (
          <>
            <DryingChart model={model} changeover={changeover} most={most} onChangeover={setChosen} />
            <div className="flex flex-wrap gap-1.5">
              <button type="button" className="btn px-3" onClick={() => setChosen(null)}>
                Usual: {minutesText(usualChangeover(model))} min
              </button>
              <button type="button" className="btn px-3" onClick={() => setChosen(least)}>
                Least time: {minutesText(least)} min
              </button>
              <button
                type="button"
                className="btn px-3 aria-pressed:border-accent aria-pressed:bg-accent-soft"
                aria-pressed={low}
                onClick={() => setLow(!low)}
              >
                Low setting
              </button>
            </div>
          </>
        ) : (
          <p>This dog takes no strong dryer: towels, then a hand dryer, with breaks.</p>
        )}
        <Slide
          label="Room"
          value={room.tempC}
          least={10}
          most={35}
          step={1}
          says={`${room.tempC} °C`}
          onChange={(tempC) => setRoom({ ...room, tempC })}
        />
        <Slide
          label="Humidity"
          value={Math.round(room.rh * 100)}
          least={10}
          most={95}
          step={5}
          says={`${Math.round(room.rh * 100)} %`}
          onChange={(percent) => setRoom({ ...room, rh: percent / 100 })}
        />
        <table className="w-full" data-testid="water">
          <caption className="mb-1 text-left font-medium">Where the water goes</caption>
          <tbody>
            {(
              [
                ['Dripping', drying.water.dripping],
                [`Squeezed, cloth, ${drying.towels} towel${drying.towels === 1 ? '' : 's'}`, -drying.water.towelled],
                ['Blown off', -drying.water.blownOff],
                ['Into the room’s air', -drying.water.vapour],
                ['Left in a dry coat', drying.water.left],
              ] as const
            ).map(([what, grams]) => (
              <tr key={what} className="border-t border-line">
                <td className="py-1">{what}</td>
                <td className="text-right font-semibold">{Math.round(grams)} g</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="text-sm text-ink-2">
          {Math.round(drying.coatMassG)} g of dry coat (<HouseNumber id={`coat.${assessment.dog.coatType}`} />,{' '}
          <HouseNumber id={`pickup.${assessment.dog.coatType}`} />
          ). To evaporate it takes {((drying.water.vapour / 1000) * KWH_PER_KG).toFixed(2)} kWh.{' '}
          {drying.inVerdict > 0.5 &&
            `${minutesText(drying.inVerdict)} of these minutes are the verdict's blow-out, counted there already. `}
          Air at the skin warm, never hot; the comb and your hand decide.
        </p>
      </aside>
    </Station>
  )
}

function Slide({
  label,
  value,
  least,
  most,
  step,
  says,
  onChange,
}: {
  label: string
  value: number
  least: number
  most: number
  step: number
  says: string
  onChange: (value: number) => void
}): ReactNode {
  return (
    <label className="grid grid-cols-[90px_1fr_64px] items-center gap-3">
      <span>{label}</span>
      <input
        type="range"
        className="min-h-11 w-full accent-(--accent)"
        min={least}
        max={most}
        step={step}
        value={value}
        aria-valuetext={says}
        onChange={(event) => onChange(Number(event.target.value))}
      />
      <span className="figure text-right font-semibold">{says}</span>
    </label>
  )
}
