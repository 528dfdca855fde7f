import { memo, type ReactNode } from 'react'
import {
  CUT_PART_LABEL,
  CUT_REASON_TEXT,
  capital,
  mmText,
  NOT_CUT_TEXT,
  placeName,
  SUPPORT_TEXT,
  toolName,
} from '../../../contract/words/index.ts'
import { type Cut, REGION_SIDES } from '../../../core/index.ts'
import { Toggle } from '../../parts/Toggle.tsx'
import type { Place, Turn } from './turns.ts'

/** The cut as it is done: what is left out and why, each tool with its places, sides that end unlike, what holds the dog. */
export const CutLines = memo(function CutLines({
  cut,
  turns,
  atHand,
  onChoose,
}: {
  cut: Cut
  turns: readonly Turn[]
  atHand: Place | null
  onChoose: (place: Place) => void
}): ReactNode {
  const notCut = [...new Map(cut.notCut.map((one) => [one.why, one])).values()]
  return (
    <>
      {notCut.length > 0 && (
        <ul className="flex flex-col gap-1 rounded-2xl bg-paper p-4" data-testid="not-cut">
          {notCut.map(({ why }) => (
            <li key={why}>{NOT_CUT_TEXT[why]}</li>
          ))}
        </ul>
      )}
      <ol className="flex flex-col gap-4" data-testid="lines">
        {turns.map(({ key, line: first, places }) => (
          <li key={key}>
            <p className="flex items-baseline justify-between gap-3">
              <span className="font-semibold">
                {capital(toolName(first.tool))}
                <span className="font-normal text-ink-2">
                  {' '}
                  {[CUT_PART_LABEL[first.part], CUT_REASON_TEXT[first.why]].filter(Boolean).join(', ')}
                </span>
              </span>
              <span className="figure text-lg font-semibold">{mmText(first.leavesMm)} mm</span>
            </p>
            <span className="mt-1 flex flex-wrap gap-1.5">
              {places.map((one) => (
                <Toggle key={one.key} tight pressed={one.key === atHand?.key} onClick={() => onChoose(one)}>
                  {capital(placeName(one.region, one.side))}
                </Toggle>
              ))}
            </span>
          </li>
        ))}
      </ol>
      {cut.unlike.length > 0 && (
        <p data-testid="unlike">
          Ends unlike, left and right:{' '}
          {cut.unlike
            .map(
              ({ left, leftMm, rightMm }) =>
                `${placeName(REGION_SIDES[left]!.region, null)} ${mmText(leftMm)} and ${mmText(rightMm)} mm`,
            )
            .join(', ')}
          .
        </p>
      )}
      {cut.supports.length > 0 && (
        <ul className="rounded-2xl bg-paper p-4" data-testid="supports">
          {cut.supports.map((support) => (
            <li key={support}>{SUPPORT_TEXT[support]}</li>
          ))}
        </ul>
      )}
    </>
  )
})
