import { ArrowLeft, ArrowRight } from 'lucide-react'
import { memo, type ReactNode, useMemo, useState } from 'react'
import type { Visit } from '../../../contract/api/visits.ts'
import { MOST_BRUSHINGS } from '../../../contract/formats/patterns-file.ts'
import { CUT_HINTS } from '../../../contract/words/index.ts'
import {
  type Cut,
  cutOf,
  type LengthsMm,
  PART_REGIONS,
  type PartId,
  type Pattern,
  partTouched,
  patternsFor,
  REGION_SIDES,
  type RegionId,
  rebookOf,
  withLength,
  withPart,
  withPattern,
  withShape,
} from '../../../core/index.ts'
import { Loading } from '../../app/states.tsx'
import { useOwnPatterns } from '../../device/use-own-patterns.ts'
import { dogDrawn } from '../../dog/dog-drawn.ts'
import { PatternDialog } from '../../dog/PatternDialog.tsx'
import { useTurning } from '../../dog/use-turning.ts'
import { useAfterPaint } from '../../parts/after-paint.ts'
import { Button, ButtonLink } from '../../parts/Button.tsx'
import { useLatest } from '../../parts/use-latest.ts'
import { Answer, Station } from '../Station.tsx'
import { useVisit } from '../VisitLayout.tsx'
import { Blends } from './Blends.tsx'
import { CutDog } from './CutDog.tsx'
import { CutLines } from './CutLines.tsx'
import { JacketAndShow } from './JacketAndShow.tsx'
import { Lengths, sourcesOf } from './Lengths.tsx'
import {
  type LengthSource,
  lengthsAsIs,
  lengthsOfLast,
  lengthsOfStyle,
  type PartLength,
  steadyLengths,
  wishedLengths,
} from './part-lengths.ts'
import { type Offered, Shapes } from './Shapes.tsx'
import { type Place, turnsOf } from './turns.ts'
import { type CutTried, type Try, useCut } from './use-cut.ts'

/** The finishing cut: which tool where, what it leaves, what to mind there, and what to blend. */
export function CutScreen(): ReactNode {
  const visit = useVisit()
  const { tried, attempt, undo, forget, keep, keeping } = useCut(visit)
  if (!tried) return <Loading what="the cut" />
  if (!tried.cut)
    return (
      <div className="mx-auto max-w-xl p-10">
        <h1 className="mb-2 text-2xl">Nothing is cut today</h1>
        <p className="mb-4 text-ink-2">The groom stops before it begins.</p>
        <ButtonLink to="../verdict">
          <ArrowLeft size={18} /> To the verdict
        </ButtonLink>
      </div>
    )
  return (
    <Cutting visit={visit} tried={{ ...tried, cut: tried.cut }} onTry={attempt} onUndo={undo}>
      {tried.tries && (
        <>
          <Button disabled={keeping} onClick={keep}>
            Keep this cut
          </Button>
          <Button kind="quiet" onClick={forget}>
            As before
          </Button>
        </>
      )}
    </Cutting>
  )
}

/** Where a part is looked at: the near side of a pair. */
const placeOfPart = (part: PartId): number => {
  const region = PART_REGIONS[part][0]!
  return REGION_SIDES.find((one) => one.region === region)!.index
}

const ALIKE_MM = 1
const alike = ({ part, mm }: PartLength, other: LengthsMm): boolean => Math.abs(mm - other[part]) < ALIKE_MM

type Tried = CutTried & { readonly cut: Cut }

/** Lengths that are taken whole, by where they come from. */
const lengthsBySource = (
  last: LengthsMm | null,
  { kept, house }: Pick<CutTried, 'kept' | 'house'>,
): Map<LengthSource, LengthsMm> =>
  new Map(
    sourcesOf(last !== null).map((source) => [
      source,
      source === 'last'
        ? lengthsOfLast(last!, kept)
        : source === 'as-is'
          ? lengthsAsIs(kept)
          : lengthsOfStyle(source, kept, house),
    ]),
  )

/** Patterns that this coat can carry, each with what it takes on this dog. */
const offeredFor = (
  own: Parameters<typeof patternsFor>[2],
  { kept, plan, house }: Pick<CutTried, 'kept' | 'plan' | 'house'>,
): Offered[] =>
  patternsFor(kept, house, own).map((one) => {
    const wishes = { ...kept.wishes, ...withPattern(kept.wishes, one.pattern) }
    return { ...one, minutes: cutOf({ ...kept, wishes }, plan, house)?.minutes ?? 0 }
  })

