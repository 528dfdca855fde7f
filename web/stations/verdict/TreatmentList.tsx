import { type ReactNode, useId } from 'react'
import { minutesText, TREATMENT_LABEL } from '../../../contract/words/index.ts'
import { type Plan, plannedPart, type Treatment } from '../../../core/index.ts'
import { Textures } from '../../dog/textures.tsx'
import { Button } from '../../parts/Button.tsx'

const shortMinutes = (minutes: number): string =>
  minutes > 0 && minutes < 0.5 ? 'under 1 min' : `${minutesText(minutes)} min`

/** The key to the picture: each treatment with its texture; touching one lights its places. */
export function TreatmentList({
  plan,
  treatments,
  asIf,
  onLight,
}: {
  plan: Plan
  /** What is drawn: the plan's, or those of the dog as it would be. */
  treatments: readonly Treatment[]
  asIf: boolean
  onLight: (lit: ReadonlySet<number> | null) => void
}): ReactNode {
  const prefix = useId().replace(/[^a-z0-9]/gi, '')
  const partOf = plannedPart(plan)
  const minutesOf = (indices: readonly number[]): string =>
    shortMinutes(indices.reduce((sum, i) => sum + partOf(i) * plan.regions[i]!.option.minutes, 0))
  const places = new Map<Treatment, number[]>()
  for (const [index, treatment] of treatments.entries())
    places.set(treatment, [...(places.get(treatment) ?? []), index])
  return (
    <ul className="flex flex-wrap gap-2 px-5 pb-4" aria-label="What the textures mean">
      {[...places].map(([treatment, indices]) => (
        <li key={treatment}>
          <Button
            tight
            className="gap-3"
            onPointerEnter={() => onLight(new Set(indices))}
            onPointerLeave={() => onLight(null)}
            onFocus={() => onLight(new Set(indices))}
            onBlur={() => onLight(null)}
          >
            <svg width="40" height="26" className="rounded-md" aria-hidden="true">
              <Textures prefix={prefix} />
              <rect
                width="40"
                height="26"
                fill={treatment === 'look' ? 'var(--sheet)' : 'var(--coat)'}
                stroke="var(--coat-ink)"
                strokeDasharray={treatment === 'look' ? '4 4' : undefined}
              />
              {treatment !== 'look' && <rect width="40" height="26" fill={`url(#${prefix}t-${treatment})`} />}
            </svg>
            {TREATMENT_LABEL[treatment]}
            <span className="text-ink-2">
              {indices.length}
              {!asIf && treatment !== 'leave' && ` · ${minutesOf(indices)}`}
            </span>
          </Button>
        </li>
      ))}
    </ul>
  )
}
