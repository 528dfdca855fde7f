import { clsx } from 'clsx'
import { Check, Hourglass, NotebookPen, Pause, Play, RotateCcw, SkipForward } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import type { Person } from '../../../contract/api/salon.ts'
import {
  amountText,
  aroundLines,
  BATH_NOTE_TEXT,
  CUT_NOTE_TEXT,
  cautionText,
  EXTRA_LABEL,
  HEED_TEXT,
  hintsOf,
  minutesText,
  mmText,
  SKIP_LABEL,
  stepPlaces,
  stepTitle,
  toolName,
} from '../../../contract/words/index.ts'
import { type BenchHappening, SKIP_REASONS, type StepStatus } from '../../../core/index.ts'
import { Button } from '../../parts/Button.tsx'
import { Pane } from '../../parts/Pane.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { clockText, leftText, minutesOf } from './clock.ts'

interface Props {
  readonly status: StepStatus
  /** What is still left on and must be through first. */
  readonly waits: { readonly what: string; readonly leftMs: number } | null
  readonly mine: boolean
  readonly people: readonly Person[]
  readonly hints: boolean
  readonly add: (happening: BenchHappening) => void
  /** Done: what it leaves to wait for starts, and the next thing comes up. */
  readonly onDone: () => void
  /** Where it is on the dog. */
  readonly children: ReactNode
}

