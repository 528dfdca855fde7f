import { memo, type ReactNode } from 'react'
import { mmText, STYLE_WISH_LABEL } from '../../../contract/words/index.ts'
import type { LengthsMm } from '../../../core/index.ts'
import { Slider } from '../../parts/Slider.tsx'
import { Toggle } from '../../parts/Toggle.tsx'
import { LEAST_MM, LENGTH_STYLES, type LengthSource, lengthText, type PartLength } from './part-lengths.ts'

const SOURCE_LABEL: Record<LengthSource, string> = {
  short: STYLE_WISH_LABEL.short,
  trim: STYLE_WISH_LABEL.trim,
  puppy: STYLE_WISH_LABEL.puppy,
  last: 'As last time',
  'as-is': 'As it is',
}

/** Lengths by part, dragged here or on the dog, or taken whole from a style or the last visit. */
export const Lengths = memo(function Lengths({
  lengths,
  like,
  sources,
  onSource,
  onTry,
}: {
  lengths: readonly PartLength[]
  /** Sources that say the same as the lengths at hand. */
  like: ReadonlySet<LengthSource>
  sources: ReadonlyMap<LengthSource, LengthsMm>
  onSource: (source: LengthSource) => void
  onTry: (part: keyof LengthsMm, mm: number) => void
}): ReactNode {
  return (
    <div className="rounded-2xl bg-paper px-4 pt-3 pb-1" data-testid="lengths">
      <fieldset className="mb-1 flex flex-wrap items-center gap-1.5" aria-label="Lengths from">
        {[...sources.keys()].map((source) => (
          <Toggle key={source} tight pressed={like.has(source)} onClick={() => onSource(source)} data-source={source}>
            {SOURCE_LABEL[source]}
          </Toggle>
        ))}
      </fieldset>
      <div className="grid grid-cols-2 gap-x-5 max-sm:grid-cols-1">
        {lengths.map(({ part, label, mostMm, mm, verdictMm }) => (
          <div key={part} className="grid grid-cols-[44px_1fr_74px] items-center gap-2">
            <span>{label}</span>
            <Slider
              label={label}
              says={lengthText(mm, mostMm)}
              least={LEAST_MM}
              most={mostMm}
              value={mm}
              onChange={(to) => onTry(part, to)}
            />
            <span className="figure text-right font-semibold leading-tight">
              {lengthText(mm, mostMm)}
              {verdictMm !== null && (
                <span className="block text-sm font-normal text-ink-2">mats: {mmText(verdictMm)}</span>
              )}
            </span>
          </div>
        ))}
      </div>
    </div>
  )
})

export const sourcesOf = (hasLast: boolean): LengthSource[] => [
  ...LENGTH_STYLES,
  ...(hasLast ? (['last'] as const) : []),
  'as-is',
]
