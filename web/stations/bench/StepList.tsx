import { clsx } from 'clsx'
import { Check, Circle, Play, SkipForward } from 'lucide-react'
import { type ReactNode, useEffect, useRef } from 'react'
import { minutesText, PHASE_LABEL, SKIP_LABEL, stepPlaces, stepTitle } from '../../../contract/words/index.ts'
import { type Bench, GROOM_PHASES, minutesTaken, type StepStatus } from '../../../core/index.ts'

const Mark = ({ status }: { status: StepStatus['status'] }): ReactNode =>
  status === 'done' ? (
    <Check size={20} strokeWidth={3} />
  ) : status === 'skipped' ? (
    <SkipForward size={18} />
  ) : status === 'working' ? (
    <Play size={18} className="fill-current" />
  ) : (
    <Circle size={18} />
  )

function minutesSaid(status: StepStatus): string {
  const taken = minutesTaken(status)
  if (status.status === 'skipped') return SKIP_LABEL[status.skipReason!].toLowerCase()
  const planned = status.step.minutes >= 0.5 ? `${minutesText(status.step.minutes)} min` : ''
  return taken !== null && status.status !== 'open' ? `${minutesText(taken)} of ${planned || '0 min'}` : planned
}

/** The whole groom as a list, by where the dog is; the thing at hand is marked. */
export function StepList({
  bench,
  chosen,
  onChoose,
}: {
  bench: Bench
  chosen: string | null
  onChoose: (id: string) => void
}): ReactNode {
  const here = useRef<HTMLButtonElement>(null)
  useEffect(() => {
    // Where the list scrolls by itself; the page stays where it is.
    const list = here.current?.closest<HTMLElement>('[data-scrolls]')
    if (!list || list.scrollHeight <= list.clientHeight) return
    const row = here.current!.getBoundingClientRect()
    const { top, bottom } = list.getBoundingClientRect()
    if (row.top < top || row.bottom > bottom) list.scrollTop += row.top - top
  }, [])
  return (
    <div data-testid="steps">
      {GROOM_PHASES.map((phase) => {
        const steps = bench.steps.filter(({ step }) => step.phase === phase)
        if (steps.length === 0) return null
        const done = steps.filter(({ status }) => status === 'done' || status === 'skipped').length
        return (
          <section key={phase} className="mb-3" aria-label={PHASE_LABEL[phase]}>
            <h2 className="flex items-baseline justify-between px-2 text-lg">
              {PHASE_LABEL[phase]}
              <span className="figure text-base font-normal text-ink-2">
                {done} of {steps.length}
              </span>
            </h2>
            <ul>
              {steps.map((status) => {
                const { step } = status
                const current = step.id === chosen
                return (
                  <li key={step.id}>
                    <button
                      ref={current ? here : null}
                      type="button"
                      className={clsx(
                        'flex min-h-14 w-full items-center gap-3 rounded-xl px-2 py-1.5 text-left',
                        current ? 'bg-accent-soft' : 'hover:bg-paper',
                        (status.status === 'done' || status.status === 'skipped') && 'text-ink-2',
                      )}
                      aria-current={current ? 'step' : undefined}
                      data-step-row={step.id}
                      data-status={status.status}
                      onClick={() => onChoose(step.id)}
                    >
                      <span className={clsx('shrink-0', status.status === 'working' && 'text-accent')}>
                        <Mark status={status.status} />
                      </span>
                      <span className="min-w-0 grow leading-tight">
                        <span className="block font-medium">{stepTitle(step)}</span>
                        <span className="block truncate text-ink-2">{stepPlaces(step)}</span>
                      </span>
                      <span className="figure shrink-0 text-ink-2">{minutesSaid(status)}</span>
                      <span className="sr-only">{status.status}</span>
                    </button>
                  </li>
                )
              })}
            </ul>
          </section>
        )
      })}
    </div>
  )
}
