import { clsx } from 'clsx'
import { ArrowRight, Check } from 'lucide-react'
import type { ReactNode } from 'react'
import type { PlanRecord } from '../../../contract/api/plan.ts'
import type { Visit } from '../../../contract/api/visits.ts'
import { changedText, minutesText, pullText, SCORE_WORD, VERDICT_LABEL } from '../../../contract/words/index.ts'
import { differenceOf, type Plan, REGION_SIDES, type RegionPlan, SCORES, type Score } from '../../../core/index.ts'
import { Button } from '../../parts/Button.tsx'

/** The groom under way: how much is done, what is left of the dog and of the clock. */
export function UnderWay({ visit, plan }: { visit: Visit; plan: Plan }): ReactNode {
  const done = visit.progress?.done.length ?? 0
  const { verdict } = plan
  return (
    <section aria-label="Under way" className="rounded-2xl bg-paper p-4" data-testid="under-way">
      <p className="text-lg font-semibold">
        {done === 0 ? 'Ready to begin' : `${done} of ${REGION_SIDES.length} places done`}
      </p>
      <p className="text-ink-2">
        Left: {minutesText(verdict.minutes.low)} minutes of work in {minutesText(verdict.minutesBudget)}, pull{' '}
        {pullText(verdict.pull.low)} of {pullText(verdict.pullBudget)}. Touch a place to finish it or score it again.
      </p>
      <span className="mt-2 block h-2.5 overflow-hidden rounded-full border border-ink-2" aria-hidden="true">
        <span className="block h-full bg-ink" style={{ width: `${(100 * done) / REGION_SIDES.length}%` }} />
      </span>
    </section>
  )
}

const MOST_CHANGED = 6
const signed = (value: number, text: (v: number) => string): string =>
  `${value >= 0 ? '+' : '−'}${text(Math.abs(value))}`

/** What was, what is, and why: the plan the groom runs by beside the one that what was found since makes. */
export function WhatChanged({ accepted, record }: { accepted: PlanRecord; record: PlanRecord }): ReactNode {
  const difference = differenceOf(accepted.plan, record.plan)
  // Minutes and pull of finished work are in the first plan and not in the second.
  const finished = record.plan.regions.filter(({ done }) => done)
  const spent = (of: 'minutes' | 'pull'): number =>
    finished.reduce((sum, { index }) => {
      const before = accepted.plan.regions[index]!
      return sum + (before.done ? 0 : before.option[of])
    }, 0)
  const minutes = difference.minutes + spent('minutes')
  const pull = difference.pull + spent('pull')
  if (difference.regions.length === 0 && difference.was === difference.now) return null
  return (
    <section
      aria-label="What changed"
      className="rounded-2xl border-2 border-accent p-4"
      data-testid="what-changed"
      role="status"
    >
      <h2 className="mb-1 text-lg">What changed</h2>
      <p className="mb-2 flex flex-wrap items-center gap-2">
        <span className={clsx(difference.was !== difference.now && 'text-ink-2 line-through')}>
          {VERDICT_LABEL[difference.was]}
        </span>
        {difference.was !== difference.now && (
          <>
            <ArrowRight size={16} aria-label="is now" />
            <b>{VERDICT_LABEL[difference.now]}</b>
          </>
        )}
        <span className="text-ink-2">
          {signed(minutes, minutesText)} min, {signed(pull, pullText)} pull, {signed(difference.coatKept, minutesText)}{' '}
          % coat
        </span>
      </p>
      <ul className="flex flex-col gap-1">
        {difference.regions.slice(0, MOST_CHANGED).map((changed) => (
          <li key={changed.index} className="border-l-2 border-line pl-3">
            {changedText(changed)}
          </li>
        ))}
        {difference.regions.length > MOST_CHANGED && (
          <li className="pl-3 text-ink-2">and {difference.regions.length - MOST_CHANGED} more places</li>
        )}
      </ul>
    </section>
  )
}

/** What can be done with one place while the groom is under way. */
export function PlaceActions({
  region,
  now,
  onDone,
  onScore,
}: {
  region: RegionPlan
  /** Its mat score as it stands. */
  now: Score | null
  onDone: (done: boolean) => void
  onScore: (score: Score) => void
}): ReactNode {
  return (
    <div className="mb-4 rounded-2xl bg-paper p-3">
      <div className="mb-3 flex items-center gap-3">
        <p className="grow font-medium">{region.done ? 'Finished' : 'Under way'}</p>
        <Button
          kind={region.done ? 'plain' : 'main'}
          onClick={() => onDone(!region.done)}
          disabled={region.treatment === 'look'}
        >
          <Check size={18} /> {region.done ? 'Not finished after all' : 'Finished'}
        </Button>
      </div>
      <fieldset>
        <legend className="mb-1 text-ink-2">Found otherwise? Score the mat again</legend>
        <div className="grid grid-cols-5 gap-2">
          {SCORES.map((score) => (
            <button
              key={score}
              type="button"
              aria-pressed={now === score}
              className="flex min-h-14 flex-col items-center justify-center rounded-xl border border-line bg-sheet hover:border-ink-2 aria-pressed:border-2 aria-pressed:border-accent aria-pressed:bg-accent-soft"
              onClick={() => onScore(score)}
            >
              <span className="text-xl font-semibold">{score}</span>
              <span className="text-sm">{SCORE_WORD.mat[score][0]}</span>
            </button>
          ))}
        </div>
      </fieldset>
    </div>
  )
}
