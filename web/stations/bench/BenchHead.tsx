import { clsx } from 'clsx'
import { Coffee, Lightbulb } from 'lucide-react'
import type { ReactNode } from 'react'
import { minutesText, pullText } from '../../../contract/words/index.ts'
import type { BenchHere } from '../../dog/use-bench.ts'
import { Button } from '../../parts/Button.tsx'
import { Toggle } from '../../parts/Toggle.tsx'
import { clockText, minutesOf } from './clock.ts'

/** How long it has been, what the dog has still to give, and when it rests. */
export function BenchHead({
  here,
  name,
  done,
  hints,
  onHints,
}: {
  here: BenchHere
  /** Said here where the screen is too small for the rail. */
  name: string
  /** Steps that are through. */
  done: number
  hints: boolean
  onHints: () => void
}): ReactNode {
  const { bench, now } = here
  return (
    <header className="flex flex-wrap items-center gap-x-6 gap-y-1 border-b border-line bg-sheet px-5 py-2 max-md:gap-x-3 max-md:px-3">
      <p>
        <span className="figure text-4xl font-semibold leading-none" role="timer" aria-label="Since the first step">
          {clockText(bench.startedAt === null ? 0 : (bench.finishedAt ?? now) - bench.startedAt)}
        </span>
        <span className="ml-3 hidden text-xl font-semibold max-md:inline">{name}</span>
        <span className="ml-2 text-ink-2">
          {done} of {bench.steps.length}
        </span>
      </p>
      <Pull spent={bench.pullSpent} budget={bench.pullBudget} />
      <RestButton here={here} />
      <span className="grow max-md:hidden" />
      {(here.unsaved > 0 || here.away) && (
        <p className="text-ink-2" role="status" data-testid="unsaved">
          {here.unsaved > 0 ? `${here.unsaved} kept on this device` : 'Server away'}
        </p>
      )}
      <Toggle kind="quiet" tight className="max-md:hidden" pressed={hints} onClick={onHints}>
        <Lightbulb size={18} /> Hints {hints ? 'on' : 'off'}
      </Toggle>
    </header>
  )
}

/** Pull that the dog has borne, of what it has to give. */
function Pull({ spent, budget }: { spent: number; budget: number }): ReactNode {
  const share = budget > 0 ? Math.min(1, spent / budget) : 0
  return (
    <p className="flex items-center gap-3" data-testid="pull">
      <span>
        Pull left <span className="figure text-xl font-semibold">{pullText(Math.max(0, budget - spent))}</span>
        <span className="text-ink-2"> of {pullText(budget)}</span>
      </span>
      <span className="block h-3 w-28 overflow-hidden max-md:w-16 rounded-full border border-ink-2" aria-hidden="true">
        <span
          className={clsx('block h-full', share >= 1 ? 'bg-alarm' : 'bg-ink')}
          style={{ width: `${100 * share}%` }}
        />
      </span>
    </p>
  )
}

function RestButton({ here: { bench, now, add } }: { here: BenchHere }): ReactNode {
  const due = minutesOf(bench.sinceRestMs) >= bench.restEvery
  if (bench.resting)
    return (
      <Button kind="main" size="tall" onClick={() => add({ kind: 'rest-end' })} data-testid="rest">
        <Coffee size={20} /> Resting {clockText(now - bench.resting.since)}: go on
      </Button>
    )
  return (
    <Button
      size="tall"
      className={due ? 'border-2 border-accent bg-accent-soft' : ''}
      onClick={() => add({ kind: 'rest' })}
      data-testid="rest"
      data-due={due}
    >
      <Coffee size={20} /> {due ? 'Time for a rest' : 'Rest'}
      <span className="text-ink-2">
        {minutesText(minutesOf(bench.sinceRestMs))} of {minutesText(bench.restEvery)} min
      </span>
    </Button>
  )
}
