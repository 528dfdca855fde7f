import { clsx } from 'clsx'
import type { ReactNode } from 'react'

/** What must not be missed: spoken at once, and in the colour of stop. */
export const Alert = ({
  children,
  className,
  id,
  loud = false,
  testId,
}: {
  children: ReactNode
  className?: string
  id?: string
  /** Before anything else on the screen. */
  loud?: boolean
  testId?: string
}): ReactNode => (
  <div
    id={id}
    role="alert"
    data-testid={testId}
    className={clsx(
      'bg-alarm-soft font-medium text-alarm',
      loud ? 'rounded-2xl border-2 border-alarm p-4 text-lg' : 'rounded-xl px-3 py-2',
      className,
    )}
  >
    {children}
  </div>
)
