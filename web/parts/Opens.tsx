import { clsx } from 'clsx'
import { Popover } from 'radix-ui'
import type { ReactNode } from 'react'

/** A figure that opens to how it came about. */
export function Opens({
  children,
  title,
  label,
  className,
  body,
}: {
  children: ReactNode
  title: string
  label?: string
  className?: string
  body: ReactNode
}): ReactNode {
  return (
    <Popover.Root>
      <Popover.Trigger className={clsx('rounded-md text-left', className)} aria-label={label}>
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="card z-50 max-h-[min(70dvh,var(--radix-popover-content-available-height))] w-[min(94vw,440px)] overflow-auto p-5 shadow-xl"
          sideOffset={8}
          collisionPadding={12}
          aria-label={title}
        >
          <h3 className="mb-3 text-lg">{title}</h3>
          {body}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
