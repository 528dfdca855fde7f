import type { ReactNode } from 'react'
import { mmText } from '../../../contract/words/index.ts'
import { type Assessment, type House, type LengthsMm, type RegionId, wishedMm } from '../../../core/index.ts'

const PARTS: readonly (readonly [part: keyof LengthsMm, label: string, region: RegionId])[] = [
  ['body', 'Body', 'back'],
  ['legs', 'Legs', 'foreleg'],
  ['head', 'Head', 'crown'],
  ['ears', 'Ears', 'ear-outer'],
  ['tail', 'Tail', 'tail'],
]
const LEAST_MM = 2

/** Lengths by part, dragged; the dog follows. All the way up leaves the part as it is. */
export function Lengths({
  assessment,
  house,
  last,
  onAll,
  onTry,
}: {
  assessment: Assessment
  house: House
  /** What it went home with last time; null where that was not kept. */
  last: LengthsMm | null
  onAll: (mm: Partial<LengthsMm>) => void
  onTry: (part: keyof LengthsMm, mm: number) => void
}): ReactNode {
  const shorter =
    last &&
    Object.fromEntries(
      PARTS.flatMap(([part]) =>
        last[part] < assessment.dog.lengthMm[part] - 1 ? [[part, Math.round(last[part])]] : [],
      ),
    )
  return (
    <div className="grid grid-cols-2 gap-x-6 px-5 pb-3 lg:grid-cols-3" data-testid="lengths">
      {PARTS.map(([part, label, region]) => {
        const most = Math.max(LEAST_MM, Math.round(assessment.dog.lengthMm[part]))
        const mm = Math.min(most, wishedMm(region, assessment, house) ?? most)
        return (
          <label key={part} className="grid grid-cols-[44px_1fr_62px] items-center gap-2">
            <span>{label}</span>
            <input
              type="range"
              className="min-h-11 w-full accent-(--accent)"
              min={LEAST_MM}
              max={most}
              step={1}
              value={mm}
              aria-valuetext={mm >= most ? 'as it is' : `${mmText(mm)} mm`}
              onChange={(event) => onTry(part, Number(event.target.value))}
            />
            <span className="figure text-right font-semibold">{mm >= most ? 'as it is' : `${mmText(mm)} mm`}</span>
          </label>
        )
      })}
      {shorter && Object.keys(shorter).length > 0 && (
        <button type="button" className="btn" onClick={() => onAll(shorter)} data-testid="as-last-time">
          As last time
        </button>
      )}
    </div>
  )
}
