import { type ReactNode, useMemo } from 'react'
import {
  CLOSED_TEXT,
  capital,
  minutesText,
  pullText,
  STYLE_LABEL,
  TREATMENT_LABEL,
  VERDICT_LABEL,
} from '../../../contract/words/index.ts'
import type { Alternative, Plan, Treatment } from '../../../core/index.ts'
import { CoatMap } from '../../coatmap/CoatMap.tsx'
import { looksOfLengths } from '../../coatmap/looks.ts'
import { Opens } from '../../parts/ask.tsx'
import type { DogDrawn } from '../dog-file.ts'
import { HouseNumber } from './Figures.tsx'

interface Way {
  readonly title: string
  readonly minutes: number
  readonly pull: number
  readonly coatKept: number
  readonly outlineMm: readonly number[]
  readonly note: string
  readonly best: boolean
  /** Points of the objective; least is best. */
  readonly objective: number
  readonly mismatch: boolean
  readonly treatments: readonly Treatment[]
}

function noteOf({ feasible, closed, mismatch, pull, minutes }: Alternative, { verdict }: Plan): string {
  if (closed) return CLOSED_TEXT[closed] ?? 'not offered'
  if (!feasible)
    return pull > verdict.pullBudget
      ? 'asks too much of this dog'
      : minutes > verdict.minutesBudget
        ? 'takes too long'
        : 'does not fit'
  return mismatch ? 'unlike lengths side by side' : 'fits, weighs less'
}

/** The ways that were compared, side by side, each as the dog would look after it. */
export function Alternatives({ plan, drawn }: { plan: Plan; drawn: DogDrawn }): ReactNode {
  const { verdict } = plan
  if (verdict.choice === 'refer' || verdict.alternatives.length === 0) return null
  const ways: Way[] = [
    ...(verdict.choice === 'split-visits'
      ? []
      : [
          {
            title: VERDICT_LABEL[verdict.choice],
            minutes: verdict.minutes.low,
            pull: verdict.pull.low,
            coatKept: verdict.coatKept.high,
            outlineMm: plan.regions.map(({ option }) => option.outlineMm),
            note: 'the verdict',
            best: true,
            objective: verdict.objective.total,
            mismatch: verdict.objective.mismatch > 0,
            treatments: plan.regions.map(({ treatment }) => treatment),
          },
        ]),
    ...verdict.alternatives.map((alternative) => ({
      title: capital(STYLE_LABEL[alternative.style] ?? alternative.style),
      minutes: alternative.minutes,
      pull: alternative.pull,
      coatKept: alternative.coatKept,
      outlineMm: alternative.outlineMm,
      note: noteOf(alternative, plan),
      best: false,
      objective: alternative.objective,
      mismatch: alternative.mismatch,
      treatments: alternative.treatments,
    })),
  ]
  return (
    <section aria-label="The ways side by side">
      <h2 className="mb-2 text-lg">Side by side</h2>
      <ul className="grid grid-cols-3 gap-2" data-testid="alternatives">
        {ways.map((way) => (
          <WayCard key={`${way.title} ${way.note}`} way={way} plan={plan} drawn={drawn} />
        ))}
      </ul>
    </section>
  )
}

function WayCard({ way, plan, drawn }: { way: Way; plan: Plan; drawn: DogDrawn }): ReactNode {
  const looks = useMemo(() => looksOfLengths(way.outlineMm), [way.outlineMm])
  return (
    <li className={way.best ? 'rounded-2xl border-2 border-ink p-2.5' : 'rounded-2xl border border-line p-2.5'}>
      <div className="h-[84px]">
        <CoatMap
          build={drawn.build}
          weightKg={drawn.weightKg}
          view="left"
          looks={looks}
          focus={null}
          plain
          label={`${way.title}: how it would look`}
        />
      </div>
      <p className="font-medium leading-tight">{way.title}</p>
      <p className="text-sm text-ink-2">{way.note}</p>
      <Opens title={`${way.title}: what it is made of`} className="w-full" body={<WayBody way={way} plan={plan} />}>
        <span className="mt-1 grid grid-cols-[1fr_auto] text-sm">
          {(
            [
              ['minutes', minutesText(way.minutes)],
              ['pull', pullText(way.pull)],
              ['coat kept', `${Math.round(way.coatKept)} %`],
            ] as const
          ).map(([name, value]) => (
            <span key={name} className="contents">
              <span className="text-ink-2">{name}</span>
              <span className="opens text-right font-semibold">{value}</span>
            </span>
          ))}
        </span>
      </Opens>
    </li>
  )
}

/** Where a way's figures come from, and what it was compared by. */
function WayBody({ way, plan }: { way: Way; plan: Plan }): ReactNode {
  const { verdict } = plan
  const places = new Map<Treatment, number>()
  for (const treatment of way.treatments) places.set(treatment, (places.get(treatment) ?? 0) + 1)
  return (
    <>
      <p className="mb-3">
        {capital(way.note)}. Minutes and pull are summed over the places; this dog gives {pullText(verdict.pullBudget)}{' '}
        pull-minutes, and there are {minutesText(verdict.minutesBudget)} minutes for coat work.
      </p>
      <table className="mb-3 w-full">
        <tbody>
          {[...places].map(([treatment, count]) => (
            <tr key={treatment} className="border-t border-line">
              <td className="py-1">{TREATMENT_LABEL[treatment]}</td>
              <td className="text-right">{count === 1 ? '1 place' : `${count} places`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>
        Compared by points, least is best: <b>{way.objective.toFixed(1)}</b>
        {way.mismatch && (
          <>
            , of which <HouseNumber id="mismatch.points" /> for unlike lengths side by side
          </>
        )}
        . Points are coat lost by the owner’s wish, <HouseNumber id="price.minute" /> and{' '}
        <HouseNumber id="price.pull" />.
      </p>
    </>
  )
}
