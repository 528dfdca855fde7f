import { clsx } from 'clsx'
import { Rotate3d, ZoomIn, ZoomOut } from 'lucide-react'
import type { ReactNode } from 'react'
import type { Coated } from '../../contract/drawing/coat-scale.ts'
import { type CloseLook, type Drawing, TURN, type View } from '../../contract/drawing/geometry.ts'
import type { Figure } from '../../core/index.ts'
import { useAfterPaint } from '../parts/after-paint.ts'
import { Button } from '../parts/Button.tsx'
import { CoatMap, type Look } from './CoatMap.tsx'
import { useSwipe } from './use-swipe.ts'

const VIEWS: readonly (readonly [View, string])[] = [
  ['left', 'Left side'],
  ['right', 'Right side'],
  ['underside', 'Underneath'],
]

const CLOSE_LOOKS = [
  ['head', 'Head'],
  ['feet', 'Feet'],
] as const

interface Props {
  readonly drawn: Coated & Figure
  readonly looks: readonly Look[]
  readonly view: View
  readonly close: CloseLook
  readonly focus: number | null
  readonly lit?: ReadonlySet<number> | null
  readonly onPick: (index: number) => void
  readonly nameOf: (index: number) => string
  readonly onTurn: (view?: View) => void
  readonly onClose: (close: CloseLook) => void
  readonly label: string
  /** Drawn over the dog in front. */
  readonly over?: (drawing: Drawing) => ReactNode
}

/**
 * One large dog that can be turned; the two views not in front stand small beside it, live. All three stay in the page
 * and only change places, so that turning the dog draws nothing anew.
 */
export function DogStage(props: Props): ReactNode {
  const { drawn, looks, view, close, focus, lit = null, onPick, nameOf, onTurn, onClose, label, over } = props
  // The small pictures follow a moment later, so that the one being worked on answers at once.
  const later = useAfterPaint(looks)
  const laterNames = useAfterPaint(nameOf)
  const small = VIEWS.filter(([id]) => id !== view).map(([id]) => id)
  const swipe = useSwipe((by) => onTurn(by === 1 ? TURN[view] : TURN[TURN[view]]))
  return (
    <div className="relative flex min-h-0 min-w-0 grow flex-col p-3 stacked:p-2">
      <div className="flex min-h-11 items-center gap-3 px-2 stacked:gap-1.5">
        <p className="font-display text-lg font-semibold stacked:grow">{VIEWS.find(([id]) => id === view)![1]}</p>
        {view !== 'underside' &&
          (close ? (
            <Button tight onClick={() => onClose(null)}>
              <ZoomOut size={18} /> Whole dog
            </Button>
          ) : (
            CLOSE_LOOKS.map(([part, name]) => (
              <Button key={part} tight onClick={() => onClose(part)}>
                <ZoomIn size={18} /> {name}
              </Button>
            ))
          ))}
        {view === 'underside' && <p className="text-ink-2 max-md:hidden">its left is above, its right below</p>}
        <Button tight className="aside:hidden" aria-label="Turn the dog" onClick={() => onTurn()}>
          <Rotate3d size={20} />
        </Button>
      </div>
      <div className="relative min-h-0 grow touch-pan-y" {...swipe}>
        {VIEWS.map(([id, name]) => {
          const front = id === view
          return (
            <div
              key={id}
              data-front={front ? '' : undefined}
              className={clsx(
                'absolute will-change-transform',
                front
                  ? 'inset-x-0 top-0 bottom-[112px] stacked:bottom-0'
                  : 'card bottom-0 h-[104px] w-[150px] p-1.5 stacked:hidden',
                !front && (small[0] === id ? 'right-[158px]' : 'right-0'),
              )}
            >
              <div className={clsx('h-full', !front && 'pt-4')} aria-hidden={front ? undefined : true}>
                <CoatMap
                  drawn={drawn}
                  view={id}
                  looks={front ? looks : later}
                  focus={focus}
                  lit={lit}
                  onPick={onPick}
                  nameOf={laterNames}
                  reachable={front}
                  close={front ? close : null}
                  label={front ? label : `${name}, small`}
                  {...(front && over ? { over } : {})}
                />
              </div>
              {!front && (
                <button
                  type="button"
                  className="absolute inset-0 rounded-2xl p-1.5 text-left align-top hover:outline-2 hover:outline-ink-2"
                  onClick={() => onTurn(id)}
                >
                  <span className="absolute left-2 top-1 text-sm text-ink-2">{name}</span>
                </button>
              )}
            </div>
          )
        })}
      </div>
    </div>
  )
}
