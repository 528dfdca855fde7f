import { clsx } from 'clsx'
import { ZoomIn, ZoomOut } from 'lucide-react'
import type { ReactNode } from 'react'
import type { Build } from '../../core/index.ts'
import { CoatMap, type Look } from './CoatMap.tsx'
import type { View } from './geometry.ts'

const VIEWS: readonly (readonly [View, string])[] = [
  ['left', 'Left side'],
  ['right', 'Right side'],
  ['underside', 'Underneath'],
]

interface Props {
  readonly drawn: { readonly build: Build; readonly weightKg: number }
  readonly looks: readonly Look[]
  readonly view: View
  readonly close: boolean
  readonly focus: number | null
  readonly lit?: ReadonlySet<number> | null
  readonly onPick: (index: number) => void
  readonly nameOf: (index: number) => string
  readonly onTurn: (view?: View) => void
  readonly onClose: () => void
  readonly label: string
}

/** One large dog that can be turned; the two views not in front stand small beside it, live. */
export function DogStage({
  drawn,
  looks,
  view,
  close,
  focus,
  lit,
  onPick,
  nameOf,
  onTurn,
  onClose,
  label,
}: Props): ReactNode {
  return (
    <div className="relative flex min-h-0 min-w-0 grow flex-col p-3">
      <div className="flex min-h-11 items-center gap-3 px-2">
        <p className="font-display text-lg font-semibold">{VIEWS.find(([id]) => id === view)![1]}</p>
        {view !== 'underside' && (
          <button type="button" className="btn min-h-10 px-3" onClick={onClose}>
            {close ? <ZoomOut size={18} /> : <ZoomIn size={18} />}
            {close ? 'Whole dog' : 'Head close up'}
          </button>
        )}
      </div>
      {view === 'underside' && (
        <>
          <p className="absolute left-1/2 top-5 text-ink-2">its left</p>
          <p className="absolute bottom-4 left-1/2 text-ink-2">its right</p>
        </>
      )}
      <div className="min-h-0 grow" data-front>
        <CoatMap
          build={drawn.build}
          weightKg={drawn.weightKg}
          view={view}
          looks={looks}
          focus={focus}
          lit={lit ?? null}
          onPick={onPick}
          nameOf={nameOf}
          close={close}
          label={label}
        />
      </div>
      <div className="flex items-end justify-end gap-2">
        {VIEWS.filter(([id]) => id !== view).map(([id, name]) => (
          <button
            key={id}
            type="button"
            className={clsx('card flex h-[104px] w-[150px] flex-col p-1.5 hover:border-ink-2')}
            onClick={() => onTurn(id)}
          >
            <span className="text-left text-sm text-ink-2">{name}</span>
            <span className="block min-h-0 grow">
              <CoatMap
                build={drawn.build}
                weightKg={drawn.weightKg}
                view={id}
                looks={looks}
                focus={focus}
                lit={lit ?? null}
                label={`${name}, small`}
              />
            </span>
          </button>
        ))}
      </div>
    </div>
  )
}
