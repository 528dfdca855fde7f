import { CircleAlert, OctagonX, Search, TriangleAlert } from 'lucide-react'
import type { ReactNode } from 'react'
import { reasonText, type StopLine, stopLines } from '../../contract/words/index.ts'
import type { Plan, StopAction } from '../../core/index.ts'
import { Alert } from '../parts/Alert.tsx'

const LOUD: ReadonlySet<StopAction> = new Set(['stop', 'refer', 'avoid', 'try-first'])

const icon = ({ action }: StopLine): ReactNode =>
  action === 'stop' || action === 'refer' ? (
    <OctagonX size={22} />
  ) : action === 'look' ? (
    <Search size={20} />
  ) : LOUD.has(action) ? (
    <TriangleAlert size={20} />
  ) : (
    <CircleAlert size={20} />
  )

const MOST_CARE = 4

/** What must be known before anything else. Stops are unmissable; care comes after them, and the rest on request. */
export function Stops({ plan }: { plan: Plan }): ReactNode {
  const lines = stopLines(plan.stops)
  const loud = lines.filter(({ action }) => LOUD.has(action))
  const quiet = lines.filter(({ action }) => !LOUD.has(action))
  const line = (stop: StopLine): ReactNode => (
    <li key={stop.key} className="flex gap-3">
      <span className="shrink-0 pt-0.5">{icon(stop)}</span>
      <span>{stop.text}</span>
    </li>
  )
  if (lines.length === 0) return null
  return (
    <div className="flex flex-col gap-3">
      {loud.length > 0 && (
        <Alert loud testId="stops">
          <ul className="flex flex-col gap-2">{loud.map(line)}</ul>
        </Alert>
      )}
      {quiet.length > 0 && (
        <div className="rounded-2xl bg-paper p-4">
          <ul className="flex flex-col gap-2">{quiet.slice(0, MOST_CARE).map(line)}</ul>
          {quiet.length > MOST_CARE && (
            <details className="mt-2">
              <summary className="min-h-11 content-center text-ink-2">{quiet.length - MOST_CARE} more to mind</summary>
              <ul className="mt-2 flex flex-col gap-2">{quiet.slice(MOST_CARE).map(line)}</ul>
            </details>
          )}
        </div>
      )}
    </div>
  )
}

export const Reasons = ({ plan }: { plan: Plan }): ReactNode => (
  <section aria-label="Why">
    <h2 className="mb-2 text-lg">Why</h2>
    <ul className="flex flex-col gap-1.5">
      {plan.verdict.reasons.map((reason) => (
        <li
          key={`${reason.code} ${reason.region} ${reason.side} ${JSON.stringify(reason.values)}`}
          className="border-l-2 border-line pl-3"
        >
          {reasonText(reason)}
        </li>
      ))}
    </ul>
  </section>
)
