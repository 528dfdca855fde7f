import { clsx } from 'clsx'
import { Bell, Plus, Square } from 'lucide-react'
import type { ReactNode } from 'react'
import { stepTitle } from '../../../contract/words/index.ts'
import type { Bench, BenchHappening, DwellTimer } from '../../../core/index.ts'
import { useRinging } from '../../app/use-ringing.ts'
import { Button } from '../../parts/Button.tsx'
import { leftText } from './clock.ts'

/** What is left on, by the name on the bottle. */
export const timerLabel = (timer: DwellTimer, { steps }: Bench): string => {
  const step = steps.find(({ step: { id } }) => id === timer.step)?.step
  return step ? stepTitle(step) : 'Left on'
}

/** What is left on the dog and works: one clock each, until somebody touches it. */
export function Timers({
  bench,
  now,
  name,
  add,
}: {
  bench: Bench
  now: number
  name: string
  add: (happening: BenchHappening) => void
}): ReactNode {
  const running = bench.timers.filter(({ stoppedAt }) => stoppedAt === null)
  useRinging(running.some(({ endsAt }) => endsAt <= now))
  if (running.length === 0) return null
  return (
    <ul className="flex flex-wrap gap-3" aria-label="Left on" data-testid="timers">
      {running.map((timer) => {
        const over = timer.endsAt <= now
        const label = timerLabel(timer, bench)
        return (
          <li
            key={timer.id}
            className={clsx(
              'flex min-w-0 items-center gap-2 rounded-2xl border-2 py-1 pl-4 pr-2 max-sm:w-full max-sm:pl-3',
              over ? 'border-alarm bg-alarm-soft' : 'border-line bg-sheet',
            )}
            data-testid="timer"
            data-over={over}
          >
            <button
              type="button"
              className="flex min-h-14 min-w-0 grow items-center gap-3 text-left"
              onClick={() => add({ kind: 'timer-stop', timer: timer.id })}
            >
              <span className="figure text-4xl font-semibold leading-none" role="timer">
                {over ? `+${leftText(now - timer.endsAt)}` : leftText(timer.endsAt - now)}
              </span>
              <span className="min-w-0 leading-tight">
                <span className="block font-semibold">{name}</span>
                <span className="block max-w-44 truncate">{label}</span>
                <span className={clsx('flex items-center gap-1', over ? 'font-semibold text-alarm' : 'text-ink-2')}>
                  {over ? (
                    <>
                      <Bell size={16} className="shrink-0" /> Over: touch to stop
                    </>
                  ) : (
                    <>
                      <Square size={14} /> touch to stop
                    </>
                  )}
                </span>
              </span>
            </button>
            <Button
              tight
              size="tall"
              aria-label={`1 minute more for ${label}`}
              onClick={() => add({ kind: 'timer-more', timer: timer.id, minutes: 1 })}
            >
              <Plus size={18} />1
            </Button>
          </li>
        )
      })}
    </ul>
  )
}
