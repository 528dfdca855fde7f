import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { beforeApi } from '../../../contract/api/before.ts'
import { type AssessmentDoc, scoresApi } from '../../../contract/api/scores.ts'
import { capital, placeName, SCORE_WORD } from '../../../contract/words/index.ts'
import { type CombPlace, combPlaceOf, houseWith, REGION_SIDES, type Scale, type Sheet } from '../../../core/index.ts'
import { useRead } from '../../device/api.ts'
import { useMayNot } from '../../device/use-may-not.ts'
import { useSalon } from '../../device/use-salon.ts'
import { ConflictDialog } from '../../dog/ConflictDialog.tsx'
import { DogStage } from '../../dog/DogStage.tsx'
import { dogDrawn } from '../../dog/dog-drawn.ts'
import { sheetLooks } from '../../dog/looks.ts'
import { changeOf } from '../../dog/sheet-state.ts'
import { useFile } from '../../dog/use-file.ts'
import { useVisitScoring } from '../../dog/use-scoring.ts'
import { useAfterPaint } from '../../parts/after-paint.ts'
import { usePlanSoFar } from '../../workers/use-plan.ts'
import { useVisit } from '../VisitLayout.tsx'
import { FindingsDialog } from './FindingsDialog.tsx'
import { Keypad } from './Keypad.tsx'
import { SavingLine } from './SavingLine.tsx'
import { SoFar } from './SoFar.tsx'
import { useSweep, useSweepKeys, wayOn } from './sweep.ts'

/** What a screen reader says of a place: name, score in words, how far it reaches. */
function spoken(sheet: Sheet, index: number, layer: Scale): string {
  const { region, side } = REGION_SIDES[index]!
  const scores = sheet[index]!
  const score = scores[layer]
  const name = capital(placeName(region, side))
  if (score === null) return `${name}, not looked at`
  const extent = layer === 'mat' && scores.extent !== null ? `, ${Math.round(scores.extent * 100)} percent of it` : ''
  return `${name}, ${score} ${SCORE_WORD[layer][score][0]}${extent}`
}

const NOWHERE: readonly CombPlace[] = []

/** Where the owner's comb got stuck and no hand has been yet. */
function useLookFirst(visitId: string, sheet: Sheet): readonly CombPlace[] {
  const { data } = useRead(beforeApi.one, { id: visitId })
  const places = data?.before?.foretold?.lookFirst
  return useMemo(
    () =>
      places?.filter((place) =>
        REGION_SIDES.some(({ index, region }) => combPlaceOf(region) === place && sheet[index]!.mat === null),
      ) ?? NOWHERE,
    [places, sheet],
  )
}

export const LookScreen = (): ReactNode => <Look whose="first" />

