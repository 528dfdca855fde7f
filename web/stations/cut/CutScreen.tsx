import { ArrowLeft, ArrowRight, BookmarkPlus } from 'lucide-react'
import { type ReactNode, useCallback, useMemo, useState } from 'react'
import { toast } from 'sonner'
import type { Visit } from '../../../contract/api/visits.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { MOST_BRUSHINGS } from '../../../contract/formats/patterns-file.ts'
import {
  aroundLines,
  CAUTION_TEXT,
  CUT_HINTS,
  CUT_NOTE_TEXT,
  capital,
  mmText,
  placeName,
  toolName,
} from '../../../contract/words/index.ts'
import {
  type Assessment,
  type Cut,
  type CutWishes,
  coatMmOf,
  cutOf,
  type House,
  type LengthsMm,
  PART_REGIONS,
  type PartId,
  partTouched,
  patternsFor,
  REGION_SIDES,
  type RegionId,
  rebookOf,
  shapesOf,
  wishedMm,
  withLength,
  withPart,
  withPattern,
  withShape,
} from '../../../core/index.ts'
import { Loading } from '../../app/states.tsx'
import { useWrite } from '../../device/api.ts'
import { useOwnPatterns } from '../../device/use-own-patterns.ts'
import { DogStage } from '../../dog/DogStage.tsx'
import { dogDrawn } from '../../dog/dog-file.ts'
import { looksOfShapes, steadyLooks } from '../../dog/looks.ts'
import { PatternDialog } from '../../dog/PatternDialog.tsx'
import { usePlanOfVisit } from '../../dog/plan-of-visit.ts'
import { useTurning } from '../../dog/use-turning.ts'
import { useAfterPaint } from '../../parts/after-paint.ts'
import { Button, ButtonLink } from '../../parts/Button.tsx'
import { Answer, Station } from '../Station.tsx'
import { useVisit } from '../VisitLayout.tsx'
import { Blends } from './Blends.tsx'
import { CutLines } from './CutLines.tsx'
import { JacketAndShow } from './JacketAndShow.tsx'
import { LengthHandles } from './LengthHandles.tsx'
import { Lengths, sourcesOf } from './Lengths.tsx'
import {
  type LengthSource,
  lengthsAsIs,
  lengthsOfLast,
  lengthsOfStyle,
  type PartLength,
  wishedLengths,
} from './part-lengths.ts'
import { type Offered, Shapes } from './Shapes.tsx'
import { type Place, turnsOf } from './turns.ts'

