import { memo, type ReactNode } from 'react'
import { BLEND_TOOL_LABEL, capital, mmText, placeName } from '../../../contract/words/index.ts'
import { type Cut, REGION_SIDES } from '../../../core/index.ts'

const MOST_BLENDS = 8

/** Where two lengths meet, what shows most first; both sides of the dog said once. */
export const Blends = memo(function Blends({ cut: { blends } }: { cut: Cut }): ReactNode {
  const once = [
    ...new Map(
      blends.map((blend) => [
        [blend.a, blend.b].map((index) => REGION_SIDES[index]!.region).join(' ') + blend.stepMm.toFixed(1),
        blend,
      ]),
    ).values(),
  ]
  if (once.length === 0) return null
  return (
    <section aria-label="Blend" data-testid="blends">
      <h2 className="mb-1 text-lg">Blend</h2>
      <ul>
        {once.slice(0, MOST_BLENDS).map(({ a, b, stepMm, tool }) => (
          <li key={`${a} ${b}`} className="flex justify-between gap-3 border-t border-line py-1.5">
            <span>
              {capital(placeName(REGION_SIDES[a]!.region, null))} into {placeName(REGION_SIDES[b]!.region, null)}
              <span className="block text-sm text-ink-2">{BLEND_TOOL_LABEL[tool]}</span>
            </span>
            <span className="figure whitespace-nowrap">{mmText(stepMm)} mm</span>
          </li>
        ))}
      </ul>
      {once.length > MOST_BLENDS && <p className="pt-1 text-ink-2">and {once.length - MOST_BLENDS} that show less</p>}
    </section>
  )
})