/** Hands over the dog: the coat map on the left, the keypad for the place at hand on the right. */
export function Look({ whose }: { whose: AssessmentDoc['role'] }): ReactNode {
  const visit = useVisit()
  const { data: salon } = useSalon()
  const navigate = useNavigate()
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  const scoring = useVisitScoring(visit, whose)
  const { sheet, saving } = scoring
  const mayNot = useMayNot(scoresApi.change)
  const [search] = useSearchParams()
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const { sweep, stance, actions } = useSweep(scoring, { ...drawn, house }, search.get('at'))
  const { focus, layer } = sweep
  // The score is painted first; then the dog turns to the next place and the keypad asks for it.
  const { focus: stageFocus, view, close } = useAfterPaint(stance)
  const { canUndo } = scoring
  const asked = useAfterPaint(useMemo(() => ({ sheet, sweep, canUndo }), [sheet, sweep, canUndo]))
  const file = useFile(visit, asked.sheet)
  const { plan, problem } = usePlanSoFar(file, house)
  const first = useLookFirst(visit.id, asked.sheet)
  const [dialog, setDialog] = useState<'findings' | 'leave' | null>(null)
  const askFindings = useCallback(() => setDialog('findings'), [])
  const askLeave = useCallback(() => setDialog('leave'), [])
  const toVerdict = useCallback(() => void navigate(whose === 'second' ? '../second' : '../verdict'), [navigate, whose])

  const way = wayOn(sheet, layer)
  const goOn = useCallback(() => {
    actions.on()
    if (way.next === null) toVerdict()
  }, [actions, way.next, toVerdict])

  useSweepKeys(
    actions,
    { findings: askFindings, leave: askLeave, verdict: toVerdict, on: goOn },
    dialog !== null || saving.state === 'conflict' || mayNot !== null,
  )

  // The focus of the page follows the sweep, so that a screen reader speaks each place as hands come to it.
  const stage = useRef<HTMLDivElement>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: a turned or enlarged dog is another element to focus
  useEffect(
    function followSweep() {
      // After the score is painted: moving the focus makes the browser lay out the page at once.
      const frame = requestAnimationFrame(() => {
        timer = setTimeout(() => {
          const key = REGION_SIDES[stageFocus]!.key
          const wanted = stage.current?.querySelector<SVGElement>(`[data-facing] [data-region="${key}"]`)
          const active = document.activeElement
          if (active === document.body || active?.closest('[data-sweep]')) wanted?.focus({ preventScroll: true })
        })
      })
      let timer: ReturnType<typeof setTimeout> | undefined
      return () => {
        cancelAnimationFrame(frame)
        clearTimeout(timer)
      }
    },
    [stageFocus, view, close],
  )

  const [looksOf] = useState(sheetLooks)
  const looks = useMemo(() => looksOf(sheet, layer, drawn), [looksOf, sheet, layer, drawn])
  const nameOf = useCallback((index: number) => spoken(sheet, index, layer), [sheet, layer])
  return (
    <div className="grid grow aside:min-h-0 aside:overflow-hidden grid-rows-[minmax(0,1fr)] stacked:grid-rows-[minmax(180px,1fr)_auto] grid-cols-[minmax(0,1fr)_minmax(360px,420px)] stacked:grid-cols-1">
      <section
        ref={stage}
        className="relative flex min-h-0 flex-col"
        aria-label="Coat map"
        data-sweep
        data-testid="stage"
        data-focus={stageFocus}
      >
        <DogStage
          drawn={drawn}
          looks={looks}
          view={view}
          close={close}
          focus={stageFocus}
          onPick={actions.pick}
          nameOf={nameOf}
          onTurn={actions.turn}
          onClose={actions.closeLook}
          label={`${visit.arrival.dog.name}, ${view === 'underside' ? 'lying on the back' : `${view} side`}`}
        />
        <SavingLine saving={saving} problem={problem} />
      </section>
      <aside className="flex min-h-0 flex-col gap-3 overflow-y-auto border-l border-line bg-sheet p-5 max-xl:p-4 stacked:gap-2 stacked:border-l-0 stacked:border-t stacked:p-3">
        <Keypad {...asked} actions={actions} onFindings={askFindings} onLeave={askLeave} />
        <SoFar
          plan={plan}
          file={file}
          house={house}
          sheet={asked.sheet}
          layer={asked.sweep.layer}
          first={first}
          blind={whose === 'second'}
          onOn={goOn}
          onVerdict={toVerdict}
          onLook={actions.go}
        />
      </aside>
      <p className="sr-only" aria-live="polite">
        {asked.sweep.touched !== null ? spoken(asked.sheet, asked.sweep.touched, asked.sweep.layer) : ''}
      </p>
      {dialog && (
        <FindingsDialog
          index={focus}
          scores={sheet[focus]!}
          mode={dialog}
          onClose={() => setDialog(null)}
          onSave={(set) => {
            scoring.act([changeOf(focus, set)])
            setDialog(null)
          }}
        />
      )}
      {saving.state === 'conflict' && (
        <ConflictDialog saving={saving} sheet={sheet} pending={scoring.pending} onSettle={scoring.settle} />
      )}
    </div>
  )
}
