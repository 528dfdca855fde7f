import { useCallback, useState } from 'react'
import { type CloseLook, TURN, type View, viewFor } from '../../contract/drawing/geometry.ts'

export interface Turning {
  /** What the stage needs to be turned and looked at closely. */
  readonly stage: {
    readonly view: View
    readonly close: CloseLook
    readonly onTurn: (to?: View) => void
    readonly onClose: (close: CloseLook) => void
  }
  /** Turns the dog so that a region-side is in sight. */
  readonly bringToFront: (index: number) => void
}

/**
 * Which side of the dog is in front, and whether head or feet are looked at closely.
 * @param first a region-side that is in sight to begin with
 */
export function useTurning(first?: number): Turning {
  const [view, setView] = useState<View>(() => (first === undefined ? 'left' : viewFor(first, 'left')))
  const [close, setClose] = useState<CloseLook>(null)
  const bringToFront = useCallback((index: number) => setView((before) => viewFor(index, before)), [])
  return {
    stage: { view, close, onTurn: (to) => setView(to ?? TURN[view]), onClose: setClose },
    bringToFront,
  }
}
