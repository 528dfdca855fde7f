import { Undo2 } from 'lucide-react'
import type { ReactNode } from 'react'
import {
  bentText,
  minutesText,
  mmText,
  patternName,
  SHAPE_PART_LABEL,
  shapeLabel,
  shapeText,
  upkeepText,
} from '../../../contract/words/index.ts'
import {
  type CoatType,
  type Cut,
  hasOwnLength,
  type LibraryPattern,
  PART_IDS,
  type PartId,
  type Pattern,
  samePattern,
  shapesFor,
} from '../../../core/index.ts'
import type { DogDrawn } from '../../dog/dog-file.ts'
import { Button } from '../../parts/Button.tsx'
import { SelectField } from '../../parts/Field.tsx'
import { Slider } from '../../parts/Slider.tsx'
import { OneOf, Toggle } from '../../parts/Toggle.tsx'
import { PartPicture } from './PartPicture.tsx'
import { LEAST_MM } from './part-lengths.ts'

/** A pattern with what it takes on this dog today. */
export interface Offered extends LibraryPattern {
  /** What the salon calls its own. */
  readonly name?: string
  readonly minutes: number
}

/** No shape: the part goes by its length. */
const NONE = 'by-length'

/** The cut as a pattern: one taken whole, and a shape for each part. What is touched on the dog is the part at hand. */
export function Shapes({
  pattern,
  offered,
  coat,
  part,
  lengthsMm,
  drawn,
  mmOf,
  keep,
  bent,
  onPattern,
  onPart,
  onShape,
  onLength,
  onUndo,
}: {
  pattern: Pattern | null
  offered: readonly Offered[]
  coat: CoatType
  part: PartId
  /** What each part's coat is today, mm. */
  lengthsMm: (part: PartId) => number
  drawn: DogDrawn
  /** How long a part would be in a shape, mm; null by its length alone. */
  mmOf: (part: PartId, shape: string | null) => number
  /** Keeps a pattern that is not on the list as the salon's. */
  keep: ReactNode
  bent: Cut['bent']
  onPattern: (pattern: Pattern | null) => void
  onPart: (part: PartId) => void
  onShape: (part: PartId, shape: string | null) => void
  onLength: (part: PartId, mm: number) => void
  /** Takes the last change back; null where there is none. */
  onUndo: (() => void) | null
}): ReactNode {
  const taken = offered.find((one) => samePattern(pattern, one.pattern))
  const choice = pattern?.[part]
  const mostMm = lengthsMm(part)
  const mm = choice?.mm ?? null
  return (
    <section className="flex flex-col gap-3 rounded-2xl bg-paper p-4" aria-label="Shapes" data-testid="shapes">
      <div className="flex items-end gap-2">
        <SelectField
          label="Pattern"
          className="min-w-0 grow"
          value={taken?.id ?? (pattern ? 'own' : '')}
          onChange={({ target: { value } }) => onPattern(offered.find(({ id }) => id === value)?.pattern ?? null)}
        >
          <option value="">By style and lengths alone</option>
          {pattern && !taken && <option value="own">This dog’s own</option>}
          {offered.map((one) => (
            <option key={one.id} value={one.id}>
              {patternName(one)}, {minutesText(one.minutes)} min
            </option>
          ))}
        </SelectField>
        <Button onClick={onUndo ?? undefined} disabled={!onUndo} aria-label="Undo the last change">
          <Undo2 size={20} /> Undo
        </Button>
        {pattern && !taken && keep}
      </div>
      {taken && (
        <p className="text-ink-2" data-testid="upkeep">
          At home: {upkeepText(taken)}.
        </p>
      )}
      {bent.length > 0 && (
        <ul className="flex flex-col gap-1" data-testid="bent" aria-label="What comes otherwise">
          {bent.map((one) => (
            <li key={one.part}>{bentText(one)}</li>
          ))}
        </ul>
      )}
      <div data-testid="part-shapes" data-part={part}>
        <OneOf
          key={part}
          legend={SHAPE_PART_LABEL[part]}
          choices={[
            {
              value: NONE,
              label: 'by length alone',
              picture: <PartPicture drawn={drawn} part={part} shape={null} mm={mmOf(part, null)} />,
            },
            ...shapesFor(part, coat).map((id) => ({
              value: id,
              label: shapeLabel({ part, id }),
              picture: <PartPicture drawn={drawn} part={part} shape={id} mm={mmOf(part, id)} />,
            })),
          ]}
          value={choice?.shape ?? NONE}
          onChange={(to) => onShape(part, to === NONE ? null : to)}
        />
        {choice && hasOwnLength(part, choice.shape) && mostMm > LEAST_MM && (
          <div className="mt-1 grid grid-cols-[1fr_74px] items-center gap-2">
            <Slider
              label={`${SHAPE_PART_LABEL[part]}, length`}
              says={mm === null ? 'by the body' : `${mmText(mm)} mm`}
              least={LEAST_MM}
              most={mostMm}
              value={mm ?? mmOf(part, choice.shape)}
              onChange={(to) => onLength(part, to)}
            />
            <span className="figure text-right font-semibold">{mm === null ? 'by the body' : `${mmText(mm)} mm`}</span>
          </div>
        )}
      </div>
      <ul className="grid grid-cols-2 gap-1.5 max-sm:grid-cols-1" aria-label="Parts">
        {PART_IDS.map((id) => {
          const set = pattern?.[id]
          return (
            <li key={id}>
              <Toggle
                tight
                className="w-full flex-col! items-start! gap-0! py-1 text-left leading-tight"
                pressed={id === part}
                onClick={() => onPart(id)}
                data-shape-part={id}
              >
                <span className="text-sm font-normal text-ink-2">{SHAPE_PART_LABEL[id]}</span>
                <span>{set ? shapeText(id, set) : 'by length alone'}</span>
              </Toggle>
            </li>
          )
        })}
      </ul>
    </section>
  )
}
