import { clsx } from 'clsx'
import type { ReactNode } from 'react'
import type { AnyWrite, Named } from '../../contract/api/endpoint.ts'
import { useMayNot } from '../device/use-may-not.ts'

/** What not everybody may change: shown to all, and greyed with the reason. */
export function OnlyFor({
  changes,
  edge = false,
  children,
}: {
  changes: Named<AnyWrite>
  /** It takes the screen from edge to edge. */
  edge?: boolean
  children: ReactNode
}): ReactNode {
  const mayNot = useMayNot(changes)
  return (
    <>
      {mayNot && (
        <p
          className={clsx(
            'bg-sheet-2 py-2 font-medium',
            edge ? 'border-b border-line px-5 max-sm:px-4' : 'mb-4 rounded-xl px-3',
          )}
          data-testid="may-not"
        >
          {mayNot}
        </p>
      )}
      <fieldset disabled={mayNot !== null} className="contents">
        {children}
      </fieldset>
    </>
  )
}
