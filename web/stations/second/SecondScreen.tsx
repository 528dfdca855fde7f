import { ArrowLeft, Hand } from 'lucide-react'
import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react'
import type { Visit } from '../../../contract/api/visits.ts'
import {
  capital,
  KAPPA_TEXT,
  placeName,
  SCALE_LABEL,
  SCORE_WORD,
  VERDICT_LABEL,
} from '../../../contract/words/index.ts'
import { type Agreement, houseWith, kappaWord, REGION_SIDES, type Score } from '../../../core/index.ts'
import { Loading } from '../../app/states.tsx'
import { useSalon } from '../../device/use-salon.ts'
import { DogStage } from '../../dog/DogStage.tsx'
import { dogDrawn } from '../../dog/dog-drawn.ts'
import { sheetLooks } from '../../dog/looks.ts'
import { sheetOf } from '../../dog/sheet-state.ts'
import { useFile } from '../../dog/use-file.ts'
import { useTurning } from '../../dog/use-turning.ts'
import { ButtonLink } from '../../parts/Button.tsx'
import { Table } from '../../parts/Table.tsx'
import { Toggle } from '../../parts/Toggle.tsx'
import type { ScoreDifference, SecondOpinion } from '../../workers/questions.worker.ts'
import { theQuestions } from '../../workers/use-questions.ts'
import { Station } from '../Station.tsx'
import { useVisit } from '../VisitLayout.tsx'

/** Two people on one dog: how far they agree, where they differ, and whether it matters. */
export function SecondScreen(): ReactNode {
  const visit = useVisit()
  if (!visit.second)
    return (
      <div className="mx-auto max-w-xl p-10">
        <h1 className="mb-2 text-2xl">No second opinion yet</h1>
        <p className="mb-4 text-ink-2">Ask for one from the verdict.</p>
        <ButtonLink to="../verdict">
          <ArrowLeft size={18} /> To the verdict
        </ButtonLink>
      </div>
    )
  return <Compared visit={visit} second={visit.second} />
}

const whoOf = (people: readonly { id: string; name: string }[] | undefined, id: string | null, else_: string): string =>
  people?.find((person) => person.id === id)?.name ?? else_

const LEAST_SHARED = 6

