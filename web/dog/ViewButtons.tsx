import type { ReactNode } from 'react'
import type { View } from '../../contract/drawing/geometry.ts'
import { Toggle } from '../parts/Toggle.tsx'

const VIEWS: readonly (readonly [View, string])[] = [
  ['left', 'Left'],
  ['right', 'Right'],
  ['underside', 'Underneath'],
]

/** Which side of a dog is looked at. */
export const ViewButtons = ({ view, onTurn }: { view: View; onTurn: (view: View) => void }): ReactNode =>
  VIEWS.map(([id, label]) => (
    <Toggle key={id} tight pressed={view === id} onClick={() => onTurn(id)}>
      {label}
    </Toggle>
  ))