/** The thing at hand: what, where, with which tool, how long it has been, and what to mind. */
export function NowCard({ status, waits, mine, people, hints, add, onDone, children }: Props): ReactNode {
  const [skipping, setSkipping] = useState(false)
  const [changing, setChanging] = useState(false)
  const { step, spentMs, workers } = status
  const places = stepPlaces(step, ROOM_FOR_PLACES)
  const over = step.minutes > 0 && minutesOf(spentMs) > step.minutes * LATE
  const finished = status.status === 'done' || status.status === 'skipped'
  const others = workers
    .filter((id) => id !== null)
    .map((id) => people.find((person) => person.id === id)?.name ?? 'somebody')
  const details = [
    step.part < 1 ? `${Math.round(100 * step.part)} % of it today` : null,
    step.tool && step.kind !== 'cut' ? toolName(step.tool) : null,
    step.carrier ? `over a ${toolName(step.carrier)}` : null,
    step.leavesMm !== null ? `leaves ${mmText(step.leavesMm)} mm` : null,
    step.product ? amountText(step) : null,
    step.dwellMin > 0 ? `then leave on ${minutesText(step.dwellMin)} min` : null,
  ].filter(Boolean)
  return (
    <section
      className="card flex grow flex-col p-5 max-md:p-4 md:min-h-0"
      aria-label="Now"
      data-testid="now"
      data-step={step.id}
    >
      <div className="flex items-start justify-between gap-x-4 max-sm:flex-wrap">
        <div className="min-w-0 max-sm:contents">
          <h1 className="text-3xl leading-tight max-sm:min-w-0 max-sm:flex-1 max-sm:text-2xl">{stepTitle(step)}</h1>
          {places && (
            <p className="text-xl leading-snug max-sm:order-last max-sm:basis-full max-sm:text-lg">{places}</p>
          )}
        </div>
        <div className="shrink-0 text-right">
          <p
            className={clsx('figure text-5xl font-semibold leading-none max-sm:text-4xl', over && 'text-alarm')}
            role="timer"
            aria-label="Time at it"
            data-testid="step-clock"
          >
            {clockText(spentMs)}
          </p>
          {step.minutes >= 0.5 && <p className="text-lg text-ink-2">of {minutesText(step.minutes)} min</p>}
        </div>
      </div>
      <div className="grid grow grid-cols-[minmax(0,1fr)_minmax(0,340px)] gap-4 max-md:grid-cols-1 md:min-h-0">
        <Pane label="How, and what to mind">
          {details.length > 0 && <p className="mt-1 text-lg text-ink-2">{details.join(' · ')}</p>}
          {waits && !finished && (
            <p className="mt-2 text-lg font-medium" data-testid="waits">
              {waits.what} stays on <span className="figure">{leftText(waits.leftMs)}</span> yet.
            </p>
          )}
          {(step.extras.length > 0 || step.words) && (
            <div className="mt-3 rounded-xl bg-accent-soft p-3 text-lg" data-testid="asked">
              {step.words && <p className="font-medium">“{step.words}”</p>}
              {step.extras.length > 0 && (
                <ul className="flex flex-col gap-1 font-medium" aria-label="The owner asked">
                  {step.extras.map((id) => (
                    <li key={id}>{EXTRA_LABEL[id]}</li>
                  ))}
                </ul>
              )}
            </div>
          )}
          {step.heeds.length > 0 && (
            <ul
              className="mt-3 flex flex-col gap-1 rounded-xl bg-paper p-3 text-lg font-medium"
              aria-label="This dog"
              data-testid="heeds"
            >
              {step.heeds.map((id) => (
                <li key={id}>{HEED_TEXT[id]}</li>
              ))}
            </ul>
          )}
          {step.around.length > 0 && (
            <ul
              className="mt-3 flex flex-col gap-1 rounded-xl border-2 border-ink bg-sheet p-3 text-lg font-semibold"
              aria-label="Found here"
              data-testid="around"
            >
              {aroundLines(step.around).map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          )}
          {(step.cautions.length > 0 || step.notes.length > 0 || step.handOver) && (
            <ul className="mt-3 flex flex-col gap-1 rounded-xl bg-paper p-3 text-lg" data-testid="hazards">
              {step.handOver && <li className="font-semibold text-alarm">Not for a learner: hand it over.</li>}
              {step.cautions
                .filter((code) => step.around.length === 0 || code !== 'keep-tools-off-finding')
                .map((code) => (
                  <li key={code} className="font-medium">
                    {cautionText(code, step.treatment)}
                  </li>
                ))}
              {step.notes.map((code) => (
                <li key={code}>{CUT_NOTE_TEXT[code]}</li>
              ))}
            </ul>
          )}
          {step.how.length > 0 && (
            <ul className="mt-2 flex list-disc flex-col gap-1 pl-5">
              {step.how.map((code) => (
                <li key={code}>{BATH_NOTE_TEXT[code]}</li>
              ))}
            </ul>
          )}
          {hints && hintsOf(step).length > 0 && (
            <ul className="mt-2 list-disc pl-5 text-ink-2">
              {hintsOf(step).map((hint) => (
                <li key={hint}>{hint}</li>
              ))}
            </ul>
          )}
          {status.note && <p className="mt-2">Noted: {status.note}</p>}
          {others.length > 0 && !mine && <p className="mt-2 text-lg">{others.join(' and ')} at it now</p>}
        </Pane>
        <div className="relative min-h-[160px] max-md:hidden">{children}</div>
      </div>
      <div className="mt-4 flex shrink-0 flex-wrap gap-2.5 max-sm:sticky max-sm:bottom-0 max-sm:z-10 max-sm:-mx-4 max-sm:-mb-4 max-sm:flex-nowrap max-sm:gap-2 max-sm:rounded-b-2xl max-sm:border-t max-sm:border-line max-sm:bg-sheet max-sm:p-2">
        {finished ? (
          <Button size="huge" className="grow" onClick={() => add({ kind: 'reopen', step: step.id })}>
            <RotateCcw size={22} />{' '}
            {status.status === 'done' ? 'Done. Open it again' : `${SKIP_LABEL[status.skipReason!]}. Open it again`}
          </Button>
        ) : (
          <>
            {mine ? (
              <Button size="huge" className="px-5 max-sm:px-3" onClick={() => add({ kind: 'pause', step: step.id })}>
                <Pause size={22} /> Pause
              </Button>
            ) : (
              <Button
                kind={spentMs === 0 && !waits ? 'main' : 'plain'}
                size="huge"
                className={clsx('px-6 max-sm:px-3', spentMs === 0 && 'grow')}
                onClick={() => add({ kind: 'start', step: step.id })}
                data-testid="start"
              >
                <Play size={22} /> {spentMs > 0 ? 'Go on' : waits ? 'Start all the same' : 'Start'}
              </Button>
            )}
            <Button
              kind={mine || spentMs > 0 ? 'main' : 'plain'}
              size="huge"
              className={clsx('px-6 max-sm:px-3', (mine || spentMs > 0) && 'grow')}
              onClick={onDone}
              data-testid="done"
            >
              {step.dwellMin > 0 ? <Hourglass size={22} /> : <Check size={22} />}
              <span>
                Done
                {step.dwellMin > 0 && <span className="max-sm:sr-only">, {minutesText(step.dwellMin)} min on</span>}
              </span>
            </Button>
            <Button size="huge" className="px-4" onClick={() => setSkipping(true)}>
              <SkipForward size={20} /> <span className="max-sm:sr-only">Skip</span>
            </Button>
          </>
        )}
        <Button kind="quiet" size="huge" className="px-4" onClick={() => setChanging(true)}>
          <NotebookPen size={20} className="sm:hidden" /> <span className="max-sm:sr-only">Note</span>
        </Button>
      </div>
      {skipping && (
        <DialogSheet title={`Skip: ${stepTitle(step)}`} onClose={() => setSkipping(false)}>
          <div className="grid grid-cols-2 gap-3">
            {SKIP_REASONS.map((reason) => (
              <Button
                key={reason}
                size="huge"
                onClick={() => {
                  add({ kind: 'skip', step: step.id, reason })
                  setSkipping(false)
                }}
              >
                {SKIP_LABEL[reason]}
              </Button>
            ))}
          </div>
        </DialogSheet>
      )}
      {changing && <ChangeDialog status={status} add={add} onClose={() => setChanging(false)} />}
    </section>
  )
}

/** The thing at hand names every place it can. */
const ROOM_FOR_PLACES = 9
/** Somewhat longer than planned is nothing to worry about. */
const LATE = 1.25
const MOST_MINUTES = 1440

/** What was done otherwise: minutes by hand, and a word about it. */
function ChangeDialog({
  status: { step, saidMinutes, note },
  add,
  onClose,
}: {
  status: StepStatus
  add: (happening: BenchHappening) => void
  onClose: () => void
}): ReactNode {
  const [minutes, setMinutes] = useState(saidMinutes === null ? '' : String(saidMinutes))
  const [text, setText] = useState(note)
  const said = minutes.trim() === '' ? null : Number(minutes.replace(',', '.'))
  const wrong = said !== null && !(said >= 0 && said <= MOST_MINUTES)
  return (
    <DialogSheet
      title={stepTitle(step)}
      about="What was done otherwise, and how long it took if the clock did not run."
      onClose={onClose}
    >
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          if (wrong) return
          add({ kind: 'change', step: step.id, minutes: said, note: text.trim() })
          onClose()
        }}
      >
        <label>
          <span className="font-medium">Minutes</span>
          <input
            className="field"
            inputMode="decimal"
            value={minutes}
            onChange={(event) => setMinutes(event.target.value)}
            placeholder="by the clock"
            aria-invalid={wrong}
          />
          {wrong && <span className="text-alarm">A number from 0 to {MOST_MINUTES}</span>}
        </label>
        <label>
          <span className="font-medium">Note</span>
          <textarea
            className="field"
            rows={3}
            maxLength={400}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        <Button type="submit" kind="main" className="self-end" disabled={wrong}>
          Keep
        </Button>
      </form>
    </DialogSheet>
  )
}
