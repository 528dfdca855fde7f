import { BookmarkPlus, Undo2 } from 'lucide-react'
import { memo, type ReactNode } from 'react'
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
  type Assessment,
  type Cut,
  coatMmOf,
  type House,
  hasOwnLength,
  type LibraryPattern,
  PART_IDS,
  PART_REGIONS,
  type PartId,
  type Pattern,
  samePattern,
  shapesFor,
  wishedMm,
  withShape,
} from '../../../core/index.ts'
import type { DogDrawn } from '../../dog/dog-drawn.ts'
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

/** What is tried and in which house. */
interface About {
  readonly assessment: Assessment
  readonly house: House
}

/** What a part's coat is today, mm. */
const coatOf = (part: PartId, assessment: Assessment): number => coatMmOf(PART_REGIONS[part][0]!, assessment)

/** How long a part would be in a shape, mm; null by its length alone. */
function mmIn(part: PartId, shape: string | null, { assessment, house }: About): number {
  const wishes = { ...assessment.wishes, ...withShape(assessment.wishes, part, shape) }
  const coatMm = coatOf(part, assessment)
  return Math.min(coatMm, wishedMm(PART_REGIONS[part][0]!, { ...assessment, wishes }, house) ?? coatMm)
}

/**
 * The cut as a pattern: one taken whole, and a shape for each part. What is touched on the dog is the part at hand. Only
 * the length follows at once what is tried; the rest is drawn a frame after the dog.
 */
export function Shapes({
  now,
  shown,
  ...rest
}: {
  /** As it is tried at this moment, for what is held in the hand. */
  now: About
  /** As it was tried when the screen was last painted. */
  shown: About
  onLength: (part: PartId, mm: number) => void
} & Omit<PatternProps, 'pattern'> &
  Omit<PartShapesProps, 'about'>): ReactNode {
  const { part, drawn, offered, bent, tries, onPattern, onPart, onShape, onKeep, onUndo, onLength } = rest
  const { pattern } = shown.assessment.wishes
  return (
    <section className="flex flex-col gap-3 rounded-2xl bg-paper p-4" aria-label="Shapes" data-testid="shapes">
      <WholePattern {...{ pattern, offered, bent, tries, onPattern, onKeep, onUndo }} />
      <div data-testid="part-shapes" data-part={part}>
        <PartShapes {...{ part, drawn, onShape }} about={shown} />
        <ShapeLength part={part} about={now} onLength={onLength} />
      </div>
      <PartList {...{ pattern, part, onPart }} />
    </section>
  )
}

interface PatternProps {
  readonly pattern: Pattern | null
  readonly offered: readonly Offered[]
  readonly bent: Cut['bent']
  /** Whether there is a change to take back. */
  readonly tries: boolean
  readonly onPattern: (pattern: Pattern | null) => void
  /** Keeps a pattern that is not on the list as the salon's. */
  readonly onKeep: () => void
  readonly onUndo: () => void
}

const WholePattern = memo(function WholePattern(props: PatternProps): ReactNode {
  const { pattern, offered, bent, tries, onPattern, onKeep, onUndo } = props
  const taken = offered.find((one) => samePattern(pattern, one.pattern))
  return (
    <>
      <div className="flex flex-wrap items-end gap-2">
        <SelectField
          label="Pattern"
          className="min-w-52 grow"
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
        <Button onClick={onUndo} disabled={!tries} aria-label="Undo the last change">
          <Undo2 size={20} /> Undo
        </Button>
        {pattern && !taken && (
          <Button onClick={onKeep}>
            <BookmarkPlus size={20} /> Keep as ours
          </Button>
        )}
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
    </>
  )
})

interface PartShapesProps {
  readonly part: PartId
  readonly drawn: DogDrawn
  readonly about: About
  readonly onPart: (part: PartId) => void
  readonly onShape: (part: PartId, shape: string | null) => void
}

/** The shapes that the part at hand can have on this coat, each as a small picture of it. */
const PartShapes = memo(function PartShapes({
  part,
  drawn,
  about,
  onShape,
}: Omit<PartShapesProps, 'onPart'>): ReactNode {
  const { dog, wishes } = about.assessment
  return (
    <OneOf
      key={part}
      legend={SHAPE_PART_LABEL[part]}
      choices={[
        {
          value: NONE,
          label: 'by length alone',
          picture: <PartPicture drawn={drawn} part={part} shape={null} mm={mmIn(part, null, about)} />,
        },
        ...shapesFor(part, dog.coatType).map((id) => ({
          value: id,
          label: shapeLabel({ part, id }),
          picture: <PartPicture drawn={drawn} part={part} shape={id} mm={mmIn(part, id, about)} />,
        })),
      ]}
      value={wishes.pattern?.[part]?.shape ?? NONE}
      onChange={(to) => onShape(part, to === NONE ? null : to)}
    />
  )
})

/** The length of a shape that has one of its own. */
function ShapeLength({
  part,
  about,
  onLength,
}: {
  part: PartId
  about: About
  onLength: (part: PartId, mm: number) => void
}): ReactNode {
  const choice = about.assessment.wishes.pattern?.[part]
  const mostMm = coatOf(part, about.assessment)
  if (!choice || !hasOwnLength(part, choice.shape) || mostMm <= LEAST_MM) return null
  const says = choice.mm === undefined ? 'by the body' : `${mmText(choice.mm)} mm`
  return (
    <div className="mt-1 grid grid-cols-[1fr_74px] items-center gap-2">
      <Slider
        label={`${SHAPE_PART_LABEL[part]}, length`}
        says={says}
        least={LEAST_MM}
        most={mostMm}
        value={choice.mm ?? mmIn(part, choice.shape, about)}
        onChange={(to) => onLength(part, to)}
      />
      <span className="figure text-right font-semibold">{says}</span>
    </div>
  )
}

/** Every part with its shape; the one at hand is pressed. */
const PartList = memo(function PartList({
  pattern,
  part,
  onPart,
}: {
  pattern: Pattern | null
  part: PartId
  onPart: (part: PartId) => void
}): ReactNode {
  return (
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
  )
})
