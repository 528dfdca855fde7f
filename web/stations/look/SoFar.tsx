import { ArrowRight } from 'lucide-react'
import { memo, type ReactNode } from 'react'
import { minutesText, pullText, rangeText, stopLines, VERDICT_LABEL } from '../../../contract/words/index.ts'
import type { Plan, Sheet, StopAction } from '../../../core/index.ts'

const MOST_STOPS = 2
const LOUD: ReadonlySet<StopAction> = new Set(['stop', 'refer', 'avoid'])

/** Where the verdict stands while the hands are still on the dog. */
export const SoFar = memo(function SoFar({
  plan,
  sheet,
  onVerdict,
}: {
  plan: Plan | null
  sheet: Sheet
  onVerdict: () => void
}): ReactNode {
  const open = sheet.filter(({ mat }) => mat === null).length
  const stops = stopLines(plan?.stops.filter(({ action }) => LOUD.has(action)) ?? [])
  return (
    <div className="mt-auto flex flex-col gap-3 border-t border-line pt-3">
      {stops.slice(0, MOST_STOPS).map((stop) => (
        <p key={stop.key} className="rounded-xl bg-alarm-soft px-3 py-2 font-medium text-alarm" role="alert">
          {stop.text}
        </p>
      ))}
      <div className="flex items-center justify-between gap-3">
        <div className="min-w-0" data-testid="so-far">
          <p className="text-lg font-semibold">{plan ? VERDICT_LABEL[plan.verdict.choice] : 'Working it out'}</p>
          <p className="text-ink-2">
            {plan
              ? `${rangeText(plan.verdict.minutes, minutesText)} min, pull ${rangeText(plan.verdict.pull, pullText)} of ${pullText(plan.verdict.pullBudget)}`
              : 'one moment'}
          </p>
        </div>
        <button type="button" className={open === 0 ? 'btn btn-main' : 'btn'} onClick={onVerdict}>
          Verdict <ArrowRight size={18} />
        </button>
      </div>
    </div>
  )
})
