import type { ReactNode } from 'react'
import { NavLink } from 'react-router'
import { SCREENS } from '../app/screens.ts'
import { buttonClass } from '../parts/Button.tsx'

const PAGES = SCREENS.filter(({ place }) => place === 'house')

/** A page on how this house works, with the way to the others. */
export const HousePage = ({ testId, children }: { testId?: string; children: ReactNode }): ReactNode => (
  <div className="mx-auto w-full max-w-6xl px-6 py-6" data-testid={testId}>
    <nav aria-label="The house" className="mb-5 flex flex-wrap gap-1.5">
      {PAGES.map(({ path: to, label }) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) => buttonClass({ className: isActive ? 'border-accent bg-accent-soft' : '' })}
        >
          {label}
        </NavLink>
      ))}
    </nav>
    {children}
  </div>
)
