import { clsx } from 'clsx'
import {
  ArrowLeft,
  ArrowRight,
  Ban,
  CopyCheck,
  Eraser,
  type LucideIcon,
  Minus,
  Plus,
  Search,
  Sparkles,
  Undo2,
} from 'lucide-react'
import { memo, type ReactNode } from 'react'
import { capital, FINDING_LABEL, mmText, placeName, SCALE_LABEL, SCORE_WORD } from '../../../contract/words/index.ts'
import { EXTENTS, mirrorIndex, REGION_SIDES, SCALE_IDS, SCORES, type Scale, type Sheet } from '../../../core/index.ts'
import { Button } from '../../parts/Button.tsx'
import { Toggle } from '../../parts/Toggle.tsx'
import { firstHint } from './first-look.ts'
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
  undercoat: 'What stays on the comb? Touch where it packs; the rest goes in one.',
  condition: 'Touch where it is not clean and supple; the rest goes in one.',
  skin: 'Part the hair. Touch where the skin is not sound; the rest goes in one.',
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
    <div className="flex flex-col gap-3 stacked:gap-2" data-sweep>
      <div className="flex gap-1" role="group" aria-label="What is scored">
        {SCALE_IDS.map((scale) => (
          <Toggle
            key={scale}
            pressed={scale === layer}
            size="tall"
            className="grow px-2 text-sm"
            onClick={() => actions.setLayer(scale)}
          >
            {SCALE_LABEL[scale]}
          </Toggle>
        ))}
      </div>
      <div className="flex items-baseline justify-between gap-3">
        <h1 className="text-2xl leading-tight stacked:text-xl" data-testid="place">
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
                'flex min-h-[76px] flex-col items-center justify-center rounded-2xl border bg-paper stacked:min-h-16',
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
      <div className="grid grid-cols-4 gap-2 stacked:gap-1.5">
        <KeyButton icon={ArrowLeft} onClick={actions.back}>
          Back
        </KeyButton>
        <KeyButton icon={CopyCheck} onClick={actions.mirror} disabled={!paired && !canMirror(sweep)}>
          Both alike
        </KeyButton>
        <KeyButton icon={Undo2} onClick={actions.undo} disabled={!canUndo}>
          Undo
        </KeyButton>
        <KeyButton icon={ArrowRight} onClick={actions.skip}>
          Skip
        </KeyButton>
      </div>
      {isMatted(sheet, sweep) ? (
        <LastScored sheet={sheet} sweep={sweep} actions={actions} />
      ) : (
        <div className="flex min-h-[120px] flex-col justify-between gap-2">
          <p className="grid grow place-items-center rounded-2xl bg-paper px-3 text-center leading-tight text-ink-2">
            {firstHint() ?? ASK[layer]}
          </p>
          <div className="grid grid-cols-4 gap-2 stacked:gap-1.5">
            <KeyButton icon={Search} onClick={onFindings}>
              Found
            </KeyButton>
            <KeyButton icon={Eraser} onClick={actions.clear} disabled={scores[layer] === null}>
              Not seen
            </KeyButton>
            <KeyButton icon={Ban} onClick={onLeave} pressed={scores.leave !== null}>
              Leave it
            </KeyButton>
            <KeyButton icon={Sparkles} onClick={actions.rest} label="All the rest is clean">
              Rest clean
            </KeyButton>
          </div>
        </div>
      )}
      {scores.findings.length > 0 && (
        <p className="text-ink-2">Seen here: {scores.findings.map(({ id }) => FINDING_LABEL[id]).join(', ')}.</p>
      )}
    </div>
  )
})

/** A key as wide as a thumb, its word under its picture. Most stay as they are from place to place. */
const KeyButton = memo(function KeyButton({
  icon: Icon,
  children,
  label,
  pressed,
  ...rest
}: {
  icon: LucideIcon
  children: string
  /** The whole of what the word is short for. */
  label?: string
  pressed?: boolean
  onClick: () => void
  disabled?: boolean
}): ReactNode {
  return (
    <Button
      size="tall"
      aria-pressed={pressed}
      title={label}
      className={clsx('flex-col gap-0.5 px-1 py-1 text-sm leading-tight', pressed && 'border-accent bg-accent-soft')}
      {...rest}
    >
      <Icon size={18} aria-hidden="true" />
      {children}
      {label && <span className="sr-only">: {label}</span>}
    </Button>
  )
})

const canMirror = ({ touched, focus }: Sweep): boolean => touched !== null && mirrorIndex[touched] === focus

/** The place just scored has a mat, whose reach and free hair are asked before the next. */
function isMatted(sheet: Sheet, { touched, focus, layer }: Sweep): boolean {
  const { mat } = sheet[touched ?? focus]!
  return layer === 'mat' && mat !== null && mat > 0
}

/** How far the mat reaches and how much free hair is under it, for the place just scored. */
function LastScored({ sheet, sweep, actions }: Pick<Props, 'sheet' | 'sweep' | 'actions'>): ReactNode {
  const index = sweep.touched ?? sweep.focus
  const { mat, extent, standoffMm } = sheet[index]!
  return (
    <div className="flex min-h-[120px] flex-col gap-2">
      <div className="flex gap-1" role="group" aria-label={`How far it reaches, ${name(index)}`}>
        {EXTENTS.map((share) => (
          <button
            key={share}
            type="button"
            aria-pressed={extent === share}
            className={clsx(
              'min-h-14 grow basis-0 rounded-xl border px-1 text-sm leading-tight',
              extent === share ? 'border-accent bg-accent-soft font-medium' : 'border-line bg-paper',
            )}
            onClick={() => actions.setExtent(share)}
          >
            {EXTENT_WORD[share]}
          </button>
        ))}
      </div>
      <div className="flex grow items-center gap-2 rounded-2xl bg-paper pl-3">
        <p className="min-w-0 grow leading-tight">
          <span className="font-medium">{name(index)}</span>
          <span className="text-ink-2">
            {' '}
            {SCORE_WORD.mat[mat!][0]}
            {mat! >= 2 && ', free hair under it'}
          </span>
        </p>
        {mat! >= 2 && (
          <>
            <Button className="size-14 shrink-0 p-0" aria-label="Less free hair" onClick={() => actions.standoff(-1)}>
              <Minus size={18} />
            </Button>
            <span className="w-14 shrink-0 text-center text-lg font-semibold">{mmText(standoffMm ?? 0)} mm</span>
            <Button className="size-14 shrink-0 p-0" aria-label="More free hair" onClick={() => actions.standoff(1)}>
              <Plus size={18} />
            </Button>
          </>
        )}
      </div>
    </div>
  )
}
