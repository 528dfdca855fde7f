import type { ReactNode } from 'react'
import { NavLink } from 'react-router'
import type { AnyWrite, Named } from '../../contract/api/endpoint.ts'
import { SCREENS } from '../app/screens.ts'
import { useMayNot } from '../device/use-may-not.ts'
import { buttonClass } from '../parts/Button.tsx'

const PAGES = SCREENS.filter(({ place }) => place === 'house')

interface Props {
  readonly testId?: string
  readonly children: ReactNode
}

/** A page on how this house works, with the way to the others. */
export const HousePage = ({ testId, children }: Props): ReactNode => (
  <div className="mx-auto w-full max-w-6xl px-6 py-6" data-testid={testId}>
    <nav aria-label="The house" className="mb-5 flex flex-wrap gap-1.5">
      {PAGES.map(({ path: to, label }) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            buttonClass({ tight: true, className: isActive ? 'border-accent bg-accent-soft' : '' })
          }
        >
          {label}
        </NavLink>
      ))}
    </nav>
    {children}
  </div>
)

/** The same where not everybody may change what stands on it: shown to all, and greyed with the reason. */
export function HousePageOf({ changes, testId, children }: Props & { changes: Named<AnyWrite> }): ReactNode {
  const mayNot = useMayNot(changes)
  return (
    <HousePage {...(testId ? { testId } : {})}>
      {mayNot && (
        <p className="mb-4 rounded-xl bg-sheet-2 px-3 py-2 font-medium" data-testid="may-not">
          {mayNot}
        </p>
      )}
      <fieldset disabled={mayNot !== null} className="contents">
        {children}
      </fieldset>
    </HousePage>
  )
}