/** The finishing cut: which tool where, what it leaves, what to mind there, and what to blend. */
export function CutScreen(): ReactNode {
  const visit = useVisit()
  const made = usePlanOfVisit(visit)
  // Lengths that are tried out here; nothing is changed until they are kept.
  const [tries, setTries] = useState<readonly { readonly what: string; readonly wishes: CutWishes }[]>([])
  const tried = tries.at(-1)?.wishes ?? null
  const save = useWrite(visitsApi.setArrival)
  const assessment = useMemo(
    () =>
      made && {
        ...made.assessment,
        wishes: { ...made.assessment.wishes, ...tried },
      },
    [made, tried],
  )
  const cut = useMemo(() => (made && assessment ? cutOf(assessment, made.plan, made.house) : null), [made, assessment])
  const later = useAfterPaint(assessment)
  const last = visit.past.find(({ leftMm }) => leftMm)?.leftMm ?? null
  const lengthsBy = useMemo(
    () =>
      made &&
      new Map(
        sourcesOf(last !== null).map((source) => [
          source,
          source === 'last'
            ? lengthsOfLast(last!, made.assessment)
            : source === 'as-is'
              ? lengthsAsIs(made.assessment)
              : lengthsOfStyle(source, made.assessment, made.house),
        ]),
      ),
    [made, last],
  )
  const own = useOwnPatterns()
  const offered = useMemo(
    () =>
      made
        ? patternsFor(made.assessment, made.house, own).map((one) => {
            const wishes = { ...made.assessment.wishes, ...withPattern(made.assessment.wishes, one.pattern) }
            return { ...one, minutes: cutOf({ ...made.assessment, wishes }, made.plan, made.house)?.minutes ?? 0 }
          })
        : [],
    [made, own],
  )
  if (!made || !assessment || !lengthsBy) return <Loading what="the cut" />
  if (!cut)
    return (
      <div className="mx-auto max-w-xl p-10">
        <h1 className="mb-2 text-2xl">Nothing is cut today</h1>
        <p className="mb-4 text-ink-2">The groom stops before it begins.</p>
        <ButtonLink to="../verdict">
          <ArrowLeft size={18} /> To the verdict
        </ButtonLink>
      </div>
    )
  /** A drag is one change: what follows on the same thing takes its place. */
  const attempt = (what: string, change: (wishes: CutWishes) => CutWishes): void =>
    setTries((before) => {
      const wishes = change(before.at(-1)?.wishes ?? assessment.wishes)
      return [...(before.at(-1)?.what === what ? before.slice(0, -1) : before), { what, wishes }]
    })
  const keep = (): void => {
    if (!tried) return
    const { arrival } = visit
    const wishes = { ...arrival.wishes, ...tried, pattern: tried.pattern ?? undefined }
    save.mutate(
      {
        id: visit.id,
        body: {
          baseRevision: visit.arrivalRevision,
          arrival: { ...arrival, wishes },
          personId: visit.personId,
        },
      },
      { onSuccess: () => setTries([]), onError: (error) => toast.error(`The cut is not kept: ${error.message}`) },
    )
  }
  return (
    <Cutting
      visit={visit}
      cut={cut}
      extra={<JacketAndShow visit={visit} assessment={later ?? assessment} plan={made.plan} house={made.house} />}
      lengths={wishedLengths(assessment, cut, made.house)}
      lengthsBy={lengthsBy}
      assessment={assessment}
      house={made.house}
      offered={offered}
      onTry={attempt}
      onUndo={tries.length > 0 ? () => setTries((before) => before.slice(0, -1)) : null}
    >
      {tried && (
        <>
          <Button disabled={save.isPending} onClick={keep}>
            Keep this cut
          </Button>
          <Button kind="quiet" onClick={() => setTries([])}>
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

const indexesOf = (region: RegionId): number[] =>
  REGION_SIDES.filter((one) => one.region === region).map(({ index }) => index)

const ALIKE_MM = 1
const alike = ({ part, mm }: PartLength, other: LengthsMm): boolean => Math.abs(mm - other[part]) < ALIKE_MM

function Cutting({
  visit,
  cut,
  lengths,
  lengthsBy,
  assessment,
  house,
  offered,
  onTry,
  onUndo,
  extra,
  children,
}: {
  visit: Visit
  cut: Cut
  /** Lengths of the five parts as they are tried out. */
  lengths: readonly PartLength[]
  lengthsBy: ReadonlyMap<LengthSource, LengthsMm>
  assessment: Assessment
  house: House
  offered: readonly Offered[]
  /** @param what the thing that changes, so that a drag is one change */
  onTry: (what: string, change: (wishes: CutWishes) => CutWishes) => void
  onUndo: (() => void) | null
  /** The jacket and the show, where there is one. */
  extra: ReactNode
  children?: ReactNode
}): ReactNode {
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  const steady = useMemo(steadyLooks, [])
  const looks = useMemo(() => steady(looksOfShapes(cut.mm, shapesOf(cut))), [cut, steady])
  // The dog answers at once; the lists beside it follow its next frame.
  const late = useAfterPaint(cut)
  const turns = useMemo(() => turnsOf(late), [late])
  const all = useMemo(() => turns.flatMap(({ places }) => places), [turns])
  const [chosen, setChosen] = useState<RegionId | null>(null)
  const [atHand, setAtHand] = useState<PartId>('body')
  const [keeping, setKeeping] = useState(false)
  const { pattern } = assessment.wishes
  const mmOf = (part: PartId, shape: string | null): number => {
    const region = PART_REGIONS[part][0]!
    const wishes = { ...assessment.wishes, ...withShape(assessment.wishes, part, shape) }
    const coatMm = coatMmOf(region, assessment)
    return Math.min(coatMm, wishedMm(region, { ...assessment, wishes }, house) ?? coatMm)
  }
  const tryLength = (part: keyof LengthsMm, mm: number): void =>
    onTry(`${part} mm`, (wishes) => withLength(wishes, part, mm))
  const { stage, bringToFront } = useTurning()
  // What was touched is lit, also where nothing is cut.
  const place = (chosen === null ? all[0] : all.find(({ region }) => region === chosen)) ?? null
  const lit = useMemo(
    () => new Set(place ? place.lines.map(({ index }) => index) : chosen ? indexesOf(chosen) : []),
    [place, chosen],
  )
  const name = visit.arrival.dog.name ?? 'This dog'
  const nameOf = useCallback(
    (index: number) => {
      const { region, side } = REGION_SIDES[index]!
      const line = cut.lines.find((one) => one.index === index && one.part === 'coat')
      return `${capital(placeName(region, side))}, ${mmText(cut.mm[index]!)} mm${line ? ` with ${toolName(line.tool)}` : ', not cut'}`
    },
    [cut],
  )
  const choose = useCallback(
    ({ region, lines }: Place): void => {
      setChosen(region)
      bringToFront(lines[0]!.index)
    },
    [bringToFront],
  )
  const coats = all.filter(({ lines }) => lines[0]!.part === 'coat').length
  const line = place?.lines[0]
  return (
    <Station>
      <section className="flex flex-col aside:min-h-0" aria-label="The dog as it will be">
        <div className="flex min-h-[340px] grow aside:min-h-0">
          <DogStage
            drawn={drawn}
            looks={looks}
            {...stage}
            focus={null}
            lit={lit}
            onPick={(index) => {
              const { region } = REGION_SIDES[index]!
              setChosen(region)
              setAtHand(partTouched(region) ?? atHand)
            }}
            nameOf={nameOf}
            label={`${name} as it will be`}
            over={(drawing) => <LengthHandles drawing={drawing} drawn={drawn} lengths={lengths} onTry={tryLength} />}
          />
        </div>
        {!place && chosen && (
          <p className="mx-5 mb-3 rounded-2xl bg-sheet p-4 text-lg" data-testid="hazard" aria-live="polite">
            <span className="font-semibold">{capital(placeName(chosen, null))}:</span> not cut,{' '}
            {mmText(cut.mm[indexesOf(chosen)[0]!]!)} mm stay.
          </p>
        )}
        {place && line && (
          <div className="mx-5 mb-3 rounded-2xl bg-sheet p-4" data-testid="hazard" aria-live="polite">
            <p className="text-lg font-semibold">
              {capital(placeName(place.region, place.side))}: {toolName(line.tool)}, leaves {mmText(line.leavesMm)} mm,{' '}
              {line.against ? 'against the growth' : 'with the growth'}
            </p>
            <ul className="mt-1 flex flex-col gap-0.5">
              {aroundLines(place.lines.flatMap(({ around, index }) => around.map((one) => ({ ...one, index })))).map(
                (line) => (
                  <li key={line} className="font-semibold">
                    {line}
                  </li>
                ),
              )}
              {[...new Set(place.lines.flatMap(({ cautions }) => cautions))]
                // Said already, with how far and from what.
                .filter(
                  (code) => code !== 'keep-tools-off-finding' || place.lines.every(({ around }) => around.length === 0),
                )
                .map((code) => (
                  <li key={code}>{CAUTION_TEXT[code]}</li>
                ))}
              {[...new Set(place.lines.flatMap(({ notes }) => notes))].map((code) => (
                <li key={code}>{CUT_NOTE_TEXT[code]}</li>
              ))}
              {place.lines.some(({ handOver }) => handOver) && (
                <li className="font-semibold text-alarm">Not for a learner: hand it over.</li>
              )}
              {place.lines.every(({ cautions }) => cautions.length === 0) && (
                <li className="text-ink-2">Look how the coat lies; light passes, no pressure.</li>
              )}
            </ul>
          </div>
        )}
      </section>
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
            <h1 className="text-[26px] leading-snug" data-testid="cut">
              {coats === 0 && late.notCut.some(({ why }) => why === 'not-looked-at')
                ? `${name}: look first, then it is known what is cut`
                : coats === 0
                  ? `${name} keeps its coat: hygiene and feet only`
                  : `${name}: ${coats} ${coats === 1 ? 'place' : 'places'} to cut, head last`}
            </h1>
          </div>
          <Shapes
            pattern={pattern}
            offered={offered}
            coat={assessment.dog.coatType}
            part={atHand}
            lengthsMm={(part) => coatMmOf(PART_REGIONS[part][0]!, assessment)}
            drawn={drawn}
            mmOf={mmOf}
            keep={
              <Button onClick={() => setKeeping(true)}>
                <BookmarkPlus size={20} /> Keep as ours
              </Button>
            }
            bent={cut.bent}
            onPattern={(to) => onTry('pattern', (wishes) => withPattern(wishes, to))}
            onPart={(part) => {
              setAtHand(part)
              setChosen(PART_REGIONS[part][0]!)
              bringToFront(placeOfPart(part))
            }}
            onShape={(part, shape) => onTry(`${part} ${shape}`, (wishes) => withShape(wishes, part, shape))}
            onLength={(part, mm) =>
              onTry(`${part} shape mm`, (wishes) => withPart(wishes, part, { shape: wishes.pattern![part]!.shape, mm }))
            }
            onUndo={onUndo}
          />
          <Lengths
            lengths={lengths}
            like={
              new Set(
                [...lengthsBy].flatMap(([source, mm]) => (lengths.every((one) => alike(one, mm)) ? [source] : [])),
              )
            }
            sources={[...lengthsBy.keys()]}
            onSource={(source) =>
              onTry(source, (wishes) => ({ ...withPattern(wishes, null), targetMm: lengthsBy.get(source)! }))
            }
            onTry={tryLength}
          />
          <CutLines cut={late} turns={turns} atHand={place} onChoose={choose} />
          {extra}
          <Blends cut={late} />
          <ul className="flex list-disc flex-col gap-0.5 pl-5 text-ink-2">
            {CUT_HINTS.map((hint) => (
              <li key={hint}>{hint}</li>
            ))}
          </ul>
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
