import { type ReactNode, useMemo } from 'react'
import {
  CLOSED_TEXT,
  capital,
  minutesText,
  pullText,
  STYLE_LABEL,
  VERDICT_LABEL,
} from '../../../contract/words/index.ts'
import type { Alternative, Plan } from '../../../core/index.ts'
import { CoatMap } from '../../coatmap/CoatMap.tsx'
import { looksOfLengths } from '../../coatmap/looks.ts'
import type { DogDrawn } from '../dog-file.ts'

interface Way {
  readonly title: string
  readonly minutes: number
  readonly pull: number
  readonly coatKept: number
  readonly outlineMm: readonly number[]
  readonly note: string
  readonly best: boolean
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
    })),
  ]
  return (
    <section aria-label="The ways side by side">
      <h2 className="mb-2 text-lg">Side by side</h2>
      <ul className="grid grid-cols-3 gap-2" data-testid="alternatives">
        {ways.map((way) => (
          <WayCard key={`${way.title} ${way.note}`} way={way} drawn={drawn} />
        ))}
      </ul>
    </section>
  )
}

function WayCard({ way, drawn }: { way: Way; drawn: DogDrawn }): ReactNode {
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
      <dl className="mt-1 grid grid-cols-[1fr_auto] text-sm">
        <dt className="text-ink-2">minutes</dt>
        <dd className="text-right font-semibold">{minutesText(way.minutes)}</dd>
        <dt className="text-ink-2">pull</dt>
        <dd className="text-right font-semibold">{pullText(way.pull)}</dd>
        <dt className="text-ink-2">coat kept</dt>
        <dd className="text-right font-semibold">{Math.round(way.coatKept)} %</dd>
      </dl>
    </li>
  )
}
