import { addDays, differenceInCalendarDays } from 'date-fns'
import { memo, type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import type { Visit } from '../../../contract/api/visits.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import {
  dateOf,
  dayText,
  fullDateText,
  IRON_STOP_TEXT,
  JACKET_STAGE_LABEL,
  placesText,
  SHOW_STEP_TEXT,
  STRIP_NOTE_TEXT,
} from '../../../contract/words/index.ts'
import { type Assessment, type House, ironGuard, type Plan, showFinishOf, stripOf } from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'

/** The jacket with its stages worked back from the show, and the finish of a show coat with the iron's guard. */
export const JacketAndShow = memo(function JacketAndShow({
  visit,
  assessment,
  plan,
  house,
}: {
  visit: Visit
  assessment: Assessment
  plan: Plan
  house: House
}): ReactNode {
  const strip = stripOf(assessment, plan, house)
  const show = showFinishOf(assessment)
  const save = useWrite(visitsApi.setArrival)
  if (!strip && !show) return null
  const day = new Date(visit.startsAt)
  const { showInDays } = assessment.wishes
  const setShow = (value: string): void => {
    const { arrival } = visit
    const days = value ? differenceInCalendarDays(new Date(`${value}T12:00:00`), day) : null
    if (days !== null && days < 0) {
      toast.error(`Show: got ${value}, expected a day from ${dayText(day)} on`)
      return
    }
    save.mutate(
      {
        id: visit.id,
        body: {
          baseRevision: visit.arrivalRevision,
          arrival: { ...arrival, wishes: { ...arrival.wishes, showInDays: days } },
          personId: visit.personId,
        },
      },
      { onError: (error) => toast.error(`Not kept: ${error.message}`) },
    )
  }
  return (
    <section className="flex flex-col gap-3 rounded-2xl bg-paper p-4" aria-label="Jacket and show" data-testid="jacket">
      <label className="flex flex-wrap items-center gap-3">
        <span className="font-medium">Show on</span>
        <input
          type="date"
          className="field w-auto"
          value={showInDays === null ? '' : dateOf(addDays(day, showInDays))}
          disabled={save.isPending}
          onChange={(event) => setShow(event.target.value)}
        />
      </label>
      {strip && (
        <div>
          <h2 className="text-lg">{strip.ready ? 'The jacket is ready' : 'The jacket does not come yet'}</h2>
          {!strip.ready && (
            <p>
              Ready is long, dull, and out with a light pull. Come again in {strip.comesInWeeks} weeks, about{' '}
              {fullDateText(dateOf(addDays(day, 7 * (strip.comesInWeeks ?? 0))))}.
            </p>
          )}
          {strip.order.length > 0 && <p>In this order: {placesText(strip.order, 9)}.</p>}
          {strip.stages.length > 0 && (
            <ol className="mt-1">
              {strip.stages.map(({ stage, inDays }) => (
                <li key={`${stage} ${inDays}`} className="flex justify-between border-t border-line py-1">
                  <span>{JACKET_STAGE_LABEL[stage]}</span>
                  <span className="figure">{fullDateText(dateOf(addDays(day, inDays)))}</span>
                </li>
              ))}
            </ol>
          )}
          {strip.tooLate && <p className="font-medium">Too late for a full strip before that day: rolled only.</p>}
          <ul className="mt-1 list-disc pl-5 text-ink-2">
            {strip.notes.map((note) => (
              <li key={note}>{STRIP_NOTE_TEXT[note]}</li>
            ))}
          </ul>
        </div>
      )}
      {show && (
        <div>
          <h2 className="text-lg">The finish</h2>
          <ol className="list-decimal pl-6">
            {show.map((step) => (
              <li key={step}>{SHOW_STEP_TEXT[step]}</li>
            ))}
          </ol>
          {show.includes('iron-sections') && <IronGuard house={house} />}
        </div>
      )}
    </section>
  )
})

const ASKED = [
  ['dry', 'The coat is dry'],
  ['protectant', 'Heat protectant is on'],
  ['headHeld', 'Somebody holds the head'],
  ['sound', 'The skin here is sound'],
  ['atEar', 'At an ear'],
] as const
type Answer = (typeof ASKED)[number][0]

/** Nothing hot near a dog before each of these is answered. */
function IronGuard({ house }: { house: House }): ReactNode {
  const [answers, setAnswers] = useState<ReadonlySet<Answer>>(new Set())
  const [startMm, setStart] = useState('')
  const atEar = answers.has('atEar')
  const stops = ironGuard(
    {
      dry: answers.has('dry'),
      protectant: answers.has('protectant'),
      headHeld: answers.has('headHeld'),
      skin: answers.has('sound') ? 0 : 1,
      atEar,
      startMm: Number.parseFloat(startMm.replace(',', '.')),
    },
    house,
  )
  return (
    <div className="mt-2 flex flex-col gap-1" data-testid="iron">
      <p className="font-medium">Before the iron</p>
      {ASKED.map(([id, label]) => (
        <label key={id} className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-5 accent-(--accent)"
            checked={answers.has(id)}
            onChange={() =>
              setAnswers(new Set(answers.has(id) ? [...answers].filter((one) => one !== id) : [...answers, id]))
            }
          />
          {label}
        </label>
      ))}
      <label className="flex items-center gap-3">
        Starts {atEar ? 'beyond the end of the leather' : 'off the skin'}, mm
        <input
          className="field w-20"
          inputMode="decimal"
          value={startMm}
          onChange={(event) => setStart(event.target.value)}
        />
      </label>
      <p role="status" className={stops.length > 0 ? 'font-medium text-alarm' : 'font-medium'}>
        {stops.length > 0
          ? `Not yet: ${stops.map((stop) => IRON_STOP_TEXT[stop]).join(' ')}`
          : 'It may go on: comb between iron and skin, each section once.'}
      </p>
    </div>
  )
}
