import { clsx } from 'clsx'
import { Rotate3d, ZoomIn, ZoomOut } from 'lucide-react'
import { memo, type ReactNode, useRef } from 'react'
import type { Coated } from '../../contract/drawing/coat-scale.ts'
import { type CloseLook, type Drawing, TURN, type View } from '../../contract/drawing/geometry.ts'
import type { Figure } from '../../core/index.ts'
import { useAfterPaint } from '../parts/after-paint.ts'
import { Button } from '../parts/Button.tsx'
import { type Size, useSize } from '../parts/use-size.ts'
import { CoatMap, type Look } from './CoatMap.tsx'
import { useSwipe } from './use-swipe.ts'

const VIEWS: readonly View[] = ['left', 'right', 'underside']
const NAME: Readonly<Record<View, string>> = { left: 'Left side', right: 'Right side', underside: 'Underneath' }

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

/** The small pictures below the large one, px: where each stands from the right, how far below, and the room in it for a dog. */
const SMALL_RIGHT = [158, 0] as const
const SMALL = { width: 150, below: 30, inner: 138, height: 76 }

/** How the dog in front is drawn into a small picture: never laid out anew, only elsewhere and smaller. */
function shrunkInto(right: number, { width, height }: Size): string {
  const scale = Math.min(SMALL.inner / width, SMALL.height / height)
  const left = width - right - (SMALL.width + scale * width) / 2
  const down = height + SMALL.below + (SMALL.height - scale * height) / 2
  return `translate(${left}px, ${down}px) scale(${scale})`
}

/** What stands over the dog: which side it is, and how to see more of it. A score leaves it as it is. */
const Head = memo(function Head({
  view,
  close,
  onTurn,
  onClose,
}: Pick<Props, 'view' | 'close' | 'onTurn' | 'onClose'>): ReactNode {
  return (
    <div className="flex min-h-11 items-center gap-3 px-2 stacked:gap-1.5">
      <p className="font-display text-lg font-semibold stacked:grow">{NAME[view]}</p>
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
  )
})

/**
 * One large dog that can be turned; the two views not in front stand small beside it, live. All three stay in the page,
 * laid out alike, and only change places, so that turning the dog lays out and draws nothing anew.
 */
export function DogStage(props: Props): ReactNode {
  const { drawn, looks, view, close, focus, lit = null, onPick, nameOf, onTurn, onClose, label, over } = props
  // The small pictures follow a moment later, so that the one being worked on answers at once.
  const later = useAfterPaint(looks)
  const laterNames = useAfterPaint(nameOf)
  const small = VIEWS.filter((id) => id !== view)
  const room = useRef<HTMLDivElement>(null)
  const size = useSize(room)
  const swipe = useSwipe((by) => onTurn(by === 1 ? TURN[view] : TURN[TURN[view]]))
  return (
    <div className="relative flex min-h-0 min-w-0 grow flex-col p-3 stacked:p-2">
      <Head view={view} close={close} onTurn={onTurn} onClose={onClose} />
      <div className="relative min-h-0 grow touch-pan-y" {...swipe}>
        <div ref={room} className="absolute inset-x-0 top-0 bottom-[112px] stacked:bottom-0" />
        {SMALL_RIGHT.map((right) => (
          <div key={right} className="card absolute bottom-0 h-[104px] w-[150px] stacked:hidden" style={{ right }} />
        ))}
        {VIEWS.map((id) => {
          const front = id === view
          const transform = front || !size ? undefined : shrunkInto(SMALL_RIGHT[small.indexOf(id)]!, size)
          return (
            // As large as its room was found to be: while a page is laid out rooms have other sizes in between, and every
            // place would be laid out for each. And nothing that places inherit changes as it comes to the front.
            <div
              key={id}
              data-facing={front ? '' : undefined}
              aria-hidden={front ? undefined : true}
              className={clsx(
                'absolute top-0 left-0 origin-top-left will-change-transform',
                front ? 'z-10' : 'stacked:opacity-0',
              )}
              style={{ ...size, transform }}
            >
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
                label={front ? label : `${NAME[id]}, small`}
                {...(front && over ? { over } : {})}
              />
            </div>
          )
        })}
        {small.map((id, i) => (
          <button
            key={SMALL_RIGHT[i]}
            type="button"
            className="absolute bottom-0 z-10 h-[104px] w-[150px] rounded-2xl p-1.5 text-left align-top hover:outline-2 hover:outline-ink-2 stacked:hidden"
            style={{ right: SMALL_RIGHT[i] }}
            onClick={() => onTurn(id)}
          >
            <span className="absolute left-2 top-1 text-sm text-ink-2">{NAME[id]}</span>
          </button>
        ))}
      </div>
    </div>
  )
}
