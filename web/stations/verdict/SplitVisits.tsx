import type { ReactNode } from 'react'
import {
  capital,
  listed,
  meanwhileLines,
  minutesText,
  placeName,
  pullText,
  REGION_LABEL,
} from '../../../contract/words/index.ts'
import { type Plan, REGION_SIDES } from '../../../core/index.ts'
import { HouseNumber } from '../../parts/HouseNumber.tsx'

const MOST_NAMED = 5

const namesOf = (indices: readonly number[]): string =>
  listed([...new Set(indices.map((index) => REGION_LABEL[REGION_SIDES[index]!.region]))], MOST_NAMED)

/** Where one visit cannot do it: what is done when, what it takes each time, and what the owner does meanwhile. */
export function SplitVisits({
  plan,
  onLight,
}: {
  plan: Plan
  onLight: (lit: ReadonlySet<number> | null) => void
}): ReactNode {
  const { split, verdict } = plan
  if (!split || split.visits.length === 0) return null
  return (
    <section
      aria-label={split.visits.length > 1 ? 'Over several visits' : 'This visit'}
      className="flex flex-col gap-3"
      data-testid="visits"
    >
      <h2 className="text-lg">{split.visits.length > 1 ? 'Visit by visit' : 'This visit'}</h2>
      <ol className="flex flex-col gap-2">
        {split.visits.map(({ number, day, parts, minutes, pull }) => {
          const indices = parts.map(({ index }) => index)
          const halves = parts.filter(({ part }) => part < 1)
          return (
            <li key={number}>
              <button
                type="button"
                className="grid w-full grid-cols-[auto_1fr] gap-x-4 rounded-2xl border border-line p-3 text-left hover:border-ink-2"
                onPointerEnter={() => onLight(new Set(indices))}
                onPointerLeave={() => onLight(null)}
                onFocus={() => onLight(new Set(indices))}
                onBlur={() => onLight(null)}
              >
                <span className="row-span-2 text-center">
                  <span className="block text-2xl font-semibold leading-none">{number}</span>
                  <span className="text-sm text-ink-2">{day === 0 ? 'today' : `+${Math.round(day)} days`}</span>
                </span>
                <span className="font-medium">{capital(namesOf(indices))}</span>
                <span className="text-ink-2">
                  {minutesText(minutes)} minutes, pull {pullText(pull)} of {pullText(verdict.pullBudget)}
                  {halves.length > 0 && `; a part of ${namesOf(halves.map(({ index }) => index))}`}
                </span>
              </button>
            </li>
          )
        })}
      </ol>
      <p className="text-ink-2">
        {split.visits.length > 1 ? (
          <>
            Hygiene and what hurts first, then the trunk, the legs with the feet, the head; both sides of a place
            together. Mats that stay are kept dry. Days between: <HouseNumber id="visits.days" />.
          </>
        ) : (
          'Hygiene and what hurts, both sides of a place together. Mats that stay are kept dry.'
        )}
      </p>
      {split.left.length > 0 && (
        <p className="rounded-2xl border-2 border-alarm bg-alarm-soft p-3 text-alarm">
          Does not fit in {split.visits.length === 1 ? 'one visit' : `${split.visits.length} visits`}, and stays as it
          is:{' '}
          {listed(
            split.left.map((index) => placeName(REGION_SIDES[index]!.region, REGION_SIDES[index]!.side)),
            MOST_NAMED,
          )}
          . Ask the vet how to go on.
        </p>
      )}
      <div className="rounded-2xl bg-paper p-4">
        <p className="mb-1 font-medium">For the owner meanwhile</p>
        <ul className="flex flex-col gap-1">
          {meanwhileLines(plan).map((line) => (
            <li key={line} className="border-l-2 border-line pl-3">
              {line}
            </li>
          ))}
        </ul>
      </div>
    </section>
  )
}
