import { clsx } from 'clsx'
import type { ReactNode } from 'react'

/** A part of a screen that scrolls by itself, by keyboard too. */
export const Pane = ({
  label,
  className,
  children,
}: {
  label: string
  className?: string
  children: ReactNode
}): ReactNode => (
  // biome-ignore lint/a11y/noNoninteractiveTabindex: what is only read is scrolled by keyboard
  <section aria-label={label} tabIndex={0} className={clsx('md:min-h-0 md:overflow-y-auto', className)}>
    {children}
  </section>
)
