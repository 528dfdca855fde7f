import { clsx } from 'clsx'
import { ArrowLeft, ArrowRight, Ban, CopyCheck, Eraser, Minus, Plus, Search, Sparkles, Undo2 } from 'lucide-react'
import { memo, type ReactNode } from 'react'
import { capital, FINDING_LABEL, mmText, placeName, SCALE_LABEL, SCORE_WORD } from '../../../contract/words/index.ts'
import { EXTENTS, mirrorIndex, REGION_SIDES, SCALE_IDS, SCORES, type Scale, type Sheet } from '../../../core/index.ts'
import { Button } from '../../parts/Button.tsx'
import { Toggle } from '../../parts/Toggle.tsx'
import { type Actions, placesScored, type Sweep } from './sweep.ts'

const EXTENT_WORD: Record<number, string> = {
  0.05: 'a spot',
  0.25: 'quarter',
  0.5: 'half',
  0.75: 'three quarters',
  1: 'all',
}

const ASK: Record<Scale, string> = {
  mat: 'Comb to the skin. Does it stop?',
  undercoat: 'What stays on the comb? Does air open the coat?',
  condition: 'Clean and supple, or what?',
  skin: 'Part the hair. What does the skin look like?',
}

interface Props {
  readonly sheet: Sheet
  readonly sweep: Sweep
  readonly actions: Actions
  readonly canUndo: boolean
  readonly onFindings: () => void
  readonly onLeave: () => void
}

const name = (index: number): string => {
  const { region, side } = REGION_SIDES[index]!
  return capital(placeName(region, side))
}

/** Thumb-sized: the place at hand, five scores, how far the mat reaches, and what else can be said of it. */
export const Keypad = memo(function Keypad(props: Props): ReactNode {
  const { sheet, sweep, actions, canUndo, onFindings, onLeave } = props
  const { focus, layer } = sweep
  const scores = sheet[focus]!
  const done = placesScored(sheet, layer)
  const paired = mirrorIndex[focus] !== focus
  return (
    <div className="flex flex-col gap-3" data-sweep>
      <div className="flex gap-1" role="group" aria-label="What is scored">
        {SCALE_IDS.map((scale) => (
          <Toggle
            key={scale}
            pressed={scale === layer}
            className="grow px-2 text-[15px]"
            onClick={() => actions.setLayer(scale)}
          >
            {SCALE_LABEL[scale]}
          </Toggle>
        ))}
      </div>
      <div className="flex items-baseline justify-between gap-3">
        <h1 className="text-2xl leading-tight" data-testid="place">
          {name(focus)}
        </h1>
        <p className="shrink-0 text-ink-2" data-testid="progress">
          {done} of {REGION_SIDES.length}
        </p>
      </div>
      <div className="grid grid-cols-5 gap-2" role="group" aria-label={`${SCALE_LABEL[layer]}: ${name(focus)}`}>
        {SCORES.map((score) => {
          const [word, test] = SCORE_WORD[layer][score]
          return (
            <button
              key={score}
              type="button"
              title={test}
              data-score={score}
              aria-pressed={scores[layer] === score}
              className={clsx(
                'flex min-h-[76px] flex-col items-center justify-center rounded-2xl border bg-paper',
                scores[layer] === score ? 'border-2 border-accent bg-accent-soft' : 'border-line hover:border-ink-2',
              )}
              onClick={() => actions.score(score)}
            >
              <span className="text-2xl font-semibold">{score}</span>
              <span className="text-sm"> {word}</span>
              <span className="sr-only">: {test}</span>
            </button>
          )
        })}
      </div>
      <LastScored sheet={sheet} sweep={sweep} actions={actions} />
      <div className="grid grid-cols-3 gap-2">
        <Button tight onClick={actions.back}>
          <ArrowLeft size={18} /> Back
        </Button>
        <Button tight onClick={actions.mirror} disabled={!paired && !canMirror(sweep)}>
          <CopyCheck size={18} /> Both alike
        </Button>
        <Button tight onClick={actions.skip}>
          Skip <ArrowRight size={18} />
        </Button>
        <Button tight onClick={onFindings}>
          <Search size={18} /> Found
        </Button>
        <Button tight onClick={actions.clear} disabled={scores[layer] === null}>
          <Eraser size={18} /> Not seen
        </Button>
        <Button tight onClick={actions.undo} disabled={!canUndo}>
          <Undo2 size={18} /> Undo
        </Button>
        <Button className="col-span-2" onClick={() => actions.rest(true)}>
          <Sparkles size={18} /> All the rest is clean
        </Button>
        <Toggle tight onClick={onLeave} pressed={scores.leave !== null}>
          <Ban size={18} /> Leave it
        </Toggle>
      </div>
      {scores.findings.length > 0 && (
        <p className="text-ink-2">Seen here: {scores.findings.map(({ id }) => FINDING_LABEL[id]).join(', ')}.</p>
      )}
    </div>
  )
})

const canMirror = ({ touched, focus }: Sweep): boolean => touched !== null && mirrorIndex[touched] === focus

/** How far the mat reaches and how much free hair is under it, for the place just scored. */
function LastScored({ sheet, sweep, actions }: Pick<Props, 'sheet' | 'sweep' | 'actions'>): ReactNode {
  const index = sweep.touched ?? sweep.focus
  const { mat, extent, standoffMm } = sheet[index]!
  const shown = sweep.layer === 'mat' && mat !== null && mat > 0
  return (
    <div className={clsx('min-h-[118px] rounded-2xl bg-paper p-3', !shown && 'grid place-items-center')}>
      {shown ? (
        <>
          <p className="mb-2">
            <span className="font-medium">{name(index)}</span>
            <span className="text-ink-2"> {SCORE_WORD.mat[mat][0]}, over</span>
          </p>
          <div className="flex gap-1" role="group" aria-label={`How far it reaches, ${name(index)}`}>
            {EXTENTS.map((share) => (
              <button
                key={share}
                type="button"
                aria-pressed={extent === share}
                className={clsx(
                  'min-h-11 grow rounded-xl border px-1 text-sm',
                  extent === share ? 'border-accent bg-accent-soft font-medium' : 'border-line bg-sheet',
                )}
                onClick={() => actions.setExtent(share)}
              >
                {EXTENT_WORD[share]}
              </button>
            ))}
          </div>
          {mat >= 2 && (
            <div className="mt-2 flex items-center gap-2">
              <span className="grow text-ink-2">Free hair under it</span>
              <Button className="size-11 p-0" aria-label="Less free hair" onClick={() => actions.standoff(-1)}>
                <Minus size={18} />
              </Button>
              <span className="w-16 text-center text-lg font-semibold">{mmText(standoffMm ?? 0)} mm</span>
              <Button className="size-11 p-0" aria-label="More free hair" onClick={() => actions.standoff(1)}>
                <Plus size={18} />
              </Button>
            </div>
          )}
        </>
      ) : (
        <p className="text-center text-ink-2">{ASK[sweep.layer]}</p>
      )}
    </div>
  )
}