function Compared({ visit, second }: { visit: Visit; second: NonNullable<Visit['second']> }): ReactNode {
  const { data: salon } = useSalon()
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  const firstSheet = useMemo(() => sheetOf(visit.assessment), [visit.assessment])
  const secondSheet = useMemo(() => sheetOf(second), [second])
  const firstFile = useFile(visit, firstSheet)
  const secondFile = useFile(visit, secondSheet)
  const [opinion, setOpinion] = useState<SecondOpinion | null>(null)
  const [shown, setShown] = useState<'first' | 'second'>('second')
  const [focus, setFocus] = useState<number | null>(null)
  const { stage, bringToFront } = useTurning()
  useEffect(
    function compare() {
      let current = true
      void theQuestions()
        .secondOpinion(firstFile, secondFile, house)
        .then((answer) => current && setOpinion(answer))
      return () => {
        current = false
      }
    },
    [firstFile, secondFile, house],
  )
  const sheet = shown === 'first' ? firstSheet : secondSheet
  const [looksOf] = useState(sheetLooks)
  const looks = useMemo(() => looksOf(sheet, 'mat', drawn), [looksOf, sheet, drawn])
  const differ = useMemo(() => new Set(opinion?.differences.map(({ index }) => index)), [opinion])
  const nameOf = useCallback(
    (index: number) => {
      const { region, side } = REGION_SIDES[index]!
      const score = sheet[index]!.mat
      return `${capital(placeName(region, side))}, ${score === null ? 'not looked at' : `${score} ${SCORE_WORD.mat[score][0]}`}${differ.has(index) ? ', they differ' : ''}`
    },
    [sheet, differ],
  )
  if (!opinion) return <Loading what="both looks" />
  const people = salon?.people
  const who = {
    first: whoOf(people, visit.assessment.scorerId, 'The first'),
    second: whoOf(people, second.scorerId, 'The second'),
  }
  const matters = opinion.differences.filter(({ becomes }) => becomes !== opinion.first)
  const go = (index: number): void => {
    setFocus(index)
    bringToFront(index)
  }
  return (
    <Station>
      <section className="flex flex-col aside:min-h-0" aria-label="Where they differ">
        <div className="flex items-center gap-2 px-5 pt-3">
          <span className="text-ink-2">Scores of</span>
          {(['first', 'second'] as const).map((which) => (
            <Toggle key={which} tight pressed={shown === which} onClick={() => setShown(which)}>
              {who[which]}
            </Toggle>
          ))}
          <span className="text-ink-2">{differ.size > 0 && 'where they differ stands out'}</span>
        </div>
        <div className="flex min-h-[380px] grow aside:min-h-0">
          <DogStage
            drawn={drawn}
            looks={looks}
            {...stage}
            focus={focus}
            lit={differ.size > 0 ? differ : null}
            onPick={setFocus}
            nameOf={nameOf}
            label={`Where ${who.first} and ${who.second} differ`}
          />
        </div>
      </section>
      <aside className="flex min-h-0 flex-col gap-5 overflow-y-auto border-l border-line bg-sheet p-6 stacked:border-l-0 stacked:border-t stacked:p-4">
        <div>
          <p className="text-ink-2">Second opinion</p>
          <h1 className="text-3xl leading-snug" data-testid="second">
            {opinion.shared === 0
              ? `${who.second} has not scored anything yet.`
              : matters.length === 0 && opinion.first === opinion.second
                ? `${differ.size === 0 ? 'They agree everywhere' : 'Where they differ does not matter'}: ${VERDICT_LABEL[opinion.first].toLowerCase()} either way.`
                : opinion.first === opinion.second
                  ? `Taken together it comes out the same, ${VERDICT_LABEL[opinion.first].toLowerCase()}; single places would change it.`
                  : `It matters: ${who.first} comes to ${VERDICT_LABEL[opinion.first].toLowerCase()}, ${who.second} to ${VERDICT_LABEL[opinion.second].toLowerCase()}.`}
          </h1>
        </div>
        {second.scorerId !== null && second.scorerId === visit.assessment.scorerId && (
          <p className="rounded-2xl bg-paper p-3">
            Both looks are by {who.first}: this says how steady one pair of hands is, not how far two agree.
          </p>
        )}
        {opinion.shared > 0 && (
          <>
            <Agreed title="Mats" agreement={opinion.mats} />
            <Agreed title="Undercoat" agreement={opinion.undercoat} />
            <section aria-label="Differences">
              <h2 className="mb-2 text-lg">
                {differ.size === 0 ? 'No differences' : `Differs in ${differ.size} of ${opinion.shared} places`}
              </h2>
              <Table
                testId="differences"
                rows={opinion.differences}
                keyOf={({ index, scale }) => `${index} ${scale}`}
                columns={[
                  {
                    head: 'Place',
                    names: true,
                    cell: ({ index, scale }) => (
                      <button type="button" className="opens min-h-11 text-left" onClick={() => go(index)}>
                        {capital(placeName(REGION_SIDES[index]!.region, REGION_SIDES[index]!.side))}
                        {scale !== 'mat' && `, ${SCALE_LABEL[scale].toLowerCase()}`}
                      </button>
                    ),
                  },
                  { head: who.first, cell: ({ scale, first }) => scoreWord(scale, first) },
                  { head: who.second, cell: ({ scale, second }) => scoreWord(scale, second) },
                  {
                    head: 'Does it matter',
                    cell: ({ becomes }) => (
                      <span className={becomes === opinion.first ? 'text-ink-2' : 'font-semibold'}>
                        {becomes === opinion.first ? 'no' : `yes: ${VERDICT_LABEL[becomes].toLowerCase()}`}
                      </span>
                    ),
                  },
                ]}
              />
            </section>
          </>
        )}
        <div className="mt-auto flex flex-wrap gap-3">
          <ButtonLink to="../verdict">
            <ArrowLeft size={18} /> To the verdict
          </ButtonLink>
          <ButtonLink to="look">
            <Hand size={18} /> {who.second} scores on
          </ButtonLink>
        </div>
      </aside>
    </Station>
  )
}

const scoreWord = (scale: ScoreDifference['scale'], score: Score): string => `${score} ${SCORE_WORD[scale][score][0]}`

/** Weighted kappa with its interval, on the line from chance to always. */
function Agreed({ title, agreement: { value, low, high, n } }: { title: string; agreement: Agreement }): ReactNode {
  if (n < LEAST_SHARED)
    return (
      <p className="text-ink-2">
        {title}: {n} places in common, too few to say how far they agree.
      </p>
    )
  if (Number.isNaN(value))
    return (
      <p className="text-ink-2">
        {title}: both gave one and the same score everywhere; agreement beyond chance cannot be told.
      </p>
    )
  const at = (v: number): string => `${Math.max(0, Math.min(100, v * 100)).toFixed(1)}%`
  return (
    <div data-testid={`kappa-${title.toLowerCase()}`}>
      <p className="flex items-baseline justify-between">
        <span className="font-medium">
          {title}: {KAPPA_TEXT[kappaWord(value)]} agreement
        </span>
        <span className="text-ink-2">
          {value.toFixed(2)}, from {low.toFixed(2)} to {high.toFixed(2)}
        </span>
      </p>
      <span className="relative mt-1 block h-4 rounded-full border border-ink-2" aria-hidden="true">
        <span
          className="absolute inset-y-0 rounded-full bg-ink-2/40"
          style={{ left: at(low), right: `calc(100% - ${at(high)})` }}
        />
        <span className="absolute inset-y-[-3px] w-1 -translate-x-1/2 rounded bg-ink" style={{ left: at(value) }} />
      </span>
      <p className="mt-1 flex justify-between text-sm text-ink-2">
        <span>as by chance</span>
        <span>weighted kappa over {n} places</span>
        <span>always</span>
      </p>
    </div>
  )
}
