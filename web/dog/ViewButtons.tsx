import type { ReactNode } from 'react'
import type { View } from '../../contract/drawing/geometry.ts'

const VIEWS: readonly (readonly [View, string])[] = [
  ['left', 'Left'],
  ['right', 'Right'],
  ['underside', 'Underneath'],
]

/** Which side of a dog is looked at. */
export const ViewButtons = ({ view, onTurn }: { view: View; onTurn: (view: View) => void }): ReactNode =>
  VIEWS.map(([id, label]) => (
    <button
      key={id}
      type="button"
      className="btn px-3 aria-pressed:border-accent aria-pressed:bg-accent-soft"
      aria-pressed={view === id}
      onClick={() => onTurn(id)}
    >
      {label}
    </button>
  ))
