import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import { type ReactNode, useRef } from 'react'
import type { AnyWrite, Named } from '../../contract/api/endpoint.ts'
import { buttonClass } from './Button.tsx'
import { OnlyFor } from './OnlyFor.tsx'

/** What is to be answered first: what says so, else the first field, else the first thing to press; never the way out. */
function toTheFirst(event: Event): void {
  const dialog = event.currentTarget as HTMLElement
  const body = (selector: string): HTMLElement | null =>
    dialog.querySelector<HTMLElement>(`[data-body] ${selector}:not(:disabled)`)
  const first =
    body('[data-first]') ??
    body(':is(input, select, textarea)') ??
    body(':is(button, a[href], [tabindex])') ??
    dialog.querySelector<HTMLElement>('button')
  if (!first) return
  event.preventDefault()
  first.focus({ preventScroll: true })
}

/** A dialog of this house: title, what it is for, its body. Leaving it keeps what was there before. */
export function DialogSheet({
  title,
  about,
  onClose,
  prints = false,
  changes,
  children,
}: {
  title: string
  about?: string
  onClose?: () => void
  /** On paper it stands alone on the page. */
  prints?: boolean
  /** What it is there to change: whoever may not is told why, and sees it greyed. */
  changes?: Named<AnyWrite>
  children: ReactNode
}): ReactNode {
  const changed = useRef(false)
  /** A touch beside it closes what was only looked at, and keeps what was typed. */
  const keepTyped = (event: Event): void => {
    if (changed.current) event.preventDefault()
  }
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose?.()}>
      <Dialog.Portal>
        {/* Not the library's own, which writes a style sheet each time: every element of the page is styled anew by it. */}
        <div aria-hidden className="pointer-events-auto fixed inset-0 z-40 bg-black/40 print:hidden" />
        <Dialog.Content
          className="card fixed left-1/2 top-1/2 z-50 max-h-[92dvh] w-[min(94vw,680px)] -translate-x-1/2 -translate-y-1/2 overflow-auto p-6 print:translate-x-0 print:translate-y-0"
          {...(about ? {} : { 'aria-describedby': undefined })}
          {...(prints ? { 'data-print': '' } : {})}
          onOpenAutoFocus={toTheFirst}
          onPointerDownOutside={keepTyped}
          onInput={() => {
            changed.current = true
          }}
        >
          <div className="mb-4 flex items-start justify-between gap-4">
            <div>
              <Dialog.Title className="text-xl">{title}</Dialog.Title>
              {about && <Dialog.Description className="text-ink-2">{about}</Dialog.Description>}
            </div>
            {onClose && (
              <Dialog.Close
                className={buttonClass({ kind: 'quiet', tight: true, className: 'print:hidden' })}
                aria-label="Close"
              >
                <X size={20} />
              </Dialog.Close>
            )}
          </div>
          <div data-body>{changes ? <OnlyFor changes={changes}>{children}</OnlyFor> : children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
