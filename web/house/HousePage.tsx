import { ChevronDown } from 'lucide-react'
import type { ReactNode } from 'react'
import { matchPath, NavLink, useLocation } from 'react-router'
import type { AnyWrite, Named } from '../../contract/api/endpoint.ts'
import { SCREENS } from '../app/screens.ts'
import { buttonClass } from '../parts/Button.tsx'
import { OnlyFor } from '../parts/OnlyFor.tsx'

const PAGES = SCREENS.filter(({ place }) => place === 'house')

interface Props {
  readonly testId?: string
  readonly children: ReactNode
}

/** A page on how this house works, with the way to the others: in sight, or on a phone behind the name of this one. */
export function HousePage({ testId, children }: Props): ReactNode {
  const { pathname } = useLocation()
  const here = PAGES.find(({ path }) => matchPath(path, pathname))?.label ?? 'The house'
  const links = PAGES.map(({ path: to, label }) => (
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
  ))
  return (
    <div className="mx-auto w-full max-w-6xl px-6 py-6 max-sm:px-4" data-testid={testId}>
      <nav aria-label="The house" className="mb-5">
        <div className="flex flex-wrap gap-1.5 max-sm:hidden">{links}</div>
        <details key={pathname} className="sm:hidden">
          <summary className={buttonClass({ className: 'flex w-full justify-between' })}>
            {here} <ChevronDown size={20} aria-label="Other pages of the house" />
          </summary>
          <div className="mt-2 grid grid-cols-2 gap-1.5">{links}</div>
        </details>
      </nav>
      {children}
    </div>
  )
}

/** The same where not everybody may change what stands on it: shown to all, and greyed with the reason. */
export function HousePageOf({ changes, testId, children }: Props & { changes: Named<AnyWrite> }): ReactNode {
  return (
    <HousePage {...(testId ? { testId } : {})}>
      <OnlyFor changes={changes}>{children}</OnlyFor>
    </HousePage>
  )
}