function Cutting({
  visit,
  tried,
  onTry,
  onUndo,
  children,
}: {
  visit: Visit
  tried: Tried
  onTry: Try
  onUndo: () => void
  children?: ReactNode
}): ReactNode {
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  // The dog and what is held in the hand answer at once; the lists beside it follow its next frame.
  const shown = useAfterPaint(tried)
  const { assessment, house, plan, kept, cut } = shown
  const last = visit.past.find(({ leftMm }) => leftMm)?.leftMm ?? null
  const own = useOwnPatterns()
  // What is tried does not change what else there is.
  const sources = useMemo(() => lengthsBySource(last, { kept, house }), [last, kept, house])
  const offered = useMemo(() => offeredFor(own, { kept, plan, house }), [own, kept, plan, house])
  const steady = useMemo(steadyLengths, [])
  const lengths = steady(wishedLengths(tried.assessment, tried.cut, tried.house))
  const like = useMemo(
    () => new Set([...sources].flatMap(([source, mm]) => (lengths.every((one) => alike(one, mm)) ? [source] : []))),
    [sources, lengths],
  )
  const turns = useMemo(() => turnsOf(cut), [cut])
  const all = useMemo(() => turns.flatMap(({ places }) => places), [turns])
  const [chosen, setChosen] = useState<RegionId | null>(null)
  const [atHand, setAtHand] = useState<PartId>('body')
  const [keeping, setKeeping] = useState(false)
  const { stage, bringToFront } = useTurning()
  // What was touched is lit, also where nothing is cut.
  const place = (chosen === null ? all[0] : all.find(({ region }) => region === chosen)) ?? null
  const deeds = useLatest({
    pick: (index: number) => {
      const { region } = REGION_SIDES[index]!
      setChosen(region)
      setAtHand(partTouched(region) ?? atHand)
    },
    choose: ({ region, lines }: Place) => {
      setChosen(region)
      bringToFront(lines[0]!.index)
    },
    part: (part: PartId) => {
      setAtHand(part)
      setChosen(PART_REGIONS[part][0]!)
      bringToFront(placeOfPart(part))
    },
    shape: (part: PartId, shape: string | null) =>
      onTry(`${part} ${shape}`, (wishes) => withShape(wishes, part, shape)),
    shapeLength: (part: PartId, mm: number) =>
      onTry(`${part} shape mm`, (wishes) => withPart(wishes, part, { shape: wishes.pattern![part]!.shape, mm })),
    length: (part: keyof LengthsMm, mm: number) => onTry(`${part} mm`, (wishes) => withLength(wishes, part, mm)),
    source: (source: LengthSource) =>
      onTry(source, (wishes) => ({ ...withPattern(wishes, null), targetMm: sources.get(source)! })),
    pattern: (to: Pattern | null) => onTry('pattern', (wishes) => withPattern(wishes, to)),
    keepAsOurs: () => setKeeping(true),
    undo: onUndo,
  })
  const name = visit.arrival.dog.name ?? 'This dog'
  const { pattern } = assessment.wishes
  return (
    <Station>
      <CutDog
        name={name}
        drawn={drawn}
        cut={tried.cut}
        lengths={lengths}
        stage={stage}
        chosen={chosen}
        place={place}
        onPick={deeds.pick}
        onLength={deeds.length}
      />
      <Answer
        bar={
          <>
            {children}
            <span className="grow" />
            <ButtonLink kind="main" to={visit.acceptedPlan ? '../bench' : '../verdict'}>
              {visit.acceptedPlan ? 'To the bench' : 'Take the verdict first'} <ArrowRight size={18} />
            </ButtonLink>
          </>
        }
      >
        <div className="flex min-h-0 grow flex-col gap-5 overflow-y-auto p-6 stacked:p-4">
          <div>
            <p className="text-ink-2">After the comb went through everywhere</p>
            <h1 className="text-3xl leading-snug" data-testid="cut">
              {titleOf(name, cut, all)}
            </h1>
          </div>
          <Shapes
            now={tried}
            shown={shown}
            offered={offered}
            bent={cut.bent}
            tries={shown.tries}
            part={atHand}
            drawn={drawn}
            onPattern={deeds.pattern}
            onPart={deeds.part}
            onShape={deeds.shape}
            onLength={deeds.shapeLength}
            onKeep={deeds.keepAsOurs}
            onUndo={deeds.undo}
          />
          <Lengths lengths={lengths} like={like} sources={sources} onSource={deeds.source} onTry={deeds.length} />
          <CutLines cut={cut} turns={turns} atHand={place} onChoose={deeds.choose} />
          <JacketAndShow visit={visit} assessment={assessment} plan={plan} house={house} />
          <Blends cut={cut} />
          <Hints />
        </div>
      </Answer>
      {keeping && pattern && (
        <PatternDialog
          known={null}
          start={{
            name: '',
            coats: [assessment.dog.coatType],
            puppy: false,
            perWeek: Math.min(MOST_BRUSHINGS, Math.round(assessment.wishes.homeBrushing?.perWeek ?? 0)),
            // As long as this cut holds on this dog.
            weeks: rebookOf(assessment, 0, cut.mm, house).weeks,
            pattern,
          }}
          onClose={() => setKeeping(false)}
        />
      )}
    </Station>
  )
}

function titleOf(name: string, { notCut }: Cut, places: readonly Place[]): string {
  const coats = places.filter(({ lines }) => lines[0]!.part === 'coat').length
  if (coats > 0) return `${name}: ${coats} ${coats === 1 ? 'place' : 'places'} to cut, head last`
  return notCut.some(({ why }) => why === 'not-looked-at')
    ? `${name}: look first, then it is known what is cut`
    : `${name} keeps its coat: hygiene and feet only`
}

const Hints = memo(function Hints(): ReactNode {
  return (
    <ul className="flex list-disc flex-col gap-0.5 pl-5 text-ink-2">
      {CUT_HINTS.map((hint) => (
        <li key={hint}>{hint}</li>
      ))}
    </ul>
  )
})
