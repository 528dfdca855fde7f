import { type ReactNode, useCallback, useMemo } from 'react'
import {
  aroundLines,
  CUT_NOTE_TEXT,
  capital,
  cautionText,
  mmText,
  placeName,
  toolName,
} from '../../../contract/words/index.ts'
import { type Cut, type LengthsMm, REGION_SIDES, type RegionId, shapesOf } from '../../../core/index.ts'
import { DogStage } from '../../dog/DogStage.tsx'
import type { DogDrawn } from '../../dog/dog-drawn.ts'
import { looksOfShapes, steadyLooks } from '../../dog/looks.ts'
import type { Turning } from '../../dog/use-turning.ts'
import { LengthHandles } from './LengthHandles.tsx'
import type { PartLength } from './part-lengths.ts'
import type { Place } from './turns.ts'

const indexesOf = (region: RegionId): number[] =>
  REGION_SIDES.filter((one) => one.region === region).map(({ index }) => index)

/** The dog as it will be, its lengths to be dragged, and what the place at hand asks for. */
export function CutDog({
  name,
  drawn,
  cut,
  lengths,
  stage,
  chosen,
  place,
  onPick,
  onLength,
}: {
  name: string
  drawn: DogDrawn
  cut: Cut
  lengths: readonly PartLength[]
  stage: Turning['stage']
  /** What was touched, also where nothing is cut; null before the first touch. */
  chosen: RegionId | null
  /** The place at hand with its lines; null where nothing is cut. */
  place: Place | null
  onPick: (index: number) => void
  onLength: (part: keyof LengthsMm, mm: number) => void
}): ReactNode {
  const steady = useMemo(steadyLooks, [])
  const looks = useMemo(() => steady(looksOfShapes(cut.mm, shapesOf(cut))), [cut, steady])
  const lit = useMemo(
    () => new Set(place ? place.lines.map(({ index }) => index) : chosen ? indexesOf(chosen) : []),
    [place, chosen],
  )
  const nameOf = useCallback(
    (index: number) => {
      const { region, side } = REGION_SIDES[index]!
      const line = cut.lines.find((one) => one.index === index && one.part === 'coat')
      return `${capital(placeName(region, side))}, ${mmText(cut.mm[index]!)} mm${line ? ` with ${toolName(line.tool)}` : ', not cut'}`
    },
    [cut],
  )
  return (
    <section className="flex flex-col aside:min-h-0" aria-label="The dog as it will be">
      <div className="flex min-h-[340px] grow aside:min-h-0">
        <DogStage
          drawn={drawn}
          looks={looks}
          {...stage}
          focus={null}
          lit={lit}
          onPick={onPick}
          nameOf={nameOf}
          label={`${name} as it will be`}
          over={(drawing) => <LengthHandles drawing={drawing} drawn={drawn} lengths={lengths} onTry={onLength} />}
        />
      </div>
      {!place && chosen && (
        <p className="mx-5 mb-3 rounded-2xl bg-sheet p-4 text-lg" data-testid="hazard" aria-live="polite">
          <span className="font-semibold">{capital(placeName(chosen, null))}:</span> not cut,{' '}
          {mmText(cut.mm[indexesOf(chosen)[0]!]!)} mm stay.
        </p>
      )}
      {place && <AtHand place={place} />}
    </section>
  )
}

/** How a place is cut, and what to mind there. */
function AtHand({ place: { region, side, lines } }: { place: Place }): ReactNode {
  const line = lines[0]!
  const around = aroundLines(lines.flatMap((one) => one.around.map((near) => ({ ...near, index: one.index }))))
  const cautions = [...new Set(lines.flatMap((one) => one.cautions))]
  return (
    <div className="mx-5 mb-3 rounded-2xl bg-sheet p-4" data-testid="hazard" aria-live="polite">
      <p className="text-lg font-semibold">
        {capital(placeName(region, side))}: {toolName(line.tool)}, leaves {mmText(line.leavesMm)} mm,{' '}
        {line.against ? 'against the growth' : 'with the growth'}
      </p>
      <ul className="mt-1 flex flex-col gap-0.5">
        {around.map((said) => (
          <li key={said} className="font-semibold">
            {said}
          </li>
        ))}
        {cautions
          // Said already, with how far and from what.
          .filter((code) => code !== 'keep-tools-off-finding' || around.length === 0)
          .map((code) => (
            <li key={code}>{cautionText(code, 'clip')}</li>
          ))}
        {[...new Set(lines.flatMap(({ notes }) => notes))].map((code) => (
          <li key={code}>{CUT_NOTE_TEXT[code]}</li>
        ))}
        {lines.some(({ handOver }) => handOver) && (
          <li className="font-semibold text-alarm">Not for a learner: hand it over.</li>
        )}
        {cautions.length === 0 && <li className="text-ink-2">Look how the coat lies; light passes, no pressure.</li>}
      </ul>
    </div>
  )
}
