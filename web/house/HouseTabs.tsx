import type { ReactNode } from 'react'
import { NavLink } from 'react-router'

/** The pages on how this house works. */
export const HouseTabs = (): ReactNode => (
  <nav aria-label="The house" className="mb-5 flex flex-wrap gap-1.5">
    {(
      [
        ['/house', 'How we work'],
        ['/house/rack', 'Rack'],
        ['/house/room', 'Dryers and room'],
        ['/house/pace', 'Pace'],
        ['/devices', 'Devices'],
        ['/numbers', 'Our numbers'],
        ['/house/files', 'Files'],
      ] as const
    ).map(([to, label]) => (
      <NavLink
        key={to}
        to={to}
        end
        className={({ isActive }) => `btn ${isActive ? 'border-accent bg-accent-soft' : ''}`}
      >
        {label}
      </NavLink>
    ))}
  </nav>
)
